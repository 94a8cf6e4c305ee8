import { memberAxis, type Member, type Model } from '~core/model';
import { formatNumber, formatValue, unitLabel, unitSize, type QuantityKind } from '~core/units';
import type { CheckRow } from '../../workers/messages';
import type { Solved } from '../../state/solve-slice';
import type { Coloring, Quantity, Selection, Shown, Stage } from '../../state/view-slice';
import { colors, utilisationColor } from '../../theme/tokens';
import { shownParts, stationTable } from '~core/results';
import { colorClasses } from './coloring';
import { deflectedShape, forceDiagrams, isForce, quantityColors, type DiagramDrawing } from './diagrams';
import type { Drawing, FillBatch, LineBatch } from './scene';
import { shapeSegments, type ShapeOf } from './mode-shapes';
import type { Scope } from './scope';
import { solidGeometry } from './solids';

/** Everything the picture depends on but the eye. */
export interface PictureInput {
  readonly model: Model;
  readonly scope: Scope;
  readonly stage: Stage;
  readonly form: 'line' | 'solid' | 'axes';
  readonly coloring: Coloring;
  readonly selection: Selection;
  readonly shown: Shown;
  readonly quantity: Quantity;
  readonly magnify: number;
  readonly solved: Solved | undefined;
  readonly checks: ReadonlyMap<string, CheckRow>;
  /** a mode or a motion drawn beside the frame */
  readonly shape: ShapeOf | undefined;
}

/** A value written at a place in space. */
export interface SpaceLabel {
  readonly at: readonly [number, number, number];
  readonly text: string;
  readonly color: string;
  readonly weight: number;
  readonly bold: boolean;
  readonly gap?: number;
}

export interface Picture {
  readonly drawing: Drawing;
  readonly labels: readonly SpaceLabel[];
  /** what the picture shows, for its caption; the scale of a diagram or shape */
  readonly scaleText: string;
}

const rampSteps = 10;
/** With more members than this in view, only the largest values are written; the others are under the cursor and in the ledger. */
const crowded = 80;
const labelsInCrowd = 36;

const heaviest = (labels: SpaceLabel[], count: number): SpaceLabel[] => [...labels].sort((a, b) => b.weight - a.weight).slice(0, count);

/** Makes the drawing of a stage from the model and its results. */
export function compose(input: PictureInput): Picture {
  const { model, scope, stage, form } = input;
  const showsResults = stage === 'results' && input.solved !== undefined;
  const showsChecks = stage === 'checks';
  const solid = form === 'solid' && !showsChecks;
  const colored = stage === 'frame' && input.coloring !== 'none';
  const lines: LineBatch[] = [];
  lines.push({ segments: segmentsOf(model, scope.faint), color: colors.faint, width: 1 });
  const selected = scope.members.filter((member) => input.selection.members.includes(member.id));
  lines.push({ segments: segmentsOf(model, selected), color: colors.brand, width: 13, opacity: 0.2 });
  let labels: SpaceLabel[] = [];
  if (showsChecks) {
    const drawn = utilisationLines(input);
    lines.push(...drawn.lines);
    labels = scope.members.length > crowded ? heaviest(drawn.labels, 2 * labelsInCrowd) : drawn.labels;
  } else if (colored && !solid) for (const kind of colorClasses(model, scope.members, input.coloring)) lines.push({ segments: segmentsOf(model, kind.members), color: kind.color, width: 4 });
  else if (form === 'axes') lines.push(...axisLines(model, scope.members));
  else if (!solid) lines.push(...bodyLines(model, scope.members, showsResults || input.shape !== undefined));
  if (!showsChecks && !solid && form !== 'axes') lines.push({ segments: segmentsOf(model, scope.members), color: showsResults ? '#7C8893' : colors.ink2, width: showsResults ? 1 : 0.9 });
  lines.push({ segments: segmentsOf(model, selected), color: colors.brand, width: showsChecks ? 1.6 : 1.8 });

  const fills: FillBatch[] = [];
  let scaleText = '';
  if (showsResults) {
    const drawn = resultDrawing(input);
    if (drawn) {
      const color = quantityColors[input.quantity];
      fills.push({ triangles: drawn.diagram.triangles, color, opacity: 0.2 });
      const many = scope.members.length > crowded;
      lines.push({ segments: drawn.diagram.outline, color, width: input.quantity === 'deflected' ? 1.8 : many ? 1 : 1.2, opacity: many ? 0.8 : 1 });
      labels = many ? heaviest(drawn.labels, labelsInCrowd) : drawn.labels;
      scaleText = drawn.scaleText;
    }
  }
  if (input.shape) {
    let size = 1;
    for (const { position } of Object.values(model.nodes)) for (const coordinate of position) size = Math.max(size, Math.abs(coordinate));
    lines.push({ segments: shapeSegments(model, scope.members, input.shape, 0.08 * size), color: colors.moment, width: 2 });
    scaleText = input.shape.title;
  }
  const byColor = colored && solid ? new Map(colorClasses(model, scope.members, input.coloring).flatMap((kind) => kind.members.map((member) => [member.id, channels(kind.color)] as const))) : undefined;
  const tone = (member: Member): [number, number, number] => {
    const own = byColor?.get(member.id);
    if (own) return own;
    const material = member.material === null ? undefined : model.materials[member.material];
    return material?.kind === 'steel' ? [0.16, 0.2, 0.25] : [0.72, 0.76, 0.8];
  };
  return { drawing: { solids: solid ? solidGeometry(model, scope.members, tone) : null, lines, fills }, labels, scaleText };
}

/** `#RRGGBB` as three shares, as the solids' material takes it (linear light). */
const channels = (color: string): [number, number, number] => [1, 3, 5].map((at) => (Number.parseInt(color.slice(at, at + 2), 16) / 255) ** 2.2) as [number, number, number];

/** The line between the nodes thin, the member's true axis where it differs, rigid ends thick. */
function axisLines(model: Model, members: readonly Member[]): LineBatch[] {
  const axis: number[] = [];
  const ties: number[] = [];
  const rigid: number[] = [];
  for (const member of members) {
    const real = memberAxis(model, member);
    if (!real) continue;
    const at = (along: number) => real.start.map((part, i) => part + real.axes.x[i] * along);
    const [from, to] = [member.startRigid ?? 0, real.length - (member.endRigid ?? 0)];
    axis.push(...at(from), ...at(to));
    if (from > 0) rigid.push(...real.start, ...at(from));
    if (to < real.length) rigid.push(...at(to), ...real.end);
    if (member.startOffset || member.endOffset || (member.axisPosition ?? 'centroid') !== 'centroid') ties.push(...model.nodes[member.start].position, ...real.start, ...model.nodes[member.end].position, ...real.end);
  }
  return [
    { segments: Float32Array.from(ties), color: colors.ink3, width: 1 },
    { segments: Float32Array.from(rigid), color: colors.ink, width: 4 },
    { segments: Float32Array.from(axis), color: colors.ink, width: 1.3 },
  ];
}

/** Concrete as a broad light body, steel as a narrow dark one, neither where something is missing. */
function bodyLines(model: Model, members: readonly Member[], pale: boolean): LineBatch[] {
  const kindOf = (member: Member) => (member.material === null || member.section === null ? 'none' : model.materials[member.material].kind);
  const of = (kind: string) => segmentsOf(model, members.filter((member) => kindOf(member) === kind));
  return [
    { segments: of('concrete'), color: colors.concrete, width: 5, opacity: pale ? 0.7 : 1 },
    { segments: of('steel'), color: colors.steel, width: 2.4, opacity: pale ? 0.6 : 1 },
  ];
}

function segmentsOf(model: Model, members: readonly Member[]): Float32Array {
  const segments = new Float32Array(members.length * 6);
  members.forEach((member, i) => {
    segments.set(model.nodes[member.start].position, 6 * i);
    segments.set(model.nodes[member.end].position, 6 * i + 3);
  });
  return segments;
}

/** Utilisation as colour, width and number; members above 1.00 and members not checked stand apart. */
function utilisationLines({ model, scope, checks, selection }: PictureInput): { lines: LineBatch[]; labels: SpaceLabel[] } {
  const buckets = new Map<number, Member[]>();
  const labels: SpaceLabel[] = [];
  const unchecked: Member[] = [];
  for (const member of scope.members) {
    const utilisation = checks.get(member.id)?.utilisation ?? null;
    if (utilisation === null) {
      unchecked.push(member);
      continue;
    }
    const bucket = utilisation > 1 ? rampSteps + 1 : Math.round(utilisation * rampSteps);
    buckets.set(bucket, [...(buckets.get(bucket) ?? []), member]);
    const [a, b] = [model.nodes[member.start].position, model.nodes[member.end].position];
    const chosen = selection.members.includes(member.id);
    labels.push({
      at: [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2], text: formatNumber(utilisation, 2), color: utilisation > 1 ? colors.over : chosen ? colors.brandDark : colors.ink,
      weight: utilisation + (chosen ? 10 : 0), bold: utilisation > 0.8 || chosen, gap: 6,
    });
  }
  const lines = [...buckets].sort(([a], [b]) => a - b).map(([bucket, members]): LineBatch => {
    const u = Math.min(1, bucket / rampSteps);
    return { segments: segmentsOf(model, members), color: bucket > rampSteps ? colors.over : utilisationColor(u), width: 3 + 5 * u };
  });
  return { lines: [{ segments: segmentsOf(model, unchecked), color: '#C6CED6', width: 1.4 }, ...lines], labels };
}

const kindOf = (quantity: Quantity): QuantityKind => (quantity === 'deflected' ? 'deflection' : quantity === 'My' || quantity === 'Mz' || quantity === 'T' ? 'moment' : 'force');

function resultDrawing({ model, scope, shown, quantity, magnify, solved, selection }: PictureInput): { diagram: DiagramDrawing; labels: SpaceLabel[]; scaleText: string } | undefined {
  const { solution } = solved!;
  const parts = shownParts(model, solution, shown);
  if (parts.length === 0 || quantity === 'reactions') return undefined;
  const table = stationTable(solution);
  const numbers = new Map(solution.memberIds.map((id, i) => [id, i]));
  const members = scope.members.flatMap((member) => numbers.get(member.id) ?? []);
  let size = 1;
  for (const coordinate of solution.positions) size = Math.max(size, Math.abs(coordinate));
  if (quantity === 'deflected' && parts.length > 1) return undefined;
  const diagram = isForce(quantity)
    ? forceDiagrams(table, members, parts.map((part) => part.weights), quantity, 0.075 * size, magnify)
    : deflectedShape(table, members, parts[0].weights, 0.06 * size, magnify);
  const { units } = model.settings;
  const kind = kindOf(quantity);
  const chosen = new Set(selection.members.map((id) => numbers.get(id)));
  const color = quantity === 'My' || quantity === 'Mz' ? colors.momentText : quantityColors[quantity];
  const labels = diagram.values.map(({ at, value, member, weight }): SpaceLabel => ({
    at, text: formatValue(value, kind, units, quantity === 'deflected' ? 1 : Math.abs(value / unitSize(kind, units)) >= 100 ? 0 : 1), color, weight: weight + (chosen.has(member) ? 2 : 0), bold: chosen.has(member),
  }));
  const scaleText = diagram.scale === 0 ? 'nothing to draw' : quantity === 'deflected' ? `drawn ${formatNumber(diagram.scale, diagram.scale < 10 ? 1 : 0)} times, movements in ${unitLabel(kind, units)}` : `1 ${unitLabel('length', units)} = ${formatNumber(unitSize('length', units) / diagram.scale / unitSize(kind, units), 0)} ${unitLabel(kind, units)}`;
  return { diagram, labels, scaleText };
}

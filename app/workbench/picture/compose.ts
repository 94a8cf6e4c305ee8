import { resultQuantities, isMovement, isOfPanels } from '~core/results';
import { memberAxis, type Member, type Model } from '~core/model';
import { formatNumber, formatValue, unitLabel, unitSize, type QuantityKind } from '~core/units';
import type { CheckRow, PierRow } from '../../workers/messages';
import type { Solved } from '../../state/solve-slice';
import type { Coloring, Drawn, Quantity, Selection, Shown, Stage } from '../../state/view-slice';
import { colors, utilisationColor } from '../../theme/tokens';
import { colorClasses } from './coloring';
import { bandsOf, legendRange, type DiagramDrawing } from '~core/picture';
import { quantityColor } from '../../theme/quantity-color';
import { binOf, legendSteps, valueColor } from '~core/picture';
import { pierUtilisation } from './pier-utilisation';
import type { Drawing, FillBatch, LineBatch } from './scene';
import type { SpaceLabel } from './space-label';
import { shapeSegments, type ShapeOf } from './mode-shapes';
import type { Scope } from '~core/picture';
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
  readonly drawn: Drawn;
  /** the drawing of the quantity, made here or in the worker; none: it has none, or it is on its way */
  readonly diagram: DiagramDrawing | undefined;
  /** whether the values are differences of two results */
  readonly isDifference: boolean;
  readonly solved: Solved | undefined;
  readonly checks: ReadonlyMap<string, CheckRow>;
  /** of piers of walls, by their keys */
  readonly pierChecks: ReadonlyMap<string, PierRow>;
  /** a mode or a motion drawn beside the frame */
  readonly shape: ShapeOf | undefined;
}

export interface Picture {
  readonly drawing: Drawing;
  readonly labels: readonly SpaceLabel[];
  /** what the picture shows, for its caption; the scale of a diagram or shape */
  readonly scaleText: string;
  /** what moves when the drawn movement is animated */
  readonly moving: boolean;
  /** ends of the colours by value, base units; null when nothing is coloured */
  readonly legend: readonly [number, number] | null;
}

const rampSteps = 10;
/** With more members than this in view, only the largest values are written; the others are under the cursor and in the ledger. */
const crowded = 80;
const labelsInCrowd = 36;

const heaviest = (labels: SpaceLabel[], count: number): SpaceLabel[] =>
  [...labels].sort((a, b) => b.weight - a.weight).slice(0, count);

/** Makes the drawing of a stage from the model and its results. */
export function compose(input: PictureInput): Picture {
  const { model, scope, stage, form } = input;
  const showsChecks = stage === 'checks' || (stage === 'results' && input.quantity === 'utilisation');
  const showsResults = stage === 'results' && input.solved !== undefined && !showsChecks;
  const solid = form === 'solid' && !showsChecks;
  const colored = stage === 'frame' && input.coloring !== 'none';
  const lines: LineBatch[] = [];
  lines.push({ segments: segmentsOf(model, scope.faint), color: colors.faint, width: 1 });
  const selected = scope.members.filter((member) => input.selection.members.includes(member.id));
  lines.push({ segments: segmentsOf(model, selected), color: colors.brand, width: 13, opacity: 0.2 });
  const fills: FillBatch[] = [];
  let labels: SpaceLabel[] = [];
  if (showsChecks) {
    const drawn = utilisationLines(input);
    const piers = pierUtilisation(model, scope.panels, input.pierChecks);
    fills.push(...piers.fills);
    lines.push(...piers.lines, ...drawn.lines);
    const all = [...drawn.labels, ...piers.labels];
    labels = all.length > crowded ? heaviest(all, 2 * labelsInCrowd) : all;
  } else if (colored && !solid)
    for (const kind of colorClasses(model, scope.members, input.coloring))
      lines.push({ segments: segmentsOf(model, kind.members), color: kind.color, width: 4 });
  else if (form === 'axes') lines.push(...axisLines(model, scope.members));
  else if (!solid) lines.push(...bodyLines(model, scope.members, showsResults || input.shape !== undefined));
  if (!showsChecks && !solid && form !== 'axes')
    lines.push({
      segments: segmentsOf(model, scope.members),
      color: showsResults ? '#7C8893' : colors.ink2,
      width: showsResults ? 1 : 0.9,
    });
  lines.push({ segments: segmentsOf(model, selected), color: colors.brand, width: showsChecks ? 1.6 : 1.8 });

  let scaleText = '';
  let moving = false;
  let legend: Picture['legend'] = null;
  // a mode stands alone: the movement of the shown case beside it would be taken for a part of it
  if (showsResults && input.diagram && !input.shape) {
    const { diagram } = input;
    const many = scope.members.length > crowded;
    const drawn = diagramWords(input, diagram);
    labels = many ? heaviest(drawn.labels, labelsInCrowd) : drawn.labels;
    scaleText = drawn.scaleText;
    if (isOfPanels(input.quantity)) {
      legend = diagram.areas.length > 0 ? (input.drawn.legend ?? legendRange(diagram.smallest, diagram.largest)) : null;
      if (legend) fills.push(...contourFills(diagram, legend));
      lines.push({ segments: diagram.mesh, color: colors.ink2, width: 0.7, opacity: 0.55 });
      lines.push({ segments: diagram.outline, color: colors.ink2, width: 1.4 });
    } else if (input.drawn.paint === 'colours' && diagram.segmentValues.length > 0) {
      legend = input.drawn.legend ?? [diagram.smallest, diagram.largest];
      lines.push(...coloredLines(diagram, legend));
    } else {
      const color = quantityColor(input.quantity);
      fills.push({ triangles: diagram.triangles, color, opacity: 0.2 });
      const width = diagram.rest.length > 0 ? 1.8 : many ? 1 : 1.2;
      moving = diagram.rest.length + diagram.meshRest.length > 0;
      lines.push({
        segments: diagram.mesh,
        color,
        width: 0.6,
        opacity: 0.45,
        ...(moving ? { rest: diagram.meshRest } : {}),
      });
      lines.push({
        segments: diagram.outline,
        color,
        width,
        opacity: many ? 0.8 : 1,
        ...(moving ? { rest: diagram.rest } : {}),
      });
    }
  }
  if (input.shape) {
    let size = 1;
    for (const { position } of Object.values(model.nodes))
      for (const coordinate of position) size = Math.max(size, Math.abs(coordinate));
    const [drawn, rest] = [0.08 * size, 0].map((reach) =>
      shapeSegments(model, scope.members, scope.panels, input.shape!, reach),
    );
    lines.push({ segments: drawn.mesh, color: colors.moment, width: 0.6, opacity: 0.45, rest: rest.mesh });
    lines.push({ segments: drawn.members, color: colors.moment, width: 2, rest: rest.members });
    moving = true;
    scaleText = input.shape.title;
  }
  const byColor =
    colored && solid
      ? new Map(
          colorClasses(model, scope.members, input.coloring).flatMap((kind) =>
            kind.members.map((member) => [member.id, channels(kind.color)] as const),
          ),
        )
      : undefined;
  const tone = (member: Member): [number, number, number] => {
    const own = byColor?.get(member.id);
    if (own) return own;
    const material = member.material === null ? undefined : model.materials[member.material];
    return material?.kind === 'steel' ? [0.16, 0.2, 0.25] : [0.72, 0.76, 0.8];
  };
  return {
    drawing: { solids: solid ? solidGeometry(model, scope.members, tone) : null, lines, fills },
    labels,
    scaleText,
    moving,
    legend,
  };
}

/** `#RRGGBB` as three shares, as the solids' material takes it (linear light). */
const channels = (color: string): [number, number, number] =>
  [1, 3, 5].map((at) => (Number.parseInt(color.slice(at, at + 2), 16) / 255) ** 2.2) as [number, number, number];

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
    if (member.startOffset || member.endOffset || (member.axisPosition ?? 'centroid') !== 'centroid')
      ties.push(...model.nodes[member.start].position, ...real.start, ...model.nodes[member.end].position, ...real.end);
  }
  return [
    { segments: Float32Array.from(ties), color: colors.ink3, width: 1 },
    { segments: Float32Array.from(rigid), color: colors.ink, width: 4 },
    { segments: Float32Array.from(axis), color: colors.ink, width: 1.3 },
  ];
}

/** Concrete as a broad light body, steel as a narrow dark one, neither where something is missing. */
function bodyLines(model: Model, members: readonly Member[], pale: boolean): LineBatch[] {
  const kindOf = (member: Member) =>
    member.material === null || member.section === null ? 'none' : model.materials[member.material].kind;
  const of = (kind: string) =>
    segmentsOf(
      model,
      members.filter((member) => kindOf(member) === kind),
    );
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

/** Every line in dashes: what is open is not drawn through. */
function dashesOf(segments: Float32Array): Float32Array {
  const dashes = 7;
  const parts = 2 * dashes - 1;
  const made = new Float32Array(segments.length * dashes);
  for (let line = 0; 6 * line < segments.length; line++) {
    for (let d = 0; d < dashes; d++) {
      for (let end = 0; end < 2; end++) {
        const share = (2 * d + end) / parts;
        for (let i = 0; i < 3; i++)
          made[6 * (dashes * line + d) + 3 * end + i] =
            segments[6 * line + i] + share * (segments[6 * line + 3 + i] - segments[6 * line + i]);
      }
    }
  }
  return made;
}

/** Utilisation as colour, width and number; members above 1.00 stand apart, and those whose verdict is open are dashed. */
function utilisationLines({ model, scope, checks, selection }: PictureInput): {
  lines: LineBatch[];
  labels: SpaceLabel[];
} {
  const buckets = new Map<number, Member[]>();
  const open = new Map<number, Member[]>();
  const labels: SpaceLabel[] = [];
  const unchecked: Member[] = [];
  for (const member of scope.members) {
    const row = checks.get(member.id);
    const utilisation = row?.utilisation ?? null;
    if (row === undefined || utilisation === null) {
      unchecked.push(member);
      continue;
    }
    const isOpen = row.verdict === 'open';
    const bucket = utilisation > 1 ? rampSteps + 1 : Math.round(utilisation * rampSteps);
    const kept = isOpen ? open : buckets;
    kept.set(bucket, [...(kept.get(bucket) ?? []), member]);
    const [a, b] = [model.nodes[member.start].position, model.nodes[member.end].position];
    const chosen = selection.members.includes(member.id);
    labels.push({
      at: [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2],
      text: `${formatNumber(utilisation, 2)}${isOpen ? ' open' : ''}`,
      color: utilisation > 1 ? colors.over : chosen ? colors.brandDark : isOpen ? colors.ink3 : colors.ink,
      weight: utilisation + (chosen ? 10 : 0),
      bold: (utilisation > 0.8 && !isOpen) || chosen,
      gap: 6,
    });
  }
  const lines = [...buckets]
    .sort(([a], [b]) => a - b)
    .map(([bucket, members]): LineBatch => {
      const u = Math.min(1, bucket / rampSteps);
      return {
        segments: segmentsOf(model, members),
        color: bucket > rampSteps ? colors.over : utilisationColor(u),
        width: 3 + 5 * u,
      };
    });
  const dashed = [...open]
    .sort(([a], [b]) => a - b)
    .map(([bucket, members]): LineBatch => {
      const u = Math.min(1, bucket / rampSteps);
      return { segments: dashesOf(segmentsOf(model, members)), color: utilisationColor(u), width: 3 + 5 * u };
    });
  return {
    lines: [{ segments: dashesOf(segmentsOf(model, unchecked)), color: '#C6CED6', width: 1.4 }, ...dashed, ...lines],
    labels,
  };
}

/** The unit a quantity is told in. */
export const kindOfQuantity = (quantity: Quantity): QuantityKind => resultQuantities[quantity].unit;

/** Surfaces of slabs and walls by the colour of their value. */
const contourFills = (diagram: DiagramDrawing, range: readonly [number, number]): FillBatch[] =>
  bandsOf(diagram, range, legendSteps).map((triangles, bin) => ({
    triangles,
    color: valueColor(bin, range),
    opacity: 1,
    surface: true,
  }));

/** The pieces of members by the colour of their value. */
function coloredLines({ outline, segmentValues }: DiagramDrawing, range: readonly [number, number]): LineBatch[] {
  const counts = new Array<number>(legendSteps).fill(0);
  const bins = Uint8Array.from(segmentValues, (value) => binOf(value, range));
  for (const bin of bins) counts[bin]++;
  const batches = counts.map((count) => ({ segments: new Float32Array(6 * count), end: 0 }));
  bins.forEach((bin, i) => {
    const batch = batches[bin];
    batch.segments.set(outline.subarray(6 * i, 6 * i + 6), batch.end);
    batch.end += 6;
  });
  return batches.map(({ segments }, bin): LineBatch => ({ segments, color: valueColor(bin, range), width: 5 }));
}

function diagramWords(
  { model, quantity, selection, drawn, solved, isDifference }: PictureInput,
  diagram: DiagramDrawing,
): { labels: SpaceLabel[]; scaleText: string } {
  const { units } = model.settings;
  const kind = kindOfQuantity(quantity);
  const ids = solved!.solution.memberIds;
  const chosen = new Set(selection.members);
  const color = resultQuantities[quantity].bends ? colors.momentText : quantityColor(quantity);
  const moves = isMovement(quantity);
  // the drift of storeys is written at the storeys
  const labels = (quantity === 'drift' ? [] : diagram.values).map(({ at, value, member, weight, key }): SpaceLabel => {
    const isChosen = chosen.has(ids[member]);
    const text = formatValue(
      value,
      kind,
      units,
      moves || kind === 'deflection' ? 1 : Math.abs(value / unitSize(kind, units)) >= 100 ? 0 : 1,
    );
    return {
      at,
      key,
      text: isDifference && value > 0 ? `+${text}` : text,
      color,
      weight: weight + (isChosen ? 2 : 0),
      bold: isChosen,
    };
  });
  const perMetre = formatNumber(
    unitSize('length', units) / diagram.scale / unitSize(kind, units),
    kind === 'stress' ? 1 : 0,
  );
  const scaleText =
    diagram.scale === 0
      ? isOfPanels(quantity)
        ? 'no slab or wall in view is meshed'
        : 'nothing to draw'
      : isOfPanels(quantity)
        ? `by colour, ${unitLabel(kind, units)}${resultQuantities[quantity].role === 'bending' ? ', + tension at bottom' : ''}${isDifference ? ', where both are' : ''}${drawn.moved && diagram.scale !== 1 ? `, drawn ${formatNumber(diagram.scale, diagram.scale < 10 ? 1 : 0)} times` : ''}`
        : drawn.paint === 'colours'
          ? `by colour, ${unitLabel(kind, units)}`
          : moves
            ? `drawn ${formatNumber(diagram.scale, diagram.scale < 10 ? 1 : 0)} times, movements in ${unitLabel(kind, units)}`
            : `1 ${unitLabel('length', units)} = ${perMetre} ${unitLabel(kind, units)}`;
  return { labels, scaleText };
}

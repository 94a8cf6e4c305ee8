import type { Bay, PreviewLine } from '~core/build';
import { acceptanceOf, type Finding, type Model, type Vector } from '~core/model';
import { formatQuantity, formatValue, unitSize } from '~core/units';
import type { Camera, Labelling, Selection, Shown, Stage, ViewPlane } from '../../state/view-slice';
import type { Solved } from '../../state/solve-slice';
import { colors } from '../../theme/tokens';
import { shownParts } from '~core/results';
import type { SpaceLabel } from './compose';
import type { Frame, Projector } from './eye';
import { chosenLabels, drawBays, drawEnds, drawLocalAxes, drawMeasure, drawOutlines, drawPreview } from './frame-marks';
import { drawArrow, drawFinding, drawSupport } from './glyphs';
import { drawLabels, drawText, labelFont, type Label } from './labels';
import { actingLoads } from './acting';
import { drawLoads } from './load-glyphs';
import type { LoadStyle } from '../../state/view-slice';
import type { Rectangle } from './pick';
import type { Scope } from './scope';
import { drawAxes, drawSettingOut } from './setting-out';
import { coordinateWords, type Snap } from './snap';

/** What is under the pointer or being drawn, in pixels and metres. */
export interface Hover {
  readonly member?: string;
  readonly node?: string;
  /** text beside the pointer */
  readonly text?: string;
  readonly x: number;
  readonly y: number;
}

export interface OverlayInput {
  readonly model: Model;
  readonly scope: Scope;
  readonly stage: Stage;
  readonly plane: ViewPlane;
  readonly selection: Selection;
  readonly shown: Shown;
  readonly form: 'line' | 'solid' | 'axes';
  readonly showReactions: boolean;
  readonly solved: Solved | undefined;
  readonly findings: readonly Finding[];
  readonly labels: readonly SpaceLabel[];
  readonly hover: Hover | undefined;
  readonly window: (Rectangle & { touching: boolean }) | undefined;
  readonly snap: Snap | undefined;
  readonly drawnFrom: Vector | undefined;
  readonly labelling: Labelling;
  readonly localAxes: boolean;
  readonly loadStyle: LoadStyle;
  readonly pickedLoads: readonly string[];
  readonly preview: readonly PreviewLine[];
  /** bays an open tool can brace, and those that are chosen */
  readonly bays: readonly Bay[];
  readonly chosenBays: ReadonlySet<string>;
  readonly measured: readonly Vector[];
  /** where dragged nodes would go */
  readonly stretch: readonly PreviewLine[];
}

const mostNodesDrawn = 3000;
const mostEndSymbols = 150;

/** Draws everything that has a size on the screen rather than in space: marks, symbols, loads and words. */
export function drawOverlay(context: CanvasRenderingContext2D, projector: Projector, eye: Camera, frame: Frame, input: OverlayInput): void {
  const { model, scope, selection } = input;
  const { units } = model.settings;
  context.clearRect(0, 0, frame.width, frame.height);
  drawSettingOut(context, projector, model, input.plane, units);
  const labels: Label[] = input.labels.flatMap(({ at, ...label }) => {
    const [x, y] = projector.point(at);
    return Number.isNaN(x) ? [] : [{ ...label, x, y }];
  });
  drawOutlines(context, projector, model, scope);
  drawBays(context, projector, input.bays, input.chosenBays);
  drawNodes(context, projector, input);
  if (input.stage === 'frame' || input.stage === 'analysis') {
    // in space the symbols of many members would hide the frame: then only those of the selection are drawn
    const many = input.plane.kind === '3d' && scope.members.length > mostEndSymbols;
    const chosen = new Set(selection.members);
    drawEnds(context, projector, model, many ? scope.members.filter((member) => chosen.has(member.id)) : scope.members);
  }
  labels.push(...chosenLabels(projector, model, scope, input.labelling));
  if (input.stage === 'loads') {
    labels.push(...drawLoads(context, projector, model, actingLoads(model, input.shown), { members: new Set(scope.members.map((member) => member.id)), nodes: scope.nodes }, units, { ...input.loadStyle, picked: input.pickedLoads }));
  }
  if (input.showReactions) drawReactions(context, projector, input);
  for (const finding of input.findings) {
    if (acceptanceOf(model, finding)) continue;
    const at = placeOf(model, finding);
    if (!at) continue;
    const [x, y] = projector.point(at);
    drawFinding(context, x, y - 10, finding.severity);
  }
  if (selection.members.length === 1 && input.stage === 'frame' && !input.labelling.members && !input.labelling.sections) labels.push(...memberName(projector, model, scope, selection.members[0]));
  drawLabels(context, labels);
  drawAxes(context, projector, eye.target, frame.insets.left + 36, frame.height - frame.insets.bottom - 34);
  if (input.localAxes) drawLocalAxes(context, projector, model, selection.members);
  drawPreview(context, projector, input.preview);
  drawPreview(context, projector, input.stretch);
  drawMeasure(context, projector, input.measured, units);
  drawTools(context, projector, input);
}

function drawNodes(context: CanvasRenderingContext2D, projector: Projector, { model, scope, selection, stage, form }: OverlayInput): void {
  const chosen = new Set(selection.nodes);
  const showRings = form === 'line' && (stage === 'frame' || stage === 'loads' || stage === 'analysis');
  if (showRings && scope.nodes.size < mostNodesDrawn) {
    context.beginPath();
    for (const id of scope.nodes) {
      const [x, y] = projector.point(model.nodes[id].position);
      context.moveTo(x + 2, y);
      context.arc(x, y, 2, 0, 2 * Math.PI);
    }
    context.fillStyle = '#ffffff';
    context.fill();
    context.strokeStyle = colors.ink;
    context.lineWidth = 1;
    context.stroke();
  }
  for (const id of scope.nodes) {
    const { support, position } = model.nodes[id];
    if (!support && !chosen.has(id)) continue;
    const [x, y] = projector.point(position);
    if (support) drawSupport(context, x, y, support);
    if (!chosen.has(id)) continue;
    context.beginPath();
    context.arc(x, y, 7, 0, 2 * Math.PI);
    context.fillStyle = 'rgba(156, 20, 88, 0.2)';
    context.fill();
    context.strokeStyle = colors.brand;
    context.lineWidth = 1.8;
    context.stroke();
  }
}

/** Reactions of the shown state: the vertical one as an arrow, its value bold, the horizontal one under it. */
function drawReactions(context: CanvasRenderingContext2D, projector: Projector, { model, scope, shown, solved }: OverlayInput): void {
  if (!solved) return;
  const parts = shownParts(model, solved.solution, shown);
  if (parts.length !== 1) return;
  const { units } = model.settings;
  const whole = (value: number) => formatValue(value, 'force', units, Math.abs(value) / unitSize('force', units) >= 100 ? 0 : 1);
  solved.solution.nodeIds.forEach((id, i) => {
    const node = model.nodes[id];
    if (!node?.support || !scope.nodes.has(id)) return;
    const [rx, ry, rz] = parts[0].state.reactions.subarray(6 * i, 6 * i + 3);
    const [x, y] = projector.point(node.position);
    if (Number.isNaN(x)) return;
    context.strokeStyle = colors.ink;
    context.lineWidth = 1.5;
    if (rz >= 0) drawArrow(context, [x, y + 34], [x, y + 13], false);
    else drawArrow(context, [x, y + 13], [x, y + 34], false);
    context.textAlign = 'left';
    context.textBaseline = 'middle';
    context.font = labelFont(true);
    drawText(context, whole(rz), x + 7, y + 20, colors.ink);
    const horizontal = Math.hypot(rx, ry);
    if (horizontal < 0.01 * Math.abs(rz)) return;
    context.font = labelFont(false);
    drawText(context, `H ${whole(horizontal)}`, x + 7, y + 33, colors.ink2);
  });
}

/** Where a finding is shown: the middle of its nodes, or of its first member. */
function placeOf(model: Model, { place }: Finding): [number, number, number] | undefined {
  const member = place.members?.[0] === undefined ? undefined : model.members[place.members[0]];
  const ids = place.members && member ? [member.start, member.end] : (place.nodes ?? []).slice(0, 1);
  const points = ids.flatMap((id) => (model.nodes[id] ? [model.nodes[id].position] : []));
  if (points.length === 0) return undefined;
  return [0, 1, 2].map((axis) => points.reduce((sum, point) => sum + point[axis], 0) / points.length) as [number, number, number];
}

function memberName(projector: Projector, model: Model, scope: Scope, id: string): Label[] {
  const member = scope.members.find((one) => one.id === id);
  if (!member) return [];
  const [a, b] = [model.nodes[member.start].position, model.nodes[member.end].position];
  const [x, y] = projector.at((a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2);
  const section = member.section === null ? 'no section' : model.sections[member.section].name;
  return [{ text: `${member.label ?? id}  ${section}`, x, y, color: colors.brandDark, bold: true, weight: 9, gap: 10 }];
}

function drawTools(context: CanvasRenderingContext2D, projector: Projector, { model, hover, window, snap, drawnFrom }: OverlayInput): void {
  if (window) {
    context.strokeStyle = colors.brand;
    context.fillStyle = 'rgba(156, 20, 88, 0.07)';
    context.lineWidth = 1;
    context.setLineDash(window.touching ? [5, 3] : []);
    context.fillRect(window.left, window.top, window.right - window.left, window.bottom - window.top);
    context.strokeRect(window.left, window.top, window.right - window.left, window.bottom - window.top);
    context.setLineDash([]);
  }
  if (hover?.member && model.members[hover.member]) {
    const member = model.members[hover.member];
    const [a, b] = [projector.point(model.nodes[member.start].position), projector.point(model.nodes[member.end].position)];
    context.strokeStyle = 'rgba(22, 28, 35, 0.16)';
    context.lineWidth = 9;
    context.beginPath();
    context.moveTo(a[0], a[1]);
    context.lineTo(b[0], b[1]);
    context.stroke();
  }
  if (drawnFrom) {
    const [x, y] = projector.point(drawnFrom);
    const end = snap ? projector.point(snap.position) : hover ? [hover.x, hover.y] : undefined;
    if (end) {
      context.strokeStyle = colors.brand;
      context.lineWidth = 1.6;
      context.setLineDash([6, 4]);
      context.beginPath();
      context.moveTo(x, y);
      context.lineTo(end[0], end[1]);
      context.stroke();
      context.setLineDash([]);
    }
  }
  context.font = labelFont(true);
  context.textAlign = 'left';
  context.textBaseline = 'middle';
  if (snap) {
    const [x, y] = projector.point(snap.position);
    context.strokeStyle = colors.brand;
    context.lineWidth = 1.6;
    context.strokeRect(x - 5, y - 5, 10, 10);
    drawText(context, snap.name, x + 12, y - 12, colors.brandDark);
    context.font = labelFont(false);
    const leg = drawnFrom ? `   ${formatQuantity(Math.hypot(...snap.position.map((part, i) => part - drawnFrom[i])), 'length', model.settings.units, 2)}` : '';
    drawText(context, `${coordinateWords(snap.position, model.settings.units)}${leg}`, x + 12, y + 4, colors.ink2);
  } else if (hover?.text) drawText(context, hover.text, hover.x + 14, hover.y - 12, colors.ink);
}

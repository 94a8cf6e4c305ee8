import { isOfPanels } from '~core/results';
import { drawMarks } from '../kinds/marks';
import type { EnclosedField, PreviewLine } from '~core/build';
import { acceptanceOf, onLevel, type Finding, type Model, type Vector } from '~core/model';
import { formatQuantity, formatValue, unitSize } from '~core/units';
import type { Camera, Labelling, Quantity, Selection, Shown, Stage, ViewPlane } from '../../state/view-slice';
import type { Solved } from '../../state/solve-slice';
import { colors } from '../../theme/tokens';
import { shownParts, storeyBook } from '~core/results';
import type { SpaceLabel } from './space-label';
import type { Frame, Projector } from '../projection/eye';
import { drawLineReactions } from './line-reaction-marks';
import { drawHandles, type PanelHandle } from './panel-handles';
import { chosenLabels, drawBays, drawEnds, drawLocalAxes, drawMeasure, drawOnEnd, drawPreview } from './frame-marks';
import { drawArrow, drawFinding, drawSupport } from '../projection/glyphs';
import { drawLabels, drawText, labelFont, type Label, type LabelBox } from '../projection/labels';
import { actingLoads } from './acting';
import { drawLoads } from './load-glyphs';
import type { LoadStyle, Visible } from '../../state/view-slice';
import type { LoadZone } from './load-zones';
import type { Rectangle } from './pick';
import type { Scope } from '~core/picture';
import { drawAxes, drawSettingOut } from './setting-out';
import { coordinateWords, type Snap } from './snap';

/** What is under the pointer or being drawn, in pixels and metres. */
export interface Hover {
  readonly member?: string;
  /** place along the member, 0–1 */
  readonly share?: number;
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
  readonly labelShifts: Readonly<Record<string, readonly [number, number]>>;
  /** filled with where labels came to stand */
  readonly labelBoxes: LabelBox[];
  /** filled with where loads were drawn */
  readonly loadZones: LoadZone[];
  readonly visible: Visible;
  readonly quantity: Quantity;
  /** what the pointer is over in another view */
  readonly elsewhere: { readonly member: string; readonly share: number; readonly text: string } | null;
  readonly hover: Hover | undefined;
  readonly window: (Rectangle & { touching: boolean }) | undefined;
  readonly snap: Snap | undefined;
  readonly drawnFrom: Vector | undefined;
  readonly labelling: Labelling;
  readonly localAxes: boolean;
  readonly loadStyle: LoadStyle;
  readonly preview: readonly PreviewLine[];
  /** bays an open tool can brace, and those that are chosen */
  readonly bays: readonly EnclosedField[];
  readonly chosenBays: ReadonlySet<string>;
  /** where the chosen slab or wall can be taken hold of */
  readonly handles: readonly PanelHandle[];
  readonly measured: readonly Vector[];
  /** where dragged nodes would go */
  readonly stretch: readonly PreviewLine[];
}

const mostNodesDrawn = 3000;
const mostEndSymbols = 150;

/** Draws everything that has a size on the screen rather than in space: marks, symbols, loads and words. */
export function drawOverlay(
  context: CanvasRenderingContext2D,
  projector: Projector,
  eye: Camera,
  frame: Frame,
  input: OverlayInput,
): void {
  const { model, scope, selection } = input;
  const { units } = model.settings;
  context.clearRect(0, 0, frame.width, frame.height);
  drawSettingOut(context, projector, model, input.plane, units);
  const labels: Label[] = (input.visible.labels ? input.labels : []).flatMap(({ at, ...label }) => {
    const [x, y] = projector.point(at);
    return Number.isNaN(x) ? [] : [{ ...label, x, y }];
  });
  const coloured = input.stage === 'results' && isOfPanels(input.quantity);
  drawMarks(context, { projector, model, scope, coloured }, input.visible, selection);
  drawOnEnd(context, projector, model, scope, selection);
  drawBays(context, projector, input.bays, input.chosenBays);
  drawHandles(context, projector, input.model, input.handles);
  drawNodes(context, projector, input);
  if (input.stage === 'frame' || input.stage === 'analysis') {
    // in space the symbols of many members would hide the frame: then only those of the selection are drawn
    const many = input.plane.kind === '3d' && scope.members.length > mostEndSymbols;
    const chosen = new Set(selection.members);
    drawEnds(context, projector, model, many ? scope.members.filter((member) => chosen.has(member.id)) : scope.members);
  }
  if (input.visible.labels) labels.push(...chosenLabels(projector, model, scope, input.labelling));
  input.loadZones.length = 0;
  if (input.stage === 'loads' || input.loadStyle.everywhere) {
    const written = drawLoads(
      context,
      projector,
      model,
      actingLoads(model, input.shown),
      { members: new Set(scope.members.map((member) => member.id)), nodes: scope.nodes },
      units,
      { ...input.loadStyle, picked: selection.loads, visible: input.visible, zones: input.loadZones },
    );
    // elsewhere the values of loads would stand among results
    if (input.stage === 'loads' && input.visible.labels) labels.push(...written);
  }
  if (input.showReactions) {
    drawReactions(context, projector, input);
    const [only, ...others] = input.solved ? shownParts(model, input.solved.solution, input.shown) : [];
    if (only && others.length === 0)
      labels.push(
        ...drawLineReactions(context, projector, {
          model,
          solution: input.solved!.solution,
          state: only.state,
          scope,
          units,
        }),
      );
  }
  for (const finding of input.findings) {
    if (acceptanceOf(model, finding)) continue;
    const at = placeOf(model, finding);
    if (!at) continue;
    const [x, y] = projector.point(at);
    drawFinding(context, x, y - 10, finding.severity);
  }
  if (
    selection.members.length === 1 &&
    input.stage === 'frame' &&
    !input.labelling.members &&
    !input.labelling.sections
  )
    labels.push(...memberName(projector, model, scope, selection.members[0]));
  input.labelBoxes.length = 0;
  if (input.stage === 'results' && input.quantity === 'drift') drawDrifts(context, projector, input);
  drawLabels(context, labels, [], input.labelShifts, input.labelBoxes);
  drawAxes(
    context,
    projector,
    eye.target,
    frame.insets.left + 36,
    frame.height - frame.insets.bottom - 34,
    model.settings.directions,
  );
  if (input.localAxes) drawLocalAxes(context, projector, model, selection.members);
  drawPreview(context, projector, input.preview);
  drawPreview(context, projector, input.stretch);
  drawMeasure(context, projector, input.measured, units);
  drawTools(context, projector, input);
}

function drawNodes(
  context: CanvasRenderingContext2D,
  projector: Projector,
  { model, scope, selection, stage, form, visible }: OverlayInput,
): void {
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
    if (support && visible.supports) drawSupport(context, x, y, support);
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

/**
 * Reactions of the shown state: the vertical one as an arrow, its value bold, the horizontal one under it. When reactions are what is looked at: all
 * components that are not nothing, and the resultant. Of an envelope the largest and smallest vertical one.
 */
function drawReactions(
  context: CanvasRenderingContext2D,
  projector: Projector,
  { model, scope, shown, solved, quantity, labelBoxes }: OverlayInput,
): void {
  if (!solved) return;
  const parts = shownParts(model, solved.solution, shown);
  if (parts.length === 0 || (parts.length > 1 && quantity !== 'reactions')) return;
  const { units } = model.settings;
  const show = (value: number, kind: 'force' | 'moment' = 'force') =>
    formatValue(value, kind, units, Math.abs(value) / unitSize(kind, units) >= 100 ? 0 : 1);
  const largest = parts.reduce(
    (most, { state }) => state.reactions.reduce((a, b) => Math.max(a, Math.abs(b)), most),
    0,
  );
  solved.solution.nodeIds.forEach((id, i) => {
    const node = model.nodes[id];
    if ((!node?.support && !node?.springs) || !scope.nodes.has(id)) return;
    const sixes = parts.map(({ state }) => state.reactions.subarray(6 * i, 6 * i + 6));
    const [rx, ry, rz] = sixes[0];
    const [x, y] = projector.point(node.position);
    if (Number.isNaN(x)) return;
    context.strokeStyle = colors.ink;
    context.lineWidth = 1.5;
    if (rz >= 0) drawArrow(context, [x, y + 34], [x, y + 13], false);
    else drawArrow(context, [x, y + 13], [x, y + 34], false);
    context.textAlign = 'left';
    context.textBaseline = 'middle';
    const lines: [string, boolean][] = [];
    if (parts.length > 1) {
      const vertical = sixes.map((six) => six[2]);
      lines.push([`${show(Math.min(...vertical))} to ${show(Math.max(...vertical))}`, true]);
    } else if (quantity === 'reactions') {
      const component = (name: string, value: number, kind: 'force' | 'moment') =>
        Math.abs(value) > 1e-4 * largest ? [`${name} ${show(value, kind)}`] : [];
      lines.push(
        [`R ${show(Math.hypot(rx, ry, rz))}`, true],
        [
          [...component('x', rx, 'force'), ...component('y', ry, 'force'), ...component('z', rz, 'force')].join('  '),
          false,
        ],
      );
      const moments = ['Mx', 'My', 'Mz'].flatMap((name, k) => component(name, sixes[0][3 + k], 'moment')).join('  ');
      if (moments !== '') lines.push([moments, false]);
    } else {
      lines.push([show(rz), true]);
      const horizontal = Math.hypot(rx, ry);
      if (horizontal >= 0.01 * Math.abs(rz)) lines.push([`H ${show(horizontal)}`, false]);
    }
    lines.forEach(([text, bold], n) => {
      context.font = labelFont(bold);
      const top = y + 20 + 13 * n;
      const width = context.measureText(text).width;
      // what does not find room is under the cursor and in the ledger
      if (
        labelBoxes.some(
          (box) => x + 7 < box.right && x + 7 + width > box.left && top - 6 < box.bottom && top + 6 > box.top,
        )
      )
        return;
      labelBoxes.push({ left: x + 7, right: x + 7 + width, top: top - 6, bottom: top + 6 });
      drawText(context, text, x + 7, top, bold ? colors.ink : colors.ink2);
    });
  });
}

/** Drift of each storey at its height, right of the frame: movement against the storey below, and its share of the height. */
function drawDrifts(
  context: CanvasRenderingContext2D,
  projector: Projector,
  { model, scope, shown, solved, labelBoxes }: OverlayInput,
): void {
  if (!solved) return;
  const { units } = model.settings;
  const book = storeyBook(model, solved.solution);
  const worst = new Map<string, { drift: number; height: number; axis: string; by: string; elevation: number }>();
  for (const { label, state } of shownParts(model, solved.solution, shown)) {
    for (const one of book.results(state)) {
      one.drift.forEach((drift, axis) => {
        const known = worst.get(one.storey.id);
        if (!known || Math.abs(drift) > Math.abs(known.drift))
          worst.set(one.storey.id, {
            drift,
            height: one.height,
            axis: 'xy'[axis],
            by: label,
            elevation: one.storey.elevation,
          });
      });
    }
  }
  context.textAlign = 'left';
  context.textBaseline = 'middle';
  for (const { drift, height, axis, by, elevation } of worst.values()) {
    let [right, at] = [-Infinity, 0];
    for (const id of scope.nodes) {
      const { position } = model.nodes[id];
      if (Math.abs(position[2] - elevation) > onLevel) continue;
      const [x, y] = projector.point(position);
      if (x > right) [right, at] = [x, y];
    }
    if (right === -Infinity) continue;
    const text = `${formatQuantity(drift, 'deflection', units, 1)} in ${axis}, ${Math.abs(drift) < 1e-9 ? 'h/∞' : `h/${Math.round(height / Math.abs(drift))}`} (${by})`;
    context.font = labelFont(true);
    labelBoxes.push({
      left: right + 24,
      right: right + 24 + context.measureText(text).width,
      top: at - 7,
      bottom: at + 7,
    });
    drawText(context, text, right + 24, at, colors.ink2);
  }
}

/** Where a finding is shown: the middle of its nodes, or of its first member. */
function placeOf(model: Model, { place }: Finding): [number, number, number] | undefined {
  const member = place.members?.[0] === undefined ? undefined : model.members[place.members[0]];
  const ids = place.members && member ? [member.start, member.end] : (place.nodes ?? []).slice(0, 1);
  const points = ids.flatMap((id) => (model.nodes[id] ? [model.nodes[id].position] : []));
  if (points.length === 0) return undefined;
  return [0, 1, 2].map((axis) => points.reduce((sum, point) => sum + point[axis], 0) / points.length) as [
    number,
    number,
    number,
  ];
}

function memberName(projector: Projector, model: Model, scope: Scope, id: string): Label[] {
  const member = scope.members.find((one) => one.id === id);
  if (!member) return [];
  const [a, b] = [model.nodes[member.start].position, model.nodes[member.end].position];
  const [x, y] = projector.at((a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2);
  const section = member.section === null ? 'no section' : model.sections[member.section].name;
  return [{ text: `${member.label ?? id}  ${section}`, x, y, color: colors.brandDark, bold: true, weight: 9, gap: 10 }];
}

/** The grey band under the member that is pointed at. */
function drawHalo(context: CanvasRenderingContext2D, projector: Projector, model: Model, id: string): void {
  const [a, b] = [model.members[id].start, model.members[id].end].map((node) =>
    projector.point(model.nodes[node].position),
  );
  context.strokeStyle = 'rgba(22, 28, 35, 0.16)';
  context.lineWidth = 9;
  context.beginPath();
  context.moveTo(a[0], a[1]);
  context.lineTo(b[0], b[1]);
  context.stroke();
}

function drawTools(
  context: CanvasRenderingContext2D,
  projector: Projector,
  { model, hover, window, snap, drawnFrom, elsewhere }: OverlayInput,
): void {
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
    drawHalo(context, projector, model, hover.member);
  }
  if (elsewhere && model.members[elsewhere.member]) {
    const member = model.members[elsewhere.member];
    const [from, to] = [model.nodes[member.start].position, model.nodes[member.end].position];
    drawHalo(context, projector, model, elsewhere.member);
    const [x, y] = projector.point(from.map((part, k) => part + (to[k] - part) * elsewhere.share));
    context.font = labelFont(true);
    context.textAlign = 'left';
    context.textBaseline = 'middle';
    drawText(context, elsewhere.text, x + 14, y - 12, colors.ink);
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
    const leg = drawnFrom
      ? `   ${formatQuantity(Math.hypot(...snap.position.map((part, i) => part - drawnFrom[i])), 'length', model.settings.units, 2)}`
      : '';
    drawText(context, `${coordinateWords(snap.position, model.settings.units)}${leg}`, x + 12, y + 4, colors.ink2);
  } else if (hover?.text) drawText(context, hover.text, hover.x + 14, hover.y - 12, colors.ink);
}

import { bayMiddle, endSymbol, type EnclosedField, type PreviewLine } from '~core/build';
import {
  dot,
  memberAxis,
  memberEnds,
  norm,
  subtract,
  type Connection,
  type Member,
  type Model,
  type Vector,
} from '~core/model';
import { formatQuantity } from '~core/units';
import type { Labelling, Selection } from '../../state/view-slice';
import { colors } from '../../theme/tokens';
import type { Projector } from '../projection/eye';
import { path } from '../projection/outline';
import { drawArrow } from '../projection/glyphs';
import { drawText, labelFont, type Label } from '../projection/labels';
import type { Scope } from '~core/picture';

type Context = CanvasRenderingContext2D;

/** Least size of a column seen on its end, pixels: it must be seen and hit whatever the scale. */
const leastOnEnd = 4;

/** Columns in a plan by their filled sections: concrete light with an edge, steel dark; the selected ones in the colour of the selection. */
export function drawOnEnd(
  context: Context,
  projector: Projector,
  model: Model,
  scope: Scope,
  selection: Selection,
): void {
  const chosen = new Set(selection.members);
  for (const { member, at, outlines } of scope.onEnd) {
    const isChosen = chosen.has(member.id);
    const steel = member.material !== null && model.materials[member.material].kind === 'steel';
    const [x, y] = projector.point(at);
    if (Number.isNaN(x)) continue;
    const rings = outlines.map((outline) => outline.map((point) => projector.point(point)));
    const reach = Math.max(0, ...rings.flat().map(([px, py]) => Math.hypot(px - x, py - y)));
    context.fillStyle = isChosen ? colors.brand : steel ? colors.steel : colors.concrete;
    context.strokeStyle = isChosen ? colors.brand : colors.ink;
    context.lineWidth = isChosen ? 2 : 1;
    context.beginPath();
    if (reach < leastOnEnd) context.rect(x - leastOnEnd, y - leastOnEnd, 2 * leastOnEnd, 2 * leastOnEnd);
    else {
      for (const ring of rings) {
        ring.forEach(([px, py], i) => (i === 0 ? context.moveTo(px, py) : context.lineTo(px, py)));
        context.closePath();
      }
    }
    context.fill('evenodd');
    context.stroke();
    if (!isChosen) continue;
    context.beginPath();
    context.arc(x, y, Math.max(reach, leastOnEnd) + 5, 0, 2 * Math.PI);
    context.lineWidth = 1.8;
    context.stroke();
  }
}

/** Symbols of end conditions a little inside the member's ends: ring for a hinge, two bars for a slide, zigzag for springs. */
export function drawEnds(context: Context, projector: Projector, model: Model, members: readonly Member[]): void {
  for (const member of members) {
    if (!member.startConnection && !member.endConnection && (member.behaviour ?? 'frame') === 'frame') continue;
    const ends = memberEnds(model, member);
    if (!ends) continue;
    const [ax, ay] = projector.point(ends.start.position);
    const [bx, by] = projector.point(ends.end.position);
    const length = Math.hypot(bx - ax, by - ay);
    if (!(length > 26)) continue;
    const [ux, uy] = [(bx - ax) / length, (by - ay) / length];
    const at = Math.min(11, length / 4);
    const axial = (member.behaviour ?? 'frame') !== 'frame';
    symbol(context, ax + ux * at, ay + uy * at, ux, uy, axial ? { ry: 0 } : member.startConnection);
    symbol(context, bx - ux * at, by - uy * at, ux, uy, axial ? { ry: 0 } : member.endConnection);
  }
}

function symbol(
  context: Context,
  x: number,
  y: number,
  ux: number,
  uy: number,
  connection: Connection | undefined,
): void {
  const kind = endSymbol(connection);
  if (kind === 'none') return;
  context.strokeStyle = colors.ink;
  context.fillStyle = '#ffffff';
  context.lineWidth = 1.2;
  context.beginPath();
  if (kind === 'hinge') {
    context.arc(x, y, 3, 0, 2 * Math.PI);
    context.fill();
  } else if (kind === 'slide') {
    for (const side of [-2, 2]) {
      context.moveTo(x + ux * side - uy * 5, y + uy * side + ux * 5);
      context.lineTo(x + ux * side + uy * 5, y + uy * side - ux * 5);
    }
  } else {
    for (let i = 0; i <= 4; i++) {
      const [along, across] = [i * 2 - 4, i === 0 || i === 4 ? 0 : i % 2 === 0 ? -4 : 4];
      const [px, py] = [x + ux * along - uy * across, y + uy * along + ux * across];
      if (i === 0) context.moveTo(px, py);
      else context.lineTo(px, py);
    }
  }
  context.stroke();
}

/** The local axes of members as three arrows at their middle, named. */
export function drawLocalAxes(context: Context, projector: Projector, model: Model, ids: readonly string[]): void {
  for (const id of ids.slice(0, 40)) {
    const axis = model.members[id] && memberAxis(model, model.members[id]);
    if (!axis) continue;
    const middle = axis.start.map((part, i) => (part + axis.end[i]) / 2);
    const [x, y] = projector.point(middle);
    context.font = labelFont(true);
    context.textAlign = 'center';
    context.textBaseline = 'middle';
    const tips = (['x', 'y', 'z'] as const).map((name) =>
      projector.point(middle.map((part, i) => part + axis.axes[name][i] * 0.05)),
    );
    const scale = 40 / Math.max(1e-9, ...tips.map(([tx, ty]) => Math.hypot(tx - x, ty - y)));
    (['x', 'y', 'z'] as const).forEach((name, i) => {
      const [dx, dy] = [(tips[i][0] - x) * scale, (tips[i][1] - y) * scale];
      const reach = Math.hypot(dx, dy);
      if (!(reach > 6)) return;
      const color = name === 'x' ? colors.ink : name === 'y' ? colors.moment : colors.shear;
      context.strokeStyle = context.fillStyle = color;
      context.lineWidth = 1.8;
      drawArrow(context, [x, y], [x + dx, y + dy], true);
      drawText(context, name, x + dx + (dx / reach) * 9, y + dy + (dy / reach) * 9, color);
    });
  }
}

const mostLabels = 400;

/** Numbers of nodes and members and names of sections, where they are asked for. */
export function chosenLabels(projector: Projector, model: Model, scope: Scope, labelling: Labelling): Label[] {
  const labels: Label[] = [];
  if (labelling.nodes) {
    for (const id of [...scope.nodes].slice(0, mostLabels)) {
      const [x, y] = projector.point(model.nodes[id].position);
      labels.push({ text: id, x: x + 8, y: y - 7, color: colors.ink3, weight: 0.1, bold: false });
    }
  }
  if (labelling.members || labelling.sections) {
    for (const member of scope.members.slice(0, mostLabels)) {
      const ends = memberEnds(model, member);
      if (!ends) continue;
      const [x, y] = projector.point(ends.start.position.map((part, i) => (part + ends.end.position[i]) / 2));
      const section = member.section === null ? 'no section' : model.sections[member.section].name;
      const text = [labelling.members ? (member.label ?? member.id) : '', labelling.sections ? section : '']
        .filter((part) => part !== '')
        .join('  ');
      labels.push({ text, x, y, color: colors.ink2, weight: 0.2, bold: false, gap: 8 });
    }
  }
  return labels;
}

/** Bays and fields an open tool offers, pale; chosen ones in the colour of choice. */
export function drawBays(
  context: Context,
  projector: Projector,
  bays: readonly EnclosedField[],
  chosen: ReadonlySet<string>,
): void {
  for (const bay of bays) {
    const middle = bayMiddle(bay);
    const inset = bay.corners.map((corner) => corner.map((part, i) => part + (middle[i] - part) * 0.1));
    const taken = chosen.has(bay.key);
    if (!path(context, projector, inset)) continue;
    context.closePath();
    for (const island of bay.islands) {
      island.forEach((corner, i) => {
        const [x, y] = projector.point(corner);
        if (i === 0) context.moveTo(x, y);
        else context.lineTo(x, y);
      });
      context.closePath();
    }
    context.fillStyle = taken ? 'rgba(156, 20, 88, 0.16)' : 'rgba(22, 28, 35, 0.05)';
    context.fill('evenodd');
    context.strokeStyle = taken ? colors.brand : '#8894A0';
    context.lineWidth = taken ? 1.6 : 0.8;
    context.setLineDash(taken ? [] : [3, 3]);
    context.stroke();
    context.setLineDash([]);
  }
}

/** What an open tool would make. */
export function drawPreview(context: Context, projector: Projector, lines: readonly PreviewLine[]): void {
  context.strokeStyle = colors.brand;
  context.lineWidth = 1.6;
  context.setLineDash([5, 3]);
  context.beginPath();
  for (const [a, b] of lines.slice(0, 4000)) {
    const [ax, ay] = projector.point(a);
    const [bx, by] = projector.point(b);
    if (Number.isNaN(ax) || Number.isNaN(bx)) continue;
    context.moveTo(ax, ay);
    context.lineTo(bx, by);
  }
  context.stroke();
  context.setLineDash([]);
}

/** The last leg of a measured way in words, and the angle at its corner where there is one before it. */
export function measureWords(points: readonly Vector[], units: Model['settings']['units']): string {
  if (points.length < 2) return '';
  const legs = points.slice(1).map((point, i) => subtract(point, points[i]));
  const last = legs[legs.length - 1];
  const parts = last.map((part, k) => `Δ${'xyz'[k]} ${formatQuantity(part, 'length', units, 3)}`).join('  ');
  const angle =
    legs.length > 1 ? `   ∠ ${formatQuantity(cornerAngle(legs[legs.length - 2], last), 'angle', units, 1)}` : '';
  return `${formatQuantity(norm(last), 'length', units, 3)}   ${parts}${angle}`;
}

/** Angle between the way back along one leg and the way on along the next, rad. */
const cornerAngle = (before: Vector, after: Vector): number =>
  Math.acos(Math.max(-1, Math.min(1, -dot(before, after) / (norm(before) * norm(after)))));

/** A measured way: each leg with its length, and the angle at the corner between two legs. */
export function drawMeasure(
  context: Context,
  projector: Projector,
  points: readonly Vector[],
  units: Model['settings']['units'],
): void {
  if (points.length === 0) return;
  context.strokeStyle = colors.brand;
  context.lineWidth = 1.6;
  if (path(context, projector, points)) context.stroke();
  context.font = labelFont(true);
  context.textAlign = 'left';
  context.textBaseline = 'middle';
  points.forEach((point, i) => {
    const [x, y] = projector.point(point);
    context.strokeRect(x - 3, y - 3, 6, 6);
    if (i === 0) return;
    const [mx, my] = projector.point(point.map((part, k) => (part + points[i - 1][k]) / 2));
    drawText(context, measureWords(points.slice(0, i + 1), units), mx + 8, my - 8, colors.brandDark);
  });
}

import { loadWords, spreadOf } from '~core/loading';
import {
  add,
  fromPlane,
  isDirect,
  isOnFloor,
  memberAxis,
  scale,
  type AreaLoad,
  type Load,
  type Model,
  type Vector,
} from '~core/model';
import { formatQuantity, type UnitSystem } from '~core/units';
import { colors } from '../../theme/tokens';
import { receivedLoads, type ActingLoad } from './acting';
import type { LoadStyle, Visible } from '../../state/view-slice';
import type { LoadZone } from './load-zones';
import type { Projector } from '../projection/eye';
import { drawArrow } from '../projection/glyphs';
import type { Label } from '../projection/labels';

/** How loads are drawn, and which of them are marked as chosen. */
export interface DrawnLoads extends LoadStyle {
  readonly picked: readonly string[];
  readonly visible: Visible;
  /** filled with where each load was drawn */
  readonly zones: LoadZone[];
}

const shortest = 12;
const longest = 34;
const spacing = 26;
const generatedDash = [5, 3];

/** What decides how long a load's arrow is among those of its kind. */
function sizeOf(load: Load): number {
  if (load.type === 'node' || load.type === 'spot') return Math.hypot(...load.force);
  if (load.type === 'trapezoid' || load.type === 'line')
    return Math.max(Math.abs(load.valueFrom), Math.abs(load.valueTo));
  return 'value' in load ? Math.abs(load.value) : 1;
}

/** Loads of one kind share a scale. */
const scaleKind = (load: Load): string =>
  load.type === 'uniform' || load.type === 'trapezoid' || load.type === 'line'
    ? 'line'
    : load.type === 'point' || load.type === 'node' || load.type === 'spot'
      ? 'force'
      : load.type;

/** The scale of the arrows in words: what the longest of each kind stands for. */
export function scaleOfLoads(acting: readonly ActingLoad[], units: UnitSystem): string {
  const largest = largestOf(acting);
  return [
    ...(largest.line ? [`longest arrows ${formatQuantity(largest.line, 'lineLoad', units)}`] : []),
    ...(largest.force
      ? [`${largest.line ? '' : 'longest arrow '}${formatQuantity(largest.force, 'force', units)}`]
      : []),
  ].join(', ');
}

function largestOf(acting: readonly ActingLoad[]): Record<string, number> {
  const largest: Record<string, number> = {};
  for (const { load, factor } of acting)
    largest[scaleKind(load)] = Math.max(largest[scaleKind(load)] ?? 0, Math.abs(factor) * sizeOf(load));
  return largest;
}

interface Pen {
  readonly context: CanvasRenderingContext2D;
  readonly projector: Projector;
  readonly model: Model;
  readonly units: UnitSystem;
  readonly style: DrawnLoads;
  readonly labels: Label[];
  readonly reach: (one: ActingLoad) => number;
  /** arrows a line load has at most: fewer where there are very many loads, so that the picture still turns */
  readonly mostArrows: number;
  /** the load that is being drawn */
  readonly current: { load: string };
}

const visibleKindOf = (load: Load): 'nodeLoads' | 'areaLoads' | 'memberLoads' =>
  'node' in load || load.type === 'spot' ? 'nodeLoads' : isDirect(load) ? 'memberLoads' : 'areaLoads';

/** Draws loads: arrows of forces, filled shapes of line loads, hatched fields of area loads; those that rules make with broken lines. The largest load of a kind has the longest arrows. */
export function drawLoads(
  context: CanvasRenderingContext2D,
  projector: Projector,
  model: Model,
  acting: readonly ActingLoad[],
  visible: { members: ReadonlySet<string>; nodes: ReadonlySet<string> },
  units: UnitSystem,
  style: DrawnLoads,
): Label[] {
  const inView = (
    style.received
      ? receivedLoads(model, acting)
      : acting.flatMap((one) => (isEdgeOn(projector, model, one.load) ? receivedLoads(model, [one]) : [one]))
  ).filter(({ load }) => style.visible[visibleKindOf(load)] && isInView(model, load, visible));
  const largest = largestOf(inView);
  const labels: Label[] = [];
  const reach = ({ load, factor }: ActingLoad) =>
    shortest +
    (longest - shortest) *
      (largest[scaleKind(load)] > 0 ? (Math.abs(factor) * sizeOf(load)) / largest[scaleKind(load)] : 0);
  const mostArrows = inView.length > 2000 ? 1 : inView.length > 500 ? 4 : 30;
  const pen: Pen = { context, projector, model, units, style, labels, reach, mostArrows, current: { load: '' } };
  style.zones.length = 0;
  const picked = new Set(style.picked);
  for (const one of inView) {
    const isPicked = picked.has(one.load.id);
    context.strokeStyle = context.fillStyle = isPicked ? colors.brand : colors.load;
    context.lineWidth = isPicked ? 2 : 1;
    context.setLineDash(one.generated ? generatedDash : []);
    pen.current.load = one.load.id;
    drawLoad(pen, one);
  }
  context.setLineDash([]);
  return labels.length > crowded ? thinned(labels) : labels;
}

/** Whether an area is seen so flat that a field would only be a line: then what members in view receive of it is drawn in its place. */
function isEdgeOn(projector: Projector, model: Model, load: Load): boolean {
  if (load.type !== 'area') return false;
  const [patch] = spreadOf(model, load).patches;
  if (!patch) return false;
  const edge = patch.outlines[0].map((point) => projector.point(fromPlane(patch.plane, point)));
  const next = (i: number) => edge[(i + 1) % edge.length];
  const around = edge.reduce((sum, [x, y], i) => sum + Math.hypot(next(i)[0] - x, next(i)[1] - y), 0);
  const area = Math.abs(edge.reduce((sum, [x, y], i) => sum + x * next(i)[1] - next(i)[0] * y, 0) / 2);
  return around > 0 && area < edgeOn * around * around;
}

/** Share of its outline's square below which a field is a line on the screen. */
const edgeOn = 0.004;

function isInView(
  model: Model,
  load: Load,
  visible: { members: ReadonlySet<string>; nodes: ReadonlySet<string> },
): boolean {
  if (isDirect(load)) return 'node' in load ? visible.nodes.has(load.node) : visible.members.has(load.member);
  if (isOnFloor(load)) return true;
  const { received } = spreadOf(model, load);
  return received.length === 0 || received.some((one) => visible.members.has(one.member));
}

function drawLoad(pen: Pen, one: ActingLoad): void {
  const { context, projector, model, units, labels } = pen;
  const { load, factor } = one;
  const word = (text: string, [x, y]: readonly number[], weight: number) =>
    labels.push({ text, x, y, color: colors.load, weight });
  const turn = (at: readonly number[], value: number) => {
    const [x, y] = projector.point(at);
    context.beginPath();
    context.arc(x, y, 9, 0.4, 5.2);
    context.stroke();
    word(formatQuantity(value, 'moment', units), [x + 9, y - 9], 0.45);
  };
  const settle = (at: Vector, displacement: Vector) => {
    const size = Math.hypot(...displacement);
    if (size > 0)
      arrow(
        pen,
        at,
        displacement.map((part) => (part * Math.sign(factor)) / size),
        longest,
      );
    const [x, y] = projector.point(at);
    word(`settles ${loadWords(load, units).value}`, [x + 12, y + 14], 0.5);
  };
  switch (load.type) {
    case 'area':
      drawArea(pen, load, factor);
      return;
    case 'line':
      drawSpread(
        pen,
        one,
        (s) =>
          add(
            load.start,
            scale([load.end[0] - load.start[0], load.end[1] - load.start[1], load.end[2] - load.start[2]], s),
          ),
        globalUnit(load.direction),
        load.valueFrom * factor,
        load.valueTo * factor,
      );
      return;
    case 'panelTemperature': {
      const panel = load.slab === undefined ? model.walls[load.wall!] : model.slabs[load.slab];
      const corners = panel.corners.map((id) => model.nodes[id].position);
      const middle = [0, 1, 2].map((k) => corners.reduce((sum, corner) => sum + corner[k], 0) / corners.length);
      word(loadWords(load, units).value, projector.point(middle), 0.5);
      return;
    }
    case 'lineSettlement': {
      const { start, end } = model.lineSupports[load.lineSupport];
      const [a, b] = [model.nodes[start].position, model.nodes[end].position];
      settle(scale(add(a, b), 0.5), load.displacement);
      return;
    }
    case 'spot':
    case 'node': {
      const at = load.type === 'spot' ? load.at : model.nodes[load.node].position;
      const strength = Math.hypot(...load.force);
      if (strength > 0) {
        const tail = arrow(
          pen,
          at,
          load.force.map((part) => (part * Math.sign(factor)) / strength),
          pen.reach(one),
        );
        if (tail) word(formatQuantity(strength * Math.abs(factor), 'force', units), tail, 0.5);
      }
      const twist = Math.hypot(...load.moment);
      if (twist > 0) turn(at, twist * Math.abs(factor));
      return;
    }
    case 'settlement': {
      settle(model.nodes[load.node].position, load.displacement);
      return;
    }
    default:
  }
  const member = model.members[load.member];
  const axis = memberAxis(model, member);
  if (!axis) return;
  const { axes, length } = axis;
  const place = (x: number): Vector => add(axis.start, scale(axes.x, x));
  if (load.type === 'temperature' || load.type === 'strain') {
    const [x, y] = projector.point(place(length / 2));
    word(loadWords(load, units).value, [x, y - 8], 0.5);
    return;
  }
  const unit = load.axes === 'local' ? axes[load.direction] : globalUnit(load.direction);
  if (load.type === 'moment') {
    turn(place(Math.min(load.at, length)), Math.abs(load.value * factor));
    return;
  }
  if (load.type === 'point') {
    const tail = arrow(
      pen,
      place(Math.min(load.at, length)),
      unit.map((part) => part * Math.sign(load.value * factor)),
      pen.reach(one),
    );
    if (tail) word(formatQuantity(Math.abs(load.value * factor), 'force', units), tail, 0.5);
    return;
  }
  const [from, to] = [Math.min(load.from, length), Math.min(load.to ?? length, length)];
  const [first, last] = load.type === 'uniform' ? [load.value, load.value] : [load.valueFrom, load.valueTo];
  drawSpread(pen, one, (s) => place(from + (to - from) * s), unit, first * factor, last * factor);
}

const globalUnit = (direction: 'x' | 'y' | 'z'): Vector =>
  direction === 'x' ? [1, 0, 0] : direction === 'y' ? [0, 1, 0] : [0, 0, 1];

/** A line load as a filled shape with arrows: from its line out to its size, on the side it comes from. */
function drawSpread(
  pen: Pen,
  one: ActingLoad,
  place: (share: number) => Vector,
  unit: Vector,
  first: number,
  last: number,
): void {
  const { context, projector, labels, units } = pen;
  const main = Math.abs(last) > Math.abs(first) ? last : first;
  if (main === 0) return;
  const [a, b] = [projector.point(place(0)), projector.point(place(1))];
  const pixels = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const count = Math.max(1, Math.min(pen.mostArrows, Math.round(pixels / spacing)));
  const direction = scale(unit, Math.sign(main));
  const feet: [number, number][] = [];
  const tops: [number, number][] = [];
  for (let i = 0; i <= count; i++) {
    const at = place(i / count);
    const share = (first + ((last - first) * i) / count) / main;
    const [x, y] = projector.point(at);
    const tail = arrow(pen, at, share < 0 ? scale(direction, -1) : direction, pen.reach(one) * Math.abs(share));
    feet.push([x, y]);
    tops.push(tail ?? [x, y]);
  }
  pen.style.zones.push({ load: pen.current.load, kind: 'field', points: [...feet, ...[...tops].reverse()] });
  context.save();
  context.beginPath();
  tops.forEach(([x, y], i) => (i === 0 ? context.moveTo(x, y) : context.lineTo(x, y)));
  context.stroke();
  for (const [x, y] of [...feet].reverse()) context.lineTo(x, y);
  context.closePath();
  context.globalAlpha = 0.12;
  context.fill();
  context.restore();
  const even = Math.abs(first - last) < 1e-9 * Math.abs(main);
  const weight = 0.4 + pixels / 5000;
  if (even) {
    const middle = tops[Math.floor(tops.length / 2)];
    labels.push({
      text: formatQuantity(Math.abs(main), 'lineLoad', units),
      x: middle[0],
      y: middle[1],
      color: colors.load,
      weight,
    });
    return;
  }
  [first, last].forEach((value, i) => {
    if (Math.abs(value) < 0.02 * Math.abs(main)) return;
    const [x, y] = tops[i === 0 ? 0 : tops.length - 1];
    labels.push({ text: formatQuantity(Math.abs(value), 'lineLoad', units), x, y, color: colors.load, weight });
  });
}

const hatch = 11;

/** An area load as a sparsely hatched field with its value; the hatch runs along the span when it goes one way, and both ways when it goes two. */
function drawArea(pen: Pen, load: AreaLoad, factor: number): void {
  const { context, projector, model, units, labels } = pen;
  const { patches, direction, given, area } = spreadOf(model, load);
  for (const { plane, outlines, openings } of patches) {
    const project = (polygon: readonly (readonly [number, number])[]) =>
      polygon.map((point) => projector.point(fromPlane(plane, point)));
    const edges = [...outlines, ...openings].map(project);
    if (edges.some((edge) => edge.some(([x]) => Number.isNaN(x)))) continue;
    for (const outline of edges.slice(0, outlines.length))
      pen.style.zones.push({ load: load.id, kind: 'field', points: outline });
    context.save();
    const path = new Path2D();
    for (const edge of edges) {
      edge.forEach(([x, y], i) => (i === 0 ? path.moveTo(x, y) : path.lineTo(x, y)));
      path.closePath();
    }
    context.stroke(path);
    context.globalAlpha = 0.05;
    context.fill(path, 'evenodd');
    context.globalAlpha = 0.35;
    context.clip(path, 'evenodd');
    const xs = edges.flat().map(([x]) => x);
    const ys = edges.flat().map(([, y]) => y);
    const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    const ways: Vector[] = load.spread.way === 'one' ? [load.spread.along] : [plane.u, plane.v];
    for (const way of ways)
      hatchAlong(
        context,
        projector,
        fromPlane(plane, outlines[0][0]),
        way,
        { left, right, top, bottom },
        load.spread.way === 'one' ? hatch : 2 * hatch,
      );
    context.restore();
  }
  const [biggest] = patches;
  if (!biggest) return;
  const corners = biggest.outlines[0].map((point) => fromPlane(biggest.plane, point));
  const middle = corners.reduce<Vector>((sum, corner) => add(sum, scale(corner, 1 / corners.length)), [0, 0, 0]);
  const mean = area > 0 ? (given * factor) / area : 0;
  const tail = arrow(pen, middle, scale(direction, Math.sign(mean) || 1), 22);
  const value =
    load.pressure.type === 'uniform'
      ? formatQuantity(Math.abs(load.pressure.value * factor), 'pressure', units)
      : `${formatQuantity(Math.abs(mean), 'pressure', units)} in the mean`;
  const at = tail ?? projector.point(middle);
  labels.push({
    text: load.label && !load.id.includes('-') ? `${load.label} ${value}` : value,
    x: at[0],
    y: at[1],
    color: colors.load,
    weight: 0.6,
  });
}

/** Parallel lines in the projected direction of a vector, over a box of pixels. */
function hatchAlong(
  context: CanvasRenderingContext2D,
  projector: Projector,
  from: Vector,
  way: Vector,
  box: { left: number; right: number; top: number; bottom: number },
  step: number,
): void {
  const [p, q] = [projector.point(from), projector.point(add(from, way))];
  const size = Math.hypot(q[0] - p[0], q[1] - p[1]);
  if (!(size > 0.5)) return;
  const [dx, dy] = [(q[0] - p[0]) / size, (q[1] - p[1]) / size];
  const middle = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
  const reach = Math.hypot(box.right - box.left, box.bottom - box.top) / 2;
  context.beginPath();
  for (let s = -Math.floor(Math.min(reach, 3000) / step) * step; s <= reach; s += step) {
    const [x, y] = [middle[0] - dy * s, middle[1] + dx * s];
    context.moveTo(x - dx * reach, y - dy * reach);
    context.lineTo(x + dx * reach, y + dy * reach);
  }
  context.stroke();
}

/** With many loads in view a value is written a few times, not at each of them. */
const crowded = 40;
const timesWritten = 6;

function thinned(labels: readonly Label[]): Label[] {
  const written = new Map<string, number>();
  return [...labels]
    .sort((a, b) => b.weight - a.weight)
    .filter(({ text }) => {
      const times = (written.get(text) ?? 0) + 1;
      written.set(text, times);
      return times <= timesWritten;
    });
}

/** An arrow of so many pixels that touches a place with its head, or with its tail. @returns its other end, or undefined when the load points at the eye or lies behind it */
function arrow(
  { context, projector, style, current }: Pen,
  at: readonly number[],
  direction: readonly number[],
  length: number,
): [number, number] | undefined {
  const [x, y] = projector.point(at);
  const [u, v] = projector.point(at.map((part, i) => part + direction[i] * 0.01));
  const [dx, dy] = [u - x, v - y];
  const size = Math.hypot(dx, dy);
  if (!(size > 1e-6)) return undefined;
  const sign = style.heads ? -1 : 1;
  const other: [number, number] = [x + (sign * dx * length) / size, y + (sign * dy * length) / size];
  style.zones.push({ load: current.load, kind: 'line', points: [[x, y], other] });
  if (length > 3) drawArrow(context, style.heads ? other : [x, y], style.heads ? [x, y] : other, true);
  return other;
}

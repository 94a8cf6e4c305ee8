import { loadWords } from '~core/loading';
import { memberAxis, type Load, type Model } from '~core/model';
import { formatQuantity, type UnitSystem } from '~core/units';
import type { Shown } from '../../state/view-slice';
import { colors } from '../../theme/tokens';
import type { Projector } from './eye';
import { drawArrow } from './glyphs';
import type { Label } from './labels';

/** A load in the shown case or combination with its factor there. */
export interface ActingLoad {
  readonly load: Load;
  readonly factor: number;
}

/** The loads that act in what is shown; an envelope shows none. */
export function actingLoads(model: Model, shown: Shown): ActingLoad[] {
  const factors = new Map<string, number>();
  if (shown.kind === 'case') factors.set(shown.id, 1);
  if (shown.kind === 'combination') for (const { case: id, factor } of model.combinations[shown.id]?.factors ?? []) factors.set(id, (factors.get(id) ?? 0) + factor);
  return Object.values(model.loads).flatMap((load) => {
    const factor = factors.get(load.case);
    return factor ? [{ load, factor }] : [];
  });
}

const shortest = 12;
const longest = 34;
const spacing = 26;

/** What decides how long a load's arrow is among those of its kind. */
function sizeOf(load: Load): number {
  if (load.type === 'node') return Math.hypot(...load.force);
  if (load.type === 'trapezoid') return Math.max(Math.abs(load.valueFrom), Math.abs(load.valueTo));
  return 'value' in load ? Math.abs(load.value) : 1;
}

/** Draws loads as arrows whose heads touch what they act on; the largest load of a kind has the longest arrows. */
export function drawLoads(context: CanvasRenderingContext2D, projector: Projector, model: Model, acting: readonly ActingLoad[], visible: { members: ReadonlySet<string>; nodes: ReadonlySet<string> }, units: UnitSystem): Label[] {
  const labels: Label[] = [];
  const inView = acting.filter(({ load }) => ('node' in load ? visible.nodes.has(load.node) : visible.members.has(load.member)));
  const size = ({ load, factor }: ActingLoad) => Math.abs(factor) * sizeOf(load);
  const largest = Object.fromEntries(acting.map(({ load }) => [load.type, 0])) as Record<Load['type'], number>;
  for (const one of inView) largest[one.load.type] = Math.max(largest[one.load.type], size(one));
  const reach = (one: ActingLoad) => shortest + (longest - shortest) * (largest[one.load.type] > 0 ? size(one) / largest[one.load.type] : 0);
  context.strokeStyle = context.fillStyle = colors.load;
  context.lineWidth = 1;
  for (const one of inView) {
    const { load, factor } = one;
    if (load.type === 'node') {
      const at = model.nodes[load.node].position;
      const strength = Math.hypot(...load.force);
      if (strength > 0) {
        const direction = load.force.map((part) => (part * Math.sign(factor)) / strength);
        const tail = arrow(context, projector, at, direction, reach(one));
        if (tail) labels.push({ text: formatQuantity(strength * Math.abs(factor), 'force', units), x: tail[0], y: tail[1], color: colors.load, weight: 0.5 });
      }
      const twist = Math.hypot(...load.moment);
      if (twist > 0) {
        const [x, y] = projector.point(at);
        context.beginPath();
        context.arc(x, y, 9, 0.4, 5.2);
        context.stroke();
        labels.push({ text: formatQuantity(twist * Math.abs(factor), 'moment', units), x: x + 9, y: y - 9, color: colors.load, weight: 0.45 });
      }
      continue;
    }
    if (load.type === 'settlement') {
      const at = model.nodes[load.node].position;
      const [x, y] = projector.point(at);
      labels.push({ text: loadWords(load, units).value, x: x + 12, y: y + 12, color: colors.load, weight: 0.5 });
      continue;
    }
    const member = model.members[load.member];
    const axis = memberAxis(model, member);
    if (!axis) continue;
    const { axes, length } = axis;
    if (load.type === 'temperature' || load.type === 'strain') {
      const [x, y] = projector.point(axis.start.map((part, i) => (part + axis.end[i]) / 2));
      labels.push({ text: loadWords(load, units).value, x, y: y - 8, color: colors.load, weight: 0.5 });
      continue;
    }
    const unit = load.axes === 'local' ? axes[load.direction] : ([load.direction === 'x' ? 1 : 0, load.direction === 'y' ? 1 : 0, load.direction === 'z' ? 1 : 0] as const);
    const main = load.type === 'trapezoid' ? (Math.abs(load.valueTo) > Math.abs(load.valueFrom) ? load.valueTo : load.valueFrom) : load.value;
    const direction = unit.map((part) => part * Math.sign(main * factor));
    const place = (x: number) => axis.start.map((part, i) => part + (axes.x[i] * x));
    const value = Math.abs(main * factor);
    if (load.type === 'point') {
      const tail = arrow(context, projector, place(Math.min(load.at, length)), direction, reach(one));
      if (tail) labels.push({ text: formatQuantity(value, 'force', units), x: tail[0], y: tail[1], color: colors.load, weight: 0.5 });
      continue;
    }
    if (load.type === 'moment') {
      const [x, y] = projector.point(place(Math.min(load.at, length)));
      context.beginPath();
      context.arc(x, y, 9, 0.4, 5.2);
      context.stroke();
      labels.push({ text: formatQuantity(value, 'moment', units), x: x + 9, y: y - 9, color: colors.load, weight: 0.45 });
      continue;
    }
    const [from, to] = [Math.min(load.from, length), Math.min(load.to ?? length, length)];
    const [a, b] = [projector.point(place(from)), projector.point(place(to))];
    const pixels = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const count = Math.max(1, Math.min(30, Math.round(pixels / spacing)));
    const tails: [number, number][] = [];
    for (let i = 0; i <= count; i++) {
      const share = load.type === 'trapezoid' ? (load.valueFrom + ((load.valueTo - load.valueFrom) * i) / count) / main : 1;
      const tail = arrow(context, projector, place(from + ((to - from) * i) / count), direction, reach(one) * share);
      if (tail) tails.push(tail);
    }
    if (tails.length < 2) continue;
    context.beginPath();
    context.moveTo(...tails[0]);
    context.lineTo(...tails[tails.length - 1]);
    context.stroke();
    const middle = tails[Math.floor(tails.length / 2)];
    labels.push({ text: formatQuantity(value, 'lineLoad', units), x: middle[0], y: middle[1], color: colors.load, weight: 0.4 + pixels / 5000 });
  }
  return labels.length > crowded ? thinned(labels) : labels;
}

/** With many loads in view a value is written a few times, not at each of them. */
const crowded = 40;
const timesWritten = 6;

function thinned(labels: readonly Label[]): Label[] {
  const written = new Map<string, number>();
  return [...labels].sort((a, b) => b.weight - a.weight).filter(({ text }) => {
    const times = (written.get(text) ?? 0) + 1;
    written.set(text, times);
    return times <= timesWritten;
  });
}

/** @returns where its tail is, or undefined when the load points at the eye or lies behind it */
function arrow(context: CanvasRenderingContext2D, projector: Projector, at: readonly number[], direction: readonly number[], length: number): [number, number] | undefined {
  const [x, y] = projector.point(at);
  const [u, v] = projector.point(at.map((part, i) => part + direction[i] * 0.01));
  const [dx, dy] = [u - x, v - y];
  const size = Math.hypot(dx, dy);
  if (!(size > 1e-6)) return undefined;
  const tail: [number, number] = [x - (dx / size) * length, y - (dy / size) * length];
  drawArrow(context, tail, [x, y], true);
  return tail;
}

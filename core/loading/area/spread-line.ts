import {
  alongLine,
  distance,
  dot,
  memberAxis,
  meshedPanels,
  norm,
  scale,
  stretchesOn,
  subtract,
  type LineLoad,
  type Model,
  type Vector,
} from '../../model';
import type { PanelLine } from './on-panels';
import type { Received } from './spread-area';

/** A line load carried by the members that lie on it, and by meshed slabs and walls where none does. */
export interface SpreadLine {
  readonly received: readonly Received[];
  readonly onPanels: readonly PanelLine[];
  readonly direction: Vector;
  /** N along the direction */
  readonly given: number;
  readonly taken: number;
  readonly remarks: readonly string[];
}

const axisVectors = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] } as const;
/** Members farther than this from the line do not lie on it, m. */
const aside = 0.01;

/** Finds the members along a line load and what each of them receives. Where two lie on the same stretch the first carries it. */
export function spreadLine(model: Model, load: LineLoad): SpreadLine {
  const direction: Vector = axisVectors[load.direction];
  const length = distance(load.start, load.end);
  if (length < 1e-3)
    return { received: [], onPanels: [], direction, given: 0, taken: 0, remarks: ['Its ends lie on one point.'] };
  const along = scale(subtract(load.end, load.start), 1 / length);
  const valueAt = (s: number) => load.valueFrom + ((load.valueTo - load.valueFrom) * s) / length;
  const place = (point: Vector): { s: number; off: number } => {
    const from = subtract(point, load.start);
    const s = dot(from, along);
    return { s, off: norm(subtract(from, scale(along, s))) };
  };
  const pieces = Object.values(model.members)
    .flatMap((member) => {
      const [a, b] = [place(model.nodes[member.start].position), place(model.nodes[member.end].position)];
      if (a.off > aside || b.off > aside || Math.abs(a.s - b.s) < aside) return [];
      return [
        {
          member: member.id,
          a: a.s,
          b: b.s,
          from: Math.max(0, Math.min(a.s, b.s)),
          to: Math.min(length, Math.max(a.s, b.s)),
        },
      ];
    })
    .filter((piece) => piece.to - piece.from > 1e-6)
    .sort((one, other) => one.from - other.from);
  const received: Received[] = [];
  const covered: [from: number, to: number][] = [];
  let [reached, taken] = [0, 0];
  for (const { member, a, b, from: start, to } of pieces) {
    const from = Math.max(start, reached);
    if (to - from < 1e-6) continue;
    reached = to;
    covered.push([from, to]);
    const axis = memberAxis(model, model.members[member]);
    if (!axis) continue;
    const at = (s: number) => ((s - a) / (b - a)) * axis.length;
    const perMetre = Math.abs(b - a) / axis.length;
    const ends = [
      { x: at(from), value: valueAt(from) },
      { x: at(to), value: valueAt(to) },
    ].sort((p, q) => p.x - q.x);
    received.push({
      member,
      direction,
      from: Math.max(0, ends[0].x),
      to: Math.min(axis.length, ends[1].x),
      valueFrom: ends[0].value * perMetre,
      valueTo: ends[1].value * perMetre,
    });
    taken += ((valueAt(from) + valueAt(to)) / 2) * (to - from);
  }
  const onPanels: PanelLine[] = [];
  for (const { panel, from, to } of stretchesOn(model, load.start, load.end)) {
    for (const [low, high] of without([from, to], covered)) {
      covered.push([low, high]);
      onPanels.push({
        kind: 'line',
        panel,
        direction,
        start: alongLine(load.start, load.end, low),
        end: alongLine(load.start, load.end, high),
        valueFrom: valueAt(low),
        valueTo: valueAt(high),
      });
      taken += ((valueAt(low) + valueAt(high)) / 2) * (high - low);
    }
  }
  const given = ((load.valueFrom + load.valueTo) / 2) * length;
  const floors = meshedPanels(model).length > 0;
  const carried =
    covered.length === 0
      ? `No member${floors ? ' and no meshed slab' : ''} lies on it.`
      : `${floors ? 'Members and slabs' : 'Members'} receive ${(taken / 1000).toFixed(2)} kN of ${(given / 1000).toFixed(2)} kN; no member${floors ? ' and no meshed slab' : ''} lies on the rest of the line.`;
  const coveredLength = covered.reduce((sum, [from, to]) => sum + (to - from), 0);
  const short =
    covered.length === 0 ||
    coveredLength < length * (1 - 1e-4) ||
    Math.abs(given - taken) > 1e-6 * Math.max(1, Math.abs(given));
  return { received, onPanels, direction, given, taken, remarks: short ? [carried] : [] };
}

/** What others leave of a stretch. */
function without(
  [from, to]: readonly [number, number],
  others: readonly (readonly [number, number])[],
): [number, number][] {
  return others.reduce<[number, number][]>(
    (left, [low, high]) =>
      left
        .flatMap(([a, b]): [number, number][] => [
          [a, Math.min(b, low)],
          [Math.max(a, high), b],
        ])
        .filter(([a, b]) => b - a > 1e-6),
    [[from, to]],
  );
}

import type { Solution } from '../fem';
import { lineIndex, lineWidth, type LineValues } from './member-line';
import type { Band, StationTable } from './station-table';
import type { Station } from './stations';

/** Results of a member in one solution: its number there, and what is shown as sets of weights. */
export interface Side {
  readonly table: StationTable;
  readonly member: number;
  readonly weights: readonly Float64Array[];
}

/**
 * One quantity of a member in one solution less that in another, at the stations of both; places are compared by their share of the length, should it
 * differ. Of envelopes the largest are compared with the largest and the smallest with the smallest.
 */
export function differenceBand(one: Side, other: Side, quantity: keyof typeof lineIndex): Band {
  const [mine, theirs] = [one.table.stations(one.member), other.table.stations(other.member)];
  const [length, otherLength] = [one.table.solution.lengths[one.member], other.table.solution.lengths[other.member]];
  const near = 1e-9 * length;
  if (
    mine.length === theirs.length &&
    mine.every(
      ({ x, after }, i) =>
        after === theirs[i].after && Math.abs(x / length - theirs[i].x / otherLength) * length < near,
    )
  ) {
    const [a, b] = [
      one.table.band(one.member, one.weights, quantity),
      other.table.band(other.member, other.weights, quantity),
    ];
    return {
      stations: mine,
      max: a.max.map((value, i) => value - b.max[i]),
      min: a.min.map((value, i) => value - b.min[i]),
    };
  }
  const places = [
    ...new Set([
      ...mine.map((station) => station.x),
      ...theirs.map((station) => Math.min(length, (station.x / otherLength) * length)),
    ]),
  ]
    .sort((a, b) => a - b)
    .filter((x, i, all) => i === 0 || x - all[i - 1] > near);
  const stations: Station[] = places.map((x) => ({ x, after: false }));
  const [a, b] = [
    bandAt(one, places, quantity),
    bandAt(
      other,
      places.map((x) => (x / length) * otherLength),
      quantity,
    ),
  ];
  return { stations, max: a.max.map((value, i) => value - b.max[i]), min: a.min.map((value, i) => value - b.min[i]) };
}

/** Largest and smallest of a quantity at chosen places. Each state is evaluated once a place, however many sets of weights it takes part in. */
function bandAt(
  { table, member, weights }: Side,
  places: readonly number[],
  quantity: keyof typeof lineIndex,
): { max: Float64Array; min: Float64Array } {
  const at = lineIndex[quantity];
  const unit = (c: number) => Float64Array.from(table.solution.cases, (_, i) => (i === c ? 1 : 0));
  const used = table.solution.cases.flatMap((_, c) =>
    weights.some((set) => set[c] !== 0)
      ? [{ c, values: Float64Array.from(places, (x) => table.at(member, unit(c), x)[at]) }]
      : [],
  );
  const max = new Float64Array(places.length).fill(-Infinity);
  const min = new Float64Array(places.length).fill(Infinity);
  for (const set of weights) {
    for (let i = 0; i < places.length; i++) {
      let sum = 0;
      for (const { c, values } of used) sum += set[c] * values[i];
      max[i] = Math.max(max[i], sum);
      min[i] = Math.min(min[i], sum);
    }
  }
  return { max, min };
}

/** Members of two solutions that are the same: those that have one id in both. */
export function commonMembers(one: Solution, other: Solution): { id: string; one: number; other: number }[] {
  const numbers = new Map(other.memberIds.map((id, m) => [id, m]));
  return one.memberIds.flatMap((id, m) => (numbers.has(id) ? [{ id, one: m, other: numbers.get(id)! }] : []));
}

/** Movement (local u, v, w, m) of a member in one solution less that in another, at the stations of the first. */
export function differenceMovement(one: Side, other: Side): { x: number; values: LineValues }[] {
  const share = other.table.solution.lengths[other.member] / one.table.solution.lengths[one.member];
  return one.table.stations(one.member).map(({ x }) => {
    const [a, b] = [
      one.table.at(one.member, one.weights[0], x),
      other.table.at(other.member, other.weights[0], x * share),
    ];
    const values = new Float64Array(lineWidth);
    for (let i = 0; i < lineWidth; i++) values[i] = a[i] - b[i];
    return { x, values };
  });
}

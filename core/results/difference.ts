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
  const [length, otherLength] = [one.table.solution.lengths[one.member], other.table.solution.lengths[other.member]];
  const places = new Set([...one.table.stations(one.member).map((station) => station.x), ...other.table.stations(other.member).map((station) => Math.min(length, (station.x / otherLength) * length))]);
  const stations: Station[] = [...places].sort((a, b) => a - b).filter((x, i, all) => i === 0 || x - all[i - 1] > 1e-9 * length).map((x) => ({ x, after: false }));
  const at = lineIndex[quantity];
  const extreme = (side: Side, x: number, pick: (a: number, b: number) => number) => side.weights.reduce((found, weights) => pick(found, side.table.at(side.member, weights, x)[at]), pick === Math.max ? -Infinity : Infinity);
  const gap = (pick: (a: number, b: number) => number) => Float64Array.from(stations, ({ x }) => extreme(one, x, pick) - extreme(other, (x / length) * otherLength, pick));
  return { stations, max: gap(Math.max), min: gap(Math.min) };
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
    const [a, b] = [one.table.at(one.member, one.weights[0], x), other.table.at(other.member, other.weights[0], x * share)];
    const values = new Float64Array(lineWidth);
    for (let i = 0; i < lineWidth; i++) values[i] = a[i] - b[i];
    return { x, values };
  });
}

import { lineWidth, type LineValues, type MemberLine } from './member-line';
import type { StationTable } from './station-table';

/** What can be read along a member. */
export type ReadLine = Pick<MemberLine, 'at' | 'length'>;

/** A member's line under a sum of solved states: at stations the sum of what is known of the states, elsewhere worked out. */
export class StationLine implements ReadLine {
  private readonly places = new Map<number, number>();
  private readonly count: number;
  private values: Float64Array | undefined;

  /** @param weights of the solution's states @param line the same, worked out wherever it is asked */
  constructor(
    private readonly table: StationTable,
    private readonly member: number,
    private readonly weights: Float64Array,
    private readonly line: MemberLine,
  ) {
    const stations = table.stations(member);
    this.count = stations.length;
    // just past a load lies beside just before it
    stations.forEach(({ x, after }, place) => this.places.set(after ? -1 - x : x, place));
  }

  get length(): number {
    return this.line.length;
  }

  /** As `MemberLine.at`. */
  at(x: number, after = false, into: LineValues = new Float64Array(lineWidth)): LineValues {
    const place = this.places.get(after ? -1 - x : x);
    if (place === undefined) return this.line.at(x, after, into);
    const values = (this.values ??= this.table.values(this.member, this.weights));
    for (let q = 0; q < lineWidth; q++) into[q] = values[q * this.count + place];
    return into;
  }
}

import { lineWidth, type LineValues, type MemberLine } from './member-line';

/** What can be read along a member. */
export type ReadLine = Pick<MemberLine, 'at' | 'length'>;

/** A member's line of which every place is worked out once, for whoever reads the same places for one force after the other. */
export class KeptLine implements ReadLine {
  readonly length: number;
  /** values by place: before a point load, and after it */
  private readonly known = [new Map<number, LineValues>(), new Map<number, LineValues>()];

  constructor(private readonly line: ReadLine) {
    this.length = line.length;
  }

  /** As `MemberLine.at`. */
  at(x: number, after = false, into?: LineValues): LineValues {
    const known = this.known[after ? 1 : 0];
    let values = known.get(x);
    if (!values) known.set(x, (values = this.line.at(x, after)));
    const given = into ?? new Float64Array(lineWidth);
    given.set(values);
    return given;
  }
}

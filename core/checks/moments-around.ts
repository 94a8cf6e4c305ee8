import type { MomentsAround } from '../codes/checks';
import type { Solution } from '../fem';
import { placeOnLine, type LinePiece, type MemberInLine } from '../lines';
import { memberAxis, type Model } from '../model';
import { extremesOf, lineIndex, MemberLine, stationsOf, type LoadState, type Station } from '../results';

/** Moments along a design line, for what one of its members is checked for: places beyond the member are read in its neighbours. */
export class LineMoments implements MomentsAround {
  private readonly lines = new Map<string, MemberLine>();

  /**
   * @param numbers places of members in the solution
   * @param peaks largest moment of each member under this combination, kept for the other members of the line, N·m
   */
  constructor(
    private readonly model: Model,
    private readonly numbers: ReadonlyMap<string, number>,
    private readonly solution: Solution,
    private readonly state: LoadState,
    private readonly member: MemberInLine,
    private readonly peaks: Map<string, number>,
  ) {}

  at(x: number): number {
    const s = this.member.onLine(x);
    const { pieces } = this.member;
    const piece = pieces.find(({ to }) => s <= to + 1e-9) ?? pieces[pieces.length - 1];
    return this.read(piece, this.inPiece(piece, s));
  }

  most(from: number, to: number): number {
    const [low, high] = [this.member.onLine(from), this.member.onLine(to)].sort((a, b) => a - b);
    let most = 0;
    for (const piece of this.member.pieces) {
      if (piece.to <= low + 1e-9 || piece.from >= high - 1e-9) continue;
      if (piece.from >= low - 1e-6 && piece.to <= high + 1e-6) most = Math.max(most, this.peakOf(piece));
      else
        for (const { x, after } of this.stationsIn(piece, low, high)) most = Math.max(most, this.read(piece, x, after));
    }
    return most;
  }

  private numberOf({ member }: LinePiece): number {
    return this.numbers.get(member)!;
  }

  private lineOf(piece: LinePiece): MemberLine {
    let line = this.lines.get(piece.member);
    if (!line) this.lines.set(piece.member, (line = new MemberLine(this.solution, this.state, this.numberOf(piece))));
    return line;
  }

  private read(piece: LinePiece, x: number, after = false): number {
    const line = this.lineOf(piece);
    return Math.abs(line.at(Math.min(line.length, Math.max(0, x)), after)[lineIndex.My]);
  }

  /** A place on the line, m, as one along the flexible part of a piece. */
  private inPiece({ member, reversed, from, to }: LinePiece, s: number): number {
    const record = this.model.members[member];
    const whole = memberAxis(this.model, record)!.length;
    return ((reversed ? to - s : s - from) / (to - from)) * whole - (record.startRigid ?? 0);
  }

  private peakOf(piece: LinePiece): number {
    let peak = this.peaks.get(piece.member);
    if (peak === undefined) {
      const { max, min } = extremesOf(this.lineOf(piece), stationsOf(this.solution, this.numberOf(piece))).My;
      this.peaks.set(piece.member, (peak = Math.max(Math.abs(max.value), Math.abs(min.value))));
    }
    return peak;
  }

  private stationsIn(piece: LinePiece, low: number, high: number): Station[] {
    const onLine = placeOnLine(this.model, piece);
    const ends = [low, high].map((s): Station => ({ x: this.inPiece(piece, s), after: false }));
    return [
      ...ends,
      ...stationsOf(this.solution, this.numberOf(piece)).filter(({ x }) => onLine(x) >= low && onLine(x) <= high),
    ];
  }
}

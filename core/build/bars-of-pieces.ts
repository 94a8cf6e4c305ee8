import type { AddedBars, Reinforcement } from '../model';

/** Places nearer to each other than this are one, m. */
const near = 1e-3;

type Stretch = Pick<AddedBars, 'from' | 'to'>;

/** What lies along a part of a member, on the pieces it is cut into; each with its place on its piece. */
function cut<T extends Stretch>(all: readonly T[], from: number, to: number): T[] {
  return all.flatMap((one): T[] => {
    const [a, b] = [Math.max(one.from, from), Math.min(one.to ?? Infinity, to)];
    return b - a < near ? [] : [{ ...one, from: a - from, to: to - b < near ? null : b - from }];
  });
}

/** A reinforcement without lists that are empty. */
function kept({ added, zones, ...rest }: Reinforcement): Reinforcement {
  return { ...rest, ...(added && added.length > 0 ? { added } : {}), ...(zones && zones.length > 0 ? { zones } : {}) };
}

/**
 * The bars of a member on one of the pieces it is divided into: what lies all along it goes to every piece, the rest to the pieces it lies on.
 * @param from, to the piece along the member, m
 */
export const barsOfPiece = (bars: Reinforcement, from: number, to: number): Reinforcement =>
  kept({
    ...bars,
    added: cut(bars.added ?? [], from, to),
    zones: cut(bars.zones ?? [], from, to),
  });

/** A member that is joined with others: its bars, its length in m, whether it runs against the one they become, and whether its top is the bottom of that. */
export interface JoinedPiece {
  readonly bars: Reinforcement | undefined;
  readonly length: number;
  readonly flipped: boolean;
  readonly upended: boolean;
}

/** Bars of members that become one: all along it those of the first piece, and of every piece what lies along a part of it; what meets and is alike becomes one. */
export function barsOfJoined(pieces: readonly JoinedPiece[]): Reinforcement | undefined {
  if (pieces.every(({ bars }) => bars === undefined)) return undefined;
  const whole = pieces.reduce((sum, { length }) => sum + length, 0);
  let before = 0;
  const added: AddedBars[] = [];
  const zones: NonNullable<Reinforcement['zones']> = [];
  for (const { bars, length, flipped, upended } of pieces) {
    const placed = <T extends Stretch>(one: T): T => {
      const ends = [one.from, one.to ?? length].map((at) => before + (flipped ? length - at : at));
      const [from, to] = [Math.min(...ends), Math.max(...ends)];
      return { ...one, from: from < near ? 0 : from, to: to > whole - near ? null : to };
    };
    for (const one of bars?.added ?? []) {
      const { face } = one;
      united(added, placed(upended ? { ...one, face: face === 'top' ? 'bottom' : 'top' } : one));
    }
    for (const one of bars?.zones ?? []) united(zones, placed(one));
    before += length;
  }
  return kept({ ...pieces[0].bars, added, zones });
}

/** Adds a stretch to a list, to one that it meets and is like where there is one. */
function united<T extends Stretch>(all: T[], one: T): void {
  const like = (other: T) =>
    JSON.stringify({ ...other, from: 0, to: 0 }) === JSON.stringify({ ...one, from: 0, to: 0 });
  const i = all.findIndex((other) => like(other) && Math.abs((other.to ?? Infinity) - one.from) < near);
  if (i < 0) all.push(one);
  else all[i] = { ...all[i], to: one.to };
}

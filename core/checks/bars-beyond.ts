import type { MemberInLine } from '../lines';
import { memberAxis, type AddedBars, type Model } from '../model';

/** Nearer to an end than this bars reach it, m. */
const near = 1e-3;

/**
 * How far bars that reach an end of a member go on along its line, m from that end: as far as bars of the same face, size and number lie there without a gap;
 * endless where the next member has none of them: then they go on as far as their anchorage asks.
 */
export function barsBeyond(
  model: Model,
  { pieces, own }: MemberInLine,
  { face, bar, count }: AddedBars,
  end: 'start' | 'end',
): number {
  const step = (end === 'end') !== own.reversed ? 1 : -1;
  let far = 0;
  for (let i = pieces.indexOf(own) + step; i >= 0 && i < pieces.length; i += step) {
    const { member, reversed } = pieces[i];
    const record = model.members[member];
    const length = memberAxis(model, record)!.length;
    // bars of the next member by their distance from the end they come in at
    const inwards = (step === 1) !== reversed;
    const next = record.reinforcement?.added?.find((one) => {
      const [from, to] = [one.from, one.to ?? length];
      return (
        one.face === face && one.bar === bar && one.count === count && (inwards ? from < near : to > length - near)
      );
    });
    if (!next) return far === 0 ? Infinity : far;
    const reach = inwards ? (next.to ?? length) : length - next.from;
    far += Math.min(reach, length);
    if (reach < length - near) return far;
  }
  return far === 0 ? Infinity : far;
}

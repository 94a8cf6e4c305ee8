import type { Received } from './spread-area';

/** Places closer than this (m) are one. */
const same = 1e-7;

/**
 * What members receive, in as few pieces as say the same: pieces that lie on each other are added, pieces that go on evenly are joined. Sums
 * and centres stay.
 */
export function consolidate(received: readonly Received[]): Received[] {
  const groups = new Map<string, Received[]>();
  for (const one of received) {
    const key = `${one.member} ${one.direction.join(' ')}`;
    const list = groups.get(key);
    if (list) list.push(one);
    else groups.set(key, [one]);
  }
  return [...groups.values()].flatMap((list) => (list.length === 1 ? list : onePerStretch(list)));
}

function onePerStretch(list: readonly Received[]): Received[] {
  const places = list.flatMap(({ from, to }) => [from, to]).sort((a, b) => a - b).filter((x, i, all) => i === 0 || x - all[i - 1] > same);
  const largest = Math.max(...list.map((one) => Math.max(Math.abs(one.valueFrom), Math.abs(one.valueTo))));
  const near = (a: number, b: number) => Math.abs(a - b) <= 1e-10 * largest;
  const made: Received[] = [];
  for (let i = 0; i + 1 < places.length; i++) {
    const [from, to] = [places[i], places[i + 1]];
    let [valueFrom, valueTo, any] = [0, 0, false];
    for (const one of list) {
      if (one.from > from + same || one.to < to - same) continue;
      const slope = (one.valueTo - one.valueFrom) / (one.to - one.from);
      valueFrom += one.valueFrom + slope * (from - one.from);
      valueTo += one.valueFrom + slope * (to - one.from);
      any = true;
    }
    if (!any) continue;
    const last = made.at(-1);
    const goesOn = last && Math.abs(last.to - from) <= same && near(last.valueTo, valueFrom) && near((last.valueTo - last.valueFrom) * (to - from), (valueTo - valueFrom) * (last.to - last.from));
    if (goesOn) made[made.length - 1] = { ...last, to, valueTo };
    else made.push({ member: list[0].member, direction: list[0].direction, from, to, valueFrom, valueTo });
  }
  return made;
}

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
  const places: number[] = [];
  for (const x of list.flatMap(({ from, to }) => [from, to]).sort((a, b) => a - b))
    if (places.length === 0 || x - places[places.length - 1] > same) places.push(x);
  const made: Received[] = [];
  const sums = places.slice(1).map(() => ({ valueFrom: 0, valueTo: 0, any: false }));
  for (const one of list) {
    const [first, last] = [placeOf(places, one.from), placeOf(places, one.to)];
    if (first === last) {
      // shorter than places are told apart: it stays as it is, for what it carries may not be little
      made.push(one);
      continue;
    }
    const [from, to] = [places[first], places[last]];
    const kept = (one.to - one.from) / (to - from);
    const slope = (one.valueTo - one.valueFrom) / (to - from);
    for (let k = first; k < last; k++) {
      const sum = sums[k];
      sum.valueFrom += kept * (one.valueFrom + slope * (places[k] - from));
      sum.valueTo += kept * (one.valueFrom + slope * (places[k + 1] - from));
      sum.any = true;
    }
  }
  const largest = sums.reduce(
    (most, { valueFrom, valueTo }) => Math.max(most, Math.abs(valueFrom), Math.abs(valueTo)),
    0,
  );
  const near = (a: number, b: number) => Math.abs(a - b) <= 1e-10 * largest;
  const { member, direction } = list[0];
  let last: Received | undefined;
  sums.forEach(({ valueFrom, valueTo, any }, k) => {
    const [from, to] = [places[k], places[k + 1]];
    if (
      last &&
      any &&
      last.to === from &&
      near(last.valueTo, valueFrom) &&
      near((last.valueTo - last.valueFrom) * (to - from), (valueTo - valueFrom) * (last.to - last.from))
    ) {
      last = { ...last, to, valueTo };
      return;
    }
    if (last) made.push(last);
    last = any ? { member, direction, from, to, valueFrom, valueTo } : undefined;
  });
  if (last) made.push(last);
  return made.sort((a, b) => a.from - b.from);
}

/** The number of the last of some ascending places that is not beyond x. */
function placeOf(places: readonly number[], x: number): number {
  let [low, high] = [0, places.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (places[middle] <= x) low = middle;
    else high = middle - 1;
  }
  return low;
}

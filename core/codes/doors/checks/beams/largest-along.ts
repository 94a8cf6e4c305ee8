import type { DemandPoint } from './demands';

/** The largest of something along a beam, over all combinations. */
export interface LargestAlong {
  /** m, in no order */
  readonly places: readonly number[];
  /** undefined: not all combinations are read there, as at the peak of one, and it is not more there than beside */
  readonly at: (x: number, largest: (points: readonly DemandPoint[]) => number) => number | undefined;
}

/** Reads what bends a beam place by place. */
export function largestAlong(bending: readonly DemandPoint[]): LargestAlong {
  const byPlace = new Map<number, DemandPoint[]>();
  for (const point of bending) {
    const here = byPlace.get(point.x);
    if (here) here.push(point);
    else byPlace.set(point.x, [point]);
  }
  const all = Math.max(0, ...[...byPlace.values()].map((points) => points.length));
  const whole = [...byPlace].filter(([, points]) => points.length === all).sort(([a], [b]) => a - b);
  return {
    places: [...byPlace.keys()],
    at: (x, largest) => {
      const points = byPlace.get(x);
      if (!points) return undefined;
      const value = largest(points);
      if (points.length === all) return value;
      const after = whole.findIndex(([place]) => place > x);
      const beside = [whole[after - 1], whole[after]].flatMap((one) => (one ? [largest(one[1])] : []));
      return beside.every((other) => value > other) ? value : undefined;
    },
  };
}

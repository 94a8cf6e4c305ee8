import type { FlangedShape } from '../../../../results';

/** What a section is asked for at a place: N and N·m. */
interface Asked {
  readonly N: number;
  readonly point: { readonly x: number; readonly shape: FlangedShape | undefined; readonly My: number };
}

/**
 * Of demands on one face those that can use it most. What a section bears of N and My together is a convex region around nothing, and how far it is used
 * grows along every ray: of the demands at one place, on one section, with the same bars, the largest is a corner of their hull with the origin.
 * Demands that pull are taken apart from others, as bars may count otherwise for them.
 */
export function outermost<T extends Asked>(demands: readonly T[]): T[] {
  const groups = new Map<number, Map<FlangedShape | undefined, { pulled: T[]; others: T[] }>>();
  for (const demand of demands) {
    const { x, shape } = demand.point;
    let here = groups.get(x);
    if (!here) groups.set(x, (here = new Map()));
    let group = here.get(shape);
    if (!group) here.set(shape, (group = { pulled: [], others: [] }));
    (demand.N > 0 ? group.pulled : group.others).push(demand);
  }
  return [...groups.values()].flatMap((here) =>
    [...here.values()].flatMap(({ pulled, others }) => [...corners(pulled), ...corners(others)]),
  );
}

/** Corners of the hull of demands with the origin, which is none of them. */
function corners<T extends Asked>(demands: T[]): T[] {
  if (demands.length < 2) return demands;
  const points: (T | undefined)[] = [...demands, undefined];
  const n = (of: T | undefined) => of?.N ?? 0;
  const m = (of: T | undefined) => of?.point.My ?? 0;
  points.sort((a, b) => n(a) - n(b) || m(a) - m(b));
  const turns = (a: T | undefined, b: T | undefined, c: T | undefined) =>
    (n(b) - n(a)) * (m(c) - m(a)) - (m(b) - m(a)) * (n(c) - n(a));
  const chain = (along: readonly (T | undefined)[]) => {
    const found: (T | undefined)[] = [];
    for (const point of along) {
      while (found.length > 1 && turns(found[found.length - 2], found[found.length - 1], point) <= 0) found.pop();
      found.push(point);
    }
    return found;
  };
  const hull = new Set([...chain(points), ...chain(points.reverse())]);
  return demands.filter((demand) => hull.has(demand));
}

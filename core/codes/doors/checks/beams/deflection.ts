import type { ServicePlace, ServiceSpan } from '../service-span';

/** A place between those a span is read at: what its forces are of theirs. */
export interface GridPoint {
  /** m from the start of the span */
  readonly at: number;
  /** the place whose section and bars hold there */
  readonly place: ServicePlace;
  /** places of the span by number, with their shares */
  readonly shares: readonly (readonly [number, number])[];
}

/** Each part between two places is divided by so many. */
const divisions = 4;
/** Places nearer than this are one, m. */
const same = 1e-6;

const grids = new WeakMap<readonly ServicePlace[], readonly GridPoint[]>();

/**
 * Places along a span from its start to its end, closer than those it is read at. Between these, forces follow the parabolas through three of them, which
 * is exact under even loads; beyond the first and the last they stay as they are.
 */
export function gridOf({ places, length }: ServiceSpan): readonly GridPoint[] {
  let found = grids.get(places);
  if (!found) grids.set(places, (found = makeGrid(places, length)));
  return found;
}

function makeGrid(places: readonly ServicePlace[], length: number): GridPoint[] {
  const apart = (i: number, j: number) =>
    i >= 0 && j < places.length && places[j].at - places[i].at > same ? places[j].at - places[i].at : 0;
  const grid: GridPoint[] = [];
  const exactly = (i: number, at = places[i].at) => grid.push({ at, place: places[i], shares: [[i, 1]] });
  if (places[0].at > same) exactly(0, 0);
  places.forEach((place, i) => {
    exactly(i);
    const h = apart(i, i + 1);
    if (h === 0) return;
    const parabolas = [
      ...(apart(i - 1, i) > 0 ? [[i - 1, i, i + 1] as const] : []),
      ...(apart(i + 1, i + 2) > 0 ? [[i, i + 1, i + 2] as const] : []),
    ];
    for (let k = 1; k < divisions; k++) {
      const at = place.at + (h * k) / divisions;
      const shares = new Map<number, number>();
      const give = (to: number, share: number) => shares.set(to, (shares.get(to) ?? 0) + share);
      if (parabolas.length === 0) {
        give(i, 1 - k / divisions);
        give(i + 1, k / divisions);
      }
      for (const three of parabolas)
        for (const a of three) {
          let share = 1 / parabolas.length;
          for (const b of three) if (b !== a) share *= (at - places[b].at) / (places[a].at - places[b].at);
          give(a, share);
        }
      grid.push({ at, place: places[2 * k < divisions ? i : i + 1], shares: [...shares] });
    }
  });
  const last = places.length - 1;
  if (length - places[last].at > same) exactly(last, length);
  return grid;
}

/** Forces along a span under a state, at the points of its grid: N, N·m. */
export function forcesAlong(span: ServiceSpan, state: number): { readonly N: number; readonly My: number }[] {
  const read = span.places.map(({ forces }) => forces(state));
  return gridOf(span).map(({ shares }) => {
    let [N, My] = [0, 0];
    for (const [i, share] of shares) {
      N += share * read[i].N;
      My += share * read[i].My;
    }
    return { N, My };
  });
}

/** Curvatures at the points of a span's grid, 1/m, positive where it sags. */
export type CurvatureLaw = (span: ServiceSpan) => readonly number[];

/** What a span's curvatures add up to. */
export interface DeflectionLine {
  /** downward at the points of the grid: of a span from the line between its supports, of a cantilever from its root, m */
  readonly down: readonly number[];
  /** how the line falls towards the end of the span, at its start and at its end */
  readonly slopes: readonly [number, number];
}

/**
 * Deflection of a span by integrating its curvatures twice. A cantilever begins as the span behind it ends, or as the analysis turns its root.
 * @param turn of a root that no span stands behind, so that the tip goes down, rad
 */
export function deflectionLine(span: ServiceSpan, law: CurvatureLaw, turn: () => number): DeflectionLine {
  const at = gridOf(span).map((point) => point.at);
  const curvatures = law(span);
  if (span.kind === 'span') {
    const { down, slope } = integrate(at, curvatures, 0);
    const fall = down[down.length - 1] / span.length;
    return { down: down.map((value, i) => value - fall * at[i]), slopes: [-fall, slope - fall] };
  }
  const behind = span.back && deflectionLine(span.back, law, turn).slopes;
  if (span.rootAtStart) {
    const begin = behind ? behind[1] : turn();
    const { down, slope } = integrate(at, curvatures, begin);
    return { down, slopes: [begin, slope] };
  }
  const begin = behind ? -behind[0] : turn();
  const mirrored = at.map((value) => span.length - value).reverse();
  const { down, slope } = integrate(mirrored, [...curvatures].reverse(), begin);
  return { down: [...down].reverse(), slopes: [-slope, -begin] };
}

/** Curvatures that change evenly between points, integrated twice from a slope. */
function integrate(at: readonly number[], curvatures: readonly number[], begin: number) {
  let [slope, fallen] = [begin, 0];
  const down = at.map((here, i) => {
    if (i === 0) return 0;
    const h = here - at[i - 1];
    fallen += h * slope - (h * h * (2 * curvatures[i - 1] + curvatures[i])) / 6;
    slope -= (h * (curvatures[i - 1] + curvatures[i])) / 2;
    return fallen;
  });
  return { down, slope };
}

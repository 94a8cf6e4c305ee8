import type { SupportZone } from '../../../lines';
import type { Station } from '../../../results';

/** A stretch of a member, m from its start. */
interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** A stretch shorter than this is none, m. */
const least = 1e-9;

/**
 * Places at which a beam is read outside of some stretches of it, as one list for each part that is left: the ends of the parts are among them.
 * @param stations of the whole member
 * @param length   of the member, m
 */
export function stationsOutside(
  stations: readonly Station[],
  length: number,
  stretches: readonly Stretch[],
): Station[][] {
  const parts: Station[][] = [];
  let from = 0;
  const keep = (to: number) => {
    if (to - from > least || (from === 0 && to === length))
      parts.push([
        { x: from, after: from > 0 },
        ...stations.filter(({ x, after }) => (x > from || (x === from && after)) && x < to),
        { x: to, after: false },
      ]);
  };
  for (const stretch of [...stretches].sort((a, b) => a.from - b.from)) {
    if (stretch.to <= from || stretch.from >= length) continue;
    keep(Math.min(length, stretch.from));
    from = Math.max(from, Math.min(length, stretch.to));
  }
  keep(length);
  return parts;
}

/** What of a member is left out when its shear is read, and why, in sentences. */
export interface ShearPlaces {
  readonly stretches: readonly Stretch[];
  readonly words: readonly string[];
}

/**
 * Where shear is not asked for: within supports, and up to d from their faces where the support presses the beam and no load stands between
 * (ACI 318-19 9.4.3.2, EN 1992-1-1 6.2.1(8)).
 * @param d       effective depth, m
 * @param jumpsIn whether the shear jumps between two places, m from the member's start, under some combination
 */
export function shearPlaces(
  zones: readonly SupportZone[],
  d: number,
  jumpsIn: (from: number, to: number) => boolean,
): ShearPlaces {
  const words = new Set<string>();
  const stretches = zones.map(({ from, to, presses, why }): Stretch => {
    if (!presses) {
      words.add(`Shear is read at the face where its support does not press the beam: ${why}`);
      return { from, to };
    }
    const [left, right] = [jumpsIn(from - d, from), jumpsIn(to, to + d)];
    if (left || right) words.add('Shear is read at the face where a load stands nearer to it than d');
    if (!left || !right)
      words.add(
        'Shear is read at d from the face of a support that presses the beam, its loads taken to act at its top',
      );
    return { from: left ? from : from - d, to: right ? to : to + d };
  });
  return { stretches, words: [...words] };
}

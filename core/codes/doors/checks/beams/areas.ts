import type { BeamAreas, FaceAreas } from '../beam-areas';
import type { BarGroup, FaceBars } from '../beam-reinforcement';
import type { Check } from '../check';
import { groupsOf, steelOf, type Face } from './beam-bars';
import type { ConcreteBeam } from './concrete-beam';
import { loadedFace } from './faces';
import { reinforcedSection } from './reinforced';

/** Steps in which an area is found that carries what is asked, and how near it comes. */
const steps = 30;
const near = 1e-4;
/** No more than so many times the bars that are there are looked for. */
const most = 12;

/** What of bars is asked for and provided at the places where a beam's faces are used most. @param checks those made of it */
export function areasOf(beam: ConcreteBeam, checks: readonly Check[]): BeamAreas {
  const of = (face: Face): FaceAreas | undefined => {
    const loaded = loadedFace(beam, face);
    if (!loaded) return undefined;
    const { worst, layer } = loaded;
    const { demand, bars } = worst;
    const counted = bars[face];
    if (!counted) return undefined;
    const usedBy = (times: number): number =>
      beam.code.bend(reinforcedSection(beam.section, { ...bars, [face]: scaled(counted, times) }, demand.point.shape), {
        N: demand.N,
        My: demand.point.My,
        Mz: 0,
      })?.utilisation ?? Infinity;
    const times = timesFor(usedBy);
    // what counts may be anchored in part: what is asked for is asked in full
    const whole = groupsOf(counted).reduce((sum, { bar, count, share }) => sum + count * bar.area * share, 0);
    return {
      provided: whole,
      lying: steelOf(layer),
      ...(times === undefined ? {} : { bending: times * whole }),
      minimum: minimumOf(beam, face, checks),
    };
  };
  const [top, bottom] = [of('top'), of('bottom')];
  return { ...(top ? { top } : {}), ...(bottom ? { bottom } : {}) };
}

/** The least area that the code asks for on a face that is bent, m²; 0: none. @param checks those made of the beam */
export function minimumOf(beam: ConcreteBeam, face: Face, checks: readonly Check[]): number {
  const least = checks.find(({ id }) => id === `flexure-${face}-minimum`);
  return least?.made ? least.utilisation * leastSteel(beam, face) : 0;
}

/** What least steel is held against: the fewest bars that lie somewhere along the face, m². */
function leastSteel(beam: ConcreteBeam, face: Face): number {
  const areas = (loadedFace(beam, face)?.sets ?? []).map(({ layer }) => steelOf(layer));
  return Math.min(...areas);
}

/** Bars of a face whose strength is so many times their own. */
export const scaled = (layer: FaceBars, times: number): FaceBars => ({
  ...layer,
  groups: groupsOf(layer).map((group): BarGroup => ({ ...group, share: group.share * times })),
});

/** How many times the bars that are there carry just what is asked; undefined: none do. @param usedBy falls as they grow, as long as they yield */
function timesFor(usedBy: (times: number) => number): number | undefined {
  let [low, high] = [0, 1];
  while (usedBy(high) > 1) {
    [low, high] = [high, high * 1.5];
    if (high > most) return undefined;
  }
  for (let k = 0; k < steps && high - low > near * high; k++) {
    const middle = (low + high) / 2;
    if (usedBy(middle) > 1) low = middle;
    else high = middle;
  }
  return high;
}

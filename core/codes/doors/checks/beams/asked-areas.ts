import type { AreasAlong, AreasThere } from '../beam-elevation';
import type { FaceBars } from '../beam-reinforcement';
import type { Check } from '../check';
import { minimumOf, scaled } from './areas';
import { groupsOf, steelOf, type Face } from './beam-bars';
import { largestAlong } from './largest-along';
import type { ConcreteBeam, FaceDemand } from './concrete-beam';
import { reinforcedSection } from './reinforced';

/** How near an area comes to what just carries, and how often it is tried for. */
const near = 0.002;
const rounds = 12;
/** No more than so many times the bars of the face are looked for. */
const most = 12;

/**
 * Bars along a beam beside the areas that are asked for: those that lie at a place, or the most that lie anywhere, so many times over that they just carry.
 * @param before rigid length before the flexible part of the member, m
 * @param checks those made of the beam
 */
export function areasAlong(beam: ConcreteBeam, before: number, checks: readonly Check[]): AreasAlong {
  const { along, bending } = beam;
  const read = largestAlong(bending);
  const asked = { top: askedOf(beam, 'top'), bottom: askedOf(beam, 'bottom') };
  const there = (x: number, face: Face): AreasThere => {
    const counting = along.developed(x)[face];
    return {
      lying: steelOf(along.present(x)[face]),
      counting: counting
        ? groupsOf(counting).reduce((sum, { bar, count, share }) => sum + count * bar.area * share, 0)
        : 0,
      asked: read.at(x, ([{ x: place }]) => asked[face].get(place) ?? 0),
    };
  };
  const steps = along.knots.flatMap((x) => [x - 1e-6, x + 1e-6]);
  const places = bending.length === 0 ? [] : [...new Set([...read.places, ...steps])].sort((a, b) => a - b);
  return {
    places: places.map((x) => ({ x: before + x, top: there(x, 'top'), bottom: there(x, 'bottom') })),
    minimum: { top: minimumOf(beam, 'top', checks), bottom: minimumOf(beam, 'bottom', checks) },
  };
}

/** What is asked of a face by its places, m²; Infinity: no area does. */
function askedOf(beam: ConcreteBeam, face: Face): ReadonlyMap<number, number> {
  const byPlace = new Map<number, FaceDemand[]>();
  for (const demand of beam.faces[face]) {
    const here = byPlace.get(demand.point.x);
    if (here) here.push(demand);
    else byPlace.set(demand.point.x, [demand]);
  }
  return new Map([...byPlace].map(([x, demands]) => [x, areaFor(beam, face, x, demands)]));
}

function areaFor(beam: ConcreteBeam, face: Face, x: number, demands: readonly FaceDemand[]): number {
  const there = beam.along.present(x);
  const own: FaceBars | undefined = there[face] ?? beam.along.fullest[face];
  if (!own) return Infinity;
  const usedBy = (times: number): number =>
    demands.reduce((sum, { point: { My, shape }, N }) => {
      const section = reinforcedSection(beam.section, { ...there, [face]: scaled(own, times) }, shape);
      return Math.max(sum, beam.code.bend(section, { N, My, Mz: 0 })?.utilisation ?? Infinity);
    }, 0);
  // as long as bars yield, strength grows nearly as their area does
  let times = 1;
  for (let round = 0; round < rounds; round++) {
    const use = usedBy(times);
    if (Math.abs(use - 1) < near) break;
    times *= use;
    if (!(times < most)) return Infinity;
    if (times < 1e-4) return 0;
  }
  return times * steelOf(own);
}

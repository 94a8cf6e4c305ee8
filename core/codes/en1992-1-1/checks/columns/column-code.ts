import { findBar, reinforcingBars, type ReinforcingBar } from '../../../../catalog';
import type { UnitSystem } from '../../../../units';
import type { BeamSection } from '../../../doors/checks/beams/beam-section';
import type { ColumnPlace } from '../../../doors/checks/column-place';
import type { ColumnBars, ColumnTies } from '../../../doors/checks/column-reinforcement';
import { clearDistances, faceArea, steelArea, type ColumnSection } from '../../../doors/checks/columns/cage';
import type { ColumnCode, ColumnPoint } from '../../../doors/checks/columns/concrete-column';
import { enSpacing, lawsOf, type EnMaterial } from '../material';
import { concreteShear, shearResistance } from '../shear';
import { curvedOf, type Curved } from './slenderness';

/** Largest share of the section that bars may be outside of laps, 9.5.2(3). */
export const mostRatio = 0.04;
/** Bars no farther than this from one that is held, 9.5.3(6), m. */
export const nearHeld = 0.15;
/** Thinnest ties, 9.5.3(1), m. */
export const thinnestTie = 0.006;

/** Least area of bars, 9.5.2(2), m². @param N pressure, positive, N */
export const leastSteel = ({ width, depth }: ColumnSection, { fyd }: EnMaterial, N: number): number =>
  Math.max((0.1 * N) / fyd, 0.002 * width * depth);

/** Least clear distance of bars, 8.2(2) with aggregate of 20 mm, m. */
export const leastClear = ({ corner, between }: ColumnBars): number =>
  Math.max(enSpacing.beside(corner), enSpacing.beside(between));

/** Least diameter of ties, 9.5.3(1), m. */
export const leastTie = ({ corner, between }: ColumnBars): number =>
  Math.max(thinnestTie, Math.max(corner.diameter, between.diameter) / 4);

/** Largest spacing of ties, 9.5.3(3), m. */
export const largestTieSpacing = ({ width, depth }: ColumnSection, { corner, between }: ColumnBars): number =>
  Math.min(20 * Math.min(corner.diameter, between.diameter), width, depth, 0.4);

/** Legs that hold bars of a face: those at the corners, and as many between that none stands farther than 150 mm from one that is held. @param step of bars, m */
export function legsAsked(count: number, step: number): number {
  const each = Math.floor((nearHeld + 1e-9) / step);
  return Math.min(count, Math.ceil((count - 1) / (2 * each + 1)) + 1);
}

/** Steps of the bars of faces along y and z, m. */
export function barSteps(section: ColumnSection, bars: ColumnBars): { y: number; z: number } {
  const step = (size: number, count: number) =>
    (size - 2 * (section.cover + section.tie.diameter) - bars.corner.diameter) / (count - 1);
  return { y: step(section.width, bars.alongY), z: step(section.depth, bars.alongZ) };
}

/** The column as a beam that is sheared along one of its local axes. */
export const shearSection = (section: ColumnSection, along: 'y' | 'z'): BeamSection => ({
  width: along === 'z' ? section.width : section.depth,
  depth: along === 'z' ? section.depth : section.width,
  cover: section.cover,
  stirrup: section.tie,
  fc: section.fc,
  fy: section.fy,
  Es: section.Es,
  spacing: enSpacing,
});

/** Depth to the bars of the far face, m. */
export const shearDepth = (section: ColumnSection, bars: ColumnBars | undefined, along: 'y' | 'z'): number =>
  Math.max(
    1e-3,
    (along === 'z' ? section.depth : section.width) -
      section.cover -
      section.tie.diameter -
      (bars?.corner.diameter ?? 0) / 2,
  );

/** Forces beside a shear along a local axis, as checks of beams read them. */
export const besideOf = ({ N, My, Mz }: ColumnPoint, along: 'y' | 'z') => ({ N, My: along === 'z' ? My : Mz });

/** Bars of the face that a shear along an axis pulls, m². */
export const faceSteel = (bars: ColumnBars | undefined, along: 'y' | 'z'): number =>
  bars ? faceArea(bars, along === 'z' ? 'y' : 'z') : 0;

const known = new WeakMap<ColumnPlace, Map<string, Curved>>();

/** Slenderness with bars, found once. @param creep φ(∞, t₀) */
export function curvedWith(
  section: ColumnSection,
  material: EnMaterial,
  creep: number,
  bars: ColumnBars,
  place: ColumnPlace,
  points: readonly ColumnPoint[],
): Curved {
  let all = known.get(place);
  if (!all) known.set(place, (all = new Map()));
  const key = `${bars.corner.name} ${bars.between.name} ${bars.alongY} ${bars.alongZ}`;
  let found = all.get(key);
  if (!found) all.set(key, (found = curvedOf(section, material, creep, bars, place, points)));
  return found;
}

/** EN 1992-1-1 for a rectangular column. @param creep φ(∞, t₀) */
export function enColumn(
  section: ColumnSection,
  material: EnMaterial,
  creep: number,
  place: ColumnPlace,
  points: readonly ColumnPoint[],
  units: UnitSystem,
): ColumnCode {
  const gross = section.width * section.depth;
  const most = points.reduce((sum, { N }) => Math.max(sum, -N), 0);
  return {
    section,
    laws: lawsOf(section, material),
    // pressure has no cap of its own: least eccentricities stand for it (6.1(4))
    mostPressure: () => Infinity,
    slender: (bars) => curvedWith(section, material, creep, bars, place, points).demands,
    allows: (bars) => {
      const steel = steelArea(bars);
      const clear = clearDistances(section, bars);
      return (
        steel >= leastSteel(section, material, most) &&
        steel <= mostRatio * gross &&
        Math.min(clear.y, clear.z) >= leastClear(bars) - 1e-9 &&
        section.tie.diameter >= leastTie(bars) - 1e-6
      );
    },
    proposeTies: (bars) => proposeTies(section, material, bars, points, units),
  };
}

/** Ties of the size of the rules: legs that hold bars, spacing by 9.5.3(3) and by shear. */
function proposeTies(
  section: ColumnSection,
  material: EnMaterial,
  bars: ColumnBars | undefined,
  points: readonly ColumnPoint[],
  units: UnitSystem,
): ColumnTies {
  const step = units === 'us' ? 0.0254 : 0.025;
  const spaced = (steps: number) => Number((Math.max(3, steps) * step).toFixed(6));
  const { tie } = section;
  if (!bars)
    return { bar: tie, spacing: spaced(Math.floor(Math.min(section.width, section.depth) / step)), legsY: 2, legsZ: 2 };
  const steps = barSteps(section, bars);
  const legs = { z: legsAsked(bars.alongY, steps.y), y: legsAsked(bars.alongZ, steps.z) };
  const carries = (spacing: number): boolean =>
    (['y', 'z'] as const).every((along) => {
      const turned = shearSection(section, along);
      const d = shearDepth(section, bars, along);
      const steel = faceSteel(bars, along);
      return points.every((point) => {
        const V = Math.abs(along === 'z' ? point.Vz : point.Vy);
        const beside = besideOf(point, along);
        if (V <= concreteShear(turned, material, d, steel, point.N)) return true;
        return (
          V <= shearResistance(turned, material, d, { bar: tie, legs: legs[along], spacing }, steel, beside).strength
        );
      });
    });
  for (let k = Math.floor((largestTieSpacing(section, bars) + 1e-9) / step); k > 3; k--)
    if (carries(k * step)) return { bar: tie, spacing: spaced(k), legsY: legs.y, legsZ: legs.z };
  return { bar: tie, spacing: spaced(3), legsY: legs.y, legsZ: legs.z };
}

/** The tie of the rules, or where that is thinner than 6 mm the thinnest of its table that is not. */
export function tieOf(name: string): ReinforcingBar {
  const own = findBar(name)!;
  return own.diameter >= thinnestTie - 1e-6
    ? own
    : reinforcingBars.find(({ diameter, system }) => system === own.system && diameter >= thinnestTie - 1e-6)!;
}

import { findBar, reinforcingBars, type ReinforcingBar } from '../../../../catalog';
import { compressed, directionAt, type ReinforcedSection } from '../../../../concrete';
import type { UnitSystem } from '../../../../units';
import type { BeamSection } from '../../../doors/checks/beams/beam-section';
import type { ColumnPlace } from '../../../doors/checks/column-place';
import { isAround, isRing, type ColumnBars, type ColumnTies } from '../../../doors/checks/column-reinforcement';
import {
  barDiameters,
  barSteps,
  cageKey,
  clearDistances,
  grossArea,
  pulledArea,
  steelArea,
  type ColumnSection,
} from '../../../doors/checks/columns/cage';
import { legsAlong, shearAlong, shearWays, type ShearWay } from '../../../doors/checks/columns/sheared';
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
export const leastSteel = (section: ColumnSection, { fyd }: EnMaterial, N: number): number =>
  Math.max((0.1 * N) / fyd, 0.002 * grossArea(section));

/** Least clear distance of bars, 8.2(2) with aggregate of 20 mm, m. */
export const leastClear = (bars: ColumnBars): number =>
  isRing(bars) ? enSpacing.beside(bars.ring) : Math.max(enSpacing.beside(bars.corner), enSpacing.beside(bars.between));

/** Least diameter of ties, 9.5.3(1), m. */
export const leastTie = (bars: ColumnBars): number => Math.max(thinnestTie, barDiameters(bars).thick / 4);

/** Largest spacing of ties, 9.5.3(3), m. */
export const largestTieSpacing = ({ width, depth }: ColumnSection, bars: ColumnBars): number =>
  Math.min(20 * barDiameters(bars).thin, width, depth, 0.4);

/** Legs that hold bars of a face: those at the corners, and as many between that none stands farther than 150 mm from one that is held. @param step of bars, m */
export function legsAsked(count: number, step: number): number {
  const each = Math.floor((nearHeld + 1e-9) / step);
  return Math.min(count, Math.ceil((count - 1) / (2 * each + 1)) + 1);
}

/**
 * The column as a beam that is sheared one way. What a round one has is not in the code: as wide as the mean of what lies between the pressed side and the
 * middle of the bars of the pulled half, its depth that of the same area.
 */
export const shearSection = (section: ColumnSection, bars: ColumnBars | undefined, along: ShearWay): BeamSection => {
  const d = shearDepth(section, bars, along);
  const width = section.isRound
    ? compressed(discOf(section), directionAt(discOf(section), 0), d).area / d
    : along === 'z'
      ? section.width
      : section.depth;
  return {
    width,
    depth: section.isRound ? grossArea(section) / width : along === 'z' ? section.depth : section.width,
    cover: section.cover,
    stirrup: section.tie,
    fc: section.fc,
    fy: section.fy,
    Es: section.Es,
    spacing: enSpacing,
  };
};

/** The concrete of a round column. */
const discOf = ({ width }: ColumnSection): ReinforcedSection => ({
  concrete: [{ from: { y: -width / 2, z: -width / 2 }, to: { y: width / 2, z: width / 2 }, isDisc: true }],
  bars: [],
});

/** Depth to the bars of the far face, of a round column to the middle of those of the pulled half, m. */
export const shearDepth = (section: ColumnSection, bars: ColumnBars | undefined, along: ShearWay): number => {
  const thick = bars ? (isRing(bars) ? bars.ring : bars.corner).diameter : 0;
  const size = along === 'y' ? section.width : section.depth;
  const inside = section.cover + section.tie.diameter + thick / 2;
  return Math.max(1e-3, section.isRound ? size / 2 + (2 / Math.PI) * (size / 2 - inside) : size - inside);
};

/** Legs that ties count as: the force of a round one points along the shear by π/4 on the mean of its two cuts. */
export const countedLegs = (ties: ColumnTies, along: ShearWay): number =>
  legsAlong(ties, along) * (isAround(ties) ? Math.PI / 4 : 1);

/** Forces beside a shear along a local axis, as checks of beams read them. */
export const besideOf = ({ N, My, Mz }: ColumnPoint, along: ShearWay) => ({
  N,
  My: along === 'any' ? Math.hypot(My, Mz) : along === 'z' ? My : Mz,
});

/** Bars that a shear pulls, m². */
export const pulledSteel = (section: ColumnSection, bars: ColumnBars | undefined, along: ShearWay): number =>
  bars ? pulledArea(section, bars, along) : 0;

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
  const key = cageKey(bars);
  let found = all.get(key);
  if (!found) all.set(key, (found = curvedOf(section, material, creep, bars, place, points)));
  return found;
}

/** EN 1992-1-1 for a rectangular or round column. @param creep φ(∞, t₀) */
export function enColumn(
  section: ColumnSection,
  material: EnMaterial,
  creep: number,
  place: ColumnPlace,
  points: readonly ColumnPoint[],
  units: UnitSystem,
): ColumnCode {
  const gross = grossArea(section);
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
  const tiesOf = (spacing: number): ColumnTies => {
    if (section.isRound) return { bar: tie, spacing, around: 'ties' };
    if (!bars || isRing(bars)) return { bar: tie, spacing, legsY: 2, legsZ: 2 };
    const steps = barSteps(section, bars);
    return {
      bar: tie,
      spacing,
      legsY: legsAsked(bars.alongZ, steps.z),
      legsZ: legsAsked(bars.alongY, steps.y),
    };
  };
  if (!bars) return tiesOf(spaced(Math.floor(Math.min(section.width, section.depth) / step)));
  const legs = tiesOf(1);
  const carries = (spacing: number): boolean =>
    shearWays(section).every((along) => {
      const turned = shearSection(section, bars, along);
      const d = shearDepth(section, bars, along);
      const steel = pulledSteel(section, bars, along);
      return points.every((point) => {
        const V = shearAlong(point, along);
        const beside = besideOf(point, along);
        if (V <= concreteShear(turned, material, d, steel, point.N)) return true;
        return (
          V <=
          shearResistance(turned, material, d, { bar: tie, legs: countedLegs(legs, along), spacing }, steel, beside)
            .strength
        );
      });
    });
  for (let k = Math.floor((largestTieSpacing(section, bars) + 1e-9) / step); k > 3; k--)
    if (carries(k * step)) return tiesOf(spaced(k));
  return tiesOf(spaced(3));
}

/** The tie of the rules, or where that is thinner than 6 mm the thinnest of its table that is not. */
export function tieOf(name: string): ReinforcingBar {
  const own = findBar(name)!;
  return own.diameter >= thinnestTie - 1e-6
    ? own
    : reinforcingBars.find(({ diameter, system }) => system === own.system && diameter >= thinnestTie - 1e-6)!;
}

import { findBar, reinforcingBars, type ReinforcingBar } from '../../../../catalog';
import type { UnitSystem } from '../../../../units';
import type { ColumnPlace } from '../../../doors/checks/column-place';
import { isRing, type ColumnBars, type ColumnTies } from '../../../doors/checks/column-reinforcement';
import {
  barDiameters,
  cageKey,
  clearDistances,
  grossArea,
  steelArea,
  type ColumnSection,
} from '../../../doors/checks/columns/cage';
import { legsAlong, shearAlong, shearWays, type ShearWay } from '../../../doors/checks/columns/sheared';
import type { ColumnCode, ColumnPoint } from '../../../doors/checks/columns/concrete-column';
import { aciSpacing, inch, mostShearYield, psi } from '../beam-section';
import type { BeamSection } from '../../../doors/checks/beams/beam-section';
import { lawsOf, leastPhi } from '../flexure';
import { largestStirrupSpacing, minimumPerSpacing, shearOfStirrups, type Sheared } from '../shear';
import { columnStiffness } from '../stiffness-by-bars';
import { slenderOf, type Slender } from './slenderness';

/** Shares of the gross area that bars may be, 10.6.1.1. */
export const leastRatio = 0.01;
export const mostRatio = 0.08;
/** Share of the axial strength at no eccentricity that counts with ties and with a spiral, Table 22.4.2.1. */
export const axialShare = ({ isSpiral }: ColumnSection): number => (isSpiral ? 0.85 : 0.8);

/** The largest pressure that counts, φ P_n,max of 22.4.2.1, N. */
export const mostPressure = (section: ColumnSection, bars: ColumnBars): number =>
  leastPhi(section) * axialShare(section) * squashLoad(section, bars);

/** Bars nearer than this to one that a tie holds need no tie of their own, 25.7.2.3, m. */
export const nearHeld = 6 * inch;

/** Axial strength at no eccentricity P_o, 22.4.2.2, N. */
export function squashLoad(section: ColumnSection, bars: ColumnBars): number {
  const { fc, fy } = section;
  const steel = steelArea(bars);
  return 0.85 * fc * (grossArea(section) - steel) + Math.min(fy, mostYield) * steel;
}
/** 22.4.2.1: f_y of P_o is at most 80 ksi, Pa. */
export const mostYield = 80000 * psi;

/** Least clear distance of bars, 25.2.3 (the aggregate's size, which may ask for more, is not in the model), m. */
export const leastClear = (bars: ColumnBars): number => 1.5 * Math.max(inch, barDiameters(bars).thick);

/** Least tie for bars, 25.7.2.2: No. 3 up to No. 10 bars, No. 4 for thicker ones; its diameter, m. */
export const leastTie = (bars: ColumnBars): number =>
  barDiameters(bars).thick > 1.275 * inch ? 0.5 * inch : 0.375 * inch;

/** Largest spacing of ties by 25.7.2.1, m. */
export const largestTieSpacing = (
  { width, depth, tie }: ColumnSection,
  bars: ColumnBars,
  bar: ReinforcingBar = tie,
): number => Math.min(16 * barDiameters(bars).thin, 48 * bar.diameter, width, depth);

/** Legs that hold bars of a face with so many, 25.7.2.3: every other one, or each where they stand farther than 6 in from each other. */
export const legsAsked = (count: number, clear: number): number =>
  2 + (clear > nearHeld ? count - 2 : Math.floor((count - 2) / 2));

/** The column as a beam that is sheared one way; a round one is as wide as its diameter (22.5.2.2), and its depth is that of the same area. */
export const shearSection = (section: ColumnSection, along: ShearWay): BeamSection => ({
  width: along === 'y' ? section.depth : section.width,
  depth: section.isRound ? grossArea(section) / section.width : along === 'z' ? section.depth : section.width,
  cover: section.cover,
  stirrup: section.tie,
  fc: section.fc,
  fy: section.fy,
  reduction: section.reduction,
  Es: section.Es,
  spacing: aciSpacing,
});

/** Depth to the bars of the far face, of a round column 0.8 of its diameter (22.5.2.2), m. */
export const shearDepth = (section: ColumnSection, bars: ColumnBars | undefined, along: ShearWay): number =>
  section.isRound
    ? 0.8 * section.width
    : (along === 'z' ? section.depth : section.width) -
      section.cover -
      section.tie.diameter -
      (bars && !isRing(bars) ? bars.corner.diameter : 0) / 2;

/** Whether shear asks for least ties, 10.6.2.1: V_u > 0.5 φ V_c. */
export const asksForTies = (section: BeamSection, d: number, { V, N }: Sheared): boolean =>
  shearOfStirrups(section, d, { V: 2 * V, N }) > 0;

const known = new WeakMap<ColumnPlace, Map<string, Slender>>();

/** Slenderness with bars, found once. */
export function slenderWith(
  section: ColumnSection,
  bars: ColumnBars,
  place: ColumnPlace,
  points: readonly ColumnPoint[],
): Slender {
  let all = known.get(place);
  if (!all) known.set(place, (all = new Map()));
  const key = cageKey(bars);
  let found = all.get(key);
  if (!found) all.set(key, (found = slenderOf(section, bars, place, points)));
  return found;
}

/** ACI 318-19 for a rectangular column with ties, or a round one with ties or a spiral. */
export function aciColumn(
  section: ColumnSection,
  place: ColumnPlace,
  points: readonly ColumnPoint[],
  units: UnitSystem,
): ColumnCode {
  const gross = grossArea(section);
  return {
    section,
    laws: lawsOf(section),
    stiffness: (bars) => columnStiffness(section, bars, points, squashLoad(section, bars)),
    mostPressure: (bars) => mostPressure(section, bars),
    slender: (bars) => slenderWith(section, bars, place, points).demands,
    allows: (bars) => {
      const ratio = steelArea(bars) / gross;
      const clear = clearDistances(section, bars);
      return (
        ratio >= leastRatio &&
        ratio <= mostRatio &&
        Math.min(clear.y, clear.z) >= leastClear(bars) - 1e-9 &&
        section.tie.diameter >= leastTie(bars) - 1e-6
      );
    },
    proposeTies: (bars) => proposeTies(section, bars, points, units),
  };
}

/** Ties of the size of the rules, or the least that bars ask for: legs that hold bars, spacing by 25.7.2.1 and by shear. */
function proposeTies(
  section: ColumnSection,
  bars: ColumnBars | undefined,
  points: readonly ColumnPoint[],
  units: UnitSystem,
): ColumnTies {
  const step = units === 'us' ? inch : 0.025;
  const round = (widest: number) => Math.max(3, Math.floor((widest + 1e-9) / step)) * step;
  const tiesOf = (spacing: number): ColumnTies => {
    if (section.isRound) return { bar: section.tie, spacing, around: 'ties' };
    if (!bars || isRing(bars)) return { bar: section.tie, spacing, legsY: 2, legsZ: 2 };
    const clear = clearDistances(section, bars);
    return {
      bar: section.tie,
      spacing,
      legsY: legsAsked(bars.alongZ, clear.z),
      legsZ: legsAsked(bars.alongY, clear.y),
    };
  };
  if (!bars) return tiesOf(round(Math.min(section.width, section.depth)));
  const legs = tiesOf(1);
  let widest = largestTieSpacing(section, bars);
  for (const along of shearWays(section)) {
    const turned = shearSection(section, along);
    const d = shearDepth(section, bars, along);
    for (const point of points) {
      const { N } = point;
      const V = shearAlong(point, along);
      if (!asksForTies(turned, d, { V, N })) continue;
      const left = shearOfStirrups(turned, d, { V, N });
      widest = Math.min(widest, largestStirrupSpacing(turned, d, left));
      const steel = legsAlong(legs, along) * section.tie.area;
      widest = Math.min(widest, steel / minimumPerSpacing(turned));
      if (left > 0) widest = Math.min(widest, (steel * Math.min(section.fy, mostShearYield) * d) / left);
    }
  }
  return tiesOf(Number(round(widest).toFixed(6)));
}

/** The tie of the rules, or where that is thinner than No. 3 the thinnest of its table that is not (25.7.2.2). */
export function tieOf(name: string): ReinforcingBar {
  const own = findBar(name)!;
  return own.diameter >= thinnestTie - 1e-6
    ? own
    : reinforcingBars.find(({ diameter, system }) => system === own.system && diameter >= thinnestTie - 1e-6)!;
}
const thinnestTie = 0.375 * inch;

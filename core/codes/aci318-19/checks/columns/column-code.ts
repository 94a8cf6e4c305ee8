import { findBar, reinforcingBars, type ReinforcingBar } from '../../../../catalog';
import type { UnitSystem } from '../../../../units';
import type { ColumnPlace } from '../../../doors/checks/column-place';
import type { ColumnBars, ColumnTies } from '../../../doors/checks/column-reinforcement';
import { clearDistances, steelArea, type ColumnSection } from '../../../doors/checks/columns/cage';
import type { ColumnCode, ColumnPoint } from '../../../doors/checks/columns/concrete-column';
import { aciSpacing, inch, mostShearYield, psi } from '../beam-section';
import type { BeamSection } from '../../../doors/checks/beams/beam-section';
import { lawsOf } from '../flexure';
import { largestStirrupSpacing, minimumPerSpacing, shearOfStirrups, type Sheared } from '../shear';
import { slenderOf, type Slender } from './slenderness';

/** Shares of the gross area that bars may be, 10.6.1.1. */
export const leastRatio = 0.01;
export const mostRatio = 0.08;
/** φ of sections that are compression-controlled with ties, Table 21.2.2. */
export const phiTied = 0.65;
/** Share of the axial strength at no eccentricity that counts with ties, Table 22.4.2.1. */
export const shareTied = 0.8;
/** Bars nearer than this to one that a tie holds need no tie of their own, 25.7.2.3, m. */
export const nearHeld = 6 * inch;

/** Axial strength at no eccentricity P_o, 22.4.2.2, N. */
export function squashLoad({ width, depth, fc, fy }: ColumnSection, bars: ColumnBars): number {
  const steel = steelArea(bars);
  return 0.85 * fc * (width * depth - steel) + Math.min(fy, mostYield) * steel;
}
/** 22.4.2.1: f_y of P_o is at most 80 ksi, Pa. */
export const mostYield = 80000 * psi;

/** Least clear distance of bars, 25.2.3 (the aggregate's size, which may ask for more, is not in the model), m. */
export const leastClear = ({ corner, between }: ColumnBars): number =>
  1.5 * Math.max(inch, corner.diameter, between.diameter);

/** Least tie for bars, 25.7.2.2: No. 3 up to No. 10 bars, No. 4 for thicker ones; its diameter, m. */
export const leastTie = ({ corner, between }: ColumnBars): number =>
  Math.max(corner.diameter, between.diameter) > 1.275 * inch ? 0.5 * inch : 0.375 * inch;

/** Largest spacing of ties by 25.7.2.1, m. */
export const largestTieSpacing = (
  { width, depth, tie }: ColumnSection,
  { corner, between }: ColumnBars,
  bar: ReinforcingBar = tie,
): number => Math.min(16 * Math.min(corner.diameter, between.diameter), 48 * bar.diameter, width, depth);

/** Legs that hold bars of a face with so many, 25.7.2.3: every other one, or each where they stand farther than 6 in from each other. */
export const legsAsked = (count: number, clear: number): number =>
  2 + (clear > nearHeld ? count - 2 : Math.floor((count - 2) / 2));

/** The column as a beam that is sheared along one of its local axes. */
export const shearSection = (section: ColumnSection, along: 'y' | 'z'): BeamSection => ({
  width: along === 'z' ? section.width : section.depth,
  depth: along === 'z' ? section.depth : section.width,
  cover: section.cover,
  stirrup: section.tie,
  fc: section.fc,
  fy: section.fy,
  Es: section.Es,
  spacing: aciSpacing,
});

/** Depth to the bars of the far face, m. */
export const shearDepth = (section: ColumnSection, bars: ColumnBars | undefined, along: 'y' | 'z'): number =>
  (along === 'z' ? section.depth : section.width) -
  section.cover -
  section.tie.diameter -
  (bars?.corner.diameter ?? 0) / 2;

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
  const key = `${bars.corner.name} ${bars.between.name} ${bars.alongY} ${bars.alongZ}`;
  let found = all.get(key);
  if (!found) all.set(key, (found = slenderOf(section, bars, place, points)));
  return found;
}

/** ACI 318-19 for a tied rectangular column. */
export function aciColumn(
  section: ColumnSection,
  place: ColumnPlace,
  points: readonly ColumnPoint[],
  units: UnitSystem,
): ColumnCode {
  const gross = section.width * section.depth;
  return {
    section,
    laws: lawsOf(section),
    mostPressure: (bars) => phiTied * shareTied * squashLoad(section, bars),
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
  if (!bars) return { bar: section.tie, spacing: round(Math.min(section.width, section.depth)), legsY: 2, legsZ: 2 };
  const clear = clearDistances(section, bars);
  const legs = { z: legsAsked(bars.alongY, clear.y), y: legsAsked(bars.alongZ, clear.z) };
  let widest = largestTieSpacing(section, bars);
  for (const along of ['y', 'z'] as const) {
    const turned = shearSection(section, along);
    const d = shearDepth(section, bars, along);
    for (const { Vy, Vz, N } of points) {
      const V = Math.abs(along === 'z' ? Vz : Vy);
      if (!asksForTies(turned, d, { V, N })) continue;
      const left = shearOfStirrups(turned, d, { V, N });
      widest = Math.min(widest, largestStirrupSpacing(turned, d, left));
      const steel = legs[along] * section.tie.area;
      widest = Math.min(widest, steel / minimumPerSpacing(turned));
      if (left > 0) widest = Math.min(widest, (steel * Math.min(section.fy, mostShearYield) * d) / left);
    }
  }
  return { bar: section.tie, spacing: Number(round(widest).toFixed(6)), legsY: legs.y, legsZ: legs.z };
}

/** The tie of the rules, or where that is thinner than No. 3 the thinnest of its table that is not (25.7.2.2). */
export function tieOf(name: string): ReinforcingBar {
  const own = findBar(name)!;
  return own.diameter >= thinnestTie - 1e-6
    ? own
    : reinforcingBars.find(({ diameter, system }) => system === own.system && diameter >= thinnestTie - 1e-6)!;
}
const thinnestTie = 0.375 * inch;

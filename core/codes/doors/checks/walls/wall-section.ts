import type { ReinforcingBar } from '../../../../catalog';
import type { ReinforcedSection, SectionBar } from '../../../../concrete';
import type { ConcreteRules } from '../../../../model';
import type { CrossSection } from '../beam-elevation';
import type { WallBars } from '../wall-reinforcement';

/** A pier and its materials: m, Pa. Local y runs along the wall, local z across it. */
export interface WallSection {
  readonly length: number;
  readonly thickness: number;
  /** clear cover to the level bars */
  readonly cover: number;
  /** cylinder strength of concrete */
  readonly fc: number;
  /** yield stress of bars */
  readonly fy: number;
  /** moduli of elasticity of bars and of concrete */
  readonly Es: number;
  readonly Ec: number;
  /** strength reduction factors that are typed; left out: those of the code */
  readonly reduction?: ConcreteRules['reduction'];
}

/** Pairs of bars at an end stand so far from each other along the wall at least, m, and at so many diameters. */
const leastStep = 0.1;
const stepInDiameters = 4;
const near = 1e-9;

/** Area of concrete and bars together, m². */
export const wallArea = ({ length, thickness }: WallSection): number => length * thickness;

/** Distance of pairs at an end along the wall, m. */
const endStep = ({ diameter }: ReinforcingBar): number => Math.max(leastStep, stepInDiameters * diameter);

/** Places of bars across the wall: of one layer its middle, of two near both faces, inside of the level bars, m. */
export function layerPlaces({ thickness, cover }: WallSection, { layers, level }: WallBars, bar: ReinforcingBar) {
  if (layers === 1) return [0];
  const at = thickness / 2 - cover - level.bar.diameter - bar.diameter / 2;
  return [-at, at];
}

/** Rows of upright bars along the wall between its ends: how many, and the distance between them, m. */
export function uprightRows(
  section: WallSection,
  { upright, ends }: WallBars,
): { readonly from: number; readonly count: number; readonly step: number } {
  const half = section.length / 2 - section.cover;
  if (ends.count > 0) {
    // between the last pairs of both ends, no farther from them than from each other
    const edge = half - ends.bar.diameter / 2 - (Math.ceil(ends.count / 2) - 1) * endStep(ends.bar);
    const gaps = Math.max(1, Math.ceil((2 * edge) / upright.spacing - near));
    const step = (2 * edge) / gaps;
    return { from: -edge + step, count: edge > 0 ? gaps - 1 : 0, step };
  }
  const edge = half - upright.bar.diameter / 2;
  const gaps = Math.max(1, Math.ceil((2 * edge) / upright.spacing - near));
  return { from: -edge, count: gaps + 1, step: (2 * edge) / gaps };
}

/** Where the upright bars of a pier lie, from its middle. */
export function uprightBars(section: WallSection, bars: WallBars): SectionBar[] {
  const { upright, ends } = bars;
  const at = ({ area, diameter }: ReinforcingBar, y: number, z: number): SectionBar => ({ y, z, area, diameter });
  const rows = uprightRows(section, bars);
  const found = layerPlaces(section, bars, upright.bar).flatMap((z) =>
    Array.from({ length: rows.count }, (_, i) => at(upright.bar, rows.from + i * rows.step, z)),
  );
  const edge = section.length / 2 - section.cover - ends.bar.diameter / 2;
  const across = Math.max(0, section.thickness / 2 - section.cover - bars.level.bar.diameter - ends.bar.diameter / 2);
  for (const side of [-1, 1])
    for (let i = 0; i < ends.count; i++) {
      // one that is left over stands between both faces
      const isAlone = i === ends.count - 1 && ends.count % 2 === 1;
      const z = isAlone ? 0 : i % 2 === 0 ? -across : across;
      found.push(at(ends.bar, side * (edge - Math.floor(i / 2) * endStep(ends.bar)), z));
    }
  return found;
}

/** Area of all upright bars of a pier, m². */
export const uprightArea = (section: WallSection, bars: WallBars): number =>
  bars.layers * uprightRows(section, bars).count * bars.upright.bar.area + 2 * bars.ends.count * bars.ends.bar.area;

/** Second moment of the upright bars about the middle of the thickness, m⁴. */
export const uprightInertia = (section: WallSection, bars: WallBars): number =>
  uprightBars(section, bars).reduce((sum, { area, z }) => sum + area * z * z, 0);

/** Area of spread bars of all layers over the area they lie in, upright and level. */
export function ratiosOf({ thickness }: WallSection, { layers, upright, level }: WallBars) {
  const of = ({ bar, spacing }: WallBars['upright']) => (layers * bar.area) / (spacing * thickness);
  return { upright: of(upright), level: of(level) };
}

/** Effective depth across the wall: to the upright bars of the far layer, m. */
export const acrossDepth = (section: WallSection, bars: WallBars): number =>
  section.thickness / 2 + Math.max(...layerPlaces(section, bars, bars.upright.bar));

/** Area of the upright bars that shear across the wall pulls: those of one layer, m². */
export const acrossSteel = (section: WallSection, bars: WallBars): number =>
  uprightRows(section, bars).count * bars.upright.bar.area;

/** Concrete and upright bars of a pier. */
export const pierSection = (section: WallSection, bars: WallBars): ReinforcedSection => ({
  concrete: [
    {
      from: { y: -section.length / 2, z: -section.thickness / 2 },
      to: { y: section.length / 2, z: section.thickness / 2 },
    },
  ],
  bars: uprightBars(section, bars),
});

/** The section of a pier drawn. @param height over which it is so, m */
export const pierCut = (section: WallSection, bars: WallBars, height: number): CrossSection => ({
  from: 0,
  to: height,
  width: section.length,
  depth: section.thickness,
  cover: section.cover,
  stirrup: bars.level.bar.diameter,
  concrete: pierSection(section, bars).concrete,
  bars: uprightBars(section, bars).map(({ y, z, diameter }) => ({ y, z, diameter })),
});

/** Length along the wall that the bars at both ends need, clear between them, m. */
export const endsLength = ({ cover }: WallSection, { ends }: WallBars): number =>
  ends.count === 0
    ? 0
    : 2 * (cover + ends.bar.diameter / 2 + (Math.ceil(ends.count / 2) - 1) * endStep(ends.bar)) + endStep(ends.bar);

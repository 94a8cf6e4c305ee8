import type { ReinforcingBar } from '../../../../catalog';
import type { ReinforcedSection, SectionBar } from '../../../../concrete';
import type { CrossSection } from '../beam-elevation';
import type { ColumnBars, ColumnTies } from '../column-reinforcement';

/** A rectangular column and its materials: m, Pa. */
export interface ColumnSection {
  /** along local y, and along local z */
  readonly width: number;
  readonly depth: number;
  /** clear cover to the tie */
  readonly cover: number;
  readonly tie: ReinforcingBar;
  /** cylinder strength of concrete */
  readonly fc: number;
  /** yield stress of bars and ties */
  readonly fy: number;
  /** moduli of elasticity of bars and of concrete */
  readonly Es: number;
  readonly Ec: number;
}

/** How many bars a cage has. */
export const barCount = ({ alongY, alongZ }: ColumnBars): number => 2 * (alongY + alongZ) - 4;

/** Area of all its bars, m². */
export const steelArea = (bars: ColumnBars): number => 4 * bars.corner.area + (barCount(bars) - 4) * bars.between.area;

/** Area of the bars of a face that runs along a local axis, m². */
export const faceArea = ({ corner, between, alongY, alongZ }: ColumnBars, along: 'y' | 'z'): number =>
  2 * corner.area + ((along === 'y' ? alongY : alongZ) - 2) * between.area;

/** Where the bars of a cage lie, from the middle of the section. */
export function cageBars({ width, depth, cover, tie }: ColumnSection, bars: ColumnBars): SectionBar[] {
  const at = (bar: ReinforcingBar, y: number, z: number): SectionBar => ({
    y,
    z,
    area: bar.area,
    diameter: bar.diameter,
  });
  const inside = cover + tie.diameter;
  const { corner, between, alongY, alongZ } = bars;
  const [cy, cz] = [width / 2 - inside - corner.diameter / 2, depth / 2 - inside - corner.diameter / 2];
  const [by, bz] = [width / 2 - inside - between.diameter / 2, depth / 2 - inside - between.diameter / 2];
  const found = [-1, 1].flatMap((y) => [-1, 1].map((z) => at(corner, y * cy, z * cz)));
  for (const side of [-1, 1]) {
    for (let i = 1; i < alongY - 1; i++) found.push(at(between, cy * ((2 * i) / (alongY - 1) - 1), side * bz));
    for (let i = 1; i < alongZ - 1; i++) found.push(at(between, side * by, cz * ((2 * i) / (alongZ - 1) - 1)));
  }
  return found;
}

/** Concrete and bars of a column, from the middle. */
export const cageSection = (section: ColumnSection, bars: ColumnBars): ReinforcedSection => ({
  concrete: [
    {
      from: { y: -section.width / 2, z: -section.depth / 2 },
      to: { y: section.width / 2, z: section.depth / 2 },
    },
  ],
  bars: cageBars(section, bars),
});

/** Second moments of the bars about the middle axes y and z, m⁴. */
export function steelInertia(section: ColumnSection, bars: ColumnBars): { y: number; z: number } {
  let [y, z] = [0, 0];
  for (const bar of cageBars(section, bars)) {
    y += bar.area * bar.z ** 2;
    z += bar.area * bar.y ** 2;
  }
  return { y, z };
}

/** Least clear distance of bars side by side in the faces along y and along z, m. */
export function clearDistances(
  { width, depth, cover, tie }: ColumnSection,
  { corner, between, alongY, alongZ }: ColumnBars,
): { y: number; z: number } {
  const clear = (size: number, count: number): number => {
    const whole = size - 2 * (cover + tie.diameter) - corner.diameter;
    if (count === 2) return whole - corner.diameter;
    const step = whole / (count - 1);
    return step - Math.max((corner.diameter + between.diameter) / 2, count > 3 ? between.diameter : 0);
  };
  return { y: clear(width, alongY), z: clear(depth, alongZ) };
}

/** The cage drawn. @param length over which it is so, m from the start node */
export const cageCut = (section: ColumnSection, bars: ColumnBars, length: number): CrossSection => ({
  from: 0,
  to: length,
  width: section.width,
  depth: section.depth,
  cover: section.cover,
  stirrup: section.tie.diameter,
  concrete: cageSection(section, bars).concrete,
  bars: cageBars(section, bars).map(({ y, z, diameter }) => ({ y, z, diameter })),
});

/** Bars of a cage in a few words: `8 #8`, `4 #9 + 4 #8`. */
export function cageWords(bars: ColumnBars): string {
  const count = barCount(bars);
  if (count === 4) return `4 ${bars.corner.name}`;
  return bars.corner === bars.between
    ? `${count} ${bars.corner.name}`
    : `4 ${bars.corner.name} + ${count - 4} ${bars.between.name}`;
}

/** Distance of the legs of ties across a side, m: those along z lie across y. */
export const legsApart = ({ cover, tie }: ColumnSection, size: number, legs: ColumnTies['legsY']): number =>
  (size - 2 * cover - tie.diameter) / (legs - 1);

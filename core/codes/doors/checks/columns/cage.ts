import type { ReinforcingBar } from '../../../../catalog';
import type { ConcretePart, ReinforcedSection, SectionBar } from '../../../../concrete';
import type { ConcreteRules } from '../../../../model';
import type { CrossSection } from '../beam-elevation';
import { isRing, type ColumnBars } from '../column-reinforcement';

/** A column, rectangular or round, and its materials: m, Pa. */
export interface ColumnSection {
  /** along local y, and along local z; of a round one both are its diameter */
  readonly width: number;
  readonly depth: number;
  readonly isRound: boolean;
  /** what goes around is a spiral */
  readonly isSpiral: boolean;
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
  /** strength reduction factors that are typed; left out: those of the code */
  readonly reduction?: ConcreteRules['reduction'];
}

/** Area of concrete and bars together, m². */
export const grossArea = ({ width, depth, isRound }: ColumnSection): number =>
  (isRound ? Math.PI / 4 : 1) * width * depth;

/** Second moment of the whole section about a local axis, without its bars, m⁴. */
export const grossInertia = ({ width, depth, isRound }: ColumnSection, about: 'y' | 'z'): number =>
  isRound ? (Math.PI * width ** 4) / 64 : (width * depth * (about === 'y' ? depth : width) ** 2) / 12;

/** Radius of gyration of the whole section about a local axis, m. */
export const gyrationOf = (section: ColumnSection, about: 'y' | 'z'): number =>
  Math.sqrt(grossInertia(section, about) / grossArea(section));

/** How many bars a cage has. */
export const barCount = (bars: ColumnBars): number => (isRing(bars) ? bars.count : 2 * (bars.alongY + bars.alongZ) - 4);

/** Area of all its bars, m². */
export const steelArea = (bars: ColumnBars): number =>
  isRing(bars) ? bars.count * bars.ring.area : 4 * bars.corner.area + (barCount(bars) - 4) * bars.between.area;

/** The thinnest and the thickest of its bars, m. */
export function barDiameters(bars: ColumnBars): { thin: number; thick: number } {
  if (isRing(bars)) return { thin: bars.ring.diameter, thick: bars.ring.diameter };
  const [a, b] = [bars.corner.diameter, bars.between.diameter];
  return { thin: Math.min(a, b), thick: Math.max(a, b) };
}

/** A text that is the same for cages that are. */
export const cageKey = (bars: ColumnBars): string =>
  isRing(bars)
    ? `${bars.count} ${bars.ring.name}`
    : `${bars.corner.name} ${bars.between.name} ${bars.alongY} ${bars.alongZ}`;

/** Radius of the ring through the middles of bars, m. */
const ringRadius = ({ width, cover, tie }: ColumnSection, { diameter }: ReinforcingBar): number =>
  width / 2 - cover - tie.diameter - diameter / 2;

/**
 * Area of bars that a shear along an axis pulls, m²: those of the far face; of a ring those farther than two thirds of the diameter from the pressed side, a
 * bar standing at the far one.
 */
export function pulledArea(section: ColumnSection, bars: ColumnBars, along: 'y' | 'z' | 'any'): number {
  if (!isRing(bars)) {
    const { corner, between, alongY, alongZ } = bars;
    return 2 * corner.area + ((along === 'z' ? alongY : alongZ) - 2) * between.area;
  }
  return cageBars(section, bars).reduce((sum, { z, area }) => (z < -section.depth / 6 ? sum + area : sum), 0);
}

/**
 * Where the bars of a cage lie, from the middle of the section.
 * @param turned a ring: by half of the angle between its bars, so that the lowest place lies between two
 */
export function cageBars(section: ColumnSection, bars: ColumnBars, turned = false): SectionBar[] {
  const { width, depth, cover, tie } = section;
  const at = (bar: ReinforcingBar, y: number, z: number): SectionBar => ({
    y,
    z,
    area: bar.area,
    diameter: bar.diameter,
  });
  if (isRing(bars)) {
    const [radius, step] = [ringRadius(section, bars.ring), (2 * Math.PI) / bars.count];
    return Array.from({ length: bars.count }, (_, i) => {
      const angle = (i + (turned ? 0.5 : 0)) * step;
      return at(bars.ring, radius * Math.sin(angle), -radius * Math.cos(angle));
    });
  }
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

/** Concrete and bars of a column, from the middle. @param turned as of `cageBars` */
export const cageSection = (section: ColumnSection, bars: ColumnBars, turned = false): ReinforcedSection => {
  const part: ConcretePart = {
    from: { y: -section.width / 2, z: -section.depth / 2 },
    to: { y: section.width / 2, z: section.depth / 2 },
  };
  return {
    concrete: [section.isRound ? { ...part, isDisc: true } : part],
    bars: cageBars(section, bars, turned),
  };
};

/** Sections that a column must do with: nobody turns a ring on purpose, so that a bar may stand where it is bent most, or a gap. */
export const cageSections = (section: ColumnSection, bars: ColumnBars): ReinforcedSection[] =>
  isRing(bars) ? [cageSection(section, bars), cageSection(section, bars, true)] : [cageSection(section, bars)];

/** Second moments of the bars about the middle axes y and z, m⁴. */
export function steelInertia(section: ColumnSection, bars: ColumnBars): { y: number; z: number } {
  let [y, z] = [0, 0];
  for (const bar of cageBars(section, bars)) {
    y += bar.area * bar.z ** 2;
    z += bar.area * bar.y ** 2;
  }
  return { y, z };
}

/** Least clear distance of bars side by side in the faces along y and along z, or along the ring, m. */
export function clearDistances(section: ColumnSection, bars: ColumnBars): { y: number; z: number } {
  if (isRing(bars)) {
    const clear = 2 * ringRadius(section, bars.ring) * Math.sin(Math.PI / bars.count) - bars.ring.diameter;
    return { y: clear, z: clear };
  }
  const { width, depth, cover, tie } = section;
  const { corner, between, alongY, alongZ } = bars;
  const clear = (size: number, count: number): number => {
    const whole = size - 2 * (cover + tie.diameter) - corner.diameter;
    if (count === 2) return whole - corner.diameter;
    const step = whole / (count - 1);
    return step - Math.max((corner.diameter + between.diameter) / 2, count > 3 ? between.diameter : 0);
  };
  return { y: clear(width, alongY), z: clear(depth, alongZ) };
}

/** Distances between the middles of bars side by side in the faces along y and along z, or along the ring, m. */
export function barSteps(section: ColumnSection, bars: ColumnBars): { y: number; z: number } {
  if (isRing(bars)) {
    const step = 2 * ringRadius(section, bars.ring) * Math.sin(Math.PI / bars.count);
    return { y: step, z: step };
  }
  const step = (size: number, count: number) =>
    (size - 2 * (section.cover + section.tie.diameter) - bars.corner.diameter) / (count - 1);
  return { y: step(section.width, bars.alongY), z: step(section.depth, bars.alongZ) };
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
  if (isRing(bars)) return `${count} ${bars.ring.name}`;
  if (count === 4) return `4 ${bars.corner.name}`;
  return bars.corner === bars.between
    ? `${count} ${bars.corner.name}`
    : `4 ${bars.corner.name} + ${count - 4} ${bars.between.name}`;
}

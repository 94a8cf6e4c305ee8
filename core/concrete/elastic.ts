import type { ReinforcedSection, SectionBar } from './section';

/*
 * Sections under loads of service: concrete and bars are elastic, and concrete that is cracked pulls nothing. Bent about y alone; places are from the
 * origin of the section, N pulls when positive, My is positive with tension at −z.
 */

/** How stiff concrete and bars are, Pa. */
export interface ElasticModuli {
  readonly concrete: number;
  readonly bars: number;
}

/** A transformed section: what of it acts, measured in concrete, about its centroid at z; m, m², m⁴. */
export interface TransformedSection {
  readonly area: number;
  readonly z: number;
  readonly inertia: number;
  /** first moment of the bars about the centroid, in m³ of bars, positive when they lie below it */
  readonly barMoment: number;
}

/** A section under elastic bending: strain at z is `strain − curvature z`, curvature in 1/m. */
export interface ElasticState {
  readonly strain: number;
  readonly curvature: number;
  /** what acts: compressed concrete and all bars; all concrete where nothing is pulled */
  readonly acting: TransformedSection;
}

/** Heights between which something of concrete lies: of the outermost fibres, m. */
export function heightOf({ concrete }: ReinforcedSection): { low: number; high: number } {
  let [low, high] = [Infinity, -Infinity];
  for (const { from, to } of concrete) [low, high] = [Math.min(low, from.z), Math.max(high, to.z)];
  return { low, high };
}

/** Concrete alone, uncracked and without its bars: area m², centroid m, second moment about it m⁴. */
export function grossSection(section: ReinforcedSection): { area: number; z: number; inertia: number } {
  const { low, high } = heightOf(section);
  const { A, S, I } = concreteBetween(section, low, high);
  const z = S / A;
  return { area: A, z, inertia: I - S * z };
}

/** An uncracked section with its bars, each in place of the concrete it displaces. */
export function uncracked(section: ReinforcedSection, moduli: ElasticModuli): TransformedSection {
  const { low, high } = heightOf(section);
  return transformed(section, moduli, low, high);
}

/** The part of a section's concrete between two heights: area, first and second moment about the origin. */
function concreteBetween(
  { concrete }: ReinforcedSection,
  low: number,
  high: number,
): { A: number; S: number; I: number } {
  let [A, S, I] = [0, 0, 0];
  for (const { from, to, isDisc } of concrete) {
    const [a, b] = [Math.max(from.z, low), Math.min(to.z, high)];
    if (b <= a) continue;
    if (isDisc) {
      const [middle, radius] = [(from.z + to.z) / 2, (to.z - from.z) / 2];
      const [s, e] = [discTo((a - middle) / radius), discTo((b - middle) / radius)];
      const [area, first] = [radius ** 2 * (e.A - s.A), radius ** 3 * (e.S - s.S)];
      A += area;
      S += first + middle * area;
      I += radius ** 4 * (e.I - s.I) + 2 * middle * first + middle ** 2 * area;
      continue;
    }
    const width = to.y - from.y;
    A += width * (b - a);
    S += (width * (b * b - a * a)) / 2;
    I += (width * (b ** 3 - a ** 3)) / 3;
  }
  return { A, S, I };
}

/** Area, first and second moment of a disc of radius 1 below a height, about its middle, but for a constant. */
function discTo(height: number): { A: number; S: number; I: number } {
  const u = Math.max(-1, Math.min(1, height));
  const [chord, angle] = [Math.sqrt(1 - u * u), Math.asin(u)];
  return { A: u * chord + angle, S: (-2 / 3) * chord ** 3, I: (u * (2 * u * u - 1) * chord + angle) / 4 };
}

/** How much of a bar's diameter lies in concrete that acts between two heights. */
const shareIn = ({ z, diameter }: SectionBar, low: number, high: number): number =>
  Math.max(0, Math.min(1, (z - low) / diameter + 0.5) + Math.min(1, (high - z) / diameter + 0.5) - 1);

function transformed(
  section: ReinforcedSection,
  { concrete, bars }: ElasticModuli,
  low: number,
  high: number,
): TransformedSection {
  const ratio = bars / concrete;
  let { A, S, I } = concreteBetween(section, low, high);
  let [steel, first] = [0, 0];
  for (const bar of section.bars) {
    const acts = (ratio - shareIn(bar, low, high)) * bar.area;
    A += acts;
    S += acts * bar.z;
    I += acts * bar.z * bar.z;
    steel += bar.area;
    first += bar.area * bar.z;
  }
  const z = A > 0 ? S / A : 0;
  return { area: A, z, inertia: I - S * z, barMoment: steel * z - first };
}

/** The most steps a search for the neutral axis takes. */
const steps = 60;

/**
 * A cracked section under an axial force and a moment about y, by equilibrium: concrete that would be pulled is left out.
 * @param forces N, tension positive, and N·m about the origin
 * @returns undefined: nothing acts, or bars alone on one level cannot carry what is asked
 */
export function crackedState(
  section: ReinforcedSection,
  moduli: ElasticModuli,
  { N, My }: { readonly N: number; readonly My: number },
): ElasticState | undefined {
  if (N === 0 && My === 0) return undefined;
  const { low, high } = heightOf(section);
  const depth = high - low;
  const solve = (acting: TransformedSection): { strain: number; curvature: number } | undefined => {
    const { area, z, inertia } = acting;
    if (!(area > 0) || !(inertia > 1e-9 * area * depth * depth)) return undefined;
    const curvature = (My + N * z) / (moduli.concrete * inertia);
    return { strain: N / (moduli.concrete * area) + curvature * z, curvature };
  };
  /** what is compressed, between two heights */
  const zone = ({ strain, curvature }: { strain: number; curvature: number }): [number, number] => {
    if (Math.abs(curvature) * depth < 1e-9 * Math.abs(strain)) return strain < 0 ? [low, high] : [high, high];
    const axis = strain / curvature;
    return curvature > 0 ? [Math.max(low, axis), high] : [low, Math.min(high, axis)];
  };
  let limits: [number, number] = [low, high];
  let before = limits;
  for (let step = 0; step < steps; step++) {
    const acting = transformed(section, moduli, limits[0], Math.max(...limits));
    const found = solve(acting);
    if (!found) return undefined;
    const next = zone(found);
    if (Math.abs(next[0] - limits[0]) + Math.abs(next[1] - limits[1]) < 1e-10 * depth) return { ...found, acting };
    // where the search goes to and fro, half-way between
    const sways = step > 8 && Math.abs(next[0] - before[0]) + Math.abs(next[1] - before[1]) < 1e-3 * depth;
    before = limits;
    limits = sways ? [(next[0] + limits[0]) / 2, (next[1] + limits[1]) / 2] : next;
  }
  return undefined;
}

/** Stress of a bar, Pa, tension positive. */
export const barStress = ({ strain, curvature }: ElasticState, { bars }: ElasticModuli, bar: SectionBar): number =>
  bars * (strain - curvature * bar.z);

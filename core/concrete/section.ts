/** A rectangle of concrete, or the disc that touches its four sides; y across the section, z up it, m. */
export interface ConcretePart {
  readonly from: { readonly y: number; readonly z: number };
  readonly to: { readonly y: number; readonly z: number };
  /** a disc; its rectangle is a square */
  readonly isDisc?: true;
}

/** A bar in a section: its centre and diameter, m, and its area, m². */
export interface SectionBar {
  readonly y: number;
  readonly z: number;
  readonly area: number;
  readonly diameter: number;
}

/** Concrete with bars. Forces of the section are about the origin. */
export interface ReinforcedSection {
  /** parts that touch and do not overlap */
  readonly concrete: readonly ConcretePart[];
  readonly bars: readonly SectionBar[];
}

/** How concrete and bars answer strain when the section is at its strength, Pa. Bars are elastic and then yield; concrete pulls nothing. */
export interface SectionLaws {
  /** even stress over the compressed block: 0.85 f′c, η f_cd */
  readonly blockStress: number;
  /** depth of the block over that of the neutral axis: β₁, λ */
  readonly blockFactor: number;
  /** strain of the outermost compressed fibre at strength */
  readonly crushing: number;
  /** the same where all of the section is pressed evenly: ε_c3; left out: no less than where it is bent */
  readonly pressed?: number;
  readonly yieldStress: number;
  readonly modulus: number;
}

/** What a section carries when its outermost fibre crushes: N (tension positive), and moments that are positive with tension at −z and −y; N, N·m. */
export interface SectionForces {
  readonly N: number;
  readonly My: number;
  readonly Mz: number;
}

/** A bar at strength: its depth below the outermost compressed fibre, m, strain (tension positive), stress, Pa, and the share of it that displaces concrete of the block. */
export interface BarAtStrength {
  readonly bar: SectionBar;
  readonly depth: number;
  readonly strain: number;
  readonly stress: number;
  readonly displaced: number;
}

/** A section at strength for one place of its neutral axis. */
export interface SectionAtStrength extends SectionForces {
  /** largest strain of a bar, tension positive; −Infinity without bars */
  readonly strain: number;
}

/** Depth of a place below the outermost fibre, in the direction that is compressed. */
interface Direction {
  /** towards the compressed side */
  readonly y: number;
  readonly z: number;
  /** the outermost fibre along it, m */
  readonly outermost: number;
  /** between the outermost fibres of both sides, m */
  readonly reach: number;
}

/** The direction at an angle from z towards y, rad: 0 compresses the top, π the bottom. */
export function directionAt({ concrete }: ReinforcedSection, angle: number): Direction {
  const clean = (value: number) => (Math.abs(value) < 1e-12 ? 0 : value);
  const [y, z] = [clean(Math.sin(angle)), clean(Math.cos(angle))];
  let [outermost, lowest] = [-Infinity, Infinity];
  for (const { from, to, isDisc } of concrete) {
    if (isDisc) {
      const [middle, radius] = [(y * (from.y + to.y) + z * (from.z + to.z)) / 2, (to.y - from.y) / 2];
      outermost = Math.max(outermost, middle + radius);
      lowest = Math.min(lowest, middle - radius);
      continue;
    }
    outermost = Math.max(outermost, Math.max(y * from.y, y * to.y) + Math.max(z * from.z, z * to.z));
    lowest = Math.min(lowest, Math.min(y * from.y, y * to.y) + Math.min(z * from.z, z * to.z));
  }
  return { y, z, outermost, reach: outermost - lowest };
}

/** Area of concrete nearer than a depth to the outermost fibre, and its first moments. @returns m², m³, m³ */
export function compressed(
  { concrete }: ReinforcedSection,
  direction: Direction,
  depth: number,
): { area: number; y: number; z: number } {
  let [area, sy, sz] = [0, 0, 0];
  const level = direction.outermost - depth;
  for (const part of concrete) {
    const { from, to } = part;
    if (part.isDisc) {
      const [middleY, middleZ, radius] = [(from.y + to.y) / 2, (from.z + to.z) / 2, (to.y - from.y) / 2];
      // the segment beyond the level, by its closed forms
      const t = Math.max(-1, Math.min(1, (level - direction.y * middleY - direction.z * middleZ) / radius));
      const chord = Math.sqrt(1 - t * t);
      const segment = radius ** 2 * (Math.acos(t) - t * chord);
      const moment = (2 / 3) * (radius * chord) ** 3;
      area += segment;
      sy += segment * middleY + direction.y * moment;
      sz += segment * middleZ + direction.z * moment;
      continue;
    }
    if (direction.y === 0) {
      const [low, high] =
        direction.z > 0 ? [Math.max(from.z, level * direction.z), to.z] : [from.z, Math.min(to.z, level * direction.z)];
      if (high <= low) continue;
      const kept = (to.y - from.y) * (high - low);
      area += kept;
      sy += (kept * (from.y + to.y)) / 2;
      sz += (kept * (low + high)) / 2;
      continue;
    }
    // the corners around, and where the level crosses the sides between them: the outline of what is kept, summed as it is walked
    let [firstY, firstZ, lastY, lastZ] = [NaN, NaN, NaN, NaN];
    let [doubled, ty, tz] = [0, 0, 0];
    const walk = (y: number, z: number) => {
      if (Number.isNaN(firstY)) [firstY, firstZ] = [y, z];
      else {
        const twice = lastY * z - y * lastZ;
        doubled += twice;
        ty += (lastY + y) * twice;
        tz += (lastZ + z) * twice;
      }
      lastY = y;
      lastZ = z;
    };
    let [y0, z0] = [from.y, from.z];
    let over = direction.y * y0 + direction.z * z0 - level;
    for (let i = 1; i <= 4; i++) {
      const [y1, z1] = [i === 1 || i === 2 ? to.y : from.y, i === 2 || i === 3 ? to.z : from.z];
      const next = direction.y * y1 + direction.z * z1 - level;
      if (over >= 0) walk(y0, z0);
      if (over >= 0 !== next >= 0) {
        const t = over / (over - next);
        walk(y0 + t * (y1 - y0), z0 + t * (z1 - z0));
      }
      [y0, z0, over] = [y1, z1, next];
    }
    if (Number.isNaN(firstY)) continue;
    walk(firstY, firstZ);
    area += doubled / 2;
    sy += ty / 6;
    sz += tz / 6;
  }
  return { area, y: sy, z: sz };
}

/**
 * Strain of the outermost compressed fibre at strength: where the neutral axis lies outside of the section it falls to that of even pressure, turning about
 * the place that is always strained by as much (EN 1992-1-1, figure 6.1).
 * @param c m
 */
export function crushingAt({ crushing, pressed }: SectionLaws, { reach }: Direction, c: number): number {
  if (pressed === undefined || c <= reach) return crushing;
  return (pressed * c) / (c - (1 - pressed / crushing) * reach);
}

/**
 * A bar where the neutral axis lies c below the outermost fibre. What concrete of the block it displaces is counted by the share of its diameter that lies
 * in the block, so that strength has no jumps.
 * @param c m
 */
export function barAt(laws: SectionLaws, bar: SectionBar, direction: Direction, c: number): BarAtStrength {
  const depth = direction.outermost - (direction.y * bar.y + direction.z * bar.z);
  const strain = (crushingAt(laws, direction, c) * (depth - c)) / c;
  const stress = Math.max(-laws.yieldStress, Math.min(laws.yieldStress, laws.modulus * strain));
  const displaced = Math.max(0, Math.min(1, (laws.blockFactor * c - depth) / bar.diameter + 0.5));
  return { bar, depth, strain, stress, displaced };
}

/** Forces of a section with its neutral axis c below the outermost fibre, by strain compatibility. @param c m, above zero */
export function sectionAt(
  section: ReinforcedSection,
  laws: SectionLaws,
  direction: Direction,
  c: number,
): SectionAtStrength {
  const block = compressed(section, direction, laws.blockFactor * c);
  let N = -laws.blockStress * block.area;
  let My = laws.blockStress * block.z;
  let Mz = laws.blockStress * block.y;
  let largest = -Infinity;
  for (const bar of section.bars) {
    const { strain, stress, displaced } = barAt(laws, bar, direction, c);
    const pull = bar.area * (stress + displaced * laws.blockStress);
    N += pull;
    My -= pull * bar.z;
    Mz -= pull * bar.y;
    if (strain > largest) largest = strain;
  }
  return { N, My, Mz, strain: largest };
}

import type { SectionProperties } from '../catalog';

/** A column above or below a floor: its length to its far end, m, and whether that end is held against turning. */
export interface ColumnBeside {
  readonly length: number;
  readonly far: 'fixed' | 'pinned';
}

/** Springs that stand for columns at a floor held sideways: N/m and N·m/rad about global x and y. */
export interface ColumnSprings {
  readonly uz: number;
  readonly rx: number;
  readonly ry: number;
}

/**
 * What columns above and below give a floor that does not move sideways: E A / L of the one below, 4 E I / L of each whose far end is fixed, 3 E I / L
 * where it is pinned (bending alone; the one above only turns with the floor, it does not carry it).
 * @param section  its width lies along global x, its depth along y
 * @param modulus  Pa
 */
export function columnSprings(
  { area, inertiaY, inertiaZ }: Pick<SectionProperties, 'area' | 'inertiaY' | 'inertiaZ'>,
  modulus: number,
  below: ColumnBeside,
  above?: ColumnBeside,
): ColumnSprings {
  const turning = [below, ...(above ? [above] : [])].reduce(
    (sum, { length, far }) => sum + (far === 'fixed' ? 4 : 3) / length,
    0,
  );
  return {
    uz: (modulus * area) / below.length,
    rx: modulus * inertiaY * turning,
    ry: modulus * inertiaZ * turning,
  };
}

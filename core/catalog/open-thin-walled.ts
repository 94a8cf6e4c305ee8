import type { Point } from './polygon-integrals';

/** Mid-line of an open section: its corners in order, and the thickness of each straight part, m. */
export interface MidLine {
  readonly corners: readonly Point[];
  readonly thicknesses: readonly number[];
}

export interface ThinWalled {
  /** shear centre seen from the centroid of the mid-line, m */
  readonly shearCentre: Point;
  /** m⁶ */
  readonly warping: number;
}

/**
 * Shear centre and warping constant of an open section by its sectorial coordinate (Vlasov, Thin-Walled Elastic Beams, chapter 1).
 * The sectorial coordinate is linear along each part, so every integral is exact for the mid-line.
 */
export function openThinWalled({ corners, thicknesses }: MidLine): ThinWalled {
  const parts = thicknesses.map((t, i) => ({
    a: corners[i],
    b: corners[i + 1],
    area: t * Math.hypot(corners[i + 1][0] - corners[i][0], corners[i + 1][1] - corners[i][1]),
  }));
  const total = parts.reduce((sum, part) => sum + part.area, 0);
  const centroid = [0, 1].map(
    (k) => parts.reduce((sum, { a, b, area }) => sum + (area * (a[k] + b[k])) / 2, 0) / total,
  );
  const place = corners.map(([y, z]): Point => [y - centroid[0], z - centroid[1]]);
  // sectorial coordinate about the centroid, zero at the first corner
  const about = (pole: Point): number[] => {
    const values = [0];
    parts.forEach((_, i) => {
      const [a, b] = [place[i], place[i + 1]];
      values.push(values[i] + (a[0] - pole[0]) * (b[1] - pole[1]) - (b[0] - pole[0]) * (a[1] - pole[1]));
    });
    return values;
  };
  /** ∫ f g dA of two functions given at the corners */
  const integral = (f: readonly number[], g: readonly number[]) =>
    parts.reduce(
      (sum, { area }, i) =>
        sum + (area * (2 * f[i] * g[i] + f[i] * g[i + 1] + f[i + 1] * g[i] + 2 * f[i + 1] * g[i + 1])) / 6,
      0,
    );
  const [ys, zs, ones] = [place.map(([y]) => y), place.map(([, z]) => z), place.map(() => 1)];
  const [iyy, izz, iyz] = [integral(zs, zs), integral(ys, ys), integral(ys, zs)];
  const sector = about([0, 0]);
  const [wy, wz] = [integral(sector, ys), integral(sector, zs)];
  const determinant = iyy * izz - iyz * iyz;
  const shearCentre: Point = [(izz * wz - iyz * wy) / determinant, -(iyy * wy - iyz * wz) / determinant];
  const principal = about(shearCentre);
  const mean = integral(principal, ones) / total;
  const normal = principal.map((value) => value - mean);
  return { shearCentre, warping: integral(normal, normal) };
}

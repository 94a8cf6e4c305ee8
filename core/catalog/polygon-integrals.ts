export type Point = readonly [number, number];

/** A section's area as closed outlines: `solids` counter-clockwise, `holes` within them. Coordinates (y, z) in m. */
export interface Contours {
  readonly solids: readonly (readonly Point[])[];
  readonly holes: readonly (readonly Point[])[];
}

/** Area and moments about the origin: m², m³, m⁴. `firstY` is ∫z dA, `firstZ` ∫y dA, `product` ∫yz dA. */
export interface AreaIntegrals {
  readonly area: number;
  readonly firstY: number;
  readonly firstZ: number;
  readonly secondY: number;
  readonly secondZ: number;
  readonly product: number;
}

/** Integrals over one polygon by Green's theorem; negative where it runs clockwise. */
function overPolygon(points: readonly Point[]): AreaIntegrals {
  let area = 0,
    firstY = 0,
    firstZ = 0,
    secondY = 0,
    secondZ = 0,
    product = 0;
  for (let i = 0; i < points.length; i++) {
    const [y0, z0] = points[i];
    const [y1, z1] = points[(i + 1) % points.length];
    const c = y0 * z1 - y1 * z0;
    area += c / 2;
    firstZ += (c * (y0 + y1)) / 6;
    firstY += (c * (z0 + z1)) / 6;
    secondY += (c * (z0 * z0 + z0 * z1 + z1 * z1)) / 12;
    secondZ += (c * (y0 * y0 + y0 * y1 + y1 * y1)) / 12;
    product += (c * (y0 * z1 + 2 * y0 * z0 + 2 * y1 * z1 + y1 * z0)) / 24;
  }
  return { area, firstY, firstZ, secondY, secondZ, product };
}

/** Integrals over a section's area. */
export function areaIntegrals({ solids, holes }: Contours): AreaIntegrals {
  const sum = { area: 0, firstY: 0, firstZ: 0, secondY: 0, secondZ: 0, product: 0 };
  const take = (polygon: readonly Point[], factor: number) => {
    const part = overPolygon(polygon);
    const sign = factor * Math.sign(part.area);
    for (const key of Object.keys(sum) as (keyof AreaIntegrals)[]) sum[key] += sign * part[key];
  };
  for (const solid of solids) take(solid, 1);
  for (const hole of holes) take(hole, -1);
  return sum;
}

/** The part of a polygon with z above a level (Sutherland & Hodgman). */
function above(points: readonly Point[], level: number): Point[] {
  const kept: Point[] = [];
  for (let i = 0; i < points.length; i++) {
    const [a, b] = [points[i], points[(i + 1) % points.length]];
    if (a[1] >= level) kept.push(a);
    if (a[1] >= level !== b[1] >= level) kept.push([a[0] + ((b[0] - a[0]) * (level - a[1])) / (b[1] - a[1]), level]);
  }
  return kept;
}

/**
 * Plastic section modulus about an axis along y, m³: the first moments of the halves above and below the line that
 * parts the area in two.
 */
export function plasticModulus(contours: Contours): number {
  const whole = areaIntegrals(contours);
  const levels = contours.solids.flat().map(([, z]) => z);
  let low = Math.min(...levels);
  let high = Math.max(...levels);
  const upper = (level: number) =>
    areaIntegrals({
      solids: contours.solids.map((polygon) => above(polygon, level)),
      holes: contours.holes.map((polygon) => above(polygon, level)),
    });
  for (let round = 0; round < 60; round++) {
    const middle = (low + high) / 2;
    if (upper(middle).area > whole.area / 2) low = middle;
    else high = middle;
  }
  const half = upper((low + high) / 2);
  // about any line the halves' equal areas cancel its level, so the moments' difference is the modulus
  return 2 * half.firstY - whole.firstY;
}

/** The contours moved by (dy, dz) and then turned by `angle` (rad) into axes that are turned so. */
export function inAxes({ solids, holes }: Contours, dy: number, dz: number, angle: number): Contours {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const turned = (polygon: readonly Point[]): Point[] =>
    polygon.map(([y, z]) => [(y + dy) * c + (z + dz) * s, -(y + dy) * s + (z + dz) * c]);
  return { solids: solids.map(turned), holes: holes.map(turned) };
}

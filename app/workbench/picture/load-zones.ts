import { insideOutline, segmentDistance } from '../projection/outline';

/** Where a load was drawn, pixels: a field one can point into, or a line one can point at. */
export interface LoadZone {
  readonly load: string;
  readonly points: readonly (readonly number[])[];
  readonly kind: 'field' | 'line';
}

/** How near a line of a load the pointer must be, pixels. */
const reach = 6;

const areaOf = (points: readonly (readonly number[])[]): number =>
  Math.abs(
    points.reduce(
      (sum, [x, y], i) => sum + x * points[(i + 1) % points.length][1] - points[(i + 1) % points.length][0] * y,
      0,
    ) / 2,
  );

/** The load that is pointed at: a line before a field, and of several fields the smallest. */
export function loadAt(zones: readonly LoadZone[], x: number, y: number): string | undefined {
  let line: { load: string; distance: number } | undefined;
  let field: { load: string; area: number } | undefined;
  for (const { load, points, kind } of zones) {
    if (kind === 'line') {
      const { distance } = segmentDistance(x, y, points[0][0], points[0][1], points[1][0], points[1][1]);
      if (distance < reach && distance < (line?.distance ?? Infinity)) line = { load, distance };
    } else if (insideOutline(points, x, y)) {
      const area = areaOf(points);
      if (area < (field?.area ?? Infinity)) field = { load, area };
    }
  }
  return line?.load ?? field?.load;
}

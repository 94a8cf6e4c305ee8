import type { Projector } from './eye';

/** Begins a path along points in space on a drawing of the screen. @returns whether it lies before the eye */
export function path(
  context: CanvasRenderingContext2D,
  projector: Projector,
  points: readonly (readonly number[])[],
): boolean {
  const projected = points.map((point) => projector.point(point));
  if (projected.some(([x]) => Number.isNaN(x))) return false;
  context.beginPath();
  projected.forEach(([x, y], i) => (i === 0 ? context.moveTo(x, y) : context.lineTo(x, y)));
  return true;
}

/** Distance of a point from a segment on the screen, and where along it (0–1) the nearest point is. */
export function segmentDistance(
  x: number,
  y: number,
  ax: number,
  ay: number,
  bx: number,
  by: number,
): { distance: number; share: number } {
  const [dx, dy] = [bx - ax, by - ay];
  const length = dx * dx + dy * dy;
  const share = length === 0 ? 0 : Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / length));
  return { distance: Math.hypot(x - ax - share * dx, y - ay - share * dy), share };
}

/** Whether a pixel lies inside an outline on the screen. */
export function insideOutline(corners: readonly (readonly number[])[], x: number, y: number): boolean {
  let inside = false;
  for (let i = 0, j = corners.length - 1; i < corners.length; j = i++) {
    const [[xi, yi], [xj, yj]] = [corners[i], corners[j]];
    if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) inside = !inside;
  }
  return inside;
}

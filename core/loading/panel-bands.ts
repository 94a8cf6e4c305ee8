import { fromPlane, type Vector } from '../model';
import { clip } from '../plane';
import type { PanelLoad } from './area/on-panels';
import { panelResultant } from './panel-weight';

/** A force, N, and the place it acts at, m; both global. */
export interface PlacedForce {
  readonly force: Vector;
  readonly at: Vector;
}

/** What reaches over less than this lies at one height, m. */
const level = 1e-6;

/**
 * The forces of a load on a slab or wall, parted at heights: a wall that rises through storeys gives to each what lies nearest to it.
 * @param borders heights at which it is parted, ascending, m
 */
export function partedAt(load: PanelLoad, borders: readonly number[]): PlacedForce[] {
  const between = [-Infinity, ...borders].map((from, i): readonly [number, number] => [from, borders[i] ?? Infinity]);
  const whole = (): PlacedForce[] => [panelResultant(load)];
  if (load.kind === 'spot') return whole();
  if (load.kind === 'line') {
    const { start, end, valueFrom, valueTo } = load;
    const rise = end[2] - start[2];
    if (Math.abs(rise) < level) return whole();
    const place = (t: number): Vector => [
      start[0] + t * (end[0] - start[0]),
      start[1] + t * (end[1] - start[1]),
      start[2] + t * rise,
    ];
    return between.flatMap(([from, to]): PlacedForce[] => {
      const [a, b] = [(from - start[2]) / rise, (to - start[2]) / rise].sort((p, q) => p - q);
      const [low, high] = [Math.max(0, a), Math.min(1, b)];
      if (!(high > low)) return [];
      const value = (t: number) => valueFrom + t * (valueTo - valueFrom);
      return [
        panelResultant({
          ...load,
          start: place(low),
          end: place(high),
          valueFrom: value(low),
          valueTo: value(high),
        }),
      ];
    });
  }
  const { plane, polygons } = load;
  const origin = fromPlane(plane, [0, 0])[2];
  const [a, b] = [fromPlane(plane, [1, 0])[2] - origin, fromPlane(plane, [0, 1])[2] - origin];
  const heights = polygons.flat().map(([x, y]) => origin + a * x + b * y);
  const [low, high] = [Math.min(...heights), Math.max(...heights)];
  if (!(high - low > level)) return whole();
  return between.flatMap(([from, to]): PlacedForce[] => {
    if (from >= high || to <= low) return [];
    const within = polygons
      .map((polygon) => {
        const above = from === -Infinity ? polygon : clip(polygon, { a, b, c: origin - from });
        return to === Infinity ? above : clip(above, { a: -a, b: -b, c: to - origin });
      })
      .filter((polygon) => polygon.length >= 3);
    return within.length > 0 ? [panelResultant({ ...load, polygons: within, whole: false })] : [];
  });
}

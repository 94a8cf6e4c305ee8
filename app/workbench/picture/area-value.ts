import type { Vector } from '~core/model';
import type { DiagramDrawing } from '~core/picture';
import { isOfPanels, resultQuantities, type Quantity } from '~core/results';
import { formatQuantity, type UnitSystem } from '~core/units';
import type { Projector } from '../projection/eye';
import { coordinateWords } from './snap';

let last: { projector: Projector; areas: Float32Array; points: Float64Array } | undefined;

/** Corners of triangles on the screen: x, y and depth; kept while neither the eye nor the drawing changes. */
function projected(projector: Projector, areas: Float32Array): Float64Array {
  if (last?.projector === projector && last.areas === areas) return last.points;
  const points = new Float64Array(areas.length);
  for (let at = 0; at < areas.length; at += 3) {
    const [x, y, depth] = projector.point(areas.subarray(at, at + 3));
    points[at] = x;
    points[at + 1] = y;
    points[at + 2] = depth;
  }
  last = { projector, areas, points };
  return points;
}

/** The value of a quantity over slabs and walls under a point of the screen, and its place in space, m, nearest to the eye; none: there is none. */
export function valueUnder(
  projector: Projector,
  { areas, areaValues }: Pick<DiagramDrawing, 'areas' | 'areaValues'>,
  x: number,
  y: number,
): { readonly value: number; readonly at: Vector } | undefined {
  const p = projected(projector, areas);
  let found: { value: number; at: Vector } | undefined;
  let nearest = Infinity;
  for (let t = 0; t < p.length; t += 9) {
    const area = (p[t + 3] - p[t]) * (p[t + 7] - p[t + 1]) - (p[t + 6] - p[t]) * (p[t + 4] - p[t + 1]);
    if (area === 0) continue;
    const b = ((x - p[t]) * (p[t + 7] - p[t + 1]) - (p[t + 6] - p[t]) * (y - p[t + 1])) / area;
    const c = ((p[t + 3] - p[t]) * (y - p[t + 1]) - (x - p[t]) * (p[t + 4] - p[t + 1])) / area;
    const a = 1 - b - c;
    if (a < 0 || b < 0 || c < 0) continue;
    const depth = a * p[t + 2] + b * p[t + 5] + c * p[t + 8];
    if (depth >= nearest) continue;
    nearest = depth;
    const mix = (k: number) => a * areas[t + k] + b * areas[t + 3 + k] + c * areas[t + 6 + k];
    const first = t / 3;
    found = {
      value: a * areaValues[first] + b * areaValues[first + 1] + c * areaValues[first + 2],
      at: [mix(0), mix(1), mix(2)],
    };
  }
  return found;
}

/** What is told beside the pointer of a quantity over slabs and walls: its value and where; none: the pointer is on none. */
export function slabWords(
  projector: Projector,
  diagram: Pick<DiagramDrawing, 'areas' | 'areaValues'>,
  quantity: Quantity,
  units: UnitSystem,
  x: number,
  y: number,
): string | undefined {
  const found = isOfPanels(quantity) ? valueUnder(projector, diagram, x, y) : undefined;
  const { title, unit } = resultQuantities[quantity];
  return (
    found &&
    `${title.split(' ').at(-1)} ${formatQuantity(found.value, unit, units)} at ${coordinateWords(found.at, units)}`
  );
}

import {
  distance,
  dot,
  fromPlane,
  inPlane,
  isSpread,
  offPlane,
  scale,
  subtract,
  norm,
  type Load,
  type Model,
  type Vector,
} from '../model';
import { spreadOf } from './acting-loads';
import { isInside, reach, valueAt } from '../plane';
import { pressureParts } from './area/regions';
import { actingLoads } from './member-terms';

/** One load that acts at a place: Pa for an area, N/m for a line, as a vector in global directions. */
export interface ProbePart {
  readonly load: Load;
  readonly kind: 'area' | 'line';
  readonly value: Vector;
}

/** How far from its area or line a place may lie, m. */
const near = 0.05;

/**
 * What acts at a place in a case or a combination: every area and line load over it, with its factor.
 * @param factors of the cases @param point m
 */
export function probe(
  model: Model,
  factors: ReadonlyMap<string, number>,
  point: Vector,
): { parts: ProbePart[]; area: Vector; line: Vector } {
  const parts: ProbePart[] = [];
  for (const load of actingLoads(model)) {
    const factor = factors.get(load.case);
    if (!factor || !isSpread(load)) continue;
    if (load.type === 'line') {
      const length = distance(load.start, load.end);
      const along = scale(subtract(load.end, load.start), 1 / length);
      const s = dot(subtract(point, load.start), along);
      if (s < -near || s > length + near || norm(subtract(subtract(point, load.start), scale(along, s))) > near)
        continue;
      const value = factor * (load.valueFrom + (load.valueTo - load.valueFrom) * Math.min(1, Math.max(0, s / length)));
      parts.push({
        load,
        kind: 'line',
        value: scale({ x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] }[load.direction] as unknown as Vector, value),
      });
      continue;
    }
    for (const { plane, outlines, openings } of spreadOf(model, load).patches) {
      const direction: Vector =
        load.direction === 'normal'
          ? plane.normal
          : ({ x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] } as const)[load.direction];
      if (Math.abs(offPlane(plane, point)) > near) continue;
      const flat = inPlane(plane, point);
      if (
        !outlines.some((outline) => isInside(outline, flat)) ||
        openings.some((opening) => isInside(opening, flat, -1))
      )
        continue;
      const part = pressureParts(load.pressure, plane)?.find(({ sides }) =>
        sides.every((side) => reach(side, flat) >= 0),
      );
      if (!part) continue;
      const size =
        (load.reversed ? -1 : 1) *
        (load.projected && load.direction !== 'normal' ? Math.abs(dot(plane.normal, direction)) : 1);
      parts.push({ load, kind: 'area', value: scale(direction, factor * size * valueAt(part.value, flat)) });
    }
  }
  const sum = (kind: ProbePart['kind']): Vector =>
    parts
      .filter((part) => part.kind === kind)
      .reduce<Vector>((all, { value }) => [all[0] + value[0], all[1] + value[1], all[2] + value[2]], [0, 0, 0]);
  return { parts, area: sum('area'), line: sum('line') };
}

/** Outlines of an area load in space, for drawing: corners in order, with the value at their middle in Pa. */
export function areaOutlines(
  model: Model,
  load: Extract<Load, { type: 'area' }>,
): { corners: Vector[]; openings: Vector[][] }[] {
  const place = (plane: Parameters<typeof fromPlane>[0], polygon: readonly (readonly [number, number])[]): Vector[] =>
    polygon.map((point) => fromPlane(plane, point));
  return spreadOf(model, load).patches.flatMap(({ plane, outlines, openings }) =>
    outlines.map((outline, i) => ({
      corners: place(plane, outline),
      openings: i === 0 ? openings.map((opening) => place(plane, opening)) : [],
    })),
  );
}

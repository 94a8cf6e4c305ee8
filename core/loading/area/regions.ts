import {
  dot,
  inPlane,
  planeOf,
  storeyLevel,
  subtract,
  type AreaLoad,
  type Model,
  type Plane,
  type Pressure,
  type Vector,
} from '../../model';
import { gravity } from '../gravity';
import { fieldsIn } from './fields';
import { clockwise, counterClockwise, type HalfPlane, type Linear, type Polygon } from '../../plane';

/** A flat part of an area load. */
export interface Patch {
  readonly plane: Plane;
  /** counter-clockwise */
  readonly outlines: readonly Polygon[];
  /** clockwise */
  readonly openings: readonly Polygon[];
  /** whether the outlines are the fields of the plane themselves, so that nothing has to be cut */
  readonly isWhole?: boolean;
}

/** A pressure that varies evenly on one side of some lines, Pa. */
export interface PressurePart {
  readonly sides: readonly HalfPlane[];
  readonly value: Linear;
}

export type PatchesOf =
  { readonly ok: true; readonly patches: readonly Patch[] } | { readonly ok: false; readonly reason: string };

/** Corners farther than this from the plane of the others spoil an area, m. */
const flatness = 0.02;

/** The flat parts of an area load's region, or why there are none. */
export function patchesOf(model: Model, { region }: Pick<AreaLoad, 'region'>): PatchesOf {
  const at = (ids: readonly string[]) => ids.map((id) => model.nodes[id].position);
  if (region.kind === 'storey') {
    const plane: Plane = {
      origin: [0, 0, storeyLevel(model, region.storey)],
      u: [1, 0, 0],
      v: [0, 1, 0],
      normal: [0, 0, 1],
    };
    const all = fieldsIn(model, plane);
    const within = new Set(all.flatMap((field) => field.openings));
    const fields = all.filter((field) => !within.has(field.corners));
    return fields.length === 0
      ? { ok: false, reason: `no members enclose a field on ${model.storeys[region.storey].label}` }
      : { ok: true, patches: [{ plane, outlines: fields.map((field) => field.corners), openings: [], isWhole: true }] };
  }
  const outlines: { points: readonly Vector[]; openings: readonly (readonly Vector[])[] }[] =
    region.kind === 'polygon'
      ? [{ points: region.points, openings: region.openings ?? [] }]
      : region.kind === 'nodes'
        ? [{ points: at(region.corners), openings: (region.openings ?? []).map(at) }]
        : [...region.slabs.map((id) => model.slabs[id]), ...region.walls.map((id) => model.walls[id])].map((panel) => ({
            points: at(panel.corners),
            openings: (panel.openings ?? []).map(at),
          }));
  const patches: Patch[] = [];
  for (const { points, openings } of outlines) {
    const plane = planeOf(points);
    if (!plane) return { ok: false, reason: 'its corners lie on one line' };
    const off = points.findIndex((point) => Math.abs(dot(subtract(point, plane.origin), plane.normal)) > flatness);
    if (off >= 0) return { ok: false, reason: `its corner ${off + 1} does not lie in the plane of the others` };
    const flat = (list: readonly Vector[]) => list.map((point) => inPlane(plane, point));
    patches.push({
      plane,
      outlines: [counterClockwise(flat(points))],
      openings: openings.map((opening) => clockwise(flat(opening))),
    });
  }
  return patches.length === 0 ? { ok: false, reason: 'it lies on nothing' } : { ok: true, patches };
}

const none: Linear = { a: 0, b: 0, c: 0 };

/** A height above a plane's points as a function of its coordinates: level − z, m. */
const below = (plane: Plane, level: number): Linear => ({ a: level - plane.origin[2], b: -plane.u[2], c: -plane.v[2] });

const sum = (...parts: readonly (readonly [number, Linear])[]): Linear =>
  parts.reduce(
    (all, [factor, part]) => ({ a: all.a + factor * part.a, b: all.b + factor * part.b, c: all.c + factor * part.c }),
    none,
  );

/** The side of a plane where a function is not negative: a half-plane, all of it (no condition), or undefined, none of it. */
function where(f: Linear, strict = false): readonly HalfPlane[] | undefined {
  const size = Math.hypot(f.b, f.c);
  if (size < 1e-12) return f.a > 0 || (f.a === 0 && !strict) ? [] : undefined;
  return [{ a: f.b / size, b: f.c / size, c: f.a / size }];
}

/** Coefficient of earth pressure: at rest 1 − sin φ (Jaky), active tan²(45° − φ/2) (Rankine), or as given. */
export function earthCoefficient({ state, friction, coefficient }: Extract<Pressure, { type: 'earth' }>): number {
  if (state === 'given') return coefficient ?? 0;
  return state === 'atRest' ? 1 - Math.sin(friction ?? 0) : Math.tan(Math.PI / 4 - (friction ?? 0) / 2) ** 2;
}

/** Unit weight of water, N/m³. */
const water = 1000 * gravity;

/** A pressure over a plane in parts that vary evenly, Pa; undefined: its three points lie on a line. */
export function pressureParts(pressure: Pressure, plane: Plane): PressurePart[] | undefined {
  switch (pressure.type) {
    case 'uniform':
      return [{ sides: [], value: { a: pressure.value, b: 0, c: 0 } }];
    case 'linear': {
      const [p, q, r] = pressure.points.map(({ at, value }) => ({ at: inPlane(plane, at), value }));
      const turn = (q.at[0] - p.at[0]) * (r.at[1] - p.at[1]) - (r.at[0] - p.at[0]) * (q.at[1] - p.at[1]);
      if (Math.abs(turn) < 1e-6) return undefined;
      const [dq, dr] = [q.value - p.value, r.value - p.value];
      const b = (dq * (r.at[1] - p.at[1]) - dr * (q.at[1] - p.at[1])) / turn;
      const c = (dr * (q.at[0] - p.at[0]) - dq * (r.at[0] - p.at[0])) / turn;
      return [{ sides: [], value: { a: p.value - b * p.at[0] - c * p.at[1], b, c } }];
    }
    case 'fluid': {
      const depth = below(plane, pressure.level);
      const sides = where(depth);
      return sides ? [{ sides, value: sum([pressure.density * gravity, depth]) }] : [];
    }
    case 'earth': {
      const k = earthCoefficient(pressure);
      const even: Linear = { a: 1, b: 0, c: 0 };
      const depth = below(plane, pressure.level);
      const ground = where(depth);
      if (!ground) return [];
      const dry = sum([k * pressure.unitWeight, depth], [k * pressure.surcharge, even]);
      if (pressure.waterLevel === undefined) return [{ sides: ground, value: dry }];
      const drowned = below(plane, Math.min(pressure.waterLevel, pressure.level));
      const [inWater, aboveWater] = [where(drowned), where(sum([-1, drowned]), true)];
      const standing = below(plane, pressure.waterLevel);
      const submerged = pressure.submergedWeight ?? Math.max(0, pressure.unitWeight - water);
      const moist = Math.max(0, pressure.level - pressure.waterLevel);
      const wet = sum(
        [k * (pressure.unitWeight * moist + pressure.surcharge), even],
        [k * submerged, drowned],
        [water, standing],
      );
      // water above the ground stands free
      const free = where(sum([-1, depth]), true);
      const open = pressure.waterLevel > pressure.level ? where(standing) : undefined;
      return [
        ...(aboveWater && pressure.waterLevel <= pressure.level
          ? [{ sides: [...ground, ...aboveWater], value: dry }]
          : []),
        ...(inWater ? [{ sides: inWater, value: wet }] : []),
        ...(open && free ? [{ sides: [...free, ...open], value: sum([water, standing]) }] : []),
      ];
    }
  }
}

import { cross, dot, onLevel, scale, subtract, type Vector } from './geometry';
import { isMeshed, type Storey, type Wall } from './kinds';
import { inOrder, storeysUpward, type Model } from './model';
import { panelPlane } from './panel-axes';
import type { Polygon } from '../plane';

/*
 * A wall with openings is piers and coupling beams. Between two levels, the height at which the openings leave most parts beside each other says what its
 * piers are; what lies over an opening and under the next is the coupling beam between two of them. Walls of one plane that touch count as one.
 */

/** Openings from this share of the storey’s height on divide a wall, where the wall does not say otherwise. */
export const dividingShare = 0.25;

/** A straight level or upright line in a wall, m. */
export interface WallLine {
  readonly from: Vector;
  readonly to: Vector;
}

interface Part {
  /** stays while the wall, the storey and the order of the parts in it stay */
  readonly key: string;
  readonly wall: Wall;
  /** the storey to whose level it rises; none above the highest */
  readonly storey: Storey | undefined;
  /** counted along the wall, the way x or y grows, from 1 */
  readonly number: number;
  readonly name: string;
  /** unit vectors: level along the wall, the way x or y grows, and out of it, so that normal × along is up */
  readonly along: Vector;
  readonly normal: Vector;
  /** the walls of its plane that touch each other, it among them */
  readonly row: readonly string[];
}

/** A part of a wall that stands between openings, or the whole wall between two levels where nothing divides it. */
export interface Pier extends Part {
  readonly kind: 'pier';
  /** its foot and its head, the way `along` shows: as far as it stands free on both sides, and within the storey */
  readonly foot: WallLine;
  readonly head: WallLine;
  /** along the wall, m */
  readonly length: number;
  readonly height: number;
  /** how many piers the wall has in the storey */
  readonly of: number;
  /** key of the pier that goes on above it, and below */
  readonly above?: string;
  readonly below?: string;
}

/** A part of a wall over an opening and under the next, or under the lowest: it couples the piers at both sides. */
export interface CouplingBeam extends Part {
  readonly kind: 'beam';
  /** upright lines at the faces of the piers and half-way, each from below */
  readonly start: WallLine;
  readonly middle: WallLine;
  readonly end: WallLine;
  /** between the faces of the piers, m */
  readonly span: number;
  readonly depth: number;
  /** keys of the piers at its start and end */
  readonly couples: readonly [string, string];
  /** it lies under an opening with nothing below */
  readonly isSill: boolean;
  /** the wall goes on whole beyond its storey: its sections end at the storey’s level, and the wall carries along with it */
  readonly goesOn: boolean;
}

/** What walls consist of, storey by storey from below. */
export interface WallParts {
  readonly piers: readonly Pier[];
  readonly beams: readonly CouplingBeam[];
  /** openings that divide nothing, being too low for it: how many of each wall */
  readonly passedOver: ReadonlyMap<string, number>;
}

interface Face {
  readonly wall: Wall;
  readonly outline: Polygon;
  readonly openings: readonly Polygon[];
}

/** Walls of one plane that touch: distances along it and heights are coordinates. */
interface Row {
  readonly along: Vector;
  readonly normal: Vector;
  readonly origin: Vector;
  readonly faces: readonly Face[];
}

type Interval = readonly [number, number];

/** A wall is upright where its normal leans by less. */
const upright = 1e-3;
/** What lies this near to a plane, or to each other, does so in truth, m. */
const near = 5e-3;
/** Shorter parts are none, m. */
const least = 0.01;
/** How far from an edge one looks at what lies beside it, m. */
const beside = 1e-4;

type Asked = Pick<Model, 'nodes' | 'walls' | 'storeys'>;
const known = new WeakMap<Asked['walls'], { nodes: unknown; storeys: unknown; found: WallParts }>();

/** Piers and coupling beams of all meshed walls that stand upright. */
export function wallParts(model: Model): WallParts {
  const last = known.get(model.walls);
  if (last?.nodes === model.nodes && last.storeys === model.storeys) return last.found;
  const levels = storeysUpward(model);
  const passedOver = new Map<string, number>();
  const parts = rowsOf(model).map((row) => partsOf(row, levels, passedOver));
  const found = {
    piers: parts.flatMap(({ piers }) => piers),
    beams: parts.flatMap(({ beams }) => beams),
    passedOver,
  };
  known.set(model.walls, { nodes: model.nodes, storeys: model.storeys, found });
  return found;
}

function rowsOf(model: Model): Row[] {
  const rows: { along: Vector; normal: Vector; origin: Vector; faces: Face[] }[] = [];
  for (const wall of inOrder(model.walls)) {
    const plane = isMeshed(wall) ? panelPlane(model, wall) : undefined;
    if (!plane || Math.abs(plane.normal[2]) > upright) continue;
    const level: Vector = [-plane.normal[1], plane.normal[0], 0];
    const size = Math.hypot(level[0], level[1]);
    const leading = Math.abs(level[0]) >= Math.abs(level[1]) - 1e-9 ? level[0] : level[1];
    const along = scale(level, Math.sign(leading) / size);
    const normal: Vector = [along[1], -along[0], 0];
    const origin = model.nodes[wall.corners[0]].position;
    const row = rows.find(
      (one) => dot(one.along, along) > 1 - 1e-6 && Math.abs(dot(subtract(origin, one.origin), one.normal)) < near,
    ) ?? { along, normal, origin, faces: [] };
    if (row.faces.length === 0) rows.push(row);
    const flat = (ring: readonly string[]): Polygon =>
      ring.map((id) => {
        const at = model.nodes[id].position;
        return [dot(subtract(at, row.origin), row.along), at[2]] as const;
      });
    row.faces.push({ wall, outline: flat(wall.corners), openings: (wall.openings ?? []).map(flat) });
  }
  return rows.flatMap((row) => touching(row.faces).map((faces) => ({ ...row, faces })));
}

/** Faces taken together as far as their boxes touch. */
function touching(faces: readonly Face[]): Face[][] {
  const boxes = faces.map(({ outline }) => boxOf(outline));
  const groups: number[][] = [];
  boxes.forEach((box, i) => {
    const joined = groups.filter((group) =>
      group.some((j) => [0, 1].every((k) => box[k][0] <= boxes[j][k][1] + near && boxes[j][k][0] <= box[k][1] + near)),
    );
    for (const group of joined) groups.splice(groups.indexOf(group), 1);
    groups.push([...joined.flat(), i].sort((a, b) => a - b));
  });
  return groups.map((group) => group.map((i) => faces[i]));
}

const boxOf = (polygon: Polygon): readonly [Interval, Interval] =>
  [0, 1].map((k) => {
    const values = polygon.map((point) => point[k]);
    return [Math.min(...values), Math.max(...values)] as const;
  }) as unknown as readonly [Interval, Interval];

/** Where a line at a value of one coordinate lies inside an outline, in the other; the line meets no corner. */
function inside(polygon: Polygon, k: 0 | 1, value: number): Interval[] {
  const met = polygon
    .flatMap((p, i) => {
      const q = polygon[(i + 1) % polygon.length];
      if (p[k] < value === q[k] < value) return [];
      const t = (value - p[k]) / (q[k] - p[k]);
      return [p[1 - k] + t * (q[1 - k] - p[1 - k])];
    })
    .sort((a, b) => a - b);
  return met.flatMap((from, i): Interval[] => (i % 2 === 0 && i + 1 < met.length ? [[from, met[i + 1]]] : []));
}

/** Intervals that touch taken together, the first first. */
function united(intervals: readonly Interval[]): Interval[] {
  const joined: [number, number][] = [];
  for (const [from, to] of [...intervals].sort((a, b) => a[0] - b[0])) {
    const last = joined.at(-1);
    if (last && from <= last[1] + near) last[1] = Math.max(last[1], to);
    else joined.push([from, to]);
  }
  return joined;
}

/** Intervals less others. */
function less(whole: readonly Interval[], taken: readonly Interval[]): Interval[] {
  return taken.reduce(
    (rest, [from, to]) =>
      rest.flatMap(([a, b]): Interval[] =>
        to <= a || from >= b
          ? [[a, b]]
          : [
              [a, Math.min(b, from)],
              [Math.max(a, to), b],
            ],
      ),
    whole.map(([a, b]): Interval => [a, b]),
  );
}

function partsOf(
  row: Row,
  levels: readonly Storey[],
  passedOver: Map<string, number>,
): { piers: Pier[]; beams: CouplingBeam[] } {
  const heights = row.faces.flatMap(({ outline }) => outline.map((point) => point[1]));
  const [bottom, top] = [Math.min(...heights), Math.max(...heights)];
  const cuts = levels.filter(({ elevation }) => elevation > bottom + onLevel && elevation < top - onLevel);
  const bands = [...cuts, undefined].map((storey, i) => {
    const from = i === 0 ? bottom : cuts[i - 1].elevation;
    const to = storey?.elevation ?? top;
    return { from, to, storey: storey ?? levels.find(({ elevation }) => elevation >= top - onLevel) };
  });
  const ids = row.faces.map(({ wall }) => wall.id);
  const bandAt = (z: number) => bands.find(({ to }) => z < to) ?? bands[bands.length - 1];
  // what divides: openings high enough for the storey in which they begin
  const faces = row.faces.map((face): Face => {
    const dividing = face.openings.filter((opening) => {
      const [low, high] = boxOf(opening)[1];
      const band = bandAt(low + near);
      const from = face.wall.dividedFrom ?? dividingShare * (band.to - band.from);
      return high - low >= from - 1e-9;
    });
    const passed = face.openings.length - dividing.length;
    if (passed > 0) passedOver.set(face.wall.id, passed);
    return { ...face, openings: dividing };
  });
  const solid = (k: 0 | 1, value: number): Interval[] =>
    united(
      faces.flatMap(({ outline, openings }) =>
        less(
          inside(outline, k, value),
          openings.flatMap((opening) => inside(opening, k, value)),
        ),
      ),
    ).filter(([from, to]) => to - from > least);
  const place = (s: number, z: number): Vector => [
    row.origin[0] + s * row.along[0],
    row.origin[1] + s * row.along[1],
    z,
  ];
  const wallAt = (s: number, z: number): Wall =>
    (
      faces.find(({ outline }) => inside(outline, 1, z).some(([from, to]) => from - near <= s && s <= to + near)) ??
      faces[0]
    ).wall;
  const corners = faces.flatMap(({ outline, openings }) => [outline, ...openings].flat().map((point) => point[1]));
  const piers: (Pier & { readonly own: Interval })[] = [];
  const beams: CouplingBeam[] = [];
  const taken: (readonly [Interval, Interval])[] = [];
  let under: (Pier & { readonly own: Interval })[] = [];
  for (const { from, to, storey } of bands) {
    const steps = [from, ...corners.filter((z) => z > from + near && z < to - near), to].sort((a, b) => a - b);
    const strips = steps.slice(1).flatMap((high, i) => {
      const low = steps[i];
      return high - low > near ? [{ low, high, parts: solid(1, (low + high) / 2) }] : [];
    });
    const divided = strips.reduce<(typeof strips)[number] | undefined>(
      (best, one) =>
        !best ||
        one.parts.length > best.parts.length ||
        (one.parts.length === best.parts.length && one.high - one.low > best.high - best.low)
          ? one
          : best,
      undefined,
    );
    if (!divided || divided.parts.length === 0) {
      under = [];
      continue;
    }
    const at = strips.indexOf(divided);
    const counts = new Map<string, number>();
    const key = (wall: Wall, letter: string, number: number) => `${wall.id}:${storey?.id ?? ''}:${letter}${number}`;
    const named = (wall: Wall, part: 'pier' | 'beam', number: number) =>
      (wall.partNames ?? [])
        .filter((one) => one.part === part && one.number === number)
        .sort((a, b) => Number(b.storey !== undefined) - Number(a.storey !== undefined))
        .find((one) => one.storey === undefined || one.storey === storey?.id)?.name;
    const middle = (divided.low + divided.high) / 2;
    const here = divided.parts.map((own, n): Omit<Pier & { readonly own: Interval }, 'of' | 'name'> => {
      const [a, b] = own;
      const [isFirst, isLast] = [n === 0, n === divided.parts.length - 1];
      const reaches = (way: 1 | -1): number => {
        let last = at;
        for (let i = at + way; i >= 0 && i < strips.length; i += way) {
          const next = strips[i].parts;
          // the outer ends of a row may lean, those at openings stay
          const same = next.some(
            ([c, d], j) =>
              (Math.abs(a - c) < near || (j === 0 && isFirst)) &&
              (Math.abs(b - d) < near || (j === next.length - 1 && isLast)) &&
              Math.min(b, d) - Math.max(a, c) > 0.5 * (b - a),
          );
          if (!same) break;
          last = i;
        }
        return last;
      };
      const [low, high] = [strips[reaches(-1)].low, strips[reaches(1)].high];
      const lineAt = (z: number): WallLine => {
        const [c, d] =
          solid(1, Math.min(Math.max(z, low + beside), high - beside)).find(
            ([c, d]) => Math.min(b, d) - Math.max(a, c) > 0,
          ) ?? own;
        return { from: place(c, z), to: place(d, z) };
      };
      const wall = wallAt((a + b) / 2, middle);
      const number = (counts.get(wall.id) ?? 0) + 1;
      counts.set(wall.id, number);
      const below = under.find(({ own: [c, d] }) => Math.min(b, d) - Math.max(a, c) > 0.5 * Math.min(b - a, d - c));
      return {
        kind: 'pier',
        key: key(wall, 'p', number),
        wall,
        storey,
        number,
        along: row.along,
        normal: row.normal,
        row: ids,
        foot: lineAt(low),
        head: lineAt(high),
        length: b - a,
        height: high - low,
        own,
        ...(below ? { below: below.key } : {}),
      };
    });
    const standing = here.map((pier) => {
      const of = counts.get(pier.wall.id)!;
      const label = pier.wall.label ?? pier.wall.id;
      return {
        ...pier,
        of,
        name: named(pier.wall, 'pier', pier.number) ?? (of === 1 ? label : `${label} pier ${pier.number}`),
      };
    });
    const beamCounts = new Map<string, number>();
    standing.slice(1).forEach((right, i) => {
      const left = standing[i];
      const [s0, s1] = [left.own[1], right.own[0]];
      const upward = solid(0, (s0 + s1) / 2);
      const over = upward.find(([low]) => low > middle);
      const below = upward.filter(([, high]) => high < middle).at(-1);
      // under the lowest opening; under others it was found as what lies over the one below
      const found = [
        ...(below ? [{ range: below, isSill: upward[0] === below }] : []),
        ...(over ? [{ range: over, isSill: false }] : []),
      ];
      for (const { range: whole, isSill } of found) {
        // what is as deep as its storey is no beam: there the wall goes on whole, and the storey's level is where one looks for its edge
        const goesOn = whole[1] - whole[0] > to - from - near;
        const range: Interval = goesOn ? [Math.max(whole[0], from), Math.min(whole[1], to)] : whole;
        const depth = range[1] - range[0];
        if (depth > to - from - near || depth < least) continue;
        const box: readonly [Interval, Interval] = [[s0, s1], range];
        if (taken.some((other) => overlap(other, box) > 0.5)) continue;
        taken.push(box);
        const wall = wallAt((s0 + s1) / 2, (range[0] + range[1]) / 2);
        const number = (beamCounts.get(wall.id) ?? 0) + 1;
        beamCounts.set(wall.id, number);
        const lineAt = (s: number, look: number): WallLine => {
          const [low, high] =
            solid(0, look).find(([c, d]) => Math.min(range[1], d) - Math.max(range[0], c) > 0) ?? range;
          return {
            from: place(s, goesOn ? Math.max(low, range[0]) : low),
            to: place(s, goesOn ? Math.min(high, range[1]) : high),
          };
        };
        const label = wall.label ?? wall.id;
        beams.push({
          kind: 'beam',
          key: key(wall, 'c', number),
          wall,
          storey,
          number,
          name: named(wall, 'beam', number) ?? `${label} beam ${number}`,
          along: row.along,
          normal: row.normal,
          row: ids,
          start: lineAt(s0, s0 + beside),
          middle: lineAt((s0 + s1) / 2, (s0 + s1) / 2),
          end: lineAt(s1, s1 - beside),
          span: s1 - s0,
          depth,
          couples: [left.key, right.key],
          isSill,
          goesOn,
        });
      }
    });
    piers.push(...standing);
    under = standing;
  }
  return {
    piers: piers.map(({ own: _own, ...pier }): Pier => {
      const above = piers.find(({ below }) => below === pier.key);
      return above ? { ...pier, above: above.key } : pier;
    }),
    beams,
  };
}

/** Share of the smaller of two rectangles that both cover. */
function overlap(one: readonly [Interval, Interval], other: readonly [Interval, Interval]): number {
  const common = [0, 1].map((k) => Math.min(one[k][1], other[k][1]) - Math.max(one[k][0], other[k][0]));
  if (common.some((value) => value <= 0)) return 0;
  const area = ([[a, b], [c, d]]: readonly [Interval, Interval]) => (b - a) * (d - c);
  return (common[0] * common[1]) / Math.min(area(one), area(other));
}

/** A pier or coupling beam by its key, if the walls still have it. */
export function wallPart(model: Model, key: string): Pier | CouplingBeam | undefined {
  const { piers, beams } = wallParts(model);
  return [...piers, ...beams].find((part) => part.key === key);
}

/** Whether any wall is divided by its openings. */
export function hasDividedWalls(model: Model): boolean {
  const { piers, beams } = wallParts(model);
  return beams.length > 0 || piers.some(({ of }) => of > 1);
}

/** The middle of a line, m. */
export const middleOf = ({ from, to }: WallLine): Vector =>
  scale([from[0] + to[0], from[1] + to[1], from[2] + to[2]], 0.5);

/** Up, from a part's own directions. */
export const upOf = ({ along, normal }: Pick<Pier, 'along' | 'normal'>): Vector => cross(normal, along);

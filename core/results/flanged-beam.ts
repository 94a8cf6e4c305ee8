import { sectionProperties } from '../catalog';
import type { Solution } from '../fem';
import { supportZones } from '../lines';
import {
  add,
  cross,
  distance,
  dot,
  memberAxis,
  panelPlane,
  scale,
  stretchesOn,
  subtract,
  type Member,
  type Model,
  type Vector,
} from '../model';
import { cutForces, cutSection, type CutSection } from './cut';
import { lineIndex, MemberLine } from './member-line';
import type { ShownPart } from './shown';

/*
 * A beam that lies on or under a meshed slab works with it. What the section of both carries is the cut over the beam and the width of slab that works
 * with it, about their common centroid; the beam's own forces are a part of that.
 */

/** Width of slab on one side of a beam that works with it. */
export interface Flange {
  /** from the beam's axis, m; 0: there is no slab on this side */
  readonly width: number;
  /** where it comes from, in words */
  readonly why: string;
}

interface FlangedSection {
  readonly x: number;
  readonly isBefore: boolean;
  readonly section: CutSection | undefined;
}

/** A beam with the slab that works with it. */
export interface FlangedBeam {
  readonly member: string;
  /** towards local y, and away from it */
  readonly left: Flange;
  readonly right: Flange;
  /** slabs it is cut from */
  readonly slabs: readonly string[];
  /** places along the flexible part, m, with the cut there; none where no slab lies beside it, as at an opening */
  readonly sections: readonly FlangedSection[];
}

/** Forces of the section of beam and slab, signs as those of the beam, about the common centroid, N and N·m. */
export interface FlangedForces {
  readonly N: number;
  readonly Vy: number;
  readonly Vz: number;
  readonly T: number;
  readonly My: number;
  readonly Mz: number;
}

/** A beam is cut at so many equal parts. */
const divisions = 10;
/** Effective depths of beams are not below this share of their depth, or shear is read nearer to the face than it need be. */
const shearDepth = 0.8;
/** How far a flange is looked for, m. */
const farthest = 12;
/** One looks for slab this far beyond the face of the web, m. */
const beyond = 1e-4;
/** Shorter widths are none, m. */
const least = 0.02;
/** Members and edges of walls that run along a beam by more than this cosine end its flange. */
const alongside = 0.7;
/** What lies this near to a plane lies in it, m. */
const inThePlane = 5e-3;

const known = new WeakMap<Solution, { model: Model; found: Map<string, FlangedBeam | undefined> }>();

/** A level or gently sloping member with the slab it lies in; undefined where no meshed slab lies on its line. */
export function flangedBeam(model: Model, solution: Solution, id: string): FlangedBeam | undefined {
  let last = known.get(solution);
  if (last?.model !== model) known.set(solution, (last = { model, found: new Map() }));
  if (!last.found.has(id)) last.found.set(id, makeFlanged(model, solution, id));
  return last.found.get(id);
}

/** Members that lie in a meshed slab, in the order of the model. */
export const flangedMembers = (model: Model, solution: Solution): string[] =>
  solution.memberIds.filter((id) => flangedBeam(model, solution, id) !== undefined);

function makeFlanged(model: Model, solution: Solution, id: string): FlangedBeam | undefined {
  const record = model.members[id] as Member | undefined;
  const number = solution.memberIds.indexOf(id);
  const axis = record && memberAxis(model, record);
  if (!record || !axis || number < 0 || (record.behaviour ?? 'frame') !== 'frame') return undefined;
  const [start, end] = [model.nodes[record.start].position, model.nodes[record.end].position];
  const whole = distance(start, end);
  const stretches = stretchesOn(model, start, end).filter(({ panel }) => panel in model.slabs);
  const slabs = [...new Set(stretches.map(({ panel }) => panel))].filter((one) =>
    solution.panels?.some((panel) => panel.id === one && !panel.isRigid),
  );
  const longest = stretches
    .filter(({ panel }) => slabs.includes(panel))
    .sort((a, b) => b.to - b.from - (a.to - a.from))[0] as (typeof stretches)[number] | undefined;
  if (!longest) return undefined;
  const slab = model.slabs[longest.panel];
  const normal = panelPlane(model, slab)?.normal;
  if (!normal) return undefined;
  const solved = solution.panels!.find((panel) => panel.id === longest.panel)!.normal;
  const along = scale(subtract(end, start), 1 / whole);
  // towards local y, in the plane of the slab
  const aside = cross(normal, along);
  const left = scale(aside, dot(aside, axis.axes.y) >= 0 ? 1 : -1);
  const middle = add(start, scale(along, (longest.from + longest.to) / 2));
  const half = webOf(model, record) / 2;
  const reach = ([1, -1] as const).map((way) =>
    clearWidth(model, record, middle, scale(left, way), along, normal, half),
  );
  const span = solution.lengths[number];
  const both = reach.every(({ clear }) => clear > least);
  const flange = (side: 0 | 1): Flange => {
    const { clear, toEdge } = reach[side];
    const given = side === 0 ? record.flange?.left : record.flange?.right;
    const ends = toEdge ? 'the edge of the slab' : 'half-way to the next web';
    const most = toEdge ? clear : clear / 2;
    if (clear <= least) return { width: given === undefined ? 0 : Math.min(given, half), why: 'no slab on this side' };
    if (given !== undefined)
      return given > half + clear + 1e-6
        ? { width: half + clear, why: 'given wider than the slab: ends where it does' }
        : { width: given, why: 'given' };
    const limits =
      model.settings.code === 'us'
        ? ([
            [(both ? 8 : 6) * slab.thickness, `${both ? 8 : 6} h`],
            [most, ends],
            [span / (both ? 8 : 12), `ln/${both ? 8 : 12}`],
          ] as const)
        : ([
            [Math.min(0.2 * most + 0.1 * 0.7 * span, 0.2 * 0.7 * span), '0.2 b + 0.1 l₀ ≤ 0.2 l₀ with l₀ = 0.7 l'],
            [most, ends],
          ] as const);
    const [width, why] = limits.reduce((best, one) => (one[0] < best[0] ? one : best));
    return {
      width: half + width,
      why: `${why} (${model.settings.code === 'us' ? 'ACI 318-19 Table 6.3.2.1' : 'EN 1992-1-1 5.3.2.1'})`,
    };
  };
  const [l, r] = [flange(0), flange(1)];
  if (l.width + r.width <= 0) return undefined;
  const begin = record.startRigid ?? 0;
  const sections = placesOf(model, id, span, sectionProperties(model.sections[record.section!].shape).depth).flatMap(
    (x): FlangedSection[] => {
      // the place on the line between the nodes; what lies towards mid-span is cut, so that the ends have a slab to cut
      const at = add(start, scale(along, ((begin + x) / axis.length) * whole));
      const isBefore = x > span / 2;
      const [from, to] = [add(at, scale(left, l.width)), add(at, scale(left, -r.width))];
      const wanted = isBefore ? scale(along, -1) : along;
      // by the normal that the slab was solved with, so that the first is the one
      const isLeft = dot(cross(solved, subtract(to, from)), wanted) > 0;
      for (const [p, q] of [isLeft ? [from, to] : [to, from], isLeft ? [to, from] : [from, to]]) {
        const section = cutSection(model, solution, { from: [...p], to: [...q], members: [id], panels: slabs });
        if (section && dot(cross(section.axes[2], section.axes[0]), wanted) > 0) return [{ x, isBefore, section }];
      }
      return [{ x, isBefore, section: undefined }];
    },
  );
  return sections.every(({ section }) => !section) ? undefined : { member: id, left: l, right: r, slabs, sections };
}

/** Equal parts of a beam, the faces of its supports and what lies a little nearer to them than an effective depth, m. */
function placesOf(model: Model, id: string, span: number, depth: number): number[] {
  const even = Array.from({ length: divisions + 1 }, (_, i) => (span * i) / divisions);
  const faces = supportZones(model, id).flatMap(({ from, to }) => [
    from - shearDepth * depth,
    from,
    to,
    to + shearDepth * depth,
  ]);
  const apart = (x: number) => x > 1e-3 && x < span - 1e-3 && even.every((one) => Math.abs(one - x) > 1e-3);
  return [...even, ...faces.filter(apart)].sort((a, b) => a - b);
}

/** Width of a member's web across its line, m. */
function webOf(model: Model, { section }: Member): number {
  const shape = section === null ? undefined : model.sections[section]?.shape;
  return !shape ? 0 : 'webWidth' in shape ? shape.webWidth : sectionProperties(shape).width;
}

/** From the face of a beam's web to what ends its flange: the face of the next web, a wall, the edge of the slab or an opening. */
function clearWidth(
  model: Model,
  record: Member,
  middle: Vector,
  way: Vector,
  along: Vector,
  normal: Vector,
  half: number,
): { clear: number; toEdge: boolean } {
  const from = add(middle, scale(way, half + beyond));
  let edge = 0;
  for (const { panel, from: a, to: b } of stretchesOn(model, from, add(from, scale(way, farthest))).sort(
    (p, q) => p.from - q.from,
  ))
    if (panel in model.slabs && a <= edge + 1e-3) edge = Math.max(edge, b);
  let web = Infinity;
  const meet = (p: Vector, q: Vector, width: number) => {
    if ([p, q].some((at) => Math.abs(dot(subtract(at, middle), normal)) > inThePlane)) return;
    const run = subtract(q, p);
    const length = Math.hypot(...run);
    if (length < 1e-6 || Math.abs(dot(run, along)) / length < alongside) return;
    const [a, b] = [dot(subtract(p, middle), along), dot(subtract(q, middle), along)];
    if (a * b > 0 || a === b) return;
    const t = a / (a - b);
    const apart = dot(subtract(add(p, scale(run, t)), middle), way);
    if (apart > half + 1e-3) web = Math.min(web, apart - half - width / 2);
  };
  for (const other of Object.values(model.members))
    if (other.id !== record.id)
      meet(model.nodes[other.start].position, model.nodes[other.end].position, webOf(model, other));
  for (const wall of Object.values(model.walls))
    wall.corners.forEach((corner, i) =>
      meet(
        model.nodes[corner].position,
        model.nodes[wall.corners[(i + 1) % wall.corners.length]].position,
        wall.thickness,
      ),
    );
  return web < edge
    ? { clear: Math.max(0, web), toEdge: false }
    : { clear: edge > 0 ? edge + beyond : 0, toEdge: true };
}

/** Where a beam and what works with it lie at one of its sections, from their common centroid along the beam's local y and z, m. */
export interface FlangedShape {
  /** centroid of the beam alone */
  readonly beam: { readonly y: number; readonly z: number };
  readonly slabs: readonly {
    readonly panel: string;
    readonly from: { readonly y: number; readonly z: number };
    readonly to: { readonly y: number; readonly z: number };
  }[];
  /** the flange is part of the member's own section: forces are the member's, those across it too */
  readonly isOwn?: true;
}

/** Shape of a beam with its slab at one of its sections; undefined where no slab lies beside it. */
export function flangedShape(
  solution: Solution,
  { member }: FlangedBeam,
  { section }: FlangedSection,
): FlangedShape | undefined {
  const number = solution.memberIds.indexOf(member);
  const crossing = section?.members.find((one) => one.member === number);
  if (!section || !crossing) return undefined;
  const axis = (k: 1 | 2): Vector => {
    const at = 9 * number + 3 * k;
    return [solution.axes[at], solution.axes[at + 1], solution.axes[at + 2]];
  };
  const [oy, oz] = [axis(1), axis(2)];
  const from = (at: Vector) => ({
    y: dot(subtract(at, section.centroid), oy),
    z: dot(subtract(at, section.centroid), oz),
  });
  const slabs = section.passed.flatMap(({ panel, elements }) => {
    if (elements.length === 0) return [];
    const middles = elements.map(({ middle, length }) => ({
      ...from(add(middle, scale(panel.normal, -panel.offset))),
      half: length / 2,
    }));
    const z = middles.reduce((sum, one) => sum + one.z, 0) / middles.length;
    return [
      {
        panel: panel.id,
        from: { y: Math.min(...middles.map(({ y, half }) => y - half)), z: z - panel.thickness / 2 },
        to: { y: Math.max(...middles.map(({ y, half }) => y + half)), z: z + panel.thickness / 2 },
      },
    ];
  });
  return { beam: from(crossing.at), slabs };
}

/** Forces of beam and slab together at one of its sections, in a state that is shown; where no slab lies beside it those of the beam alone. */
export function flangedForces(
  model: Model,
  solution: Solution,
  { member }: FlangedBeam,
  { x, section, isBefore }: FlangedSection,
  { state, weights }: Pick<ShownPart, 'state' | 'weights'>,
): FlangedForces {
  const number = solution.memberIds.indexOf(member);
  if (!section) {
    const values = new MemberLine(solution, state, number).at(x, !isBefore);
    const of = (component: keyof typeof lineIndex) => values[lineIndex[component]];
    return { N: of('N'), Vy: of('Vy'), Vz: of('Vz'), T: of('T'), My: of('My'), Mz: of('Mz') };
  }
  const { N, Vt, Vz, M, Mz, T } = cutForces(model, solution, section, weights);
  const [along, across, normal] = section.axes;
  const sign = isBefore ? 1 : -1;
  const vector = (p: number, q: number, r: number): Vector =>
    scale(add(add(scale(along, p), scale(across, q)), scale(normal, r)), sign);
  const [force, moment] = [vector(Vt, N, -Vz), vector(-M, T, Mz)];
  const axis = (k: number): Vector => {
    const at = 9 * number + 3 * k;
    return [solution.axes[at], solution.axes[at + 1], solution.axes[at + 2]];
  };
  const [ox, oy, oz] = [axis(0), axis(1), axis(2)];
  return {
    N: dot(force, ox),
    Vy: -dot(force, oy),
    Vz: -dot(force, oz),
    T: dot(moment, ox),
    My: -dot(moment, oy),
    Mz: dot(moment, oz),
  };
}

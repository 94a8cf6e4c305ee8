import { count } from '../units';
import { add, cross, distance, dot, norm, samePoint, scale, subtract, type Connection, type Model, type Vector } from '../model';
import { Draft, type MemberFields } from './draft';
import { finished } from './grid-places';
import { refuse, type Plan } from './plan';

/** A line that secondary members span from or to: two points, m. */
export type Edge = readonly [Vector, Vector];

export interface SecondarySpec {
  /** at least two edges, in order: members span from the first to the last, over those between */
  readonly edges: readonly Edge[];
  readonly layout: { readonly count: number } | { readonly spacing: number };
  /** whether members stand on the ends of the edges too */
  readonly atEnds: boolean;
  /** clear: a member of its own in every span, with these end conditions; over: running over the edges between them */
  readonly supports: 'clear' | 'over';
  readonly ends: Connection | undefined;
  readonly fields: MemberFields;
  readonly noun: string;
}

/** The line through members that follow each other, from end to end; undefined when they do not lie on one line. */
export function edgeOfMembers(model: Model, ids: readonly string[]): Edge | undefined {
  const points = ids.flatMap((id) => (model.members[id] ? [model.nodes[model.members[id].start].position, model.nodes[model.members[id].end].position] : []));
  if (points.length < 2) return undefined;
  let edge: Edge = [points[0], points[1]];
  for (const a of points) for (const b of points) if (distance(a, b) > distance(...edge)) edge = [a, b];
  const along = subtract(edge[1], edge[0]);
  return points.every((point) => norm(cross(subtract(point, edge[0]), along)) / norm(along) < 10 * samePoint) ? edge : undefined;
}

/** Selected members parted into the lines they lie on, ordered along the direction across them. */
export function edgesOfSelection(model: Model, ids: readonly string[]): Edge[] {
  const lines: string[][] = [];
  for (const id of ids) {
    const home = lines.find((line) => edgeOfMembers(model, [...line, id]) !== undefined);
    if (home) home.push(id);
    else lines.push([id]);
  }
  const edges = lines.map((line) => edgeOfMembers(model, line)).filter((edge): edge is Edge => edge !== undefined);
  if (edges.length < 2) return edges;
  // all edges run the way of the first
  const along = subtract(edges[0][1], edges[0][0]);
  const turned = edges.map((edge): Edge => (dot(subtract(edge[1], edge[0]), along) < 0 ? [edge[1], edge[0]] : edge));
  const across = subtract(farthest(turned)[0], turned[0][0]);
  return [...turned].sort((a, b) => dot(a[0], across) - dot(b[0], across));
}

const farthest = (edges: readonly Edge[]): Edge => edges.reduce((far, edge) => (distance(edge[0], edges[0][0]) > distance(far[0], edges[0][0]) ? edge : far));

/**
 * Secondary members — purlins, joists, rails — at a number or a spacing between edges, in whatever plane the edges lie: level, sloping or
 * upright. They join the edges' members, which are divided, and stay plain members afterwards.
 */
export function secondariesPlan(model: Model, { edges, layout, atEnds, supports, ends, fields, noun }: SecondarySpec): Plan {
  if (edges.length < 2) return refuse('Secondary members span between two lines. Select members on two or more parallel lines, or type the ends of two edges.');
  const [first] = edges;
  const length = distance(...first);
  if (length < samePoint) return refuse('The first edge has no length.');
  const shares = 'count' in layout ? sharesByCount(layout.count, atEnds) : sharesBySpacing(length, layout.spacing, atEnds);
  if (shares.length === 0) return refuse('count' in layout ? 'Say how many members there shall be, one or more.' : 'The spacing is longer than the edge: there is room for none.');
  if (shares.length > 2000) return refuse(`That would make ${shares.length} lines of members. Was another unit meant for the spacing?`);
  const draft = new Draft(model);
  const at = (edge: Edge, share: number): Vector => add(edge[0], scale(subtract(edge[1], edge[0]), share));
  const joint = ends && Object.keys(ends).length > 0 ? { startConnection: ends, endConnection: ends } : {};
  for (const share of shares) {
    if (supports === 'clear') for (let i = 0; i + 1 < edges.length; i++) draft.member(at(edges[i], share), at(edges[i + 1], share), { ...fields, ...joint });
    else {
      // where it passes an edge between, a joint is made so that the support is one
      const stops = edges.map((edge) => at(edge, share));
      for (let i = 0; i + 1 < stops.length; i++) {
        const [begins, stopsHere] = [i === 0, i + 2 === stops.length];
        draft.member(stops[i], stops[i + 1], { ...fields, ...(begins && ends ? { startConnection: ends } : {}), ...(stopsHere && ends ? { endConnection: ends } : {}) });
      }
    }
  }
  return finished(model, draft, noun, `on ${count(shares.length, 'line')}${supports === 'over' && edges.length > 2 ? ', running over their supports' : ''}`);
}

function sharesByCount(number: number, atEnds: boolean): number[] {
  if (!(number >= 1) || !Number.isInteger(number)) return [];
  return atEnds ? Array.from({ length: number }, (_, i) => (number === 1 ? 0.5 : i / (number - 1))) : Array.from({ length: number }, (_, i) => (i + 1) / (number + 1));
}

/** At the spacing from the start; what is left over stays at the end. */
function sharesBySpacing(length: number, spacing: number, atEnds: boolean): number[] {
  if (!(spacing > 0)) return [];
  const steps = Math.floor((length + samePoint) / spacing);
  if (steps > 5000) return Array.from({ length: 5000 }, () => 0);
  const shares = Array.from({ length: steps + 1 }, (_, i) => (i * spacing) / length).filter((share) => atEnds || (share * length > samePoint && (1 - share) * length > samePoint));
  return atEnds && 1 - (shares.at(-1) ?? 0) > samePoint / length ? [...shares, 1] : shares.map((share) => (1 - share < samePoint / length ? 1 : share));
}

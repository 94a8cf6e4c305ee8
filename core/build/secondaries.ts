import { count } from '../units';
import {
  add,
  applyAct,
  cross,
  distance,
  dot,
  norm,
  samePoint,
  scale,
  subtract,
  type Connection,
  type Model,
  type Vector,
} from '../model';
import { Draft, type MemberFields } from './draft';
import { finished } from './grid-places';
import { refuse, type Plan } from './plan';

/** A line that secondary members span from or to: two points, m. */
export type Edge = readonly [Vector, Vector];

export interface SecondarySpec {
  /** at least two edges, in order: members span from the first to the last, over those between */
  readonly edges: readonly Edge[];
  /** at the joints that all edges have at the same share of their lengths, such as the panel points of trusses; or by number; or by spacing m; `first` from where an edge begins, `last` from where it ends, m: left out, a spacing, and none of its own */
  readonly layout:
    | { readonly joints: true }
    | { readonly count: number }
    | { readonly spacing: number; readonly first?: number; readonly last?: number };
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
  const points = ids.flatMap((id) =>
    model.members[id]
      ? [model.nodes[model.members[id].start].position, model.nodes[model.members[id].end].position]
      : [],
  );
  if (points.length < 2) return undefined;
  let edge: Edge = [points[0], points[1]];
  for (const a of points) for (const b of points) if (distance(a, b) > distance(...edge)) edge = [a, b];
  const along = subtract(edge[1], edge[0]);
  return points.every((point) => norm(cross(subtract(point, edge[0]), along)) / norm(along) < 10 * samePoint)
    ? edge
    : undefined;
}

/** The lines selected members lie on. */
function edgesOfLines(model: Model, ids: readonly string[]): Edge[] {
  const lines: string[][] = [];
  for (const id of ids) {
    const home = lines.find((line) => edgeOfMembers(model, [...line, id]) !== undefined);
    if (home) home.push(id);
    else lines.push([id]);
  }
  return lines.map((line) => edgeOfMembers(model, line)).filter((edge): edge is Edge => edge !== undefined);
}

/** Selected members parted into the lines they lie on, ordered along the direction across them. */
export function edgesOfSelection(model: Model, ids: readonly string[]): Edge[] {
  const edges = edgesOfLines(model, ids);
  if (edges.length < 2) return edges;
  // all edges run the way of the first
  const along = subtract(edges[0][1], edges[0][0]);
  const turned = edges.map((edge): Edge => (dot(subtract(edge[1], edge[0]), along) < 0 ? [edge[1], edge[0]] : edge));
  const across = subtract(farthest(turned)[0], turned[0][0]);
  return [...turned].sort((a, b) => dot(a[0], across) - dot(b[0], across));
}

/**
 * Selected members parted into slopes: lines that run the same way and follow each other across it, each from its lower end up, so that the rafters
 * of both sides of a ridge, of several roofs beside each other, or the columns of a wall make one group each. Beams at the eaves or the ridge that
 * were selected with the slope run the way of the purlins and carry none: where two lines or more rise, level ones are left out.
 */
export function edgesBySlope(model: Model, ids: readonly string[]): Edge[][] {
  const upward = ([a, b]: Edge): Edge => (b[2] < a[2] - samePoint ? [b, a] : [a, b]);
  const all = edgesOfLines(model, ids).map(upward);
  const rising = all.filter(([a, b]) => b[2] - a[2] > 0.02 * distance(a, b));
  const edges = rising.length >= 2 ? rising : all;
  const parallel = (a: Edge, b: Edge) => {
    const [u, v] = [subtract(a[1], a[0]), subtract(b[1], b[0])];
    return norm(cross(u, v)) < 1e-3 * norm(u) * norm(v);
  };
  const families: Edge[][] = [];
  for (const edge of edges) {
    const home = families.find((family) => parallel(family[0], edge));
    if (home) home.push(edge);
    else families.push([edge]);
  }
  return families.flatMap((family) => {
    if (family.length < 2) return [family];
    const along = subtract(family[0][1], family[0][0]);
    const flat = (to: Vector): Vector => subtract(to, scale(along, dot(to, along) / dot(along, along)));
    const between = (a: Edge, b: Edge) => flat(subtract(b[0], a[0]));
    // the way across is that from a line to its nearest neighbour
    let across: Vector | undefined;
    for (const a of family)
      for (const b of family)
        if (a !== b && (!across || norm(between(a, b)) < norm(across) - samePoint)) across = between(a, b);
    const rows: Edge[][] = [];
    for (const edge of family) {
      const row = rows.find(([first]) => norm(cross(between(first, edge), across!)) <= 10 * samePoint * norm(across!));
      if (row) row.push(edge);
      else rows.push([edge]);
    }
    return rows.map((row) => [...row].sort((a, b) => dot(a[0], across!) - dot(b[0], across!)));
  });
}

/** Secondary members on each of several slopes, as one act. Groups of one line are passed over and told. */
export function secondariesOnSlopes(
  model: Model,
  groups: readonly (readonly Edge[])[],
  spec: Omit<SecondarySpec, 'edges'>,
): Plan {
  const usable = groups.filter((group) => group.length >= 2);
  if (usable.length === 0)
    return refuse(
      'Secondary members span between two lines. Select members on two or more parallel lines: window over the beams or rafters.',
    );
  let current = model;
  const plans: Extract<Plan, { ok: true }>[] = [];
  for (const edges of usable) {
    const plan = secondariesPlan(current, { ...spec, edges });
    if (!plan.ok) {
      if (usable.length === 1) return plan;
      continue;
    }
    const applied = applyAct(current, plan.act);
    if (!applied.ok) return refuse(applied.error);
    current = applied.model;
    plans.push(plan);
  }
  if (plans.length === 0) return refuse(`Every ${spec.noun} is there already.`);
  const left = groups.length - usable.length;
  const words = `${plans.map((plan) => plan.words).join('; ')}${left > 0 ? `; ${count(left, 'line')} without another beside it left out` : ''}`;
  const made = plans.flatMap((plan) => plan.made);
  return {
    ok: true,
    act: {
      edits: plans.flatMap((plan) => plan.act.edits),
      sentence:
        plans.length === 1
          ? plans[0].act.sentence!
          : `Placed ${count(made.length, spec.noun)} on ${plans.length} slopes`,
    },
    words,
    preview: plans.flatMap((plan) => plan.preview),
    made,
  };
}

const farthest = (edges: readonly Edge[]): Edge =>
  edges.reduce((far, edge) => (distance(edge[0], edges[0][0]) > distance(far[0], edges[0][0]) ? edge : far));

/**
 * Secondary members — purlins, joists, rails — at a number or a spacing between edges, in whatever plane the edges lie: level, sloping or
 * upright. They join the edges' members, which are divided, and stay plain members afterwards.
 */
export function secondariesPlan(
  model: Model,
  { edges, layout, atEnds, supports, ends, fields, noun }: SecondarySpec,
): Plan {
  if (edges.length < 2)
    return refuse(
      'Secondary members span between two lines. Select members on two or more parallel lines, or type the ends of two edges.',
    );
  const [first] = edges;
  const length = distance(...first);
  if (length < samePoint) return refuse('The first edge has no length.');
  const shares =
    'joints' in layout
      ? jointsInCommon(model, edges).filter(
          (share) => atEnds || (share * length > 10 * samePoint && (1 - share) * length > 10 * samePoint),
        )
      : 'count' in layout
        ? sharesByCount(layout.count, atEnds)
        : sharesBySpacing(length, layout, atEnds);
  if (shares.length === 0)
    return refuse(
      'joints' in layout
        ? 'The lines have no joints in common between their ends.'
        : 'count' in layout
          ? 'Say how many members there shall be, one or more.'
          : 'The spacing is longer than the edge: there is room for none.',
    );
  if (shares.length > 2000)
    return refuse(`That would make ${shares.length} lines of members. Was another unit meant for the spacing?`);
  const draft = new Draft(model);
  const at = (edge: Edge, share: number): Vector => add(edge[0], scale(subtract(edge[1], edge[0]), share));
  const joint = ends && Object.keys(ends).length > 0 ? { startConnection: ends, endConnection: ends } : {};
  for (const share of shares) {
    if (supports === 'clear')
      for (let i = 0; i + 1 < edges.length; i++)
        draft.member(at(edges[i], share), at(edges[i + 1], share), { ...fields, ...joint });
    else {
      // where it passes an edge between, a joint is made so that the support is one
      const stops = edges.map((edge) => at(edge, share));
      for (let i = 0; i + 1 < stops.length; i++) {
        const [begins, stopsHere] = [i === 0, i + 2 === stops.length];
        draft.member(stops[i], stops[i + 1], {
          ...fields,
          ...(begins && ends ? { startConnection: ends } : {}),
          ...(stopsHere && ends ? { endConnection: ends } : {}),
        });
      }
    }
  }
  return finished(
    model,
    draft,
    noun,
    `on ${count(shares.length, 'line')}${supports === 'over' && edges.length > 2 ? ', running over their supports' : ''}`,
  );
}

/** Shares of their lengths at which every edge has a node, the ends among them. */
export function jointsInCommon(model: Model, edges: readonly Edge[]): number[] {
  const nodes = Object.values(model.nodes);
  const [own, ...others] = edges.map((edge) => {
    const along = subtract(edge[1], edge[0]);
    const square = dot(along, along);
    return nodes
      .map(({ position }) => ({ position, share: dot(subtract(position, edge[0]), along) / square }))
      .filter(
        ({ position, share }) =>
          share > -1e-6 && share < 1 + 1e-6 && distance(position, add(edge[0], scale(along, share))) < 10 * samePoint,
      )
      .map(({ share }) => share)
      .sort((a, b) => a - b);
  });
  const same = (10 * samePoint) / distance(...edges[0]);
  return own.filter(
    (share, i) =>
      (i === 0 || share - own[i - 1] > same) &&
      others.every((shares) => shares.some((other) => Math.abs(other - share) < same)),
  );
}

function sharesByCount(number: number, atEnds: boolean): number[] {
  if (!(number >= 1) || !Number.isInteger(number)) return [];
  return atEnds
    ? Array.from({ length: number }, (_, i) => (number === 1 ? 0.5 : i / (number - 1)))
    : Array.from({ length: number }, (_, i) => (i + 1) / (number + 1));
}

/** At the spacing from the start, or from the first place; what is left over stays at the end, before the last place where one is given. */
function sharesBySpacing(
  length: number,
  { spacing, first, last }: { spacing: number; first?: number; last?: number },
  atEnds: boolean,
): number[] {
  if (!(spacing > 0)) return [];
  if (first !== undefined || last !== undefined) {
    const end = length - (last ?? 0);
    const places: number[] = atEnds ? [0] : [];
    const begin = first ?? spacing;
    if (!(begin >= 0 && end <= length && (end - begin) / spacing < 5000)) return [];
    for (let i = 0; begin + i * spacing < end - samePoint; i++) places.push(begin + i * spacing);
    if (last !== undefined || atEnds) places.push(end);
    if (atEnds && last !== undefined && last > samePoint) places.push(length);
    return [...new Set(places.map((place) => Math.round((place / length) * 1e9) / 1e9))].filter(
      (share) => atEnds || (share * length > samePoint / 2 && (1 - share) * length > samePoint / 2),
    );
  }
  const steps = Math.floor((length + samePoint) / spacing);
  if (steps > 5000) return Array.from({ length: 5000 }, () => 0);
  const shares = Array.from({ length: steps + 1 }, (_, i) => (i * spacing) / length).filter(
    (share) => atEnds || (share * length > samePoint && (1 - share) * length > samePoint),
  );
  return atEnds && 1 - (shares.at(-1) ?? 0) > samePoint / length
    ? [...shares, 1]
    : shares.map((share) => (1 - share < samePoint / length ? 1 : share));
}

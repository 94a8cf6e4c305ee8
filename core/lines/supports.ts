import { sectionProperties } from '../catalog';
import {
  add,
  distance,
  dot,
  panelPlane,
  panelsAt,
  scale,
  stretchesOn,
  type Member,
  type Model,
  type SupportAs,
  type Vector,
} from '../model';
import { wayAt, type BareLine, type LineNode, type Surroundings } from './line';
import type { MemberEnd } from './meeting';
import { facesOf, heightsOf } from './section-reach';

/** What may carry a beam at a node. */
export interface Carrier {
  readonly kind: 'column' | 'hanger' | 'wall' | 'beam' | 'joint' | 'brace' | 'ground';
  /** of the member, wall, line support or node; joint: another beam that ends there too */
  readonly id: string;
}

/** A node of a beam at which something meets it, and what that is to it. */
export interface BeamSupport extends LineNode {
  /** what it counts as */
  readonly as: SupportAs;
  /** what the geometry says */
  readonly found: SupportAs;
  readonly by: readonly Carrier[];
  /** why, in a sentence */
  readonly why: string;
  /** its faces, from the node, m: towards the line's start and its end */
  readonly face: { readonly before: number; readonly after: number };
  /** its reaction presses the end of the beam, so that shear may be taken at d from its face (ACI 318-19 9.4.3.2, EN 1992-1-1 6.2.1(8)) */
  readonly presses: boolean;
}

/** Whether something carries a beam at a node. */
export const carries = ({ as }: BeamSupport): boolean => as !== 'none';

/** A member steeper than this (sine) meets a beam as a column. */
const steep = 0.8;
/** A brace steeper than this (sine) carries a beam. */
const leaning = 0.3;
/** A beam that is so much deeper carries another, m. */
const deeper = 5e-3;
/** A wall goes on above or below where it is still there so far off, m. */
const beside = 0.05;
/** How far the end of a wall is looked for along a beam in its plane, m. */
const farthest = 5;

/** What meets a beam at its nodes, in order; nodes where nothing does are left out. */
export function supportsOf(around: Surroundings, line: BareLine): BeamSupport[] {
  return line.nodes.flatMap((at) => supportAt(around, line, at) ?? []);
}

function supportAt(around: Surroundings, line: BareLine, { node, at }: LineNode): BeamSupport | undefined {
  const { model } = around;
  const point = model.nodes[node].position;
  const way = wayAt(model, line, at);
  const others = (around.meeting.get(node) ?? []).filter(({ member }) => around.lineOf.get(member.id) !== line);
  const found: Found = [
    groundAt(model, node, point),
    columnsAt(others),
    wallsAt(model, point),
    bracesAt(others),
    beamsAt(around, line, node, at, others),
  ].find((one) => one !== undefined) ?? { as: 'none', by: [], why: '', presses: false };
  const decided = line.record?.supports?.find((one) => one.node === node)?.as;
  if (found.by.length === 0 && decided === undefined) return undefined;
  const faces = found.by.map((carrier) => faceOf(model, carrier, node, point, way));
  return {
    node,
    at,
    as: decided ?? found.as,
    found: found.as,
    by: found.by,
    why: found.why || 'nothing that could carry it meets it here',
    face: {
      before: Math.max(0, ...faces.map(({ before }) => before)),
      after: Math.max(0, ...faces.map(({ after }) => after)),
    },
    presses: found.presses,
  };
}

interface Found {
  readonly as: SupportAs;
  readonly by: readonly Carrier[];
  readonly why: string;
  readonly presses: boolean;
}

function groundAt(model: Model, node: string, point: Vector): Found | undefined {
  const { support, springs } = model.nodes[node];
  if (support?.uz || (springs?.uz ?? 0) > 0)
    return { as: 'over', by: [{ kind: 'ground', id: node }], why: `node ${node} is held up`, presses: true };
  const under = Object.values(model.lineSupports).find(({ start, end, support: held, springs: springy }) => {
    if (!held.uz && !((springy?.uz ?? 0) > 0)) return false;
    const [a, b] = [model.nodes[start].position, model.nodes[end].position];
    return distance(a, point) + distance(point, b) - distance(a, b) < 1e-6;
  });
  return (
    under && {
      as: 'over',
      by: [{ kind: 'ground', id: under.id }],
      why: `line support ${under.label ?? under.id} holds it up`,
      presses: true,
    }
  );
}

const nameOf = (member: Member) => member.label ?? member.id;

function columnsAt(others: readonly MemberEnd[]): Found | undefined {
  const columns = others.filter(
    ({ member, way }) => member.role === 'column' || (member.role === 'beam' && Math.abs(way[2]) > steep),
  );
  const below = columns.filter(({ way }) => way[2] < 0);
  const above = columns.filter(({ way }) => way[2] > 0);
  if (below.length > 0) {
    const by = below.map(({ member }): Carrier => ({ kind: 'column', id: member.id }));
    const [first] = below;
    return above.length > 0
      ? {
          as: 'side',
          by,
          why: `column ${nameOf(first.member)} goes on above: the beam frames into its side`,
          presses: true,
        }
      : { as: 'over', by, why: `column ${nameOf(first.member)} ends below: the beam runs over it`, presses: true };
  }
  const hanger = above.find(({ member }) => member.behaviour === 'tension');
  if (hanger)
    return {
      as: 'side',
      by: [{ kind: 'hanger', id: hanger.member.id }],
      why: `it hangs from ${nameOf(hanger.member)}`,
      presses: false,
    };
  return above.length > 0
    ? {
        as: 'none',
        by: [{ kind: 'hanger', id: above[0].member.id }],
        why: `column ${nameOf(above[0].member)} stands on it and loads it`,
        presses: false,
      }
    : undefined;
}

function wallsAt(model: Model, point: Vector): Found | undefined {
  const walls = (at: Vector) => panelsAt(model, at).filter((id) => id in model.walls);
  const here = walls(point);
  if (here.length === 0) return undefined;
  const [above, below] = [1, -1].map((sign) => walls(add(point, [0, 0, sign * beside])).length > 0);
  const by = here.map((id): Carrier => ({ kind: 'wall', id }));
  const name = model.walls[here[0]].label ?? here[0];
  if (!below) return { as: 'none', by, why: `wall ${name} stands on it`, presses: false };
  return above
    ? { as: 'side', by, why: `wall ${name} goes on above: the beam frames into its side`, presses: true }
    : { as: 'over', by, why: `wall ${name} ends below: the beam runs over it`, presses: true };
}

function bracesAt(others: readonly MemberEnd[]): Found | undefined {
  const braces = others.filter(({ member, way }) => member.role === 'brace' && Math.abs(way[2]) > leaning);
  if (braces.length === 0) return undefined;
  const by = braces.map(({ member }): Carrier => ({ kind: 'brace', id: member.id }));
  const name = nameOf(braces[0].member);
  return braces.some(({ way }) => way[2] < 0)
    ? { as: 'over', by, why: `brace ${name} carries it`, presses: true }
    : { as: 'side', by, why: `it hangs from brace ${name}`, presses: false };
}

function beamsAt(
  { model, lineOf }: Surroundings,
  line: BareLine,
  node: string,
  at: number,
  others: readonly MemberEnd[],
): Found | undefined {
  const beams = others.filter(({ member }) => member.role === 'beam');
  if (beams.length === 0) return undefined;
  const endsHere = at < 1e-6 || at > line.length - 1e-6;
  const ownDepth = depthAt(model, line, at);
  const carrying = beams.filter(({ member }) => {
    const other = lineOf.get(member.id)!;
    const otherEnds = other.nodes[0].node === node || other.nodes[other.nodes.length - 1].node === node;
    if (endsHere && !otherEnds) return true;
    if (!endsHere && otherEnds) return false;
    return depthOf(model, member) > ownDepth + deeper;
  });
  const by = (carrying.length > 0 ? carrying : beams).map(({ member }): Carrier => ({ kind: 'beam', id: member.id }));
  const name = nameOf((carrying.length > 0 ? carrying : beams)[0].member);
  if (carrying.length === 0)
    return endsHere
      ? {
          as: 'side',
          by: by.map(({ id }): Carrier => ({ kind: 'joint', id })),
          why: `it is joined to beam ${name}, which ends here too: each holds the other’s end`,
          presses: false,
        }
      : {
          as: 'none',
          by,
          why: `beam ${name} meets it here and is not deeper: it is not taken to carry this one`,
          presses: false,
        };
  const own = model.members[pieceAt(line, at)];
  const { down } = heightsOf(model, own, node);
  const isOver = carrying.every(({ member }) => -down >= heightsOf(model, member, node).up - 0.01);
  return isOver
    ? { as: 'over', by, why: `it lies on beam ${name}`, presses: true }
    : { as: 'side', by, why: `it frames into the side of beam ${name}`, presses: false };
}

const pieceAt = ({ pieces }: BareLine, at: number): string =>
  (pieces.find(({ to }) => at <= to + 1e-9) ?? pieces[pieces.length - 1]).member;

function depthOf(model: Model, { section }: Member): number {
  return section === null ? 0 : sectionProperties(model.sections[section].shape).depth;
}

/** The depth of a line at a place: of the deeper of the two pieces that meet there, m. */
const depthAt = (model: Model, { pieces }: BareLine, at: number): number =>
  Math.max(
    ...pieces
      .filter(({ from, to }) => from - 1e-6 <= at && at <= to + 1e-6)
      .map(({ member }) => depthOf(model, model.members[member])),
  );

function faceOf(
  model: Model,
  { kind, id }: Carrier,
  node: string,
  point: Vector,
  way: Vector,
): { before: number; after: number } {
  if (kind === 'column' || kind === 'beam') return facesOf(model, model.members[id], node, point, way);
  if (kind !== 'wall') return { before: 0, after: 0 };
  const wall = model.walls[id];
  const plane = panelPlane(model, wall);
  if (!plane) return { before: 0, after: 0 };
  const across = dot(plane.normal, way);
  if (Math.abs(across) > 0.1) {
    // the middle of the wall, from the plane of its corners along the normal
    const middle = (wall.plane === 'top' ? -0.5 : wall.plane === 'bottom' ? 0.5 : 0) * wall.thickness;
    const [p, q] = [-0.5, 0.5].map((half) => (middle + half * wall.thickness) / across);
    return { before: Math.max(0, -Math.min(p, q)), after: Math.max(0, Math.max(p, q)) };
  }
  const reach = (sign: number) => {
    const far = add(point, scale(way, sign * farthest));
    const first = stretchesOn(model, point, far).find(({ panel, from }) => panel === id && from < 1e-3);
    return first ? Math.min(first.to, distance(point, far)) : 0;
  };
  return { before: reach(-1), after: reach(1) };
}

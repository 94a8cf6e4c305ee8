import { inOrder, memberAxis, dot, type Member, type Model, type Vector } from '../model';
import { angleBetween, type MemberEnd } from './meeting';

/** A member in a line, and whether it runs against it. */
export interface ChainPiece {
  readonly member: string;
  readonly reversed: boolean;
}

/** Members that follow each other, and the record that keeps them together. */
export interface Chain {
  readonly pieces: readonly ChainPiece[];
  readonly record: string | undefined;
}

/** Members that leave a straight line by more than this are not one, rad. */
export const inLine = (2 * Math.PI) / 180;

type Links = Map<string, { start?: MemberEnd; end?: MemberEnd }>;

/**
 * Parts all members into lines. Members that a record names go together where they meet; the others where they are in line within 2°, of the same
 * purpose, material and turn about their axis, without a hinge about the strong axis between them.
 */
export function chainsOf(model: Model, meeting: ReadonlyMap<string, readonly MemberEnd[]>): Chain[] {
  const recordOf = new Map<string, string>();
  for (const { id, members } of inOrder(model.designLines))
    for (const member of members) if (!recordOf.has(member)) recordOf.set(member, id);
  const links: Links = new Map();
  for (const ends of meeting.values()) link(model, ends, recordOf, links);
  const chains = walk(model, links, recordOf);
  // of a record that has come apart the longest part stays its line; the others are lines of their own
  const longest = new Map<string, { chain: Chain; length: number }>();
  for (const chain of chains) {
    if (chain.record === undefined) continue;
    const length = chain.pieces.reduce((sum, { member }) => sum + lengthOf(model, member), 0);
    const known = longest.get(chain.record);
    if (!known || length > known.length + 1e-9) longest.set(chain.record, { chain, length });
  }
  return chains.map((chain) =>
    chain.record === undefined || longest.get(chain.record)?.chain === chain ? chain : { ...chain, record: undefined },
  );
}

const lengthOf = (model: Model, id: string): number => memberAxis(model, model.members[id])?.length ?? 0;

/** Joins the ends that meet at a node, the straightest pair first. */
function link(model: Model, ends: readonly MemberEnd[], recordOf: ReadonlyMap<string, string>, links: Links): void {
  const pairs: { a: MemberEnd; b: MemberEnd; angle: number }[] = [];
  for (let i = 0; i < ends.length; i++)
    for (let j = i + 1; j < ends.length; j++) {
      const [a, b] = [ends[i], ends[j]];
      const [of, other] = [recordOf.get(a.member.id), recordOf.get(b.member.id)];
      if (of !== other) continue;
      const angle = Math.PI - angleBetween(a.way, b.way);
      if (of !== undefined ? a.member.id !== b.member.id : angle <= inLine && alike(model, a, b))
        pairs.push({ a, b, angle });
    }
  pairs.sort((p, q) => p.angle - q.angle);
  for (const { a, b } of pairs) {
    const [own, other] = [at(links, a.member.id), at(links, b.member.id)];
    if (own[a.side] || other[b.side]) continue;
    own[a.side] = b;
    other[b.side] = a;
  }
}

function at(links: Links, id: string): { start?: MemberEnd; end?: MemberEnd } {
  let found = links.get(id);
  if (!found) links.set(id, (found = {}));
  return found;
}

/** Whether two members that meet in line go on as one. */
function alike(model: Model, a: MemberEnd, b: MemberEnd): boolean {
  const carries = ({ behaviour }: Member) => (behaviour ?? 'frame') === 'frame';
  return (
    a.member.role === b.member.role &&
    a.member.material === b.member.material &&
    carries(a.member) &&
    carries(b.member) &&
    !isHinged(a) &&
    !isHinged(b) &&
    turnedAlike(axisZ(model, a), axisZ(model, b))
  );
}

/** A hinge about the strong axis: it turns there without resistance. */
export const isHinged = ({ member, side }: Pick<MemberEnd, 'member' | 'side'>): boolean =>
  (side === 'start' ? member.startConnection : member.endConnection)?.ry === 0;

const axisZ = (model: Model, { member }: MemberEnd): Vector => memberAxis(model, member)!.axes.z;

const turnedAlike = (a: Vector, b: Vector): boolean => Math.abs(dot(a, b)) >= Math.cos(inLine);

function walk(model: Model, links: Links, recordOf: ReadonlyMap<string, string>): Chain[] {
  const seen = new Set<string>();
  const chains: Chain[] = [];
  for (const { id } of inOrder(model.members)) {
    if (seen.has(id) || !memberAxis(model, model.members[id])) continue;
    // back to an end of the line; a ring is opened where one comes back to
    let first: ChainPiece = { member: id, reversed: false };
    const passed = new Set([id]);
    for (;;) {
      const before = links.get(first.member)?.[first.reversed ? 'end' : 'start'];
      if (!before || passed.has(before.member.id)) break;
      passed.add(before.member.id);
      first = { member: before.member.id, reversed: before.side === 'start' };
    }
    const pieces: ChainPiece[] = [];
    for (let piece: ChainPiece | undefined = first; piece && !seen.has(piece.member);) {
      pieces.push(piece);
      seen.add(piece.member);
      const next: MemberEnd | undefined = links.get(piece.member)?.[piece.reversed ? 'start' : 'end'];
      piece = next && { member: next.member.id, reversed: next.side === 'end' };
    }
    chains.push({ pieces: onward(model, pieces), record: recordOf.get(id) });
  }
  return chains;
}

/** Columns run upwards, others the way x grows, or y, or z: so that a line is the same however its members were drawn. */
function onward(model: Model, pieces: readonly ChainPiece[]): readonly ChainPiece[] {
  const end = ({ member, reversed }: ChainPiece, last: boolean) => {
    const { start, end: finish } = model.members[member];
    return model.nodes[reversed === last ? start : finish].position;
  };
  const [from, to] = [end(pieces[0], false), end(pieces[pieces.length - 1], true)];
  const order = model.members[pieces[0].member].role === 'column' ? [2, 0, 1] : [0, 1, 2];
  const k = order.find((axis) => Math.abs(to[axis] - from[axis]) > 1e-6);
  return k === undefined || to[k] > from[k]
    ? pieces
    : [...pieces].reverse().map(({ member, reversed }) => ({ member, reversed: !reversed }));
}

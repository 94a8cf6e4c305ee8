import { cross, dot, memberAxis, norm, scale, subtract, type Member, type Model, type Vector } from '../model';

/** An end of a member at a node. */
export interface MemberEnd {
  readonly member: Member;
  readonly side: 'start' | 'end';
  /** the node at its other end */
  readonly far: string;
  /** unit vector out of the node, along the member */
  readonly way: Vector;
}

/** The ends of members that meet at each node; members without length meet nothing. */
export function meetings(model: Model): Map<string, MemberEnd[]> {
  const found = new Map<string, MemberEnd[]>();
  const add = (node: string, end: MemberEnd) => {
    const list = found.get(node);
    if (list) list.push(end);
    else found.set(node, [end]);
  };
  for (const member of Object.values(model.members)) {
    const [from, to] = [model.nodes[member.start].position, model.nodes[member.end].position];
    if (!memberAxis(model, member)) continue;
    const along = subtract(to, from);
    const length = norm(along);
    if (length === 0) continue;
    const way = scale(along, 1 / length);
    add(member.start, { member, side: 'start', far: member.end, way });
    add(member.end, { member, side: 'end', far: member.start, way: scale(way, -1) });
  }
  return found;
}

/** Angle between two ways, rad. */
export const angleBetween = (a: Vector, b: Vector): number => Math.atan2(norm(cross(a, b)), dot(a, b));

import { count, formatQuantity } from '../units';
import { distance, samePoint, type Member, type Model, type Vector } from '../model';
import { bayMiddle, type Bay } from './bays';
import { Draft, type MemberFields } from './draft';
import { lengthRange, refuse, type Plan } from './plan';

export const bracePatterns = {
  cross: 'X: two diagonals',
  rising: 'one diagonal, rising',
  falling: 'one diagonal, falling',
  chevron: 'inverted V: to the middle of the top',
  vee: 'V: to the middle of the bottom',
  kay: 'K: to the middle of a column',
} as const;
export type BracePattern = keyof typeof bracePatterns;

/** Why a pattern is discouraged, if it is. */
export const patternRemark: Readonly<Partial<Record<BracePattern, string>>> = {
  kay: 'K bracing pushes columns sideways at mid-height once a diagonal buckles; AISC 341-22 F1.4c and F2.4c do not permit it in seismic systems. Prefer X or inverted V.',
  vee: 'V bracing hangs on the beam below: when one diagonal buckles, the other pulls that beam out of line (AISC 341-22 F2.4b).',
};

/**
 * Bracing in bays. Diagonals of an X do not touch where they cross unless `joinCross` asks for it; V, inverted V and K divide the member
 * they meet. Joined diagonals are four halves, pinned at their outer ends. Rods usually carry tension only; `behaviour` says so.
 */
export function bracingPlan(
  model: Model,
  bays: readonly Bay[],
  pattern: BracePattern,
  fields: Pick<Member, 'section' | 'material' | 'behaviour'>,
  joinCross: boolean,
): Plan {
  if (bays.length === 0)
    return refuse(
      'Choose one or more bays. Bays enclosed by members are marked in the drawing; a helper line can close an open one.',
    );
  if (joinCross && pattern === 'cross' && fields.behaviour === 'tension')
    return refuse(
      'Rods that carry tension only pass each other; joined, their halves would fold. Leave them free where they cross, or let them carry tension and compression.',
    );
  const draft = new Draft(model);
  const brace: MemberFields = { ...fields, role: 'brace', angle: 0 };
  // halves joined at the crossing keep it in its plane by their bending; their outer ends turn freely
  const { behaviour: _behaviour, ...plain } = brace;
  const half: MemberFields = { ...plain, startConnection: { ry: 0, rz: 0 } };
  const middle = (a: Vector, b: Vector): Vector => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2];
  for (const bay of bays) {
    const [a, b, c, d] = bay.corners; // lower left, lower right, upper right, upper left
    if (pattern === 'cross' && joinCross) {
      const centre = crossingPoint(bay);
      for (const corner of [a, b, c, d]) draft.member(corner, centre, half);
    } else if (pattern === 'cross' || pattern === 'rising' || pattern === 'falling') {
      if (pattern !== 'falling') draft.member(a, c, brace);
      if (pattern !== 'rising') draft.member(b, d, brace);
    } else {
      const [tip, feet]: [Vector, Vector[]] =
        pattern === 'chevron'
          ? [middle(c, d), [a, b]]
          : pattern === 'vee'
            ? [middle(a, b), [c, d]]
            : [middle(b, c), [a, d]];
      if (!carried(model, tip))
        return refuse(
          `The bay on ${bay.planeLabel} has no member where the braces would meet: ${pattern === 'vee' ? 'below it is the ground' : 'a helper line closes it there'}. Take another pattern, or draw that member.`,
        );
      for (const foot of feet) draft.member(foot, tip, brace);
    }
  }
  const { act, made, lines } = draft.finish(
    (members) => `Braced ${count(bays.length, 'bay')}: ${count(members.length, 'brace')}`,
    { through: false },
  );
  if (!act || made.length === 0) return refuse('These bays are braced like that already.');
  const lengths = lines.map(([p, q]) => distance(p, q));
  const words = `${count(made.length, 'brace')}, ${lengthRange(lengths, (value) => formatQuantity(value, 'length', model.settings.units, 2))}${fields.behaviour === 'tension' ? ', tension only' : ''}, in ${count(bays.length, 'bay')}`;
  return { ok: true, act, words, preview: lines, made: made.map((member) => member.id) };
}

/** Whether a member of the model passes or ends at a point. */
function carried(model: Model, point: Vector): boolean {
  return Object.values(model.members).some((member) => {
    const [a, b] = [model.nodes[member.start].position, model.nodes[member.end].position];
    return Math.abs(distance(a, point) + distance(point, b) - distance(a, b)) < samePoint;
  });
}

/** Where the diagonals of a bay meet; of a bay that is not quite flat, its middle. */
function crossingPoint(bay: Bay): Vector {
  const [a, b, c, d] = bay.corners;
  const u = [c[0] - a[0], c[1] - a[1], c[2] - a[2]];
  const v = [d[0] - b[0], d[1] - b[1], d[2] - b[2]];
  const w = [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
  const cross = (p: number[], q: number[]) => [
    p[1] * q[2] - p[2] * q[1],
    p[2] * q[0] - p[0] * q[2],
    p[0] * q[1] - p[1] * q[0],
  ];
  const normal = cross(u, v);
  const square = normal.reduce((sum, part) => sum + part * part, 0);
  if (square < 1e-12) return bayMiddle(bay);
  const s = cross(w, v).reduce((sum, part, i) => sum + part * normal[i], 0) / square;
  return [a[0] + s * u[0], a[1] + s * u[1], a[2] + s * u[2]];
}

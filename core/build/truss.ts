import { count, formatQuantity } from '../units';
import { add, distance, samePoint, scale, subtract, type Member, type Model, type Vector } from '../model';
import { Draft, type MemberFields } from './draft';
import { refuse, type Plan } from './plan';

export const webPatterns = {
  pratt: 'Pratt: diagonals fall towards the middle',
  howe: 'Howe: diagonals rise towards the middle',
  warren: 'Warren: diagonals to and fro',
  warrenPosts: 'Warren with posts',
  vierendeel: 'posts only (Vierendeel, frame members)',
} as const;
export type WebPattern = keyof typeof webPatterns;

export interface TrussSpec {
  /** ends of the bottom chord, m */
  readonly from: Vector;
  readonly to: Vector;
  readonly web: WebPattern;
  readonly panels: number;
  /** from the bottom to the top chord, m; parallel chords when they are equal */
  readonly depthAtEnds: number;
  readonly depthInMiddle: number;
  /** repeated by each of these (m); the truss itself stands at the first, usually 0, 0, 0 */
  readonly repeats: readonly Vector[];
  readonly chord: Pick<Member, 'section' | 'material'>;
  readonly webMember: Pick<Member, 'section' | 'material'>;
}

/**
 * A truss between two points, repeated. Chords run on through their joints, web members carry axial force only, end posts are left out
 * where a member stands there already. Without depth at the ends the chords meet there.
 */
export function trussPlan(model: Model, spec: TrussSpec): Plan {
  const { from, to, panels, depthAtEnds, depthInMiddle, web } = spec;
  const span = distance(from, to);
  if (span < samePoint) return refuse('Both ends of the truss are at the same point.');
  if (!(Number.isInteger(panels) && panels >= 2 && panels <= 200))
    return refuse(`A truss has from 2 to 200 panels; ${panels} cannot be.`);
  if (!(depthInMiddle > 0.05) || depthAtEnds < 0)
    return refuse(
      `A depth of ${formatQuantity(Math.min(depthInMiddle, depthAtEnds), 'length', model.settings.units)} cannot be. The middle needs more than 50 mm, the ends 0 or more.`,
    );
  if (Math.max(depthInMiddle, depthAtEnds) > 2 * span)
    return refuse('The truss would be twice as deep as it is long. Was another unit meant?');
  if (Math.abs(to[2] - from[2]) > 0.99 * span)
    return refuse('The ends stand above each other; a truss spans sideways.');
  if (panels % 2 === 1 && Math.abs(depthInMiddle - depthAtEnds) > samePoint)
    return refuse(`A pitched truss needs an even number of panels, so that its ridge is a joint; ${panels} is odd.`);
  if (web === 'vierendeel' && depthAtEnds < samePoint)
    return refuse('A truss with posts only needs a depth at its ends.');
  const draft = new Draft(model);
  const standing = (a: Vector, b: Vector) =>
    Object.values(model.members).some((member) => {
      const [p, q] = [model.nodes[member.start].position, model.nodes[member.end].position];
      return covers(p, q, a) && covers(p, q, b);
    });
  const axial: MemberFields = {
    ...spec.webMember,
    role: 'brace',
    angle: 0,
    ...(web === 'vierendeel' ? {} : { behaviour: 'axial' as const }),
  };
  const chord: MemberFields = { ...spec.chord, role: 'beam', angle: 0 };
  for (const shift of spec.repeats) {
    const bottom = Array.from({ length: panels + 1 }, (_, i): Vector =>
      add(add(from, shift), scale(subtract(to, from), i / panels)),
    );
    const depth = (i: number) => depthAtEnds + (depthInMiddle - depthAtEnds) * (1 - Math.abs((2 * i) / panels - 1));
    const top = bottom.map((point, i): Vector => add(point, [0, 0, depth(i)]));
    for (let i = 0; i < panels; i++) {
      draft.member(bottom[i], bottom[i + 1], chord);
      draft.member(top[i], top[i + 1], chord);
    }
    for (let i = 0; i <= panels; i++) {
      const post = web !== 'warren' || i === 0 || i === panels;
      if (post && distance(bottom[i], top[i]) > samePoint && !standing(bottom[i], top[i]))
        draft.member(bottom[i], top[i], axial);
    }
    for (let i = 0; i < panels && web !== 'vierendeel'; i++) {
      const firstHalf = i < panels / 2;
      const rises = web === 'pratt' ? !firstHalf : web === 'howe' ? firstHalf : i % 2 === 0;
      const [a, b] = rises ? [bottom[i], top[i + 1]] : [top[i], bottom[i + 1]];
      const closed = distance(bottom[i], top[i]) < samePoint || distance(bottom[i + 1], top[i + 1]) < samePoint;
      // where the chords meet, a diagonal would lie on a chord
      if (!closed) draft.member(a, b, axial);
    }
  }
  const { act, made, lines } = draft.finish(
    (members) => `Built ${count(spec.repeats.length, 'truss')} of ${panels} panels: ${count(members.length, 'member')}`,
  );
  if (!act || made.length === 0) return refuse('Every member of the truss is there already.');
  const webs = made.filter((member) => member.role === 'brace').length;
  const words = `${count(spec.repeats.length, 'truss')}, span ${formatQuantity(span, 'length', model.settings.units, 2)}: ${made.length - webs} chord and ${webs} web members`;
  return { ok: true, act, words, preview: lines, made: made.map((member) => member.id) };
}

/** Whether a point lies on a segment, ends included. */
function covers(p: Vector, q: Vector, point: Vector): boolean {
  return Math.abs(distance(p, point) + distance(point, q) - distance(p, q)) < samePoint;
}

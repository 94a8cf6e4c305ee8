import { distance, likelyRole, samePoint, type Act, type Member, type Model, type Vector } from '../model';
import { Draft, type MemberFields } from './draft';

/** What a drawn member gets beside its place; ids of the model's own sections and materials. The role is told from its slope when it is left out. */
export type MemberProperties = Pick<Member, 'section' | 'material'> &
  Partial<Omit<MemberFields, 'section' | 'material'>>;

/**
 * A member between two points (m), joined to what is there: nodes are used, members on which it ends are divided, nodes on its way divide it.
 * @param join whether members on which it ends, and nodes on its way, are joined; else it passes them freely
 * @returns the act, or a sentence saying why there can be no such member
 */
export function drawMember(
  model: Model,
  from: Vector,
  to: Vector,
  properties: MemberProperties,
  join = true,
): { ok: true; act: Act; memberId: string; made: string[] } | { ok: false; error: string } {
  if (distance(from, to) < samePoint)
    return { ok: false, error: 'Both ends are at the same point. Give the member a length.' };
  const draft = new Draft(model);
  const [start, end] = [draft.node(from), draft.node(to)];
  const twin = Object.values(model.members).find(
    (member) => [member.start, member.end].sort().join() === [start, end].sort().join(),
  );
  if (twin) return { ok: false, error: `Member ${twin.id} lies between these two nodes already.` };
  const role = properties.role ?? likelyRole(from, to);
  draft.member(start, end, { angle: 0, ...properties, role });
  const { act, made } = draft.finish(([first]) => `Drew ${role} ${first.id} from ${start} to ${end}`, {
    through: join,
    leave: join ? new Set() : new Set(Object.keys(model.members)),
  });
  if (!act || made.length === 0) return { ok: false, error: 'Members lie between these points already.' };
  return { ok: true, memberId: made[0].id, made: made.map((member) => member.id), act };
}

import { distance, likelyRole, samePoint, type Act, type Member, type Model } from '../model';
import { NodeFinder } from './frame-builder';
import { RecordCollector } from './records';

/** What a drawn member gets beside its place; ids of the model's own sections and materials. */
export type MemberProperties = Pick<Member, 'section' | 'material'>;

/**
 * A member between two points (m), joined to nodes that are there.
 * @returns the act, or a sentence saying why there can be no such member
 */
export function drawMember(model: Model, from: [number, number, number], to: [number, number, number], properties: MemberProperties): { ok: true; act: Act; memberId: string } | { ok: false; error: string } {
  if (distance(from, to) < samePoint) return { ok: false, error: 'Both ends are at the same point. Give the member a length.' };
  const collector = new RecordCollector(model);
  const nodes = new NodeFinder(model, collector);
  const start = nodes.at(from);
  const end = nodes.at(to);
  const twin = Object.values(model.members).find((member) => [member.start, member.end].sort().join() === [start, end].sort().join());
  if (twin) return { ok: false, error: `Member ${twin.id} lies between these two nodes already.` };
  const role = likelyRole(from, to);
  const member: Member = { id: collector.nextId('members'), role, start, end, angle: 0, ...properties };
  return {
    ok: true,
    memberId: member.id,
    act: { edits: [{ kind: 'add', records: { ...(nodes.made.length > 0 ? { nodes: nodes.made } : {}), members: [member] } }], sentence: `Drew ${role} ${member.id} from ${start} to ${end}` },
  };
}

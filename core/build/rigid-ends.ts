import { sectionProperties } from '../catalog';
import { count, formatQuantity } from '../units';
import { dot, memberAxis, memberEnds, subtract, type Model, type Vector } from '../model';
import { lengthRange, refuse, type Plan } from './plan';

/**
 * Rigid end zones of members from the real size of their joints: half the extent, along the member, of the deepest other member that meets
 * it at that node and does not run on in its line, times a factor.
 * @param share of the joint that counts as rigid, 0 to 1
 */
export function rigidEndsPlan(model: Model, ids: readonly string[], share: number): Plan {
  if (ids.length === 0) return refuse('No member is selected. Select the members whose ends shall be rigid.');
  const atNode = new Map<string, string[]>();
  for (const member of Object.values(model.members))
    for (const end of [member.start, member.end]) atNode.set(end, [...(atNode.get(end) ?? []), member.id]);
  const lengths: number[] = [];
  const changes = ids.map((id) => {
    const member = model.members[id];
    const axis = memberAxis(model, member);
    const ends = memberEnds(model, member);
    if (!axis || !ends) return { id, fields: {} };
    const along: Vector = axis.axes.x;
    const zone = (node: string): number => {
      const extents = (atNode.get(node) ?? [])
        .filter((other) => other !== id)
        .map((other) => halfExtent(model, other, along));
      return Math.round(Math.min(Math.max(0, ...extents) * share, 0.45 * axis.length) * 1e4) / 1e4;
    };
    const [start, end] = [zone(member.start), zone(member.end)];
    lengths.push(start, end);
    return { id, fields: { startRigid: start > 0 ? start : null, endRigid: end > 0 ? end : null } };
  });
  const words = `rigid zones of ${lengthRange(lengths, (value) => formatQuantity(value, 'sectionLength', model.settings.units, 0))} at ${count(lengths.filter((value) => value > 0).length, 'end')}`;
  return {
    ok: true,
    act: {
      edits: [{ kind: 'change', table: 'members', changes }],
      sentence: `Set rigid ends of ${count(ids.length, 'member')} from their joints`,
    },
    words,
    preview: [],
    made: [...ids],
  };
}

/** Half of what a member's section measures along a direction, m; nothing when it runs that way itself. */
function halfExtent(model: Model, id: string, along: Vector): number {
  const member = model.members[id];
  const axis = memberAxis(model, member);
  const shape = member.section === null ? undefined : model.sections[member.section].shape;
  if (!axis || !shape || Math.abs(dot(axis.axes.x, along)) > 0.8) return 0;
  const { width, depth } = sectionProperties(shape);
  return (Math.abs(dot(axis.axes.y, along)) * width + Math.abs(dot(axis.axes.z, along)) * depth) / 2;
}

/** The angle (rad) about its axis that lays a member's strong bending plane into a plane with the given normal; undefined for a member along the normal. */
export function strongAxisAngle(model: Model, id: string, normal: Vector): number | undefined {
  const member = model.members[id];
  const ends = memberEnds(model, member);
  if (!ends) return undefined;
  const plain = memberAxis(
    { ...model, sections: {} },
    { ...member, angle: 0, section: null, axisPosition: 'centroid' },
  );
  if (!plain) return undefined;
  const x = subtract(ends.end.position, ends.start.position);
  const inLine = Math.abs(dot(x, normal)) / Math.hypot(...x);
  if (inLine > 0.99) return undefined;
  // local y, the strong axis, shall point along the normal
  const angle = Math.atan2(dot(normal, plain.axes.z), dot(normal, plain.axes.y));
  const folded = angle > Math.PI / 2 + 1e-9 ? angle - Math.PI : angle <= -Math.PI / 2 + 1e-9 ? angle + Math.PI : angle;
  return Math.abs(folded) < 1e-9 ? 0 : folded;
}

import {
  add,
  dot,
  memberEnds,
  memberLength,
  scale,
  subtract,
  type Edit,
  type Load,
  type Member,
  type Model,
  type PlacedLoad,
  type TableName,
} from '../model';
import { barsOfPiece } from './bars-of-pieces';

type NextId = (table: TableName) => string;

/**
 * Divides a member at nodes that lie on it. The member keeps its number as the first piece; its loads go to the pieces where they act, end
 * conditions stay at the ends, what was typed of it goes to every piece, and groups and design lines take the pieces in: they are checked as one.
 * @param nodes ids of nodes between the member's ends, in any order
 * @returns the edits and the ids of all pieces in order
 */
export function divideEdits(
  model: Model,
  member: Member,
  nodes: readonly string[],
  nextId: NextId,
): { edits: Edit[]; pieces: string[] } {
  const { start, end } = memberEnds(model, member)!;
  const whole = memberLength(model, member);
  const line = subtract(end.position, start.position);
  const share = (id: string) => dot(subtract(model.nodes[id].position, start.position), line) / dot(line, line);
  const inner = [...new Set(nodes)].map((id) => ({ id, share: share(id) })).sort((a, b) => a.share - b.share);
  // offsets run evenly from end to end, so that the axis is cut at the same shares as the line between the nodes
  const stations = [0, ...inner.map((one) => one.share * whole), whole];
  const ends = [member.start, ...inner.map((one) => one.id), member.end];
  const ids = [member.id, ...inner.map(() => nextId('members'))];

  const { startConnection, endConnection, startOffset, endOffset, startRigid, endRigid, label, ...shared } = member;
  const offsetAt = (at: number): [number, number, number] =>
    add(scale(startOffset ?? [0, 0, 0], 1 - at), scale(endOffset ?? [0, 0, 0], at));
  const pieces = ids.map((id, i): Member => {
    const [first, last] = [i === 0, i === ids.length - 1];
    const shares = [first ? 0 : inner[i - 1].share, last ? 1 : inner[i].share];
    return {
      ...shared,
      ...(shared.reinforcement
        ? { reinforcement: barsOfPiece(shared.reinforcement, stations[i], stations[i + 1]) }
        : {}),
      id,
      start: ends[i],
      end: ends[i + 1],
      ...(label === undefined ? {} : { label: first ? label : `${label}.${i + 1}` }),
      ...(startOffset || endOffset ? { startOffset: offsetAt(shares[0]), endOffset: offsetAt(shares[1]) } : {}),
      ...(first && startConnection ? { startConnection } : {}),
      ...(last && endConnection ? { endConnection } : {}),
      ...(first && startRigid !== undefined ? { startRigid } : {}),
      ...(last && endRigid !== undefined ? { endRigid } : {}),
    };
  });
  const [first, ...others] = pieces;
  const fields: Record<string, unknown> = { end: first.end };
  if (endConnection) fields.endConnection = null;
  if (endRigid !== undefined) fields.endRigid = null;
  if (shared.reinforcement?.added ?? shared.reinforcement?.zones) fields.reinforcement = first.reinforcement;
  if (first.endOffset) Object.assign(fields, { startOffset: first.startOffset, endOffset: first.endOffset });
  const edits: Edit[] = [
    { kind: 'change', table: 'members', changes: [{ id: member.id, fields }] },
    { kind: 'add', records: { members: others } },
  ];

  const changed: { id: string; fields: Record<string, unknown> }[] = [];
  const added: Load[] = [];
  for (const load of Object.values(model.loads)) {
    if (!('member' in load) || load.member !== member.id) continue;
    const parts = partsOf(load, stations, ids);
    const [kept, ...more] = parts;
    if (!kept) continue; // past the end, which a finding tells
    const { id: _id, ...rest } = kept;
    changed.push({ id: load.id, fields: rest });
    added.push(...more.map((part) => ({ ...part, id: nextId('loads') })));
  }
  if (changed.length > 0) edits.push({ kind: 'change', table: 'loads', changes: changed });
  if (added.length > 0) edits.push({ kind: 'add', records: { loads: added } });
  for (const group of Object.values(model.groups)) {
    if (group.members.includes(member.id))
      edits.push({
        kind: 'change',
        table: 'groups',
        changes: [{ id: group.id, fields: { members: [...group.members, ...others.map((piece) => piece.id)] } }],
      });
  }
  for (const line of Object.values(model.designLines)) {
    if (line.members.includes(member.id))
      edits.push({
        kind: 'change',
        table: 'designLines',
        changes: [{ id: line.id, fields: { members: line.members.flatMap((id) => (id === member.id ? ids : [id])) } }],
      });
  }
  for (const rule of Object.values(model.loadRules)) {
    if (rule.type === 'train' && rule.path.includes(member.id))
      edits.push({
        kind: 'change',
        table: 'loadRules',
        changes: [{ id: rule.id, fields: { path: rule.path.flatMap((id) => (id === member.id ? ids : [id])) } }],
      });
  }
  return { edits, pieces: ids };
}

/** Tables whose records list members. */
const lists = ['groups', 'designLines', 'loadRules'] as const;

/** The edits of several divisions as one of each kind: members, then their loads, then groups. No member may be divided twice. */
export function gathered(edits: readonly Edit[]): Edit[] {
  const changes = (table: 'members' | 'loads' | (typeof lists)[number]) =>
    edits.flatMap((edit) => (edit.kind === 'change' && edit.table === table ? edit.changes : []));
  const added = edits.flatMap((edit) => (edit.kind === 'add' ? [edit.records] : []));
  const members = added.flatMap((records) => records.members ?? []);
  const loads = added.flatMap((records) => records.loads ?? []);
  // of what lists members only the last word counts, which holds all that was said before
  const listed = lists.flatMap((table) => {
    const last = [...new Map(changes(table).map((change) => [change.id, change])).values()];
    return last.length > 0 ? [{ kind: 'change' as const, table, changes: last }] : [];
  });
  return [
    ...(changes('members').length > 0
      ? [{ kind: 'change' as const, table: 'members' as const, changes: changes('members') }]
      : []),
    ...(members.length > 0 ? [{ kind: 'add' as const, records: { members } }] : []),
    ...(changes('loads').length > 0
      ? [{ kind: 'change' as const, table: 'loads' as const, changes: changes('loads') }]
      : []),
    ...(loads.length > 0 ? [{ kind: 'add' as const, records: { loads } }] : []),
    ...listed,
  ];
}

const tolerance = 1e-6;

/** A member's load on the pieces it was cut into, at `stations` (m); each with its place on its piece. */
function partsOf(load: Load & { member: string }, stations: readonly number[], ids: readonly string[]): Load[] {
  if (load.type === 'temperature' || load.type === 'strain') return ids.map((member) => ({ ...load, member }));
  const placed = load as PlacedLoad;
  if ('at' in placed) {
    const i = Math.max(
      0,
      Math.min(ids.length - 1, stations.findIndex((station, k) => k > 0 && placed.at <= station + tolerance) - 1),
    );
    return placed.at > stations[stations.length - 1] + tolerance
      ? []
      : [{ ...placed, member: ids[i], at: Math.max(0, placed.at - stations[i]) }];
  }
  const end = placed.to ?? stations[stations.length - 1];
  return ids.flatMap((member, i): Load[] => {
    const [a, b] = [stations[i], stations[i + 1]];
    const [from, to] = [Math.max(placed.from, a), Math.min(end, b)];
    if (to - from < tolerance) return [];
    const place = { member, from: from - a, to: b - to < tolerance ? null : to - a };
    if (placed.type === 'uniform') return [{ ...placed, ...place }];
    const value = (x: number) =>
      placed.valueFrom + ((placed.valueTo - placed.valueFrom) * (x - placed.from)) / (end - placed.from);
    return [{ ...placed, ...place, valueFrom: value(from), valueTo: value(to) }];
  });
}

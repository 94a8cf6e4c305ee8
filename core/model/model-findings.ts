import { materialKindOf } from '../catalog';
import { count, formatQuantity, positionInOtherUnit } from '../units';
import type { Edit } from './edit';
import type { Finding } from './finding';
import { memberLength, samePoint } from './geometry';
import { inOrder, type Model } from './model';
import { isPlaced, panelNodes } from './references';
import type { Acceptance, Load, PlacedLoad } from './schema';

/** Shorter than this share of a millimetre past the end, a position is a rounding error and is taken as the end. */
export const positionTolerance = 1e-3;

/** What can be said of a model before it is analysed. Members and nodes are named by id or label. */
export function modelFindings(model: Model): Finding[] {
  return [...structureFindings(model), ...loadFindings(model)];
}

/** What the structure's tables were when its findings were last made; tables never change, so the same ones have the same findings. */
let lastStructure: { readonly tables: readonly unknown[]; readonly findings: readonly Finding[]; readonly tied: ReadonlySet<string>; readonly loads: WeakMap<object, readonly Finding[]> } | undefined;

const structureTables = ({ nodes, members, sections, materials, settings, cases, slabs, walls }: Model) => [nodes, members, sections, materials, settings, cases, slabs, walls];

function structureOf(model: Model): NonNullable<typeof lastStructure> {
  const tables = structureTables(model);
  if (lastStructure && tables.every((table, i) => table === lastStructure!.tables[i])) return lastStructure;
  const findings = [...nothingToAnalyse(model), ...looseNodes(model), ...memberFindings(model), ...duplicateMembers(model), ...supportFindings(model), ...impossibleMaterials(model)];
  lastStructure = { tables, findings, tied: new Set(Object.values(model.members).flatMap((member) => [member.start, member.end])), loads: new WeakMap() };
  return lastStructure;
}

const structureFindings = (model: Model): readonly Finding[] => structureOf(model).findings;

function nothingToAnalyse(model: Model): Finding[] {
  if (Object.keys(model.members).length > 0) return [];
  return [{ key: 'empty', rule: 'empty', severity: 'stop', sentence: 'There are no members yet.', why: 'Build a frame with the frame builder or draw a member; results follow by themselves.', place: {} }];
}

/** Shapes that are rolled, welded or cast in one material only, in the other: one finding for each pair of section and material. */
function impossibleMaterials(model: Model): Finding[] {
  const pairs = new Map<string, { section: string; material: string; members: string[] }>();
  for (const { id, section, material } of Object.values(model.members)) {
    if (section === null || material === null) continue;
    const kind = materialKindOf(model.sections[section].shape);
    if (kind === undefined || kind === model.materials[material].kind) continue;
    const key = `${section} ${material}`;
    const pair = pairs.get(key) ?? { section, material, members: [] };
    pair.members.push(id);
    pairs.set(key, pair);
  }
  return [...pairs].map(([key, { section, material, members }]): Finding => {
    const kind = materialKindOf(model.sections[section].shape)!;
    const right = inOrder(model.materials).find((one) => one.kind === kind);
    return {
      key: `impossible-material ${key}`, rule: 'impossible-material', severity: 'remark', sentence: `${count(members.length, 'member')} of section ${model.sections[section].name} ${members.length === 1 ? 'is' : 'are'} made of ${model.materials[material].name}, which is ${model.materials[material].kind}.`,
      why: `Such a section is of ${kind}. Stiffness, weight and checks come out wrong.`, place: { members },
      ...(right ? { mend: { label: `Make ${members.length === 1 ? 'it' : 'them'} of ${right.name}`, act: { edits: [{ kind: 'change', table: 'members', changes: members.map((id) => ({ id, fields: { material: right.id } })) }] } } } : {}),
    };
  });
}

function looseNodes(model: Model): Finding[] {
  const panels = [...Object.values(model.slabs), ...Object.values(model.walls)];
  const areas = Object.values(model.loads).flatMap((load) => (load.type === 'area' && load.region.kind === 'nodes' ? panelNodes(load.region) : []));
  const used = new Set([...Object.values(model.members).flatMap((member) => [member.start, member.end]), ...panels.flatMap(panelNodes), ...areas]);
  return inOrder(model.nodes).filter((node) => !used.has(node.id)).map((node) => ({
    key: `loose ${node.id}`,
    rule: 'loose-node',
    severity: 'remark',
    sentence: `Node ${node.id} is tied to nothing.`,
    why: 'No member begins or ends there. It is left out of the analysis.',
    place: { nodes: [node.id] },
    mend: { label: 'Delete the node', act: { edits: [{ kind: 'remove', table: 'nodes', ids: [node.id] }] } },
  }));
}

function memberFindings(model: Model): Finding[] {
  const found: Finding[] = [];
  for (const member of inOrder(model.members)) {
    const place = { members: [member.id] };
    const remove = { label: 'Delete the member', act: { edits: [{ kind: 'remove', table: 'members', ids: [member.id] }] satisfies Edit[] } };
    if (memberLength(model, member) < samePoint) {
      found.push({ key: `zero ${member.id}`, rule: 'zero-length', severity: 'stop', sentence: `Member ${member.id} has no length.`, why: `Its ends ${member.start} and ${member.end} are less than 1 mm apart.`, place, mend: remove });
    }
    if (member.section === null) found.push({ key: `section ${member.id}`, rule: 'no-section', severity: 'stop', sentence: `Member ${member.id} has no section.`, why: 'Give it one in its details; without it there is no stiffness.', place, ...only(model, 'sections', member.id) });
    if (member.material === null) found.push({ key: `material ${member.id}`, rule: 'no-material', severity: 'stop', sentence: `Member ${member.id} has no material.`, why: 'Give it one in its details; without it there is no stiffness or weight.', place, ...only(model, 'materials', member.id) });
  }
  return found;
}

/** A mend when there is just one section or material to give. */
function only(model: Model, table: 'sections' | 'materials', member: string): Pick<Finding, 'mend'> {
  const records = Object.values(model[table]);
  if (records.length !== 1) return {};
  const field = table === 'sections' ? 'section' : 'material';
  return { mend: { label: `Give it ${records[0].name}`, act: { edits: [{ kind: 'change', table: 'members', changes: [{ id: member, fields: { [field]: records[0].id } }] }] } } };
}

function duplicateMembers(model: Model): Finding[] {
  const first = new Map<string, string>();
  const found: Finding[] = [];
  for (const member of inOrder(model.members)) {
    const pair = [member.start, member.end].sort().join(' ');
    const other = first.get(pair);
    if (other === undefined) first.set(pair, member.id);
    else {
      found.push({
        key: `duplicate ${member.id}`, rule: 'duplicate-member', severity: 'remark',
        sentence: `Members ${other} and ${member.id} lie on the same two nodes.`,
        why: 'Both carry load and both weigh; usually one is a slip.',
        place: { members: [other, member.id] },
        mend: { label: `Delete ${member.id}`, act: { edits: [{ kind: 'remove', table: 'members', ids: [member.id] }] } },
      });
    }
  }
  return found;
}

/** Each connected part of the structure must be held somewhere. */
function supportFindings(model: Model): Finding[] {
  const found: Finding[] = [];
  for (const part of connectedParts(model)) {
    const held = part.filter((id) => Object.values(model.nodes[id].support ?? {}).some(Boolean));
    if (held.length > 0) continue;
    const members = Object.values(model.members).filter((member) => part.includes(member.start)).map((member) => member.id);
    const lowest = Math.min(...part.map((id) => model.nodes[id].position[2]));
    const feet = part.filter((id) => model.nodes[id].position[2] < lowest + samePoint);
    const fixed = { ux: true, uy: true, uz: true, rx: true, ry: true, rz: true };
    found.push({
      key: `unsupported ${part[0]}`, rule: 'unsupported', severity: 'stop',
      sentence: members.length === Object.keys(model.members).length ? 'The structure has no support.' : `A part of the structure (${count(members.length, 'member')}, node ${part[0]} among them) has no support.`,
      why: 'It would float away under any load. Select nodes and hold them in their details.',
      place: { nodes: feet, members },
      mend: { label: `Fix its ${count(feet.length, 'lowest node')}`, act: { edits: [{ kind: 'change', table: 'nodes', changes: feet.map((id) => ({ id, fields: { support: fixed } })) }] } },
    });
  }
  return found;
}

/** Node ids of each part joined by members, smallest number first. */
export function connectedParts(model: Model): string[][] {
  const parent = new Map<string, string>();
  const root = (id: string): string => {
    let at = id;
    while (parent.get(at) !== at) {
      parent.set(at, parent.get(parent.get(at)!)!);
      at = parent.get(at)!;
    }
    return at;
  };
  const members = Object.values(model.members);
  for (const { start, end } of members) for (const id of [start, end]) if (!parent.has(id)) parent.set(id, id);
  for (const { start, end } of members) parent.set(root(start), root(end));
  const parts = new Map<string, string[]>();
  for (const { id } of inOrder(model.nodes)) {
    if (!parent.has(id)) continue;
    const top = root(id);
    const part = parts.get(top);
    if (part) part.push(id);
    else parts.set(top, [id]);
  }
  return [...parts.values()];
}

function loadFindings(model: Model): Finding[] {
  const { tied, loads: known } = structureOf(model);
  const found: Finding[] = [];
  for (const load of inOrder(model.loads)) {
    let own = known.get(load);
    if (!own) {
      own = findingsOfLoad(model, load, tied);
      known.set(load, own);
    }
    found.push(...own);
  }
  return found;
}

function findingsOfLoad(model: Model, load: Load, tied: ReadonlySet<string>): readonly Finding[] {
  const { label } = model.cases[load.case];
  if ('node' in load) {
    if (tied.has(load.node)) return [];
    return [{
      key: `load on loose ${load.id}`, rule: 'load-on-loose-node', severity: 'stop',
      sentence: `Load ${load.id} of case ${label} acts on node ${load.node}, which is tied to nothing.`, why: 'The load would go nowhere. Join the node to a member or delete the load.',
      place: { nodes: [load.node], loads: [load.id], case: load.case },
      mend: { label: 'Delete the load', act: { edits: [{ kind: 'remove', table: 'loads', ids: [load.id] }] } },
    }];
  }
  return isPlaced(load) ? pastTheEnd(model, load, label) : [];
}

function pastTheEnd(model: Model, load: PlacedLoad, caseLabel: string): Finding[] {
  const length = memberLength(model, model.members[load.member]);
  const show = (value: number) => formatQuantity(value, 'length', model.settings.units);
  const act = (fields: Record<string, unknown>) => ({ edits: [{ kind: 'change' as const, table: 'loads' as const, changes: [{ id: load.id, fields }] }] });
  const base = { severity: 'stop' as const, place: { members: [load.member], loads: [load.id], case: load.case } };
  const other = (position: number) => positionInOtherUnit(position, length, model.settings.units);
  const sentence = (what: string, position: number) => `Case ${caseLabel}: the load ${load.id} on member ${load.member} ${what} at ${show(position)}, past the end at ${show(length)}.${other(position)}`;
  const why = 'A load cannot act where there is no member.';
  if ('at' in load) {
    if (load.at <= length + positionTolerance) return [];
    return [{ ...base, key: `past ${load.id}`, rule: 'load-past-end', sentence: sentence('acts', load.at), why, mend: { label: `Set it to the end, ${show(length)}`, act: act({ at: length }) } }];
  }
  if (load.from >= length + positionTolerance) {
    return [{ ...base, key: `past ${load.id}`, rule: 'load-past-end', sentence: sentence('starts', load.from), why, mend: { label: 'Let it act over the whole member', act: act({ from: 0, to: null }) } }];
  }
  if (load.to !== null && load.to > length + positionTolerance) {
    return [{ ...base, key: `past ${load.id}`, rule: 'load-past-end', sentence: sentence('ends', load.to), why, mend: { label: `Set it to the end, ${show(length)}`, act: act({ to: null }) } }];
  }
  if (load.to !== null && load.to <= load.from) {
    return [{ ...base, key: `empty ${load.id}`, rule: 'load-without-length', sentence: `Case ${caseLabel}: the load ${load.id} on member ${load.member} starts at ${show(load.from)} and ends at ${show(load.to)}.`, why: 'Its end must lie beyond its start.', mend: { label: 'Let it act to the end', act: act({ to: null }) } }];
  }
  return [];
}

/** Whether and why someone lets a finding stand. Only remarks can be accepted: what stops, stops. */
export function acceptanceOf(model: Model, { key, severity }: Pick<Finding, 'key' | 'severity'>): Acceptance | undefined {
  return severity === 'stop' ? undefined : Object.values(model.acceptances).find((acceptance) => acceptance.finding === key);
}

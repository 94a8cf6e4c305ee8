import { materialKindOf } from '../catalog';
import { count, formatQuantity, positionInOtherUnit, positionMeant } from '../units';
import type { Edit } from './edit';
import type { Finding, Mend } from './finding';
import { cross, distance, dot, memberLength, nearNodes, norm, onLevel, samePoint, subtract } from './geometry';
import { inOrder, type Model } from './model';
import { isPlaced, panelNodes } from './references';
import { meshedPanels } from './meshed-panels';
import { isMeshed, type Acceptance, type Load, type Member, type Panel, type PlacedLoad } from './kinds';
import { inPlane, offPlane, planeOf } from './plane';
import { isInside, isOnEdge } from '../plane';
import { structureKindFindings } from './structure-kind';
import { fixedSupport, heightWords, pinnedSupport, supportName, usualSupport } from './supports';

/** Shorter than this share of a millimetre past the end, a position is a rounding error and is taken as the end. */
export const positionTolerance = 1e-3;

/** What can be said of a model before it is analysed. Members and nodes are named by id or label. */
export function modelFindings(model: Model): Finding[] {
  return [...structureFindings(model), ...loadFindings(model)];
}

/** What the structure's tables were when its findings were last made; tables never change, so the same ones have the same findings. */
let lastStructure:
  | {
      readonly tables: readonly unknown[];
      readonly findings: readonly Finding[];
      readonly doubles: readonly (readonly [Member, Member])[];
      readonly tied: ReadonlySet<string>;
      readonly loads: WeakMap<object, readonly Finding[]>;
    }
  | undefined;

const structureTables = ({
  nodes,
  members,
  sections,
  materials,
  settings,
  cases,
  slabs,
  walls,
  lineSupports,
  diaphragms,
}: Model) => [nodes, members, sections, materials, settings, cases, slabs, walls, lineSupports, diaphragms];

function structureOf(model: Model): NonNullable<typeof lastStructure> {
  const tables = structureTables(model);
  if (lastStructure && tables.every((table, i) => table === lastStructure!.tables[i])) return lastStructure;
  const findings = [
    ...nothingToAnalyse(model),
    ...looseNodes(model),
    ...memberFindings(model),
    ...supportFindings(model),
    ...structureKindFindings(model),
    ...impossibleMaterials(model),
  ];
  lastStructure = {
    tables,
    findings,
    doubles: doubleMembers(model),
    tied: new Set([
      ...Object.values(model.members).flatMap((member) => [member.start, member.end]),
      ...meshedPanels(model).flatMap((panel) => nodesOn(model, panel)),
    ]),
    loads: new WeakMap(),
  };
  return lastStructure;
}

/** What to do with a double depends on its loads, so that its finding is made anew. */
const structureFindings = (model: Model): readonly Finding[] => [
  ...structureOf(model).findings,
  ...structureOf(model).doubles.map((pair) => doubleFinding(model, pair)),
];

function nothingToAnalyse(model: Model): Finding[] {
  if (Object.keys(model.members).length > 0 || meshedPanels(model).length > 0) return [];
  return [
    {
      key: 'empty',
      rule: 'empty',
      severity: 'stop',
      sentence: 'There are no members yet.',
      why: 'Build a frame with the frame builder or draw a member; results follow by themselves.',
      place: {},
    },
  ];
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
      key: `impossible-material ${key}`,
      rule: 'impossible-material',
      severity: 'remark',
      sentence: `${count(members.length, 'member')} of section ${model.sections[section].name} ${members.length === 1 ? 'is' : 'are'} made of ${model.materials[material].name}, which is ${model.materials[material].kind}.`,
      why: `Such a section is of ${kind}. Stiffness, weight and checks come out wrong.`,
      place: { members },
      ...(right
        ? {
            mend: {
              label: `Make ${members.length === 1 ? 'it' : 'them'} of ${right.name}`,
              act: {
                edits: [
                  {
                    kind: 'change',
                    table: 'members',
                    changes: members.map((id) => ({ id, fields: { material: right.id } })),
                  },
                ],
              },
            },
          }
        : {}),
    };
  });
}

function looseNodes(model: Model): Finding[] {
  const panels = [...Object.values(model.slabs), ...Object.values(model.walls)];
  const areas = Object.values(model.loads).flatMap((load) =>
    load.type === 'area' && load.region.kind === 'nodes' ? panelNodes(load.region) : [],
  );
  const used = new Set([
    ...Object.values(model.members).flatMap((member) => [member.start, member.end]),
    ...panels.flatMap(panelNodes),
    ...meshedPanels(model).flatMap((panel) => nodesOn(model, panel)),
    ...areas,
  ]);
  return inOrder(model.nodes)
    .filter((node) => !used.has(node.id))
    .map((node) => ({
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
  const usual = usualProperties(model);
  for (const member of inOrder(model.members)) {
    const place = { members: [member.id] };
    const remove = {
      label: 'Delete the member',
      act: { edits: [{ kind: 'remove', table: 'members', ids: [member.id] }] satisfies Edit[] },
    };
    if (memberLength(model, member) < samePoint) {
      found.push({
        key: `zero ${member.id}`,
        rule: 'zero-length',
        severity: 'stop',
        sentence: `Member ${member.id} has no length.`,
        why: `Its ends ${member.start} and ${member.end} are less than 1 mm apart.`,
        place,
        mend: remove,
      });
    }
    if (member.section === null)
      found.push({
        key: `section ${member.id}`,
        rule: 'no-section',
        severity: 'stop',
        sentence: `Member ${member.id} has no section.`,
        why: 'Give it one in its details; without it there is no stiffness.',
        place,
        ...lacking(model, 'section', member, usual),
      });
    if (member.material === null)
      found.push({
        key: `material ${member.id}`,
        rule: 'no-material',
        severity: 'stop',
        sentence: `Member ${member.id} has no material.`,
        why: 'Give it one in its details; without it there is no stiffness or weight.',
        place,
        ...lacking(model, 'material', member, usual),
      });
  }
  return found;
}

/** Along which axis a member runs most: 0, 1 or 2. */
function mainAxis(model: Model, { start, end }: Member): number {
  const way = model.nodes[end].position.map((part, i) => Math.abs(part - model.nodes[start].position[i]));
  return way.indexOf(Math.max(...way));
}

/** Sections and materials that members of a role along an axis have, with how many have them, most used first; counted when first asked for. */
function usualProperties(
  model: Model,
): (field: 'section' | 'material', member: Member) => readonly (readonly [string, number])[] {
  let counts: Map<string, Map<string, number>> | undefined;
  const keyOf = (field: string, member: Member) => `${field} ${member.role} ${mainAxis(model, member)}`;
  return (field, wanted) => {
    if (!counts) {
      counts = new Map();
      for (const member of Object.values(model.members))
        for (const one of ['section', 'material'] as const) {
          const id = member[one];
          if (id === null) continue;
          const key = keyOf(one, member);
          const of = counts.get(key) ?? new Map<string, number>();
          counts.set(key, of.set(id, (of.get(id) ?? 0) + 1));
        }
    }
    return [...(counts.get(keyOf(field, wanted)) ?? [])].sort((x, y) => y[1] - x[1]);
  };
}

/** Choices for a member that lacks its section or material: the only one there is as the mend, else what members like it have. */
function lacking(
  model: Model,
  field: 'section' | 'material',
  member: Member,
  usual: ReturnType<typeof usualProperties>,
): Pick<Finding, 'mend' | 'others'> {
  const records = Object.values(model[`${field}s`]);
  const give = (id: string, like: string): Mend => ({
    label: `Give it ${model[`${field}s`][id].name}${like}`,
    act: { edits: [{ kind: 'change', table: 'members', changes: [{ id: member.id, fields: { [field]: id } }] }] },
  });
  if (records.length === 1) return { mend: give(records[0].id, '') };
  const others = usual(field, member)
    .slice(0, 3)
    .map(([id, times]) => give(id, `, as ${count(times, `other ${member.role}`)} that way`));
  return others.length > 0 ? { others } : {};
}

/** Members on the same two nodes as one before them, with that one. */
function doubleMembers(model: Model): [Member, Member][] {
  const first = new Map<string, Member>();
  return inOrder(model.members).flatMap((member): [Member, Member][] => {
    const pair = [member.start, member.end].sort().join(' ');
    const other = first.get(pair);
    if (other === undefined) first.set(pair, member);
    return other ? [[other, member]] : [];
  });
}

const doubleFinding = (model: Model, [kept, member]: readonly [Member, Member]): Finding => ({
  key: `duplicate ${member.id}`,
  rule: 'duplicate-member',
  severity: 'remark',
  sentence: `Members ${kept.id} and ${member.id} lie on the same two nodes.`,
  why: 'Both carry load and both weigh; usually one is a slip.',
  place: { members: [kept.id, member.id] },
  ...curesOfDouble(model, kept, member),
});

/** Deletes the second of two members on the same nodes: its loads go along when the first bears the same, and are put on the first when it does not. */
function curesOfDouble(model: Model, kept: Member, member: Member): Pick<Finding, 'mend' | 'others'> {
  const remove = (id: string): Edit => ({ kind: 'remove', table: 'members', ids: [id] });
  const loads = Object.values(model.loads).filter((load) => 'member' in load && load.member === member.id);
  if (loads.length === 0) return { mend: { label: `Delete ${member.id}`, act: { edits: [remove(member.id)] } } };
  const content = ({ id: _id, ...load }: Load) => JSON.stringify({ ...load, member: kept.id });
  const there = new Set(
    Object.values(model.loads)
      .filter((load) => 'member' in load && load.member === kept.id)
      .map(content),
  );
  const withLoads: Mend = { label: `Delete ${member.id}`, act: { edits: [remove(member.id)] } };
  const others = loads.filter((load) => !there.has(content(load)));
  if (others.length === 0)
    return { mend: { ...withLoads, label: `Delete ${member.id}; ${kept.id} bears the same loads` } };
  // places and local directions count from the start of a member and its axes: only a member that runs alike can take them over as they are
  const alike = kept.start === member.start && kept.angle === member.angle;
  if (
    !alike &&
    others.some((load) => load.type !== 'uniform' || load.axes === 'local' || load.from !== 0 || load.to !== null)
  )
    return { others: [withLoads, { label: `Delete ${kept.id}`, act: { edits: [remove(kept.id)] } }] };
  const moved: Edit = {
    kind: 'change',
    table: 'loads',
    changes: others.map((load) => ({ id: load.id, fields: { member: kept.id } })),
  };
  return {
    mend: {
      label: `Delete ${member.id}, its ${count(others.length, 'load')} to ${kept.id}`,
      act: {
        edits: [moved, remove(member.id)],
        sentence: `Deleted ${member.id} and put its ${count(others.length, 'load')} on ${kept.id}`,
      },
    },
    others: [withLoads],
  };
}

/** Each connected part of the structure must be held somewhere. */
function supportFindings(model: Model): Finding[] {
  const found: Finding[] = [];
  const onLines = new Set(
    Object.values(model.lineSupports).flatMap(({ start, end, support, springs = {} }) =>
      Object.values(support).some(Boolean) || Object.values(springs).some(Boolean) ? [start, end] : [],
    ),
  );
  for (const slab of Object.values(model.slabs))
    if (slab.soil && isMeshed(slab) && slab.behaviour !== 'membrane') for (const id of slab.corners) onLines.add(id);
  for (const part of connectedParts(model)) {
    const held = part.filter(
      (id) =>
        Object.values(model.nodes[id].support ?? {}).some(Boolean) ||
        Object.values(model.nodes[id].springs ?? {}).some((stiffness) => stiffness > 0) ||
        (onLines.size > 0 && onLines.has(id)),
    );
    if (held.length > 0) continue;
    const members = Object.values(model.members)
      .filter((member) => part.includes(member.start))
      .map((member) => member.id);
    const lowest = Math.min(...part.map((id) => model.nodes[id].position[2]));
    const feet = part.filter((id) => model.nodes[id].position[2] < lowest + samePoint);
    found.push({
      key: `unsupported ${part[0]}`,
      rule: 'unsupported',
      severity: 'stop',
      sentence:
        members.length === Object.keys(model.members).length
          ? 'The structure has no support.'
          : `A part of the structure (${count(members.length, 'member')}, node ${part[0]} among them) has no support.`,
      why: 'It would float away under any load. Join it to the rest, or select nodes and hold them in their details.',
      place: { nodes: feet, members },
      ...curesOfLoosePart(model, part, feet),
    });
  }
  return found;
}

/**
 * What holds a part without support: being joined to what it touches, or supports where others stand. Holding it in mid-air is offered last, and
 * says where.
 */
function curesOfLoosePart(
  model: Model,
  part: readonly string[],
  feet: readonly string[],
): Pick<Finding, 'mend' | 'others'> {
  const own = new Set(part);
  const hold = (label: string, support = fixedSupport): Mend => ({
    label,
    act: { edits: [{ kind: 'change', table: 'nodes', changes: feet.map((id) => ({ id, fields: { support } })) }] },
  });
  const height = model.nodes[feet[0]].position[2];
  const usual = usualSupport(model, height);
  const lowestNodes = count(feet.length, 'lowest node');
  if (!usual) return { mend: hold(`Fix its ${lowestNodes}`), others: [hold(`Pin its ${lowestNodes}`, pinnedSupport)] };
  const inAir = hold(
    `Hold its ${lowestNodes} at ${heightWords(model, height)} (${supportName(usual.support)})`,
    usual.support,
  );
  const near = Object.values(model.nodes).filter(
    (node) => !own.has(node.id) && part.some((id) => distance(node.position, model.nodes[id].position) <= nearNodes),
  );
  if (near.length > 0) {
    const nodes = [
      ...part.filter((id) => near.some((node) => distance(node.position, model.nodes[id].position) <= nearNodes)),
      ...near.map((node) => node.id),
    ];
    return {
      mend: {
        label: `Merge its nodes with ${near
          .slice(0, 3)
          .map((node) => node.id)
          .join(', ')}${near.length > 3 ? ' …' : ''}`,
        plan: { kind: 'merge', nodes, tolerance: nearNodes },
      },
      others: [inAir],
    };
  }
  const hosts = Object.values(model.members).filter(
    (member) => !own.has(member.start) && part.some((id) => liesOn(model, member, id)),
  );
  if (hosts.length > 0) {
    const ends = Object.values(model.members)
      .filter((member) => own.has(member.start))
      .map((member) => member.id);
    return {
      mend: {
        label: `Join it to ${hosts
          .slice(0, 3)
          .map((member) => member.id)
          .join(', ')}${hosts.length > 3 ? ' …' : ''}`,
        plan: { kind: 'connect', members: [...ends, ...hosts.map((member) => member.id)] },
      },
      others: [inAir],
    };
  }
  const beside = Object.values(model.nodes).some(
    (node) => node.support && Math.abs(node.position[2] - height) < onLevel,
  );
  return beside
    ? { mend: hold(`Hold its ${lowestNodes} as the others there: ${supportName(usual.support)}`, usual.support) }
    : { others: [inAir] };
}

/** Whether a node stands between the ends of a member, within the reach of a slip. */
function liesOn(model: Model, member: Member, id: string): boolean {
  const [a, b, at] = [member.start, member.end, id].map((node) => model.nodes[node].position);
  const line = subtract(b, a);
  const length = norm(line);
  const along = length < samePoint ? -1 : dot(subtract(at, a), line) / length;
  return along > samePoint && along < length - samePoint && norm(cross(subtract(at, a), line)) / length < samePoint;
}

/** What lies this near to a meshed panel's plane is met by its mesh, m. */
const onPanel = 5e-3;

/** Nodes that lie on a meshed panel, its corners among them. */
function nodesOn(model: Model, panel: Panel): string[] {
  const plane = planeOf(panel.corners.map((id) => model.nodes[id].position));
  if (!plane) return panelNodes(panel);
  const flat = (ring: readonly string[]) => ring.map((id) => inPlane(plane, model.nodes[id].position));
  const [outline, openings] = [flat(panel.corners), (panel.openings ?? []).map(flat)];
  const lies = ({ position }: Model['nodes'][string]) => {
    if (Math.abs(offPlane(plane, position)) > onPanel) return false;
    const at = inPlane(plane, position);
    return (
      (isInside(outline, at) || isOnEdge(outline, at, onPanel)) &&
      !openings.some((opening) => isInside(opening, at) && !isOnEdge(opening, at, onPanel))
    );
  };
  return [...panelNodes(panel), ...Object.values(model.nodes).flatMap((node) => (lies(node) ? [node.id] : []))];
}

/**
 * Nodes that each meshed panel joins: its own, and those of members, supports and other panels that lie in its plane near its outline. What only passes by may be
 * taken as joined: the analysis itself tells what is loose.
 */
function joinedByPanels(model: Model): string[][] {
  const panels = meshedPanels(model);
  if (panels.length === 0) return [];
  const others = new Set([
    ...Object.values(model.members).flatMap(({ start, end }) => [start, end]),
    ...Object.values(model.lineSupports).flatMap(({ start, end }) => [start, end]),
    ...Object.values(model.nodes).flatMap(({ id, support, springs }) => (support || springs ? [id] : [])),
    ...panels.flatMap(panelNodes),
  ]);
  return panels.map((panel) => {
    const points = panel.corners.map((id) => model.nodes[id].position);
    const plane = planeOf(points);
    const [low, high] = [Math.min, Math.max].map((pick) => [0, 1, 2].map((k) => pick(...points.map((at) => at[k]))));
    const near = [...others].filter((id) => {
      const { position } = model.nodes[id];
      return (
        plane !== undefined &&
        Math.abs(offPlane(plane, position)) < nearNodes &&
        position.every((value, k) => value > low[k] - nearNodes && value < high[k] + nearNodes)
      );
    });
    return [...new Set([...panelNodes(panel), ...near])];
  });
}

/** Node ids of each part joined by members and meshed panels, smallest number first. */
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
  for (const nodes of joinedByPanels(model)) {
    for (const id of nodes) if (!parent.has(id)) parent.set(id, id);
    for (const id of nodes) parent.set(root(id), root(nodes[0]));
  }
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
    return [
      {
        key: `load on loose ${load.id}`,
        rule: 'load-on-loose-node',
        severity: 'stop',
        sentence: `Load ${load.id} of case ${label} acts on node ${load.node}, which is tied to nothing.`,
        why: 'The load would go nowhere. Join the node to a member or delete the load.',
        place: { nodes: [load.node], loads: [load.id], case: load.case },
        mend: { label: 'Delete the load', act: { edits: [{ kind: 'remove', table: 'loads', ids: [load.id] }] } },
      },
    ];
  }
  return isPlaced(load) ? pastTheEnd(model, load, label) : [];
}

function pastTheEnd(model: Model, load: PlacedLoad, caseLabel: string): Finding[] {
  const length = memberLength(model, model.members[load.member]);
  const show = (value: number) => formatQuantity(value, 'length', model.settings.units);
  const act = (fields: Record<string, unknown>) => ({
    edits: [{ kind: 'change' as const, table: 'loads' as const, changes: [{ id: load.id, fields }] }],
  });
  const base = { severity: 'stop' as const, place: { members: [load.member], loads: [load.id], case: load.case } };
  const other = (position: number) => positionInOtherUnit(position, length, model.settings.units);
  const sentence = (what: string, position: number) =>
    `Case ${caseLabel}: the load ${load.id} on member ${load.member} ${what} at ${show(position)}, past the end at ${show(length)}.${other(position)}`;
  const why = 'A load cannot act where there is no member.';
  if ('at' in load) {
    if (load.at <= length + positionTolerance) return [];
    const meant = positionMeant(load.at, length, model.settings.units);
    const [middle, end] = [
      { label: `Put it in the middle, ${show(length / 2)}`, act: act({ at: length / 2 }) },
      { label: `Set it to the end, on node ${model.members[load.member].end}`, act: act({ at: length }) },
    ];
    const remove = {
      label: 'Delete the load',
      act: { edits: [{ kind: 'remove' as const, table: 'loads' as const, ids: [load.id] }] },
    };
    return [
      {
        ...base,
        key: `past ${load.id}`,
        rule: 'load-past-end',
        sentence: sentence('acts', load.at),
        why,
        ...(meant
          ? {
              mend: {
                label: `Put it at ${show(meant.position)}, typed in ${meant.unit}`,
                act: act({ at: meant.position }),
              },
            }
          : {}),
        others: [middle, end, remove],
      },
    ];
  }
  // what lies past the end in another unit, when that makes a stretch of the member
  const past = [load.from, load.to ?? 0].filter((position) => position > length + positionTolerance);
  const unit = past.length > 0 ? positionMeant(Math.max(...past), length, model.settings.units)?.unit : undefined;
  const place = (position: number) =>
    position > length + positionTolerance
      ? (positionMeant(position, length, model.settings.units)?.position ?? Infinity)
      : position;
  const [from, to] = [place(load.from), load.to === null ? null : place(load.to)];
  const inUnit: Mend | undefined =
    unit && Number.isFinite(from) && (to === null || (Number.isFinite(to) && to > from))
      ? {
          label: `Let it act from ${show(from)} to ${to === null ? 'the end' : show(to)}, typed in ${unit}`,
          act: act({ from, to }),
        }
      : undefined;
  const cures = (mend: Mend): Pick<Finding, 'mend' | 'others'> =>
    inUnit ? { mend: inUnit, others: [mend] } : { mend };
  if (load.from >= length + positionTolerance) {
    return [
      {
        ...base,
        key: `past ${load.id}`,
        rule: 'load-past-end',
        sentence: sentence('starts', load.from),
        why,
        ...cures({ label: 'Let it act over the whole member', act: act({ from: 0, to: null }) }),
      },
    ];
  }
  if (load.to !== null && load.to > length + positionTolerance) {
    return [
      {
        ...base,
        key: `past ${load.id}`,
        rule: 'load-past-end',
        sentence: sentence('ends', load.to),
        why,
        ...cures({ label: `Let it end at the end, ${show(length)}`, act: act({ to: null }) }),
      },
    ];
  }
  if (load.to !== null && load.to <= load.from) {
    return [
      {
        ...base,
        key: `empty ${load.id}`,
        rule: 'load-without-length',
        sentence: `Case ${caseLabel}: the load ${load.id} on member ${load.member} starts at ${show(load.from)} and ends at ${show(load.to)}.`,
        why: 'Its end must lie beyond its start.',
        mend: { label: 'Let it act to the end', act: act({ to: null }) },
      },
    ];
  }
  return [];
}

/** Whether and why someone lets a finding stand. Only remarks can be accepted: what stops, stops. */
export function acceptanceOf(
  model: Model,
  { key, severity }: Pick<Finding, 'key' | 'severity'>,
): Acceptance | undefined {
  return severity === 'stop'
    ? undefined
    : Object.values(model.acceptances).find((acceptance) => acceptance.finding === key);
}

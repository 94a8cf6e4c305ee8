import { endConditionName, slopesOf, storeyMembers, workingPlanes } from '~core/build';
import {
  inOrder,
  memberEnds,
  offPlane,
  storeysUpward,
  type Finding,
  type Member,
  type Model,
  type Panel,
} from '~core/model';
import { formatQuantity } from '~core/units';

/** Something that can be selected by one click, in words. */
export interface SelectionChoice {
  readonly label: string;
  readonly members: readonly string[];
  readonly nodes: readonly string[];
  readonly slabs?: readonly string[];
  readonly walls?: readonly string[];
  readonly lineSupports?: readonly string[];
}

/** What a choice selects, by table. */
export const selectedBy = ({ members, nodes, slabs = [], walls = [], lineSupports = [] }: SelectionChoice) => ({
  members,
  nodes,
  slabs,
  walls,
  lineSupports,
});

/** How many records a choice selects. */
export const sizeOfChoice = (choice: SelectionChoice): number =>
  Object.values(selectedBy(choice)).reduce((sum, ids) => sum + ids.length, 0);

export interface ChoiceGroup {
  readonly title: string;
  readonly choices: readonly SelectionChoice[];
}

const tolerance = 0.02;

/** Everything a model's members, nodes, slabs and walls can be chosen by: kind, section, material, storey, plane, group, end condition, finding, what they lack. Empty choices are left out. */
export function selectionChoices(model: Model, findings: readonly Finding[]): ChoiceGroup[] {
  const members = inOrder(model.members);
  const nodes = inOrder(model.nodes);
  const by = (title: string, read: (member: Member) => string | undefined): ChoiceGroup => {
    const lists = new Map<string, string[]>();
    for (const member of members) {
      const kind = read(member);
      if (kind === undefined) continue;
      const list = lists.get(kind);
      if (list) list.push(member.id);
      else lists.set(kind, [member.id]);
    }
    return { title, choices: [...lists].map(([label, ids]) => ({ label, members: ids, nodes: [] })) };
  };
  const plane = (where: (position: readonly [number, number, number]) => boolean) => ({
    members: members
      .filter((member) => {
        const ends = memberEnds(model, member);
        return ends !== undefined && where(ends.start.position) && where(ends.end.position);
      })
      .map((member) => member.id),
    nodes: [] as string[],
  });
  const used = new Set(members.flatMap((member) => [member.start, member.end]));
  const lacking: SelectionChoice[] = [
    {
      label: 'without a section',
      members: members.filter((member) => member.section === null).map((member) => member.id),
      nodes: [],
    },
    {
      label: 'without a material',
      members: members.filter((member) => member.material === null).map((member) => member.id),
      nodes: [],
    },
    { label: 'without a load', members: withoutLoads(model), nodes: [] },
    {
      label: 'in no group',
      members:
        Object.keys(model.groups).length === 0
          ? []
          : members
              .filter((member) => !Object.values(model.groups).some((group) => group.members.includes(member.id)))
              .map((member) => member.id),
      nodes: [],
    },
    {
      label: 'nodes tied to nothing',
      members: [],
      nodes: nodes.filter((node) => !used.has(node.id)).map((node) => node.id),
    },
  ];
  const rules = new Map<string, Finding[]>();
  for (const finding of findings) rules.set(finding.rule, [...(rules.get(finding.rule) ?? []), finding]);
  const groups: ChoiceGroup[] = [
    by('Kind', (member) => `${member.role}s`),
    by('Section', (member) => (member.section === null ? undefined : model.sections[member.section].name)),
    by('Material', (member) => (member.material === null ? undefined : model.materials[member.material].name)),
    {
      title: 'Storey',
      choices: storeysUpward(model).flatMap((storey): SelectionChoice[] => [
        { label: `${storey.label} with its columns`, members: storeyMembers(model, storey.id), nodes: [] },
      ]),
    },
    {
      title: 'Plane',
      choices: workingPlanes(model).map(({ label, plane: of }) => ({
        label,
        ...plane((position) => Math.abs(offPlane(of, position)) < tolerance),
      })),
    },
    { title: 'Slope', choices: slopesOf(model).map(({ label, members: ids }) => ({ label, members: ids, nodes: [] })) },
    {
      title: 'Group',
      choices: inOrder(model.groups).map((group) => ({
        label: group.label,
        members: group.members,
        nodes: group.nodes ?? [],
        slabs: group.slabs ?? [],
        walls: group.walls ?? [],
      })),
    },
    by('Ends', (member) => {
      if ((member.behaviour ?? 'frame') !== 'frame') return `${member.behaviour} only`;
      const names = [
        ...new Set([endConditionName(member.startConnection), endConditionName(member.endConnection)]),
      ].sort();
      return names.join(' and ');
    }),
    {
      title: 'Supports',
      choices: [
        {
          label: 'all supports',
          members: [],
          nodes: nodes.filter((node) => node.support ?? node.springs).map((node) => node.id),
        },
      ],
    },
    { title: 'Slabs and walls', choices: panelChoices(model) },
    { title: 'Lacking', choices: lacking },
    {
      title: 'Finding',
      choices: [...rules].map(([rule, list]) => ({
        label: `${rule.replace(/-/g, ' ')} (${list.length})`,
        members: [...new Set(list.flatMap((finding) => finding.place.members ?? []))].filter(
          (id) => id in model.members,
        ),
        nodes: [
          ...new Set(list.flatMap((finding) => (finding.place.members ? [] : (finding.place.nodes ?? [])))),
        ].filter((id) => id in model.nodes),
        slabs: [...new Set(list.flatMap(({ place }) => place.panel ?? []))].filter((id) => id in model.slabs),
        walls: [...new Set(list.flatMap(({ place }) => place.panel ?? []))].filter((id) => id in model.walls),
      })),
    },
  ];
  return groups
    .map(({ title, choices }) => ({
      title,
      choices: choices.filter((choice) => sizeOfChoice(choice) > 0),
    }))
    .filter((group) => group.choices.length > 0);
}

/** What slabs, walls and line supports can be chosen by: kind, how they are analysed, thickness, material, level, what they lack. */
function panelChoices(model: Model): SelectionChoice[] {
  const { units } = model.settings;
  const [slabs, walls] = [inOrder(model.slabs), inOrder(model.walls)];
  const chosen = (label: string, fits: (panel: Panel) => boolean): SelectionChoice => ({
    label,
    members: [],
    nodes: [],
    slabs: slabs.filter(fits).map(({ id }) => id),
    walls: walls.filter(fits).map(({ id }) => id),
  });
  const each = <V>(read: (panel: Panel) => V, words: (value: V) => string) =>
    [...new Set([...slabs, ...walls].map(read))].map((value) => chosen(words(value), (panel) => read(panel) === value));
  return [
    { ...chosen('all slabs', () => true), walls: [] },
    { ...chosen('all walls', () => true), slabs: [] },
    {
      label: 'all line supports',
      members: [],
      nodes: [],
      lineSupports: inOrder(model.lineSupports).map(({ id }) => id),
    },
    ...each(
      ({ behaviour = 'load' }) => behaviour,
      (behaviour) => (behaviour === 'load' ? 'carry loads only' : `analysed as ${behaviour}`),
    ),
    ...each(
      ({ thickness }) => thickness,
      (thickness) => `${formatQuantity(thickness, 'sectionLength', units)} thick`,
    ),
    ...each(
      ({ material }) => material,
      (material) => (material === null ? 'slabs and walls without a material' : `of ${model.materials[material].name}`),
    ),
    ...storeysUpward(model).map(({ label, elevation }) => ({
      ...chosen(`slabs of ${label}`, ({ corners }) =>
        corners.every((id) => Math.abs(model.nodes[id].position[2] - elevation) < tolerance),
      ),
      walls: [],
    })),
  ];
}

function withoutLoads(model: Model): string[] {
  const loads = Object.values(model.loads);
  if (loads.length === 0) return [];
  const loaded = new Set(loads.flatMap((load) => ('member' in load ? [load.member] : [])));
  return Object.keys(model.members).filter((id) => !loaded.has(id));
}

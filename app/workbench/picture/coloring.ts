import { endConditionName } from '~core/build';
import type { Member, Model } from '~core/model';
import type { Coloring } from '../../state/view-slice';

/** Colours to tell kinds apart, far from those that mean something (choice, over, moment, loads); light and dark take turns. */
const palette = [
  '#3E6AA8',
  '#C08A2E',
  '#3F7F5F',
  '#8E6BB0',
  '#7A5C3E',
  '#2F8F9D',
  '#B9687F',
  '#66707B',
  '#9AA33C',
  '#4A4E8C',
];
const none = '#AEB9C3';

/** What a member is coloured by, in words; undefined when it has none. */
function kindOf(
  model: Model,
  member: Member,
  coloring: Coloring,
  groups: ReadonlyMap<string, string>,
): string | undefined {
  switch (coloring) {
    case 'section':
      return member.section === null ? undefined : model.sections[member.section].name;
    case 'material':
      return member.material === null ? undefined : model.materials[member.material].name;
    case 'role':
      return member.role;
    case 'group':
      return groups.get(member.id);
    case 'ends': {
      const behaviour = member.behaviour ?? 'frame';
      if (behaviour !== 'frame') return `${behaviour} only`;
      const names = [...new Set([endConditionName(member.startConnection), endConditionName(member.endConnection)])];
      return names.sort().join(' and ');
    }
    case 'none':
      return undefined;
  }
}

export interface ColorClass {
  readonly name: string;
  readonly color: string;
  readonly members: readonly Member[];
}

/** Members by kind with a colour each, the most frequent first; those without a kind last, in grey. */
export function colorClasses(model: Model, members: readonly Member[], coloring: Coloring): ColorClass[] {
  const groups = new Map(
    Object.values(model.groups).flatMap((group) => group.members.map((id) => [id, group.label] as const)),
  );
  const byKind = new Map<string, Member[]>();
  const without: Member[] = [];
  for (const member of members) {
    const kind = kindOf(model, member, coloring, groups);
    if (kind === undefined) without.push(member);
    else {
      const same = byKind.get(kind);
      if (same) same.push(member);
      else byKind.set(kind, [member]);
    }
  }
  const names = [...byKind].sort((a, b) => b[1].length - a[1].length || a[0].localeCompare(b[0]));
  const classes = names.map(([name, own], i): ColorClass => ({
    name,
    color: palette[i % palette.length],
    members: own,
  }));
  return without.length > 0
    ? [...classes, { name: coloring === 'group' ? 'in no group' : 'none', color: none, members: without }]
    : classes;
}

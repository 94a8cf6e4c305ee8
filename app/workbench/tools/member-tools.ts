import { endConditions, gridPlane, RecordCollector, rigidEndsPlan, strongAxisAngle } from '~core/build';
import type { Edit, Member, Vector } from '~core/model';
import { count } from '~core/units';
import { refused, withMaterials, type Tool } from './tool';

const copied: readonly { value: keyof Member; label: string }[] = [
  { value: 'section', label: 'section' },
  { value: 'material', label: 'material' },
  { value: 'role', label: 'role' },
  { value: 'angle', label: 'axis angle' },
  { value: 'behaviour', label: 'behaviour' },
  { value: 'startConnection', label: 'start condition' },
  { value: 'endConnection', label: 'end condition' },
  { value: 'axisPosition', label: 'axis position' },
  { value: 'stiffness', label: 'stiffness factors' },
  { value: 'steelDesign', label: 'unbraced lengths' },
  { value: 'reinforcement', label: 'reinforcement of beams' },
  { value: 'cage', label: 'bars and ties of columns' },
];

export const memberTools: readonly Tool[] = [
  {
    id: 'copy-properties',
    title: 'Copy the properties of one member to others',
    group: 'members',
    needs: 'members',
    action: 'Copy',
    about: 'Gives the selected members what another member has.',
    fields: ({ selection }) => [
      {
        key: 'from',
        label: 'From member',
        kind: 'text',
        initial: selection.members[0] ?? '',
        hint: 'its number, such as m12',
      },
      {
        key: 'what',
        label: 'Properties',
        kind: 'several',
        initial: ['section', 'material'],
        options: copied.map(({ value, label }) => ({ value, label })),
      },
    ],
    plan: ({ model, selection }, values) => {
      const source = model.members[values.text('from').trim().toLowerCase()];
      const targets = selection.members.filter((id) => id !== source?.id);
      const what = values.several('what') as (keyof Member)[];
      if (!source) return refused(`“${values.text('from')}” is not a member. Type its number, such as m12.`);
      if (targets.length === 0 || what.length === 0)
        return refused(
          what.length === 0 ? 'Choose what to copy.' : 'Select the members that shall get the properties.',
        );
      const fields = Object.fromEntries(what.map((field) => [field, source[field] ?? null]));
      return {
        ok: true,
        act: {
          edits: [{ kind: 'change', table: 'members', changes: targets.map((id) => ({ id, fields })) }],
          sentence: `Copied properties of ${source.id} to ${count(targets.length, 'member')}`,
        },
        words: `${copied
          .filter(({ value }) => what.includes(value))
          .map(({ label }) => label)
          .join(', ')} of ${count(targets.length, 'member')}`,
        preview: [],
        made: targets,
      };
    },
  },
  {
    id: 'beam-ends',
    title: 'Give all beam ends one connection',
    group: 'members',
    action: 'Set the ends',
    about: 'Every beam end of one material, or of the selection, like this connection.',
    fields: ({ selection }) => [
      {
        key: 'ends',
        label: 'Connection',
        kind: 'choice',
        initial: 'pinned',
        options: endConditions.map(({ name, why }) => ({ value: name, label: `${name}: ${why}` })),
      },
      {
        key: 'which',
        label: 'Beams',
        kind: 'choice',
        initial: selection.members.length > 0 ? 'selected' : 'steel',
        options: [
          { value: 'selected', label: 'of the selection' },
          { value: 'steel', label: 'all of steel' },
          { value: 'all', label: 'all' },
        ],
      },
    ],
    plan: ({ model, selection }, values) => {
      const condition = endConditions.find(({ name }) => name === values.text('ends'))!;
      const which = values.text('which');
      const beams = Object.values(model.members).filter(
        (member) =>
          member.role === 'beam' &&
          (which === 'all' ||
            (which === 'selected'
              ? selection.members.includes(member.id)
              : member.material !== null && model.materials[member.material].kind === 'steel')),
      );
      if (beams.length === 0) return refused('There are no such beams.');
      const fields = { startConnection: condition.connection ?? null, endConnection: condition.connection ?? null };
      return {
        ok: true,
        act: {
          edits: [{ kind: 'change', table: 'members', changes: beams.map(({ id }) => ({ id, fields })) }],
          sentence: `Made the ends of ${count(beams.length, 'beam')} ${condition.name}`,
        },
        words: `${count(2 * beams.length, 'end')} of ${count(beams.length, 'beam')} ${condition.name}`,
        preview: [],
        made: beams.map(({ id }) => id),
      };
    },
  },
  {
    id: 'rigid-ends',
    title: 'Set rigid ends from the joints',
    group: 'members',
    needs: 'members',
    action: 'Set rigid ends',
    about: 'Rigid end zones as long as half of what stands at the joint, times a share.',
    fields: () => [
      {
        key: 'share',
        label: 'Share',
        kind: 'factor',
        initial: 1,
        hint: '0 takes rigid ends away, 1 is the whole joint',
      },
    ],
    plan: ({ model, selection }, values) =>
      values.number('share') >= 0 && values.number('share') <= 1
        ? rigidEndsPlan(model, selection.members, values.number('share'))
        : refused('The share lies between 0 and 1.'),
  },
  {
    id: 'strong-axis',
    title: 'Strong axis in this frame’s plane',
    group: 'members',
    needs: 'members',
    action: 'Turn',
    about: 'Turns members so that they bend about their strong axis in the plane of a frame.',
    fields: ({ model }) => [
      {
        key: 'plane',
        label: 'Frame',
        kind: 'choice',
        initial: 'x',
        options: [
          { value: 'x', label: 'along x' },
          { value: 'y', label: 'along y' },
          ...Object.values(model.gridLines).map((line) => ({ value: line.id, label: `on grid line ${line.label}` })),
        ],
      },
    ],
    plan: ({ model, selection }, values) => {
      const plane = values.text('plane');
      const normal: Vector =
        plane === 'x' ? [0, 1, 0] : plane === 'y' ? [1, 0, 0] : gridPlane(model.gridLines[plane]).normal;
      const changes = selection.members.flatMap((id) => {
        const angle = strongAxisAngle(model, id, normal);
        return angle === undefined || Math.abs(angle - model.members[id].angle) < 1e-9
          ? []
          : [{ id, fields: { angle } }];
      });
      if (changes.length === 0)
        return refused(
          'The selected members bend about their strong axis in that plane already, or stand square to it.',
        );
      return {
        ok: true,
        act: {
          edits: [{ kind: 'change', table: 'members', changes }],
          sentence: `Turned ${count(changes.length, 'member')} to bend about the strong axis`,
        },
        words: `${count(changes.length, 'member')} turned`,
        preview: [],
        made: [...selection.members],
      };
    },
  },
  {
    id: 'replace-section',
    title: 'Replace a section everywhere',
    group: 'members',
    action: 'Replace',
    about: 'Gives every member that has one section another one. The ledger of sections says where each is used.',
    fields: ({ model, selection }) => [
      {
        key: 'from',
        label: 'Instead of',
        kind: 'choice',
        initial:
          (selection.members[0] ? model.members[selection.members[0]].section : null) ??
          Object.keys(model.sections)[0] ??
          '',
        options: Object.values(model.sections).map((section) => ({ value: section.id, label: section.name })),
      },
      { key: 'to', label: 'Take', kind: 'section', initial: '' },
      { key: 'forget', label: 'Forget the old section', kind: 'flag', initial: true },
    ],
    plan: ({ model }, values) => {
      const from = model.sections[values.text('from')];
      if (!from) return refused('There is no section to replace yet.');
      if (values.text('to').trim() === '') return refused('Choose or type the section to take instead.');
      return withMaterials(model, { sections: [values.text('to')], material: '' }, (ready, [to]) => {
        const users = Object.values(ready.members).filter((member) => member.section === from.id);
        if (to === from.id) return refused('That is the same section.');
        if (users.length === 0) return refused(`No member has ${from.name}.`);
        const edits: Edit[] = [
          { kind: 'change', table: 'members', changes: users.map(({ id }) => ({ id, fields: { section: to } })) },
        ];
        if (values.flag('forget')) edits.push({ kind: 'remove', table: 'sections', ids: [from.id] });
        return {
          ok: true,
          act: { edits, sentence: `Replaced ${from.name} by ${ready.sections[to].name}` },
          words: `${from.name} becomes ${ready.sections[to].name} in ${count(users.length, 'member')}`,
          preview: [],
          made: users.map(({ id }) => id),
        };
      });
    },
  },
  {
    id: 'group',
    title: 'Group what is selected',
    group: 'members',
    needs: 'anything',
    action: 'Group',
    about: 'Gives members, nodes, slabs and walls a common name, to select, colour and list them by.',
    fields: ({ model }) => [
      { key: 'label', label: 'Name', kind: 'text', initial: `Group ${Object.keys(model.groups).length + 1}` },
    ],
    plan: ({ model, selection }, values) => {
      const label = values.text('label').trim();
      if (label === '') return refused('Give the group a name.');
      const { members, nodes, slabs = [], walls = [] } = selection;
      if (members.length + nodes.length + slabs.length + walls.length === 0)
        return refused('Select the members, nodes, slabs or walls that shall be in the group.');
      const present = Object.values(model.groups).find((group) => group.label === label);
      const joined = (own: readonly string[] | undefined, more: readonly string[]) => [
        ...new Set([...(own ?? []), ...more]),
      ];
      const fields = {
        members: joined(present?.members, members),
        ...Object.fromEntries(
          (
            [
              ['nodes', nodes],
              ['slabs', slabs],
              ['walls', walls],
            ] as const
          ).flatMap(([table, ids]) => (ids.length > 0 ? [[table, joined(present?.[table], ids)]] : [])),
        ),
      };
      const edit: Edit = present
        ? { kind: 'change', table: 'groups', changes: [{ id: present.id, fields }] }
        : { kind: 'add', records: { groups: [{ id: new RecordCollector(model).nextId('groups'), label, ...fields }] } };
      const words = [
        [members.length, 'member'],
        [nodes.length, 'node'],
        [slabs.length, 'slab'],
        [walls.length, 'wall'],
      ].flatMap(([number, noun]) => (number === 0 ? [] : [count(number as number, noun as string)]));
      return {
        ok: true,
        act: { edits: [edit], sentence: `${present ? 'Added to' : 'Made'} group ${label}` },
        words: `${words.join(', ')} ${present ? `added to “${label}”` : `in “${label}”`}`,
        preview: [],
        made: [...members],
      };
    },
  },
];

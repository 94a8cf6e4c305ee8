import type { Group } from '~core/model';
import type { RowLayout } from '../../cells/cells';
import { bad, good, words, nameCell } from '../../cells/columns';

/** Groups in rows. */
export function groupLayout(): RowLayout<Group> {
  return {
    table: 'groups',
    noun: 'group',
    columns: [
      words('Group', 140, (group) => group.label, nameCell('label')),
      words(
        'Members',
        420,
        (group) => group.members.join(' '),
        (text, { model }) => {
          const ids = text
            .split(/[\s,;]+/)
            .filter((id) => id !== '')
            .map((id) => id.toLowerCase());
          const unknown = ids.find((id) => !(id in model.members));
          return unknown ? bad(`There is no member “${unknown}”.`) : good({ members: [...new Set(ids)] });
        },
      ),
      {
        title: 'Count',
        width: 60,
        numeric: true,
        text: (group) => String(group.members.length),
        order: (group) => group.members.length,
      },
    ],
    create: (fields, { collector }) =>
      typeof fields.label === 'string'
        ? {
            ok: true,
            record: {
              id: collector.nextId('groups'),
              label: fields.label,
              members: (fields.members as string[] | undefined) ?? [],
            },
          }
        : { ok: false, error: 'A group needs a name.' },
  };
}

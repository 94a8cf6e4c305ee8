import type { Group } from '~core/model';
import type { RowLayout } from '../../cells/cells';
import { bad, good, words, nameCell } from '../../cells/columns';

/** How many members, slabs and walls a group has. */
const countOf = ({ members, slabs = [], walls = [] }: Group): number => members.length + slabs.length + walls.length;

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
      words(
        'Slabs and walls',
        160,
        ({ slabs = [], walls = [] }) => [...slabs, ...walls].join(' '),
        (text, { model }) => {
          const ids = [
            ...new Set(
              text
                .toLowerCase()
                .split(/[\s,;]+/)
                .filter((id) => id !== ''),
            ),
          ];
          const unknown = ids.find((id) => !(id in model.slabs) && !(id in model.walls));
          if (unknown !== undefined) return bad(`There is no slab or wall “${unknown}”.`);
          const of = (table: 'slabs' | 'walls') => ids.filter((id) => id in model[table]);
          return good({
            slabs: of('slabs').length > 0 ? of('slabs') : null,
            walls: of('walls').length > 0 ? of('walls') : null,
          });
        },
      ),
      {
        title: 'Count',
        width: 60,
        numeric: true,
        text: (group) => String(countOf(group)),
        order: countOf,
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
              ...(fields.slabs ? { slabs: fields.slabs as string[] } : {}),
              ...(fields.walls ? { walls: fields.walls as string[] } : {}),
            },
          }
        : { ok: false, error: 'A group needs a name.' },
  };
}

import type { Model, Storey } from '~core/model';
import type { CellColumn, RowLayout } from '../../cells/cells';
import { bad, quantity, words, nameCell } from '../../cells/columns';

/** A new storey's level is typed; an existing one is raised with what stands on it, which needs to be seen beforehand. */
function levelColumn(model: Model): CellColumn<Storey> {
  const column = quantity(
    model,
    'Level',
    'length',
    (storey: Storey) => storey.elevation,
    (elevation) => ({ elevation }),
  );
  return {
    ...column,
    read: (text, batch, row) =>
      row
        ? bad('A storey is raised with what stands on it: use “Change a storey’s height”, which shows what moves.')
        : column.read!(text, batch, row),
  };
}

/** Storeys in rows. */
export function storeyLayout(model: Model): RowLayout<Storey> {
  return {
    table: 'storeys',
    noun: 'storey',
    columns: [
      words('Storey', 160, (storey) => storey.label, nameCell('label')),
      levelColumn(model),
      words('', 200, () => ''),
    ],
    create: (fields, { collector }) =>
      typeof fields.label === 'string' && typeof fields.elevation === 'number'
        ? { ok: true, record: { id: collector.nextId('storeys'), label: fields.label, elevation: fields.elevation } }
        : { ok: false, error: 'A storey needs a name and a level.' },
  };
}

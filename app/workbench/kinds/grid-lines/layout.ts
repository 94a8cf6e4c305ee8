import type { GridLine, Model } from '~core/model';
import type { RowLayout } from '../../cells/cells';
import { quantity, words, oneOf, nameCell } from '../../cells/columns';

/** Grid lines in rows. */
export function gridLineLayout(model: Model): RowLayout<GridLine> {
  return {
    table: 'gridLines',
    noun: 'grid line',
    columns: [
      words('Grid line', 120, (line) => line.label, nameCell('label')),
      words('Constant', 80, (line) => line.axis, oneOf(['x', 'y'], 'axis'), ['x', 'y']),
      quantity(
        model,
        'At',
        'length',
        (line: GridLine) => line.position,
        (position) => ({ position }),
      ),
      quantity(
        model,
        'Begins',
        'length',
        (line: GridLine) => line.from,
        (from) => ({ from }),
        { optional: true },
      ),
      quantity(
        model,
        'Ends',
        'length',
        (line: GridLine) => line.to,
        (to) => ({ to }),
        { optional: true },
      ),
    ],
    create: (fields, { collector }) =>
      typeof fields.label === 'string' && typeof fields.position === 'number'
        ? {
            ok: true,
            record: {
              id: collector.nextId('gridLines'),
              label: fields.label,
              axis: fields.axis === 'y' ? 'y' : 'x',
              position: fields.position,
              ...(typeof fields.from === 'number' ? { from: fields.from } : {}),
              ...(typeof fields.to === 'number' ? { to: fields.to } : {}),
            },
          }
        : { ok: false, error: 'A grid line needs a name and a place.' },
  };
}

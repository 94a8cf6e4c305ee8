import { distance, type Cut, type Model } from '~core/model';
import type { CellColumn, RowLayout } from '../../cells/cells';
import { bad, good, labelCell, quantity, words } from '../../cells/columns';

const ends = ['from', 'to'] as const;
const directions = ['x', 'y', 'z'] as const;
const field = (end: string, k: number) => `${end} ${k}`;

/** Cuts in rows. */
export function cutLayout(model: Model): RowLayout<Cut> {
  return {
    table: 'cuts',
    noun: 'cut',
    columns: [
      words('Cut', 60, (cut) => cut.id),
      words('Name', 110, (cut) => cut.label ?? '', labelCell),
      ...ends.flatMap((end) =>
        directions.map((direction, k): CellColumn<Cut> =>
          quantity(
            model,
            `${end === 'from' ? 'From' : 'To'} ${direction}`,
            'length',
            (cut: Cut) => cut[end][k],
            (value) => ({ [field(end, k)]: value }),
            { width: 76, decimals: 3 },
          ),
        ),
      ),
      quantity(model, 'Length', 'length', (cut: Cut) => distance(cut.from, cut.to), undefined, {
        width: 76,
        decimals: 3,
      }),
      words(
        'With members',
        90,
        (cut) => (cut.members ? 'yes' : ''),
        (text) => {
          if (!/^(yes|x|1|true|no|0|false|)$/i.test(text)) return bad('Type yes or no.');
          return good({ members: /^(yes|x|1|true)$/i.test(text) ? true : null });
        },
        ['yes', 'no'],
      ),
    ],
    fold: (fields, row) => {
      const rest: Record<string, unknown> = Object.fromEntries(
        Object.entries(fields).filter(([key]) => !/^(from|to) \d$/.test(key)),
      );
      for (const end of ends) {
        if (!directions.some((_, k) => field(end, k) in fields)) continue;
        rest[end] = directions.map((_, k) => fields[field(end, k)] ?? row?.[end][k] ?? 0);
      }
      return rest;
    },
    create: (fields, { collector }) => {
      if (!Array.isArray(fields.from) || !Array.isArray(fields.to))
        return { ok: false, error: 'A new cut needs both of its ends, From and To.' };
      if (distance(fields.from as unknown as Cut['from'], fields.to as unknown as Cut['to']) < 1e-3)
        return { ok: false, error: 'Both ends are at the same place.' };
      const given = Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== null));
      return { ok: true, record: { ...given, id: collector.nextId('cuts') } as unknown as Cut };
    },
  };
}

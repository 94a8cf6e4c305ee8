import { distance, type LineSupport, type Model } from '~core/model';
import type { CellColumn, RowLayout } from '../../cells/cells';
import { bad, good, labelCell, quantity, words } from '../../cells/columns';
import { directions, supportCell, supportNames, supportText } from '../nodes/support-words';
import { nodeCell } from '../reference-cells';

const springField = (way: string) => `spring ${way}`;
const none = { ux: false, uy: false, uz: false, rx: false, ry: false, rz: false };

/** Line supports in rows. */
export function lineSupportLayout(model: Model): RowLayout<LineSupport> {
  return {
    table: 'lineSupports',
    noun: 'line support',
    columns: [
      words('Line', 60, (line) => line.id),
      words('Name', 110, (line) => line.label ?? '', labelCell),
      words('From', 56, (line) => line.start, nodeCell('start')),
      words('To', 56, (line) => line.end, nodeCell('end')),
      quantity(
        model,
        'Length',
        'length',
        (line: LineSupport) => distance(model.nodes[line.start].position, model.nodes[line.end].position),
        undefined,
        { width: 76, decimals: 3 },
      ),
      words(
        'Held',
        120,
        (line) => supportText(line.support),
        (text) => {
          const read = supportCell(text);
          return read.ok && read.fields.support === null ? good({ support: none }) : read;
        },
        supportNames.map(([name]) => name),
      ),
      ...directions.map((way): CellColumn<LineSupport> =>
        words(
          way,
          50,
          (line) => (line.support[way] ? 'held' : ''),
          (text, _batch, row) => {
            const held = /^(held|yes|x|1|true)$/i.test(text);
            if (!held && !/^(free|no|0|false|)$/i.test(text)) return bad('Type held or free.');
            return good({ support: { ...none, ...row?.support, [way]: held } });
          },
          ['held', 'free'],
        ),
      ),
      ...directions.map((way): CellColumn<LineSupport> =>
        quantity(
          model,
          `k ${way}`,
          way.startsWith('u') ? 'lineSpring' : 'lineSpringMoment',
          (line: LineSupport) => line.springs?.[way],
          (value) => ({ [springField(way)]: value }),
          { width: 90, optional: true },
        ),
      ),
      words(
        'Only pushes',
        76,
        (line) => (line.pushes ? 'yes' : ''),
        (text) => {
          if (!/^(yes|x|1|true|no|0|false|)$/i.test(text)) return bad('Type yes or no.');
          return good({ pushes: /^(yes|x|1|true)$/i.test(text) ? true : null });
        },
        ['yes', 'no'],
      ),
    ],
    fold: (fields, row) => {
      const rest = Object.fromEntries(Object.entries(fields).filter(([key]) => !key.startsWith('spring ')));
      if (!directions.some((way) => springField(way) in fields)) return rest;
      const springs = Object.fromEntries(
        directions.flatMap((way): [string, unknown][] => {
          const value = springField(way) in fields ? fields[springField(way)] : row?.springs?.[way];
          return typeof value === 'number' && value !== 0 ? [[way, value]] : [];
        }),
      );
      return { ...rest, springs: Object.keys(springs).length > 0 ? springs : null };
    },
    create: (fields, { collector }) => {
      if (typeof fields.start !== 'string' || typeof fields.end !== 'string')
        return { ok: false, error: 'A new line support needs its nodes in From and To.' };
      if (fields.start === fields.end) return { ok: false, error: 'Both ends are the same node.' };
      const given = Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== null));
      return {
        ok: true,
        record: {
          support: { ...none, uz: !('springs' in given) },
          ...given,
          id: collector.nextId('lineSupports'),
        } as LineSupport,
      };
    },
  };
}

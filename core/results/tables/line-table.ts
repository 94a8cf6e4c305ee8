import type { Solution } from '../../fem';
import { inOrder, type Model } from '../../model';
import { lineReactions } from '../line-reactions';
import { shownParts, shownWords, type Shown } from '../shown';
import type { ResultTable, TableColumn, TableRow } from './table';

/** What line supports give back, for every state that is shown: resultants, and the least and largest vertical force per length. */
export function lineSupportTable(model: Model, solution: Solution, shown: Shown): ResultTable {
  const parts = shownParts(model, solution, shown);
  const found = parts.map((part) => ({ part, lines: lineReactions(model, solution, part.state) }));
  const number = (title: string, kind: 'force' | 'moment' | 'lineLoad' | 'length'): TableColumn => ({ title, kind });
  const rows = inOrder(model.lineSupports).flatMap(({ id, label }) =>
    found.map(({ part, lines }): TableRow => {
      const { length, force, moment, stations } = lines.get(id)!;
      const upward = stations.map(({ perLength }) => perLength[2]);
      return {
        key: `${id} ${part.id}`,
        size: Math.abs(force[2]),
        cells: [
          label ?? id,
          part.label,
          length,
          ...force,
          ...moment,
          upward.length > 0 ? Math.min(...upward) : 0,
          upward.length > 0 ? Math.max(...upward) : 0,
        ],
      };
    }),
  );
  return {
    id: 'lineSupports',
    title: 'Line supports',
    note: `${shownWords(model, shown).name}; sums over the line, moments about its middle; where lines meet they share what the corner takes by their lengths`,
    columns: [
      { title: 'Line', kind: 'words' },
      { title: 'By', kind: 'words' },
      number('length', 'length'),
      number('Rx', 'force'),
      number('Ry', 'force'),
      number('Rz', 'force'),
      number('Mx', 'moment'),
      number('My', 'moment'),
      number('Mz', 'moment'),
      number('least rz', 'lineLoad'),
      number('largest rz', 'lineLoad'),
    ],
    rows,
  };
}

import type { Solution } from '../../fem';
import type { Model } from '../../model';
import { balance } from '../../results';
import { formatValue, unitLabel } from '../../units';
import { type Block, table, number, paragraph } from '../blocks';
import type { ResultChapter } from './chapter';

function equilibriumBlocks(model: Model, solution: Solution): Block[] {
  const { units } = model.settings;
  const rows = balance(solution).flatMap((row) => {
    const { label } = model.cases[row.caseId] ?? model.combinations[row.caseId];
    const sums = (six: readonly number[]) =>
      six.map((value, i) => formatValue(value, i < 3 ? 'force' : 'moment', units));
    return [
      [label, 'loads', ...sums(row.applied), ''],
      ['', 'reactions', ...sums(row.reacted), row.error.toExponential(1)],
    ];
  });
  const [force, moment] = [unitLabel('force', units), unitLabel('moment', units)];
  return [
    paragraph(
      `Loads and reactions of each case; forces in ${force}, moments about the origin in ${moment}. The last column is the largest share of the load that is out of balance. Largest relative residual of the equations: ${Math.max(0, ...solution.cases.map((one) => one.residual)).toExponential(1)}.`,
    ),
    table(
      [
        'Case',
        '',
        number('ΣX'),
        number('ΣY'),
        number('ΣZ'),
        number('ΣMx'),
        number('ΣMy'),
        number('ΣMz'),
        number('error'),
      ],
      rows,
    ),
  ];
}

export const equilibriumChapter: ResultChapter = {
  name: 'Equilibrium',
  title: 'Equilibrium',
  needsResults: true,
  blocks: ({ model, solution }) => equilibriumBlocks(model, solution),
};

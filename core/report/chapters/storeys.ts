import type { Solution } from '../../fem';
import type { Model } from '../../model';
import { filterTable, storeyTable } from '../../results';
import type { Block } from '../blocks';
import type { ReportChoice } from '../choice';
import { resultsShown, rowsWanted, tableBlock } from '../result-tables';
import type { ResultChapter } from './chapter';

/** Storey drift, shear, weight and stability of what was chosen. */
function storeyBlocks(model: Model, solution: Solution, choice: ReportChoice): Block[] {
  const shown = resultsShown(model, choice);
  if (!shown) return [{ kind: 'paragraph', text: 'There is no load case, so there are no results.' }];
  return [
    {
      kind: 'paragraph',
      text: 'PΔ/Vh with the mean drift is the stability coefficient of ASCE 7-22 12.8.7 and, of first-order results, Q of ACI 318-19 6.6.4.4.1.',
    },
    tableBlock(filterTable(storeyTable(model, solution, shown), rowsWanted(choice)), model),
  ];
}

export const storeysChapter: ResultChapter = {
  name: 'Storeys',
  title: 'Storeys',
  needsResults: true,
  blocks: ({ model, solution, choice }) => storeyBlocks(model, solution, choice),
};

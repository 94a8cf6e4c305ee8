import type { Solution } from '../../fem';
import type { Model } from '../../model';
import { plausibility } from '../../results';
import type { Block } from '../blocks';
import type { ResultChapter } from './chapter';

const verdicts = { usual: 'as usual', look: 'look here', 'not asked': 'not asked' } as const;

/** The plausibility sheet, with lines to sign. Modes are found in the workbench only. */
function plausibilityBlocks(model: Model, solution: Solution): Block[] {
  const { items } = plausibility(model, solution);
  return [
    {
      kind: 'table',
      columns: [{ title: 'Question' }, { title: 'Answer' }, { title: 'Usual' }, { title: '' }],
      rows: items.map((item) => [item.question, item.answer, item.measure, verdicts[item.verdict]]),
      note: 'The measures are customs, not clauses.',
    },
    {
      kind: 'paragraph',
      text: 'Checked by ______________________   Date ______________   Signature ______________________',
    },
  ];
}

export const plausibilityChapter: ResultChapter = {
  name: 'Plausibility sheet',
  title: 'Plausibility',
  needsResults: true,
  blocks: ({ model, solution }) => plausibilityBlocks(model, solution),
};

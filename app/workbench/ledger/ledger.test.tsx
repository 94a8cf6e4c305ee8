import type { Stage } from '../../state/view-slice';
import { ledgerTabs } from '../kinds/ledger-tabs';
import { contentMaker } from './ledger';

test('every sheet of the ledger that is offered in a stage has a content', () => {
  for (const [stage, tabs] of Object.entries(ledgerTabs))
    expect(tabs.filter(({ id }) => contentMaker(stage as Stage, id) === undefined)).toEqual([]);
});

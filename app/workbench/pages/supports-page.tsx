import { useMemo } from 'react';
import { shownWords, supportLineTable } from '~core/results';
import { inOrder } from '~core/model';
import { useWorkbench } from '../../state/store';
import { ResultTableView } from '../pieces/result-table-view';
import { Provenance, WidePage } from '../pieces/wide-page';

/** Every row of supports: reactions by case, and in what is shown. */
export function SupportsPage() {
  const model = useWorkbench((state) => state.model);
  const solved = useWorkbench((state) => state.solved);
  const shown = useWorkbench((state) => state.shown);
  const tables = useMemo(() => {
    if (!solved || solved.model !== model) return undefined;
    return {
      cases: supportLineTable(model, solved.solution, {
        kind: 'set',
        cases: inOrder(model.cases).map((one) => one.id),
        combinations: [],
      }),
      shown: supportLineTable(model, solved.solution, shown),
    };
  }, [model, solved, shown]);
  return (
    <WidePage
      label="Page of the rows of supports"
      title="Rows of supports"
      caption="sums of reactions along each grid line; a support at a crossing counts on both of its lines"
    >
      {!tables ? (
        <p className="secondary">There are no results yet.</p>
      ) : (
        <>
          {shown.kind !== 'case' && (
            <div className="block">
              <h3>{shownWords(model, shown).name}</h3>
              <ResultTableView table={tables.shown} empty="Nothing is supported." />
            </div>
          )}
          <div className="block">
            <h3>By case</h3>
            <ResultTableView table={tables.cases} empty="Nothing is supported." />
          </div>
        </>
      )}
      <Provenance />
    </WidePage>
  );
}

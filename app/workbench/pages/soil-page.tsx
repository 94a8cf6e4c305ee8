import { useMemo } from 'react';
import { Button } from 'antd';
import { inOrder } from '~core/model';
import { columnsOf, shownWords, soilColumns, soilTable } from '~core/results';
import { formatQuantity } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { openTool } from '../tools/open-tool';
import { ResultTableView } from '../pieces/result-table-view';
import { Provenance, WidePage } from '../pieces/wide-page';

/** The balance of the building on its soil: what presses down, what water lifts, what soil pushes with, and what was dug out. */
export function SoilPage() {
  const workbench = useWorkbenchApi();
  const model = useWorkbench((state) => state.model);
  const solved = useWorkbench((state) => state.solved);
  const shown = useWorkbench((state) => state.shown);
  const look = useWorkbench((state) => state.look);
  const { units } = model.settings;
  const slabs = inOrder(model.slabs).filter(({ soil }) => soil !== undefined);
  const tables = useMemo(() => {
    if (!solved || solved.model !== model) return undefined;
    const of = (combinations: string[], cases: string[]) =>
      soilTable(model, solved.solution, { kind: 'set', cases, combinations });
    return {
      shown: soilTable(model, solved.solution, shown),
      combinations: of(
        inOrder(model.combinations).map(({ id }) => id),
        [],
      ),
      cases: of(
        [],
        inOrder(model.cases).map(({ id }) => id),
      ),
    };
  }, [model, solved, shown]);
  return (
    <WidePage
      label="Page of the soil"
      title="Soil"
      caption="what presses down, what water lifts, what soil gives back"
      actions={
        <Button disabled={slabs.length === 0} onClick={() => look({ stage: 'results', quantity: 'p' })}>
          Draw its pressure
        </Button>
      }
    >
      {slabs.length === 0 ? (
        <p className="secondary">
          No slab lies on soil.{' '}
          <Button size="small" onClick={() => openTool(workbench, 'soil')}>
            Lay slabs on soil
          </Button>
        </p>
      ) : !tables ? (
        <p className="secondary">There are no results yet.</p>
      ) : (
        <>
          <table className="plain-table block" aria-label="What the slabs lie on">
            <thead>
              <tr>
                <th>Slab</th>
                <th className="number">modulus of subgrade</th>
                <th className="number">against sliding</th>
                <th className="number">dug out</th>
                <th>lifts off</th>
              </tr>
            </thead>
            <tbody>
              {slabs.map(({ id, label, soil }) => (
                <tr key={id}>
                  <td className="strong">{label ?? id}</td>
                  <td className="number">{formatQuantity(soil!.across, 'subgrade', units)}</td>
                  <td className="number">{soil!.along ? formatQuantity(soil!.along, 'subgrade', units) : 'nothing'}</td>
                  <td className="number">{soil!.dugOut ? formatQuantity(soil!.dugOut, 'pressure', units) : '–'}</td>
                  <td>{soil!.pushes ? 'yes, in combinations' : 'no: soil pulls'}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {[
            ...(shown.kind === 'case' || shown.kind === 'combination'
              ? []
              : [{ title: shownWords(model, shown).name, table: tables.shown }]),
            { title: 'By combination', table: tables.combinations },
            { title: 'By case', table: tables.cases },
          ].map(({ title, table }) => (
            <div className="block" key={title}>
              <h3>{title}</h3>
              <ResultTableView table={columnsOf(table, soilColumns.pressures)} empty="There is none." />
              <ResultTableView table={columnsOf(table, soilColumns.balance)} empty="There is none." />
            </div>
          ))}
          <p className="caption">
            Net: the mean pressure less the weight dug out. Loads and water are those of the whole structure; water is
            what cases of the nature “fluid” push up, others what other supports do. Down / up: what presses down over
            what water lifts.
          </p>
        </>
      )}
      <Provenance />
    </WidePage>
  );
}

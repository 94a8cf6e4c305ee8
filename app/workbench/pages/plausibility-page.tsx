import { useEffect, useState } from 'react';
import { Button } from 'antd';
import { inOrder } from '~core/model';
import type { Plausibility } from '~core/results';
import { formatQuantity, formatValue, unitLabel } from '~core/units';
import { useWorkbench } from '../../state/store';
import { ModelPicture } from './model-picture';
import { Provenance, WidePage } from '../pieces/wide-page';

const verdictWords = { usual: 'as usual', look: 'look here', 'not asked': 'not asked' } as const;

/** What an engineer asks a model before believing it, answered for every model without being told anything; with lines to sign. */
export function PlausibilityPage() {
  const model = useWorkbench((state) => state.model);
  const solved = useWorkbench((state) => state.solved);
  const ask = useWorkbench((state) => state.plausibility);
  const select = useWorkbench((state) => state.select);
  const look = useWorkbench((state) => state.look);
  const [sheet, setSheet] = useState<{ of: unknown; found: Plausibility | undefined }>();
  useEffect(() => {
    if (!solved) return;
    let wanted = true;
    void ask().then((found) => wanted && setSheet({ of: solved, found }));
    return () => {
      wanted = false;
    };
  }, [ask, solved]);
  const found = sheet?.of === solved ? sheet?.found : undefined;
  const { units } = model.settings;
  const own = inOrder(model.cases).find((one) => one.selfWeight);
  const looks = found?.items.filter((item) => item.verdict === 'look').length ?? 0;
  return (
    <WidePage
      label="Plausibility sheet"
      title="Is it plausible?"
      caption={
        found
          ? looks === 0
            ? 'nothing unusual'
            : `${looks} of ${found.items.length} answers deserve a look`
          : 'asking the model …'
      }
    >
      <div className="print-only print-title">{model.settings.name}</div>
      {!solved && <p className="secondary">There are no results to ask. A finding may stop the analysis.</p>}
      {found && (
        <>
          <ul className="questions">
            {found.items.map((item) => (
              <li key={item.id} className="block">
                <div className="row" style={{ justifyContent: 'space-between' }}>
                  <b>{item.question}</b>
                  <span className={item.verdict === 'look' ? 'verdict look' : 'verdict'}>
                    {verdictWords[item.verdict]}
                  </span>
                </div>
                <div>{item.answer}</div>
                <div className="caption">
                  Usual: {item.measure}.
                  {((item.members?.length ?? 0) > 0 || (item.nodes?.length ?? 0) > 0) && (
                    <Button
                      size="small"
                      type="link"
                      onClick={() =>
                        select({
                          members: (item.members ?? []).filter((id) => id in model.members),
                          nodes: item.members?.length ? [] : (item.nodes ?? []).filter((id) => id in model.nodes),
                        })
                      }
                    >
                      Select
                    </Button>
                  )}
                </div>
              </li>
            ))}
          </ul>
          <div className="block">
            <h3>
              Loads against reactions <span className="caption">{unitLabel('force', units)}</span>
            </h3>
            <table className="plain-table">
              <thead>
                <tr>
                  <th>Case</th>
                  <th className="number">ΣX</th>
                  <th className="number">ΣY</th>
                  <th className="number">ΣZ</th>
                  <th className="number">reactions X</th>
                  <th className="number">Y</th>
                  <th className="number">Z</th>
                </tr>
              </thead>
              <tbody>
                {found.cases.map((row) => (
                  <tr key={row.id}>
                    <td>
                      <b>{model.cases[row.id].label}</b> <span className="caption">{model.cases[row.id].name}</span>
                    </td>
                    {[...row.applied.slice(0, 3), ...row.reacted.slice(0, 3)].map((value, i) => (
                      <td key={i} className="number">
                        {formatValue(value, 'force', units)}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          {found.floors.length > 0 && (
            <div className="block">
              <h3>Dead load of the storeys</h3>
              <table className="plain-table">
                <thead>
                  <tr>
                    <th>Storey</th>
                    <th className="number">weight, {unitLabel('force', units)}</th>
                    <th className="number">plan, {unitLabel('planArea', units)}</th>
                    <th className="number">{unitLabel('pressure', units)}</th>
                  </tr>
                </thead>
                <tbody>
                  {found.floors.map((floor) => (
                    <tr key={floor.storey}>
                      <td>{model.storeys[floor.storey].label}</td>
                      <td className="number">{formatValue(floor.weight, 'force', units)}</td>
                      <td className="number">{formatValue(floor.area, 'planArea', units, 1)}</td>
                      <td className="number strong">{formatValue(floor.perArea, 'pressure', units)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
              <p className="field-hint">The plan is the convex outline of the storey’s nodes.</p>
            </div>
          )}
          {own && solved && (
            <div className="block">
              <h3>
                Self-weight only{' '}
                <span className="caption">case {own.label}, exaggerated; the frame at rest in grey</span>
              </h3>
              <ModelPicture shown={{ kind: 'case', id: own.id }} quantity="deflected" width={600} height={330} />
              <Button
                size="small"
                onClick={() =>
                  look({ shown: { kind: 'case', id: own.id }, quantity: 'deflected', stage: 'results', shape: null })
                }
              >
                Show it in the drawing
              </Button>
            </div>
          )}
          <div className="signature">
            <div>Checked by</div>
            <div>Date</div>
            <div>Signature</div>
          </div>
          <p className="caption">
            Largest storey weight{' '}
            {formatQuantity(Math.max(0, ...found.floors.map((floor) => floor.weight)), 'force', units)}. The measures
            are customs, not clauses: an unusual answer needs a reason, not a repair.
          </p>
        </>
      )}
      <Provenance />
    </WidePage>
  );
}

import { Button } from 'antd';
import { useState } from 'react';
import { designCodeWords } from '~core/checks';
import type { Pier } from '~core/model';
import { formatNumber } from '~core/units';
import { useWorkbench } from '../../state/store';
import { UtilisationBar } from '../../theme/utilisation-bar';
import { useSheet, useSheetIndex } from '../pieces/use-sheets';
import { useInteraction } from '../pieces/use-interaction';
import { Step } from './sheet-panel';
import { Charts } from './column-block';

/** What a pier is checked for: its bars, every check with its sheet, its strength with all demands. */
export function PierBlock({ pier }: { pier: Pier }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const row = useWorkbench((state) => state.pierChecks.get(pier.key));
  const index = useSheetIndex(pier.key);
  const interaction = useInteraction(pier.key);
  const [wanted, setWanted] = useState<string>();
  if (!row || !index) return <p className="secondary">It is checked as soon as its wall is analysed.</p>;
  const made = index.items.filter((item) => item.made);
  // what is needed stands above
  const skipped = index.items.filter((item) => !item.made && !item.needed);
  const current = made.find(({ id }) => id === wanted);
  const { wall } = index;
  const accept = wall?.accept;
  return (
    <div className="block">
      <h3>
        Checks <span className="caption">{designCodeWords(index.code)}, all combinations for strength</span>
      </h3>
      {row.utilisation !== null && (
        <>
          <UtilisationBar value={row.utilisation} width={120} verdict={row.verdict} />
          <p className="secondary" style={{ margin: '4px 0' }}>
            {row.title}, {row.clause}; {row.combination} governs.
          </p>
        </>
      )}
      {wall && (
        <p style={{ margin: '4px 0' }}>
          Upright {wall.words.upright}; level {wall.words.level}
          {wall.words.ends === '' ? '' : `; ${wall.words.ends} at each end`}
          {row.wall ? `; ${formatNumber(100 * row.wall.ratio, 2)} % of the section upright` : ''},{' '}
          {wall.areProposed ? 'proposed' : 'chosen'}.{' '}
          {accept && (
            <Button
              size="small"
              onClick={() =>
                commit({
                  edits: [
                    { kind: 'change', table: 'walls', changes: [{ id: pier.wall.id, fields: { bars: accept } }] },
                  ],
                  sentence: `Accepted the proposed bars of wall ${pier.wall.label ?? pier.wall.id}`,
                })
              }
            >
              Accept for its wall
            </Button>
          )}
        </p>
      )}
      {row.open !== '' && (
        <div style={{ marginTop: 4 }}>
          <b>{row.verdict === 'open' ? 'The verdict is open' : 'Not made either'}:</b>
          {row.open.split('\n').map((reason) => (
            <p key={reason} className="secondary">
              {reason}
            </p>
          ))}
        </div>
      )}
      {made.length > 0 && (
        <table className="plain-table" aria-label="Checks of the pier">
          <thead>
            <tr>
              <th>Check</th>
              <th>Clause</th>
              <th>By</th>
              <th className="number">Utilisation</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {made.map((item) => (
              <tr key={item.id}>
                <td>{item.title}</td>
                <td>{item.clause}</td>
                <td>
                  {item.combination}, {item.x === 0 ? 'foot' : 'head'}
                </td>
                <td className={`number ${item.utilisation > 1 ? 'over' : ''}`}>{formatNumber(item.utilisation, 2)}</td>
                <td>
                  <button
                    type="button"
                    className="link"
                    aria-expanded={item.id === current?.id}
                    aria-label={`Sheet of ${item.title}`}
                    onClick={() => setWanted(item.id === current?.id ? undefined : item.id)}
                  >
                    sheet
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {current && <PierSheet pier={pier.key} check={current.id} title={current.title} />}
      {skipped.length > 0 && (
        <details style={{ margin: '6px 0' }}>
          <summary style={{ cursor: 'pointer' }}>Not made, and why: {skipped.length}</summary>
          {skipped.map((item) => (
            <p key={item.id} className="caption" style={{ marginTop: 4 }}>
              <b style={{ color: 'var(--ink-2)' }}>
                {item.clause} {item.title}:
              </b>{' '}
              {item.reason}
            </p>
          ))}
        </details>
      )}
      {interaction && (
        <>
          <p className="caption" style={{ margin: '8px 0 0' }}>
            Local y runs along the wall and local z across it: bending about local z is in its plane.
          </p>
          <Charts interaction={interaction} id={pier.name} />
        </>
      )}
      {!model.walls[pier.wall.id].bars && (
        <p className="caption">Bars are chosen on the card of the wall, for all its piers.</p>
      )}
    </div>
  );
}

/** One check step by step. */
function PierSheet({ pier, check, title }: { pier: string; check: string; title: string }) {
  const sheet = useSheet(pier, check);
  if (!sheet) return null;
  return (
    <div className="sheet" tabIndex={0} role="region" aria-label={`Sheet: ${title}`} style={{ marginTop: 6 }}>
      {sheet.remarks.map((remark) => (
        <p key={remark} className="caption" style={{ padding: '6px 0 0 70px' }}>
          {remark}
        </p>
      ))}
      {sheet.steps.map((step, i) => (
        <Step key={i} step={step} />
      ))}
      {sheet.comparison && (
        <div className="sheet-compare">
          <Step step={{ ...sheet.comparison, value: formatNumber(sheet.comparison.utilisation, 2) }} />
        </div>
      )}
    </div>
  );
}

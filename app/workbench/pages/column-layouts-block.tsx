import { Button } from 'antd';
import { useEffect, useState } from 'react';
import type { LayoutRow } from '~core/checks';
import { formatNumber, formatQuantity } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { UtilisationBar } from '../../theme/utilisation-bar';

/** The layouts of the design rules of a column beside each other, each to be taken; the one looked at is laid over its diagrams. */
export function ColumnLayoutsBlock({
  id,
  over,
  onLook,
}: {
  id: string;
  over: LayoutRow | undefined;
  onLook: (row: LayoutRow | undefined) => void;
}) {
  const workbench = useWorkbenchApi();
  const checks = useWorkbench((state) => state.checks);
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const look = useWorkbench((state) => state.look);
  const [rows, setRows] = useState<readonly LayoutRow[]>();
  useEffect(() => {
    let current = true;
    void workbench
      .getState()
      .layouts(id)
      .then((found) => {
        if (current) setRows(found);
      });
    return () => {
      current = false;
    };
  }, [workbench, checks, id]);
  const { units } = model.settings;
  const member = model.members[id];
  if (!rows) return null;
  const toRules = () =>
    look({
      panel: { kind: 'settings' },
      part: member.rules === undefined ? 'settings-bars' : `rules-${member.rules}`,
    });
  const take = ({ bars, found }: LayoutRow) =>
    commit({
      edits: [
        {
          kind: 'change',
          table: 'members',
          changes: [{ id, fields: { cage: { ...member.cage, bars: found!.record } } }],
        },
      ],
      sentence: `Gave ${member.label ?? id} ${bars}`,
    });
  return (
    <>
      <h4 style={{ marginTop: 12 }}>Layouts compared</h4>
      {rows.length === 0 ? (
        <p className="secondary">
          Its design rules have no layouts for such a section: any number of bars of their sizes may be proposed.{' '}
          <button type="button" className="link" onClick={toRules}>
            Set layouts in the design rules
          </button>
        </p>
      ) : (
        <table className="plain-table" aria-label="Layouts compared">
          <thead>
            <tr>
              <th>Layout</th>
              <th>Bars</th>
              <th className="number">Steel</th>
              <th className="number">Area</th>
              <th>Axial force with bending</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {rows.map((row, i) => (
              <tr key={i}>
                <td>{row.layout}</td>
                <td>{row.found ? row.bars : 'none keeps the rules of steel and distances'}</td>
                <td className="number">{row.found ? `${formatNumber(100 * row.found.ratio, 2)} %` : ''}</td>
                <td className="number">{row.found ? formatQuantity(row.found.steel, 'barArea', units) : ''}</td>
                <td style={{ whiteSpace: 'nowrap' }}>
                  {row.found && (
                    <>
                      <UtilisationBar value={row.found.utilisation} width={48} verdict={row.does ? 'holds' : 'fails'} />
                      <span className="caption"> {row.found.combination}</span>
                    </>
                  )}
                </td>
                <td style={{ whiteSpace: 'nowrap' }}>
                  {row.found && (
                    <>
                      <Button
                        size="small"
                        type={over?.layout === row.layout ? 'primary' : 'default'}
                        aria-pressed={over?.layout === row.layout}
                        aria-label={`Lay ${row.layout} over the diagrams`}
                        onClick={() => onLook(over?.layout === row.layout ? undefined : row)}
                      >
                        Lay over
                      </Button>{' '}
                      <Button size="small" aria-label={`Take ${row.bars} of ${row.layout}`} onClick={() => take(row)}>
                        Take
                      </Button>
                    </>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}

import { balance } from '~core/results';
import { formatValue, unitLabel } from '~core/units';
import { useWorkbench } from '../../state/store';

/** Applied loads against reactions, case by case: does it add up? */
export function BalanceTable() {
  const solved = useWorkbench((state) => state.solved);
  const units = useWorkbench((state) => state.model.settings.units);
  const look = useWorkbench((state) => state.look);
  if (!solved) return null;
  const rows = balance(solved.solution);
  return (
    <div style={{ marginTop: 10 }}>
      <h3 className="strong" style={{ fontSize: 13, lineHeight: '18px' }}>
        Does it add up? <span className="caption">{unitLabel('force', units)}, loads + reactions</span>
      </h3>
      <table className="plain-table">
        <thead>
          <tr>
            <th>Case</th>
            <th className="number">Σ X</th>
            <th className="number">Σ Y</th>
            <th className="number">Σ Z</th>
            <th className="number" title="share of the load that is out of balance">
              off by
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.caseId}>
              <td className="strong">
                {(solved.model.cases[row.caseId] ?? solved.model.combinations[row.caseId]).label}
              </td>
              {[0, 1, 2].map((axis) => (
                <td key={axis} className="number">
                  {formatValue(row.applied[axis], 'force', units)}
                  <div className="caption">{formatValue(row.reacted[axis], 'force', units)}</div>
                </td>
              ))}
              <td className="number">
                <button
                  type="button"
                  className={row.error > 1e-6 ? 'link over' : 'link'}
                  style={{ padding: 0 }}
                  title="Why is this here?"
                  aria-label={`${row.error < 1e-12 ? '0' : row.error.toExponential(0)}, off by ${row.error.toExponential(0)} of the load: why is this here?`}
                  onClick={() =>
                    look({ stage: 'results', popover: 'none', panel: { kind: 'residual', of: row.caseId } })
                  }
                >
                  {row.error < 1e-12 ? '0' : row.error.toExponential(0)}
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

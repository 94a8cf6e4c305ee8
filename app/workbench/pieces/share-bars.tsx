import type { Contribution } from '~core/results';
import { formatNumber, formatQuantity, type QuantityKind } from '~core/units';
import { useWorkbench } from '../../state/store';

/** A bar left or right of its middle, by the sign of a share of the largest (−1 to 1). */
export function ShareBar({ share, width = 90 }: { share: number; width?: number }) {
  const size = Math.min(1, Math.abs(share)) * (width / 2);
  return (
    <svg width={width} height="11" aria-hidden="true" style={{ verticalAlign: 'middle' }}>
      <line x1={width / 2} x2={width / 2} y1="0" y2="11" stroke="#5B6672" strokeWidth="0.8" />
      <rect
        x={share < 0 ? width / 2 - size : width / 2}
        y="2"
        width={size}
        height="7"
        fill={share < 0 ? '#7C8893' : '#434E59'}
      />
    </svg>
  );
}

/** Which cases make up a value, and by which factors. */
export function Contributions({ rows, kind }: { rows: readonly Contribution[]; kind: QuantityKind }) {
  const model = useWorkbench((state) => state.model);
  const { units } = model.settings;
  const largest = Math.max(1e-300, ...rows.map((row) => Math.abs(row.value)));
  const sum = rows.reduce((total, row) => total + row.value, 0);
  if (rows.length === 0) return <p className="secondary">No case takes part.</p>;
  return (
    <table className="plain-table">
      <thead>
        <tr>
          <th>Case</th>
          <th className="number">factor</th>
          <th className="number">alone</th>
          <th />
          <th className="number">gives</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => {
          const own = model.cases[row.id] ?? model.combinations[row.id];
          return (
            <tr key={row.id}>
              <td>
                <b>{own?.label ?? row.id}</b>{' '}
                <span className="caption">
                  {row.id in model.cases
                    ? model.cases[row.id].name
                    : 'solved as a whole, so its cases cannot be told apart'}
                </span>
              </td>
              <td className="number">{formatNumber(row.factor, 2)}</td>
              <td className="number secondary">{formatQuantity(row.alone, kind, units)}</td>
              <td>
                <ShareBar share={row.value / largest} />
              </td>
              <td className="number strong">{formatQuantity(row.value, kind, units)}</td>
            </tr>
          );
        })}
        <tr>
          <td className="strong">together</td>
          <td />
          <td />
          <td />
          <td className="number strong">{formatQuantity(sum, kind, units)}</td>
        </tr>
      </tbody>
    </table>
  );
}

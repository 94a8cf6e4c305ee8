import type { ForceComponent } from '~core/results';
import { formatValue, unitLabel } from '~core/units';
import { useWorkbench } from '../../state/store';
import { Symbolic } from './symbolic';
import { extremeRows, type MemberResults } from './member-results';

/** Extremes of a member with their place and the case or combination each comes from. */
export function ExtremesTable({
  results,
  components,
}: {
  results: MemberResults;
  components: readonly ForceComponent[];
}) {
  const units = useWorkbench((state) => state.model.settings.units);
  const rows = extremeRows(results, components);
  return (
    <table className="plain-table">
      <thead>
        <tr>
          <th>Extremes</th>
          <th className="number">value</th>
          <th className="number">at, {unitLabel('length', units)}</th>
          <th className="number">by</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => {
          const kind = row.component === 'My' || row.component === 'Mz' || row.component === 'T' ? 'moment' : 'force';
          return (
            <tr key={row.name}>
              <td className="symbol">
                <Symbolic text={row.name} />
              </td>
              <td className="number">
                <b>{formatValue(row.value, kind, units)}</b> <span className="caption">{unitLabel(kind, units)}</span>
              </td>
              <td className="number">{formatValue(row.x, 'length', units, 2)}</td>
              <td className="number">{row.by}</td>
            </tr>
          );
        })}
        {rows.length === 0 && (
          <tr>
            <td colSpan={4} className="secondary">
              The member carries nothing here.
            </td>
          </tr>
        )}
      </tbody>
    </table>
  );
}

import { Select } from 'antd';
import { useMemo, useState } from 'react';
import { storeysUpward } from '~core/model';
import { compareFloors, shownParts, type FloorLine } from '~core/results';
import { formatNumber, formatValue, unitLabel } from '~core/units';
import { useWorkbench } from '../../state/store';

const groups: readonly (readonly [FloorLine['group'], string])[] = [
  ['drawn', 'What is drawn'],
  ['loads', 'What comes in, by case'],
  ['results', 'What comes of it, in what is shown'],
];

/** Whether two numbers differ by rounding only. */
const sameNumber = (a: number | null, b: number | null): boolean =>
  a === b || (a !== null && b !== null && Math.abs(a - b) <= 1e-9 * Math.max(Math.abs(a), Math.abs(b)));

/** A storey beside another: what is drawn, loads, and extremes of slabs, shear and drift. */
export function FloorComparisonBlock({ storey }: { storey: string }) {
  const model = useWorkbench((state) => state.model);
  const solved = useWorkbench((state) => state.solved);
  const shown = useWorkbench((state) => state.shown);
  const [chosen, setChosen] = useState<string>();
  const { units } = model.settings;
  const others = storeysUpward(model).filter(({ id }) => id !== storey);
  const other = others.find(({ id }) => id === chosen);
  const lines = useMemo(
    () =>
      other && solved && solved.model === model
        ? compareFloors(model, solved.solution, shownParts(model, solved.solution, shown), storey, other.id)
        : undefined,
    [model, solved, shown, storey, other],
  );
  if (others.length === 0) return null;
  const value = ({ kind }: FloorLine, number: number | null) =>
    number === null ? '–' : kind === undefined ? String(number) : formatValue(number, kind, units);
  return (
    <div className="block">
      <h3>Beside another floor</h3>
      <div className="row" style={{ marginBottom: 6 }}>
        <label htmlFor="other-floor">Compare with</label>
        <Select
          id="other-floor"
          style={{ minWidth: 180 }}
          placeholder="a storey"
          value={other?.id}
          onChange={setChosen}
          options={[...others].reverse().map(({ id, label }) => ({ value: id, label, title: label }))}
        />
      </div>
      {other && !lines && <p className="secondary">There are no results of what is drawn now.</p>}
      {other && lines && (
        <div role="group" aria-label={`Beside ${other.label}`}>
          {groups.map(([group, title]) => {
            const own = lines.filter((line) => line.group === group);
            if (own.length === 0) return null;
            return (
              <table key={group} className="plain-table" style={{ marginBottom: 8 }}>
                <thead>
                  <tr>
                    <th>{title}</th>
                    <th className="number">{model.storeys[storey].label}</th>
                    <th className="number">{other.label}</th>
                    <th className="number">difference</th>
                    <th className="number">ratio</th>
                    {group === 'results' && <th>By</th>}
                  </tr>
                </thead>
                <tbody>
                  {own.map((line) => {
                    const { words, kind, one, other: there, by } = line;
                    const isSame = sameNumber(one, there);
                    return (
                      <tr key={words}>
                        <td>
                          {words}
                          {kind !== undefined && <span className="secondary"> {unitLabel(kind, units)}</span>}
                        </td>
                        <td className="number">{value(line, one)}</td>
                        <td className="number">{value(line, there)}</td>
                        <td className={`number${isSame ? ' secondary' : ' strong'}`}>
                          {one === null || there === null ? '–' : isSame ? 'same' : value(line, there - one)}
                        </td>
                        <td className="number">
                          {one === null || there === null || one === 0 ? '–' : formatNumber(there / one, 2)}
                        </td>
                        {group === 'results' && (
                          <td className="secondary">{by ? [...new Set(by)].filter(Boolean).join(', ') : ''}</td>
                        )}
                      </tr>
                    );
                  })}
                </tbody>
              </table>
            );
          })}
          <p className="field-hint">
            Difference and ratio are those of {other.label} against {model.storeys[storey].label}. Slabs count that are
            analysed and lie at the level; peaks at columns and corners grow as the mesh gets finer.
          </p>
        </div>
      )}
    </div>
  );
}

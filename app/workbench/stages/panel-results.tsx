import { Button } from 'antd';
import { panelPlane, type Panel } from '~core/model';
import {
  isOfPanels,
  isWithout,
  lineReactions,
  panelExtremes,
  resultQuantities,
  shownParts,
  shownWords,
  type Quantity,
} from '~core/results';
import { formatQuantity, formatValue, unitLabel } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { CardSide } from '../cards/card-side';
import { SelectNothing } from '../cards/select-nothing';
import { SlabSigns } from '../pieces/slab-signs';
import { WallPartList } from '../pieces/wall-part-list';
import { openTool } from '../tools/open-tool';

/** Quantities whose extremes are listed of a slab or wall. */
const listed = ['w', 'p', 'mx', 'my', 'mxy', 'v', 'nx', 'ny', 'nxy'] as const satisfies readonly Quantity[];

const symbolOf = (quantity: Quantity): string => resultQuantities[quantity].title.split(' ').at(-1)!;

/** Extremes of one slab or wall in what is shown, and what can be asked of it and watched. */
export function PanelResults({ id }: { id: string }) {
  const workbench = useWorkbenchApi();
  const model = useWorkbench((state) => state.model);
  const solved = useWorkbench((state) => state.solved)!;
  const shown = useWorkbench((state) => state.shown);
  const quantity = useWorkbench((state) => state.quantity);
  const look = useWorkbench((state) => state.look);
  const watch = useWorkbench((state) => state.watch);
  const openPage = useWorkbench((state) => state.openPage);
  const record: Panel = model.slabs[id] ?? model.walls[id];
  const noun = id.startsWith('w') ? 'Wall' : 'Slab';
  const { units } = model.settings;
  const zones = (solved.solution.panels ?? []).filter((panel) => panel.id === id);
  const parts = shownParts(model, solved.solution, shown);
  const asked: readonly Quantity[] =
    isOfPanels(quantity) && !(listed as readonly Quantity[]).includes(quantity) ? [quantity, ...listed] : listed;
  const rows = asked.flatMap((one) => {
    const found = zones
      .filter((panel) => !isWithout(panel, one))
      .flatMap((panel) =>
        parts.flatMap(({ state, label }) =>
          panelExtremes(solved.solution, panel, state, [one]).map((extremes) => ({ ...extremes, by: label })),
        ),
      );
    if (found.length === 0) return [];
    const most = found.reduce((best, next) => (next.most > best.most ? next : best));
    const least = found.reduce((best, next) => (next.least < best.least ? next : best));
    const size = Math.max(Math.abs(most.most), Math.abs(least.least));
    return size === 0 ? [] : [{ one, most, least }];
  });
  const normal = panelPlane(model, record)?.normal ?? [0, 0, 1];
  const axis = [0, 1, 2].reduce((best, k) => (Math.abs(normal[k]) > Math.abs(normal[best]) ? k : best), 2);
  const place = (node: number) =>
    `${[0, 1, 2].map((k) => formatValue(solved.solution.positions[3 * node + k], 'length', units, 2)).join(', ')} ${unitLabel('length', units)}`;
  return (
    <aside className="details card" aria-label="Details">
      <CardSide />
      <div className="details-head">
        <div className="grow">
          <h2 className="title">
            {noun} {record.label ?? id}
          </h2>
          <div className="caption">
            {formatQuantity(record.thickness, 'sectionLength', units)},{' '}
            {record.material === null ? 'no material' : model.materials[record.material].name}
          </div>
        </div>
        <SelectNothing />
      </div>
      <div className="details-body">
        {rows.length === 0 ? (
          <p className="secondary">
            {zones.length === 0
              ? `This ${noun.toLowerCase()} carries loads to its edges and is not analysed: it has no results of its own.`
              : 'Nothing is chosen in the strip, or nothing acts here.'}
          </p>
        ) : (
          <>
            <table className="plain-table" aria-label={`Extremes of ${record.label ?? id}`}>
              <thead>
                <tr>
                  <th>{shownWords(model, shown).name}</th>
                  <th className="number">smallest</th>
                  <th className="number">largest</th>
                  <th />
                </tr>
              </thead>
              <tbody>
                {rows.map(({ one, most, least }) => {
                  const { unit, title } = resultQuantities[one];
                  return (
                    <tr key={one}>
                      <td className="symbol" title={title}>
                        <button
                          type="button"
                          className="link"
                          aria-pressed={one === quantity}
                          aria-label={`Show ${title}`}
                          onClick={() => look({ quantity: one })}
                        >
                          {symbolOf(one)}
                        </button>
                      </td>
                      <td className="number" title={`at ${place(least.leastAt)}, ${least.by}`}>
                        {formatValue(least.least, unit, units)}
                      </td>
                      <td className="number" title={`at ${place(most.mostAt)}, ${most.by}`}>
                        {formatValue(most.most, unit, units)}
                      </td>
                      <td className="caption">{unitLabel(unit, units)}</td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
            {rows
              .filter(({ one }) => one === quantity)
              .map(({ one, most, least }) => (
                <div key={one} className="block">
                  <h3>{resultQuantities[one].title}</h3>
                  <p className="secondary">
                    Largest at {place(most.mostAt)}, {most.by}
                    <br />
                    Smallest at {place(least.leastAt)}, {least.by}
                  </p>
                </div>
              ))}
            {noun === 'Wall' && <WallPartList wall={id} />}
            <p className="caption">Peaks at columns and corners grow as the mesh gets finer.</p>
            <div className="choices" role="group" aria-label="Watch">
              <span className="caption">Watch the largest</span>
              {rows.map(({ one }) => (
                <button
                  key={one}
                  type="button"
                  className="choice"
                  aria-label={`Watch the largest ${symbolOf(one)} of ${record.label ?? id}`}
                  onClick={() => void watch({ kind: 'panel', panel: id, quantity: one, at: null, shown })}
                >
                  {symbolOf(one)}
                </button>
              ))}
            </div>
            <details className="block" open>
              <summary>Signs</summary>
              <SlabSigns wall={noun === 'Wall'} />
            </details>
          </>
        )}
      </div>
      <div className="details-foot" style={{ flexWrap: 'wrap' }}>
        <Button size="small" onClick={() => openTool(workbench, 'region-extremes')}>
          A region
        </Button>
        <Button size="small" onClick={() => openTool(workbench, 'slab-values')}>
          A place
        </Button>
        <Button
          size="small"
          disabled={zones.length === 0}
          onClick={() => openPage({ kind: 'why', node: id, direction: (['x', 'y', 'z'] as const)[axis] })}
        >
          Why does it move?
        </Button>
      </div>
    </aside>
  );
}

/** What one line support gives back in what is shown. */
export function LineResults({ id }: { id: string }) {
  const model = useWorkbench((state) => state.model);
  const solved = useWorkbench((state) => state.solved)!;
  const shown = useWorkbench((state) => state.shown);
  const watch = useWorkbench((state) => state.watch);
  const { units } = model.settings;
  const { label, start, end } = model.lineSupports[id];
  const found = shownParts(model, solved.solution, shown).flatMap(({ state }) => {
    const line = solved.solution.cases.length > 0 ? lineReactions(model, solved.solution, state).get(id) : undefined;
    return line ? [line] : [];
  });
  const range = (values: readonly number[], kind: 'force' | 'moment' | 'lineLoad') => {
    const [least, most] = [Math.min(...values), Math.max(...values)];
    return least === most
      ? formatQuantity(most, kind, units)
      : `${formatValue(least, kind, units)} … ${formatQuantity(most, kind, units)}`;
  };
  return (
    <aside className="details card" aria-label="Details">
      <CardSide />
      <div className="details-head">
        <div className="grow">
          <h2 className="title">Line support {label ?? id}</h2>
          <div className="caption">
            from {start} to {end}
            {found.length > 0 ? `, ${formatQuantity(found[0].length, 'length', units)}` : ''}
          </div>
        </div>
        <SelectNothing />
      </div>
      <div className="details-body">
        {found.length === 0 ? (
          <p className="secondary">It is not in the last solution yet, or nothing is chosen in the strip.</p>
        ) : (
          <>
            <table className="plain-table" aria-label={`Reactions of ${label ?? id}`}>
              <thead>
                <tr>
                  <th>{shownWords(model, shown).name}</th>
                  <th className="number">sum</th>
                  <th className="number">about its middle</th>
                </tr>
              </thead>
              <tbody>
                {(['x', 'y', 'z'] as const).map((direction, k) => (
                  <tr key={direction}>
                    <td className="symbol">
                      R<sub>{direction}</sub>
                    </td>
                    <td className="number strong">
                      {range(
                        found.map(({ force }) => force[k]),
                        'force',
                      )}
                    </td>
                    <td className="number">
                      {range(
                        found.map(({ moment }) => moment[k]),
                        'moment',
                      )}
                    </td>
                  </tr>
                ))}
                <tr>
                  <td className="symbol" title="upward force per length along the line">
                    r<sub>z</sub>
                  </td>
                  <td className="number" colSpan={2}>
                    {range(
                      found.flatMap(({ stations }) => stations.map(({ perLength }) => perLength[2])),
                      'lineLoad',
                    )}
                  </td>
                </tr>
              </tbody>
            </table>
            <div className="choices" role="group" aria-label="Watch">
              <span className="caption">Watch the sum</span>
              {(['x', 'y', 'z'] as const).map((direction) => (
                <button
                  key={direction}
                  type="button"
                  className="choice"
                  aria-label={`Watch the sum R${direction} of ${label ?? id}`}
                  onClick={() => void watch({ kind: 'line', line: id, direction, shown })}
                >
                  R{direction}
                </button>
              ))}
            </div>
          </>
        )}
      </div>
    </aside>
  );
}

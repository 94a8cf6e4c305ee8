import { meshedPanels, panelPlane, type Model, type Panel } from '~core/model';
import { mostMoved, shownParts } from '~core/results';
import { formatQuantity, formatValue, unitLabel } from '~core/units';
import { useWorkbench } from '../../state/store';

const axes = ['x', 'y', 'z'] as const;

/** The axis a panel's normal lies nearest to: what it bends along. */
function axisOf(model: Model, panel: Panel): number {
  const normal = panelPlane(model, panel)?.normal ?? [0, 0, 1];
  return [0, 1, 2].reduce((best, k) => (Math.abs(normal[k]) > Math.abs(normal[best]) ? k : best), 2);
}

/** So many slabs and walls are listed, those that move most. */
const mostListed = 8;

/** Where each meshed slab and wall moves most across its plane, in what is shown, and the way to why. */
export function PanelMovements() {
  const model = useWorkbench((state) => state.model);
  const solved = useWorkbench((state) => state.solved);
  const shown = useWorkbench((state) => state.shown);
  const openPage = useWorkbench((state) => state.openPage);
  const panels = meshedPanels(model);
  if (!solved || solved.model !== model || panels.length === 0) return null;
  const { units } = model.settings;
  const { solution } = solved;
  const parts = shownParts(model, solution, shown);
  const rows = panels
    .flatMap((panel) => {
      const axis = axisOf(model, panel);
      const found = parts.flatMap(({ state: { displacements } }) => {
        const node = mostMoved(solution, panel.id, displacements, axis);
        return node === undefined ? [] : [{ node, value: displacements[6 * node + axis] }];
      });
      const [worst] = found.sort((a, b) => Math.abs(b.value) - Math.abs(a.value));
      return worst ? [{ panel, axis, ...worst }] : [];
    })
    .sort((a, b) => Math.abs(b.value) - Math.abs(a.value))
    .slice(0, mostListed);
  if (rows.length === 0) return null;
  const nameOf = ({ id, label }: Panel) => label ?? id;
  return (
    <div className="block">
      <h3>
        Where slabs and walls move most <span className="caption">across their plane</span>
      </h3>
      <table className="plain-table">
        <tbody>
          {rows.map(({ panel, axis, node, value }) => (
            <tr key={panel.id}>
              <td>{nameOf(panel)}</td>
              <td className="number strong">{formatQuantity(value, 'deflection', units)}</td>
              <td className="secondary">
                at{' '}
                {[0, 1, 2]
                  .filter((k) => k !== axis)
                  .map((k) => `${axes[k]} ${formatValue(solution.positions[3 * node + k], 'length', units, 2)}`)
                  .join(', ')}{' '}
                {unitLabel('length', units)}
              </td>
              <td>
                <button
                  type="button"
                  className="link"
                  aria-label={`Why does ${nameOf(panel)} move in ${axes[axis]}?`}
                  onClick={() => openPage({ kind: 'why', node: panel.id, direction: axes[axis] })}
                >
                  why?
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

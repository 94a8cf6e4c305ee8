import { Button } from 'antd';
import { balance } from '~core/results';
import { formatNumber, formatValue, unitLabel } from '~core/units';
import { undoState } from '../../state/history';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { workbenchCommands } from '../commands';
import { useOpenVariant } from '../compare/open-variant';
import { FindingsCard } from '../findings/findings-card';
import { SelectCard } from '../selecting/select-card';
import { PopoverCard } from './popover-card';

/** The card that a status chip or a rail tool opens. */
export function Popovers() {
  const popover = useWorkbench((state) => state.popover);
  switch (popover) {
    case 'findings':
      return <FindingsCard />;
    case 'log':
      return <LogCard />;
    case 'history':
      return <HistoryCard />;
    case 'shortcuts':
      return <ShortcutsCard />;
    case 'select':
      return <SelectCard />;
    case 'none':
      return null;
  }
}

function LogCard() {
  return (
    <PopoverCard title="Analysis log" side="right">
      <AnalysisLog />
    </PopoverCard>
  );
}

/** Sizes, times by phase, equilibrium and residual of the last solve. */
export function AnalysisLog() {
  const solved = useWorkbench((state) => state.solved);
  const seconds = useWorkbench((state) => state.seconds);
  const status = useWorkbench((state) => state.solveStatus);
  const error = useWorkbench((state) => state.solveError);
  if (status === 'failed')
    return (
      <p className="over" role="alert">
        The solver failed: {error} Change anything to try again.
      </p>
    );
  if (!solved)
    return (
      <p className="secondary">
        There is no solution.{' '}
        {status === 'stopped' ? 'A finding stops the analysis; see the findings.' : 'The first solve is under way.'}
      </p>
    );
  const { log, cases, loadCases } = solved.solution;
  const whole = cases.filter((one) => one.iterations);
  const milliseconds = (value: number) => `${formatNumber(value * 1000, 1)} ms`;
  const rows: [string, string][] = [
    ['Order of elimination', log.ordering],
    ['Kernel', { relaxed: 'fused SIMD', simd: 'SIMD', plain: 'plain' }[log.kernel] ?? log.kernel],
    ['Nodes, members', `${formatNumber(log.nodes, 0)}, ${formatNumber(log.members, 0)}`],
    ['Equations', formatNumber(log.equations, 0)],
    ['Entries of the factor', formatNumber(log.factorEntries, 0)],
    ['Numbering and ordering', log.factorReused ? 'as before' : milliseconds(log.times.number)],
    ['Assembly', log.factorReused ? 'as before' : milliseconds(log.times.assemble)],
    ['Factorisation', log.factorReused ? 'used again' : milliseconds(log.times.factorise)],
    [`Solving ${loadCases} cases`, milliseconds(log.times.solve)],
    ...(cases.length > loadCases || whole.length > 0
      ? [[`${whole.length} solved as a whole`, milliseconds(log.times.combinations)] as [string, string]]
      : []),
    ['Memory of the factor', `${formatNumber(log.memory / 1e6, 1)} MB`],
    ['Condition, about', log.condition.toExponential(0)],
    ['Checks', milliseconds(seconds.check)],
    ['Together', milliseconds(seconds.solve + seconds.check)],
    ['Largest residual', Math.max(0, ...cases.map((one) => one.residual)).toExponential(1)],
  ];
  return (
    <>
      <table className="plain-table" style={{ marginTop: 6 }}>
        <tbody>
          {rows.map(([name, value]) => (
            <tr key={name}>
              <td className="secondary">{name}</td>
              <td className="number">{value}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {whole.length > 0 && <IterationTable />}
      <BalanceTable />
    </>
  );
}

/** Steps, slack members and drift ratios of what was solved as a whole. */
function IterationTable() {
  const solved = useWorkbench((state) => state.solved)!;
  const name = (id: string) => (solved.model.cases[id] ?? solved.model.combinations[id]).label;
  return (
    <div style={{ marginTop: 10 }}>
      <h3 className="strong">
        Solved as a whole <span className="caption">last change of an axial force; second over first drift</span>
      </h3>
      <table className="plain-table">
        <thead>
          <tr>
            <th>State</th>
            <th>Order</th>
            <th className="number">Steps</th>
            <th className="number">Change</th>
            <th className="number">Drift</th>
          </tr>
        </thead>
        <tbody>
          {solved.solution.cases.flatMap(({ id, iterations }) =>
            iterations === undefined
              ? []
              : [
                  <tr key={id}>
                    <td className="strong">{name(id)}</td>
                    <td>
                      {iterations.order}
                      {iterations.slack.length > 0 && (
                        <div className="caption">
                          slack: {iterations.slack.slice(0, 6).join(', ')}
                          {iterations.slack.length > 6 ? ' …' : ''}
                        </div>
                      )}
                    </td>
                    <td className="number">{iterations.steps.length}</td>
                    <td className="number">
                      {iterations.order === 'second'
                        ? iterations.steps[iterations.steps.length - 1].change.toExponential(0)
                        : ''}
                    </td>
                    <td className="number">
                      {iterations.driftRatios.length > 0
                        ? formatNumber(Math.max(...iterations.driftRatios.map((one) => one.ratio)), 2)
                        : ''}
                    </td>
                  </tr>,
                ],
          )}
        </tbody>
      </table>
    </div>
  );
}

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

function HistoryCard() {
  const history = useWorkbench((state) => state.history);
  const undoTo = useWorkbench((state) => state.undoTo);
  const variantId = useWorkbench((state) => state.variantId);
  const changeVariants = useWorkbench((state) => state.changeVariants);
  const openVariant = useOpenVariant();
  const branch = async (revision: number, number: number) => {
    const id = await changeVariants({ kind: 'branch', from: variantId, revision, name: `From revision ${number}` });
    if (id !== undefined) openVariant(id);
  };
  const openWindows = useWorkbench((state) => state.openWindows);
  const own = useWorkbench((state) => state.window);
  const others = new Map(openWindows.filter(({ id }) => id !== own).map(({ id, number }) => [id, number]));
  const { done } = undoState(history);
  const inForce = new Set(done);
  return (
    <PopoverCard title="History" side="left">
      <p className="caption">
        Every edit is kept. Going back undoes the later ones, also those of other windows; they can be redone.
      </p>
      <ol className="listing">
        {[...history]
          .reverse()
          .slice(0, 150)
          .map((entry, i) => (
            <li key={entry.id} className="row" style={{ flexWrap: 'nowrap', padding: '3px 0' }}>
              <span
                style={{
                  flex: 1,
                  ...(entry.kind === 'edit' && !inForce.has(entry.id)
                    ? { textDecoration: 'line-through', color: 'var(--ink-3)' }
                    : {}),
                }}
              >
                {entry.sentence}
              </span>
              {others.has(entry.window) && <span className="caption">{`window ${others.get(entry.window)}`}</span>}
              <span className="caption">
                {new Date(entry.at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}
              </span>
              <Button
                size="small"
                type="text"
                onClick={() => void branch(entry.id, history.length - i)}
                aria-label={`Branch a variant from: ${entry.sentence}`}
              >
                Branch
              </Button>
              {entry.kind === 'edit' && inForce.has(entry.id) && entry.id !== done.at(-1) && (
                <Button
                  size="small"
                  type="text"
                  onClick={() => void undoTo(entry.id)}
                  aria-label={`Go back to: ${entry.sentence}`}
                >
                  Go back
                </Button>
              )}
            </li>
          ))}
      </ol>
    </PopoverCard>
  );
}

const canvasKeys: [string, string][] = [
  ['drag', 'select by a window: to the right what is inside, to the left also what is touched'],
  ['Shift click', 'add to the selection or take from it'],
  ['Ctrl click', 'select the whole slope, floor or grid plane of a member; with Shift: add it'],
  ['Ctrl click on a stop', 'look at several cases and combinations together'],
  ['drag a value', 'put it where it can be read; a line ties it to its place'],
  ['right drag', 'turn; with Shift, or the middle button: move'],
  ['wheel, + and −', 'zoom'],
  ['arrows', 'turn the drawing when it has the focus; with Shift: move'],
  ['Esc', 'one step back'],
];

function ShortcutsCard() {
  const workbench = useWorkbenchApi();
  const commands = workbenchCommands(workbench).filter((command) => command.shortcut !== undefined);
  return (
    <PopoverCard title="Shortcuts" side="left">
      <table className="plain-table">
        <tbody>
          {[
            ...commands.map((command): [string, string] => [command.shortcut!, command.title]),
            ['Ctrl K', 'Search or command'] as [string, string],
            ...canvasKeys,
          ].map(([key, title]) => (
            <tr key={key + title}>
              <td style={{ whiteSpace: 'nowrap' }}>
                <kbd>{key}</kbd>
              </td>
              <td>{title}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </PopoverCard>
  );
}

import { formatNumber } from '~core/units';
import { useWorkbench } from '../../state/store';
import { BalanceTable } from './balance-table';

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
                      {iterations.lifted && (
                        <div className="caption">
                          lifted off:{' '}
                          {iterations.lifted.map(({ of, share }) => `${of} ${(100 * share).toFixed(0)}%`).join(', ')}
                        </div>
                      )}
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

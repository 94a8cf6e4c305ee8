import { useMemo } from 'react';
import { imbalanceOf } from '~core/results';
import { count, formatQuantity } from '~core/units';
import { useWorkbench } from '../../state/store';
import { Provenance, WidePage } from '../pieces/wide-page';

/** Equations of a structure whose stiffnesses span more than this are worth a look. */
const wideSpread = 1e10;

/** Why a case does not add up to the last digit: where what is left over stands, and what makes the equations inexact. */
export function ResidualPage({ of: id }: { of: string }) {
  const model = useWorkbench((state) => state.model);
  const solved = useWorkbench((state) => state.solved);
  const select = useWorkbench((state) => state.select);
  const reading = useMemo(
    () => (solved && solved.model === model ? imbalanceOf(model, solved.solution, id) : undefined),
    [model, solved, id],
  );
  const { units } = model.settings;
  const name = model.cases[id]?.label ?? model.combinations[id]?.label ?? id;
  const member = (own: { id: string; stiffness: number }) => (
    <>
      <button
        type="button"
        className="link"
        style={{ padding: 0 }}
        onClick={() => select({ members: [own.id].filter((one) => one in model.members) })}
      >
        {model.members[own.id]?.label ?? own.id}
      </button>{' '}
      {own.stiffness.toExponential(1)} N/m
    </>
  );
  const spread = reading?.stiffest && reading.softest ? reading.stiffest.stiffness / reading.softest.stiffness : 1;
  return (
    <WidePage
      label={`What is left over in ${name}`}
      title={`What is left over in ${name}`}
      caption="loads, reactions and what members hand over, summed at every node"
    >
      {!reading ? (
        <p className="secondary">
          This state was solved in second order, on the displaced structure, or is not there: its nodes are not summed
          here.
        </p>
      ) : (
        <>
          <p className="block">
            The equations are met to <b>{reading.residual.toExponential(1)}</b> of the load. A computer keeps about
            sixteen digits; a condition number of about {reading.condition.toExponential(0)} can cost as many of them as
            it has digits itself.{' '}
            {spread > wideSpread
              ? 'The stiffnesses of the structure lie far apart, which is what costs digits: see the stiffest and the softest member below, and whether both are meant.'
              : 'The stiffnesses lie close together, so what is left is rounding.'}
          </p>
          <div className="block">
            <h3>Where the most is left</h3>
            {reading.onPanels > 0 && (
              <p className="caption">
                {count(reading.onPanels, 'node')} that meshed slabs and walls meet{' '}
                {reading.onPanels === 1 ? 'is' : 'are'} not summed here.
              </p>
            )}
            <table className="plain-table">
              <thead>
                <tr>
                  <th>Node</th>
                  <th className="number">x</th>
                  <th className="number">y</th>
                  <th className="number">z</th>
                  <th>Members that meet there, the stiffest first</th>
                </tr>
              </thead>
              <tbody>
                {reading.nodes.map((one) => (
                  <tr key={one.node}>
                    <td>
                      <button
                        type="button"
                        className="link"
                        style={{ padding: 0 }}
                        onClick={() => select({ nodes: [one.node].filter((node) => node in model.nodes) })}
                      >
                        {one.node}
                      </button>
                    </td>
                    {one.force.map((value, k) => (
                      <td key={k} className="number">
                        {Math.abs(value) < 1e-3
                          ? `${value.toExponential(1)} N`
                          : formatQuantity(value, 'force', units, 3)}
                      </td>
                    ))}
                    <td className="caption">
                      {one.members.slice(0, 4).map((own, i) => (
                        <span key={own.id}>
                          {i > 0 ? ', ' : ''}
                          {member(own)}
                        </span>
                      ))}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          {reading.stiffest && reading.softest && (
            <p className="block">
              Stiffest: {member(reading.stiffest)}. Softest: {member(reading.softest)}. One is {spread.toExponential(0)}{' '}
              times the other.
            </p>
          )}
        </>
      )}
      <Provenance />
    </WidePage>
  );
}

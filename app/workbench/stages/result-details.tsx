import { Button } from 'antd';
import { useState } from 'react';
import { isHeld, meshedPanels, storeysUpward } from '~core/model';
import { memberDeflection } from '~core/results';
import { deflectionWords } from '../words/line-words';
import { formatNumber, formatQuantity, formatValue, unitLabel } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { UtilisationBar } from '../../theme/utilisation-bar';
import { shownParts, shownWords } from '~core/results';
import { PanelMovements } from './panel-movements';
import { LineResults, PanelResults } from './panel-results';
import { toolOf } from '../tools/all-tools';
import { openTool } from '../tools/open-tool';
import { ToolCard } from '../tools/tool-card';
import { BalanceTable } from '../pieces/balance-table';
import { ExtremesTable } from '../pieces/extremes-table';
import { LineDiagram } from '../pieces/line-diagram';
import { useMemberResults } from '../pieces/member-results';
import { CardSide, useShowsSelection } from '../cards/card-side';
import { SelectNothing } from '../cards/select-nothing';
import { CutResults } from './cut-results';
import { capital } from '../words/capital';
import { placeWords } from '../words/selection-words';
import { selectionWords } from '../../state/selection';

/** Details of the Results stage: one member's forces, one node's movement and reaction, or the balance of the whole. */
export function ResultDetails() {
  const selection = useWorkbench((state) => state.selection);
  const solved = useWorkbench((state) => state.solved);
  const open = useWorkbench((state) => state.openTool);
  const { members, nodes, slabs, walls, lineSupports, cuts } = selection;
  const showsSelection = useShowsSelection();
  const tool = open && toolOf(open.id);
  if (tool?.group === 'results') return <ToolCard key={tool.id} tool={tool} />;
  if (!solved) return <NoResults />;
  const panels = [...slabs, ...walls];
  if (showsSelection && members.length + nodes.length === 0) {
    if (cuts.length === 1 && panels.length + lineSupports.length === 0) return <CutResults id={cuts[0]} />;
    if (panels.length === 1 && lineSupports.length === 0) return <PanelResults id={panels[0]} />;
    if (lineSupports.length === 1 && panels.length === 0) return <LineResults id={lineSupports[0]} />;
  }
  if (!showsSelection) return <WholeDetails />;
  if (members.length === 1 && nodes.length === 0) return <MemberDetails id={members[0]} />;
  if (nodes.length === 1 && members.length === 0) return <NodeDetails id={nodes[0]} />;
  return <WholeDetails />;
}

function NoResults() {
  const status = useWorkbench((state) => state.solveStatus);
  const openCard = useWorkbench((state) => state.openCard);
  return (
    <aside className="details card" aria-label="Details">
      <div className="details-head">
        <h2 className="title">Results</h2>
      </div>
      <div className="details-body">
        <p className="strong">{status === 'stopped' ? 'The analysis stopped.' : 'There are no results yet.'}</p>
        <p className="secondary">
          {status === 'stopped'
            ? 'A finding says why and, where it can, mends it. The model stays editable.'
            : 'They follow by themselves as soon as the first solve is done.'}
        </p>
        {status === 'stopped' && (
          <Button type="primary" style={{ marginTop: 8 }} onClick={() => openCard('findings')}>
            Show the findings
          </Button>
        )}
      </div>
    </aside>
  );
}

function MemberDetails({ id }: { id: string }) {
  const model = useWorkbench((state) => state.model);
  const shown = useWorkbench((state) => state.shown);
  const row = useWorkbench((state) => state.checks.get(id));
  const solved = useWorkbench((state) => state.solved)!;
  const look = useWorkbench((state) => state.look);
  const openPage = useWorkbench((state) => state.openPage);
  const results = useMemberResults(id);
  const [cursor, setCursor] = useState<number>();
  const member = model.members[id];
  const { units } = model.settings;
  const section = member.section === null ? 'no section' : model.sections[member.section].name;
  const material = member.material === null ? 'no material' : model.materials[member.material].name;
  return (
    <aside className="details card" aria-label="Details">
      <CardSide />
      <div className="details-head">
        <div className="grow">
          <h2 className="title">
            {capital(member.role)} {member.label ?? id}
          </h2>
          <div className="caption">
            {placeWords(model, id)} · {section}, {material}
          </div>
        </div>
        <SelectNothing />
      </div>
      <div className="details-body">
        {!results ? (
          <p className="secondary">This member is not in the last solution yet, or nothing is chosen in the strip.</p>
        ) : (
          <>
            {(['My', 'Vz', 'Mz', 'Vy', 'N'] as const).map((quantity) => (
              <LineDiagram
                key={quantity}
                table={results.table}
                member={results.number}
                weights={results.weights}
                quantity={quantity}
                units={units}
                width={262}
                height={quantity === 'My' || quantity === 'Mz' ? 66 : 44}
                cursor={cursor}
                onCursor={setCursor}
                hideWhenZero
              />
            ))}
            {solved.solution.cutMembers?.includes(id) && model.members[id].role === 'beam' && (
              <p className="caption">
                Forces of the beam alone. A slab works with it: the forces of both together are on its member page.
              </p>
            )}
            {results.parts.length === 1 && <Deflection id={id} results={results} />}
            {cursor !== undefined && (
              <div className="caption" style={{ textAlign: 'right' }}>
                at {formatQuantity(cursor, 'length', units, 2)}
              </div>
            )}
            <div className="block">
              <h3>
                {shownWords(model, shown).name} <span className="caption">exact, not sampled</span>
              </h3>
              <ExtremesTable results={results} components={['My', 'Mz', 'Vz', 'N']} />
            </div>
          </>
        )}
      </div>
      <div className="details-foot">
        {row?.utilisation != null ? (
          <span>
            <UtilisationBar value={row.utilisation} width={48} verdict={row.verdict} />{' '}
            <span className="caption">{row.combination}</span>
          </span>
        ) : (
          <span className="open-word">open, not checked</span>
        )}
        <span style={{ flex: 1 }} />
        <Button onClick={() => openPage({ kind: 'member', member: id })}>Member page</Button>
        <Button onClick={() => look({ stage: 'checks', panel: { kind: 'sheet', member: id, check: null } })}>
          Sheet
        </Button>
      </div>
    </aside>
  );
}

function Deflection({ id, results }: { id: string; results: NonNullable<ReturnType<typeof useMemberResults>> }) {
  const model = useWorkbench((state) => state.model);
  const { units } = model.settings;
  const found = memberDeflection(model, results.table.solution, id, [results.parts[0].state]);
  if (!found) return null;
  const { value, at, limitLength, span } = found;
  const ratio = Math.abs(value) > 1e-9 ? limitLength / Math.abs(value) : Infinity;
  return (
    <div className="row block" style={{ justifyContent: 'space-between' }}>
      <span>
        <b>Deflection</b> <span className="caption">{deflectionWords(span)}</span>
      </span>
      <span>
        <b>{formatQuantity(value, 'deflection', units, 1)}</b> at {formatValue(at, 'length', units, 2)}
        {Number.isFinite(ratio) && (
          <span className="caption">
            {' '}
            {span?.kind === 'cantilever' ? '2 L' : 'L'}/{formatNumber(ratio, 0)}
          </span>
        )}
      </span>
    </div>
  );
}

const movementRows = [
  ['x', 0],
  ['y', 1],
  ['z', 2],
] as const;

function NodeDetails({ id }: { id: string }) {
  const model = useWorkbench((state) => state.model);
  const shown = useWorkbench((state) => state.shown);
  const solved = useWorkbench((state) => state.solved)!;
  const { units } = model.settings;
  const number = solved.solution.nodeIds.indexOf(id);
  const parts = shownParts(model, solved.solution, shown);
  const range = (read: (part: (typeof parts)[number]) => number, kind: 'deflection' | 'angle' | 'force' | 'moment') => {
    const values = parts.map(read);
    const show = (value: number) =>
      formatValue(value, kind, units, kind === 'angle' ? 4 : kind === 'deflection' ? 2 : 1);
    return values.length === 1 ? show(values[0]) : `${show(Math.min(...values))} to ${show(Math.max(...values))}`;
  };
  return (
    <aside className="details card" aria-label="Details">
      <CardSide />
      <div className="details-head">
        <div className="grow">
          <h2 className="title">Node {id}</h2>
          <div className="caption">{shownWords(model, shown).name}</div>
        </div>
        <SelectNothing />
      </div>
      <div className="details-body">
        {number < 0 || parts.length === 0 ? (
          <p className="secondary">This node takes no part in the last solution.</p>
        ) : (
          <>
            <div className="block">
              <h3>
                Movement <span className="caption">{unitLabel('deflection', units)}, °</span>
              </h3>
              <table className="plain-table">
                <tbody>
                  {movementRows.map(([name, i]) => (
                    <tr key={name}>
                      <td className="symbol">
                        u<sub>{name}</sub>
                      </td>
                      <td className="number strong">
                        {range((part) => part.state.displacements[6 * number + i], 'deflection')}
                      </td>
                      <td className="secondary">turn</td>
                      <td className="number">
                        {range((part) => part.state.displacements[6 * number + 3 + i], 'angle')}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
            <NodeQuestions id={id} />
            {isHeld(model.nodes[id]) && (
              <div className="block">
                <h3>
                  Reaction{' '}
                  <span className="caption">
                    {unitLabel('force', units)}, {unitLabel('moment', units)}
                  </span>
                </h3>
                <table className="plain-table">
                  <tbody>
                    {['x', 'y', 'z'].map((axis, i) => (
                      <tr key={axis}>
                        <td className="symbol">
                          R<sub>{axis}</sub>
                        </td>
                        <td className="number strong">
                          {range((part) => part.state.reactions[6 * number + i], 'force')}
                        </td>
                        <td className="secondary symbol">
                          M<sub>{axis}</sub>
                        </td>
                        <td className="number">
                          {range((part) => part.state.reactions[6 * number + 3 + i], 'moment')}
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              </div>
            )}
          </>
        )}
      </div>
    </aside>
  );
}

function WholeDetails() {
  const selection = useWorkbench((state) => state.selection);
  const model = useWorkbench((state) => state.model);
  const shown = useWorkbench((state) => state.shown);
  const many = useShowsSelection();
  const words = shownWords(model, shown);
  return (
    <aside className="details card" aria-label="Details">
      <CardSide />
      <div className="details-head">
        <div className="grow">
          <h2 className="title">{many ? selectionWords(model, selection) : 'Results'}</h2>
          <div className="caption">
            {words.name}, {words.detail}
          </div>
        </div>
      </div>
      <div className="details-body">
        <p className="secondary">
          {many
            ? 'Select one member, node, slab or line support to see its values; the ledger lists them all.'
            : 'Click a member for its diagrams, a node for its movement, a slab or wall for its extremes.'}
        </p>
        {!many && <ResultActions />}
        {!many && <PanelMovements />}
        <BalanceTable />
      </div>
    </aside>
  );
}

/** What the Results stage offers beside the drawing. */
function ResultActions() {
  const workbench = useWorkbenchApi();
  const openPage = useWorkbench((state) => state.openPage);
  const model = useWorkbench((state) => state.model);
  const shown = useWorkbench((state) => state.shown);
  const watch = useWorkbench((state) => state.watch);
  const item = (words: string, key: string, run: () => void) => (
    <button type="button" className="item" onClick={run}>
      <span style={{ flex: 1 }}>{words}</span> {key !== '' && <kbd>{key}</kbd>}
    </button>
  );
  return (
    <div className="block">
      <div className="listing">
        {meshedPanels(model).length > 0 && (
          <>
            {item('Extremes of a region of a slab', '', () => openTool(workbench, 'region-extremes'))}
            {item('Values at a place of a slab', '', () => openTool(workbench, 'slab-values'))}
            {item('Keep a cut through slabs or walls', '', () => openTool(workbench, 'keep-cut'))}
          </>
        )}
        {item('Is it plausible?', 'Shift P', () => openPage({ kind: 'plausibility' }))}
        {item('Compare with …', 'Shift K', () => openPage({ kind: 'compare' }))}
        {item('Variants', 'Shift V', () => openPage({ kind: 'variants' }))}
        {item('Runs', '', () => openPage({ kind: 'runs' }))}
        {item('Rows of supports', '', () => openPage({ kind: 'supports' }))}
        {Object.values(model.slabs).some(({ soil }) => soil) && item('Soil', '', () => openPage({ kind: 'soil' }))}
        {storeysUpward(model)
          .slice(1)
          .reverse()
          .map((storey) => (
            <span key={storey.id}>
              {item(`Page of ${storey.label}`, '', () => openPage({ kind: 'storey', storey: storey.id }))}
            </span>
          ))}
      </div>
      <div className="choices" role="group" aria-label="Watch">
        <span className="caption">Watch:</span>
        <button type="button" className="choice" onClick={() => void watch({ kind: 'utilisation', member: null })}>
          worst utilisation
        </button>
        <button type="button" className="choice" onClick={() => void watch({ kind: 'weight' })}>
          weight
        </button>
        {(['x', 'y'] as const).map((direction) => (
          <button
            key={direction}
            type="button"
            className="choice"
            onClick={() => void watch({ kind: 'base', direction, part: 'moment', shown })}
          >
            base moment {direction}
          </button>
        ))}
        {(['x', 'y'] as const).map((direction) => (
          <button
            key={direction}
            type="button"
            className="choice"
            onClick={() => void watch({ kind: 'base', direction, part: 'force', shown })}
          >
            base shear {direction}
          </button>
        ))}
      </div>
    </div>
  );
}

/** What can be asked of and watched at a node. */
function NodeQuestions({ id }: { id: string }) {
  const openPage = useWorkbench((state) => state.openPage);
  const model = useWorkbench((state) => state.model);
  const shown = useWorkbench((state) => state.shown);
  const watch = useWorkbench((state) => state.watch);
  return (
    <div className="block">
      <div className="choices" role="group" aria-label="Why does it move?">
        <span className="caption">Why does it move in</span>
        {(['x', 'y', 'z'] as const).map((direction) => (
          <button
            key={direction}
            type="button"
            className="choice"
            aria-label={`Why does it move in ${direction}?`}
            onClick={() => openPage({ kind: 'why', node: id, direction })}
          >
            {direction}?
          </button>
        ))}
      </div>
      <div className="choices" role="group" aria-label="Watch">
        <span className="caption">Watch</span>
        {(['x', 'y', 'z', 'size'] as const).map((direction) => (
          <button
            key={direction}
            type="button"
            className="choice"
            aria-label={`Watch the movement ${direction}`}
            onClick={() => void watch({ kind: 'displacement', node: id, direction, shown })}
          >
            {direction === 'size' ? 'u' : `u${direction}`}
          </button>
        ))}
        {isHeld(model.nodes[id]) &&
          (['x', 'y', 'z'] as const).map((direction) => (
            <button
              key={`R${direction}`}
              type="button"
              className="choice"
              aria-label={`Watch the reaction ${direction}`}
              onClick={() => void watch({ kind: 'reaction', node: id, direction, part: 'force', shown })}
            >
              R{direction}
            </button>
          ))}
      </div>
    </div>
  );
}

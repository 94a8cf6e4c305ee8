import { Segmented } from 'antd';
import { useEffect, useState } from 'react';
import { isHeld, type Panel } from '~core/model';
import { contributions, mostMoved, shownParts, shownWords, type Shown } from '~core/results';
import { formatNumber, formatQuantity } from '~core/units';
import { useWorkbench } from '../../state/store';
import { recordName } from '../kinds/screen-kinds';
import { coordinateWords } from '../picture/snap';
import { placeWords } from '../words/selection-words';
import type { MovementWhy } from '../../workers/messages';
import { Contributions, ShareBar } from '../pieces/share-bars';
import { Provenance, WidePage } from '../pieces/wide-page';

/** Where the movement of a node, or of the place of a slab or wall that moves most, comes from: which cases make it up, and whose deformation. @param node its id, or that of a slab or wall */
export function WhyPage({ node, direction }: { node: string; direction: 'x' | 'y' | 'z' }) {
  const model = useWorkbench((state) => state.model);
  const solved = useWorkbench((state) => state.solved);
  const shown = useWorkbench((state) => state.shown);
  const ask = useWorkbench((state) => state.why);
  const openPage = useWorkbench((state) => state.openPage);
  const select = useWorkbench((state) => state.select);
  const [state, setState] = useState<Shown>(shown);
  const [why, setWhy] = useState<{ key: string; found: MovementWhy | undefined }>();
  const { units } = model.settings;
  const parts = solved && solved.model === model ? shownParts(model, solved.solution, state) : [];
  const axis = { x: 0, y: 1, z: 2 }[direction];
  const panel: Panel | undefined = model.slabs[node] ?? model.walls[node];
  const placeIn = (displacements: Float64Array): number =>
    !solved
      ? -1
      : panel
        ? (mostMoved(solved.solution, node, displacements, axis) ?? -1)
        : solved.solution.nodeIds.indexOf(node);
  const movedIn = (part: (typeof parts)[number]): number => {
    const at = placeIn(part.state.displacements);
    return at < 0 ? 0 : Math.abs(part.state.displacements[6 * at + axis]);
  };
  // of an envelope the state in which the movement is largest
  const worst = parts.reduce<(typeof parts)[number] | undefined>(
    (most, part) => (placeIn(part.state.displacements) < 0 || (most && movedIn(part) <= movedIn(most)) ? most : part),
    undefined,
  );
  const n = worst ? placeIn(worst.state.displacements) : -1;
  const name = panel ? recordName(model, node in model.slabs ? 'slabs' : 'walls', node) : node;
  const where =
    panel && solved && n >= 0
      ? coordinateWords(
          Array.from(solved.solution.positions.subarray(3 * n, 3 * n + 3)) as [number, number, number],
          units,
        )
      : '';
  useEffect(() => setState(shown), [shown]);
  const key = `${node} ${direction} ${worst?.id}`;
  const id = worst?.id;
  useEffect(() => {
    if (id === undefined) return;
    let wanted = true;
    void ask(node, direction, { kind: id in model.cases ? 'case' : 'combination', id }).then(
      (found) => wanted && setWhy({ key, found }),
    );
    return () => {
      wanted = false;
    };
  }, [ask, node, direction, id, key, model, solved]);
  const found = why?.key === key ? why.found : undefined;
  const largest = Math.max(
    1e-12,
    ...[...(found?.members ?? []), ...(found?.panels ?? [])].map((one) => Math.abs(one.total)),
  );
  const move = (value: number) => formatQuantity(value, 'deflection', units);
  return (
    <WidePage
      label={`Why ${name} moves`}
      title={
        <>
          Why {name} moves {panel ? 'most ' : ''}in {direction}
        </>
      }
      caption={
        worst
          ? `${worst.label}${parts.length > 1 ? `, the worst of ${shownWords(model, state).name}` : ''}: ${move(worst.state.displacements[6 * n + axis])}${where === '' ? '' : ` at ${where}`}`
          : ''
      }
      actions={
        <Segmented<'x' | 'y' | 'z'>
          size="small"
          aria-label="Direction"
          value={direction}
          options={['x', 'y', 'z']}
          onChange={(next) => openPage({ kind: 'why', node, direction: next })}
        />
      }
    >
      {!worst || !solved ? (
        <p className="secondary">It takes no part in what is shown.</p>
      ) : (
        <>
          <div className="block">
            <h3>
              Which cases make it up <span className="caption">factor × value of the case alone</span>
            </h3>
            <Contributions
              rows={contributions(solved.solution, worst.weights, (one) => one.displacements[6 * n + axis])}
              kind="deflection"
            />
          </div>
          {isHeld(model.nodes[node]) && (
            <div className="block">
              <h3>Which cases make up its reaction in {direction}</h3>
              <Contributions
                rows={contributions(solved.solution, worst.weights, (one) => one.reactions[6 * n + axis])}
                kind="force"
              />
            </div>
          )}
          <div className="block">
            <h3>
              {solved.solution.panels ? 'Which members, slabs and walls it comes from' : 'Which members it comes from'}{' '}
              <span className="caption">virtual work of their deformation; stiffen what stands first</span>
            </h3>
            {!found ? (
              <p className="secondary">
                {why?.key === key ? 'The structure could not be asked.' : 'asking the structure …'}
              </p>
            ) : (
              <table className="plain-table">
                <thead>
                  <tr>
                    <th>Member</th>
                    <th>Place</th>
                    <th>Section</th>
                    <th />
                    <th className="number">share</th>
                    <th className="number">of it</th>
                    <th>mainly by</th>
                  </tr>
                </thead>
                <tbody>
                  {found.members.slice(0, 25).map((one) => {
                    const kinds = (['bending', 'axial', 'shear', 'torsion'] as const)
                      .map((name) => [name, one[name]] as const)
                      .sort((a, b) => Math.abs(b[1]) - Math.abs(a[1]));
                    const member = model.members[one.member];
                    return (
                      <tr key={one.member}>
                        <td>
                          <button type="button" className="link" onClick={() => select({ members: [one.member] })}>
                            {member?.label ?? one.member}
                          </button>
                        </td>
                        <td className="secondary">{member ? placeWords(model, one.member) : ''}</td>
                        <td className="secondary">{member?.section ? model.sections[member.section].name : ''}</td>
                        <td>
                          <ShareBar share={one.total / largest} />
                        </td>
                        <td className="number">{move(one.total)}</td>
                        <td className="number strong">{formatNumber((100 * one.total) / found.movement, 1)} %</td>
                        <td className="secondary">{kinds[0][0]}</td>
                      </tr>
                    );
                  })}
                  {found.panels.map((one) => (
                    <tr key={`${one.panel} ${one.part ?? ''}`}>
                      <td>
                        <button
                          type="button"
                          className="link"
                          onClick={() =>
                            select(one.panel in model.slabs ? { slabs: [one.panel] } : { walls: [one.panel] })
                          }
                        >
                          {recordName(model, one.panel in model.slabs ? 'slabs' : 'walls', one.panel)}
                        </button>
                      </td>
                      <td className="secondary">{one.part === undefined ? '' : `its part ${one.part}`}</td>
                      <td className="secondary">
                        {formatQuantity(
                          (one.part !== undefined ? model.thickParts[one.part] : undefined)?.thickness ??
                            (model.slabs[one.panel] ?? model.walls[one.panel]).thickness,
                          'sectionLength',
                          units,
                          0,
                        )}
                      </td>
                      <td>
                        <ShareBar share={one.total / largest} />
                      </td>
                      <td className="number">{move(one.total)}</td>
                      <td className="number strong">{formatNumber((100 * one.total) / found.movement, 1)} %</td>
                      <td className="secondary" />
                    </tr>
                  ))}
                  <tr>
                    <td colSpan={4} className="secondary">
                      all other members
                    </td>
                    <td className="number">
                      {move(found.others + found.members.slice(25).reduce((sum, one) => sum + one.total, 0))}
                    </td>
                    <td />
                    <td />
                  </tr>
                  <tr>
                    <td colSpan={4} className="secondary">
                      springs, connections and settlements
                    </td>
                    <td className="number">
                      {move(Math.abs(found.rest) < 1e-9 * Math.abs(found.movement) ? 0 : found.rest)}
                    </td>
                    <td />
                    <td />
                  </tr>
                  <tr>
                    <td colSpan={4} className="strong">
                      together
                    </td>
                    <td className="number strong">{move(found.movement)}</td>
                    <td />
                    <td />
                  </tr>
                </tbody>
              </table>
            )}
          </div>
        </>
      )}
      <Provenance />
    </WidePage>
  );
}

import { Button, Select } from 'antd';
import { useState } from 'react';
import type { ColumnInteraction, LayoutRow } from '~core/checks';
import type { DesignLine } from '~core/lines';
import { formatNumber, formatQuantity, formatValue, unitLabel } from '~core/units';
import { useWorkbench } from '../../state/store';
import { UtilisationBar } from '../../theme/utilisation-bar';
import { usePart } from '../fields/part';
import { placesWords } from '../words/cage-words';
import { ColumnLayoutsBlock } from './column-layouts-block';
import { CageSection } from '../pieces/cage-section';
import { InteractionChart, inUnit, unitOf, type ChartDemand } from '../pieces/interaction-chart';
import { useInteraction } from '../pieces/use-interaction';

/** The cage of a concrete column member by member, with what its section carries and what is asked of it. */
export function ColumnBlock({ line, first }: { line: DesignLine; first: string }) {
  const model = useWorkbench((state) => state.model);
  const part = usePart<HTMLDivElement>('cage');
  const members = line.pieces.map(({ member }) => member);
  const [chosen, setChosen] = useState(members.includes(first) ? first : members[0]);
  const isConcrete = members.some((id) => {
    const { material } = model.members[id];
    return material !== null && model.materials[material].kind === 'concrete';
  });
  if (!isConcrete) return null;
  return (
    <div className="block" ref={part}>
      <h3>Bars and ties</h3>
      {members.length > 1 && (
        <Select
          aria-label="Member of the column"
          value={chosen}
          style={{ width: 200, marginBottom: 6 }}
          options={members.map((id) => ({ value: id, label: model.members[id].label ?? id }))}
          onChange={setChosen}
        />
      )}
      <OneMember key={chosen} id={chosen} />
    </div>
  );
}

function OneMember({ id }: { id: string }) {
  const row = useWorkbench((state) => state.checks.get(id));
  const model = useWorkbench((state) => state.model);
  const openPage = useWorkbench((state) => state.openPage);
  const interaction = useInteraction(id);
  const [over, setOver] = useState<LayoutRow>();
  const { units } = model.settings;
  if (!interaction)
    return (
      <p className="secondary">
        {row?.reason ||
          'Its section is shown as soon as it is checked: it needs a rectangular or round section, a material, strength combinations and a code that checks columns.'}
      </p>
    );
  const cage = row?.cage;
  return (
    <>
      <div className="row" style={{ alignItems: 'flex-start', flexWrap: 'wrap', gap: 12 }}>
        <CageSection cut={interaction.cut} words={cage?.words.bars ?? ''} units={units} />
        <div style={{ minWidth: 220, flex: 1 }}>
          {cage && (
            <table className="plain-table">
              <tbody>
                <tr>
                  <td>Bars</td>
                  <td>
                    {cage.words.bars}, {placesWords(cage.words.faces)}
                  </td>
                </tr>
                <tr>
                  <td>Steel</td>
                  <td>{formatNumber(100 * cage.ratio, 2)} % of the section</td>
                </tr>
                <tr>
                  <td>Ties</td>
                  <td>{cage.words.ties}</td>
                </tr>
                <tr>
                  <td>They are</td>
                  <td>{cage.areProposed ? 'proposed: until they are accepted the verdict is open' : 'chosen'}</td>
                </tr>
              </tbody>
            </table>
          )}
          {row?.utilisation != null && (
            <div style={{ marginTop: 6 }}>
              <UtilisationBar value={row.utilisation} width={120} verdict={row.verdict} />
              <p className="secondary" style={{ margin: '4px 0' }}>
                {row.title}, {row.clause}; {row.combination} governs.
              </p>
            </div>
          )}
          <div className="row" style={{ flexWrap: 'wrap' }}>
            <Button onClick={() => openPage({ kind: 'sheet', member: id, check: row?.id ?? '' })}>
              Calculation sheet
            </Button>
          </div>
        </div>
      </div>
      <ColumnLayoutsBlock id={id} over={over} onLook={setOver} />
      <Charts interaction={interaction} id={id} over={over} />
    </>
  );
}

/** Strength about both axes and around, with every demand. */
export function Charts({
  interaction,
  id,
  over,
}: {
  interaction: ColumnInteraction;
  id: string;
  /** a layout whose strength is laid over */
  over?: LayoutRow | undefined;
}) {
  const model = useWorkbench((state) => state.model);
  const notify = useWorkbench((state) => state.notify);
  const { units } = model.settings;
  const [force, moment] = [unitOf('force', units), unitOf('moment', units)];
  const N = (value: number) => -inUnit(value, 'force', units);
  const M = (value: number) => inUnit(value, 'moment', units);
  const words = ({ label, x }: ColumnInteraction['demands'][number]) =>
    `${label} at ${formatQuantity(x, 'length', units, 2)}`;
  const isRound = interaction.cut.concrete.some(({ isDisc }) => isDisc);
  const overlay = (key: 'My' | 'Mz') =>
    over?.found
      ? {
          name: over.bars,
          points: over.found.curves[key === 'My' ? 'aboutY' : 'aboutZ'].map(({ designN, designM }) => ({
            x: M(designM),
            y: N(designN),
          })),
        }
      : undefined;
  const governing = interaction.demands.find(({ isGoverning }) => isGoverning);
  const along =
    (axis: 'My' | 'Mz') =>
    (one: ColumnInteraction['demands'][number]): ChartDemand => ({
      x: Math.abs(M(one[axis])),
      y: N(one.N),
      words: `${words(one)}: P ${formatValue(-one.N, 'force', units)}, M ${formatValue(Math.abs(one[axis]), 'moment', units)}`,
    });
  const across = (one: ColumnInteraction['demands'][number]): ChartDemand => ({
    x: M(one.My),
    y: M(one.Mz),
    words: `${words(one)}: My ${formatValue(one.My, 'moment', units)}, Mz ${formatValue(one.Mz, 'moment', units)}`,
  });
  const copy = () => {
    const lines = [
      ['about y: φP', 'φM', 'P', 'M', 'about z: φP', 'φM', 'P', 'M'],
      [force, moment, force, moment, force, moment, force, moment],
      ...interaction.aboutY.map((y, i) => {
        const z = interaction.aboutZ[i];
        return [y.designN, y.designM, y.N, y.M, z.designN, z.designM, z.N, z.M].map((value, k) =>
          (k % 2 === 0 ? N(value) : M(value)).toPrecision(7),
        );
      }),
      [],
      ['combination', `at, ${unitLabel('length', units)}`, `P, ${force}`, `My, ${moment}`, `Mz, ${moment}`],
      ...interaction.demands.map((one) => [
        one.label,
        formatValue(one.x, 'length', units, 3),
        N(one.N).toPrecision(7),
        M(one.My).toPrecision(7),
        M(one.Mz).toPrecision(7),
      ]),
    ];
    void navigator.clipboard.writeText(lines.map((line) => line.join('\t')).join('\n')).then(
      () => notify(`Copied the diagrams of ${id} and ${interaction.demands.length} demands.`),
      () => notify('The browser did not let anything be copied.', 'error'),
    );
  };
  return (
    <>
      <h4 style={{ marginTop: 12 }}>Interaction diagrams</h4>
      <p className="caption" style={{ margin: 0 }}>
        Dark: what counts, with φ; pale: nominal; dashed: the largest pressure that counts. Dots: all strength
        combinations at all stations, moments of slenderness among them; the large one governs. Pressure is positive.
        {over?.found && ` Broken, in colour: what counts with ${over.bars} (${over.layout}).`}
      </p>
      {(isRound
        ? ([['any', 'My', interaction.aboutY]] as const)
        : ([
            ['y', 'My', interaction.aboutY],
            ['z', 'Mz', interaction.aboutZ],
          ] as const)
      ).map(([axis, key, curve]) => (
        <InteractionChart
          key={axis}
          title={isRound ? 'Bending whichever way, My and Mz together' : `Bending about local ${axis}`}
          xTitle="M"
          yTitle="P"
          xUnit={moment}
          yUnit={force}
          design={curve.map(({ designN, designM }) => ({ x: M(designM), y: N(designN) }))}
          over={overlay(key)}
          nominal={curve.map(({ N: axial, M: bending }) => ({ x: M(bending), y: N(axial) }))}
          demands={interaction.demands.map(along(key))}
          governing={governing && along(key)(governing)}
          most={N(interaction.mostPressure)}
        />
      ))}
      {!isRound && interaction.contour.length > 0 && governing && (
        <InteractionChart
          title={`About both axes with P = ${formatQuantity(-governing.N, 'force', units)}, that of the governing demand`}
          xTitle="My"
          yTitle="Mz"
          xUnit={moment}
          yUnit={moment}
          design={[...interaction.contour, interaction.contour[0]].map(({ My, Mz }) => ({ x: M(My), y: M(Mz) }))}
          demands={interaction.demands
            .filter((one) => Math.abs(one.N - governing.N) <= 0.02 * Math.abs(governing.N) + 1)
            .map(across)}
          governing={across(governing)}
        />
      )}
      <Button style={{ marginTop: 6 }} onClick={copy}>
        Copy the numbers
      </Button>
    </>
  );
}

import { Button, Select } from 'antd';
import { useMemo, useState } from 'react';
import { actingLoads, loadWords, receivedBy } from '~core/loading';
import { inOrder, isDirect } from '~core/model';
import {
  contributions,
  extremesByMember,
  forceComponents,
  isEnvelope,
  kindOfForce,
  memberDeflection,
  lineIndex,
  MemberLine,
  shownWords,
  type ForceComponent,
} from '~core/results';
import { formatNumber, formatQuantity, formatValue, unitLabel } from '~core/units';
import { useWorkbench } from '../../state/store';
import { selectionOf } from '../../state/selection';
import { Icon } from '../../theme/icons';
import { UtilisationBar } from '../../theme/utilisation-bar';
import { capital } from '../words/capital';
import { deflectionWords } from '../words/line-words';
import { placeWords } from '../words/selection-words';
import { ResultTableView } from '../pieces/result-table-view';
import { Contributions } from '../pieces/share-bars';
import { Provenance, WidePage } from '../pieces/wide-page';
import { LineDiagram, type LineQuantity } from '../pieces/line-diagram';
import { useMemberResults, type MemberResults } from '../pieces/member-results';
import { FlangedBlock } from './flanged-block';
import { neighboursOf } from './neighbours';
import { Symbolic } from '../pieces/symbolic';
import { useSheetIndex } from '../pieces/use-sheets';

const diagrams: readonly LineQuantity[] = ['My', 'Vz', 'N', 'Mz', 'Vy', 'T', 'w'];

/** A member's own page: its diagrams under each other with a common cursor, loads, end forces, what governs, deflection against a limit, checks. */
export function MemberPage({ member: id }: { member: string }) {
  const model = useWorkbench((state) => state.model);
  const shown = useWorkbench((state) => state.shown);
  const look = useWorkbench((state) => state.look);
  const watch = useWorkbench((state) => state.watch);
  const solved = useWorkbench((state) => state.solved);
  const results = useMemberResults(id);
  const [cursor, setCursor] = useState<number>();
  const [chosen, setChosen] = useState<string>();
  const member = model.members[id];
  const { units } = model.settings;
  const section = member.section === null ? 'no section' : model.sections[member.section].name;
  const words = shownWords(model, shown);
  const { before, after } = useMemo(() => neighboursOf(model, id), [model, id]);
  const upright = member.role === 'column';
  const go = (next: string | undefined, name: 'left' | 'right', title: string) => (
    <button
      type="button"
      className="icon-button"
      aria-label={title}
      title={title}
      disabled={next === undefined}
      onClick={() =>
        next !== undefined &&
        look({ panel: { kind: 'member', member: next }, selection: selectionOf({ members: [next] }) })
      }
    >
      <Icon name={name} />
    </button>
  );
  const part = results?.parts.find((one) => one.id === chosen);
  return (
    <WidePage
      label={`Page of ${id}`}
      title={
        <>
          {capital(member.role)} {member.label ?? id} <span style={{ fontWeight: 400 }}>{section}</span>
        </>
      }
      caption={
        <>
          {placeWords(model, id)}, {member.start} to {member.end}. {words.name}: {words.detail}
        </>
      }
      actions={
        <>
          {go(before, 'left', upright ? 'Member below' : 'Member before it on the line')}
          {go(after, 'right', upright ? 'Member above' : 'Member after it on the line')}
          <Button onClick={() => look({ panel: { kind: 'line', member: id } })}>Design line</Button>
          <Button onClick={() => look({ stage: 'checks', panel: { kind: 'sheet', member: id, check: null } })}>
            Calculation sheet
          </Button>
        </>
      }
    >
      {!results ? (
        <p className="secondary">There are no results of this member in what is shown.</p>
      ) : (
        <>
          <div className="member-diagrams">
            <div>
              {isEnvelope(shown) && (
                <div className="row" style={{ marginBottom: 4 }}>
                  <label htmlFor="page-combination" className="secondary">
                    In the band
                  </label>
                  <Select
                    id="page-combination"
                    size="small"
                    allowClear
                    placeholder="a combination"
                    value={part?.id ?? null}
                    style={{ width: 150 }}
                    options={results.parts.map((one) => ({ value: one.id, label: one.label }))}
                    onChange={(value: string | null) => setChosen(value ?? undefined)}
                  />
                </div>
              )}
              {diagrams.map((quantity) => (
                <LineDiagram
                  key={quantity}
                  table={results.table}
                  member={results.number}
                  weights={results.weights}
                  quantity={quantity}
                  units={units}
                  width={368}
                  height={quantity === 'My' ? 96 : 62}
                  cursor={cursor}
                  onCursor={setCursor}
                  hideWhenZero
                  {...(part ? { chosen: part.weights } : {})}
                />
              ))}
              <p className="caption">
                {cursor === undefined
                  ? 'Move over a diagram to read all of them at one place.'
                  : `at ${formatQuantity(cursor, 'length', units, 2)} from ${member.start}`}{' '}
                Moments are drawn on the tension side; w is the movement in local z.
              </p>
            </div>
            <div>
              <Governing results={results} />
              <Deflection id={id} results={results} />
              <div className="choices" role="group" aria-label="Watch">
                <span className="caption">Watch</span>
                {forceComponents.map((component) => (
                  <button
                    key={component}
                    type="button"
                    className="choice"
                    aria-label={`Watch ${component}`}
                    onClick={() => void watch({ kind: 'force', member: id, component, shown })}
                  >
                    <Symbolic text={component} />
                  </button>
                ))}
                <button
                  type="button"
                  className="choice"
                  onClick={() => void watch({ kind: 'utilisation', member: id })}
                >
                  utilisation
                </button>
              </div>
            </div>
          </div>
          <FlangedBlock id={id} />
          <EndForces id={id} results={results} />
          <Makeup results={results} />
          {solved && solved.model === model && (
            <div className="block">
              <h3>Extremes with what acts together with them</h3>
              {(['My', 'Vz', 'N'] as const).map((component) => (
                <ResultTableView
                  key={component}
                  table={extremesByMember(model, solved.solution, shown, component, new Set([id]))}
                />
              ))}
            </div>
          )}
          <LoadsOn id={id} />
          <Checks id={id} />
        </>
      )}
      <Provenance />
    </WidePage>
  );
}

/** The largest and smallest of each force, the place and the combination. */
function Governing({ results }: { results: MemberResults }) {
  const units = useWorkbench((state) => state.model.settings.units);
  // rounding is left out: what would be shown as nothing
  const noise = 50;
  const rows = forceComponents
    .flatMap((component) =>
      (['max', 'min'] as const).map((side) => ({ component, side, ...results.extremes[component][side] })),
    )
    .filter((row) => Math.abs(row.value) > noise);
  return (
    <table className="plain-table" aria-label="Governing forces">
      <thead>
        <tr>
          <th>Governing</th>
          <th className="number">value</th>
          <th className="number">at, {unitLabel('length', units)}</th>
          <th className="number">by</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.component + row.side}>
            <td className="symbol">
              <Symbolic text={row.component} /> {row.side === 'max' ? 'largest' : 'smallest'}
            </td>
            <td className="number">
              <b>{formatValue(row.value, kindOfForce(row.component), units)}</b>{' '}
              <span className="caption">{unitLabel(kindOfForce(row.component), units)}</span>
            </td>
            <td className="number">{formatValue(row.x, 'length', units, 2)}</td>
            <td className="number">{results.parts[row.line].label}</td>
          </tr>
        ))}
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

const limits = [150, 180, 240, 250, 300, 360, 480, 500];

/** The largest deflection of the span over what is shown, against a limit of one's choice. */
function Deflection({ id, results }: { id: string; results: MemberResults }) {
  const model = useWorkbench((state) => state.model);
  const { units } = model.settings;
  const [limit, setLimit] = useState(360);
  const worst = useMemo(
    () =>
      memberDeflection(
        model,
        results.table.solution,
        id,
        results.parts.map(({ state }) => state),
      ),
    [model, id, results],
  );
  if (!worst) return null;
  const size = Math.abs(worst.value);
  const { limitLength: length, span } = worst;
  const over = size > length / limit;
  return (
    <div className="block" style={{ marginTop: 8 }}>
      <h3>
        Deflection <span className="caption">{deflectionWords(span)}</span>
      </h3>
      {size < 1e-9 ? (
        <p className="secondary">none</p>
      ) : (
        <p>
          <b>{formatQuantity(worst.value, 'deflection', units, 1)}</b> at {formatQuantity(worst.at, 'length', units, 2)}
          {span
            ? ` of the ${span.kind === 'cantilever' ? 'cantilever' : 'span'} of ${formatQuantity(span.to - span.from, 'length', units, 2)}`
            : ''}{' '}
          by {results.parts[worst.by].label}, {span?.kind === 'cantilever' ? '2 L' : 'L'}/
          {formatNumber(length / size, 0)}
        </p>
      )}
      <div className="row">
        <label htmlFor="page-limit" className="secondary">
          limit L /
        </label>
        <Select
          id="page-limit"
          size="small"
          value={limit}
          style={{ width: 76 }}
          options={limits.map((value) => ({ value, label: String(value) }))}
          onChange={setLimit}
        />
        <span className={over ? 'over' : 'strong'}>
          {formatNumber((size * limit) / length, 2)} {over ? '> 1, above it' : '≤ 1'}
        </span>
      </div>
    </div>
  );
}

/** Internal forces at both ends of every state that is shown. */
function EndForces({ id, results }: { id: string; results: MemberResults }) {
  const model = useWorkbench((state) => state.model);
  const { units } = model.settings;
  const member = model.members[id];
  const length = results.table.solution.lengths[results.number];
  const most = 14;
  return (
    <div className="block">
      <h3>
        End forces{' '}
        <span className="caption">
          {unitLabel('force', units)}, {unitLabel('moment', units)}, in the member’s axes
        </span>
      </h3>
      <table className="plain-table">
        <thead>
          <tr>
            <th>By</th>
            <th>End</th>
            {forceComponents.map((component) => (
              <th key={component} className="number">
                <Symbolic text={component} />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {results.parts.slice(0, most).flatMap((part) =>
            [0, length].map((x, end) => {
              const values = results.table.at(results.number, part.weights, x);
              return (
                <tr key={`${part.id} ${end}`}>
                  <td className="strong">{end === 0 ? part.label : ''}</td>
                  <td className="secondary">{end === 0 ? member.start : member.end}</td>
                  {forceComponents.map((component) => (
                    <td key={component} className="number">
                      {formatValue(values[lineIndex[component]], kindOfForce(component), units)}
                    </td>
                  ))}
                </tr>
              );
            }),
          )}
        </tbody>
      </table>
      {results.parts.length > most && (
        <p className="caption">and {results.parts.length - most} more combinations, in the ledger under Stations</p>
      )}
    </div>
  );
}

/** Which cases make up the governing value of a force. */
function Makeup({ results }: { results: MemberResults }) {
  const [component, setComponent] = useState<ForceComponent>('My');
  const { max, min } = results.extremes[component];
  const worst = Math.abs(min.value) > Math.abs(max.value) ? min : max;
  const part = results.parts[worst.line];
  const { solution } = results.table;
  return (
    <div className="block">
      <h3>
        What makes up
        <Select
          aria-label="Force to explain"
          size="small"
          value={component}
          style={{ width: 70 }}
          options={forceComponents.map((value) => ({ value, label: value }))}
          onChange={setComponent}
        />
        <span className="caption">its largest, by {part.label}</span>
      </h3>
      <Contributions
        kind={kindOfForce(component)}
        rows={contributions(
          solution,
          part.weights,
          (state) => new MemberLine(solution, state, results.number).at(worst.x)[lineIndex[component]],
        )}
      />
    </div>
  );
}

/** Loads put on the member, and what it receives of areas, case by case. */
function LoadsOn({ id }: { id: string }) {
  const model = useWorkbench((state) => state.model);
  const { units } = model.settings;
  const rows = useMemo(
    () =>
      inOrder(model.cases).flatMap((one) => {
        const direct = actingLoads(model)
          .filter((load) => load.case === one.id && isDirect(load) && 'member' in load && load.member === id)
          .map((load) => {
            const { kind, direction, value, place } = loadWords(load, units);
            return { case: one.label, what: kind, direction, value, place };
          });
        const received = receivedBy(model, one.id, [id]).map(({ load, total }) => ({
          case: one.label,
          what: load.type === 'area' ? 'share of an area' : 'share of a line',
          direction: load.direction,
          value: `${formatQuantity(total, 'force', units)} in all`,
          place: load.label ?? load.id,
        }));
        return [
          ...(one.selfWeight ? [{ case: one.label, what: 'self-weight', direction: 'z', value: '', place: '' }] : []),
          ...direct,
          ...received,
        ];
      }),
    [model, id, units],
  );
  return (
    <div className="block">
      <h3>Loads on it</h3>
      {rows.length === 0 ? (
        <p className="secondary">Nothing acts on the member itself.</p>
      ) : (
        <table className="plain-table">
          <thead>
            <tr>
              <th>Case</th>
              <th>What</th>
              <th>Direction</th>
              <th className="number">Value</th>
              <th>Place</th>
            </tr>
          </thead>
          <tbody>
            {rows.slice(0, 40).map((row, i) => (
              <tr key={i}>
                <td className="strong">{row.case}</td>
                <td>{row.what}</td>
                <td>{row.direction}</td>
                <td className="number">{row.value}</td>
                <td className="secondary">{row.place}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {rows.length > 40 && <p className="caption">and {rows.length - 40} more</p>}
    </div>
  );
}

/** The member's checks, made and not made. */
function Checks({ id }: { id: string }) {
  const look = useWorkbench((state) => state.look);
  const index = useSheetIndex(id);
  if (!index) return null;
  return (
    <div className="block">
      <h3>
        Checks <span className="caption">{index.code}</span>
      </h3>
      <table className="plain-table">
        <tbody>
          {index.items.map((item) => (
            <tr key={item.id}>
              <td>
                {item.made ? (
                  <button
                    type="button"
                    className="link"
                    style={{ padding: 0 }}
                    onClick={() => look({ stage: 'checks', panel: { kind: 'sheet', member: id, check: item.id } })}
                  >
                    {item.title}
                  </button>
                ) : (
                  item.title
                )}
              </td>
              <td className="secondary">{item.clause}</td>
              {item.made ? (
                <td className="number">
                  <UtilisationBar value={item.utilisation} width={44} />{' '}
                  <span className="caption">{item.combination}</span>
                </td>
              ) : (
                <td className="secondary">
                  {item.needed ? <b>open, needed and not made: </b> : 'not made: '}
                  {item.reason}
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

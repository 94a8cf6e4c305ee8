import { Button, Checkbox, InputNumber, Progress, Radio } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { designCodeFor } from '~core/codes/checks';
import type { Loop, LoopChoice, LoopProgress, LoopRow } from '~core/checks';
import type { Model } from '~core/model';
import { count, formatNumber } from '~core/units';
import type { CheckRow } from '../../workers/messages';
import type { LoopUnderWay } from '../../state/solve-slice';
import { useWorkbench } from '../../state/store';
import { UtilisationBar } from '../../theme/utilisation-bar';
import { concreteOf } from '../acts/copy-rules';
import { WidePage } from '../pieces/wide-page';

type Scope = 'all' | 'columns' | 'beams' | 'selected';
type Walked = Extract<Loop, { ok: true }>;

const phaseWords: Readonly<Record<LoopProgress['phase'], string>> = {
  analysis: 'analysis',
  bars: 'bars for its forces',
  checks: 'checks with what was found',
  others: 'checks of all others',
};
/** Rows of members that are shown at most. */
const mostRows = 200;

/** What was walked, on which model, and with what choice. */
interface Found {
  readonly loop: Loop;
  readonly choice: LoopChoice;
  readonly version: number;
  readonly before: ReadonlyMap<string, CheckRow>;
}

/** From forces to bars, from bars to stiffness, and to forces again: walked until nothing changes, looked at, and taken over as one act. */
export function LoopPage() {
  const model = useWorkbench((state) => state.model);
  const selected = useWorkbench((state) => state.selection.members);
  const version = useWorkbench((state) => state.version);
  const checks = useWorkbench((state) => state.checks);
  const start = useWorkbench((state) => state.closeLoop);
  const commit = useWorkbench((state) => state.commit);
  const isAci = designCodeFor('concrete', model.settings.code)?.title === 'ACI 318-19';
  const scopes = scopesOf(model, selected);
  const [wanted, setScope] = useState<Scope>(scopes.selected.length > 0 ? 'selected' : 'all');
  const scope = scopes[wanted].length > 0 ? wanted : 'all';
  const [options, setOptions] = useState<Pick<LoopChoice, 'stiffness' | 'chosen' | 'neverGrowing' | 'rounds'>>({
    stiffness: isAci ? 'byBars' : 'kept',
    chosen: 'stay',
    neverGrowing: true,
    rounds: 12,
  });
  const stiffness = isAci ? options.stiffness : 'kept';
  const [progress, setProgress] = useState<LoopProgress>();
  const [found, setFound] = useState<Found>();
  const [error, setError] = useState('');
  const walking = useRef<LoopUnderWay>(undefined);
  useEffect(() => () => walking.current?.giveUp(), []);
  const walk = async (rounds: number) => {
    const choice: LoopChoice = { ...options, stiffness, rounds, members: scopes[scope] };
    setError('');
    setFound(undefined);
    setProgress({ round: 1, phase: 'analysis', fraction: 0 });
    const under = start(choice, setProgress);
    walking.current = under;
    try {
      const loop = await under.result;
      if (loop) setFound({ loop, choice, version, before: checks });
    } catch (reason) {
      setError(
        `The loop was ended: ${reason instanceof Error && reason.message !== '' ? reason.message : 'the browser gives no reason'}. Take fewer members.`,
      );
    }
    walking.current = undefined;
    setProgress(undefined);
  };
  const isOld = found !== undefined && found.version !== version;
  return (
    <WidePage
      label="Close the loop"
      title="Close the loop"
      caption="from forces to bars, from bars to stiffness, and to forces again, until nothing changes"
    >
      <div className="fields settings">
        <span className="field-label" id="loop-scope">
          Members
        </span>
        <Radio.Group
          aria-labelledby="loop-scope"
          value={scope}
          onChange={(event) => setScope(event.target.value as Scope)}
          options={(
            [
              ['all', 'beams and columns of concrete'],
              ['columns', 'columns'],
              ['beams', 'beams'],
              ['selected', 'those selected'],
            ] as const
          ).map(([value, label]) => ({
            value,
            label: `${label}, ${scopes[value].length}`,
            disabled: scopes[value].length === 0,
          }))}
        />
        <span className="field-label" id="loop-stiffness">
          Stiffness
        </span>
        <div>
          <Radio.Group
            aria-labelledby="loop-stiffness"
            value={stiffness}
            onChange={(event) => setOptions({ ...options, stiffness: event.target.value as LoopChoice['stiffness'] })}
            options={[
              { value: 'byBars', label: 'by bars and axial force', disabled: !isAci },
              { value: 'kept', label: 'as it is analysed' },
            ]}
          />
          <div className="field-hint">
            {isAci
              ? 'ACI 318-19 Table 6.6.3.1.1(b), under the combination that leaves least; written as factors of each member, also for loads of service'
              : 'by bars is that of ACI 318-19: EN 1992-1-1 names no such factors for the analysis'}
          </div>
        </div>
        <span className="field-label" id="loop-chosen">
          Bars that are chosen
        </span>
        <Radio.Group
          aria-labelledby="loop-chosen"
          value={options.chosen}
          onChange={(event) => setOptions({ ...options, chosen: event.target.value as LoopChoice['chosen'] })}
          options={[
            { value: 'stay', label: 'stay' },
            { value: 'anew', label: 'are found anew' },
          ]}
        />
        <span className="field-label">Columns</span>
        <Checkbox
          checked={options.neverGrowing}
          onChange={(event) => setOptions({ ...options, neverGrowing: event.target.checked })}
        >
          no lift has more or thicker bars than the one below it
        </Checkbox>
        <label htmlFor="loop-rounds">Analyses at most</label>
        <InputNumber
          id="loop-rounds"
          min={2}
          max={30}
          precision={0}
          value={options.rounds}
          style={{ width: 90 }}
          onChange={(rounds) => rounds !== null && setOptions({ ...options, rounds })}
        />
      </div>
      <div className="row" style={{ marginTop: 12 }}>
        {progress ? (
          <>
            <Button onClick={() => walking.current?.giveUp()}>Give up</Button>
            <span role="status" style={{ flex: 1 }}>
              Round {progress.round}: {phaseWords[progress.phase]}
              <Progress percent={Math.round(100 * progress.fraction)} size="small" aria-label="How far" />
            </span>
          </>
        ) : (
          <>
            <Button type="primary" disabled={scopes[scope].length === 0} onClick={() => void walk(options.rounds)}>
              Walk it to the end
            </Button>
            <Button disabled={scopes[scope].length === 0} onClick={() => void walk(1)}>
              One step
            </Button>
            <span className="caption">nothing is changed before you take it over</span>
          </>
        )}
      </div>
      {scopes.all.length === 0 && (
        <p className="secondary">
          There are no beams or columns of concrete in this project that are checked and not locked.
        </p>
      )}
      {error !== '' && (
        <p className="field-error" role="alert">
          {error}
        </p>
      )}
      {found && !found.loop.ok && (
        <p role="alert">
          <b>It was not walked.</b> {found.loop.reason}
        </p>
      )}
      {found?.loop.ok && (
        <Outcome
          walked={found.loop}
          choice={found.choice}
          before={found.before}
          isOld={isOld}
          takeOver={(loop) => {
            commit({ edits: [...loop.edits], sentence: sentenceOf(loop, found.choice) });
            setFound(undefined);
          }}
        />
      )}
    </WidePage>
  );
}

/** Members that may be walked with, by what is chosen of them. */
function scopesOf(model: Model, selected: readonly string[]): Record<Scope, string[]> {
  const of = (ids: readonly string[], ...roles: string[]) =>
    concreteOf(model, ids).flatMap(({ id, role, unchecked }) =>
      roles.includes(role) && !unchecked && !model.settings.locked?.includes(id) ? [id] : [],
    );
  const ids = Object.keys(model.members);
  return {
    all: of(ids, 'beam', 'column'),
    columns: of(ids, 'column'),
    beams: of(ids, 'beam'),
    selected: of(selected, 'beam', 'column'),
  };
}

const changesBars = ({ before, after }: LoopRow): boolean => before !== after;
const changesStiffness = ({ factors, factorsBefore }: LoopRow): boolean =>
  factors.inertiaY !== factorsBefore.inertiaY || factors.inertiaZ !== factorsBefore.inertiaZ;

function changeWords({ rows }: Walked): string {
  const bars = rows.filter(changesBars).length;
  const stiffness = rows.filter(changesStiffness).length;
  const parts = [
    ...(bars > 0 ? [`bars of ${count(bars, 'member')}`] : []),
    ...(stiffness > 0 ? [`stiffness of ${count(stiffness, 'member')}`] : []),
  ];
  return parts.join(', ');
}

const sentenceOf = (walked: Walked, { rounds }: LoopChoice): string =>
  `${rounds === 1 ? 'Walked a step of the loop' : 'Closed the loop'}: ${changeWords(walked)}`;

/** What fails with the new forces though it was not walked with. */
function Others({ walked: { others }, before }: { walked: Walked; before: ReadonlyMap<string, CheckRow> }) {
  const select = useWorkbench((state) => state.select);
  const model = useWorkbench((state) => state.model);
  if (others.length === 0) return null;
  const members = others.filter(({ key }) => key in model.members);
  const nameOf = (key: string) =>
    key in model.members ? (model.members[key].label ?? key) : `pier of ${key.split(':')[0]}`;
  const was = (key: string) => {
    const utilisation = before.get(key)?.utilisation;
    return utilisation === undefined || utilisation === null ? '' : `, was ${formatNumber(utilisation, 2)}`;
  };
  return (
    <p role="alert">
      <b className="over">{others.length}</b> that {others.length === 1 ? 'was' : 'were'} not walked with{' '}
      {others.length === 1 ? 'fails' : 'fail'} under these forces:{' '}
      {others
        .slice(0, 6)
        .map(({ key, utilisation }) => `${nameOf(key)} (${formatNumber(utilisation, 2)}${was(key)})`)
        .join('; ')}
      {others.length > 6 ? ` and ${others.length - 6} more` : ''}.{' '}
      {members.length > 0 && (
        <button type="button" className="link" onClick={() => select({ members: members.map(({ key }) => key) })}>
          Select {members.length === 1 ? 'it' : 'them'}
        </button>
      )}
    </p>
  );
}

/** How it ended, in a sentence. */
function endWords({ settled, rounds }: Walked, choice: LoopChoice): string {
  if (choice.stiffness === 'kept')
    return 'Stiffness is kept, so that one analysis does: these are the bars for its forces.';
  if (settled && rounds.length === 1) return 'Nothing changes: bars and stiffness are those that their forces ask for.';
  if (settled)
    return `Settled after ${rounds.length} analyses: bars and stiffness are those that their forces ask for.`;
  return choice.rounds === 1
    ? 'One step: bars for today’s forces, and the stiffness these leave. Forces change with it: take it over and walk the next step, with bars found anew.'
    : `Not settled after ${rounds.length} analyses: forces would still change. Allow more of them, or look at the members that change last.`;
}

function Outcome({
  walked,
  choice,
  before,
  isOld,
  takeOver,
}: {
  walked: Walked;
  choice: LoopChoice;
  before: ReadonlyMap<string, CheckRow>;
  isOld: boolean;
  takeOver: (walked: Walked) => void;
}) {
  const select = useWorkbench((state) => state.select);
  const model = useWorkbench((state) => state.model);
  const [onlyChanged, setOnlyChanged] = useState(false);
  const { rounds, edits } = walked;
  const rows = [...walked.rows]
    .filter((row) => !onlyChanged || changesBars(row) || changesStiffness(row))
    .sort((a, b) => (b.utilisation ?? -1) - (a.utilisation ?? -1));
  const verdicts = (verdict: LoopRow['verdict']) => walked.rows.filter((row) => row.verdict === verdict).length;
  const nameOf = (id: string) => model.members[id]?.label ?? id;
  return (
    <section aria-label="What the loop came to" style={{ marginTop: 12 }}>
      <h3>{endWords(walked, choice)}</h3>
      <p>
        With{' '}
        {choice.rounds === 1 && !walked.settled && choice.stiffness === 'byBars' ? 'the forces of today' : 'its forces'}{' '}
        <b>{verdicts('holds')}</b> hold, <b className={verdicts('fails') > 0 ? 'over' : ''}>{verdicts('fails')}</b>{' '}
        fail, <b>{verdicts('open')}</b> are open.
      </p>
      <Others walked={walked} before={before} />
      <div className="row">
        <Button type="primary" disabled={edits.length === 0 || isOld} onClick={() => takeOver(walked)}>
          Take it over
        </Button>
        <span className="caption">
          {isOld
            ? 'the model has changed since: walk it again'
            : edits.length === 0
              ? 'there is nothing to take over'
              : `${changeWords(walked)}: one act that one undo takes back`}
        </span>
      </div>
      <table className="plain-table" aria-label="Rounds">
        <thead>
          <tr>
            <th className="number">Round</th>
            <th className="number">Bars that change</th>
            <th className="number">Largest change of a factor</th>
            <th>Worst</th>
          </tr>
        </thead>
        <tbody>
          {rounds.map(({ bars, stiffness, worst }, i) => (
            <tr key={i}>
              <td className="number">{i + 1}</td>
              <td className="number">{bars}</td>
              <td className="number">{choice.stiffness === 'kept' ? '–' : formatNumber(stiffness, 3)}</td>
              <td>{worst ? `${formatNumber(worst.utilisation, 2)}, ${nameOf(worst.member)}` : '–'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Checkbox
        style={{ margin: '12px 0 4px' }}
        checked={onlyChanged}
        onChange={(event) => setOnlyChanged(event.target.checked)}
      >
        only members that change
      </Checkbox>
      <table className="plain-table" aria-label="Members of the loop">
        <thead>
          <tr>
            <th>Member</th>
            <th>Bars</th>
            <th className="number">Iy</th>
            <th className="number">Iz</th>
            <th>Utilisation</th>
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, mostRows).map((row) => {
            const was = before.get(row.member)?.utilisation;
            return (
              <tr key={row.member}>
                <td>
                  <button type="button" className="link" onClick={() => select({ members: [row.member] })}>
                    {nameOf(row.member)}
                  </button>
                </td>
                <td>
                  {row.after === '' ? 'none are found' : row.after}
                  {changesBars(row) && (
                    <div className="caption">{row.before === '' ? 'none were chosen' : `were ${row.before}`}</div>
                  )}
                </td>
                {(['inertiaY', 'inertiaZ'] as const).map((axis) => (
                  <td key={axis} className="number" title={row.words}>
                    {formatNumber(row.factors[axis] ?? 1, 3)}
                    {row.factors[axis] !== row.factorsBefore[axis] && (
                      <div className="caption">was {formatNumber(row.factorsBefore[axis] ?? 1, 3)}</div>
                    )}
                  </td>
                ))}
                <td style={{ whiteSpace: 'nowrap' }}>
                  {row.utilisation === null ? (
                    'open'
                  ) : (
                    <UtilisationBar value={row.utilisation} width={48} verdict={row.verdict} />
                  )}
                  {was !== undefined && was !== null && <div className="caption">was {formatNumber(was, 2)}</div>}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {rows.length > mostRows && (
        <p className="caption">
          The {mostRows} that are used most of {rows.length}; all of them are taken over.
        </p>
      )}
    </section>
  );
}

import { Button, Input, Progress } from 'antd';
import { useEffect, useState } from 'react';
import type { RecordedRun } from '../../store/recorded-runs';
import { useWorkbench } from '../../state/store';
import { WidePage } from '../pieces/wide-page';

const pollEvery = 700;
const statusWords: Readonly<Record<RecordedRun['status'], string>> = {
  waiting: 'waiting in the queue',
  running: 'running',
  done: 'done',
  stopped: 'stopped by a finding',
  failed: 'failed',
  cancelled: 'cancelled',
};
const phases: Readonly<Record<string, string>> = {
  number: 'numbering',
  assemble: 'assembling',
  factorise: 'factorising',
  solve: 'solving',
  combinations: 'combinations',
  check: 'checking',
};

/** Runs whose results are kept: keep what is on screen under a name, send the model to the server, reopen and compare. */
export function RunsPage() {
  const runs = useWorkbench((state) => state.runs);
  const loadRuns = useWorkbench((state) => state.loadRuns);
  const changeRuns = useWorkbench((state) => state.changeRuns);
  const keepResults = useWorkbench((state) => state.keepResults);
  const compareWith = useWorkbench((state) => state.compareWith);
  const fetching = useWorkbench((state) => state.fetching);
  const revision = useWorkbench((state) => state.revision);
  const number = useWorkbench((state) => state.history.length);
  const saved = useWorkbench((state) => state.saving === 'saved' && state.pending.length === 0);
  const done = useWorkbench((state) => state.solveStatus === 'done');
  const look = useWorkbench((state) => state.look);
  const [name, setName] = useState('');
  const busy = runs.some((run) => run.status === 'waiting' || run.status === 'running');
  useEffect(() => {
    void loadRuns();
  }, [loadRuns]);
  useEffect(() => {
    if (!busy) return;
    const timer = setInterval(() => void loadRuns(), pollEvery);
    return () => clearInterval(timer);
  }, [busy, loadRuns]);
  const open = (run: RecordedRun, side: boolean) =>
    void compareWith({ kind: 'run', id: run.id }).then(
      (found) =>
        found &&
        look({
          stage: 'results',
          paneScales: {},
          panes: [{ source: 'other' }],
          ...(side ? { panel: { kind: 'compare' } } : { panel: null }),
        }),
    );
  return (
    <WidePage
      label="Recorded runs"
      title="Runs"
      caption="results with the revision, the settings and the time they come from"
      printable={false}
    >
      <div className="block">
        <h3>Keep the results of revision {number}</h3>
        <div className="row">
          <Input
            aria-label="Name of the run"
            placeholder="as submitted"
            maxLength={80}
            style={{ width: 220 }}
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
          <Button
            type="primary"
            disabled={!saved || !done || name.trim() === ''}
            onClick={() => void keepResults(name.trim()).then(() => setName(''))}
          >
            Keep what is on screen
          </Button>
          <Button
            disabled={!saved}
            onClick={() =>
              void changeRuns({
                kind: 'start',
                revision,
                name: name.trim() === '' ? `Revision ${number} on the server` : name.trim(),
              }).then(() => setName(''))
            }
          >
            Run on the server
          </Button>
        </div>
        <p className="field-hint">
          A run on the server goes on when this window is closed, and is there when you come back. Kept runs open later
          as they were, whatever was changed since.
        </p>
        <div className="caption" role="status">
          {fetching}
        </div>
      </div>
      {runs.length === 0 ? (
        <p className="secondary">No run is kept yet.</p>
      ) : (
        <ul className="questions">
          {runs.map((run) => (
            <li key={run.id} className="block">
              <div className="row">
                <b>{run.name ?? 'kept for comparisons'}</b>
                <span className="caption">
                  {run.variantName}, revision {run.number}, {new Date(run.at).toLocaleString('en-GB')}, by{' '}
                  {run.madeBy === 'server' ? 'the server' : 'a browser'}
                </span>
                <span style={{ flex: 1 }} />
                {run.status === 'done' && (
                  <Button size="small" onClick={() => open(run, false)}>
                    Open beside
                  </Button>
                )}
                {run.status === 'done' && (
                  <Button size="small" onClick={() => open(run, true)}>
                    Compare
                  </Button>
                )}
                {(run.status === 'running' || run.status === 'waiting') && (
                  <Button size="small" onClick={() => void changeRuns({ kind: 'cancel', id: run.id })}>
                    Cancel
                  </Button>
                )}
                <button type="button" className="link" onClick={() => void changeRuns({ kind: 'remove', id: run.id })}>
                  Remove
                </button>
              </div>
              {run.status === 'running' || run.status === 'waiting' ? (
                <div className="row" style={{ flexWrap: 'nowrap' }}>
                  <Progress
                    percent={Math.round(run.fraction * 100)}
                    size="small"
                    style={{ width: 260 }}
                    status="normal"
                    aria-label={`${statusWords[run.status]} ${phases[run.phase] ?? ''}`}
                  />
                  <span className="caption">
                    {run.status === 'waiting' ? statusWords.waiting : (phases[run.phase] ?? run.phase)}
                  </span>
                </div>
              ) : (
                <div className={run.status === 'failed' || run.status === 'stopped' ? 'over' : 'caption'}>
                  {statusWords[run.status]}
                  {run.status === 'done' ? ` in ${run.seconds.toFixed(2)} s, ${(run.size / 1e6).toFixed(1)} MB` : ''}
                  {run.error !== '' ? `: ${run.error}` : ''}
                </div>
              )}
              {Object.keys(run.settings).length > 0 && (
                <div className="caption">
                  {Object.entries(run.settings)
                    .map(([key, value]) => `${key}: ${value}`)
                    .join('; ')}
                </div>
              )}
            </li>
          ))}
        </ul>
      )}
    </WidePage>
  );
}

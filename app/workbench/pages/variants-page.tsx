import { Button, Input } from 'antd';
import { useEffect, useMemo, useState } from 'react';
import { watchedText, watchedValue, watchWords, type Watched } from '~core/results';
import { unitLabel, unitSize } from '~core/units';
import { worstOf } from '../../state/solve-slice';
import { useWorkbench } from '../../state/store';
import type { Results } from '../../state/compare-slice';
import { changeText } from '../cards/watch-card';
import { WidePage } from '../pieces/wide-page';
import { useOpenVariant } from '../acts/open-variant';
import { WatchChart } from './watch-chart';

/** The branches of the model: where each came from, switching, renaming, the bin; and what is watched in all of them. */
export function VariantsPage() {
  const variants = useWorkbench((state) => state.variants);
  const current = useWorkbench((state) => state.variantId);
  const revision = useWorkbench((state) => state.revision);
  const history = useWorkbench((state) => state.history);
  const saved = useWorkbench((state) => state.saving === 'saved' && state.pending.length === 0);
  const changeVariants = useWorkbench((state) => state.changeVariants);
  const compareWith = useWorkbench((state) => state.compareWith);
  const look = useWorkbench((state) => state.look);
  const open = useOpenVariant();
  const [name, setName] = useState('');
  const [renamed, setRenamed] = useState<{ id: number; name: string }>();
  const there = variants.filter((one) => one.binnedAt === null);
  const binned = variants.filter((one) => one.binnedAt !== null);
  const here = variants.find((one) => one.id === current);
  const taken = there.some((one) => one.name === name.trim());
  const ready = name.trim() !== '' && !taken;
  // Enter while the last edit is on its way is not lost: the branch is made from what was saved
  const [waiting, setWaiting] = useState(false);
  const branch = async () => {
    if (!ready) return;
    if (!saved) {
      setWaiting(true);
      return;
    }
    setWaiting(false);
    const id = await changeVariants({ kind: 'branch', from: current, revision, name: name.trim() });
    if (id !== undefined) open(id);
  };
  useEffect(() => {
    if (waiting && saved) void branch();
  });
  return (
    <WidePage
      label="Variants"
      title="Variants"
      caption={`this is ${here?.name ?? ''}, revision ${history.length}`}
      printable={false}
    >
      <div className="block">
        <h3>Branch from here</h3>
        <form
          className="row"
          onSubmit={(event) => {
            event.preventDefault();
            void branch();
          }}
        >
          <Input
            aria-label="Name of the new variant"
            placeholder="deeper beams"
            value={name}
            maxLength={60}
            style={{ width: 260 }}
            status={taken ? 'error' : ''}
            onChange={(event) => setName(event.target.value)}
          />
          <Button type="primary" htmlType="submit" disabled={!saved || !ready}>
            {saved ? 'Branch and open it' : 'Saving …'}
          </Button>
          {taken && <span className="field-error">There is a variant of this name.</span>}
        </form>
        <p className="field-hint">
          A copy of the model as it stands; what you do in one variant leaves the others as they are.
        </p>
      </div>
      <table className="plain-table">
        <thead>
          <tr>
            <th>Variant</th>
            <th>From</th>
            <th>Last change</th>
            <th className="number">revisions</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {there.map((one) => (
            <tr
              key={one.id}
              aria-current={one.id === current ? 'true' : undefined}
              className={one.id === current ? 'selected' : ''}
            >
              <td>
                {renamed?.id === one.id ? (
                  <Input
                    autoFocus
                    size="small"
                    aria-label={`New name of ${one.name}`}
                    value={renamed.name}
                    onChange={(event) => setRenamed({ id: one.id, name: event.target.value })}
                    onBlur={() => setRenamed(undefined)}
                    onPressEnter={() => {
                      void changeVariants({ kind: 'rename', id: one.id, name: renamed.name });
                      setRenamed(undefined);
                    }}
                  />
                ) : (
                  <b>{one.name}</b>
                )}
              </td>
              <td className="secondary">
                {one.parent ? (
                  <>
                    {one.parent.name}
                    <div className="caption">after “{one.parent.sentence}”</div>
                  </>
                ) : (
                  'the beginning'
                )}
              </td>
              <td className="secondary">
                {(one.id === current ? history.at(-1)?.sentence : undefined) ?? one.lastSentence}
                <div className="caption">
                  {new Date((one.id === current ? history.at(-1)?.at : undefined) ?? one.changedAt).toLocaleString(
                    'en-GB',
                  )}
                </div>
              </td>
              <td className="number">{one.id === current ? history.length : one.revisions}</td>
              <td style={{ whiteSpace: 'nowrap' }}>
                {one.id === current ? (
                  <span className="caption">open</span>
                ) : (
                  <>
                    <Button size="small" onClick={() => open(one.id)}>
                      Open
                    </Button>{' '}
                    <Button
                      size="small"
                      onClick={() =>
                        void compareWith({ kind: 'variant', id: one.id }).then(
                          (done) => done && look({ panel: { kind: 'compare' }, panes: [{ source: 'other' }] }),
                        )
                      }
                    >
                      Compare
                    </Button>
                  </>
                )}
                <button type="button" className="link" onClick={() => setRenamed({ id: one.id, name: one.name })}>
                  Rename
                </button>
                {one.id !== current && (
                  <button
                    type="button"
                    className="link"
                    onClick={() => void changeVariants({ kind: 'bin', id: one.id })}
                  >
                    Bin
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {binned.length > 0 && (
        <div className="block" style={{ marginTop: 10 }}>
          <h3>In the bin</h3>
          {binned.map((one) => (
            <div key={one.id} className="row">
              {one.name}
              <Button size="small" onClick={() => void changeVariants({ kind: 'restore', id: one.id })}>
                Restore
              </Button>
            </div>
          ))}
        </div>
      )}
      <AcrossVariants />
    </WidePage>
  );
}

/** Watched quantities in every variant, as a table and a chart. */
function AcrossVariants() {
  const variants = useWorkbench((state) => state.variants);
  const current = useWorkbench((state) => state.variantId);
  const watches = useWorkbench((state) => state.watches);
  const model = useWorkbench((state) => state.model);
  const resultsOfVariant = useWorkbench((state) => state.resultsOfVariant);
  const done = useWorkbench((state) => state.solveStatus === 'done');
  const solved = useWorkbench((state) => state.solved);
  const fetching = useWorkbench((state) => state.fetching);
  const [results, setResults] = useState<ReadonlyMap<number, Results | null>>(new Map());
  const [charted, setCharted] = useState(0);
  const there = useMemo(() => variants.filter((one) => one.binnedAt === null), [variants]);
  const { units } = model.settings;
  useEffect(() => {
    if (!done || watches.length === 0) return;
    let wanted = true;
    void (async () => {
      for (const one of there) {
        const found = await resultsOfVariant(one.id);
        if (!wanted) return;
        setResults((before) => new Map(before).set(one.id, found ?? null));
      }
    })();
    return () => {
      wanted = false;
    };
  }, [there, watches, done, solved, resultsOfVariant]);
  const values = useMemo(
    () =>
      new Map(
        there.map((one) => [
          one.id,
          new Map(
            watches.map(({ id, watch }): [number, Watched | undefined] => {
              const own = results.get(one.id);
              return [
                id,
                own === undefined
                  ? undefined
                  : own === null
                    ? { reason: 'this variant has no results' }
                    : watchedValue(watch, own.model, own.solution, own.checks),
              ];
            }),
          ),
        ]),
      ),
    [there, watches, results],
  );
  const shown = watches[Math.min(charted, watches.length - 1)] as (typeof watches)[number] | undefined;
  return (
    <div className="block" style={{ marginTop: 14 }}>
      <h3>
        What is watched, in all of them{' '}
        <span className="caption" role="status">
          {fetching}
        </span>
      </h3>
      {watches.length === 0 ? (
        <p className="secondary">
          Nothing is watched yet. “Watch” stands on the page of a member, a node and a storey, and in the Results card:
          a drift, a base moment, a utilisation.
        </p>
      ) : (
        <>
          <table className="plain-table" aria-label="Watched quantities in all variants">
            <thead>
              <tr>
                <th>Quantity</th>
                {there.map((one) => (
                  <th key={one.id} className="number">
                    {one.name}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {watches.map(({ id, watch }, i) => (
                <tr key={id}>
                  <td>
                    <button
                      type="button"
                      className="link"
                      aria-pressed={i === charted}
                      title="Show it in the chart"
                      onClick={() => setCharted(i)}
                    >
                      {watchWords(watch, model)}
                    </button>
                  </td>
                  {there.map((one) => {
                    const value = values.get(one.id)?.get(id);
                    const base = values.get(current)?.get(id);
                    return (
                      <td key={one.id} className="number" title={value && 'reason' in value ? value.reason : undefined}>
                        <b>{watchedText(value, units)}</b>
                        {one.id !== current && <div className="caption">{changeText(base, value, units)}</div>}
                      </td>
                    );
                  })}
                </tr>
              ))}
              <tr>
                <td className="secondary">worst member</td>
                {there.map((one) => {
                  const own = results.get(one.id);
                  const worst = own ? worstOf(own.checks) : undefined;
                  return (
                    <td key={one.id} className="number secondary">
                      {worst
                        ? `${worst.memberId}, ${worst.combination}`
                        : own === null
                          ? 'no results'
                          : own
                            ? 'nothing checked'
                            : '…'}
                    </td>
                  );
                })}
              </tr>
            </tbody>
          </table>
          <p className="field-hint">
            Under each value: its change against this variant. Results of variants are kept, so the table is read, not
            computed, until a variant changes.
          </p>
          {shown && (
            <WatchChart
              title={watchWords(shown.watch, model)}
              unit={(() => {
                const value = values.get(current)?.get(shown.id);
                return value && 'kind' in value ? unitLabel(value.kind, units) : '';
              })()}
              bars={there.flatMap((one) => {
                const value = values.get(one.id)?.get(shown.id);
                return value && 'value' in value
                  ? [{ name: one.name, value: value.value / unitSize(value.kind, units), current: one.id === current }]
                  : [];
              })}
            />
          )}
        </>
      )}
    </div>
  );
}

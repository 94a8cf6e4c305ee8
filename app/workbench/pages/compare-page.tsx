import { Button, Checkbox, Select } from 'antd';
import { useMemo, useState } from 'react';
import { inOrder, modelDifferences, takeOver } from '~core/model';
import {
  comparedTable,
  compareTables,
  forceComponents,
  isEnvelope,
  shownWords,
  watchedText,
  watchedValue,
  watchWords,
  type ComparedRow,
  type ForceComponent,
  type Shown,
} from '~core/results';
import { count, formatNumber, formatValue, unitLabel } from '~core/units';
import { shownIn, type Results, type Source } from '../../state/compare-slice';
import { useWorkbench } from '../../state/store';
import { Symbolic } from '../pieces/symbolic';
import { changeText } from '../cards/watch-card';
import { Provenance, WidePage } from '../pieces/wide-page';
import { saveTables } from '../acts/save-tables';
import { tables, type ComparedKind } from './compared-tables';

/** What a row of each comparison is. */
const comparedNames: Readonly<Record<ComparedKind, string>> = {
  extremes: 'Member',
  displacements: 'Node',
  reactions: 'Node',
  storeys: 'Storey',
  cuts: 'Cut',
  utilisations: 'Member',
};

/** The model on screen against another: a variant, a revision, a kept run, another order of analysis, or another case. */
export function ComparePage() {
  const other = useWorkbench((state) => state.other);
  const fetching = useWorkbench((state) => state.fetching);
  const stop = useWorkbench((state) => state.stopComparing);
  const look = useWorkbench((state) => state.look);
  const panes = useWorkbench((state) => state.panes);
  const layout = panes.some((pane) => pane.source === 'difference')
    ? 'difference'
    : panes.some((pane) => pane.source === 'other')
      ? 'other'
      : 'one';
  const button = (key: typeof layout, title: string) => (
    <Button
      size="small"
      type={layout === key ? 'primary' : 'default'}
      onClick={() =>
        look({
          stage: 'results',
          paneScales: {},
          panes: key === 'one' ? [] : key === 'other' ? [{ source: 'other' }] : [{ source: 'difference' }],
        })
      }
    >
      {title}
    </Button>
  );
  return (
    <WidePage
      label="Comparison"
      title={other ? <>Compared with {other.name}</> : 'Compare'}
      caption="differences and ratios are of what is on screen against the other"
      actions={
        other && (
          <Button
            onClick={() => {
              stop();
              look({ panes: [] });
            }}
          >
            Stop comparing
          </Button>
        )
      }
      printable={other !== null}
    >
      <div className="block">
        <SourceChoice />
        <div role="status" className="caption">
          {fetching}
        </div>
        {other && (
          <div className="row" role="group" aria-label="Views" style={{ marginTop: 6 }}>
            {button('one', 'One view')}
            {button('other', 'Side by side')}
            {button('difference', 'As a difference')}
          </div>
        )}
      </div>
      {other && <Compared />}
      <Provenance />
    </WidePage>
  );
}

/** What to compare with: everything there is, by kind. */
function SourceChoice() {
  const variants = useWorkbench((state) => state.variants);
  const variantId = useWorkbench((state) => state.variantId);
  const history = useWorkbench((state) => state.history);
  const model = useWorkbench((state) => state.model);
  const runs = useWorkbench((state) => state.runs);
  const loadRuns = useWorkbench((state) => state.loadRuns);
  const other = useWorkbench((state) => state.other);
  const compareWith = useWorkbench((state) => state.compareWith);
  const fetching = useWorkbench((state) => state.fetching);
  const look = useWorkbench((state) => state.look);
  const option = (source: Source, label: string) => ({ value: JSON.stringify(source), label });
  const groups = [
    {
      label: 'Orders of analysis',
      options: [
        option({ kind: 'order', order: 'first' }, 'all combinations in first order'),
        option({ kind: 'order', order: 'second' }, 'all combinations in second order'),
      ],
    },
    {
      label: 'Variants',
      options: variants
        .filter((one) => one.id !== variantId && one.binnedAt === null)
        .map((one) => option({ kind: 'variant', id: one.id }, one.name)),
    },
    {
      label: 'Cases and combinations',
      options: [
        ...inOrder(model.cases).map((one) =>
          option({ kind: 'shown', shown: { kind: 'case', id: one.id } }, `Case ${one.label}, ${one.name}`),
        ),
        ...inOrder(model.combinations).map((one) =>
          option({ kind: 'shown', shown: { kind: 'combination', id: one.id } }, `${one.label} ${one.rule}`),
        ),
      ],
    },
    {
      label: 'Kept runs',
      options: runs
        .filter((run) => run.name !== null && run.status === 'done')
        .map((run) => option({ kind: 'run', id: run.id }, `${run.name}, ${run.variantName} revision ${run.number}`)),
    },
    {
      label: 'Revisions',
      options: history
        .slice(0, -1)
        .reverse()
        .slice(0, 200)
        .map((entry, i) => option({ kind: 'revision', id: entry.id }, `${history.length - 1 - i}: ${entry.sentence}`)),
    },
  ].filter((group) => group.options.length > 0);
  const compare = (source: Source) =>
    void compareWith(source).then(
      (done) => done && look({ stage: 'results', paneScales: {}, panes: [{ source: 'other' }] }),
    );
  // what is compared most: the other variants, and this one before its last edit
  const before = history.at(-2);
  const near = [
    ...variants
      .filter((one) => one.id !== variantId && one.binnedAt === null)
      .slice(0, 4)
      .map((one) => ({ source: { kind: 'variant' as const, id: one.id }, name: one.name })),
    ...(before ? [{ source: { kind: 'revision' as const, id: before.id }, name: 'before the last edit' }] : []),
  ];
  return (
    <>
      <div className="fields">
        <label htmlFor="compare-with">Compare with</label>
        <Select
          id="compare-with"
          showSearch={{ optionFilterProp: 'label' }}
          placeholder="a variant, a revision, a case, an order …"
          style={{ width: '100%' }}
          options={groups}
          loading={fetching !== ''}
          disabled={fetching !== ''}
          value={other ? JSON.stringify(other.source) : null}
          onOpenChange={(open) => open && void loadRuns()}
          onChange={(value: string) => compare(JSON.parse(value) as Source)}
        />
      </div>
      {!other && near.length > 0 && (
        <div className="row" role="group" aria-label="Near at hand" style={{ marginTop: 6 }}>
          {near.map(({ source, name }) => (
            <Button key={name} size="small" disabled={fetching !== ''} onClick={() => compare(source)}>
              {name}
            </Button>
          ))}
        </div>
      )}
    </>
  );
}

function Compared() {
  const other = useWorkbench((state) => state.other)!;
  const model = useWorkbench((state) => state.model);
  const solved = useWorkbench((state) => state.solved);
  const checks = useWorkbench((state) => state.checks);
  const shown = useWorkbench((state) => state.shown);
  const theirs = other.shown ?? shownIn(model, shown, other.model);
  const here: Results | undefined = solved && { ...solved, checks };
  return (
    <>
      {other.source.kind !== 'shown' && other.source.kind !== 'order' && <ModelDifferences />}
      {here && <ResultDifferences here={here} shown={shown} theirs={theirs} />}
      {here && other.source.kind !== 'shown' && <WatchDifferences here={here} />}
    </>
  );
}

/** What differs in the models, in words, with what may be taken over into this one. */
function ModelDifferences() {
  const other = useWorkbench((state) => state.other)!;
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const notify = useWorkbench((state) => state.notify);
  const differences = useMemo(() => modelDifferences(model, other.model), [model, other.model]);
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const wanted = differences.filter((one) => chosen.includes(one.key));
  const take = () => {
    const taken = takeOver(model, other.model, model, wanted);
    if ('error' in taken) notify(taken.error, 'error');
    else if (commit(taken.act)) setChosen([]);
  };
  return (
    <div className="block">
      <h3>
        What differs in the model{' '}
        <span className="caption">
          {count(differences.length, 'difference')}, as {other.name} has it
        </span>
      </h3>
      {differences.length === 0 ? (
        <p className="secondary">Nothing: both describe the same structure and loads.</p>
      ) : (
        <>
          <ul className="difference-list">
            {differences.slice(0, 300).map((one) => (
              <li key={one.key}>
                <Checkbox
                  checked={chosen.includes(one.key)}
                  onChange={(event) =>
                    setChosen(event.target.checked ? [...chosen, one.key] : chosen.filter((key) => key !== one.key))
                  }
                >
                  {one.sentence}
                </Checkbox>
              </li>
            ))}
            {differences.length > 300 && <li className="caption">and {differences.length - 300} more</li>}
          </ul>
          <div className="row" style={{ marginTop: 4 }}>
            <Button
              size="small"
              onClick={() => setChosen(chosen.length === differences.length ? [] : differences.map((one) => one.key))}
            >
              {chosen.length === differences.length ? 'Choose none' : 'Choose all'}
            </Button>
            <Button size="small" type="primary" disabled={wanted.length === 0} onClick={take}>
              Take {wanted.length > 0 ? count(wanted.length, 'change') : 'changes'} over into this model
            </Button>
          </div>
        </>
      )}
    </div>
  );
}

const shownRows = 60;

/** Numbers of both, their difference and ratio, the largest first. */
function ResultDifferences({ here, shown, theirs }: { here: Results; shown: Shown; theirs: Shown }) {
  const other = useWorkbench((state) => state.other)!;
  const select = useWorkbench((state) => state.select);
  const quantity = useWorkbench((state) => state.quantity);
  const { units } = here.model.settings;
  const [kind, setKind] = useState<ComparedKind>('extremes');
  const component: ForceComponent = (forceComponents as readonly string[]).includes(quantity)
    ? (quantity as ForceComponent)
    : 'My';
  const [column, setColumn] = useState('');
  const { before, after, columns, named } = useMemo(
    () => tables(kind, component, { ...other, shown: theirs }, { ...here, shown }),
    [kind, component, other, theirs, here, shown],
  );
  const one = columns.includes(column) ? column : columns[0];
  const rows = useMemo(() => compareTables(before, after, [one], named), [before, after, one, named]);
  const differing = rows.filter((row) => row.difference !== 0);
  const names = [shownName(other.name, theirs, other.model), shownName('here', shown, here.model)] as const;
  const cell = (row: ComparedRow, value: number | null) =>
    value === null ? '–' : formatValue(value, row.column.kind as 'force', units, row.column.decimals);
  return (
    <div className="block">
      <h3>
        Results <span className="caption">the largest difference first</span>
      </h3>
      <div className="row">
        <Select
          aria-label="What to compare"
          size="small"
          value={kind}
          style={{ width: 190 }}
          options={[
            { value: 'extremes', label: `${component} of members` },
            { value: 'displacements', label: 'movements of nodes' },
            { value: 'reactions', label: 'reactions' },
            { value: 'storeys', label: 'storeys' },
            { value: 'cuts', label: 'cuts' },
            { value: 'utilisations', label: 'utilisations' },
          ]}
          onChange={setKind}
        />
        {columns.length > 1 && (
          <Select
            aria-label="Column"
            size="small"
            value={one}
            style={{ width: 130 }}
            options={columns.map((value) => ({ value, label: value }))}
            onChange={setColumn}
          />
        )}
        <span style={{ flex: 1 }} />
        <Button
          size="small"
          disabled={rows.length === 0}
          onClick={() => void saveTables('csv', [comparedTable(rows, before.title, names)], units, 'comparison')}
        >
          CSV
        </Button>
        <Button
          size="small"
          disabled={rows.length === 0}
          onClick={() => void saveTables('xlsx', [comparedTable(rows, before.title, names)], units, 'comparison')}
        >
          XLSX
        </Button>
      </div>
      <p className="caption">
        {names[1]} against {names[0]}:{' '}
        {differing.length === 0 ? 'no number differs' : `${differing.length} of ${count(rows.length, 'number')} differ`}
        {isEnvelope(shown) ? '; envelopes, each extreme with its own' : ''}
      </p>
      {rows.length > 0 && (
        <table className="plain-table" aria-label="Compared results">
          <thead>
            <tr>
              <th>{comparedNames[kind]}</th>
              <th className="number">{other.name}</th>
              <th className="number">here</th>
              <th className="number">
                difference,{' '}
                {rows[0].column.kind === 'words'
                  ? ''
                  : unitLabel(rows[0].column.kind, units) || <Symbolic text={one} />}
              </th>
              <th className="number">ratio</th>
            </tr>
          </thead>
          <tbody>
            {rows.slice(0, shownRows).map((row) => (
              <tr
                key={row.key}
                style={{ cursor: (row.member ?? row.node) ? 'pointer' : 'default' }}
                onClick={() =>
                  row.member !== undefined
                    ? select({ members: [row.member].filter((id) => id in here.model.members) })
                    : row.node !== undefined
                      ? select({ nodes: [row.node].filter((id) => id in here.model.nodes) })
                      : undefined
                }
              >
                <td>{row.name}</td>
                <td className="number">{cell(row, row.before)}</td>
                <td className="number">{cell(row, row.after)}</td>
                <td className="number strong">
                  {row.difference === null
                    ? 'only in one'
                    : `${row.difference > 0 ? '+' : ''}${cell(row, row.difference)}`}
                </td>
                <td className="number">{row.ratio === null ? '–' : formatNumber(row.ratio, 3)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {rows.length > shownRows && (
        <p className="caption">
          {rows.length - shownRows} more with smaller differences; all are in the CSV and XLSX files
        </p>
      )}
    </div>
  );
}

const shownName = (name: string, shown: Shown, model: Parameters<typeof shownWords>[0]) =>
  `${name}, ${shownWords(model, shown).name}`;

function WatchDifferences({ here }: { here: Results }) {
  const other = useWorkbench((state) => state.other)!;
  const watches = useWorkbench((state) => state.watches);
  const { units } = here.model.settings;
  if (watches.length === 0) return null;
  const value = (of: Results, watch: (typeof watches)[number]['watch']) =>
    watchedValue(watch, of.model, of.solution, of.checks);
  return (
    <div className="block">
      <h3>What is watched</h3>
      <table className="plain-table">
        <thead>
          <tr>
            <th>Quantity</th>
            <th className="number">{other.name}</th>
            <th className="number">here</th>
            <th className="number">difference</th>
          </tr>
        </thead>
        <tbody>
          {watches.map(({ id, watch }) => {
            const [then, now] = [value(other, watch), value(here, watch)];
            return (
              <tr key={id}>
                <td>{watchWords(watch, here.model)}</td>
                <td className="number">{watchedText(then, units)}</td>
                <td className="number">{watchedText(now, units)}</td>
                <td className="number strong">{changeText(then, now, units)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

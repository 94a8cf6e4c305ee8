import { familyOptions } from '~core/codes/families';
import { Button, Checkbox, Segmented, Select } from 'antd';
import { inOrder, structureKind, structureKinds, type Analysis, type Combination, type Settings } from '~core/model';
import { formatNumber, formatQuantity } from '~core/units';
import { useWorkbench } from '../../state/store';
import { Icon } from '../../theme/icons';
import { usePart } from '../fields/part';
import { AnalysisLog } from '../pieces/analysis-log';
import { AnalysisEditor } from '../kinds/analyses/editor';
import { analysisNames, newAnalysis, standardSets } from '../acts/new-analysis';

/** Details of the Analysis stage: how combinations are solved, other analyses with their results, and the log. */
export function AnalysisDetails() {
  const model = useWorkbench((state) => state.model);
  const { settings } = model;
  const openPage = useWorkbench((state) => state.openPage);
  const commit = useWorkbench((state) => state.commit);
  const set = (fields: Partial<Settings>) => commit({ edits: [{ kind: 'settings.change', fields }] });
  return (
    <aside className="details card" aria-label="Details">
      <div className="details-head">
        <div className="grow">
          <h2 className="title">Analysis</h2>
          <div className="caption">cases and combinations after every edit, by themselves</div>
        </div>
      </div>
      <div className="details-body">
        <CombinationOrder />
        <OtherAnalyses />
        <div className="block">
          <h3>
            Project <span className="caption">{structureKinds[structureKind(model)].name}</span>
          </h3>
          <div className="fields">
            <span className="field-label">Units</span>
            <Segmented
              aria-label="Units"
              block
              value={settings.units}
              options={[
                { value: 'si', label: 'SI' },
                { value: 'us', label: 'US' },
              ]}
              onChange={(units: Settings['units']) => set({ units })}
            />
            <span className="field-label">Code family</span>
            <Segmented
              aria-label="Code family"
              block
              value={settings.code}
              options={familyOptions(({ title }) => title)}
              onChange={(code: Settings['code']) => set({ code })}
            />
          </div>
          <Checkbox
            style={{ marginTop: 8 }}
            checked={settings.shearDeformation}
            onChange={(event) => set({ shearDeformation: event.target.checked })}
          >
            members deform in shear
          </Checkbox>
          <Button block style={{ marginTop: 8 }} onClick={() => openPage({ kind: 'settings' })}>
            All settings: bars, limits, stiffness …
          </Button>
        </div>
        <AnalysisLog />
      </div>
    </aside>
  );
}

/** First or second order and stiffness, for all combinations of a purpose at once; single ones stand in the ledger. */
function CombinationOrder() {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const strength = inOrder(model.combinations).filter((combination) => combination.purpose === 'strength');
  const part = usePart<HTMLDivElement>('order');
  if (strength.length === 0)
    return <p className="secondary block">There are no strength combinations yet; generate them in the Loads stage.</p>;
  const oneWay = Object.values(model.members).some(
    ({ behaviour }) => behaviour === 'tension' || behaviour === 'compression',
  );
  const common = <T,>(of: (combination: Combination) => T): T | 'varies' =>
    new Set(strength.map(of)).size === 1 ? of(strength[0]) : 'varies';
  const order = common((combination) => combination.order ?? 'first');
  const stiffness = common((combination) => combination.stiffnessSet ?? 'full');
  const change = (fields: Record<string, unknown>, sentence: string) =>
    commit({
      edits: [{ kind: 'change', table: 'combinations', changes: strength.map(({ id }) => ({ id, fields })) }],
      sentence,
    });
  const chooseSet = (value: string) => {
    const standard = standardSets.find((set) => set.label === value);
    if (!standard) {
      change(
        { stiffnessSet: value === 'full' ? null : value },
        `Gave the strength combinations ${value === 'full' ? 'full stiffness' : `the stiffness “${model.stiffnessSets[value].label}”`}`,
      );
      return;
    }
    const id = `k${model.counters.stiffnessSets + 1}`;
    commit({
      edits: [
        { kind: 'add', records: { stiffnessSets: [{ ...standard, id }] } },
        {
          kind: 'change',
          table: 'combinations',
          changes: strength.map((one) => ({ id: one.id, fields: { stiffnessSet: id } })),
        },
      ],
      sentence: `Gave the strength combinations the stiffness “${standard.label}”`,
    });
  };
  const own = inOrder(model.stiffnessSets);
  return (
    <div className="block" ref={part}>
      <h3>
        Strength combinations <span className="caption">{strength.length}</span>
      </h3>
      <div className="fields">
        <span className="field-label">Order</span>
        <Segmented
          aria-label="Order of analysis of the strength combinations"
          block
          value={order}
          options={[
            { value: 'first', label: 'first' },
            { value: 'second', label: 'second' },
            ...(order === 'varies' ? [{ value: 'varies', label: 'varies', disabled: true }] : []),
          ]}
          onChange={(value) => change({ order: value }, `Set the strength combinations to ${value} order`)}
        />
        <label htmlFor="strength-stiffness">Stiffness</label>
        <Select
          id="strength-stiffness"
          value={stiffness}
          options={[
            { value: 'full', label: 'full' },
            ...own.map((set) => ({ value: set.id, label: set.label })),
            ...standardSets
              .filter((set) => !own.some((one) => one.label === set.label))
              .map((set) => ({ value: set.label, label: set.label })),
            ...(stiffness === 'varies' ? [{ value: 'varies', label: 'varies', disabled: true }] : []),
          ]}
          onChange={chooseSet}
        />
      </div>
      <p className="field-hint">
        {order === 'first' && stiffness === 'full' && !oneWay
          ? 'Sums of their cases. One by one they can be changed in the ledger of the Loads stage.'
          : `${order === 'second' ? 'In equilibrium when displaced (P-Δ and P-δ). ' : ''}Each is solved as a whole${oneWay ? ', with the members that pull or push only acting or slack in it' : ''}.`}
      </p>
    </div>
  );
}

function OtherAnalyses() {
  const model = useWorkbench((state) => state.model);
  const results = useWorkbench((state) => state.analyses);
  const commit = useWorkbench((state) => state.commit);
  const run = useWorkbench((state) => state.runAnalysis);
  const shape = useWorkbench((state) => state.shape);
  const look = useWorkbench((state) => state.look);
  const list = inOrder(model.analyses);
  const add = (type: Analysis['type']) => {
    const act = newAnalysis(model, type);
    if (act) commit(act);
  };
  return (
    <div className="block">
      <h3>Modes, buckling, earthquake</h3>
      {list.length === 0 && (
        <p className="secondary">None yet. They run when asked, in the background; an edit forgets their results.</p>
      )}
      {list.map((analysis) => {
        const state = results.get(analysis.id);
        const running = state !== undefined && state.outcome === undefined;
        return (
          <section key={analysis.id} className="analysis" aria-label={analysis.label}>
            <div className="row" style={{ flexWrap: 'nowrap' }}>
              <b style={{ flex: 1 }}>{analysis.label}</b>
              <Button
                size="small"
                type={state?.outcome ? 'default' : 'primary'}
                disabled={running}
                aria-label={`Run ${analysis.label}`}
                onClick={() => run(analysis.id)}
              >
                {running ? `${Math.round(100 * state.fraction)}%` : state?.outcome ? 'Run again' : 'Run'}
              </Button>
              <button
                type="button"
                className="icon-button"
                aria-label={`Delete ${analysis.label}`}
                onClick={() => commit({ edits: [{ kind: 'remove', table: 'analyses', ids: [analysis.id] }] })}
              >
                <Icon name="trash" />
              </button>
            </div>
            <AnalysisEditor analysis={analysis} />
            {state?.outcome?.findings.map((finding) => (
              <p key={finding.key} className={finding.severity === 'stop' ? 'over' : 'caption'}>
                {finding.sentence} {finding.why}
              </p>
            ))}
            {state?.outcome?.outcome && (
              <Outcome
                id={analysis.id}
                chosen={shape?.kind === 'mode' && shape.analysis === analysis.id ? shape.mode : -1}
                onChoose={(mode) => look({ shape: mode < 0 ? null : { kind: 'mode', analysis: analysis.id, mode } })}
              />
            )}
          </section>
        );
      })}
      <div className="row" style={{ marginTop: 8 }}>
        {(['modal', 'buckling', 'spectrum', 'history'] as const).map((type) => (
          <Button key={type} size="small" onClick={() => add(type)}>
            Add {analysisNames[type].toLowerCase()}
          </Button>
        ))}
      </div>
    </div>
  );
}

function Outcome({ id, chosen, onChoose }: { id: string; chosen: number; onChoose: (mode: number) => void }) {
  const outcome = useWorkbench((state) => state.analyses.get(id)?.outcome?.outcome)!;
  const seconds = useWorkbench((state) => state.analyses.get(id)?.outcome?.seconds ?? 0);
  const units = useWorkbench((state) => state.model.settings.units);
  const percent = (value: number) => `${formatNumber(100 * value, 1)}%`;
  const time = `${formatNumber(seconds, 2)} s`;
  if (outcome.type === 'history') {
    const { node, displacement, baseShear, times } = outcome.result;
    const largest = (values: Float64Array) => values.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
    return (
      <p className="caption">
        Over {formatNumber(times[times.length - 1], 1)} s: base shear up to{' '}
        {formatQuantity(largest(baseShear), 'force', units)}; node {node} moves{' '}
        {formatQuantity(largest(displacement), 'deflection', units)}. {outcome.modal.modes.length} modes, {time}.
      </p>
    );
  }
  if (outcome.type === 'spectrum') {
    return (
      <table className="plain-table">
        <caption className="caption">
          Base shear of {outcome.modal.modes.length} modes, signs lost, {time}
        </caption>
        <thead>
          <tr>
            <th>Direction</th>
            <th className="number">Base shear</th>
            <th className="number">Scaled by</th>
            <th className="number">Mass</th>
          </tr>
        </thead>
        <tbody>
          {outcome.result.directions.map(({ axis, baseShear, scale, share }) => (
            <tr key={axis}>
              <td className="strong">{axis}</td>
              <td className="number">{formatQuantity(baseShear, 'force', units)}</td>
              <td className="number">{formatNumber(scale, 3)}</td>
              <td className="number">{percent(share)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    );
  }
  const rows =
    outcome.type === 'buckling'
      ? outcome.result.modes.map(({ factor, node, way }) => [formatNumber(factor, 3), `node ${node} ${way}`])
      : outcome.result.modes.map(({ period, participation }) => [
          `${formatNumber(period, 3)} s`,
          ...[0, 1].map((axis) =>
            percent(outcome.result.mass[axis] > 0 ? participation[axis] ** 2 / outcome.result.mass[axis] : 0),
          ),
        ]);
  const heads = outcome.type === 'buckling' ? ['Factor', 'Largest movement'] : ['Period', 'Mass x', 'Mass y'];
  return (
    <>
      <table className="plain-table modes">
        <caption className="caption">
          {outcome.type === 'modal'
            ? `together ${percent(outcome.result.share[0])} in x, ${percent(outcome.result.share[1])} in y; `
            : ''}
          {outcome.result.solves} solves, {time}
        </caption>
        <thead>
          <tr>
            <th>Mode</th>
            {heads.map((head) => (
              <th key={head} className={head === 'Largest movement' ? '' : 'number'}>
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, mode) => (
            <tr key={mode} className={mode === chosen ? 'selected' : ''}>
              <td>
                <button
                  type="button"
                  className="link"
                  aria-pressed={mode === chosen}
                  aria-label={`Draw mode ${mode + 1}`}
                  onClick={() => onChoose(mode === chosen ? -1 : mode)}
                >
                  {mode + 1}
                </button>
              </td>
              {row.map((text, i) => (
                <td key={heads[i]} className={heads[i] === 'Largest movement' ? 'caption' : 'number'}>
                  {text}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

import { codeFamilies, familyOf } from '~core/codes/families';
import { Button, Checkbox, Input, Select } from 'antd';
import { useState } from 'react';
import { combiningOf, psiFactors } from '~core/combine';
import { actingLoads } from '~core/loading';
import {
  casesOfRule,
  idSource,
  inOrder,
  liveCategories,
  loadDirections,
  natures,
  type LoadCase,
  type LoadDirection,
  type Nature,
} from '~core/model';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { openTool } from '../tools/open-tool';
import { hasDirection, natureLetters, natureNames } from '../words/nature-names';

/** The cases, empty ones marked, and what the shown one is. */
export function CaseList() {
  const model = useWorkbench((state) => state.model);
  const shown = useWorkbench((state) => state.shown);
  const look = useWorkbench((state) => state.look);
  const full = new Set(actingLoads(model).map((load) => load.case));
  const made = new Set(
    inOrder(model.loadRules).flatMap((rule) => (rule.type === 'reduction' ? [] : casesOfRule(rule))),
  );
  const current = shown.kind === 'case' ? model.cases[shown.id] : undefined;
  const state = (one: LoadCase) =>
    one.selfWeight
      ? 'self-weight'
      : full.has(one.id)
        ? `${natureNames[one.nature]}${made.has(one.id) ? ', by rule' : ''}`
        : `${natureNames[one.nature]}, empty`;
  return (
    <>
      <div className="block">
        <h3>Cases</h3>
        {Object.keys(model.cases).length === 0 && (
          <p className="secondary" style={{ marginBottom: 6 }}>
            There are none yet.
          </p>
        )}
        <div className="listing">
          {inOrder(model.cases).map((one) => (
            <button
              key={one.id}
              type="button"
              className="item"
              aria-pressed={one.id === current?.id}
              onClick={() => look({ shown: { kind: 'case', id: one.id } })}
            >
              <b style={{ minWidth: Object.keys(model.cases).length > 6 ? 52 : 30 }}>{one.label}</b>
              <span style={{ flex: 1 }}>{one.name}</span>
              <span className="caption">{state(one)}</span>
            </button>
          ))}
        </div>
        {Object.keys(model.cases).length < 2 && <UsualCases />}
      </div>
      {current && <CaseEditor key={current.id} loadCase={current} />}
      <NewCase />
    </>
  );
}

/** Makes the usual cases, those whose nature is not there yet: self-weight in its own. */
function UsualCases() {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const there = new Set(Object.values(model.cases).flatMap((one) => [one.nature as string, one.label]));
  const missing = familyOf(model).cases.filter(({ nature, label }) => !there.has(nature) && !there.has(label));
  const names = missing.map(({ label }) => label).join(', ');
  const add = () => {
    const next = idSource(model);
    commit({
      edits: [{ kind: 'add', records: { cases: missing.map((one) => ({ id: next('cases'), ...one })) } }],
      sentence: `Made the usual load cases ${names}`,
    });
  };
  return (
    missing.length > 0 && (
      <Button size="small" style={{ marginTop: 4 }} title="Snow and wind come with their rules, below" onClick={add}>
        Add the usual cases {names}
      </Button>
    )
  );
}

function CaseEditor({ loadCase }: { loadCase: LoadCase }) {
  const workbench = useWorkbenchApi();
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const { code } = model.settings;
  const change = (fields: Record<string, unknown>) =>
    commit({ edits: [{ kind: 'change', table: 'cases', changes: [{ id: loadCase.id, fields }] }] });
  const text = (field: 'label' | 'name' | 'alternatives', value: string) => {
    const typed = value.trim();
    if (typed === (loadCase[field] ?? '')) return;
    if (typed !== '') change({ [field]: typed });
    else if (field === 'alternatives') change({ [field]: null });
  };
  return (
    <div className="block">
      <h3>Case {loadCase.label}</h3>
      <div className="fields">
        <label htmlFor="case-label">Short name</label>
        <Input
          id="case-label"
          key={loadCase.label}
          defaultValue={loadCase.label}
          maxLength={8}
          onBlur={(event) => text('label', event.target.value)}
          onPressEnter={(event) => text('label', event.currentTarget.value)}
        />
        <label htmlFor="case-name">Name</label>
        <Input
          id="case-name"
          key={loadCase.name}
          defaultValue={loadCase.name}
          maxLength={60}
          onBlur={(event) => text('name', event.target.value)}
          onPressEnter={(event) => text('name', event.currentTarget.value)}
        />
        <label htmlFor="case-nature">Nature</label>
        <Select
          id="case-nature"
          value={loadCase.nature}
          options={natures.map((value) => ({ value, label: natureNames[value] }))}
          onChange={(nature) => change({ nature })}
        />
        {hasDirection(loadCase.nature) && (
          <>
            <label htmlFor="case-direction">Direction</label>
            <Select
              id="case-direction"
              value={loadCase.direction ?? 'none'}
              options={[
                { value: 'none', label: 'not said' },
                ...loadDirections.map((value) => ({ value, label: `towards ${value.replace('-', '−')}` })),
              ]}
              onChange={(direction: LoadDirection | 'none') =>
                change({ direction: direction === 'none' ? null : direction })
              }
            />
          </>
        )}
        {codeFamilies[code].actions === 'en' && loadCase.nature === 'live' && (
          <>
            <label htmlFor="case-category">Category</label>
            <div>
              <Select
                id="case-category"
                style={{ width: '100%' }}
                value={loadCase.category ?? 'B'}
                options={liveCategories.map((value) => ({ value, label: value }))}
                onChange={(category) => change({ category })}
              />
              <div className="field-hint">
                ψ {psiFactors(loadCase, combiningOf(model).en).join(', ')} (EN 1990 Table A1.1)
              </div>
            </div>
          </>
        )}
        {(loadCase.nature === 'live' || loadCase.nature === 'roofLive') && (
          <>
            <label htmlFor="case-alternatives">Instead of</label>
            <div>
              <Input
                id="case-alternatives"
                key={loadCase.alternatives}
                defaultValue={loadCase.alternatives ?? ''}
                maxLength={30}
                placeholder="acts with all others"
                onBlur={(event) => text('alternatives', event.target.value)}
                onPressEnter={(event) => text('alternatives', event.currentTarget.value)}
              />
              <div className="field-hint">cases with the same word here never act together</div>
            </div>
          </>
        )}
        <span className="field-label">Acts</span>
        <div>
          <Checkbox checked={loadCase.selfWeight} onChange={(event) => change({ selfWeight: event.target.checked })}>
            with the members’ own weight
          </Checkbox>
          <Checkbox
            checked={loadCase.massOnly === true}
            onChange={(event) => change({ massOnly: event.target.checked ? true : null })}
          >
            only as seismic mass
          </Checkbox>
        </div>
      </div>
      <div className="row" style={{ gap: 6, marginTop: 8 }}>
        <Button size="small" onClick={() => openTool(workbench, 'copy-case', { case: loadCase.id })}>
          Copy with a factor
        </Button>
        <Button
          danger
          size="small"
          onClick={() => commit({ edits: [{ kind: 'remove', table: 'cases', ids: [loadCase.id] }] })}
        >
          Delete with its loads
        </Button>
      </div>
    </div>
  );
}

function NewCase() {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const look = useWorkbench((state) => state.look);
  const [label, setLabel] = useState('');
  const [name, setName] = useState('');
  const [nature, setNature] = useState<Nature>('live');
  const add = () => {
    const id = idSource(model)('cases');
    const short = label.trim() || natureLetters[nature];
    const taken = Object.values(model.cases).map((one) => one.label);
    const free = taken.includes(short)
      ? Array.from({ length: 99 }, (_, i) => `${short}${i + 2}`).find((candidate) => !taken.includes(candidate))!
      : short;
    if (
      commit({
        edits: [
          {
            kind: 'add',
            records: {
              cases: [{ id, label: free, name: name.trim() || natureNames[nature], nature, selfWeight: false }],
            },
          },
        ],
        sentence: `Added case ${free}`,
      })
    ) {
      look({ shown: { kind: 'case', id } });
      setLabel('');
      setName('');
    }
  };
  return (
    <form
      className="block"
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
    >
      <h3>New case</h3>
      <div className="fields">
        <label htmlFor="new-case-nature">Nature</label>
        <Select
          id="new-case-nature"
          value={nature}
          options={natures.map((value) => ({ value, label: natureNames[value] }))}
          onChange={setNature}
        />
        <label htmlFor="new-case-name">Name</label>
        <Input
          id="new-case-name"
          value={name}
          maxLength={60}
          placeholder={natureNames[nature]}
          onChange={(event) => setName(event.target.value)}
        />
        <label htmlFor="new-case-label">Short name</label>
        <Input
          id="new-case-label"
          value={label}
          maxLength={8}
          placeholder={natureLetters[nature]}
          onChange={(event) => setLabel(event.target.value)}
        />
      </div>
      <Button htmlType="submit" style={{ marginTop: 8 }}>
        Add case
      </Button>
    </form>
  );
}

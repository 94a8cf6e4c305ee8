import { Button, Checkbox, Input, Select } from 'antd';
import { useState } from 'react';
import { psiFactors } from '~core/combine';
import { idSource, inOrder, liveCategories, natures, type LoadCase, type Nature } from '~core/model';
import { count } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { Icon } from '../../theme/icons';
import { generate } from '../commands';
import { LoadEditor } from './load-editor';
import { PutLoadForm } from './put-load-form';
import { selectionWords } from './selection-words';

export const natureNames: Readonly<Record<Nature, string>> = {
  dead: 'dead', superimposedDead: 'superimposed dead', live: 'live', roofLive: 'roof live', snow: 'snow', wind: 'wind', seismic: 'seismic', other: 'other',
};

/** Details of the Loads stage: cases, and loads on what is selected. */
export function LoadDetails() {
  const workbench = useWorkbenchApi();
  const selection = useWorkbench((state) => state.selection);
  const model = useWorkbench((state) => state.model);
  const shown = useWorkbench((state) => state.shown);
  const chosen = selection.members.length + selection.nodes.length > 0;
  const current = shown.kind === 'case' ? model.cases[shown.id] : undefined;
  const targets = new Set([...selection.members, ...selection.nodes]);
  const own = inOrder(model.loads).filter((load) => targets.has('node' in load ? load.node : load.member));
  return (
    <aside className="details card" aria-label="Details">
      <div className="details-head">
        <div className="grow">
          <h2 className="title">{chosen ? selectionWords(model, selection) : 'Loads'}</h2>
          <div className="caption">{chosen ? `${count(own.length, 'load')} in all cases` : `${count(Object.keys(model.loads).length, 'load')} in ${count(Object.keys(model.cases).length, 'case')}`}</div>
        </div>
        {chosen && (
          <button type="button" className="icon-button" aria-label="Select nothing" onClick={() => workbench.getState().select({})}>
            <Icon name="close" />
          </button>
        )}
      </div>
      <div className="details-body">
        {chosen ? (
          <>
            {current ? <PutLoadForm key={`${selection.members.length > 0}`} loadCase={current} /> : <p className="block secondary">Choose a case in the strip below; loads are put into the case that is shown.</p>}
            {own.slice(0, 30).map((load) => (
              <LoadEditor key={load.id} load={load} />
            ))}
            {own.length > 30 && <p className="caption">{own.length - 30} more stand in the ledger.</p>}
          </>
        ) : (
          <>
            <CaseList />
            <div className="block">
              <h3>Combinations</h3>
              <p className="secondary" style={{ marginBottom: 6 }}>
                {Object.keys(model.combinations).length === 0 ? 'There are none yet.' : `${count(Object.keys(model.combinations).length, 'combination')}; every factor stands in the ledger and can be changed there.`}
              </p>
              <Button onClick={() => generate(workbench)}>Generate by {model.settings.code === 'us' ? 'ASCE 7-22' : 'EN 1990'}</Button>
            </div>
            <p className="caption">To put a load, choose a case in the strip and select members or nodes.</p>
          </>
        )}
      </div>
    </aside>
  );
}

function CaseList() {
  const model = useWorkbench((state) => state.model);
  const shown = useWorkbench((state) => state.shown);
  const look = useWorkbench((state) => state.look);
  const loads = Object.values(model.loads);
  const current = shown.kind === 'case' ? model.cases[shown.id] : undefined;
  return (
    <>
      <div className="block">
        <h3>Cases</h3>
        <div className="listing">
          {inOrder(model.cases).map((one) => (
            <button key={one.id} type="button" className="item" aria-pressed={one.id === current?.id} onClick={() => look({ shown: { kind: 'case', id: one.id } })}>
              <b style={{ width: 30 }}>{one.label}</b>
              <span style={{ flex: 1 }}>{one.name}</span>
              <span className="caption">{one.selfWeight ? 'self-weight' : loads.some((load) => load.case === one.id) ? natureNames[one.nature] : `${natureNames[one.nature]}, empty`}</span>
            </button>
          ))}
        </div>
      </div>
      {current && <CaseEditor key={current.id} loadCase={current} />}
      <NewCase />
    </>
  );
}

function CaseEditor({ loadCase }: { loadCase: LoadCase }) {
  const code = useWorkbench((state) => state.model.settings.code);
  const commit = useWorkbench((state) => state.commit);
  const change = (fields: Record<string, unknown>) => commit({ edits: [{ kind: 'change', table: 'cases', changes: [{ id: loadCase.id, fields }] }] });
  const text = (field: 'label' | 'name', value: string) => {
    if (value.trim() !== '' && value.trim() !== loadCase[field]) change({ [field]: value });
  };
  return (
    <div className="block">
      <h3>Case {loadCase.label}</h3>
      <div className="fields">
        <label htmlFor="case-label">Short name</label>
        <Input id="case-label" key={loadCase.label} defaultValue={loadCase.label} maxLength={8} onBlur={(event) => text('label', event.target.value)} onPressEnter={(event) => text('label', event.currentTarget.value)} />
        <label htmlFor="case-name">Name</label>
        <Input id="case-name" key={loadCase.name} defaultValue={loadCase.name} maxLength={60} onBlur={(event) => text('name', event.target.value)} onPressEnter={(event) => text('name', event.currentTarget.value)} />
        <label htmlFor="case-nature">Nature</label>
        <Select id="case-nature" value={loadCase.nature} options={natures.map((value) => ({ value, label: natureNames[value] }))} onChange={(nature) => change({ nature })} />
        {code === 'eurocode' && loadCase.nature === 'live' && (
          <>
            <label htmlFor="case-category">Category</label>
            <div>
              <Select id="case-category" style={{ width: '100%' }} value={loadCase.category ?? 'B'} options={liveCategories.map((value) => ({ value, label: value }))} onChange={(category) => change({ category })} />
              <div className="field-hint">ψ {psiFactors(loadCase).join(', ')} (EN 1990 Table A1.1)</div>
            </div>
          </>
        )}
        <span className="field-label">Self-weight</span>
        <Checkbox checked={loadCase.selfWeight} onChange={(event) => change({ selfWeight: event.target.checked })}>
          acts in this case
        </Checkbox>
      </div>
      <Button danger size="small" style={{ marginTop: 8 }} onClick={() => commit({ edits: [{ kind: 'remove', table: 'cases', ids: [loadCase.id] }] })}>
        Delete the case and its loads
      </Button>
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
    const short = label.trim() || { dead: 'D', superimposedDead: 'SD', live: 'L', roofLive: 'Lr', snow: 'S', wind: 'W', seismic: 'E', other: 'O' }[nature];
    const taken = Object.values(model.cases).map((one) => one.label);
    const free = taken.includes(short) ? Array.from({ length: 99 }, (_, i) => `${short}${i + 2}`).find((candidate) => !taken.includes(candidate))! : short;
    if (commit({ edits: [{ kind: 'add', records: { cases: [{ id, label: free, name: name.trim() || natureNames[nature], nature, selfWeight: false }] } }], sentence: `Added case ${free}` })) {
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
        <Select id="new-case-nature" value={nature} options={natures.map((value) => ({ value, label: natureNames[value] }))} onChange={setNature} />
        <label htmlFor="new-case-name">Name</label>
        <Input id="new-case-name" value={name} maxLength={60} placeholder={natureNames[nature]} onChange={(event) => setName(event.target.value)} />
        <label htmlFor="new-case-label">Short name</label>
        <Input id="new-case-label" value={label} maxLength={8} onChange={(event) => setLabel(event.target.value)} />
      </div>
      <Button htmlType="submit" style={{ marginTop: 8 }}>
        Add case
      </Button>
    </form>
  );
}

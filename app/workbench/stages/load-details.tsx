import { Button } from 'antd';
import { combinationCodeOf, combiningOf } from '~core/combine';
import { receivedBy, targetOf } from '~core/loading';
import { inOrder, loadTarget, meshedPanels, type Load } from '~core/model';
import { count, formatQuantity } from '~core/units';
import { useWorkbench, useWorkbenchApi, type Workbench } from '../../state/store';
import { Icon } from '../../theme/icons';
import { generate } from '../commands/commands';
import { toolOf } from '../tools/all-tools';
import { combinationTools } from '../tools/combination-tools';
import { floorLoadTools } from '../tools/floor-load-tools';
import { areaValues, lineValues, loadTools } from '../tools/load-tools';
import { isOfLoads, openTool } from '../tools/open-tool';
import { ToolCard } from '../tools/tool-card';
import { usePart } from '../fields/part';
import { CardSide, useShowsSelection } from '../cards/card-side';
import { SelectNothing } from '../cards/select-nothing';
import { CaseList } from '../cards/case-editor';
import { LoadEditor } from '../kinds/loads/editor';
import { PutLoadForm } from '../cards/put-load-form';
import { RuleList } from '../cards/rule-list';
import { selectionWords } from '../../state/selection';

const mostListed = 30;

/** Details of the Loads stage: cases, loads on what is selected, loads on areas, rules and combinations. */
export function LoadDetails() {
  const workbench = useWorkbenchApi();
  const selection = useWorkbench((state) => state.selection);
  const model = useWorkbench((state) => state.model);
  const shown = useWorkbench((state) => state.shown);
  const open = useWorkbench((state) => state.openTool);
  const tool = open && toolOf(open.id);
  const chosen = useShowsSelection();
  const pickedIds = useWorkbench((state) => state.selection.loads);
  const body = usePart<HTMLDivElement>(chosen ? 'put' : 'cases');
  if (tool && isOfLoads(tool)) return <ToolCard key={tool.id} tool={tool} />;
  const current = shown.kind === 'case' ? model.cases[shown.id] : undefined;
  const targets = new Set([...selection.members, ...selection.nodes]);
  const picked = chosen ? [] : pickedIds.flatMap((id) => model.loads[id] ?? []);
  const own = chosen ? inOrder(model.loads).filter((load) => targets.has(loadTarget(load) ?? '')) : [];
  return (
    <aside className="details card" aria-label="Details">
      <CardSide />
      <div className="details-head">
        <div className="grow">
          <h2 className="title">
            {chosen ? selectionWords(model, selection) : picked.length > 0 ? count(picked.length, 'load') : 'Loads'}
          </h2>
          <div className="caption">
            {chosen
              ? `${count(own.length, 'load')} in all cases`
              : `${count(Object.keys(model.loads).length, 'load')} in ${count(Object.keys(model.cases).length, 'case')}`}
          </div>
        </div>
        {(chosen || picked.length > 0) && <SelectNothing />}
      </div>
      <div className="details-body" ref={body}>
        {chosen ? (
          <>
            {current ? <PutLoadForm key={`${selection.members.length > 0}`} loadCase={current} /> : <CaseToPutInto />}
            {current && <FromAreas loadCase={current.id} />}
            {own.slice(0, mostListed).map((load) => (
              <LoadEditor key={load.id} load={load} />
            ))}
            {own.length > mostListed && <p className="caption">{own.length - mostListed} more stand in the ledger.</p>}
          </>
        ) : picked.length > 0 ? (
          <>
            {picked.slice(0, mostListed).map((load) => (
              <LoadEditor key={load.id} load={load} onOpen={openerOf(workbench, load)} />
            ))}
            {picked.length > mostListed && (
              <p className="caption">{picked.length - mostListed} more stand in the ledger.</p>
            )}
            <p className="field-hint">
              Delete takes {picked.length === 1 ? 'it' : 'them'} away; Shift-click adds others.
            </p>
          </>
        ) : (
          <>
            <CaseList />
            <AreaList />
            <RuleList />
            <Combinations />
          </>
        )}
      </div>
    </aside>
  );
}

/** Opens the form an area or a line load was made with; other loads have their fields beside them. */
function openerOf(workbench: Workbench, load: Load): (() => void) | undefined {
  const { model } = workbench.getState();
  return load.type === 'area'
    ? () => openTool(workbench, 'area-load', areaValues(load, model))
    : load.type === 'line'
      ? () => openTool(workbench, 'line-load', lineValues(load))
      : undefined;
}

/** While an envelope or a combination is shown: the case that loads are to be put into. */
function CaseToPutInto() {
  const model = useWorkbench((state) => state.model);
  const look = useWorkbench((state) => state.look);
  const cases = inOrder(model.cases);
  return (
    <div className="block">
      <h3>Put a load into case</h3>
      {cases.length === 0 ? (
        <Button onClick={() => look({ cardSide: 'stage' })}>Add a load case first</Button>
      ) : (
        <div className="choices">
          {cases.map((one) => (
            <button
              key={one.id}
              type="button"
              className="choice"
              title={one.name}
              onClick={() => look({ shown: { kind: 'case', id: one.id } })}
            >
              {one.label}
            </button>
          ))}
        </div>
      )}
    </div>
  );
}

/** What the selected members receive of areas and lines in a case. */
function FromAreas({ loadCase }: { loadCase: string }) {
  const model = useWorkbench((state) => state.model);
  const members = useWorkbench((state) => state.selection.members);
  const found = members.length === 0 ? [] : receivedBy(model, loadCase, members);
  if (found.length === 0) return null;
  return (
    <div className="block">
      <h3>
        Received <span className="caption">of areas and lines in case {model.cases[loadCase].label}</span>
      </h3>
      {found.slice(0, mostListed).map(({ load, total }) => (
        <div key={load.id} className="row" style={{ justifyContent: 'space-between' }}>
          <span>
            {targetOf(load, model)} <span className="caption">{load.id}</span>
          </span>
          <b>{formatQuantity(total, 'force', model.settings.units)}</b>
        </div>
      ))}
    </div>
  );
}

/** Loads on areas and along lines of the shown case, and what puts new ones. */
function AreaList() {
  const workbench = useWorkbenchApi();
  const model = useWorkbench((state) => state.model);
  const shown = useWorkbench((state) => state.shown);
  const own = inOrder(model.loads).flatMap((load) =>
    (load.type === 'area' || load.type === 'line') && shown.kind === 'case' && load.case === shown.id ? [load] : [],
  );
  return (
    <div className="block">
      <h3>On areas, along lines</h3>
      {own.slice(0, mostListed).map((load) => (
        <LoadEditor key={load.id} load={load} onOpen={openerOf(workbench, load)} />
      ))}
      <div className="row" style={{ gap: 4, flexWrap: 'wrap' }}>
        {[...loadTools, ...(meshedPanels(model).length > 0 ? floorLoadTools : [])]
          .filter((tool) => tool.id !== 'copy-case')
          .map((tool) => (
            <Button
              key={tool.id}
              size="small"
              disabled={Object.keys(model.cases).length === 0}
              title={tool.about}
              onClick={() => openTool(workbench, tool.id)}
            >
              {shortNames[tool.id] ?? tool.title}
            </Button>
          ))}
      </div>
      <p className="field-hint">To load members or nodes, choose a case in the strip and select them.</p>
    </div>
  );
}

const shortNames: Readonly<Record<string, string>> = {
  'area-load': 'Area load',
  'line-load': 'Line load',
  'probe-load': 'What acts where?',
  'spot-load': 'Force on a slab',
  'panel-temperature': 'Warm a slab',
  'line-settlement': 'Settle a line',
};

function Combinations() {
  const workbench = useWorkbenchApi();
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const look = useWorkbench((state) => state.look);
  const size = Object.keys(model.combinations).length;
  return (
    <div className="block">
      <h3>Combinations</h3>
      <p className="secondary" style={{ marginBottom: 6 }}>
        {size === 0
          ? 'There are none yet.'
          : `${count(size, 'combination')}; every factor stands in the ledger and can be changed there.`}
      </p>
      <div className="row" style={{ gap: 4, flexWrap: 'wrap' }}>
        <Button type={size === 0 ? 'primary' : 'default'} size="small" onClick={() => generate(workbench)}>
          Generate by {combinationCodeOf(model).title(combiningOf(model))}
        </Button>
        {combinationTools.map((tool) => (
          <Button key={tool.id} size="small" title={tool.about} onClick={() => openTool(workbench, tool.id)}>
            {{
              combining: 'Options',
              'trim-combinations': 'Which cannot govern?',
              'own-combination': 'Write one',
              'own-envelope': 'Envelope',
            }[tool.id] ?? tool.title}
          </Button>
        ))}
      </div>
      {inOrder(model.envelopes).map((envelope) => (
        <div key={envelope.id} className="row" style={{ gap: 4, marginTop: 4 }}>
          <Button
            size="small"
            style={{ flex: 1 }}
            onClick={() => look({ shown: { kind: 'ownEnvelope', id: envelope.id } })}
          >
            {envelope.label} of {count(envelope.cases.length + envelope.combinations.length, 'state')}
          </Button>
          <Button
            size="small"
            onClick={() =>
              openTool(workbench, 'own-envelope', {
                envelope: envelope.id,
                name: envelope.label,
                cases: envelope.cases,
                combinations: envelope.combinations,
              })
            }
          >
            Change
          </Button>
          <button
            type="button"
            className="icon-button"
            aria-label={`Delete envelope ${envelope.label}`}
            onClick={() => commit({ edits: [{ kind: 'remove', table: 'envelopes', ids: [envelope.id] }] })}
          >
            <Icon name="trash" />
          </button>
        </div>
      ))}
    </div>
  );
}

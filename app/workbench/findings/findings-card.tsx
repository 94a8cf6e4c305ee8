import { Button, Input, Select } from 'antd';
import { useMemo, useState } from 'react';
import { mendAct, mendAll, mendLabel, RecordCollector, whatHolds } from '~core/build';
import { acceptanceOf, type Finding, type Mend } from '~core/model';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { FindingMark } from '../../theme/icons';
import { commitAndTell } from '../deleting';
import { PopoverCard } from '../shell/popover-card';
import { showFinding } from './show-finding';

const mostListed = 120;
const ruleWords = (rule: string) => rule.replace(/-/g, ' ');

/** All findings, those that stop first, by kind: shown, mended one by one or all of a kind, accepted with a reason. */
export function FindingsCard() {
  const workbench = useWorkbenchApi();
  const model = useWorkbench((state) => state.model);
  const findings = useWorkbench((state) => state.findings);
  const commit = useWorkbench((state) => state.commit);
  const select = useWorkbench((state) => state.select);
  const [rule, setRule] = useState<string>();
  const [accepting, setAccepting] = useState<string>();
  const [asked, setAsked] = useState<string>();
  const open = useMemo(() => findings.filter((finding) => !acceptanceOf(model, finding)), [findings, model]);
  const accepted = useMemo(() => findings.flatMap((finding) => {
    const acceptance = acceptanceOf(model, finding);
    return acceptance ? [{ finding, acceptance }] : [];
  }), [findings, model]);
  const rules = [...new Set(open.map((finding) => finding.rule))];
  const chosen = rule !== undefined && rules.includes(rule) ? rule : undefined;
  const shown = open.filter((finding) => chosen === undefined || finding.rule === chosen).sort((a, b) => (a.severity === b.severity ? 0 : a.severity === 'stop' ? -1 : 1));
  const mendable = shown.filter((finding) => finding.mend);
  const selectAll = () => select({ members: [...new Set(shown.flatMap((finding) => finding.place.members ?? []))].filter((id) => id in model.members), nodes: [...new Set(shown.flatMap((finding) => (finding.place.members ? [] : (finding.place.nodes ?? []))))].filter((id) => id in model.nodes) });
  const mend = (one: Mend) => {
    const act = mendAct(model, one);
    if (act) commitAndTell(workbench, act);
    else workbench.getState().notify('This mend no longer applies: the model was changed meanwhile.');
  };
  const mendThese = () => {
    const { act, mended } = mendAll(model, mendable);
    if (act && commit(act)) workbench.getState().notify(`${mended} of ${mendable.length} mended in one step; it can be undone.`);
  };
  const accept = (finding: Finding, reason: string) => {
    commit({ edits: [{ kind: 'add', records: { acceptances: [{ id: new RecordCollector(model).nextId('acceptances'), finding: finding.key, reason }] } }], sentence: `Accepted: ${finding.sentence}`.slice(0, 290) });
    setAccepting(undefined);
  };
  return (
    <PopoverCard title="Findings" side="right">
      {findings.length === 0 && <p className="secondary">Nothing was found. What was looked for: supports, mechanisms, loose, close and doubled nodes and members, crossings without joints, missing sections and materials, suspected units, loads past the end, cases in no combination.</p>}
      {open.length > 0 && (
        <div className="row" style={{ gap: 6, margin: '6px 0' }}>
          <Select aria-label="Kind of finding" size="small" style={{ minWidth: 170 }} value={chosen ?? 'all'} onChange={(value) => setRule(value === 'all' ? undefined : value)} options={[{ value: 'all', label: `all kinds (${open.length})` }, ...rules.map((value) => ({ value, label: `${ruleWords(value)} (${open.filter((finding) => finding.rule === value).length})` }))]} />
          <Button size="small" onClick={selectAll}>
            Select all
          </Button>
          {mendable.length > 1 && chosen !== undefined && (
            <Button size="small" type="primary" onClick={mendThese}>
              Mend all {mendable.length}
            </Button>
          )}
        </div>
      )}
      {shown.slice(0, mostListed).map((finding) => (
        <article className="finding" key={finding.key}>
          <FindingMark severity={finding.severity} />
          <div>
            <span className="strong">{finding.sentence}</span> <span className="secondary">{finding.why}</span>
          </div>
          <div className="actions">
            {(finding.place.members ?? finding.place.nodes) && (
              <Button size="small" onClick={() => showFinding(workbench, finding)}>
                Show
              </Button>
            )}
            {questionOf(finding) && <Button size="small" aria-expanded={asked === finding.key} onClick={() => (finding.rule === 'residual' || finding.rule === 'equilibrium' ? workbench.getState().look({ stage: 'results', popover: 'none', panel: { kind: 'residual', of: finding.place.case ?? Object.keys(model.cases)[0] } }) : setAsked(asked === finding.key ? undefined : finding.key))}>Why is this here?</Button>}
            {finding.mend && (
              <Button size="small" type="primary" onClick={() => mend(finding.mend!)}>
                {mendLabel(model, finding.mend)}
              </Button>
            )}
            {finding.others?.map((one) => (
              <Button size="small" key={one.label} onClick={() => mend(one)}>
                {mendLabel(model, one)}
              </Button>
            ))}
            {finding.severity === 'remark' && accepting !== finding.key && (
              <Button size="small" type="text" onClick={() => setAccepting(finding.key)}>
                Accept …
              </Button>
            )}
          </div>
          {asked === finding.key && <WhatHolds finding={finding} />}
          {accepting === finding.key && <AcceptForm onAccept={(reason) => accept(finding, reason)} onCancel={() => setAccepting(undefined)} />}
        </article>
      ))}
      {shown.length > mostListed && <p className="caption">{shown.length - mostListed} more are not listed; choose a kind, or mend these first.</p>}
      {accepted.length > 0 && (
        <>
          <h3 className="strong" style={{ marginTop: 10 }}>
            Accepted <span className="caption">{accepted.length}</span>
          </h3>
          {accepted.map(({ finding, acceptance }) => (
            <article className="finding" key={finding.key}>
              <span aria-hidden="true">✓</span>
              <div>
                <span>{finding.sentence}</span> <span className="secondary">Accepted: {acceptance.reason}</span>
              </div>
              <div className="actions">
                <Button size="small" type="text" onClick={() => commit({ edits: [{ kind: 'remove', table: 'acceptances', ids: [acceptance.id] }], sentence: 'Took an acceptance back' })}>
                  Take back
                </Button>
              </div>
            </article>
          ))}
        </>
      )}
    </PopoverCard>
  );
}

/** Whether a finding can be asked why it is here: a movement without resistance, or forces that do not add up. */
const questionOf = (finding: Finding): boolean => finding.motion !== undefined || finding.rule === 'mechanism' || finding.rule === 'residual' || finding.rule === 'equilibrium';

/** What holds the node that moves most, and the others that move with it. */
function WhatHolds({ finding }: { finding: Finding }) {
  const model = useWorkbench((state) => state.model);
  const moving = finding.motion?.nodes ?? finding.place.nodes ?? [];
  const size = (i: number) => Math.hypot(...(finding.motion?.displacements.slice(6 * i, 6 * i + 3) ?? [0]));
  const most = moving.reduce((best, _, i) => (size(i) > size(best) ? i : best), 0);
  const node = finding.place.nodes?.[0] ?? moving[most];
  if (node === undefined) return null;
  return (
    <div className="accept" style={{ display: 'block' }}>
      <ul>{whatHolds(model, node).map((sentence) => <li key={sentence}>{sentence}</li>)}</ul>
      {moving.length > 1 && <p className="caption">{moving.length} nodes move together: {moving.slice(0, 12).join(', ')}{moving.length > 12 ? ' …' : ''}. “Show” draws how; hold one of them against it, join a hinge, or brace the part.</p>}
    </div>
  );
}

function AcceptForm({ onAccept, onCancel }: { onAccept: (reason: string) => void; onCancel: () => void }) {
  const [reason, setReason] = useState('');
  return (
    <form
      className="row accept"
      onSubmit={(event) => {
        event.preventDefault();
        if (reason.trim() !== '') onAccept(reason.trim());
      }}
    >
      <Input autoFocus size="small" aria-label="Why it may stand" placeholder="why it may stand" value={reason} maxLength={300} onChange={(event) => setReason(event.target.value)} />
      <Button size="small" htmlType="submit" disabled={reason.trim() === ''}>
        Accept
      </Button>
      <Button size="small" type="text" onClick={onCancel}>
        Cancel
      </Button>
    </form>
  );
}

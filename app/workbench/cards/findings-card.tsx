import { Button, Input, Select } from 'antd';
import { useMemo, useState } from 'react';
import { floorsMend, mendAct, mendAll, mendLabel, movesSideways, RecordCollector, whatHolds } from '~core/build';
import { bundled, isBundle } from '~core/findings';
import { acceptanceOf, type Finding, type Mend } from '~core/model';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { FindingMark } from '../../theme/icons';
import { commitAndTell } from '../acts/deleting';
import { MeshComparison } from '../pieces/mesh-comparison';
import { PopoverCard } from '../pieces/popover-card';
import { openTool } from '../tools/open-tool';
import { showFinding } from '../acts/show-finding';

const mostListed = 120;
const ruleWords = (rule: string) => rule.replace(/-/g, ' ');

type Severity = 'all' | Finding['severity'];
/** What a finding may be about, for the filter. */
const objects = { members: 'members', nodes: 'nodes', loads: 'loads', other: 'the project' } as const;
const objectOf = ({ place }: Finding): keyof typeof objects =>
  place.loads?.length ? 'loads' : place.members?.length ? 'members' : place.nodes?.length ? 'nodes' : 'other';

/** All findings, those that stop first, filtered by kind, case, object and severity; equal ones told as one; shown, mended one by one or together, accepted with a reason. */
export function FindingsCard() {
  const workbench = useWorkbenchApi();
  const model = useWorkbench((state) => state.model);
  const findings = useWorkbench((state) => state.findings);
  const commit = useWorkbench((state) => state.commit);
  const select = useWorkbench((state) => state.select);
  const [rule, setRule] = useState('all');
  const [severity, setSeverity] = useState<Severity>('all');
  const [object, setObject] = useState('all');
  const [loadCase, setCase] = useState('all');
  const [unfolded, setUnfolded] = useState<ReadonlySet<string>>(new Set());
  const open = useMemo(() => findings.filter((finding) => !acceptanceOf(model, finding)), [findings, model]);
  const accepted = useMemo(
    () =>
      findings.flatMap((finding) => {
        const acceptance = acceptanceOf(model, finding);
        return acceptance ? [{ finding, acceptance }] : [];
      }),
    [findings, model],
  );
  const choices = <T extends string>(of: (finding: Finding) => T | undefined) => [
    ...new Set(open.flatMap((finding) => of(finding) ?? [])),
  ];
  const [rules, cases, kinds] = [
    choices((finding) => finding.rule),
    choices((finding) => finding.place.case),
    choices(objectOf),
  ];
  const chosen = {
    rule: rules.includes(rule) ? rule : 'all',
    case: cases.includes(loadCase) ? loadCase : 'all',
    object: kinds.some((kind) => kind === object) ? object : 'all',
  };
  const shown = open
    .filter(
      (finding) =>
        (chosen.rule === 'all' || finding.rule === chosen.rule) &&
        (severity === 'all' || finding.severity === severity) &&
        (chosen.case === 'all' || finding.place.case === chosen.case) &&
        (chosen.object === 'all' || objectOf(finding) === chosen.object),
    )
    .sort((p, q) => (p.severity === q.severity ? 0 : p.severity === 'stop' ? -1 : 1));
  const listed = useMemo(() => bundled(shown), [shown]);
  const counted = (of: (finding: Finding) => boolean) => open.filter(of).length;
  const selectAll = (list: readonly Finding[]) =>
    select({
      members: [...new Set(list.flatMap((finding) => finding.place.members ?? []))].filter((id) => id in model.members),
      nodes: [...new Set(list.flatMap((finding) => (finding.place.members ? [] : (finding.place.nodes ?? []))))].filter(
        (id) => id in model.nodes,
      ),
    });
  const mendThese = (list: readonly Finding[]) => {
    const { act, mended } = mendAll(model, list);
    if (act && commit(act))
      workbench.getState().notify(`${mended} of ${list.length} mended in one step; Ctrl Z takes it back.`);
  };
  const accept = (list: readonly Finding[], reason: string) => {
    const { nextId } = new RecordCollector(model);
    commit({
      edits: [
        {
          kind: 'add',
          records: {
            acceptances: list.map((finding) => ({ id: nextId('acceptances'), finding: finding.key, reason })),
          },
        },
      ],
      sentence: `Accepted: ${list.length > 1 ? `${list.length} findings, ` : ''}${list[0].sentence}`.slice(0, 290),
    });
  };
  const toggle = (key: string) =>
    setUnfolded((before) => {
      const next = new Set(before);
      if (!next.delete(key)) next.add(key);
      return next;
    });
  const filter = (
    label: string,
    value: string,
    set: (value: string) => void,
    all: string,
    options: readonly { value: string; label: string }[],
  ) =>
    options.length > 1 && (
      <Select
        aria-label={label}
        size="small"
        style={{ flex: '1 1 130px', minWidth: 0 }}
        popupMatchSelectWidth={false}
        value={value}
        onChange={set}
        options={[{ value: 'all', label: all }, ...options]}
      />
    );
  const mendable = shown.filter((finding) => finding.mend);
  return (
    <PopoverCard title="Findings" side="right">
      {findings.length === 0 && (
        <p className="secondary">
          Nothing was found. What was looked for: supports, mechanisms, loose, close and doubled nodes and members,
          crossings without joints, missing sections and materials, suspected units, loads past the end, cases in no
          combination.
        </p>
      )}
      {open.length > 0 && (
        <div className="row" style={{ gap: 6, margin: '6px 0' }} role="group" aria-label="Filter of findings">
          {filter(
            'Severity',
            severity,
            (value) => setSeverity(value as Severity),
            `all ${open.length}`,
            (['stop', 'remark'] as const).flatMap((value) => {
              const number = counted((finding) => finding.severity === value);
              return number > 0
                ? [
                    {
                      value,
                      label: `${number} ${value === 'stop' ? (number === 1 ? 'stop' : 'stops') : number === 1 ? 'remark' : 'remarks'}`,
                    },
                  ]
                : [];
            }),
          )}
          {filter(
            'Kind of finding',
            chosen.rule,
            setRule,
            'all kinds',
            rules.map((value) => ({
              value,
              label: `${ruleWords(value)} (${counted((finding) => finding.rule === value)})`,
            })),
          )}
          {filter(
            'Object',
            chosen.object,
            setObject,
            'on anything',
            kinds.map((value) => ({
              value,
              label: `on ${objects[value]} (${counted((finding) => objectOf(finding) === value)})`,
            })),
          )}
          {filter(
            'Case',
            chosen.case,
            setCase,
            'in any case',
            cases.map((value) => ({
              value,
              label: `case ${model.cases[value]?.label ?? value} (${counted((finding) => finding.place.case === value)})`,
            })),
          )}
          <Button size="small" onClick={() => selectAll(shown)}>
            Select all
          </Button>
          {mendable.length > 1 && (
            <Button
              size="small"
              type={chosen.rule === 'all' ? 'default' : 'primary'}
              onClick={() => mendThese(mendable)}
            >
              Mend all {mendable.length}
            </Button>
          )}
        </div>
      )}
      {listed.slice(0, mostListed).map((one) =>
        isBundle(one) ? (
          <article className="finding" key={one.key} aria-label={`${one.findings.length} findings of one kind`}>
            <FindingMark severity={one.severity} />
            <div>
              <span className="strong">
                {one.findings.length} times {ruleWords(one.rule)}:
              </span>{' '}
              <span>{one.findings[0].sentence}</span>{' '}
              <span className="secondary">
                And {one.findings.length - 1} more like it. {one.findings[0].why}
              </span>
            </div>
            <BundleActions
              findings={one.findings}
              unfolded={unfolded.has(one.key)}
              onUnfold={() => toggle(one.key)}
              onSelect={() => selectAll(one.findings)}
              onMend={mendThese}
              onAccept={(reason) => accept(one.findings, reason)}
            />
            {unfolded.has(one.key) && (
              <div style={{ gridColumn: '1 / -1', paddingLeft: 12 }}>
                {one.findings.slice(0, mostListed).map((finding) => (
                  <FindingRow key={finding.key} finding={finding} onAccept={(reason) => accept([finding], reason)} />
                ))}
              </div>
            )}
          </article>
        ) : (
          <FindingRow key={one.key} finding={one} onAccept={(reason) => accept([one], reason)} />
        ),
      )}
      {listed.length > mostListed && (
        <p className="caption">{listed.length - mostListed} more are not listed; choose a kind, or mend these first.</p>
      )}
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
                <Button
                  size="small"
                  type="text"
                  onClick={() =>
                    commit({
                      edits: [{ kind: 'remove', table: 'acceptances', ids: [acceptance.id] }],
                      sentence: 'Took an acceptance back',
                    })
                  }
                >
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

/** One finding with its cures. */
function FindingRow({ finding, onAccept }: { finding: Finding; onAccept: (reason: string) => void }) {
  const workbench = useWorkbenchApi();
  const model = useWorkbench((state) => state.model);
  const [asked, setAsked] = useState(false);
  const [accepting, setAccepting] = useState(false);
  const [compared, setCompared] = useState(false);
  const meshMends =
    finding.place.panel === undefined ? [] : [...(finding.mend ? [finding.mend] : []), ...(finding.others ?? [])];
  const mend = (one: Mend) => {
    const act = mendAct(model, one);
    if (act) commitAndTell(workbench, act);
    else workbench.getState().notify('This mend no longer applies: the model was changed meanwhile.');
  };
  const floors = floorsMend(model, finding);
  const why = () =>
    finding.rule === 'residual' || finding.rule === 'equilibrium'
      ? workbench.getState().look({
          stage: 'results',
          popover: 'none',
          panel: { kind: 'residual', of: finding.place.case ?? Object.keys(model.cases)[0] },
        })
      : setAsked(!asked);
  return (
    <article className="finding">
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
        {questionOf(finding) && (
          <Button size="small" aria-expanded={asked} onClick={why}>
            Why is this here?
          </Button>
        )}
        {finding.mend && (
          <Button size="small" type="primary" onClick={() => mend(finding.mend!)}>
            {mendLabel(model, finding.mend)}
          </Button>
        )}
        {meshMends.length > 0 && (
          <Button size="small" aria-expanded={compared} onClick={() => setCompared(!compared)}>
            Compare meshes
          </Button>
        )}
        {finding.others?.map((one) => (
          <Button size="small" key={one.label} onClick={() => mend(one)}>
            {mendLabel(model, one)}
          </Button>
        ))}
        {floors && (
          <Button size="small" onClick={() => mend(floors)}>
            {floors.label}
          </Button>
        )}
        {movesSideways(finding) && (
          <Button
            size="small"
            onClick={() => {
              workbench.getState().closeCard();
              openTool(workbench, 'bracing');
            }}
          >
            Brace bays …
          </Button>
        )}
        {finding.severity === 'remark' && !accepting && (
          <Button size="small" type="text" onClick={() => setAccepting(true)}>
            Accept …
          </Button>
        )}
      </div>
      {asked && <WhatHolds finding={finding} />}
      {compared && <MeshComparison panel={finding.place.panel!} nodes={finding.place.nodes ?? []} mends={meshMends} />}
      {accepting && (
        <AcceptForm
          onAccept={(reason) => {
            onAccept(reason);
            setAccepting(false);
          }}
          onCancel={() => setAccepting(false)}
        />
      )}
    </article>
  );
}

/** What can be done with equal findings together. */
function BundleActions({
  findings,
  unfolded,
  onUnfold,
  onSelect,
  onMend,
  onAccept,
}: {
  findings: readonly Finding[];
  unfolded: boolean;
  onUnfold: () => void;
  onSelect: () => void;
  onMend: (findings: readonly Finding[]) => void;
  onAccept: (reason: string) => void;
}) {
  const [accepting, setAccepting] = useState(false);
  const mendable = findings.filter((finding) => finding.mend);
  return (
    <>
      <div className="actions">
        <Button size="small" onClick={onSelect}>
          Select them
        </Button>
        {mendable.length > 0 && (
          <Button size="small" type="primary" onClick={() => onMend(mendable)}>
            {mendable.length === findings.length
              ? `Mend all ${findings.length}`
              : `Mend ${mendable.length} of ${findings.length}`}
          </Button>
        )}
        <Button size="small" aria-expanded={unfolded} onClick={onUnfold}>
          {unfolded ? 'Fold' : 'One by one'}
        </Button>
        {findings[0].severity === 'remark' && !accepting && (
          <Button size="small" type="text" onClick={() => setAccepting(true)}>
            Accept all …
          </Button>
        )}
      </div>
      {accepting && (
        <AcceptForm
          onAccept={(reason) => {
            onAccept(reason);
            setAccepting(false);
          }}
          onCancel={() => setAccepting(false)}
        />
      )}
    </>
  );
}

/** Whether a finding can be asked why it is here: a movement without resistance, or forces that do not add up. */
const questionOf = (finding: Finding): boolean =>
  finding.motion !== undefined ||
  finding.rule === 'mechanism' ||
  finding.rule === 'residual' ||
  finding.rule === 'equilibrium';

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
      <ul>
        {whatHolds(model, node).map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
      {moving.length > 1 && (
        <p className="caption">
          {moving.length} nodes move together: {moving.slice(0, 12).join(', ')}
          {moving.length > 12 ? ' …' : ''}. “Show” draws how; hold one of them against it, join a hinge, or brace the
          part.
        </p>
      )}
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
      <Input
        autoFocus
        size="small"
        aria-label="Why it may stand"
        placeholder="why it may stand"
        value={reason}
        maxLength={300}
        onChange={(event) => setReason(event.target.value)}
      />
      <Button size="small" htmlType="submit" disabled={reason.trim() === ''}>
        Accept
      </Button>
      <Button size="small" type="text" onClick={onCancel}>
        Cancel
      </Button>
    </form>
  );
}

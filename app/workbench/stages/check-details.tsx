import { codeFamilies } from '~core/codes/families';
import { Button } from 'antd';
import { basisOf } from '~core/checks';
import { count, formatNumber } from '~core/units';
import { useWorkbench } from '../../state/store';
import { selectionOf } from '../../state/selection';
import { utilisationColor } from '../../theme/tokens';
import { UtilisationBar } from '../../theme/utilisation-bar';
import { concreteOf } from '../acts/copy-rules';
import { capital } from '../words/capital';
import { CardSide, useShowsSelection } from '../cards/card-side';
import { DesignEditor } from '../cards/design-editor';
import { LinesOf } from '../cards/lines-of';
import { MendsBlock } from '../cards/mends-block';
import { placeWords } from '../words/selection-words';

/** Details of the Checks stage: the state of all checks, or the design of the selected members. */
export function CheckDetails() {
  const selection = useWorkbench((state) => state.selection);
  const model = useWorkbench((state) => state.model);
  const checks = useWorkbench((state) => state.checks);
  const openPage = useWorkbench((state) => state.openPage);
  const status = useWorkbench((state) => state.solveStatus);
  const { members } = selection;
  const showsSelection = useShowsSelection();
  if (members.length === 0 || !showsSelection) return <AllChecks />;
  const single = members.length === 1 ? members[0] : undefined;
  const row = single === undefined ? undefined : checks.get(single);
  return (
    <aside className="details card" aria-label="Details">
      <CardSide />
      <div className="details-head">
        <div className="grow">
          <h2 className="title">
            {single
              ? `${capital(model.members[single].role)} ${model.members[single].label ?? single}`
              : count(members.length, 'member')}
          </h2>
          {single && <div className="caption">{placeWords(model, single)}</div>}
        </div>
      </div>
      <div className="details-body">
        {single &&
          (row === undefined ? (
            <p className="block secondary">
              {status === 'stopped' ? 'Not checked: the analysis stopped; see the findings.' : 'Being checked …'}
            </p>
          ) : row.utilisation === null ? (
            <p className="block">
              <b>Open: not checked.</b> <span className="secondary">{row.reason}</span>
            </p>
          ) : (
            <div className="block">
              <UtilisationBar value={row.utilisation} width={120} verdict={row.verdict} />
              <p className="secondary" style={{ marginTop: 4 }}>
                {row.title}, {row.code} {row.clause}; {row.combination} governs. {count(row.skipped, 'check')} not made,
                with reasons on the sheet.
              </p>
              {row.open !== '' && (
                <div style={{ marginTop: 4 }}>
                  <b>{row.verdict === 'open' ? 'The verdict is open' : 'Not made either'}:</b>
                  {row.open.split('\n').map((reason) => (
                    <p key={reason} className="secondary">
                      {reason}
                    </p>
                  ))}
                </div>
              )}
              <Button
                type="primary"
                style={{ marginTop: 6 }}
                onClick={() => openPage({ kind: 'sheet', member: single, check: row.id })}
              >
                Open the calculation sheet
              </Button>
            </div>
          ))}
        {single && <MendsBlock member={single} />}
        <LinesOf members={members} />
        <DesignEditor ids={members} />
      </div>
    </aside>
  );
}

function AllChecks() {
  const checks = useWorkbench((state) => state.checks);
  const model = useWorkbench((state) => state.model);
  const { code } = model.settings;
  const status = useWorkbench((state) => state.solveStatus);
  const look = useWorkbench((state) => state.look);
  const select = useWorkbench((state) => state.select);
  const rows = [...checks.values()];
  const made = rows.filter((row) => row.utilisation !== null);
  const over = made.filter((row) => row.utilisation! > 1);
  const reasons = new Map<string, string[]>();
  const held = rows.filter((row) => row.verdict === 'holds');
  const open = rows.filter((row) => row.verdict === 'open');
  for (const row of open)
    for (const reason of row.open.split('\n'))
      if (reason !== '') reasons.set(reason, [...(reasons.get(reason) ?? []), row.memberId]);
  return (
    <aside className="details card" aria-label="Details">
      <CardSide />
      <div className="details-head">
        <div className="grow">
          <h2 className="title">Checks</h2>
          <div className="caption">
            {codeFamilies[code].checks}; all combinations for strength, of concrete beams for service
          </div>
        </div>
      </div>
      <div className="details-body">
        {rows.length === 0 ? (
          <>
            <p className="secondary">
              {status === 'stopped'
                ? 'Nothing is checked, because the analysis stopped. The findings say why.'
                : status === 'checking' || status === 'solving'
                  ? 'Checking …'
                  : 'There are no members to check.'}
            </p>
            <Piers />
          </>
        ) : (
          <>
            <div className="block">
              <p>
                Of {count(rows.length, 'member')} <b>{held.length}</b> {held.length === 1 ? 'holds' : 'hold'},{' '}
                <b className={over.length > 0 ? 'over' : ''}>{over.length}</b> {over.length === 1 ? 'fails' : 'fail'},{' '}
                <b>{open.length}</b> {open.length === 1 ? 'is' : 'are'} open: nothing made is above 1.00, but something
                needed was not made.
              </p>
              <Piers />
              {over.length > 0 && (
                <Button style={{ marginTop: 6 }} onClick={() => select({ members: over.map((row) => row.memberId) })}>
                  Select them
                </Button>
              )}
              {concreteOf(model, Object.keys(model.members)).length > 0 && (
                <div>
                  <Button
                    type="link"
                    size="small"
                    style={{ padding: 0, marginTop: 4 }}
                    onClick={() => look({ panel: { kind: 'loop' } })}
                  >
                    Close the loop: bars, stiffness, forces
                  </Button>
                </div>
              )}
              <Button
                type="link"
                size="small"
                style={{ padding: 0, marginTop: 4 }}
                onClick={() => look({ panel: { kind: 'register' } })}
              >
                What Elbow checks, and what it does not
              </Button>
              <Ramp />
              {basisOf(
                model,
                made.map((row) => row.code),
              )
                .filter(({ met }) => met)
                .map(({ remark }) => (
                  <p key={remark} className="caption" style={{ marginTop: 8 }}>
                    {remark}
                  </p>
                ))}
            </div>
            {reasons.size > 0 && (
              <div className="block">
                <h3>Open</h3>
                {[...reasons].map(([reason, ids]) => (
                  <div key={reason} style={{ marginBottom: 6 }}>
                    <b>{count(ids.length, 'member')}:</b> <span className="secondary">{reason}</span>{' '}
                    <Button size="small" type="link" style={{ padding: 0 }} onClick={() => select({ members: ids })}>
                      Select
                    </Button>
                  </div>
                ))}
              </div>
            )}
            <div className="block">
              <h3>Worst</h3>
              <div className="listing">
                {[...made]
                  .sort((a, b) => b.utilisation! - a.utilisation!)
                  .slice(0, 8)
                  .map((row) => (
                    <button
                      key={row.memberId}
                      type="button"
                      className="item"
                      onClick={() =>
                        look({
                          selection: selectionOf({ members: [row.memberId] }),
                          panel: { kind: 'sheet', member: row.memberId, check: row.id },
                        })
                      }
                    >
                      <b style={{ width: 38 }}>{row.memberId}</b>
                      <span style={{ flex: 1 }}>{row.title.toLowerCase()}</span>
                      <UtilisationBar value={row.utilisation!} width={36} verdict={row.verdict} />
                    </button>
                  ))}
              </div>
            </div>
          </>
        )}
      </div>
    </aside>
  );
}

/** How the piers of walls stand, and where to see them. */
function Piers() {
  const checks = useWorkbench((state) => state.pierChecks);
  const tabs = useWorkbench((state) => state.ledgerTab);
  const look = useWorkbench((state) => state.look);
  if (checks.size === 0) return null;
  const of = (verdict: string) => [...checks.values()].filter((row) => row.verdict === verdict).length;
  const [held, over, open] = [of('holds'), of('fails'), of('open')];
  return (
    <p style={{ marginTop: 6 }}>
      Of {count(checks.size, 'pier')} of walls <b>{held}</b> {held === 1 ? 'holds' : 'hold'},{' '}
      <b className={over > 0 ? 'over' : ''}>{over}</b> {over === 1 ? 'fails' : 'fail'}, <b>{open}</b>{' '}
      {open === 1 ? 'is' : 'are'} open.{' '}
      <Button
        type="link"
        size="small"
        style={{ padding: 0 }}
        onClick={() => look({ ledgerOpen: true, ledgerTab: { ...tabs, checks: 'piers' } })}
      >
        List them
      </Button>
    </p>
  );
}

/** The utilisation ramp with its numbers. */
function Ramp() {
  const steps = [0, 0.2, 0.4, 0.6, 0.8, 1];
  return (
    <div
      style={{ display: 'flex', marginTop: 10, gap: 1 }}
      role="img"
      aria-label="Utilisation from 0, pale and thin, to 1.00, dark and thick; above 1.00 another colour"
    >
      {steps.map((value) => (
        <div key={value} style={{ flex: 1 }}>
          <div style={{ height: 3 + 5 * value, background: utilisationColor(value), marginTop: 5 - 5 * value }} />
          <div className="caption">{formatNumber(value, 1)}</div>
        </div>
      ))}
      <div style={{ flex: 1 }}>
        <div className="hatch" style={{ height: 8 }} />
        <div className="caption over">above</div>
      </div>
    </div>
  );
}

import { Button } from 'antd';
import { designCodeWords } from '~core/checks';
import { Fragment } from 'react';
import { formatNumber, formatQuantity } from '~core/units';
import { useWorkbench } from '../../state/store';
import { Icon } from '../../theme/icons';
import { utilisationColor } from '../../theme/tokens';
import type { SetStep } from '~core/sheet';
import { capital } from '../words/capital';
import { DesignEditor } from '../cards/design-editor';
import { placeWords } from '../words/selection-words';
import { combinationFormula, combinationsCalled } from '~core/combine';
import { useSheet, useSheetIndex } from '../pieces/use-sheets';
import { Tex } from '../pieces/tex';

/** A member's checks at the left, the calculation sheet of the chosen one at the right. */
export function SheetPanel({ member: id, check: wanted }: { member: string; check: string | null }) {
  const model = useWorkbench((state) => state.model);
  const row = useWorkbench((state) => state.checks.get(id));
  const fresh = useWorkbench((state) => state.solveStatus === 'done');
  const openPage = useWorkbench((state) => state.openPage);
  const look = useWorkbench((state) => state.look);
  const closePage = useWorkbench((state) => state.closePage);
  const index = useSheetIndex(id);
  const made = index?.items.filter((item) => item.made) ?? [];
  const current = made.find((item) => item.id === wanted) ?? made.find((item) => item.id === row?.id) ?? made[0];
  const sheet = useSheet(id, current?.id);
  const member = model.members[id];
  const section = member.section === null ? 'no section' : model.sections[member.section].name;
  const material = member.material === null ? 'no material' : model.materials[member.material].name;
  const combinations = current ? combinationsCalled(model, current.combination) : [];
  const skipped = index?.items.filter((item) => !item.made) ?? [];
  return (
    <aside className="details wide card" aria-label={`Calculation sheet of ${id}`}>
      <div className="details-head">
        <div className="grow">
          <h2 className="title">
            {capital(member.role)} {member.label ?? id}{' '}
            <span style={{ fontWeight: 400 }}>
              {section}, {material}
            </span>
          </h2>
          <div className="caption">
            {placeWords(model, id)}. {index?.code ? designCodeWords(index.code) : 'Not checked'}
            {made.length > 0
              ? `, combinations for strength${made.some((item) => item.isService) ? ' and for service' : ''}`
              : ''}
          </div>
        </div>
        {row?.utilisation != null && (
          <div style={{ textAlign: 'right' }}>
            <div
              className={row.utilisation > 1 ? 'over' : row.verdict === 'open' ? 'open-value' : ''}
              style={{ fontSize: 19, lineHeight: '21px', fontWeight: 650 }}
            >
              {formatNumber(row.utilisation, 2)}
            </div>
            <div className="caption">
              {fresh
                ? `${{ holds: 'holds', fails: 'does not hold', open: 'open' }[row.verdict]}, ${row.combination} governs`
                : 'before the last change'}
            </div>
          </div>
        )}
        {row?.verdict === 'fails' && (
          <Button
            size="small"
            onClick={() => look({ panel: { kind: 'line', member: id }, part: 'mends' })}
            style={{ marginLeft: 8 }}
          >
            What would mend it
          </Button>
        )}
        <button type="button" className="icon-button" aria-label="Close the sheet" onClick={() => closePage()}>
          <Icon name="close" />
        </button>
      </div>
      <div className="sheet-page">
        <div className="sheet-index" role="group" aria-label="Checks">
          {made.map((item) => (
            <button
              key={item.id}
              type="button"
              aria-pressed={item.id === current?.id}
              onClick={() => openPage({ kind: 'sheet', member: id, check: item.id })}
            >
              <span className="line">
                <span>{item.title}</span>
                <b className={item.utilisation > 1 ? 'over' : ''}>{formatNumber(item.utilisation, 2)}</b>
              </span>
              <span className="line caption">
                <span>{item.clause}</span>
                <span>{item.combination}</span>
              </span>
              <span className={`bar ${item.utilisation > 1 ? 'over-bar' : ''}`} aria-hidden="true">
                <i
                  style={{
                    width: `${Math.min(1, item.utilisation) * 100}%`,
                    ...(item.utilisation > 1 ? {} : { background: utilisationColor(item.utilisation) }),
                  }}
                />
              </span>
            </button>
          ))}
          {skipped.length > 0 && (
            <div className="skipped">
              <b>Not made</b>
              {skipped.map((item) => (
                <p key={item.id} className="caption" style={{ marginTop: 4 }}>
                  <b style={{ color: 'var(--ink-2)' }}>
                    {item.clause} {item.title}:
                  </b>{' '}
                  {item.needed && <b>Needed. </b>}
                  {item.reason}
                </p>
              ))}
            </div>
          )}
        </div>
        <div className="sheet" tabIndex={0} role="region" aria-label={current ? `Sheet: ${current.title}` : 'Sheet'}>
          {current &&
            combinations.map((combination, i) => (
              <div className="sheet-step" key={combination.id}>
                <span className="clause">{combination.label}</span>
                <span>
                  {combinationFormula(model, combination)}, {combination.order ?? 'first'} order
                  {i === combinations.length - 1 && (
                    <>
                      , at <b>x = {formatQuantity(current.x, 'length', model.settings.units, 2)}</b>
                    </>
                  )}
                </span>
              </div>
            ))}
          {sheet?.remarks.map((remark) => (
            <p key={remark} className="caption" style={{ padding: '6px 0 0 70px' }}>
              {remark}
            </p>
          ))}
          {sheet?.steps.map((step, i) => (
            <Step key={i} step={step} />
          ))}
          {sheet?.comparison && (
            <div className="sheet-compare">
              <div className="sheet-step" style={{ border: 0, padding: 0 }}>
                <StepBody step={sheet.comparison} />
                <span className={`result ${sheet.comparison.utilisation > 1 ? 'over' : ''}`} style={{ fontSize: 18 }}>
                  {formatNumber(sheet.comparison.utilisation, 2)} {sheet.comparison.utilisation > 1 ? '> 1' : '≤ 1'}
                </span>
              </div>
            </div>
          )}
          {!current && (
            <div style={{ padding: '12px 0' }}>
              <p className="strong">No check was made of this member.</p>
              <p className="secondary">
                {row?.reason ?? (fresh ? 'It is not in the last solution.' : 'The results are on their way.')}
              </p>
            </div>
          )}
          <details style={{ padding: '10px 0 14px' }}>
            <summary style={{ cursor: 'pointer', fontWeight: 600 }}>Change section, bars or lengths</summary>
            <div style={{ maxWidth: 300, paddingTop: 8 }}>
              <DesignEditor ids={[id]} />
            </div>
          </details>
        </div>
      </div>
    </aside>
  );
}

/** A step of a sheet: clause, formula, the numbers put in, the result. */
export function Step({ step }: { step: SetStep }) {
  return (
    <div className="sheet-step">
      <StepBody step={step} />
      <span className="result">
        <Tex>{step.value}</Tex>
      </span>
      {step.note && <span className="caption note">{step.note}</span>}
    </div>
  );
}

function StepBody({ step }: { step: SetStep }) {
  return (
    <Fragment>
      <span className="clause">{step.clause}</span>
      <div style={{ minWidth: 0 }}>
        <b>{step.title}</b>
        <div className="formula" tabIndex={0} role="group" aria-label="Formula">
          <Tex>{`${step.symbol} = ${step.formula}`}</Tex>
        </div>
        {step.numbers && (
          <div className="formula" tabIndex={0} role="group" aria-label="Formula">
            <Tex>{`= ${step.numbers}`}</Tex>
          </div>
        )}
      </div>
    </Fragment>
  );
}

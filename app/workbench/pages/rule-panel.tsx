import { useMemo } from 'react';
import { ruleResults } from '~core/loading';
import { setStep } from '~core/sheet';
import { useWorkbench } from '../../state/store';
import { Icon } from '../../theme/icons';
import { Step } from './sheet-panel';

/** How a rule worked its loads out: a sheet a case, set like the sheets of checks. */
export function RulePanel({ rule: id, sheet: at }: { rule: string; sheet: number }) {
  const model = useWorkbench((state) => state.model);
  const openPage = useWorkbench((state) => state.openPage);
  const closePage = useWorkbench((state) => state.closePage);
  const result = useMemo(() => ruleResults(model).get(id), [model, id]);
  const rule = model.loadRules[id];
  const { units } = model.settings;
  const sheets = result?.sheets ?? [];
  const current = sheets[at] ?? sheets[0];
  return (
    <aside className="details wide card" aria-label={`Calculation of ${rule.label}`}>
      <div className="details-head">
        <div className="grow">
          <h2 className="title">{rule.label}</h2>
          <div className="caption">
            {
              {
                notional: 'AISC 360-22 C2.2b, EN 1993-1-1 5.3.2',
                asceWind: 'ASCE/SEI 7-22 chapter 27',
                enWind: 'EN 1991-1-4, recommended values',
                asceSnow: 'ASCE/SEI 7-22 chapter 7',
                enSnow: 'EN 1991-1-3',
                reduction:
                  rule.type === 'reduction' && rule.standard === 'en' ? 'EN 1991-1-1 6.3.1.2' : 'ASCE/SEI 7-22 4.7',
                pattern: 'patterns',
                train: 'moving forces',
              }[rule.type]
            }
            . It follows the model.
          </div>
        </div>
        <button type="button" className="icon-button" aria-label="Close the sheet" onClick={() => closePage()}>
          <Icon name="close" />
        </button>
      </div>
      <div className="sheet-page">
        <div className="sheet-index" role="group" aria-label="Sheets of the rule">
          {sheets.map((one, i) => (
            <button
              key={one.title}
              type="button"
              aria-pressed={one === current}
              onClick={() => openPage({ kind: 'rule', rule: id, sheet: i })}
            >
              <span className="line">
                <span>{one.title}</span>
              </span>
            </button>
          ))}
        </div>
        <div className="sheet" tabIndex={0} role="region" aria-label={current ? `Sheet: ${current.title}` : 'Sheet'}>
          {result?.problems.map((problem) => (
            <p key={problem} className="over">
              {problem}
            </p>
          ))}
          {current?.sheet.remarks.map((remark) => (
            <p key={remark} className="caption" style={{ padding: '6px 0 0 70px' }}>
              {remark}
            </p>
          ))}
          {current?.sheet.steps.map((step, i) => (
            <Step key={`${step.symbol}${i}`} step={setStep(step, units)} />
          ))}
          {!current && (
            <p className="secondary">There is no sheet: the rule cuts or moves loads and computes nothing.</p>
          )}
        </div>
      </div>
    </aside>
  );
}

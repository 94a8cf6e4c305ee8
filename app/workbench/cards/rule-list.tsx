import { Button } from 'antd';
import { ruleResults } from '~core/loading';
import { inOrder, type LoadRule } from '~core/model';
import { count } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { Icon } from '../../theme/icons';
import { openTool } from '../tools/open-tool';
import { ruleForm, ruleTools } from '../tools/rule-tools';

const kinds: Readonly<Record<LoadRule['type'], string>> = {
  notional: 'notional loads',
  asceWind: 'wind, ASCE 7-22',
  enWind: 'wind, EN 1991-1-4',
  asceSnow: 'snow, ASCE 7-22',
  enSnow: 'snow, EN 1991-1-3',
  reduction: 'live load reduced',
  pattern: 'patterns',
  train: 'moving forces',
};

const shortNames: Readonly<Record<string, string>> = {
  'rule-notional': 'Notional loads',
  'rule-wind': 'Wind',
  'rule-snow': 'Snow',
  'rule-reduction': 'Live load by area',
  'rule-pattern': 'Patterns',
  'rule-train': 'Moving forces',
};

/** Rules that make loads: what each makes, its inputs, its calculation. */
export function RuleList() {
  const workbench = useWorkbenchApi();
  const model = useWorkbench((state) => state.model);
  const openPage = useWorkbench((state) => state.openPage);
  const commit = useWorkbench((state) => state.commit);
  const rules = inOrder(model.loadRules);
  const results = rules.length > 0 ? ruleResults(model) : undefined;
  return (
    <div className="block">
      <h3>Made by rules</h3>
      {rules.map((rule) => {
        const result = results?.get(rule.id);
        return (
          <div
            key={rule.id}
            style={{
              display: 'grid',
              gridTemplateColumns: '1fr auto auto auto',
              gap: 4,
              alignItems: 'center',
              marginBottom: 4,
            }}
          >
            <span>
              {rule.label}{' '}
              <span className="caption">
                {kinds[rule.type]}
                {result && result.loads.length > 0 ? `, ${count(result.loads.length, 'load')}` : ''}
              </span>
            </span>
            <Button
              size="small"
              disabled={!result || result.sheets.length === 0}
              onClick={() => openPage({ kind: 'rule', rule: rule.id, sheet: 0 })}
              aria-label={`Calculation of ${rule.label}`}
            >
              Sheet
            </Button>
            <Button
              size="small"
              aria-label={`Inputs of ${rule.label}`}
              onClick={() => {
                const form = ruleForm(rule, model);
                openTool(workbench, form.tool, form.values);
              }}
            >
              Inputs
            </Button>
            <button
              type="button"
              className="icon-button"
              aria-label={`Delete rule ${rule.label}`}
              onClick={() =>
                commit({
                  edits: [{ kind: 'remove', table: 'loadRules', ids: [rule.id] }],
                  sentence: `Deleted the load rule ${rule.label}`,
                })
              }
            >
              <Icon name="trash" />
            </button>
          </div>
        );
      })}
      <div className="row" style={{ gap: 4, flexWrap: 'wrap' }}>
        {ruleTools.map((tool) => (
          <Button key={tool.id} size="small" onClick={() => openTool(workbench, tool.id)} title={tool.about}>
            {shortNames[tool.id] ?? tool.title}
          </Button>
        ))}
      </div>
    </div>
  );
}

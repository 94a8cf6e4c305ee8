import { Button, Select } from 'antd';
import { inOrder, projectRules, rulesOf } from '~core/model';
import { count as counted, formatQuantity } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { copyRules, type Ruled } from '../acts/copy-rules';
import { commonValue } from '../fields/common-value';

/** The rules that the selected members or walls are designed by: given to all of them, copied for them, or opened to be changed. */
export function RulesChoice({
  table,
  records,
  noun,
}: {
  table: Ruled;
  records: readonly { readonly id: string; readonly rules?: string | undefined }[];
  /** what one of them is called: `beam` */
  noun: string;
}) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const look = useWorkbench((state) => state.look);
  const workbench = useWorkbenchApi();
  const { units } = model.settings;
  const common = commonValue(records, (one) => one.rules ?? ofProject);
  const { rules } = rulesOf(model, records[0]);
  const used = counted(new Set(records.map((one) => one.rules ?? ofProject)).size, 'set');
  return (
    <>
      <div className="fields">
        <label htmlFor={`${table}-rules`}>Design rules</label>
        <Select
          id={`${table}-rules`}
          style={{ width: '100%' }}
          value={common === 'varies' ? null : common}
          placeholder={`${used} of rules`}
          options={[
            { value: ofProject, label: projectRules },
            ...inOrder(model.designRules).map(({ id, label }) => ({ value: id, label })),
          ]}
          onChange={(value: string | null) =>
            commit({
              edits: [
                {
                  kind: 'change',
                  table,
                  changes: records.map(({ id }) => ({ id, fields: { rules: value === ofProject ? null : value } })),
                },
              ],
              sentence: `Gave ${counted(records.length, table === 'walls' ? 'wall' : 'member')} the ${value === ofProject ? projectRules.toLowerCase() : `design rules “${model.designRules[value!].label}”`}`,
            })
          }
        />
      </div>
      <div className="row" style={{ marginBottom: 8 }}>
        {common !== 'varies' && (
          <button
            type="button"
            className="link"
            title="Change these design rules"
            onClick={() =>
              look({
                panel: { kind: 'settings' },
                part: common === ofProject ? 'settings-bars' : `rules-${common}`,
              })
            }
          >
            {rules.steel}, cover {formatQuantity(rules.cover, 'sectionLength', units, units === 'us' ? 2 : 0)} …
          </button>
        )}
        <Button
          size="small"
          onClick={() =>
            copyRules(
              workbench,
              records[0].rules,
              records.map(({ id }) => id),
              table,
            )
          }
        >
          Copy for {records.length === 1 ? `this ${noun}` : `these ${records.length} ${noun}s`}
        </Button>
      </div>
    </>
  );
}

/** Stands for the rules of the project among sets. */
const ofProject = 'project';

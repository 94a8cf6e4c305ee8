import { Button, Select } from 'antd';
import { inOrder, projectRules, rulesOf, type Member } from '~core/model';
import { count as counted, formatQuantity } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { copyRules } from '../acts/copy-rules';
import { commonValue } from '../fields/common-value';

/** The rules that the selected members are designed by: given to all of them, copied for them, or opened to be changed. */
export function RulesChoice({ members }: { members: readonly Member[] }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const look = useWorkbench((state) => state.look);
  const workbench = useWorkbenchApi();
  const { units } = model.settings;
  const common = commonValue(members, (member) => member.rules ?? ofProject);
  const { rules } = rulesOf(model, members[0]);
  const used = counted(new Set(members.map((member) => member.rules ?? ofProject)).size, 'set');
  return (
    <>
      <div className="fields">
        <label htmlFor="member-rules">Design rules</label>
        <Select
          id="member-rules"
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
                  table: 'members',
                  changes: members.map(({ id }) => ({ id, fields: { rules: value === ofProject ? null : value } })),
                },
              ],
              sentence: `Gave ${counted(members.length, 'member')} the ${value === ofProject ? projectRules.toLowerCase() : `design rules “${model.designRules[value!].label}”`}`,
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
              members[0].rules,
              members.map(({ id }) => id),
            )
          }
        >
          Copy for{' '}
          {members.length === 1
            ? `this ${members[0].role}`
            : `these ${members.length} ${new Set(members.map(({ role }) => role)).size === 1 ? `${members[0].role}s` : 'members'}`}
        </Button>
      </div>
    </>
  );
}

/** Stands for the rules of the project among sets. */
const ofProject = 'project';

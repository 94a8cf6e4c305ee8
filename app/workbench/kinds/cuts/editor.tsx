import { Checkbox } from 'antd';
import { distance, type Cut } from '~core/model';
import { formatQuantity } from '~core/units';
import { useWorkbench } from '../../../state/store';
import { NameField } from '../../fields/name-field';
import { commonValue } from '../../fields/common-value';

/** Name of a cut, and whether the chosen ones count the members they cross. */
export function CutEditor({ ids }: { readonly ids: readonly string[] }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const cuts = ids.flatMap((id): Cut[] => (id in model.cuts ? [model.cuts[id]] : []));
  if (cuts.length === 0) return null;
  const change = (fields: Record<string, unknown>) =>
    commit({ edits: [{ kind: 'change', table: 'cuts', changes: cuts.map(({ id }) => ({ id, fields })) }] });
  const [first] = cuts;
  const members = commonValue(cuts, (cut) => cut.members === true);
  return (
    <div className="block">
      {cuts.length === 1 && (
        <div className="fields">
          <NameField id="cut-label" record={first} onCommit={(label) => change({ label })} />
        </div>
      )}
      <Checkbox
        checked={members === true}
        indeterminate={members === 'varies'}
        onChange={(event) => change({ members: event.target.checked ? true : null })}
      >
        with the members it crosses
      </Checkbox>
      <p className="field-hint">
        {cuts.length === 1
          ? `${formatQuantity(distance(first.from, first.to), 'length', model.settings.units)} long. Its ends are typed in the ledger. `
          : ''}
        A cut carries nothing. It cuts every meshed slab and wall in whose plane both its ends lie.
      </p>
    </div>
  );
}

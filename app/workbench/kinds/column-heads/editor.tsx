import type { ColumnHead } from '~core/model';
import { useWorkbench } from '../../../state/store';
import { commonValue } from '../../fields/common-value';
import { QuantityField } from '../../fields/quantity-field';

/** Measures of the selected column heads. */
export function ColumnHeadEditor({ ids }: { readonly ids: readonly string[] }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const heads = ids.flatMap((id): ColumnHead[] => (id in model.columnHeads ? [model.columnHeads[id]] : []));
  if (heads.length === 0) return null;
  const { units } = model.settings;
  const change = (fields: Partial<ColumnHead>) =>
    commit({ edits: [{ kind: 'change', table: 'columnHeads', changes: heads.map(({ id }) => ({ id, fields })) }] });
  const width = (key: 'widthX' | 'widthY', label: string) => (
    <QuantityField
      label={label}
      kind="sectionLength"
      units={units}
      value={commonValue(heads, (head) => head[key])}
      refuse={(value) => (value > 0 ? undefined : 'A width is above zero.')}
      onCommit={(value) => change({ [key]: value })}
    />
  );
  return (
    <div className="block">
      <div className="fields">
        {width('widthX', 'Width along x')}
        {width('widthY', 'Width along y')}
        <QuantityField
          label="Below the slab"
          kind="sectionLength"
          units={units}
          value={commonValue(heads, ({ depth }) => depth)}
          refuse={(value) => (value >= 0 ? undefined : 'A depth is not below zero.')}
          onCommit={(depth) => change({ depth })}
        />
      </div>
      <p className="secondary" style={{ marginTop: 6 }}>
        With a depth the slab is thicker there. Without, it is the column’s real size: the slab moves with the column as
        one, and its forces are those at the column’s face.
      </p>
    </div>
  );
}

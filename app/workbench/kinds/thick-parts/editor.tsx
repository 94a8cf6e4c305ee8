import { ringArea, type ThickPart } from '~core/model';
import { formatQuantity } from '~core/units';
import { useWorkbench } from '../../../state/store';
import { commonValue } from '../../fields/common-value';
import { QuantityField } from '../../fields/quantity-field';

/** Thickness and level of the selected thick parts. */
export function ThickPartEditor({ ids }: { readonly ids: readonly string[] }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const parts = ids.flatMap((id): ThickPart[] => (id in model.thickParts ? [model.thickParts[id]] : []));
  if (parts.length === 0) return null;
  const { units } = model.settings;
  const change = (fields: Partial<Record<keyof ThickPart, unknown>>) =>
    commit({ edits: [{ kind: 'change', table: 'thickParts', changes: parts.map(({ id }) => ({ id, fields })) }] });
  const area = parts.reduce((sum, { corners }) => sum + ringArea(model, corners), 0);
  return (
    <div className="block">
      <div className="fields">
        <QuantityField
          label="Thickness"
          kind="sectionLength"
          units={units}
          value={commonValue(parts, ({ thickness }) => thickness)}
          refuse={(value) => (value > 0 ? undefined : 'A thickness is above zero.')}
          onCommit={(thickness) => change({ thickness })}
        />
        <QuantityField
          label="Top over the slab’s"
          kind="sectionLength"
          units={units}
          value={commonValue(parts, ({ top = 0 }) => top)}
          hint="0: flush on top, it hangs below; negative: sunken"
          onCommit={(top) => change({ top: top === 0 ? null : top })}
        />
        <QuantityField
          label="Modulus of subgrade"
          kind="subgrade"
          units={units}
          placeholder="the slab’s"
          value={commonValue(parts, ({ soil }) => soil)}
          hint="where the slab lies on soil; empty: as the slab’s"
          refuse={(value) => (value > 0 ? undefined : 'A modulus is above zero.')}
          onCommit={(soil) => change({ soil })}
          onClear={() => change({ soil: null })}
        />
      </div>
      <p className="secondary" style={{ marginTop: 6 }}>
        {formatQuantity(area, 'planArea', units)}. It takes part in the slab in whose plane its corners lie: with its
        own stiffness, weight and level.
      </p>
    </div>
  );
}

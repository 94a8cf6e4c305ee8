import { Checkbox } from 'antd';
import { isMeshed, type Slab } from '~core/model';
import { useWorkbench } from '../../../state/store';
import { commonValue } from '../../fields/common-value';
import { QuantityField } from '../../fields/quantity-field';

type Soil = NonNullable<Slab['soil']>;

/** Soil below the selected slabs that are analysed; a change goes to all of them in one revision. */
export function SoilEditor({ ids }: { readonly ids: readonly string[] }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const slabs = ids.flatMap((id): Slab[] => (id in model.slabs ? [model.slabs[id]] : []));
  if (slabs.length === 0 || !slabs.every(isMeshed)) return null;
  const { units } = model.settings;
  const onSoil = slabs.every(({ soil }) => soil !== undefined);
  const change = (fields: (soil: Soil | undefined) => Soil | null) =>
    commit({
      edits: [
        {
          kind: 'change',
          table: 'slabs',
          changes: slabs.map(({ id, soil }) => ({ id, fields: { soil: fields(soil) } })),
        },
      ],
    });
  const pushes = commonValue(slabs, ({ soil }) => soil?.pushes ?? true);
  const optional = (name: 'along' | 'dugOut', value: number | undefined) =>
    change((soil) => {
      const { [name]: _, ...rest } = soil!;
      return value ? { ...rest, [name]: value } : rest;
    });
  return (
    <details className="block" open={onSoil}>
      <summary>Soil below</summary>
      <div className="fields">
        <QuantityField
          label="Modulus of subgrade"
          kind="subgrade"
          units={units}
          placeholder="none"
          value={commonValue(slabs, ({ soil }) => soil?.across)}
          refuse={(value) =>
            value > 0 ? undefined : 'A modulus is above zero. Clear the field where there is no soil.'
          }
          onCommit={(across) => change((soil) => (soil ? { ...soil, across } : { across, pushes: true }))}
          onClear={() => change(() => null)}
        />
        {onSoil && (
          <>
            <QuantityField
              label="Against sliding"
              kind="subgrade"
              units={units}
              placeholder="none"
              value={commonValue(slabs, ({ soil }) => soil?.along)}
              refuse={(value) => (value >= 0 ? undefined : 'A modulus is not below zero.')}
              onCommit={(value) => optional('along', value)}
              onClear={() => optional('along', undefined)}
            />
            <QuantityField
              label="Weight dug out"
              kind="pressure"
              units={units}
              placeholder="none"
              value={commonValue(slabs, ({ soil }) => soil?.dugOut)}
              refuse={(value) => (value >= 0 ? undefined : 'A weight is not below zero.')}
              onCommit={(value) => optional('dugOut', value)}
              onClear={() => optional('dugOut', undefined)}
            />
            <span />
            <Checkbox
              checked={pushes === true}
              indeterminate={pushes === 'varies'}
              onChange={(event) => change((soil) => ({ ...soil!, pushes: event.target.checked }))}
            >
              only pushes: the slab lifts off
            </Checkbox>
          </>
        )}
      </div>
      <p className="field-hint">
        {onSoil
          ? `Soil gives its modulus times the movement. ${pushes === true ? 'Combinations let the slab lift off; a load case alone is solved as if soil pulled as well.' : 'It pulls where the slab rises.'} Against sliding it acts both ways, lifted off or not. What was dug out changes no force: it stands beside the pressures.`
          : 'A raft: type how much pressure a unit of settlement gives.'}
      </p>
    </details>
  );
}

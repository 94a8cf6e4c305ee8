import { Button, Checkbox, Input } from 'antd';
import { ringArea, type Panel } from '~core/model';
import { formatQuantity } from '~core/units';
import { useWorkbench } from '../../state/store';

/** The openings of a slab or wall: whether the analysis cuts them out, why not where it does not, and their deletion. */
export function OpeningList({ table, panel }: { readonly table: 'slabs' | 'walls'; readonly panel: Panel }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const { openings = [], ignoredOpenings = [], id, label, ignoredNote } = panel;
  const all = [
    ...openings.map((ring) => ({ ring, cut: true })),
    ...ignoredOpenings.map((ring) => ({ ring, cut: false })),
  ];
  if (all.length === 0) return null;
  const noun = `${table === 'slabs' ? 'slab' : 'wall'} ${label ?? id}`;
  const keep = (left: readonly { ring: readonly string[]; cut: boolean }[], sentence: string) => {
    const rings = (cut: boolean) => left.filter((one) => one.cut === cut).map(({ ring }) => ring);
    const fields = {
      openings: rings(true).length > 0 ? rings(true) : null,
      ignoredOpenings: rings(false).length > 0 ? rings(false) : null,
      ...(rings(false).length === 0 ? { ignoredNote: null } : {}),
    };
    commit({ edits: [{ kind: 'change', table, changes: [{ id, fields }] }], sentence });
  };
  return (
    <div role="group" aria-label="Openings" style={{ marginTop: 6 }}>
      <p className="strong" style={{ margin: 0 }}>
        Openings <span className="caption">ticked ones are cut out of the analysis</span>
      </p>
      {all.map(({ ring, cut }, i) => (
        <div key={ring.join(' ')} className="row" style={{ gap: 8, justifyContent: 'space-between' }}>
          <Checkbox
            checked={cut}
            onChange={(event) =>
              keep(
                all.map((one, k) => (k === i ? { ...one, cut: event.target.checked } : one)),
                `${event.target.checked ? 'Cut an opening out of' : 'Left an opening out of the analysis of'} ${noun}`,
              )
            }
          >
            {formatQuantity(ringArea(model, ring), 'planArea', model.settings.units)}, {ring.length} corners
          </Checkbox>
          <Button
            size="small"
            type="text"
            aria-label={`Delete opening ${i + 1}`}
            onClick={() =>
              keep(
                all.filter((_, k) => k !== i),
                `Deleted an opening of ${noun}`,
              )
            }
          >
            Delete
          </Button>
        </div>
      ))}
      {ignoredOpenings.length > 0 && (
        <div className="fields">
          <label htmlFor="ignored-note">Left out because</label>
          <Input
            id="ignored-note"
            key={`${id} ${ignoredNote ?? ''}`}
            defaultValue={ignoredNote ?? ''}
            placeholder="a note that stays in sight"
            maxLength={200}
            onBlur={(event) => {
              const note = event.target.value.trim();
              if (note !== (ignoredNote ?? ''))
                commit({
                  edits: [
                    { kind: 'change', table, changes: [{ id, fields: { ignoredNote: note === '' ? null : note } }] },
                  ],
                });
            }}
            onPressEnter={(event) => event.currentTarget.blur()}
          />
        </div>
      )}
    </div>
  );
}

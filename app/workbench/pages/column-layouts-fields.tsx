import { Button, InputNumber, Select } from 'antd';
import { reinforcingBars } from '~core/catalog';
import { layoutWords } from '~core/checks';
import type { ColumnLayout, ConcreteRules } from '~core/model';
import { Icon } from '../../theme/icons';

type Columns = NonNullable<ConcreteRules['columns']>;

const sizeOptions = reinforcingBars.map(({ name }) => ({ value: name, label: name }));

/** Layouts that bars of columns are proposed of: where they stand, of what sizes, in what order. */
export function ColumnLayoutsFields({
  id,
  rules: { columns, longitudinal },
  onChange,
}: {
  id: string;
  rules: ConcreteRules;
  onChange: (change: { readonly columns: Columns | undefined }, sentence: string) => void;
}) {
  const layouts = columns?.layouts ?? [];
  const set = (next: readonly ColumnLayout[], sentence: string, choose = columns?.choose) =>
    onChange(
      { columns: next.length > 0 ? { layouts: [...next], ...(choose ? { choose } : {}) } : undefined },
      sentence,
    );
  const change = (at: number, layout: ColumnLayout) =>
    set(
      layouts.map((one, i) => (i === at ? layout : one)),
      `Changed a layout of columns to ${layoutWords(layout)}`,
    );
  const add = (layout: ColumnLayout) => set([...layouts, layout], `Added the layout of columns ${layoutWords(layout)}`);
  const count = (label: string, value: number, least: number, most: number, onCommit: (value: number) => void) => (
    <InputNumber
      aria-label={label}
      min={least}
      max={most}
      precision={0}
      value={value}
      style={{ width: 62 }}
      onChange={(number) => number !== null && onCommit(number)}
    />
  );
  return (
    <>
      <span className="field-label">Layouts of columns</span>
      <div>
        {layouts.map((layout, i) => {
          const name = `layout ${i + 1}`;
          return (
            <div
              key={i}
              className="row"
              role="group"
              aria-label={`Layout ${i + 1} of columns`}
              style={{ marginBottom: 4 }}
            >
              {'ring' in layout ? (
                <>
                  <span className="secondary">ring of</span>
                  {count(`Bars in the ring, ${name}`, layout.ring, 4, 40, (ring) => change(i, { ...layout, ring }))}
                </>
              ) : (
                <>
                  {count(`Bars along y, ${name}`, layout.alongY, 2, 20, (alongY) => change(i, { ...layout, alongY }))}
                  <span className="secondary">×</span>
                  {count(`Bars along z, ${name}`, layout.alongZ, 2, 20, (alongZ) => change(i, { ...layout, alongZ }))}
                </>
              )}
              <Select
                mode="multiple"
                aria-label={`Sizes of ${name}`}
                style={{ flex: 1, minWidth: 140 }}
                value={[...layout.sizes]}
                options={sizeOptions}
                onChange={(sizes: string[]) => {
                  if (sizes.length > 0) change(i, { ...layout, sizes });
                }}
              />
              <button
                type="button"
                className="icon-button"
                aria-label={`Move ${name} up`}
                disabled={i === 0}
                onClick={() =>
                  set(
                    layouts.map((one, k) => (k === i - 1 ? layout : k === i ? layouts[i - 1] : one)),
                    `Moved the layout of columns ${layoutWords(layout)} up`,
                  )
                }
              >
                <span aria-hidden>↑</span>
              </button>
              <button
                type="button"
                className="icon-button"
                aria-label={`Delete ${name}`}
                onClick={() =>
                  set(
                    layouts.filter((_, k) => k !== i),
                    `Deleted the layout of columns ${layoutWords(layout)}`,
                  )
                }
              >
                <Icon name="trash" />
              </button>
            </div>
          );
        })}
        <div className="row">
          <Button size="small" onClick={() => add({ alongY: 3, alongZ: 3, sizes: [...longitudinal] })}>
            Add a layout
          </Button>
          <Button size="small" onClick={() => add({ ring: 8, sizes: [...longitudinal] })}>
            Add a ring
          </Button>
          {layouts.length > 0 && (
            <>
              <label htmlFor={`layouts-choose-${id}`}>propose</label>
              <Select
                id={`layouts-choose-${id}`}
                style={{ width: 210 }}
                value={columns?.choose ?? 'first'}
                options={[
                  { value: 'first', label: 'the first that does' },
                  { value: 'lightest', label: 'the lightest that does' },
                ]}
                onChange={(choose: 'first' | 'lightest') =>
                  onChange(
                    { columns: { layouts: [...layouts], ...(choose === 'lightest' ? { choose } : {}) } },
                    choose === 'lightest'
                      ? 'The lightest layout of columns that does is proposed'
                      : 'The first layout of columns that does is proposed',
                  )
                }
              />
            </>
          )}
        </div>
        <div className="field-hint">
          {layouts.length === 0
            ? 'none: any number of bars of the sizes above, the lightest that does'
            : 'bars in the faces along y × along z, or in a ring; of each the thinnest size that does'}
        </div>
      </div>
    </>
  );
}

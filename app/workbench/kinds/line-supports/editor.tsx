import { Checkbox } from 'antd';
import { distance, type LineSupport } from '~core/model';
import { formatQuantity } from '~core/units';
import { useWorkbench } from '../../../state/store';
import { NameField } from '../../fields/name-field';
import { commonValue } from '../../fields/common-value';
import { QuantityField } from '../../fields/quantity-field';
import { directions } from '../nodes/support-words';

const names: Readonly<Record<(typeof directions)[number], string>> = {
  ux: 'x',
  uy: 'y',
  uz: 'z',
  rx: 'about x',
  ry: 'about y',
  rz: 'about z',
};

/** What the selected line supports hold, and their springs. */
export function LineSupportEditor({ ids }: { readonly ids: readonly string[] }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const lines = ids.flatMap((id): LineSupport[] => (id in model.lineSupports ? [model.lineSupports[id]] : []));
  if (lines.length === 0) return null;
  const { units } = model.settings;
  const change = (fields: (line: LineSupport) => Record<string, unknown>) =>
    commit({
      edits: [
        {
          kind: 'change',
          table: 'lineSupports',
          changes: lines.map((line) => ({ id: line.id, fields: fields(line) })),
        },
      ],
    });
  const spring = (way: (typeof directions)[number], value: number | undefined) =>
    change((line) => {
      const springs = { ...line.springs, [way]: value };
      if (value === undefined || value === 0) delete springs[way];
      return { springs: Object.keys(springs).length > 0 ? springs : null };
    });
  const [first] = lines;
  const length = lines.reduce(
    (sum, { start, end }) => sum + distance(model.nodes[start].position, model.nodes[end].position),
    0,
  );
  return (
    <div className="block">
      {lines.length === 1 && (
        <div className="fields">
          <NameField id="line-label" record={first} onCommit={(label) => change(() => ({ label }))} />
        </div>
      )}
      <h3>Held along {formatQuantity(length, 'length', units)}</h3>
      <div className="three" role="group" aria-label="Held directions of the line">
        {directions.map((way) => {
          const held = commonValue(lines, ({ support }) => support[way]);
          return (
            <Checkbox
              key={way}
              checked={held === true}
              indeterminate={held === 'varies'}
              onChange={(event) => change(({ support }) => ({ support: { ...support, [way]: event.target.checked } }))}
            >
              {names[way]}
            </Checkbox>
          );
        })}
      </div>
      <details className="block" open={lines.some(({ springs }) => springs !== undefined)}>
        <summary>Springs along the line</summary>
        <div className="fields">
          {directions.map((way) => (
            <QuantityField
              key={way}
              label={`Spring ${names[way]}`}
              kind={way.startsWith('u') ? 'lineSpring' : 'lineSpringMoment'}
              units={units}
              placeholder="none"
              value={commonValue(lines, ({ springs }) => springs?.[way])}
              onCommit={(value) => spring(way, value)}
              onClear={() => spring(way, undefined)}
              refuse={(value) => (value >= 0 ? undefined : 'A spring is not below zero.')}
            />
          ))}
        </div>
        <Checkbox
          checked={commonValue(lines, ({ pushes }) => pushes === true) === true}
          indeterminate={commonValue(lines, ({ pushes }) => pushes === true) === 'varies'}
          disabled={!lines.every(({ support, springs }) => !support.uz && springs?.uz)}
          onChange={(event) => change(() => ({ pushes: event.target.checked ? true : null }))}
        >
          only pushes up: the slab lifts off
        </Checkbox>
        <p className="field-hint">
          Per length of the line, to the ground; they push and pull, unless the line only pushes, for which it needs a
          spring z. Where the line is held they have no effect.
        </p>
      </details>
    </div>
  );
}

import { Button, Checkbox, Segmented } from 'antd';
import { fixedSupport, pinnedFoot, pinnedSupport, type Node, type Support } from '~core/model';
import { useWorkbench } from '../../../state/store';
import { commonValue } from '../../fields/common-value';
import { QuantityField } from '../../fields/quantity-field';
import { SupportSketch } from '../../pieces/sketches';

const kinds = { free: undefined, pinned: pinnedSupport, fixed: fixedSupport } as const;
const directions: [keyof Support, string][] = [
  ['ux', 'x'],
  ['uy', 'y'],
  ['uz', 'z'],
  ['rx', 'about x'],
  ['ry', 'about y'],
  ['rz', 'about z'],
];
/** A column's pinned foot, and rollers, which carry vertical force and slide one way or both. */
const rollers: [string, Support][] = [
  ['pinned foot: no twist', pinnedFoot],
  ['roller', { ux: false, uy: false, uz: true, rx: false, ry: false, rz: false }],
  ['slides along x', { ux: false, uy: true, uz: true, rx: false, ry: false, rz: false }],
  ['slides along y', { ux: true, uy: false, uz: true, rx: false, ry: false, rz: false }],
];
const noSupport: Support = { ux: false, uy: false, uz: false, rx: false, ry: false, rz: false };
const same = (a: Support | undefined, b: Support | undefined) =>
  JSON.stringify(a ?? noSupport) === JSON.stringify(b ?? noSupport);

/** Coordinates and support of the selected nodes. */
export function NodeEditor({ ids }: { ids: readonly string[] }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const nodes = ids.flatMap((id) => model.nodes[id] ?? []);
  if (nodes.length === 0) return null;
  const { units } = model.settings;
  const place = (axis: number, value: number) =>
    commit({
      edits: [
        {
          kind: 'change',
          table: 'nodes',
          changes: nodes.map((node) => ({
            id: node.id,
            fields: { position: node.position.map((part, i) => (i === axis ? value : part)) },
          })),
        },
      ],
      sentence: `Set ${'xyz'[axis]} of ${nodes.length === 1 ? `node ${nodes[0].id}` : `${nodes.length} nodes`}`,
    });
  const hold = (support: (node: Node) => Support | undefined) =>
    commit({
      edits: [
        {
          kind: 'change',
          table: 'nodes',
          changes: nodes.map((node) => {
            const next = support(node);
            return { id: node.id, fields: { support: next && Object.values(next).some(Boolean) ? next : null } };
          }),
        },
      ],
    });
  const kind =
    Object.entries(kinds).find(([, support]) => nodes.every((node) => same(node.support, support)))?.[0] ?? 'other';
  return (
    <>
      <div className="block">
        <h3>Place</h3>
        <div className="fields">
          {['x', 'y', 'z'].map((name, axis) => (
            <QuantityField
              key={name}
              label={name}
              kind="length"
              units={units}
              value={commonValue(nodes, (node) => node.position[axis])}
              onCommit={(value) => place(axis, value)}
              refuse={(value) =>
                Math.abs(value) > 1e5 ? 'That is more than 100 km away. Was another unit meant?' : undefined
              }
            />
          ))}
        </div>
      </div>
      <div className="block">
        <h3>Support</h3>
        <Segmented
          aria-label="Support"
          block
          value={kind}
          options={[
            ...(['free', 'pinned', 'fixed'] as const).map((value) => ({
              value: value as string,
              label: (
                <span className="with-sketch">
                  <SupportSketch support={kinds[value]} /> {value}
                </span>
              ),
            })),
            ...(kind === 'other' ? [{ value: 'other', label: 'other' }] : []),
          ]}
          onChange={(value) => value !== 'other' && hold(() => kinds[value as keyof typeof kinds])}
        />
        <div className="row" style={{ gap: 4, marginTop: 6 }}>
          {rollers.map(([name, support]) => (
            <Button
              key={name}
              size="small"
              icon={<SupportSketch support={support} />}
              onClick={() => hold(() => support)}
            >
              {name}
            </Button>
          ))}
        </div>
        <div className="three" style={{ marginTop: 8 }} role="group" aria-label="Held directions">
          {directions.map(([direction, name]) => {
            const held = commonValue(nodes, (node) => node.support?.[direction] ?? false);
            return (
              <Checkbox
                key={direction}
                checked={held === true}
                indeterminate={held === 'varies'}
                onChange={(event) =>
                  hold((node) => ({ ...noSupport, ...node.support, [direction]: event.target.checked }))
                }
              >
                {name}
              </Checkbox>
            );
          })}
        </div>
      </div>
      <details className="block">
        <summary>Springs, inclination, mass</summary>
        <div className="fields">
          {directions.map(([direction, name]) => (
            <QuantityField
              key={direction}
              label={`Spring ${name}`}
              kind={direction.startsWith('u') ? 'springForce' : 'springMoment'}
              units={units}
              placeholder="none"
              value={commonValue(nodes, (node) => node.springs?.[direction])}
              onCommit={(value) => spring(direction, value)}
              onClear={() => spring(direction, undefined)}
              refuse={(value) => (value >= 0 ? undefined : 'A spring is not below zero.')}
            />
          ))}
        </div>
        <p className="field-hint">
          An inclined support: its directions are turned about z, then about their own y, then their own x.
        </p>
        <div className="fields">
          {['z', 'y', 'x'].map((name, i) => (
            <QuantityField
              key={name}
              label={`Turn about ${name}`}
              kind="angle"
              units={units}
              value={commonValue(nodes, (node) => node.supportAngles?.[i] ?? 0)}
              onCommit={(value) => incline(i, value)}
            />
          ))}
          <QuantityField
            label="Extra mass, kg"
            kind="number"
            units={units}
            placeholder="none"
            value={commonValue(nodes, (node) => node.mass)}
            onCommit={(mass) =>
              commit({
                edits: [{ kind: 'change', table: 'nodes', changes: nodes.map(({ id }) => ({ id, fields: { mass } })) }],
              })
            }
            onClear={() =>
              commit({
                edits: [
                  { kind: 'change', table: 'nodes', changes: nodes.map(({ id }) => ({ id, fields: { mass: null } })) },
                ],
              })
            }
            refuse={(value) => (value >= 0 ? undefined : 'A mass is not below zero.')}
          />
        </div>
      </details>
    </>
  );

  function spring(direction: keyof Support, value: number | undefined) {
    const changes = nodes.map((node) => {
      const springs = { ...node.springs, [direction]: value };
      if (value === undefined || value === 0) delete springs[direction];
      return { id: node.id, fields: { springs: Object.keys(springs).length > 0 ? springs : null } };
    });
    commit({
      edits: [{ kind: 'change', table: 'nodes', changes }],
      sentence: `Set springs of ${nodes.length === 1 ? `node ${nodes[0].id}` : `${nodes.length} nodes`}`,
    });
  }

  function incline(which: number, value: number) {
    const changes = nodes.map((node) => {
      const angles = (node.supportAngles ?? [0, 0, 0]).map((part, i) => (i === which ? value : part));
      return { id: node.id, fields: { supportAngles: angles.every((part) => part === 0) ? null : angles } };
    });
    commit({
      edits: [{ kind: 'change', table: 'nodes', changes }],
      sentence: `Inclined the support of ${nodes.length === 1 ? `node ${nodes[0].id}` : `${nodes.length} nodes`}`,
    });
  }
}

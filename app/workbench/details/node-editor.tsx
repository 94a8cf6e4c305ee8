import { Checkbox, Segmented } from 'antd';
import { fixedSupport, pinnedSupport } from '~core/build';
import type { Node, Support } from '~core/model';
import { useWorkbench } from '../../state/store';
import { commonValue } from '../common-value';
import { QuantityField } from '../quantity-field';

const kinds = { free: undefined, pinned: pinnedSupport, fixed: fixedSupport } as const;
const directions: [keyof Support, string][] = [['ux', 'x'], ['uy', 'y'], ['uz', 'z'], ['rx', 'about x'], ['ry', 'about y'], ['rz', 'about z']];
const noSupport: Support = { ux: false, uy: false, uz: false, rx: false, ry: false, rz: false };
const same = (a: Support | undefined, b: Support | undefined) => JSON.stringify(a ?? noSupport) === JSON.stringify(b ?? noSupport);

/** Coordinates and support of the selected nodes. */
export function NodeEditor({ ids }: { ids: readonly string[] }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const nodes = ids.flatMap((id) => model.nodes[id] ?? []);
  if (nodes.length === 0) return null;
  const { units } = model.settings;
  const place = (axis: number, value: number) =>
    commit({ edits: [{ kind: 'change', table: 'nodes', changes: nodes.map((node) => ({ id: node.id, fields: { position: node.position.map((part, i) => (i === axis ? value : part)) } })) }], sentence: `Set ${'xyz'[axis]} of ${nodes.length === 1 ? `node ${nodes[0].id}` : `${nodes.length} nodes`}` });
  const hold = (support: (node: Node) => Support | undefined) =>
    commit({
      edits: [{ kind: 'change', table: 'nodes', changes: nodes.map((node) => {
        const next = support(node);
        return { id: node.id, fields: { support: next && Object.values(next).some(Boolean) ? next : null } };
      }) }],
    });
  const kind = Object.entries(kinds).find(([, support]) => nodes.every((node) => same(node.support, support)))?.[0] ?? 'other';
  return (
    <>
      <div className="block">
        <h3>Place</h3>
        <div className="fields">
          {['x', 'y', 'z'].map((name, axis) => (
            <QuantityField key={name} label={name} kind="length" units={units} value={commonValue(nodes, (node) => node.position[axis])} onCommit={(value) => place(axis, value)} refuse={(value) => (Math.abs(value) > 1e5 ? 'That is more than 100 km away. Was another unit meant?' : undefined)} />
          ))}
        </div>
      </div>
      <div className="block">
        <h3>Support</h3>
        <Segmented
          aria-label="Support"
          block
          value={kind}
          options={[{ value: 'free', label: 'free' }, { value: 'pinned', label: 'pinned' }, { value: 'fixed', label: 'fixed' }, ...(kind === 'other' ? [{ value: 'other', label: 'other' }] : [])]}
          onChange={(value) => value !== 'other' && hold(() => kinds[value as keyof typeof kinds])}
        />
        <div className="three" style={{ marginTop: 8 }} role="group" aria-label="Held directions">
          {directions.map(([direction, name]) => {
            const held = commonValue(nodes, (node) => node.support?.[direction] ?? false);
            return (
              <Checkbox key={direction} checked={held === true} indeterminate={held === 'varies'} onChange={(event) => hold((node) => ({ ...noSupport, ...node.support, [direction]: event.target.checked }))}>
                {name}
              </Checkbox>
            );
          })}
        </div>
      </div>
    </>
  );
}

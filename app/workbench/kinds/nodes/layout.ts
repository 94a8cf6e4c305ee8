import type { Model, Node } from '~core/model';
import type { RowLayout } from '../../cells/cells';
import { quantity, words } from '../../cells/columns';
import { supportNames, supportCell, supportText } from './support-words';

/** One coordinate of a position; the others stay open, so that several cells of a row can each set theirs. */
const coordinateCell =
  (axis: number) =>
  (value: number | null): Record<string, unknown> => ({
    position: [0, 1, 2].map((i) => (i === axis ? value : undefined)),
  });

/** Nodes in rows. */
export function nodeLayout(model: Model): RowLayout<Node> {
  return {
    table: 'nodes',
    noun: 'node',
    columns: [
      words('Node', 60, (node) => node.id),
      ...['x', 'y', 'z'].map((axis, i) =>
        quantity(model, axis, 'length', (node: Node) => node.position[i], coordinateCell(i)),
      ),
      words(
        'Support',
        130,
        (node) => supportText(node.support),
        supportCell,
        supportNames.map(([name]) => name),
      ),
      quantity(
        model,
        'Mass',
        'number',
        (node: Node) => node.mass,
        (mass) => ({ mass }),
        { width: 70, optional: true },
      ),
    ],
    create: (fields, { collector }) => {
      const position = fields.position as (number | undefined)[] | undefined;
      if (!position || position.some((part) => part === undefined))
        return { ok: false, error: 'A new node needs x, y and z.' };
      const { support, mass } = fields;
      return {
        ok: true,
        record: {
          id: collector.nextId('nodes'),
          position: position as [number, number, number],
          ...(support ? { support } : {}),
          ...(typeof mass === 'number' ? { mass } : {}),
        } as Node,
      };
    },
  };
}

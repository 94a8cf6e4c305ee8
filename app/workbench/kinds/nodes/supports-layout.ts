import type { Model, Node } from '~core/model';
import type { CellColumn, RowLayout } from '../../cells/cells';
import { bad, good, quantity, words } from '../../cells/columns';
import { supportNames, directions, supportCell, supportText } from './support-words';

/** Nodes that are held, in rows. */
export function supportLayout(model: Model): RowLayout<Node> {
  const stiffness = (way: (typeof directions)[number]) =>
    quantity(
      model,
      `k ${way}`,
      way.startsWith('u') ? 'springForce' : 'springMoment',
      (node: Node) => node.springs?.[way],
      undefined,
      { width: 90 },
    );
  return {
    table: 'nodes',
    noun: 'support',
    // a row here is a support: its node stays
    remove: (rows) => ({
      edits: [
        {
          kind: 'change',
          table: 'nodes',
          changes: rows.map(({ id }) => ({ id, fields: { support: null, springs: null } })),
        },
      ],
    }),
    columns: [
      words('Node', 60, (node) => node.id),
      words(
        'Support',
        120,
        (node) => supportText(node.support),
        supportCell,
        supportNames.map(([name]) => name),
      ),
      ...directions.map((way): CellColumn<Node> =>
        words(
          way,
          50,
          (node) => (node.support?.[way] ? 'held' : ''),
          (text, _batch, row) => {
            const held = /^(held|yes|x|1|true)$/i.test(text);
            if (!held && !/^(free|no|0|false|)$/i.test(text)) return bad('Type held or free.');
            const before = row?.support ?? { ux: false, uy: false, uz: false, rx: false, ry: false, rz: false };
            return good({ support: { ...before, [way]: held } });
          },
          ['held', 'free'],
        ),
      ),
      ...directions.slice(0, 3).map(stiffness),
    ],
  };
}

import type { Solution } from '../../fem';
import { isHeld, type Model } from '../../model';
import { isEnvelope, shownParts, shownWords, type Shown, type ShownPart } from '../shown';
import type { Cell, ResultTable, TableColumn, TableRow } from './table';

/** Storey whose height a place has or lies nearest above the one below it; '' without storeys. */
export function storeyOfHeight(model: Model, height: number): string {
  let best = '';
  let gap = Infinity;
  for (const storey of Object.values(model.storeys)) {
    const distance = Math.abs(storey.elevation - height);
    if (distance < gap) [best, gap] = [storey.id, distance];
  }
  return best;
}

/** Of several states the value of largest size, and the label of the one it comes from. */
function worstOf(parts: readonly ShownPart[], read: (part: ShownPart) => number): { value: number; by: string } {
  let found = { value: 0, by: '' };
  for (const part of parts) {
    const value = read(part);
    if (found.by === '' || Math.abs(value) > Math.abs(found.value)) found = { value, by: part.label };
  }
  return found;
}

const axes = ['x', 'y', 'z'] as const;

/** Movements of nodes in what is shown; of an envelope the value of largest size, with the combination it comes from for the movement as a whole. */
export function displacementTable(model: Model, solution: Solution, shown: Shown): ResultTable {
  const parts = shownParts(model, solution, shown);
  const columns: TableColumn[] = [
    { title: 'Node', kind: 'words' },
    ...axes.map((axis): TableColumn => ({ title: `u${axis}`, kind: 'deflection' })),
    { title: 'u', kind: 'deflection' },
    ...axes.map((axis): TableColumn => ({ title: `turn ${axis}`, kind: 'angle', decimals: 4 })),
    ...(isEnvelope(shown) ? [{ title: 'u by', kind: 'words' } as const] : []),
  ];
  const rows =
    parts.length === 0
      ? []
      : solution.nodeIds.flatMap((id, i): TableRow[] => {
          if (!(id in model.nodes)) return [];
          const of = (k: number) => worstOf(parts, (part) => part.state.displacements[6 * i + k]).value;
          const whole = worstOf(parts, ({ state }) =>
            Math.hypot(state.displacements[6 * i], state.displacements[6 * i + 1], state.displacements[6 * i + 2]),
          );
          return [
            {
              key: id,
              node: id,
              storey: storeyOfHeight(model, model.nodes[id].position[2]),
              size: whole.value,
              cells: [
                id,
                of(0),
                of(1),
                of(2),
                whole.value,
                of(3),
                of(4),
                of(5),
                ...(isEnvelope(shown) ? [whole.by] : []),
              ],
            },
          ];
        });
  return {
    id: 'displacements',
    title: 'Displacements of nodes',
    note: noteOf(model, shown, 'of an envelope: the value of largest size of each'),
    columns,
    rows,
  };
}

const noteOf = (model: Model, shown: Shown, remark: string): string => {
  const { name, detail } = shownWords(model, shown);
  return [`${name}: ${detail}`, ...(isEnvelope(shown) ? [remark] : [])].join('; ');
};

/** Reactions of supported nodes; of an envelope two rows a node, the largest and the smallest of each component, and the resultant of largest size. */
export function reactionTable(model: Model, solution: Solution, shown: Shown): ResultTable {
  const parts = shownParts(model, solution, shown);
  const both = isEnvelope(shown);
  const columns: TableColumn[] = [
    { title: 'Node', kind: 'words' },
    ...(both ? [{ title: '', kind: 'words' } as const] : []),
    ...axes.map((axis): TableColumn => ({ title: `R${axis}`, kind: 'force' })),
    { title: 'R', kind: 'force' },
    ...axes.map((axis): TableColumn => ({ title: `M${axis}`, kind: 'moment' })),
    ...(both ? [{ title: 'Rz by', kind: 'words' } as const] : []),
  ];
  const rows =
    parts.length === 0
      ? []
      : solution.nodeIds.flatMap((id, i): TableRow[] => {
          if (!isHeld(model.nodes[id])) return [];
          const read = (part: ShownPart, k: number) => part.state.reactions[6 * i + k];
          const size = (part: ShownPart) => Math.hypot(read(part, 0), read(part, 1), read(part, 2));
          const sizes = parts.map(size);
          const row = (which: '' | 'largest' | 'smallest', pick: (values: number[]) => number): TableRow => {
            const component = (k: number) => pick(parts.map((part) => read(part, k)));
            const rz = component(2);
            const by = parts.find((part) => read(part, 2) === rz)?.label ?? '';
            const cells: Cell[] = [
              id,
              ...(both ? [which] : []),
              component(0),
              component(1),
              rz,
              pick(sizes),
              component(3),
              component(4),
              component(5),
              ...(both ? [by] : []),
            ];
            return {
              key: `${id} ${which}`.trim(),
              node: id,
              storey: storeyOfHeight(model, model.nodes[id].position[2]),
              size: Math.max(...sizes),
              cells,
            };
          };
          return both
            ? [row('largest', (values) => Math.max(...values)), row('smallest', (values) => Math.min(...values))]
            : [row('', ([value]) => value)];
        });
  return {
    id: 'reactions',
    title: 'Reactions',
    note: noteOf(
      model,
      shown,
      'the largest and smallest of each component on its own; they need not come from one combination',
    ),
    columns,
    rows,
  };
}

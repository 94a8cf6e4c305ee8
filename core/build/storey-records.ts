import { inOrder, onLevel, panelNodes, type Diaphragm, type Model, type Slab, type Storey, type Wall } from '../model';
import type { RecordCollector } from './records';

/** What lies on a storey beside members and loads: slabs at its level, walls that rise to it, its rigid floors, line supports and column heads. */
export interface StoreyRecords {
  readonly slabs: readonly Slab[];
  readonly walls: readonly Wall[];
  readonly diaphragms: readonly Diaphragm[];
  readonly lineSupports: readonly Model['lineSupports'][string][];
  readonly columnHeads: readonly Model['columnHeads'][string][];
}

/** @param below elevation of the storey below, m; −∞ where there is none */
export function recordsOfStorey(model: Model, storey: Storey, below: number): StoreyRecords {
  const height = (id: string) => model.nodes[id].position[2];
  const level = (ids: readonly string[]) =>
    ids.length > 0 && ids.every((id) => Math.abs(height(id) - storey.elevation) < onLevel);
  const rises = (ids: readonly string[]) =>
    Math.min(...ids.map(height)) > below - onLevel &&
    Math.max(...ids.map(height)) > below + onLevel &&
    Math.max(...ids.map(height)) < storey.elevation + onLevel;
  return {
    slabs: inOrder(model.slabs).filter((slab) => level(slab.corners)),
    walls: inOrder(model.walls).filter((wall) => rises(wall.corners)),
    diaphragms: inOrder(model.diaphragms).filter((one) => level(one.nodes)),
    lineSupports: inOrder(model.lineSupports).filter((one) => level([one.start, one.end])),
    columnHeads: inOrder(model.columnHeads).filter((one) => level([one.node])),
  };
}

/** Every node the records stand on. */
export const nodesOfRecords = ({ slabs, walls, diaphragms, lineSupports, columnHeads }: StoreyRecords): string[] => [
  ...new Set([
    ...[...slabs, ...walls].flatMap(panelNodes),
    ...diaphragms.flatMap((one) => one.nodes),
    ...lineSupports.flatMap((one) => [one.start, one.end]),
    ...columnHeads.map((one) => one.node),
  ]),
];

type MadeRecords = { -readonly [K in keyof StoreyRecords]: StoreyRecords[K][number][] };

/**
 * The records of a storey on other nodes; what is there already is left out, and so are rigid floors whose nodes belong to one.
 * @param place the node that stands for each of theirs
 * @returns the records, and the panel that stands for each slab and wall
 */
export function copiedRecords(
  model: Model,
  records: StoreyRecords,
  place: ReadonlyMap<string, string>,
  target: Storey,
  collector: RecordCollector,
): { made: MadeRecords; panels: Map<string, string> } {
  const to = (ids: readonly string[]) => ids.map((id) => place.get(id)!);
  const panels = new Map<string, string>();
  const panel = (table: 'slabs' | 'walls') =>
    records[table].flatMap((one): Slab[] => {
      const { id, label: _label, ...fields } = one;
      const corners = to(one.corners);
      const there = Object.values(model[table]).find(
        (other) => [...other.corners].sort().join(' ') === [...corners].sort().join(' '),
      );
      panels.set(id, there?.id ?? collector.nextId(table));
      return there
        ? []
        : [{ ...fields, id: panels.get(id)!, corners, ...(one.openings ? { openings: one.openings.map(to) } : {}) }];
    });
  const inFloor = new Set(Object.values(model.diaphragms).flatMap((one) => one.nodes));
  const labels = new Set(Object.values(model.diaphragms).map((one) => one.label));
  const floors = records.diaphragms.flatMap((one, i): Diaphragm[] => {
    const nodes = to(one.nodes);
    if (nodes.some((id) => inFloor.has(id))) return [];
    const wanted = records.diaphragms.length > 1 ? `${target.label} ${i + 1}` : target.label;
    let label = wanted;
    for (let k = 2; labels.has(label); k++) label = `${wanted} (${k})`;
    labels.add(label);
    return [{ ...one, id: collector.nextId('diaphragms'), label, nodes }];
  });
  const headed = new Set(Object.values(model.columnHeads).map((one) => one.node));
  const held = new Set(Object.values(model.lineSupports).map((one) => [one.start, one.end].sort().join(' ')));
  return {
    panels,
    made: {
      slabs: panel('slabs'),
      walls: panel('walls'),
      diaphragms: floors,
      lineSupports: records.lineSupports.flatMap(({ label: _label, ...one }) =>
        held.has(to([one.start, one.end]).sort().join(' '))
          ? []
          : [{ ...one, id: collector.nextId('lineSupports'), start: place.get(one.start)!, end: place.get(one.end)! }],
      ),
      columnHeads: records.columnHeads.flatMap((one) =>
        headed.has(place.get(one.node)!)
          ? []
          : [{ ...one, id: collector.nextId('columnHeads'), node: place.get(one.node)! }],
      ),
    },
  };
}

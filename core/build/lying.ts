import {
  kinds,
  nodesUnder,
  onLevel,
  tableNames,
  withReferences,
  inOrder,
  type ColumnHead,
  type Edit,
  type LineSupport,
  type Lying,
  type Model,
  type Node,
  type Storey,
  type TableName,
  type Vector,
} from '../model';
import type { RecordCollector } from './records';
import { moved, movedDirection, movedSupport, type Movement } from './transform';

/** A record that lies in the structure beside members, nodes and loads: slabs, walls, rigid floors and the like. */
export interface LyingRecord {
  readonly table: TableName;
  readonly id: string;
}

type AnyRecord = { readonly id: string; readonly label?: string | undefined };

const lyingOf = (table: TableName): Lying | undefined => (kinds[table] as { readonly lies?: Lying }).lies;
const lyingTables = tableNames.filter((table) => lyingOf(table) !== undefined);
const recordOf = (model: Model, { table, id }: LyingRecord): AnyRecord => model[table][id];

/** What of all that lies in the structure belongs to a storey. @param below elevation of the storey below, m; −∞ where there is none */
export function lyingOnStorey(model: Model, storey: Storey, below: number): LyingRecord[] {
  const height = (id: string) => model.nodes[id].position[2];
  const belongs = {
    level: (heights: readonly number[]) => heights.every((z) => Math.abs(z - storey.elevation) < onLevel),
    rising: (heights: readonly number[]) =>
      Math.min(...heights) > below - onLevel &&
      Math.max(...heights) > below + onLevel &&
      Math.max(...heights) < storey.elevation + onLevel,
    place: () => false,
  };
  return lyingTables.flatMap((table) =>
    inOrder<AnyRecord>(model[table]).flatMap((record): LyingRecord[] => {
      const heights = nodesUnder(table, record, false).map(height);
      return heights.length > 0 && belongs[lyingOf(table)!.with](heights) ? [{ table, id: record.id }] : [];
    }),
  );
}

/** Every node that records lie on. */
export const nodesUnderAll = (model: Model, lying: readonly LyingRecord[]): string[] => [
  ...new Set(lying.flatMap((one) => nodesUnder(one.table, recordOf(model, one)))),
];

/** Fields that change when a record is moved: places of its own, and directions it names. */
export function turnedFields(
  table: TableName,
  record: AnyRecord,
  movement: Movement,
): Readonly<Record<string, unknown>> {
  const places = Object.fromEntries(
    (lyingOf(table)?.places ?? []).map((field) => [
      field,
      moved(movement, (record as unknown as Record<string, Vector>)[field]),
    ]),
  );
  if (table === 'lineSupports') {
    // a held edge has the global directions; where they fall between, it stays as it is
    const { support } = movedSupport(record as LineSupport as unknown as Node, movement);
    return { ...places, ...(support ? { support } : {}) };
  }
  if (table === 'columnHeads') {
    const { widthX, widthY } = record as ColumnHead;
    const swapped = Math.abs(movedDirection(movement, [1, 0, 0])[1]) > Math.SQRT1_2;
    return { ...places, ...(swapped ? { widthX: widthY, widthY: widthX } : {}) };
  }
  return places;
}

/** Copies of lying records, collected over several movements so that no two come to lie on the same nodes. */
export class LyingCopies {
  private readonly made = new Map<TableName, AnyRecord[]>();

  constructor(
    private readonly model: Model,
    private readonly collector: RecordCollector,
  ) {}

  /**
   * Copies one record.
   * @param to       the node that stands for each of its nodes
   * @param movement turns the directions it names; none: it keeps them
   * @param name     for a copy that cannot be without a name
   * @returns the id of the copy, or of what is there already on the same nodes; undefined when it is left out
   */
  copy(one: LyingRecord, to: (node: string) => string, movement?: Movement, name?: string): string | undefined {
    const { table } = one;
    const lies = lyingOf(table)!;
    const record = recordOf(this.model, one);
    const copied = withReferences(table, record as never, 'nodes', to) as AnyRecord | undefined;
    if (!copied) return undefined;
    const others = [...Object.values<AnyRecord>(this.model[table]), ...(this.made.get(table) ?? [])];
    const nodes = nodesUnder(table, copied, false);
    const key = [...nodes].sort().join(' ');
    const there =
      lies.one === 'same nodes'
        ? others.find((other) => nodesUnder(table, other, false).sort().join(' ') === key)
        : lies.one === 'any node'
          ? others.find((other) => nodesUnder(table, other, false).some((id) => nodes.includes(id)))
          : undefined;
    if (there) return lies.one === 'same nodes' ? there.id : undefined;
    const { label, ...fields } = copied;
    const made: AnyRecord = {
      ...fields,
      ...(movement ? turnedFields(table, record, movement) : {}),
      ...(lies.named ? { label: this.freeName(others, name ?? label ?? '') } : {}),
      id: this.collector.nextId(table),
    };
    this.made.set(table, [...(this.made.get(table) ?? []), made]);
    return made.id;
  }

  private freeName(others: readonly AnyRecord[], wanted: string): string {
    const taken = new Set(others.map((one) => one.label));
    for (let i = 2, label = wanted; ; label = `${wanted} (${i++})`) if (!taken.has(label)) return label;
  }

  /** The copies by table, in the order of the tables, for an edit that adds them; tables without any are left out. */
  get records(): Extract<Edit, { kind: 'add' }>['records'] {
    return Object.fromEntries(
      tableNames.flatMap((table) => (this.made.has(table) ? [[table, this.made.get(table)!]] : [])),
    );
  }
}

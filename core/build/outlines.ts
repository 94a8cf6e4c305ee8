import {
  applyAct,
  distance,
  dot,
  edgesOf,
  fromPlane,
  inPlane,
  panelNodes,
  panelPlane,
  planeOf,
  referencesOf,
  samePoint,
  tableNames,
  type Edit,
  type Load,
  type Model,
  type Node,
  type Panel,
  type Plane,
  type Vector,
} from '../model';
import { isInside, type Point2 } from '../plane';
import { NodeFinder } from './node-finder';
import { RecordCollector } from './records';
import type { Plan, PreviewLine } from './plan';

/** The table a slab or wall stands in. */
export type PanelTable = 'slabs' | 'walls';

/** A slab or wall that is chosen. */
export interface ChosenPanel {
  readonly table: PanelTable;
  readonly id: string;
}

/** The corners of a panel in its plane, m. */
export interface FlatOutline {
  readonly outline: readonly Point2[];
  readonly openings: readonly (readonly Point2[])[];
}

/** A corner (m) and the node it had before, where it has moved. */
interface Corner {
  readonly at: Vector;
  readonly was?: string | undefined;
}

/** A panel's name in sentences: "slab b3". */
export const panelName = ({ table, id }: ChosenPanel, model: Model): string =>
  `${table === 'slabs' ? 'slab' : 'wall'} ${model[table][id]?.label ?? id}`;

/** A panel's corners in its plane, m. */
export function flatOutline(model: Model, panel: Panel, plane: Plane): FlatOutline {
  const flat = (ids: readonly string[]) => ids.map((id) => inPlane(plane, model.nodes[id].position));
  return { outline: flat(panel.corners), openings: (panel.openings ?? []).map(flat) };
}

/**
 * Slabs and walls in new shapes, gathered into one act: nodes that stand at a corner are taken, others made; nodes that were corners of nothing
 * else move along or go.
 */
export class Outlining {
  private readonly collector: RecordCollector;
  private readonly finder: NodeFinder;
  private readonly before = new Set<string>();
  /** nodes made for corners that moved, and the nodes these had */
  private readonly moved = new Map<string, string>();
  private readonly edits: Edit[] = [];
  private readonly lines: PreviewLine[] = [];

  constructor(private readonly model: Model) {
    this.collector = new RecordCollector(model);
    this.finder = new NodeFinder(model, this.collector);
  }

  /**
   * Gives a panel new corners, m in space.
   * @param more openings left out of the analysis that come to it from others
   */
  reshape(
    { table, id }: ChosenPanel,
    outline: readonly Corner[],
    openings: readonly (readonly Corner[])[],
    more: readonly (readonly string[])[] = [],
  ): void {
    const panel: Panel = this.model[table][id];
    for (const node of panelNodes(panel)) this.before.add(node);
    const rings = this.rings(outline, openings);
    const ignored = this.ignoredIn(outline, [...(panel.ignoredOpenings ?? []), ...more]);
    this.edits.push({
      kind: 'change',
      table,
      changes: [
        {
          id,
          fields: {
            corners: rings[0],
            openings: rings.length > 1 ? rings.slice(1) : panel.openings ? null : undefined,
            // what is left out of the analysis goes with the part it lies in
            ...(panel.ignoredOpenings || ignored.length > 0
              ? { ignoredOpenings: ignored.length > 0 ? ignored : null }
              : {}),
          },
        },
      ],
    });
  }

  /** A panel like another with corners of its own, m in space. @returns its number */
  add({ table, id }: ChosenPanel, outline: readonly Corner[], openings: readonly (readonly Corner[])[]): string {
    const {
      id: _id,
      label: _label,
      openings: _openings,
      ignoredOpenings,
      ignoredNote,
      ...like
    } = this.model[table][id];
    const [corners, ...open] = this.rings(outline, openings);
    const made = this.collector.nextId(table);
    const ignored = this.ignoredIn(outline, ignoredOpenings);
    const record = {
      ...like,
      id: made,
      corners,
      ...(open.length > 0 ? { openings: open } : {}),
      ...(ignored.length > 0 ? { ignoredOpenings: ignored, ...(ignoredNote ? { ignoredNote } : {}) } : {}),
    };
    this.edits.push({ kind: 'add', records: { [table]: [record] } });
    return made;
  }

  /** Takes panels away. */
  remove(table: PanelTable, ids: readonly string[]): void {
    for (const id of ids) for (const node of panelNodes(this.model[table][id])) this.before.add(node);
    if (ids.length > 0) this.edits.push({ kind: 'remove', table, ids: [...ids] });
  }

  /** Changes a load, and adds others beside it. */
  loads(changes: readonly { id: string; fields: Record<string, unknown> }[], added: readonly Omit<Load, 'id'>[]): void {
    if (changes.length > 0) this.edits.push({ kind: 'change', table: 'loads', changes: [...changes] });
    if (added.length > 0)
      this.edits.push({
        kind: 'add',
        records: { loads: added.map((load) => ({ ...load, id: this.collector.nextId('loads') }) as Load) },
      });
  }

  /** The plan that does all that was asked. @param made panels to be told in words */
  finish(sentence: string, words: string): Plan {
    const draft = (nodes: readonly Node[], edits: readonly Edit[]): Edit[] => [
      ...(nodes.length > 0 ? [{ kind: 'add' as const, records: { nodes: [...nodes] } }] : []),
      ...edits,
    ];
    const first = applyAct(this.model, { edits: draft(this.finder.made, this.edits) });
    if (!first.ok) return { ok: false, error: first.error };
    const idle = this.idleNodes(first.model);
    // a corner that nothing else hangs on keeps its number and moves
    const keeps = new Map<string, string>();
    for (const [made, was] of this.moved) if (idle.has(was)) keeps.set(made, was);
    const renamed = new Set(keeps.values());
    const name = (value: unknown): unknown =>
      typeof value === 'string'
        ? (keeps.get(value) ?? value)
        : Array.isArray(value)
          ? (value as unknown[]).map(name)
          : typeof value === 'object' && value !== null
            ? Object.fromEntries(Object.entries(value).map(([key, part]) => [key, name(part)]))
            : value;
    const made = this.finder.made.filter(({ id }) => !keeps.has(id));
    const moves = this.finder.made.flatMap(({ id, position }) => {
      const was = keeps.get(id);
      return was === undefined ? [] : [{ id: was, fields: { position: [...position] } }];
    });
    const gone = [...idle].filter((id) => !renamed.has(id));
    const edits: Edit[] = [
      ...(moves.length > 0 ? [{ kind: 'change' as const, table: 'nodes' as const, changes: moves }] : []),
      ...draft(made, this.edits.map(name) as Edit[]),
      ...(gone.length > 0 ? [{ kind: 'remove' as const, table: 'nodes' as const, ids: gone }] : []),
    ];
    return { ok: true, act: { edits, sentence }, words, preview: this.lines, made: [] };
  }

  /** Openings left out of the analysis whose first corner lies in an outline. */
  private ignoredIn(
    outline: readonly Corner[],
    ignored: readonly (readonly string[])[] | undefined,
  ): (readonly string[])[] {
    const plane = planeOf(outline.map(({ at }) => at));
    if (!ignored || !plane) return [];
    const flat = outline.map(({ at }) => inPlane(plane, at));
    return ignored.filter(([first]) => isInside(flat, inPlane(plane, this.model.nodes[first].position)));
  }

  private rings(outline: readonly Corner[], openings: readonly (readonly Corner[])[]): string[][] {
    return [outline, ...openings].map((ring) => {
      this.lines.push(...edgesOf(ring.map(({ at }) => at)));
      return ring.map(({ at, was }) => {
        const id = this.finder.at([at[0], at[1], at[2]]);
        if (was !== undefined && was !== id && !(id in this.model.nodes)) this.moved.set(id, was);
        return id;
      });
    });
  }

  /** Nodes that were corners and hold nothing any more. */
  private idleNodes(after: Model): Set<string> {
    const used = new Set<string>();
    for (const table of tableNames)
      for (const record of Object.values(after[table]))
        for (const { table: to, id } of referencesOf(table, record as never)) if (to === 'nodes') used.add(id);
    return new Set(
      [...this.before].filter((id) => {
        const node = this.model.nodes[id];
        return !used.has(id) && !node.support && !node.springs && node.mass === undefined;
      }),
    );
  }
}

/** A ring in space that runs as the one it stands for: a wall's outside stays where it was. @param points m in the panel's plane */
export function inSpace(model: Model, panel: Panel, plane: Plane, points: readonly Point2[]): Corner[] {
  const known = panelNodes(panel);
  const corners = points.map((point): Corner => {
    const at = fromPlane(plane, point) as Vector;
    const node = known.find((id) => distance(model.nodes[id].position, at) < samePoint);
    return node === undefined ? { at } : { at: model.nodes[node].position };
  });
  return corners;
}

/** An outline of a panel turned about when it would put the panel's outside on its inside. */
export function asBefore(plane: Plane, corners: readonly Corner[]): Corner[] {
  const nodes = Object.fromEntries(corners.map(({ at }, i) => [`n${i}`, { position: [...at] }])) as Model['nodes'];
  const turned = panelPlane({ nodes }, { corners: Object.keys(nodes) });
  return turned && dot(turned.normal, plane.normal) < 0 ? [...corners].reverse() : [...corners];
}

import {
  applyAct,
  cross,
  distance,
  dot,
  norm,
  samePoint,
  subtract,
  type Act,
  type Edit,
  type Member,
  type Model,
  type Node,
  type Support,
  type Vector,
} from '../model';
import { divideEdits, gathered } from './divide';
import { NodeFinder } from './node-finder';
import type { PreviewLine } from './plan';
import { RecordCollector } from './records';

/** What a new member gets beside its place and number. */
export type MemberFields = Omit<Member, 'id' | 'start' | 'end'>;

/** Where a point stands along a line as a share of it (0 to 1), when it lies on it within `samePoint`. */
export function shareOn(point: Vector, start: Vector, end: Vector): number | undefined {
  const line = subtract(end, start);
  const length = norm(line);
  const to = subtract(point, start);
  const share = dot(to, line) / (length * length);
  if (share * length < samePoint || (1 - share) * length < samePoint) return undefined;
  return norm(cross(to, line)) / length < samePoint ? share : undefined;
}

/**
 * Members to be added to a model, joined to what is there: ends on a node take it, ends on a member divide it, nodes on the way divide the
 * new member, and what is there already is not made twice.
 */
export class Draft {
  readonly collector: RecordCollector;
  private readonly finder: NodeFinder;
  /** supports asked for at nodes that are there without one */
  private readonly supports = new Map<string, Support>();
  /** nodes that are made though no member of the draft meets them */
  private readonly kept = new Set<string>();
  private readonly wanted: { start: string; end: string; fields: MemberFields }[] = [];

  constructor(private readonly model: Model) {
    this.collector = new RecordCollector(model);
    this.finder = new NodeFinder(model, this.collector);
  }

  /** The node at a place (m), made when there is none. */
  node(position: Vector, support?: Support): string {
    const id = this.finder.at([position[0], position[1], position[2]], support);
    const there = this.model.nodes[id];
    if (support && there && !there.support) this.supports.set(id, support);
    return id;
  }

  /** Makes a node though no member of the draft meets it, with what else it bears. */
  keep(id: string, fields: Pick<Node, 'mass'> = {}): void {
    this.kept.add(id);
    const made = this.finder.made.find((node) => node.id === id);
    if (made) Object.assign(made, fields);
  }

  /** Asks for a member between two places (m) or nodes. */
  member(start: Vector | string, end: Vector | string, fields: MemberFields): void {
    const at = (place: Vector | string) => (typeof place === 'string' ? place : this.node(place));
    this.wanted.push({ start: at(start), end: at(end), fields });
  }

  /**
   * The act that adds what was asked for.
   * @param leave members of the model that are not divided though a new node lies on them
   * @param through whether nodes on the way divide the new members
   * @returns the act, or undefined when everything is there already; the members it makes and their lines
   */
  finish(
    sentence: (made: readonly Member[]) => string,
    {
      leave = new Set<string>(),
      through = true,
      extra = [],
    }: { leave?: ReadonlySet<string>; through?: boolean; extra?: readonly Edit[] } = {},
  ): { act: Act | undefined; made: Member[]; lines: PreviewLine[] } {
    const { collector, finder, model } = this;
    const made: Node[] = finder.made;
    const nodes: Record<string, Node> = { ...model.nodes, ...Object.fromEntries(made.map((node) => [node.id, node])) };
    const all = Object.values(nodes);
    const chains = this.wanted
      .filter(({ start, end }) => start !== end)
      .map(({ start, end, fields }) => {
        // parts of a bar that only pulls or pushes would fold at the joint between them
        const stops =
          through && bends(fields)
            ? all
                .flatMap((node) => {
                  const share = shareOn(node.position, nodes[start].position, nodes[end].position);
                  return share === undefined ? [] : [{ id: node.id, share }];
                })
                .sort((a, b) => a.share - b.share)
            : [];
        return { stops: [start, ...stops.map((stop) => stop.id), end], fields };
      });
    const touched = new Set(chains.flatMap((chain) => chain.stops));
    const used = made.filter((node) => touched.has(node.id) || node.support || this.kept.has(node.id));
    const records = {
      ...(collector.sections.length > 0 ? { sections: collector.sections } : {}),
      ...(collector.materials.length > 0 ? { materials: collector.materials } : {}),
      ...(used.length > 0 ? { nodes: used } : {}),
    };
    const places: Edit[] = Object.keys(records).length > 0 ? [{ kind: 'add', records }] : [];
    const { divisions, divided } = this.divisions(touched, nodes, leave, [...extra, ...places]);
    // what was there, and its parts where new joints lie on it, is not made again
    const joined = new Set(Object.values(divided.members).map((member) => [member.start, member.end].sort().join(' ')));
    const members: Member[] = [];
    const lines: PreviewLine[] = [];
    for (const { stops, fields } of chains) {
      const { startConnection, endConnection, startRigid, endRigid, ...shared } = fields;
      for (let i = 0; i + 1 < stops.length; i++) {
        const pair = [stops[i], stops[i + 1]].sort().join(' ');
        if (joined.has(pair)) continue;
        joined.add(pair);
        const [first, last] = [i === 0, i === stops.length - 2];
        members.push({
          id: collector.nextId('members'),
          ...shared,
          start: stops[i],
          end: stops[i + 1],
          ...(first && startConnection ? { startConnection } : {}),
          ...(last && endConnection ? { endConnection } : {}),
          ...(first && startRigid !== undefined ? { startRigid } : {}),
          ...(last && endRigid !== undefined ? { endRigid } : {}),
        });
        lines.push([nodes[stops[i]].position, nodes[stops[i + 1]].position]);
      }
    }
    const edits: Edit[] = [...extra];
    if (members.length === 0)
      edits.push(...(used.some((node) => node.support || this.kept.has(node.id)) ? places : []));
    else if (divisions.length > 0) edits.push(...places, ...divisions, { kind: 'add', records: { members } });
    else edits.push({ kind: 'add', records: { ...records, members } });
    if (this.supports.size > 0)
      edits.push({
        kind: 'change',
        table: 'nodes',
        changes: [...this.supports].map(([id, support]) => ({ id, fields: { support } })),
      });
    return { act: edits.length === 0 ? undefined : { edits, sentence: sentence(members) }, made: members, lines };
  }

  /** Divides members of the model on which nodes of the new ones lie. */
  private divisions(
    touched: ReadonlySet<string>,
    nodes: Readonly<Record<string, Node>>,
    leave: ReadonlySet<string>,
    before: readonly Edit[],
  ): { divisions: Edit[]; divided: Model } {
    const points = [...touched].map((id) => nodes[id]);
    const applied =
      before.length > 0 ? applyAct(this.model, { edits: [...before] }) : { ok: true as const, model: this.model };
    if (!applied.ok) throw new Error(`A draft cannot be carried out: ${applied.error}`);
    let divided = applied.model;
    const edits: Edit[] = [];
    for (const member of Object.values(this.model.members)) {
      if (leave.has(member.id) || !bends(member)) continue;
      const [a, b] = [divided.nodes[member.start].position, divided.nodes[member.end].position];
      if (distance(a, b) < samePoint) continue;
      const on = points.filter((node) => withinBox(node.position, a, b) && shareOn(node.position, a, b) !== undefined);
      if (on.length === 0) continue;
      const division = divideEdits(
        divided,
        divided.members[member.id],
        on.map((node) => node.id),
        this.collector.nextId,
      );
      const next = applyAct(divided, { edits: division.edits });
      if (!next.ok) throw new Error(`A member cannot be divided: ${next.error}`);
      divided = next.model;
      edits.push(...division.edits);
    }
    return { divisions: gathered(edits), divided };
  }
}

/** Whether a member resists bending, so that it can be divided and stay straight. */
export const bends = (member: Pick<Member, 'behaviour'>): boolean => (member.behaviour ?? 'frame') === 'frame';

const withinBox = (point: Vector, a: Vector, b: Vector): boolean =>
  point.every((part, i) => part > Math.min(a[i], b[i]) - samePoint && part < Math.max(a[i], b[i]) + samePoint);

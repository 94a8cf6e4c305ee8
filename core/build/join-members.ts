import { count } from '../units';
import {
  cross,
  dot,
  isPlaced,
  memberAxis,
  norm,
  subtract,
  type Edit,
  type Member,
  type Model,
  type Reinforcement,
  type Vector,
} from '../model';
import { barsOfJoined } from './bars-of-pieces';
import { refuse, type Plan, type PreviewLine } from './plan';

/**
 * Joins members that follow each other on one straight line into one: they must agree in section, material and angle, and nothing else may
 * hang on the nodes between them. Loads keep their places.
 */
export function joinPlan(model: Model, ids: readonly string[]): Plan {
  if (ids.length < 2) return refuse('Select two or more members that follow each other on a line.');
  const chains = chainsOf(model, ids);
  if (typeof chains === 'string') return refuse(chains);
  if (chains.length === 0)
    return refuse(
      'No two of the selected members follow each other on a straight line with the same section, material and angle.',
    );
  const edits: Edit[] = [];
  const preview: PreviewLine[] = [];
  const made: string[] = [];
  let gone = 0;
  for (const { links, inner, first, last } of chains) {
    const [kept, ...others] = links.map((link) => link.member);
    const fields: Record<string, unknown> = { start: first, end: last };
    const lastLink = links[links.length - 1];
    const endOf = (link: Link, side: 'start' | 'end') => ((side === 'start') === !link.flipped ? 'start' : 'end');
    const set = (field: 'Connection' | 'Rigid', side: 'start' | 'end', link: Link) => {
      const value = link.member[`${endOf(link, side)}${field}`];
      if (value !== undefined || kept[`${side}${field}`] !== undefined) fields[`${side}${field}`] = value ?? null;
    };
    for (const field of ['Connection', 'Rigid'] as const) {
      set(field, 'start', links[0]);
      set(field, 'end', lastLink);
    }
    const bars = joinedBars(model, links);
    if (bars) fields.reinforcement = bars;
    edits.push({ kind: 'change', table: 'members', changes: [{ id: kept.id, fields }] });
    const loads = movedLoads(model, links, { first, last }, kept.id);
    if (loads.length > 0) edits.push({ kind: 'change', table: 'loads', changes: loads });
    edits.push(
      { kind: 'remove', table: 'members', ids: others.map((member) => member.id) },
      { kind: 'remove', table: 'nodes', ids: inner },
    );
    preview.push([model.nodes[first].position, model.nodes[last].position]);
    made.push(kept.id);
    gone += others.length;
  }
  return {
    ok: true,
    act: { edits, sentence: `Joined ${count(gone + made.length, 'member')} into ${made.length}` },
    words: `${count(gone + made.length, 'member')} become ${made.length}`,
    preview,
    made,
  };
}

/** Bars of what members become; undefined: nothing of them changes. */
function joinedBars(model: Model, links: readonly Link[]): Reinforcement | undefined {
  if (!links.some(({ member: { reinforcement } }) => reinforcement?.added ?? reinforcement?.zones)) return undefined;
  const axes = links.map(({ member }) => memberAxis(model, member)!);
  return barsOfJoined(
    links.map(({ member, flipped }, i) => ({
      bars: member.reinforcement,
      length: axes[i].length,
      flipped,
      upended: dot(axes[i].axes.z, axes[0].axes.z) < 0,
    })),
  );
}

interface Link {
  readonly member: Member;
  /** whether the member runs against the chain */
  readonly flipped: boolean;
}

interface Chain {
  readonly links: readonly Link[];
  readonly inner: string[];
  readonly first: string;
  readonly last: string;
}

function chainsOf(model: Model, ids: readonly string[]): Chain[] | string {
  const wanted = new Set(ids);
  const atNode = new Map<string, Member[]>();
  for (const member of Object.values(model.members))
    for (const end of [member.start, member.end]) atNode.set(end, [...(atNode.get(end) ?? []), member]);
  const direction = (member: Member): Vector =>
    subtract(model.nodes[member.end].position, model.nodes[member.start].position);
  const fits = (a: Member, b: Member) => {
    const [u, v] = [direction(a), direction(b)];
    const [p, q] = [memberAxis(model, a)?.axes, memberAxis(model, b)?.axes];
    if (!p || !q || norm(cross(u, v)) > 1e-6 * norm(u) * norm(v)) return false;
    // a section without symmetry must not face the other way
    const centred = [a, b].every((member) => (member.axisPosition ?? 'centroid') === 'centroid');
    const offset = [a, b].some((member) => member.startOffset ?? member.endOffset);
    const symmetric =
      centred &&
      a.section !== null &&
      ['i', 'rectangle', 'circle', 'rectangularHollow', 'circularHollow', 'builtUpBox'].includes(
        model.sections[a.section].shape.type,
      );
    const alike = (way: 'y' | 'z') => (symmetric ? Math.abs(dot(p[way], q[way])) : dot(p[way], q[way])) > 1 - 1e-9;
    return (
      !offset &&
      alike('y') &&
      alike('z') &&
      a.axisPosition === b.axisPosition &&
      JSON.stringify(a.stiffness) === JSON.stringify(b.stiffness) &&
      a.section === b.section &&
      a.material === b.material &&
      a.role === b.role &&
      (a.behaviour ?? 'frame') === (b.behaviour ?? 'frame')
    );
  };
  const loaded = new Set(Object.values(model.loads).flatMap((load) => ('node' in load ? [load.node] : [])));
  /** the member that continues a member beyond one of its nodes, if they may become one */
  const next = (member: Member, node: string): Member | undefined => {
    const there = atNode.get(node)!;
    const other = there.find((one) => one.id !== member.id && wanted.has(one.id) && fits(one, member));
    const { support, springs } = model.nodes[node];
    return there.length === 2 &&
      other &&
      !support &&
      !springs &&
      !loaded.has(node) &&
      dot(away(member, node), away(other, node)) < 0
      ? other
      : undefined;
  };
  const away = (member: Member, node: string): Vector => {
    const along = direction(member);
    return member.start === node ? along : [-along[0], -along[1], -along[2]];
  };
  const done = new Set<string>();
  const chains: Chain[] = [];
  for (const id of ids) {
    if (done.has(id)) continue;
    let head = model.members[id];
    let headNode = head.start;
    for (let before = next(head, headNode); before && before.id !== id; before = next(head, headNode)) {
      headNode = before.start === headNode ? before.end : before.start;
      head = before;
    }
    const links: Link[] = [];
    const inner: string[] = [];
    let node = headNode;
    for (let member: Member | undefined = head; member && !done.has(member.id);) {
      done.add(member.id);
      links.push({ member, flipped: member.start !== node });
      node = member.start === node ? member.end : member.start;
      const following: Member | undefined = next(member, node);
      if (following && !done.has(following.id)) inner.push(node);
      member = following;
    }
    if (links.length < 2) continue;
    // the first member gives the direction
    const chain: Chain = { links, inner, first: headNode, last: node };
    const problem = hingeWithin(chain);
    if (problem) return problem;
    chains.push(links[0].flipped ? reversed(chain) : chain);
  }
  return chains;
}

const reversed = ({ links, inner, first, last }: Chain): Chain => ({
  links: [...links].reverse().map(({ member, flipped }) => ({ member, flipped: !flipped })),
  inner: [...inner].reverse(),
  first: last,
  last: first,
});

function hingeWithin({ links }: Chain): string | undefined {
  for (let i = 0; i + 1 < links.length; i++) {
    const [a, b] = [links[i], links[i + 1]];
    const between = [
      a.flipped ? a.member.startConnection : a.member.endConnection,
      b.flipped ? b.member.endConnection : b.member.startConnection,
    ];
    if (between.some((connection) => connection && Object.keys(connection).length > 0))
      return `Members ${a.member.id} and ${b.member.id} meet in a joint that is not rigid. Make it rigid first, or leave them apart.`;
  }
  return undefined;
}

/** Loads of the later links, told from the start of the first and in its directions. */
function movedLoads(
  model: Model,
  links: readonly Link[],
  ends: { first: string; last: string },
  kept: string,
): { id: string; fields: Record<string, unknown> }[] {
  const axes = links.map(({ member }) => memberAxis(model, member)!);
  const { first, last } = ends;
  const chain = memberAxis(model, { ...links[0].member, start: first, end: last })!.axes;
  return Object.values(model.loads).flatMap((load): { id: string; fields: Record<string, unknown> }[] => {
    if (!isPlaced(load)) return [];
    const i = links.findIndex(({ member }) => member.id === load.member);
    if (i < 0) return [];
    const before = axes.slice(0, i).reduce((sum, one) => sum + one.length, 0);
    const place = (x: number) => before + (links[i].flipped ? axes[i].length - x : x);
    const sign = load.axes === 'local' ? Math.sign(dot(axes[i].axes[load.direction], chain[load.direction])) : 1;
    if ('at' in load) return [{ id: load.id, fields: { member: kept, at: place(load.at), value: sign * load.value } }];
    const [from, to] = [place(load.from), place(load.to ?? axes[i].length)].sort((a, b) => a - b);
    const values =
      load.type === 'uniform'
        ? { value: sign * load.value }
        : links[i].flipped
          ? { valueFrom: sign * load.valueTo, valueTo: sign * load.valueFrom }
          : { valueFrom: sign * load.valueFrom, valueTo: sign * load.valueTo };
    return [{ id: load.id, fields: { member: kept, from, to, ...values } }];
  });
}

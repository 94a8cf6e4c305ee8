import { count } from '../units';
import {
  add,
  applyAct,
  cross,
  distance,
  dot,
  memberEnds,
  norm,
  samePoint,
  scale,
  subtract,
  type Edit,
  type Member,
  type Model,
  type Vector,
} from '../model';
import { divideEdits, gathered } from './divide';
import { NodeFinder } from './node-finder';
import { bends, shareOn } from './draft';
import { refuse, type Plan, type PreviewLine } from './plan';
import { RecordCollector } from './records';

/** Divides members into equal parts, or at distances from their starts (m). */
export function dividePlan(
  model: Model,
  ids: readonly string[],
  at: { parts: number } | { distances: readonly number[] },
): Plan {
  if (ids.length === 0) return refuse('No member is selected. Select the members to divide first.');
  const points = (member: Member): Vector[] => {
    const { start, end } = memberEnds(model, member)!;
    const length = distance(start.position, end.position);
    const shares =
      'parts' in at
        ? Array.from({ length: at.parts - 1 }, (_, i) => (i + 1) / at.parts)
        : at.distances.map((x) => x / length);
    return shares
      .filter((share) => share * length > samePoint && (1 - share) * length > samePoint)
      .map((share) => add(start.position, scale(subtract(end.position, start.position), share)));
  };
  return cutAt(
    model,
    new Map(ids.map((id) => [id, points(model.members[id])])),
    (cuts) => `Divided ${count(ids.length, 'member')} into ${ids.length + cuts}`,
  );
}

/** Joins members where they cross: both are divided at a common node. A crossing at a node of one of them divides the other there. */
export function connectCrossingsPlan(model: Model, ids: readonly string[]): Plan {
  const cuts = new Map<string, Vector[]>();
  const cut = (id: string, point: Vector) => cuts.set(id, [...(cuts.get(id) ?? []), point]);
  for (const { members, point } of crossings(model, ids)) for (const id of members) cut(id, point);
  if (cuts.size === 0) return refuse('No two of the selected members cross without a joint.');
  return cutAt(model, cuts, (made) => `Connected crossing members with ${count(made, 'division')}`);
}

export interface Crossing {
  /** the members that have to be divided */
  readonly members: readonly string[];
  readonly point: Vector;
}

/** Places where members cross or touch without a joint. Only members whose boxes meet are compared. */
export function crossings(model: Model, ids: readonly string[]): Crossing[] {
  const lines = ids
    .flatMap((id) => {
      const member = model.members[id];
      const ends = member && memberEnds(model, member);
      if (!ends) return [];
      const [a, b] = [ends.start.position, ends.end.position];
      return [
        {
          id,
          member,
          a: a as Vector,
          b: b as Vector,
          low: a.map((part, i) => Math.min(part, b[i]) - samePoint),
          high: a.map((part, i) => Math.max(part, b[i]) + samePoint),
        },
      ];
    })
    .sort((p, q) => p.low[0] - q.low[0]);
  const found: Crossing[] = [];
  for (let i = 0; i < lines.length; i++) {
    const p = lines[i];
    for (let j = i + 1; j < lines.length && lines[j].low[0] <= p.high[0]; j++) {
      const q = lines[j];
      if (q.low[1] > p.high[1] || q.high[1] < p.low[1] || q.low[2] > p.high[2] || q.high[2] < p.low[2]) continue;
      if (
        p.member.start === q.member.start ||
        p.member.start === q.member.end ||
        p.member.end === q.member.start ||
        p.member.end === q.member.end
      )
        continue;
      const point = meeting(p.a, p.b, q.a, q.b);
      if (!point) continue;
      const inside = [p, q].filter((line) => shareOn(point, line.a, line.b) !== undefined);
      if (inside.length > 0) found.push({ members: inside.map((line) => line.id), point });
    }
  }
  return found;
}

/** Where two segments meet within `samePoint`, undefined when they pass each other or are parallel. */
export function meeting(a: Vector, b: Vector, c: Vector, d: Vector): Vector | undefined {
  const [u, v, w] = [subtract(b, a), subtract(d, c), subtract(a, c)];
  const normal = cross(u, v);
  const square = dot(normal, normal);
  if (square < 1e-12 * dot(u, u) * dot(v, v)) return undefined;
  const s = dot(cross(v, w), normal) / square;
  const t = dot(cross(u, w), normal) / square;
  const slackS = samePoint / norm(u);
  const slackT = samePoint / norm(v);
  if (s < -slackS || s > 1 + slackS || t < -slackT || t > 1 + slackT) return undefined;
  const [on, other] = [add(a, scale(u, s)), add(c, scale(v, t))];
  return distance(on, other) < samePoint ? on : undefined;
}

/** Divides members at points on them. */
function cutAt(model: Model, cuts: ReadonlyMap<string, readonly Vector[]>, sentence: (made: number) => string): Plan {
  const bar = [...cuts.keys()].find((id) => !bends(model.members[id]));
  if (bar)
    return refuse(
      `${bar} carries axial force only: divided, it would fold at the new joint. Let it carry bending first (Carries: frame), or leave it whole.`,
    );
  const collector = new RecordCollector(model);
  const finder = new NodeFinder(model, collector);
  const wanted = [...cuts]
    .map(([id, points]) => ({
      id,
      nodes: [...new Set(points.map((point) => finder.at([point[0], point[1], point[2]])))],
    }))
    .filter((one) => one.nodes.length > 0);
  if (wanted.length === 0) return refuse('There is nowhere to divide: the places lie at the ends.');
  const edits: Edit[] = finder.made.length > 0 ? [{ kind: 'add', records: { nodes: finder.made } }] : [];
  const begun = applyAct(model, { edits });
  let current = begun.ok ? begun.model : model;
  const divisions: Edit[] = [];
  const made: string[] = [];
  const preview: PreviewLine[] = [];
  for (const { id, nodes } of wanted) {
    const divided = divideEdits(current, current.members[id], nodes, collector.nextId);
    const next = applyAct(current, { edits: divided.edits });
    if (!next.ok) throw new Error(`A member cannot be divided: ${next.error}`);
    current = next.model;
    divisions.push(...divided.edits);
    made.push(...divided.pieces);
    for (const piece of divided.pieces)
      preview.push([
        current.nodes[current.members[piece].start].position,
        current.nodes[current.members[piece].end].position,
      ]);
  }
  const cutsMade = made.length - wanted.length;
  return {
    ok: true,
    act: { edits: [...edits, ...gathered(divisions)], sentence: sentence(cutsMade) },
    words: `${count(wanted.length, 'member')} become ${made.length}, ${count(finder.made.length, 'new node')}`,
    preview,
    made,
  };
}

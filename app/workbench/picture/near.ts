import Flatbush from 'flatbush';
import type { Member, Model } from '~core/model';
import type { Projector } from '../projection/eye';

/** With fewer members than this every one is asked: an index would cost more than it spares. */
const few = 400;

interface Kept {
  readonly model: Model;
  readonly members: readonly Member[];
  readonly nodes: Iterable<string>;
  readonly index: Flatbush;
  readonly nodeIds: readonly string[];
}

const kept = new WeakMap<Projector, Kept>();

/** Boxes of members and nodes on the screen, members first. What lies behind the eye has its box out of reach. */
function indexed(projector: Projector, model: Model, members: readonly Member[], nodes: Iterable<string>): Kept {
  const known = kept.get(projector);
  if (known && known.model === model && known.members === members && known.nodes === nodes) return known;
  const nodeIds = [...nodes];
  const index = new Flatbush(members.length + nodeIds.length);
  const away = -1e9;
  const add = (ax: number, ay: number, bx: number, by: number) => {
    if (Number.isFinite(ax + ay + bx + by))
      index.add(Math.min(ax, bx), Math.min(ay, by), Math.max(ax, bx), Math.max(ay, by));
    else index.add(away, away, away, away);
  };
  for (const { start, end } of members) {
    const [ax, ay] = projector.point(model.nodes[start].position);
    const [bx, by] = projector.point(model.nodes[end].position);
    add(ax, ay, bx, by);
  }
  for (const id of nodeIds) {
    const [x, y] = projector.point(model.nodes[id].position);
    add(x, y, x, y);
  }
  index.finish();
  const made = { model, members, nodes, index, nodeIds };
  kept.set(projector, made);
  return made;
}

/**
 * Members and nodes that may lie within reach (pixels) of a place on the screen: of many those whose box is near, found by an index that is made
 * once for a position of the eye; of few all.
 */
export function nearby(
  projector: Projector,
  model: Model,
  members: readonly Member[],
  nodes: Iterable<string>,
  x: number,
  y: number,
  reach: number,
): { members: readonly Member[]; nodes: Iterable<string> } {
  if (members.length < few) return { members, nodes };
  const { index, nodeIds } = indexed(projector, model, members, nodes);
  const found = index.search(x - reach, y - reach, x + reach, y + reach).sort((a, b) => a - b);
  return {
    members: found.filter((i) => i < members.length).map((i) => members[i]),
    nodes: found.filter((i) => i >= members.length).map((i) => nodeIds[i - members.length]),
  };
}

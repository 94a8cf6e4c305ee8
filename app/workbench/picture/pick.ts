import type { Member, Model } from '~core/model';
import type { Chosen } from '../../state/selection';
import type { Projector } from '../projection/eye';
import { insideOutline, segmentDistance } from '../projection/outline';
import type { OnEnd } from '~core/picture';
import { nearby } from './near';

/** How near, in pixels, the pointer must be. */
const nodeReach = 8;
const memberReach = 7;
/** nearer than this to the middle of a column seen on its end, its node is meant */
const onNode = 3.5;

/** What the pointer is on; of a member also where along it, 0–1. */
export type Hit =
  { kind: 'node'; id: string } | { kind: 'member'; id: string; share: number } | ({ kind: 'record' } & Chosen);

/** Everything under the pointer: nodes before members, of several the nearest to the eye first. @param others what else is there, with its depth */
export function picksAt(
  projector: Projector,
  model: Model,
  members: readonly Member[],
  nodes: Iterable<string>,
  x: number,
  y: number,
  onEnd: readonly OnEnd[] = [],
  others: readonly { readonly chosen: Chosen; readonly depth: number }[] = [],
): Hit[] {
  const found: { hit: Hit; depth: number }[] = [];
  // a column seen on its end is meant by its section, its node by the very middle
  for (const one of onEnd) {
    const [px, py, depth] = projector.point(one.at);
    const away = Math.hypot(px - x, py - y);
    if (
      away < nodeReach ||
      one.outlines.some((outline) =>
        insideOutline(
          outline.map((point) => projector.point(point)),
          x,
          y,
        ),
      )
    )
      found.push({
        hit: { kind: 'member', id: one.member.id, share: 0.5 },
        depth: depth - (away < onNode ? 5e5 : 2e6),
      });
  }
  const near = nearby(projector, model, members, nodes, x, y, Math.max(nodeReach, memberReach));
  for (const id of near.nodes) {
    const [px, py, depth] = projector.point(model.nodes[id].position);
    if (Math.hypot(px - x, py - y) < nodeReach) found.push({ hit: { kind: 'node', id }, depth: depth - 1e6 });
  }
  for (const member of near.members) {
    const [ax, ay, az] = projector.point(model.nodes[member.start].position);
    const [bx, by, bz] = projector.point(model.nodes[member.end].position);
    const { distance, share } = segmentDistance(x, y, ax, ay, bx, by);
    if (distance < memberReach)
      found.push({ hit: { kind: 'member', id: member.id, share }, depth: az + (bz - az) * share });
  }
  for (const { chosen, depth } of others) found.push({ hit: { kind: 'record', ...chosen }, depth });
  return found.sort((a, b) => a.depth - b.depth).map(({ hit }) => hit);
}

/** What is under the pointer and nearest to the eye. */
export const pick = (...input: Parameters<typeof picksAt>): Hit | undefined => picksAt(...input)[0];

export interface Rectangle {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Members and nodes in a window on the screen. `touching`: also members that are only crossed by it. */
export function pickWindow(
  projector: Projector,
  model: Model,
  members: readonly Member[],
  nodes: Iterable<string>,
  window: Rectangle,
  touching: boolean,
  onEnd: readonly OnEnd[] = [],
): { members: string[]; nodes: string[] } {
  const inside = ([x, y]: readonly number[]) =>
    x >= window.left && x <= window.right && y >= window.top && y <= window.bottom;
  const chosen = members.filter((member) => {
    const a = projector.point(model.nodes[member.start].position);
    const b = projector.point(model.nodes[member.end].position);
    if (inside(a) && inside(b)) return true;
    return touching && crosses(a, b, window);
  });
  const seen = onEnd.filter((one) => inside(projector.point(one.at))).map((one) => one.member.id);
  return {
    members: [...chosen.map((member) => member.id), ...seen],
    nodes: [...nodes].filter((id) => inside(projector.point(model.nodes[id].position))),
  };
}

/** Whether a segment meets a window (Liang & Barsky). */
function crosses(a: readonly number[], b: readonly number[], window: Rectangle): boolean {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  let [enter, leave] = [0, 1];
  for (const [p, q] of [
    [-dx, a[0] - window.left],
    [dx, window.right - a[0]],
    [-dy, a[1] - window.top],
    [dy, window.bottom - a[1]],
  ]) {
    if (p === 0) {
      if (q < 0) return false;
      continue;
    }
    const t = q / p;
    if (p < 0) enter = Math.max(enter, t);
    else leave = Math.min(leave, t);
  }
  return enter <= leave;
}

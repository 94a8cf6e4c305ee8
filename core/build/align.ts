import { count, formatQuantity } from '../units';
import {
  add,
  distance,
  dot,
  memberEnds,
  samePoint,
  scale,
  subtract,
  type Act,
  type Model,
  type Vector,
} from '../model';
import { nodesOf, type Chosen } from './copies';
import { refuse, type Plan, type PreviewLine } from './plan';

/** What nodes are brought onto: a grid line or a storey, square to it; or the line through two points (m), by the shortest way. */
export type AlignTarget =
  { readonly gridLine: string } | { readonly storey: string } | { readonly from: Vector; readonly to: Vector };

/** Where a point goes. */
function onto(model: Model, target: AlignTarget, point: Vector): Vector {
  if ('gridLine' in target) {
    const { axis, position } = model.gridLines[target.gridLine];
    return axis === 'x' ? [position, point[1], point[2]] : [point[0], position, point[2]];
  }
  if ('storey' in target) return [point[0], point[1], model.storeys[target.storey].elevation];
  const along = subtract(target.to, target.from);
  return add(target.from, scale(along, dot(subtract(point, target.from), along) / dot(along, along)));
}

const targetWords = (model: Model, target: AlignTarget): string =>
  'gridLine' in target
    ? `grid line ${model.gridLines[target.gridLine].label}`
    : 'storey' in target
      ? model.storeys[target.storey].label
      : 'the line';

/** Brings the chosen nodes, and those of the chosen members, onto a line or a level; members that hang on them are stretched. */
export function alignPlan(model: Model, chosen: Chosen, target: AlignTarget): Plan {
  const ids = nodesOf(model, chosen);
  if (ids.length === 0) return refuse('Nothing is selected. Select the nodes or members to align first.');
  if ('from' in target && distance(target.from, target.to) < samePoint)
    return refuse('Both points of the line are the same.');
  const places = new Map(ids.map((id) => [id, onto(model, target, model.nodes[id].position)]));
  const moves = ids.filter((id) => distance(places.get(id)!, model.nodes[id].position) > 1e-6);
  if (moves.length === 0) return refuse(`All of it lies on ${targetWords(model, target)} already.`);
  const wanted = new Set(ids);
  const at = (id: string): Vector => places.get(id) ?? model.nodes[id].position;
  const grid = new Map<string, string>();
  const key = (point: Vector) => point.map((part) => Math.round(part / samePoint)).join(' ');
  for (const node of Object.values(model.nodes)) {
    const place = at(node.id);
    const other = grid.get(key(place));
    if (other !== undefined && (wanted.has(node.id) || wanted.has(other)))
      return refuse(`Node ${node.id} would fall on node ${other}. Merge them first, or leave one of them out.`);
    grid.set(key(place), node.id);
  }
  const preview: PreviewLine[] = Object.values(model.members).flatMap((member) =>
    memberEnds(model, member) && (wanted.has(member.start) || wanted.has(member.end))
      ? [[at(member.start), at(member.end)] as const]
      : [],
  );
  const farthest = Math.max(...moves.map((id) => distance(at(id), model.nodes[id].position)));
  const act: Act = {
    edits: [
      { kind: 'change', table: 'nodes', changes: moves.map((id) => ({ id, fields: { position: [...at(id)] } })) },
    ],
    sentence: `Aligned ${count(moves.length, 'node')} to ${targetWords(model, target)}`,
  };
  return {
    ok: true,
    act,
    words: `${count(moves.length, 'node')} onto ${targetWords(model, target)}, by ${formatQuantity(farthest, 'length', model.settings.units, 3)} at most${ids.length > moves.length ? `; ${ids.length - moves.length} there already` : ''}`,
    preview,
    made: [],
  };
}

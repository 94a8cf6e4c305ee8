import {
  add,
  cross,
  inOrder,
  isSpread,
  memberAxis,
  storeysUpward,
  type AreaLoad,
  type LineLoad,
  type Load,
  type Model,
  type Storey,
  type Vector,
} from '../model';
import { spreadOf } from './acting-loads';
import { partedAt } from './panel-bands';
import { panelResultant } from './panel-weight';
import { actingLoads, downwardByNode, loadsByCase, termActions, type CaseLoads } from './member-terms';

/** A force (N) and its moment (N·m) about a point. */
export interface Resultant {
  readonly force: Vector;
  readonly moment: Vector;
}

const none: Resultant = { force: [0, 0, 0], moment: [0, 0, 0] };
const plus = (a: Resultant, force: Vector, moment: Vector): Resultant => ({
  force: add(a.force, force),
  moment: add(a.moment, moment),
});

/** Sum of what acts in a case, about a point. Strains and settlements have none. */
export function resultantOf(model: Model, loads: CaseLoads, about: Vector = [0, 0, 0]): Resultant {
  let sum = none;
  const arm = (place: Vector): Vector => [place[0] - about[0], place[1] - about[1], place[2] - about[2]];
  for (const [node, six] of loads.nodes) {
    const force: Vector = [six[0], six[1], six[2]];
    sum = plus(sum, force, add(cross(arm(model.nodes[node].position), force), [six[3], six[4], six[5]]));
  }
  for (const load of loads.panels) {
    const { force, at, moment } = panelResultant(load);
    sum = plus(sum, force, add(cross(arm(at), force), moment));
  }
  for (const [member, terms] of loads.members) {
    const axis = memberAxis(model, model.members[member]);
    if (!axis) continue;
    for (const term of terms) {
      if (term.action >= termActions.strain) continue;
      const run = term.to - term.from;
      const unit = [axis.axes.x, axis.axes.y, axis.axes.z][term.action % 3];
      const total = term.isPoint ? term.value : (term.value + (term.slope * run) / 2) * run;
      const vector: Vector = [unit[0] * total, unit[1] * total, unit[2] * total];
      if (term.action > termActions.z) {
        sum = plus(sum, [0, 0, 0], vector);
        continue;
      }
      // ∫ q x dx about the member's start, which also holds where the sum is nothing and only a couple is left
      const first = term.isPoint
        ? term.value * term.from
        : total * term.from + (term.value * run ** 2) / 2 + (term.slope * run ** 3) / 3;
      const lever: Vector = [axis.axes.x[0] * first, axis.axes.x[1] * first, axis.axes.x[2] * first];
      sum = plus(sum, vector, add(cross(arm(axis.start), vector), cross(lever, unit)));
    }
  }
  return sum;
}

/** The resultants of all cases about a point, by case. */
export function caseResultants(model: Model, about: Vector = [0, 0, 0]): Map<string, Resultant> {
  return new Map([...loadsByCase(model)].map(([id, loads]) => [id, resultantOf(model, loads, about)]));
}

const forces = new WeakMap<Load, { tables: readonly unknown[]; force: Vector }>();

/** The force one load comes to, N, global: what members receive of an area or a line, or the load itself. */
export function loadForce(model: Model, load: Load): Vector {
  const tables = [model.nodes, model.members, model.sections, model.storeys, model.slabs, model.walls];
  const known = forces.get(load);
  if (known && known.tables.every((table, i) => table === tables[i])) return known.force;
  const single = loadsByCase({
    ...model,
    cases: { [load.case]: { ...model.cases[load.case], selfWeight: false } },
    loads: { [load.id]: load },
    loadRules: {},
  }).get(load.case)!;
  const { force } = resultantOf(model, single);
  forces.set(load, { tables, force });
  return force;
}

/** What members receive of the area and line loads of a case, load by load, N along the load's direction, the largest first. */
export function receivedBy(
  model: Model,
  caseId: string,
  members: readonly string[],
): { load: AreaLoad | LineLoad; total: number }[] {
  const wanted = new Set(members);
  return actingLoads(model)
    .flatMap((load) => {
      if (load.case !== caseId || !isSpread(load)) return [];
      const total = spreadOf(model, load).received.reduce(
        (sum, one) => (wanted.has(one.member) ? sum + ((one.valueFrom + one.valueTo) / 2) * (one.to - one.from) : sum),
        0,
      );
      return total === 0 ? [] : [{ load, total }];
    })
    .sort((a, b) => Math.abs(b.total) - Math.abs(a.total));
}

/** Gravity load that comes in at each storey and at each column line, level by level and summed from the top, N downward. */
export interface TakeDown {
  /** from the top down */
  readonly storeys: readonly {
    readonly id: string;
    readonly label: string;
    readonly elevation: number;
    readonly own: number;
    readonly above: number;
    readonly lateral: readonly [number, number];
  }[];
  /** of each column, in plan, the sum of what comes in at its line from the top down to a level */
  readonly columns: readonly {
    readonly members: readonly string[];
    readonly x: number;
    readonly y: number;
    readonly levels: readonly { readonly storey: string; readonly own: number; readonly above: number }[];
  }[];
}

const samePlace = 0.05;

/** What comes in level by level, for factors of cases. Members hand their load to their ends as simple beams do, so a column gets what its tributary length carries. */
export function takeDown(model: Model, factors: readonly CaseFactor[]): TakeDown {
  const levels = [...storeysUpward(model)].reverse();
  if (levels.length === 0) return { storeys: [], columns: [] };
  const downward = downwardByNode(model, actingLoads(model), factors);
  return {
    storeys: storeyLoads(model, factors),
    columns: columnLines(model, levels, (z) => nearestLevel(levels, z).id, downward),
  };
}

type CaseFactor = { readonly case: string; readonly factor: number };

const nearestLevel = (levels: readonly Storey[], z: number): Storey =>
  levels.reduce(
    (best, level) => (Math.abs(level.elevation - z) < Math.abs(best.elevation - z) ? level : best),
    levels[0],
  );

/** Heights half-way between storeys: what lies between two of them goes to the storey there. */
const bordersOf = (levels: readonly Storey[]): number[] => {
  const heights = [...new Set(levels.map(({ elevation }) => elevation))].sort((a, b) => a - b);
  return heights.slice(1).map((height, i) => (height + heights[i]) / 2);
};

/**
 * Gravity load where it comes in, N downward, for factors of cases: members hand theirs to their ends, slabs and walls take it where it lies, parted
 * half-way between storeys.
 */
export function downwardByPlace(model: Model, factors: readonly CaseFactor[]): { load: number; at: Vector }[] {
  const borders = bordersOf(storeysUpward(model));
  const byCase = loadsByCase(model, new Set(factors.map((one) => one.case)));
  return [
    ...[...downwardByNode(model, actingLoads(model), factors, false)].map(([node, load]) => ({
      load,
      at: model.nodes[node].position,
    })),
    ...factors.flatMap(({ case: id, factor }) =>
      (byCase.get(id)?.panels ?? []).flatMap((panel) =>
        partedAt(panel, borders).map(({ force, at }) => ({ load: -factor * force[2], at })),
      ),
    ),
  ];
}

/** Load that comes in at each storey, from the top down: gravity on its own and summed (N downward), and horizontal (x, y, N). Each load goes to the nearest storey; what lies along columns and walls is parted half-way between them. */
export function storeyLoads(model: Model, factors: readonly CaseFactor[]): TakeDown['storeys'] {
  const levels = [...storeysUpward(model)].reverse();
  if (levels.length === 0) return [];
  const borders = bordersOf(levels);
  const lateral = new Map<string, [number, number]>();
  const byCase = loadsByCase(model, new Set(factors.map((one) => one.case)));
  const push = (z: number, x: number, y: number) => {
    const { id } = nearestLevel(levels, z);
    const sum = lateral.get(id) ?? [0, 0];
    lateral.set(id, [sum[0] + x, sum[1] + y]);
  };
  for (const { case: id, factor } of factors) {
    const loads = byCase.get(id);
    if (!loads) continue;
    for (const [node, six] of loads.nodes) push(model.nodes[node].position[2], factor * six[0], factor * six[1]);
    for (const load of loads.panels)
      for (const { force, at } of partedAt(load, borders)) push(at[2], factor * force[0], factor * force[1]);
    for (const [member, terms] of loads.members) {
      const axis = memberAxis(model, model.members[member]);
      if (!axis) continue;
      for (const term of terms) {
        if (term.action > termActions.z) continue;
        const unit = [axis.axes.x, axis.axes.y, axis.axes.z][term.action];
        const height = (s: number) => axis.start[2] + axis.axes.x[2] * s;
        if (term.isPoint) {
          push(height(term.from), factor * term.value * unit[0], factor * term.value * unit[1]);
          continue;
        }
        // what lies along a column belongs to the level above and to the one below, half-way
        const cuts = borders
          .map((border) => (border - axis.start[2]) / axis.axes.x[2])
          .filter((s) => s > term.from && s < term.to)
          .sort((a, b) => a - b);
        [term.from, ...cuts].forEach((from, i) => {
          const to = cuts[i] ?? term.to;
          const total = factor * (term.value + term.slope * ((from + to) / 2 - term.from)) * (to - from);
          push(height((from + to) / 2), unit[0] * total, unit[1] * total);
        });
      }
    }
  }
  const own = new Map<string, number>();
  for (const { load, at } of downwardByPlace(model, factors)) {
    const { id } = nearestLevel(levels, at[2]);
    own.set(id, (own.get(id) ?? 0) + load);
  }
  let above = 0;
  return levels.map(({ id, label, elevation }) => {
    above += own.get(id) ?? 0;
    return { id, label, elevation, own: own.get(id) ?? 0, above, lateral: lateral.get(id) ?? ([0, 0] as const) };
  });
}

function columnLines(
  model: Model,
  levels: readonly { id: string }[],
  levelOf: (z: number) => string,
  downward: ReadonlyMap<string, number>,
): TakeDown['columns'] {
  const lines: { x: number; y: number; members: string[]; nodes: Set<string> }[] = [];
  for (const member of inOrder(model.members)) {
    if (member.role !== 'column') continue;
    const [x, y] = model.nodes[member.start].position;
    let line = lines.find((one) => Math.abs(one.x - x) < samePlace && Math.abs(one.y - y) < samePlace);
    if (!line) {
      line = { x, y, members: [], nodes: new Set() };
      lines.push(line);
    }
    line.members.push(member.id);
    line.nodes.add(member.start).add(member.end);
  }
  lines.sort((a, b) => a.x - b.x || a.y - b.y);
  // beams that meet no column hand their load on to the beams they rest on, which is not followed here: it goes to the nearest column of the level
  const taken = new Map<string, number>();
  const at = (id: string) => model.nodes[id].position;
  for (const [node, force] of downward) {
    const [x, y, z] = at(node);
    const level = levelOf(z);
    const here = lines.filter((line) => [...line.nodes].some((id) => levelOf(at(id)[2]) === level));
    const line =
      here.find((one) => one.nodes.has(node)) ??
      here.reduce<(typeof lines)[number] | undefined>(
        (best, one) => (!best || Math.hypot(one.x - x, one.y - y) < Math.hypot(best.x - x, best.y - y) ? one : best),
        undefined,
      );
    if (line) taken.set(`${lines.indexOf(line)} ${level}`, (taken.get(`${lines.indexOf(line)} ${level}`) ?? 0) + force);
  }
  return lines.map((line, key) => {
    let above = 0;
    return {
      members: line.members,
      x: line.x,
      y: line.y,
      levels: levels.map(({ id }) => {
        const own = taken.get(`${key} ${id}`) ?? 0;
        above += own;
        return { storey: id, own, above };
      }),
    };
  });
}

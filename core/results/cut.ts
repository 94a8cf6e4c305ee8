import {
  addAbout,
  cutAction,
  finderOf,
  panelForces,
  passedBy,
  type CutLine,
  type SolvedPanel,
  type Solution,
} from '../fem';
import { loadsByCase, type PanelLoad } from '../loading';
import { add, cross, dot, memberAxis, norm, scale, subtract, type Cut, type Model, type Vector } from '../model';
import { lineIndex, MemberLine } from './member-line';
import { caseWeights, superpose, type LoadState } from './state';

/** What passes through a cut. */
export interface CutSection {
  readonly line: CutLine;
  readonly passed: ReturnType<typeof passedBy>;
  /** members that cross it: where on the member, m from the start of its flexible part, whether its start lies on the left, and the place, m */
  readonly members: readonly {
    readonly member: number;
    readonly x: number;
    readonly fromLeft: boolean;
    readonly at: Vector;
  }[];
  /** along the line, to the right of it in the plane, and out of the plane */
  readonly axes: readonly [along: Vector, across: Vector, normal: Vector];
  /** centroid of all that is cut, each part weighed by its axial stiffness, m */
  readonly centroid: Vector;
  /** m */
  readonly length: number;
}

/** Forces through a cut: what its right does to its left, about its centroid, N and N·m. */
export interface CutForces {
  /** across the cut, + tension */
  readonly N: number;
  /** along the cut, + the way it runs; and out of the plane, + as dM/dx towards the right */
  readonly Vt: number;
  readonly Vz: number;
  /** bending out of the plane, + tension on the −z face; bending in the plane, + tension where the cut begins; torsion */
  readonly M: number;
  readonly Mz: number;
  readonly T: number;
}

/** The forces through cuts, in order. */
export const cutComponents = ['N', 'Vt', 'Vz', 'M', 'Mz', 'T'] as const satisfies readonly (keyof CutForces)[];

/** What lies this near to a plane lies in it, m. */
const inThePlane = 5e-3;
/** Places this near to each other are one, m. */
const samePlace = 1e-6;

const sections = new WeakMap<Solution, Map<string, CutSection | undefined>>();

type Asked = Pick<Cut, 'from' | 'to'> & {
  /** whether members that it crosses count, or which alone */
  readonly members?: boolean | readonly string[] | undefined;
  /** the slabs and walls alone through which it is asked; left out: all in whose plane it lies */
  readonly panels?: readonly string[];
};

/** What a cut passes through; undefined where it crosses no meshed slab or wall. */
export function cutSection(model: Model, solution: Solution, cut: Asked): CutSection | undefined {
  const known = sections.get(solution) ?? new Map<string, CutSection | undefined>();
  sections.set(solution, known);
  const key = JSON.stringify([cut.from, cut.to, cut.members ?? false, cut.panels]);
  if (!known.has(key)) known.set(key, makeSection(model, solution, cut));
  return known.get(key);
}

function makeSection(
  model: Model,
  solution: Solution,
  { from, to, members, panels: only }: Asked,
): CutSection | undefined {
  const { positions, panels = [] } = solution;
  const within = panels.filter(({ id, normal, nodes }) => {
    const at = positions.subarray(3 * nodes[0], 3 * nodes[0] + 3);
    return (
      (only === undefined || only.includes(id)) &&
      [from, to].every((end) => Math.abs(dot(subtract(end, [at[0], at[1], at[2]]), normal)) < inThePlane)
    );
  });
  // a line where planes meet lies in several: the one counts in which it cuts most
  const planes: SolvedPanel[][] = [];
  for (const panel of within) {
    const same = planes.find(([first]) => Math.abs(dot(first.normal, panel.normal)) > 1 - 1e-6);
    if (same) same.push(panel);
    else planes.push([panel]);
  }
  const cuts = planes.map((group) => {
    const found: CutLine = { from, to, normal: group[0].normal };
    const through = passedBy(solution, group, found).filter(({ elements }) => elements.length > 0);
    return { line: found, passed: through, count: through.reduce((sum, { elements }) => sum + elements.length, 0) };
  });
  const best = cuts.sort((one, other) => other.count - one.count)[0] as (typeof cuts)[number] | undefined;
  if (!best || best.count === 0) return undefined;
  const { line, passed } = best;
  const length = norm(subtract(to, from));
  const along = scale(subtract(to, from), 1 / length);
  const across = cross(along, line.normal);
  const crossing = membersAt(model, solution, line, across, members);
  let weight = 0;
  const sum: [number, number, number] = [0, 0, 0];
  const weigh = (share: number, at: Vector) => {
    weight += share;
    for (let k = 0; k < 3; k++) sum[k] += share * at[k];
  };
  for (const { panel, elements } of passed)
    for (const { middle, length: own } of elements)
      weigh(own * stiffnessOf(panel), add(middle, scale(panel.normal, -panel.offset)));
  for (const { member, at } of crossing) weigh(solution.stiffness[6 * member], at);
  return {
    line,
    passed,
    members: crossing,
    axes: [along, across, line.normal] as const,
    centroid: scale(sum, 1 / (weight || 1)),
    length,
  };
}

/** Axial stiffness of a panel per width, N/m, free to narrow, the mean of both ways of its bars; of a plate that has none what its thickness says. */
const stiffnessOf = ({ section: { membrane }, thickness }: SolvedPanel): number =>
  membrane ? ((membrane[0] * membrane[4] - membrane[1] ** 2) * (1 / membrane[0] + 1 / membrane[4])) / 2 : thickness;

/** Members of which the line between their nodes crosses a cut in the plane of the panels. */
function membersAt(
  model: Model,
  solution: Solution,
  line: CutLine,
  across: Vector,
  asked: Asked['members'],
): CutSection['members'] {
  const { from, to } = line;
  if (!asked) return [];
  return solution.memberIds.flatMap((id, member): CutSection['members'][number][] => {
    if (asked !== true && !asked.includes(id)) return [];
    const record = model.members[id];
    const axis = memberAxis(model, record);
    const [p, q] = [model.nodes[record.start].position, model.nodes[record.end].position];
    if (!axis) return [];
    if ([p, q].some((end) => Math.abs(dot(subtract(end, from), line.normal)) > inThePlane)) return [];
    const [a, b] = [dot(subtract(p, from), across), dot(subtract(q, from), across)];
    // what ends on the cut belongs to it where it comes from the left
    const crosses = (a < -samePlace && b > -samePlace) || (b < -samePlace && a > -samePlace);
    if (!crosses) return [];
    const at = add(p, scale(subtract(q, p), a / (a - b)));
    const place = dot(subtract(at, from), subtract(to, from)) / norm(subtract(to, from));
    if (place < -samePlace || place > norm(subtract(to, from)) + samePlace) return [];
    const [c, d] = [dot(subtract(axis.start, from), across), dot(subtract(axis.end, from), across)];
    const whole = subtract(axis.end, axis.start);
    const along = (c / (c - d)) * axis.length;
    const begin = record.startRigid ?? 0;
    let x = Math.min(solution.lengths[member], Math.max(0, along - begin));
    // what a slab does to a member at a node on the cut is done to its right
    const { terms } = solution;
    for (let t = terms.memberStart[member]; t < terms.memberStart[member + 1]; t++)
      if (Math.abs(terms.from[t] - x) < samePlace) x = terms.from[t];
    return [{ member, x, fromLeft: a < b, at: add(axis.start, scale(whole, along / axis.length)) }];
  });
}

const perState = new WeakMap<CutSection, Map<string, Float64Array>>();
const loadsOf = new WeakMap<Model, readonly (readonly PanelLoad[])[]>();

const alone = new WeakMap<Solution, Map<string, LoadState>>();

/** A solved state by itself: made once for all cuts. */
function aloneOf(solution: Solution, id: string): LoadState {
  const known = alone.get(solution) ?? new Map<string, LoadState>();
  alone.set(solution, known);
  let found = known.get(id);
  if (!found) known.set(id, (found = superpose(solution, caseWeights(solution, id))));
  return found;
}

/** What the right of a cut does to its left in a solved state, about its centroid: force and moment, global. */
function actionOf(model: Model, solution: Solution, section: CutSection, c: number): Float64Array {
  const known = perState.get(section) ?? new Map<string, Float64Array>();
  perState.set(section, known);
  const state = solution.cases[c];
  const found = known.get(state.id);
  if (found) return found;
  let cases = loadsOf.get(model);
  if (!cases) {
    const byCase = loadsByCase(model);
    loadsOf.set(model, (cases = Object.keys(model.cases).map((id) => byCase.get(id)?.panels ?? [])));
  }
  const order = new Map(Object.keys(model.cases).map((id, i) => [id, i]));
  const loads = solution.cases
    .slice(0, solution.loadCases)
    .flatMap(({ id }, i) => (cases[order.get(id)!] ?? []).map((load) => ({ load, factor: state.weights[i] })));
  const sum = cutAction(solution, section.passed, section.line, state, loads, section.centroid);
  const own = section.members.length > 0 ? aloneOf(solution, state.id) : undefined;
  for (const { member, x, fromLeft, at } of section.members) {
    const values = new MemberLine(solution, own!, member).at(x, !fromLeft);
    const axis = (k: number): Vector => [
      solution.axes[9 * member + 3 * k],
      solution.axes[9 * member + 3 * k + 1],
      solution.axes[9 * member + 3 * k + 2],
    ];
    const vector = (p: number, q: number, r: number): Vector =>
      add(add(scale(axis(0), p), scale(axis(1), q)), scale(axis(2), r));
    const force = vector(values[lineIndex.N], -values[lineIndex.Vy], -values[lineIndex.Vz]);
    const moment = vector(values[lineIndex.T], -values[lineIndex.My], values[lineIndex.Mz]);
    addAbout(sum, section.centroid, at, force, moment, fromLeft ? 1 : -1);
  }
  known.set(state.id, sum);
  return sum;
}

/**
 * Forces through a cut under a sum of solved states.
 * @param weights of each of the solution's states, as `combinationWeights` gives them
 */
export function cutForces(
  model: Model,
  solution: Solution,
  section: CutSection,
  weights: ArrayLike<number>,
): CutForces {
  const sum = new Float64Array(6);
  for (let c = 0; c < solution.cases.length; c++) {
    if (!weights[c]) continue;
    const own = actionOf(model, solution, section, c);
    for (let k = 0; k < 6; k++) sum[k] += weights[c] * own[k];
  }
  const [along, across, normal] = section.axes;
  const force: Vector = [sum[0], sum[1], sum[2]];
  const moment: Vector = [sum[3], sum[4], sum[5]];
  return {
    N: dot(force, across),
    Vt: dot(force, along),
    Vz: -dot(force, normal),
    M: -dot(moment, along),
    Mz: dot(moment, normal),
    T: dot(moment, across),
  };
}

/** Forces per width across a cut at places along it, of the averaged inner forces: m from its beginning, N/m and N·m/m. */
export interface CutCourse {
  readonly at: number;
  readonly n: number;
  readonly v: number;
  readonly m: number;
}

/** The course of the forces per width along a cut, at the middle of everything it passes through; slabs and walls alone. */
export function cutCourse(solution: Solution, { passed, axes, line }: CutSection, state: LoadState): CutCourse[] {
  const [along, across] = axes;
  return passed
    .flatMap(({ panel, elements }) => {
      const { nodes, values } = panelForces(solution, panel, state);
      const places = new Map(Array.from(nodes, (node, i) => [node, 8 * i]));
      const [c, s] = [dot(across, panel.along), dot(across, cross(panel.normal, panel.along))];
      const finder = finderOf(panel, solution.positions);
      return elements.flatMap(({ middle, length }): CutCourse[] => {
        const found = length > 0 ? finder.at(middle) : undefined;
        if (!found) return [];
        const first = panel.start[found.element];
        const read = (k: number) =>
          found.shares.reduce((sum, share, i) => sum + share * values[places.get(panel.nodes[first + i])! + k], 0);
        const normalTo = (k: number) => c * c * read(k) + s * s * read(k + 1) + 2 * c * s * read(k + 2);
        return [
          {
            at: dot(subtract(middle, line.from), along),
            n: normalTo(0),
            v: c * read(6) + s * read(7),
            m: normalTo(3),
          },
        ];
      });
    })
    .sort((a, b) => a.at - b.at);
}

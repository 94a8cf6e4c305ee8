import type { PanelLoad } from '../../loading';
import { add, cross, dot, fromPlane, inPlane, norm, scale, subtract, type Plane, type Vector } from '../../model';
import { clip, clipTo, integrals, leftOf, reach, type Point2, type Polygon } from '../../plane';
import { initialForces, shellElement, shellStiffness, type ShellElement } from '../shell/shell-element';
import { forcesInPlane, geometricStiffness, parameters, softeningOf } from '../shell/shell-softening';
import type { ShellStiffness } from '../shell/shell-stiffness';
import type { CaseSolution, Solution, SolvedPanel } from '../solution';
import { ElementFinder, finderOf } from './element-finder';
import { addLoadOn, type LoadedMesh } from './panel-forces';

/** A line across slabs and walls: its ends, m, and the normal of the planes it lies in; what it cuts off lies to its left, seen against the normal. */
export interface CutLine {
  readonly from: Vector;
  readonly to: Vector;
  readonly normal: Vector;
}

/** Nodes this near to a line lie on it, and count as beyond it, m. */
const onLine = 1e-6;

/** The elements of a panel that a line passes through: those with nodes on its left and others. */
interface Passed {
  readonly panel: SolvedPanel;
  /** place of the panel in the solution's */
  readonly number: number;
  readonly elements: readonly {
    readonly nodes: Int32Array;
    readonly isLeft: readonly boolean[];
    /** share of what passes through it that passes between the ends of the line */
    readonly share: number;
    /** middle of what of the line lies in it, m, and how long that is */
    readonly middle: Vector;
    readonly length: number;
    readonly shell: ShellElement;
  }[];
}

/** Direction to the left of a line, and along it. */
function directionsOf({ from, to, normal }: CutLine): { left: Vector; along: Vector; length: number } {
  const line = subtract(to, from);
  const length = norm(line);
  const along = scale(line, 1 / length);
  return { left: cross(normal, along), along, length };
}

/** What of panels a line passes through. @param panels those in whose plane it lies */
export function passedBy(
  { positions, panels: all = [] }: Pick<Solution, 'positions' | 'panels'>,
  panels: readonly SolvedPanel[],
  line: CutLine,
): Passed[] {
  const { left, along, length } = directionsOf(line);
  return panels.map((panel) => {
    const elements: Passed['elements'][number][] = [];
    for (const e of panel.isRigid ? [] : finderOf(panel, positions).near(line.from, line.to)) {
      // those that lie on one side are passed by before anything is made of them
      let [onLeft, onRight] = [false, false];
      for (let i = panel.start[e]; i < panel.start[e + 1]; i++) {
        const at = 3 * panel.nodes[i];
        const aside =
          (positions[at] - line.from[0]) * left[0] +
          (positions[at + 1] - line.from[1]) * left[1] +
          (positions[at + 2] - line.from[2]) * left[2];
        if (aside > onLine) onLeft = true;
        else onRight = true;
      }
      if (!onLeft || !onRight) continue;
      const nodes = panel.nodes.subarray(panel.start[e], panel.start[e + 1]);
      const places = Array.from(nodes, (node): Vector => [
        positions[3 * node],
        positions[3 * node + 1],
        positions[3 * node + 2],
      ]);
      const aside = places.map((at) => dot(subtract(at, line.from), left));
      const isLeft = aside.map((d) => d > onLine);
      const at = places.map((place) => dot(subtract(place, line.from), along));
      let [low, high] = [Infinity, -Infinity];
      aside.forEach((d, i) => {
        const j = (i + 1) % aside.length;
        const meet = (x: number) => ([low, high] = [Math.min(low, x), Math.max(high, x)]);
        if (Math.abs(d) <= onLine) meet(at[i]);
        if (d > onLine && aside[j] < -onLine) meet(at[i] + ((at[j] - at[i]) * d) / (d - aside[j]));
        if (d < -onLine && aside[j] > onLine) meet(at[i] + ((at[j] - at[i]) * d) / (d - aside[j]));
      });
      const [a, b] = [Math.max(0, low), Math.min(length, high)];
      // a corner that just touches the line is in it or not
      const share = high - low > onLine ? (b - a) / (high - low) : low > -onLine && low < length + onLine ? 1 : 0;
      if (!(share > 0)) continue;
      elements.push({
        nodes,
        isLeft,
        share,
        middle: add(line.from, scale(along, (a + b) / 2)),
        length: Math.max(0, b - a),
        shell: shellElement(places, panel.section, panel.along, panel.offset, true),
      });
    }
    return { panel, number: all.indexOf(panel), elements };
  });
}

/** Adds a force at a place, and a moment, to six numbers about a point. */
export function addAbout(sum: Float64Array, about: Vector, at: Vector, force: Vector, moment: Vector, share = 1): void {
  const turned = cross(subtract(at, about), force);
  for (let k = 0; k < 3; k++) {
    sum[k] += share * force[k];
    sum[3 + k] += share * (moment[k] + turned[k]);
  }
}

/**
 * What the right of a line does to its left through slabs and walls in a solved state, by the nodal forces of the elements it passes through and the loads
 * on these: force and moment about a point, global, N and N·m. It is in equilibrium with the loads and reactions of whatever the line cuts off.
 * @param passed what the line passes through
 * @param loads  on slabs and walls, each with the factor it has in the state
 * @param about  m
 */
export function cutAction(
  solution: Pick<Solution, 'positions' | 'warmth' | 'loadCases'>,
  passed: readonly Passed[],
  line: CutLine,
  state: CaseSolution,
  loads: readonly { readonly load: PanelLoad; readonly factor: number }[],
  about: Vector,
): Float64Array {
  const sum = new Float64Array(6);
  const { positions } = solution;
  const place = (node: number): Vector => [positions[3 * node], positions[3 * node + 1], positions[3 * node + 2]];
  const k = new Float64Array(24 * 24);
  const moves = new Float64Array(24);
  for (const { panel, number, elements } of passed) {
    const section: ShellStiffness = state.sections?.[number] ?? panel.section;
    const warm = warmthIn(solution, panel, state);
    for (const { nodes, isLeft, share, shell: own } of elements) {
      const shell =
        section === panel.section
          ? own
          : shellElement(Array.from(nodes, place), section, panel.along, panel.offset, true);
      const size = 6 * nodes.length;
      k.set(stiffnessOf(shell, size));
      nodes.forEach((node, a) => {
        for (let i = 0; i < 6; i++) moves[6 * a + i] = state.displacements[6 * node + i];
      });
      const forces = new Float64Array(size);
      const multiply = () => {
        for (let i = 0; i < size; i++) for (let j = 0; j < size; j++) forces[i] += k[i * size + j] * moves[j];
      };
      multiply();
      if (state.axialForces) {
        const softening = softeningOf(shell);
        if (softening) {
          const felt = new Float64Array(parameters);
          forcesInPlane(softening, moves, warm.strain, felt, 0);
          // movements were divided by the multiple of the loads at which the state was found
          geometricStiffness(softening, felt, 0, state.alpha ?? 1, k);
          multiply();
        }
      }
      if (warm.strain !== 0 || warm.curvature !== 0) {
        const free = new Float64Array(size);
        initialForces(
          shell,
          { membrane: [warm.strain, warm.strain, 0], bending: [warm.curvature, warm.curvature, 0] },
          free,
        );
        for (let i = 0; i < size; i++) forces[i] -= free[i];
      }
      nodes.forEach((node, a) => {
        if (!isLeft[a]) return;
        const at = 6 * a;
        addAbout(
          sum,
          about,
          place(node),
          [-forces[at], -forces[at + 1], -forces[at + 2]],
          [-forces[at + 3], -forces[at + 4], -forces[at + 5]],
          share,
        );
      });
    }
  }
  const nodal = loads.length > 0 ? nodalOf(positions) : new Float64Array();
  for (const { load, factor } of loads)
    if (factor !== 0) addLoadDifference(positions, passed, line, load, factor, about, nodal, sum);
  return sum;
}

const nodals = new WeakMap<Float64Array, Float64Array>();

/** Room for what of loads goes to nodes; whoever uses it clears the nodes it uses. */
function nodalOf(positions: Float64Array): Float64Array {
  let room = nodals.get(positions);
  if (!room) nodals.set(positions, (room = new Float64Array(2 * positions.length)));
  return room;
}

const stiffnesses = new WeakMap<ShellElement, Float64Array>();

/** An element's stiffness, made once: the states of a cut are many, its elements the same. @param size of its matrix */
function stiffnessOf(shell: ShellElement, size: number): Float64Array {
  let known = stiffnesses.get(shell);
  if (!known) {
    known = new Float64Array(size * size);
    shellStiffness(shell, known);
    stiffnesses.set(shell, known);
  }
  return known;
}

/** Free strain and curvature of a panel in a state. */
function warmthIn(
  { warmth }: Pick<Solution, 'warmth'>,
  { id, isRigid, thickness, panelThickness }: SolvedPanel,
  { weights }: CaseSolution,
): { strain: number; curvature: number } {
  let [strain, curvature] = [0, 0];
  if (!isRigid)
    warmth?.forEach((list, c) => {
      for (const one of list)
        if (one.panel === id) {
          strain += weights[c] * one.strain;
          curvature += (weights[c] * one.curvature * panelThickness) / thickness;
        }
    });
  return { strain, curvature };
}

/** What of a load on the elements passed through went to nodes on the left, less what of it lies on the left. */
function addLoadDifference(
  positions: Float64Array,
  passed: readonly Passed[],
  line: CutLine,
  load: PanelLoad,
  factor: number,
  about: Vector,
  nodal: Float64Array,
  sum: Float64Array,
): void {
  for (const { panel, elements } of passed) {
    if (panel.id !== load.panel) continue;
    for (const { nodes, isLeft, share } of elements) {
      for (const node of nodes) nodal.fill(0, 6 * node, 6 * node + 6);
      const mesh = meshOf(positions, panel, nodes);
      for (const part of halves(load, line)) addLoadOn(mesh, part, nodal);
      nodes.forEach((node, a) => {
        const at = 6 * node;
        if (isLeft[a])
          addAbout(
            sum,
            about,
            [positions[3 * node], positions[3 * node + 1], positions[3 * node + 2]],
            [nodal[at], nodal[at + 1], nodal[at + 2]],
            [nodal[at + 3], nodal[at + 4], nodal[at + 5]],
            factor * share,
          );
      });
      addOnLeft(mesh, line, load, about, -factor * share, sum);
    }
  }
}

/** One element as a mesh that takes loads. */
function meshOf(positions: Float64Array, panel: SolvedPanel, nodes: Int32Array): LoadedMesh {
  return {
    positions,
    elements: Int32Array.of(0),
    nodesOf: () => nodes,
    isMembrane: () => panel.section.membrane !== undefined,
    finder: new ElementFinder({ start: Int32Array.of(0, nodes.length), nodes, normal: panel.normal }, positions),
  };
}

/** A load along a line is taken apart where the cut crosses it, so that each part lies on one side. */
function halves(load: PanelLoad, line: CutLine): PanelLoad[] {
  if (load.kind !== 'line') return [load];
  const { left } = directionsOf(line);
  const [a, b] = [load.start, load.end].map((at) => dot(subtract(at, line.from), left));
  if (!(a * b < 0)) return [load];
  const t = a / (a - b);
  const at = add(load.start, scale(subtract(load.end, load.start), t));
  const value = load.valueFrom + t * (load.valueTo - load.valueFrom);
  return [
    { ...load, end: at, valueTo: value },
    { ...load, start: at, valueFrom: value },
  ];
}

const gauss = [(1 - 1 / Math.sqrt(3)) / 2, (1 + 1 / Math.sqrt(3)) / 2];

/** Adds what of a load on one element lies on the left of a line, about a point. */
function addOnLeft(
  mesh: LoadedMesh,
  line: CutLine,
  load: PanelLoad,
  about: Vector,
  factor: number,
  sum: Float64Array,
): void {
  const { left } = directionsOf(line);
  const isLeft = (at: Vector) => dot(subtract(at, line.from), left) > 0;
  if (load.kind === 'spot') {
    if (isLeft(load.at) && mesh.finder.at(load.at)) addAbout(sum, about, load.at, load.force, load.moment, factor);
    return;
  }
  if (load.kind === 'line') {
    for (const part of halves(load, line)) {
      if (part.kind !== 'line') continue;
      const span = subtract(part.end, part.start);
      const passages = mesh.finder.passages(part.start, part.end);
      for (let i = 0; i + 1 < passages.length; i++) {
        const run = passages[i + 1] - passages[i];
        for (const g of gauss) {
          const t = passages[i] + g * run;
          const at = add(part.start, scale(span, t));
          const size = ((part.valueFrom + t * (part.valueTo - part.valueFrom)) * run * norm(span)) / 2;
          if (isLeft(at) && mesh.finder.at(at))
            addAbout(sum, about, at, scale(part.direction, size), [0, 0, 0], factor);
        }
      }
    }
    return;
  }
  const { plane } = load;
  const nodes = mesh.nodesOf(0);
  const corners = Array.from(nodes, (node): Point2 =>
    inPlane(plane, [mesh.positions[3 * node], mesh.positions[3 * node + 1], mesh.positions[3 * node + 2]]),
  );
  const half = leftHalf(plane, line);
  const window = clip(anticlockwise(corners), half);
  if (window.length < 3) return;
  for (const polygon of load.whole ? [window] : load.polygons) {
    const part = load.whole ? polygon : clipTo(polygon, window);
    if (part.length < 3) continue;
    const { total, x, y } = integrals(part, load.value);
    if (total === 0 && x === 0 && y === 0) continue;
    // a resultant need not lie inside: the moment comes from the first moments themselves
    const [o, u, v] = [plane.origin, plane.u, plane.v];
    const arm: Vector = [0, 1, 2].map((i) => (o[i] - about[i]) * total + u[i] * x + v[i] * y) as unknown as Vector;
    const turned = cross(arm, load.direction);
    for (let i = 0; i < 3; i++) {
      sum[i] += factor * total * load.direction[i];
      sum[3 + i] += factor * turned[i];
    }
  }
}

const anticlockwise = (corners: Polygon): Polygon => {
  let twice = 0;
  corners.forEach(([x, y], i) => {
    const [u, v] = corners[(i + 1) % corners.length];
    twice += x * v - u * y;
  });
  return twice < 0 ? [...corners].reverse() : corners;
};

/** The side of a line, in the coordinates of a plane, on which its left lies. */
function leftHalf(plane: Plane, line: CutLine) {
  const { left } = directionsOf(line);
  const [p, q] = [inPlane(plane, line.from), inPlane(plane, line.to)];
  const half = leftOf(p, q);
  return reach(half, inPlane(plane, add(fromPlane(plane, p), left))) > 0 ? half : leftOf(q, p);
}

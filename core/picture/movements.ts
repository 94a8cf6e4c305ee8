import type { Solution, SolvedPanel } from '../fem';
import { meshEdges } from './mesh-edges';
import { commonMembers, differenceMovement, lineIndex, roundDown, stationTable, type StationTable } from '../results';
import type { Drawn } from './drawn';
import { nothingDrawn, type DiagramDrawing, type DiagramSource } from './drawing';

/** Members, and the elements of slabs and walls, in their displaced shape, exaggerated. @param weights one set; an envelope has no shape */
export function deflectedShape(
  table: StationTable,
  members: readonly number[],
  weights: Float64Array,
  reach: number,
  drawn: Drawn,
  slabs?: MovedSlabs,
): DiagramDrawing {
  const movements = members.map((member) => ({
    member,
    stations: table.stations(member),
    u: table.band(member, [weights], 'u').max,
    v: table.band(member, [weights], 'v').max,
    w: table.band(member, [weights], 'w').max,
  }));
  return shapeOfMovements(table.solution, movements, reach, drawn, slabs);
}

/** The difference of the movements of members that both have, exaggerated. */
export function differenceShape(
  { solution, less }: DiagramSource,
  members: readonly number[],
  weights: Float64Array,
  others: Float64Array,
  reach: number,
  drawn: Drawn,
): DiagramDrawing {
  const wanted = new Set(members);
  const [one, other] = [stationTable(solution), stationTable(less!.solution)];
  const movements = commonMembers(solution, less!.solution)
    .filter((pair) => wanted.has(pair.one))
    .map((pair): Moved => {
      const places = differenceMovement(
        { table: one, member: pair.one, weights: [weights] },
        { table: other, member: pair.other, weights: [others] },
      );
      const of = (name: 'u' | 'v' | 'w') => Float64Array.from(places, ({ values }) => values[lineIndex[name]]);
      return { member: pair.one, stations: places, u: of('u'), v: of('v'), w: of('w') };
    });
  return shapeOfMovements(solution, movements, reach, drawn);
}

/** Slabs and walls that move with the members. */
export interface MovedSlabs {
  readonly panels: readonly SolvedPanel[];
  /** six a node, global, m and rad */
  readonly displacements: Float64Array;
  /** whether the edges of their elements are drawn */
  readonly outlined: boolean;
}

interface Moved {
  readonly member: number;
  readonly stations: readonly { readonly x: number }[];
  readonly u: Float64Array;
  readonly v: Float64Array;
  readonly w: Float64Array;
}

function shapeOfMovements(
  solution: Solution,
  shapes: readonly Moved[],
  reach: number,
  drawn: Drawn,
  slabs: MovedSlabs = { panels: [], displacements: new Float64Array(), outlined: false },
): DiagramDrawing {
  let largest = 0;
  let count = 0;
  const edges = slabs.panels.map((panel) => (slabs.outlined ? meshEdges(panel) : new Int32Array()));
  const { displacements } = slabs;
  const square = (node: number) =>
    displacements[6 * node] ** 2 + displacements[6 * node + 1] ** 2 + displacements[6 * node + 2] ** 2;
  const most = slabs.panels.map(({ nodes }) => nodes.reduce((a, b) => (square(b) > square(a) ? b : a)));
  for (const node of most) largest = Math.max(largest, square(node));
  for (const { u, v, w } of shapes) {
    count += u.length - 1;
    for (let s = 0; s < u.length; s++) largest = Math.max(largest, u[s] * u[s] + v[s] * v[s] + w[s] * w[s]);
  }
  largest = Math.sqrt(largest);
  if (largest < 1e-12) return nothingDrawn;
  const scale = drawn.times ?? roundDown((reach / largest) * drawn.magnify);
  const outline = new Float32Array(6 * count);
  const rest = new Float32Array(6 * count);
  const segmentValues = new Float32Array(drawn.paint === 'colours' ? count : 0);
  const values: DiagramDrawing['values'][number][] = [];
  let end = 0;
  for (const { member, stations, u, v, w } of shapes) {
    const from = 3 * solution.ends[2 * member];
    const axes = solution.axes.subarray(9 * member, 9 * member + 9);
    const size = (s: number) => Math.sqrt(u[s] * u[s] + v[s] * v[s] + w[s] * w[s]);
    const write = (at: number, s: number) => {
      for (let k = 0; k < 3; k++) {
        rest[at + k] = solution.positions[from + k] + stations[s].x * axes[k];
        outline[at + k] = rest[at + k] + scale * (u[s] * axes[k] + v[s] * axes[3 + k] + w[s] * axes[6 + k]);
      }
    };
    let top = 0;
    for (let s = 1; s < stations.length; s++) {
      write(end, s - 1);
      write(end + 3, s);
      if (segmentValues.length > 0) segmentValues[end / 6] = Math.max(size(s - 1), size(s));
      end += 6;
      if (size(s) > size(top)) top = s;
    }
    if (size(top) < drawn.threshold * largest) continue;
    const at = [0, 1, 2].map(
      (k) =>
        solution.positions[from + k] +
        (stations[top].x + scale * u[top]) * axes[k] +
        scale * (v[top] * axes[3 + k] + w[top] * axes[6 + k]),
    ) as [number, number, number];
    values.push({
      at,
      value: size(top),
      member,
      weight: size(top) / largest,
      key: `u ${solution.memberIds[member]}`,
    });
  }
  const mesh = new Float32Array(3 * edges.reduce((sum, list) => sum + list.length, 0));
  const meshRest = new Float32Array(mesh.length);
  let at = 0;
  edges.forEach((list, p) => {
    for (const node of list)
      for (let k = 0; k < 3; k++, at++) {
        meshRest[at] = solution.positions[3 * node + k];
        mesh[at] = meshRest[at] + scale * displacements[6 * node + k];
      }
    const value = Math.sqrt(square(most[p]));
    if (value < drawn.threshold * largest) return;
    const place = [0, 1, 2].map((k) => solution.positions[3 * most[p] + k] + scale * displacements[6 * most[p] + k]);
    values.push({
      at: place as [number, number, number],
      value,
      member: -1,
      weight: value / largest,
      key: `u ${slabs.panels[p].id} ${p}`,
    });
  });
  return { ...nothingDrawn, outline, rest, mesh, meshRest, segmentValues, values, scale, largest, smallest: 0 };
}

import type { Solution } from '../fem';
import { commonMembers, differenceMovement, lineIndex, roundDown, stationTable, type StationTable } from '../results';
import type { Drawn } from './drawn';
import { nothingDrawn, type DiagramDrawing, type DiagramSource } from './drawing';

/** Members in their displaced shape, exaggerated. @param weights one set; an envelope has no shape */
export function deflectedShape(
  table: StationTable,
  members: readonly number[],
  weights: Float64Array,
  reach: number,
  drawn: Drawn,
): DiagramDrawing {
  const movements = members.map((member) => ({
    member,
    stations: table.stations(member),
    u: table.band(member, [weights], 'u').max,
    v: table.band(member, [weights], 'v').max,
    w: table.band(member, [weights], 'w').max,
  }));
  return shapeOfMovements(table.solution, movements, reach, drawn);
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

interface Moved {
  readonly member: number;
  readonly stations: readonly { readonly x: number }[];
  readonly u: Float64Array;
  readonly v: Float64Array;
  readonly w: Float64Array;
}

function shapeOfMovements(solution: Solution, shapes: readonly Moved[], reach: number, drawn: Drawn): DiagramDrawing {
  let largest = 0;
  let count = 0;
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
    let most = 0;
    for (let s = 1; s < stations.length; s++) {
      write(end, s - 1);
      write(end + 3, s);
      if (segmentValues.length > 0) segmentValues[end / 6] = Math.max(size(s - 1), size(s));
      end += 6;
      if (size(s) > size(most)) most = s;
    }
    if (size(most) < drawn.threshold * largest) continue;
    const at = [0, 1, 2].map(
      (k) =>
        solution.positions[from + k] +
        (stations[most].x + scale * u[most]) * axes[k] +
        scale * (v[most] * axes[3 + k] + w[most] * axes[6 + k]),
    ) as [number, number, number];
    values.push({
      at,
      value: size(most),
      member,
      weight: size(most) / largest,
      key: `u ${solution.memberIds[member]}`,
    });
  }
  return { ...nothingDrawn, outline, rest, segmentValues, values, scale, largest, smallest: 0 };
}

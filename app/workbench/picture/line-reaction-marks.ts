import type { Model, Vector } from '~core/model';
import type { Solution } from '~core/fem';
import { lineReactions, type LineReaction, type LoadState } from '~core/results';
import type { Scope } from '~core/picture';
import { formatValue, unitLabel, type UnitSystem } from '~core/units';
import { colors } from '../../theme/tokens';
import type { Projector } from '../projection/eye';
import type { Label } from '../projection/labels';

/** Height of the largest force per length, pixels. */
const tallest = 36;
/** Lines that look shorter than this have no diagram, pixels. */
const leastLine = 12;

// drawn again with every movement of the eye, worked out once a state
const known = new WeakMap<Float64Array, ReadonlyMap<string, LineReaction>>();

function reactionsOf(model: Model, solution: Solution, state: LoadState): ReadonlyMap<string, LineReaction> {
  let found = known.get(state.reactions);
  if (!found) known.set(state.reactions, (found = lineReactions(model, solution, state)));
  return found;
}

/** The vertical force per length that line supports give back, as a diagram along each, with its extremes and its sum. @returns what is to be written */
export function drawLineReactions(
  context: CanvasRenderingContext2D,
  projector: Projector,
  {
    model,
    solution,
    state,
    scope,
    units,
  }: {
    readonly model: Model;
    readonly solution: Solution;
    readonly state: LoadState;
    readonly scope: Scope;
    readonly units: UnitSystem;
  },
): Label[] {
  const all = reactionsOf(model, solution, state);
  const largest = Math.max(
    0,
    ...[...all.values()].flatMap(({ stations }) => stations.map(({ perLength }) => Math.abs(perLength[2]))),
  );
  if (largest === 0) return [];
  return [...all].flatMap(([id, { length, stations, force }]): Label[] => {
    const { start, end } = model.lineSupports[id];
    if (!scope.nodes.has(start) || !scope.nodes.has(end) || stations.length < 2) return [];
    const [a, b] = [model.nodes[start].position, model.nodes[end].position];
    const [ax, ay] = projector.point(a);
    const [bx, by] = projector.point(b);
    const long = Math.hypot(bx - ax, by - ay);
    if (!(long > leastLine)) return [];
    // beside the line on the screen, towards its lower side, so that it reads in plans too
    const turn = bx - ax >= 0 ? 1 : -1;
    const [nx, ny] = [(-turn * (by - ay)) / long, (turn * (bx - ax)) / long];
    const tips = stations.map(({ at, perLength }): [number, number] => {
      const on = a.map((part, k) => part + ((b[k] - part) * at) / length) as unknown as Vector;
      const [x, y] = projector.point(on);
      const high = (tallest * perLength[2]) / largest;
      return [x + nx * high, y + ny * high];
    });
    context.beginPath();
    context.moveTo(ax, ay);
    for (const [x, y] of tips) context.lineTo(x, y);
    context.lineTo(bx, by);
    context.closePath();
    context.fillStyle = 'rgba(22, 28, 35, 0.10)';
    context.fill();
    context.strokeStyle = colors.ink;
    context.lineWidth = 1;
    context.stroke();
    const show = (value: number, kind: 'lineLoad' | 'force') => `${formatValue(value, kind, units, 1)}`;
    const values = stations.map(({ perLength }) => perLength[2]);
    const most = values.indexOf(Math.max(...values));
    const least = values.indexOf(Math.min(...values));
    const peaks = [most, ...(values[least] < -0.05 * largest ? [least] : [])];
    return [
      ...peaks.map((i): Label => ({
        key: `line ${id} ${i}`,
        text: `${show(values[i], 'lineLoad')} ${unitLabel('lineLoad', units)}`,
        x: tips[i][0],
        y: tips[i][1],
        color: colors.ink2,
        weight: Math.abs(values[i]),
      })),
      {
        key: `line ${id}`,
        text: `${show(force[2], 'force')} ${unitLabel('force', units)} in all`,
        x: (ax + bx) / 2 + nx * tallest,
        y: (ay + by) / 2 + ny * tallest,
        color: colors.ink,
        bold: true,
        weight: Number.MAX_VALUE,
      },
    ];
  });
}

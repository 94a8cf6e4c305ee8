import {
  fromPlane,
  gridLinesAlong,
  isOnFloor,
  isPlaced,
  memberEnds,
  type AreaLoad,
  type Load,
  type Model,
  type PatternRule,
} from '../../model';
import { Sheet } from '../../sheet';
import { clip, type HalfPlane, type Polygon } from '../../plane';
import { patchesOf } from '../area/regions';
import { numbered, type MadeLoad, type RuleResult } from '../../codes/loads';

type Keep = PatternRule['cases'][number];

/** Bays between grid lines, from the first line's to the last one's; places outside belong to the first and the last. */
function baysAlong(model: Model, axis: 'x' | 'y'): [number, number][] {
  const lines = gridLinesAlong(model, axis).map((line) => line.position);
  return lines
    .slice(1)
    .map((to, i): [number, number] => [i === 0 ? -1e6 : lines[i], i === lines.length - 2 ? 1e6 : to]);
}

/** Which bays a pattern loads, as rectangles in plan; undefined: all along that direction. */
export function loadedBays(model: Model, { keep, pair = 0 }: Keep): { x: [number, number]; y: [number, number] }[] {
  const [alongX, alongY] = [baysAlong(model, 'x'), baysAlong(model, 'y')];
  const all: [number, number] = [-1e6, 1e6];
  switch (keep) {
    case 'oddX':
    case 'evenX':
      return alongX.filter((_, i) => i % 2 === (keep === 'oddX' ? 0 : 1)).map((x) => ({ x, y: all }));
    case 'oddY':
    case 'evenY':
      return alongY.filter((_, i) => i % 2 === (keep === 'oddY' ? 0 : 1)).map((y) => ({ x: all, y }));
    case 'pairX':
      return alongX.slice(pair, pair + 2).map((x) => ({ x, y: all }));
    case 'pairY':
      return alongY.slice(pair, pair + 2).map((y) => ({ x: all, y }));
    default:
      return alongX.flatMap((x, i) =>
        alongY.flatMap((y, j) => ((i + j) % 2 === (keep === 'chequerA' ? 0 : 1) ? [{ x, y }] : [])),
      );
  }
}

/** The loads of a live case on some bays only. Areas are cut at the grid lines; a member's load stays when its middle lies in a loaded bay or on a line between bays. */
export function pattern(model: Model, rule: PatternRule, source: readonly Load[]): RuleResult {
  const problems: string[] = [];
  const sheet = new Sheet();
  if (baysAlong(model, 'x').length + baysAlong(model, 'y').length === 0)
    problems.push(`${rule.label}: there are no grid lines, so there are no bays to choose from.`);
  const loads = rule.cases.flatMap((one): MadeLoad[] => {
    const bays = loadedBays(model, one);
    sheet.remark(
      `Case ${model.cases[one.case].label}: loaded ${bays.length === 0 ? 'nowhere' : bays.map(({ x, y }) => [along(model, 'x', x), along(model, 'y', y)].filter((part) => part !== '').join(', ')).join('; ')}.`,
    );
    return source.flatMap((load): MadeLoad[] => {
      if (load.type === 'area') return cutArea(model, load, bays).map((part) => ({ ...part, case: one.case }));
      const place = middleOf(model, load);
      if (!place || !bays.some((bay) => within(bay.x, place[0]) && within(bay.y, place[1]))) return [];
      const { id: _id, ...fields } = load;
      return [{ ...fields, case: one.case }];
    });
  });
  sheet.remark(
    'Areas are cut at the grid lines. The load of a member stays where its middle lies in a loaded bay or on a line between two.',
  );
  return { loads: numbered(loads, rule.id), sheets: [{ title: 'Which bays are loaded', sheet }], problems };
}

/** Between which grid lines a strip lies: "2 to 3"; nothing when it is the whole building. */
function along(model: Model, axis: 'x' | 'y', [from, to]: readonly [number, number]): string {
  if (from < -1e5 && to > 1e5) return '';
  const lines = gridLinesAlong(model, axis);
  const first = from < -1e5 ? lines[0] : lines.find((line) => Math.abs(line.position - from) < 1e-9);
  const last = to > 1e5 ? lines[lines.length - 1] : lines.find((line) => Math.abs(line.position - to) < 1e-9);
  return `${first?.label ?? ''} to ${last?.label ?? ''}`;
}

const within = ([from, to]: readonly [number, number], at: number) => at > from - 1e-6 && at < to + 1e-6;

function middleOf(model: Model, load: Exclude<Load, AreaLoad>): readonly [number, number] | undefined {
  if (load.type === 'spot') return [load.at[0], load.at[1]];
  if (isOnFloor(load)) return undefined;
  if (load.type === 'line') return [(load.start[0] + load.end[0]) / 2, (load.start[1] + load.end[1]) / 2];
  if ('node' in load) return [model.nodes[load.node].position[0], model.nodes[load.node].position[1]];
  const ends = memberEnds(model, model.members[load.member]);
  if (!ends || (!isPlaced(load) && load.type !== 'temperature' && load.type !== 'strain')) return undefined;
  const [a, b] = [ends.start.position, ends.end.position];
  return [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
}

/** An area load's parts within bays, as areas of their own. */
function cutArea(
  model: Model,
  load: AreaLoad,
  bays: readonly { x: [number, number]; y: [number, number] }[],
): MadeLoad[] {
  const found = patchesOf(model, load);
  if (!found.ok) return [];
  const { id: _id, ...fields } = load;
  return found.patches.flatMap(({ plane, outlines, openings }) =>
    bays.flatMap(({ x, y }) => {
      const sides = [half(0, x[0], 1), half(0, x[1], -1), half(1, y[0], 1), half(1, y[1], -1)];
      /** the side of a vertical plane, in the plane's own coordinates */
      function half(i: 0 | 1, at: number, sign: 1 | -1): HalfPlane | undefined {
        const [a, b, c] = [sign * plane.u[i], sign * plane.v[i], sign * (plane.origin[i] - at)];
        const size = Math.hypot(a, b);
        return size < 1e-9 ? undefined : { a: a / size, b: b / size, c: c / size };
      }
      const cut = (polygon: Polygon) =>
        sides.reduce<Polygon>((left, side) => (side && left.length > 0 ? clip(left, side) : left), polygon);
      const place = (polygon: Polygon) => polygon.map((point) => fromPlane(plane, point));
      const holes = openings.map(cut).filter((polygon) => polygon.length >= 3);
      return outlines
        .map(cut)
        .filter((polygon) => polygon.length >= 3)
        .map((polygon): MadeLoad => ({
          ...fields,
          region: { kind: 'polygon', points: place(polygon), openings: holes.map(place) },
        }));
    }),
  );
}

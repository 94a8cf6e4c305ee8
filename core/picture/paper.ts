import type { Solution } from '../fem';
import { planeThrough, type Model, type Plane } from '../model';
import { resultQuantities, shownWords } from '../results';
import { escaped } from './paper-labels';
import { resultParts } from './paper-results';
import { writtenParts, type Project } from './paper-written';
import type { PictureRequest } from './picture-request';
import { scopeOf } from './scope';

/** The working plane a view looks square at. */
const planeOfView = (model: Model, view: PictureRequest['view']): Plane | undefined =>
  view?.plane.kind === 'plane' && model.planes[view.plane.plane]
    ? planeThrough(model.planes[view.plane.plane].points)
    : undefined;

/** Unit vectors to the right and up of the eye: parallel projection, as drawings on paper are. */
function basisOf(model: Model, view: PictureRequest['view']): { right: readonly number[]; up: readonly number[] } {
  if (view?.plane.kind === 'plan') return { right: [1, 0, 0], up: [0, 1, 0] };
  if (view?.plane.kind === 'elevation')
    return model.gridLines[view.plane.gridLine]?.axis === 'x'
      ? { right: [0, 1, 0], up: [0, 0, 1] }
      : { right: [1, 0, 0], up: [0, 0, 1] };
  const plane = planeOfView(model, view);
  if (plane) return { right: plane.u, up: plane.v };
  const { azimuth, elevation } = view?.camera ?? { azimuth: -1.12, elevation: 0.36 };
  return {
    right: [-Math.sin(azimuth), Math.cos(azimuth), 0],
    up: [-Math.sin(elevation) * Math.cos(azimuth), -Math.sin(elevation) * Math.sin(azimuth), Math.cos(elevation)],
  };
}

/**
 * A picture of the structure with its results as SVG: members, a diagram or the deflected shape, the largest values, and a caption that says what, of
 * which case, at which scale and in which unit. Perspective views become parallel ones.
 */
export function pictureSvg(model: Model, solution: Solution | undefined, request: PictureRequest): string {
  const { width, height, quantity, shown, view } = request;
  const { members, panels } = scopeOf(model, view?.plane ?? { kind: '3d' }, view?.isolated ?? null, view?.hidden);
  const { right, up } = basisOf(model, view);
  const flat = (x: number, y: number, z: number): [number, number] => [
    x * right[0] + y * right[1] + z * right[2],
    -(x * up[0] + y * up[1] + z * up[2]),
  ];
  const ends = [
    ...members.flatMap(({ start, end }) => [start, end]),
    ...panels.flatMap((id) => (model.slabs[id] ?? model.walls[id]).corners),
  ].map((id) => flat(...model.nodes[id].position));
  if (ends.length === 0)
    return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" font-family="Commissioner, sans-serif"><text x="10" y="20" font-size="9" fill="#434E59">No member is in this view.</text></svg>`;
  const [low, high] = [Math.min, Math.max].map((pick) =>
    [0, 1].map((axis) => ends.reduce((most, end) => pick(most, end[axis]), ends[0][axis])),
  );
  const foot = request.caption ? 26 : 6;
  const margin = 34;
  const size = Math.min(
    (width - 2 * margin) / (high[0] - low[0] || 1),
    (height - foot - 2 * margin) / (high[1] - low[1] || 1),
  );
  const [dx, dy] = [width / 2 - (size * (low[0] + high[0])) / 2, (height - foot) / 2 - (size * (low[1] + high[1])) / 2];
  const project: Project = (x, y, z) => {
    const [a, b] = flat(x, y, z);
    return [dx + size * a, dy + size * b];
  };
  const point = ([x, y]: readonly [number, number]) => `${x.toFixed(2)},${y.toFixed(2)}`;
  const frame = members
    .map(
      (member) =>
        `<path d="M${point(project(...model.nodes[member.start].position))}L${point(project(...model.nodes[member.end].position))}"/>`,
    )
    .join('');
  const supports = Object.values(model.nodes)
    .filter((node) => node.support && members.some((member) => member.start === node.id || member.end === node.id))
    .map((node) => {
      const [x, y] = project(...node.position);
      return `<path d="M${point([x, y])}l-4,6h8z"/>`;
    })
    .join('');
  const results =
    solution && quantity !== 'outline' && (quantity === 'drift' || resultQuantities[quantity].drawn === 'written')
      ? writtenParts(model, solution, members, request, project)
      : solution && quantity !== 'outline'
        ? resultParts(
            model,
            solution,
            members,
            panels,
            request,
            quantity,
            project,
            (Math.max(high[0] - low[0], high[1] - low[1]) || 1) * 0.09,
            [
              right[1] * up[2] - right[2] * up[1],
              right[2] * up[0] - right[0] * up[2],
              right[0] * up[1] - right[1] * up[0],
            ],
          )
        : undefined;
  const words = shownWords(model, shown);
  const title =
    quantity === 'outline'
      ? 'Frame'
      : `${resultQuantities[quantity].title}, ${words.name}${words.detail ? ` (${words.detail.slice(0, 90)})` : ''}`;
  const caption = request.caption
    ? `<text x="6" y="${height - 14}" font-size="9" font-weight="bold" fill="#161C23">${escaped(title)}</text><text x="6" y="${height - 4}" font-size="7.5" fill="#5B6672">${escaped(results?.scale ?? (quantity === 'outline' ? '' : 'no results'))}</text>`
    : '';
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" font-family="Commissioner, sans-serif" role="img" aria-label="${escaped(title)}"><rect width="${width}" height="${height}" fill="#ffffff"/><g fill="none" stroke="${results ? '#AEB9C3' : '#434E59'}" stroke-width="1">${frame}</g><g fill="#161C23">${supports}</g>${results?.drawn ?? ''}${caption}</svg>`;
}

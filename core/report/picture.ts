import type { Solution } from '../fem';
import { offPlane, onLevel, planeThrough, type Member, type Model, type Plane, type SavedView } from '../model';
import {
  diagramSense,
  forceComponents,
  isEnvelope,
  lineIndex,
  roundDown,
  shownParts,
  shownWords,
  stationTable,
  stressBand,
  type Band,
  storeyBook,
  type ColorRole,
  type ForceComponent,
  type Shown,
  resultQuantities,
  type Quantity,
} from '../results';
import { formatNumber, formatValue, unitLabel, unitSize, type QuantityKind } from '../units';

/** What a picture shows of the structure. */
export interface PictureRequest {
  readonly shown: Shown;
  readonly quantity: Quantity | 'outline';
  /** utilisation of members and whether its verdict is open, for a picture of utilisations */
  readonly utilisations?: ReadonlyMap<string, { readonly value: number; readonly open: boolean }>;
  /** plane, eye and what is hidden; none: the whole frame from the south-west */
  readonly view?: Pick<SavedView, 'plane' | 'camera' | 'isolated' | 'hidden'>;
  /** pixels, or points in print */
  readonly width: number;
  readonly height: number;
  /** whether title and scale stand below it */
  readonly caption: boolean;
}

/** Colours on paper by role. */
const roleColors: Readonly<Record<ColorRole, string>> = {
  axial: '#5F4BB0',
  shear: '#8A5A00',
  torsion: '#4F6B12',
  bending: '#00717B',
  movement: '#161C23',
  plain: '#161C23',
};
const colorOf = (quantity: PictureRequest['quantity']): string =>
  quantity === 'outline' ? '#434E59' : roleColors[resultQuantities[quantity].role];

const isForce = (quantity: PictureRequest['quantity']): quantity is ForceComponent =>
  (forceComponents as readonly string[]).includes(quantity);
const escaped = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');
type Project = (x: number, y: number, z: number) => readonly [number, number];

/** The members a view shows. */
function membersInView(model: Model, view: PictureRequest['view']): Member[] {
  const [isolated, hidden] = [view?.isolated ? new Set(view.isolated) : undefined, new Set(view?.hidden ?? [])];
  const inPlane = ({ start, end }: Member) => {
    if (!view || view.plane.kind === '3d') return true;
    const ends = [model.nodes[start].position, model.nodes[end].position];
    if (view.plane.kind === 'plane') {
      const through = planeOfView(model, view);
      return through !== undefined && ends.every((at) => Math.abs(offPlane(through, at)) < onLevel);
    }
    if (view.plane.kind === 'plan')
      return ends.every(
        (at) =>
          Math.abs(at[2] - (model.storeys[(view.plane as { storey: string }).storey]?.elevation ?? NaN)) < onLevel,
      );
    const line = model.gridLines[view.plane.gridLine];
    return line !== undefined && ends.every((at) => Math.abs(at[line.axis === 'x' ? 0 : 1] - line.position) < onLevel);
  };
  return Object.values(model.members).filter(
    (member) => !hidden.has(member.id) && (!isolated || isolated.has(member.id)) && inPlane(member),
  );
}

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
  const members = membersInView(model, view);
  const { right, up } = basisOf(model, view);
  const flat = (x: number, y: number, z: number): [number, number] => [
    x * right[0] + y * right[1] + z * right[2],
    -(x * up[0] + y * up[1] + z * up[2]),
  ];
  const ends = members.flatMap((member) => [
    flat(...model.nodes[member.start].position),
    flat(...model.nodes[member.end].position),
  ]);
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
            request,
            project,
            (Math.max(high[0] - low[0], high[1] - low[1]) || 1) * 0.09,
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

const mostLabels = 28;
/** Reactions and utilisations are all meant to be read. */
const mostWritten = 400;

/** Quantities that are written where they are: reactions at supports, drift at storeys, utilisations on members. */
function writtenParts(
  model: Model,
  solution: Solution,
  members: readonly Member[],
  { quantity, shown, utilisations, width, height }: PictureRequest,
  project: Project,
): { drawn: string; scale: string } {
  const { units } = model.settings;
  const parts = shownParts(model, solution, shown);
  const labels: { at: readonly [number, number]; text: string; weight: number }[] = [];
  if (quantity === 'utilisation') {
    if (!utilisations || utilisations.size === 0) return { drawn: '', scale: 'no member was checked' };
    const lines = members.flatMap((member) => {
      const found = utilisations.get(member.id);
      if (!found) return [];
      const [a, b] = [project(...model.nodes[member.start].position), project(...model.nodes[member.end].position)];
      labels.push({
        at: [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2],
        text: `${formatNumber(found.value, 2)}${found.open ? ' open' : ''}`,
        weight: found.value,
      });
      return [
        `<path d="M${a[0].toFixed(1)},${a[1].toFixed(1)}L${b[0].toFixed(1)},${b[1].toFixed(1)}" stroke="${found.value > 1 ? '#B3261E' : '#161C23'}" stroke-width="${(1 + 4 * Math.min(1, found.value)).toFixed(1)}"${found.open ? ' stroke-dasharray="5 4"' : ''} stroke-opacity="${(0.25 + 0.75 * Math.min(1, found.value)).toFixed(2)}"/>`,
      ];
    });
    return {
      drawn: `<g fill="none">${lines.join('')}</g>${placed(labels, width, height, roleColors.plain, mostWritten)}`,
      scale:
        'thicker and darker: nearer to 1.00; broken lines: the verdict is open; worst of all strength combinations',
    };
  }
  if (parts.length === 0) return { drawn: '', scale: 'no results' };
  if (quantity === 'reactions') {
    const ends = new Set(members.flatMap((member) => [member.start, member.end]));
    const show = (value: number) =>
      formatValue(value, 'force', units, Math.abs(value / unitSize('force', units)) >= 100 ? 0 : 1);
    const arrows = solution.nodeIds.flatMap((id, i) => {
      const node = model.nodes[id];
      if ((!node?.support && !node?.springs) || !ends.has(id)) return [];
      const [x, y] = project(...node.position);
      const values = parts.map(({ state }) => [0, 1, 2].map((k) => state.reactions[6 * i + k]));
      const up = values.map((value) => value[2]);
      const text =
        parts.length === 1
          ? values[0]
              .map((value, k) =>
                Math.abs(value) > 1e-4 * Math.hypot(...values[0]) ? `${'xyz'[k]} ${show(value)}` : '',
              )
              .filter((part) => part !== '')
              .join('  ')
          : `z ${show(Math.min(...up))} to ${show(Math.max(...up))}`;
      labels.push({ at: [x, y + 34], text, weight: Math.max(...up.map(Math.abs)) });
      return [`<path d="M${x.toFixed(1)},${(y + 28).toFixed(1)}V${(y + 9).toFixed(1)}m-3,5l3,-5l3,5"/>`];
    });
    return {
      drawn: `<g fill="none" stroke="#161C23" stroke-width="1.2">${arrows.join('')}</g>${placed(labels, width, height, roleColors.plain, mostWritten)}`,
      scale: `reactions in ${unitLabel('force', units)}, as they act on the structure`,
    };
  }
  const book = storeyBook(model, solution);
  const worst = new Map<string, { drift: number; height: number; axis: string; by: string; elevation: number }>();
  for (const { label, state } of parts)
    for (const one of book.results(state))
      one.drift.forEach((drift, axis) => {
        const known = worst.get(one.storey.id);
        if (!known || Math.abs(drift) > Math.abs(known.drift))
          worst.set(one.storey.id, {
            drift,
            height: one.height,
            axis: 'xy'[axis],
            by: label,
            elevation: one.storey.elevation,
          });
      });
  const nodes = [...new Set(members.flatMap((member) => [member.start, member.end]))].map(
    (id) => model.nodes[id].position,
  );
  for (const { drift, height: h, axis, by, elevation } of worst.values()) {
    const level = nodes.filter((at) => Math.abs(at[2] - elevation) < onLevel).map((at) => project(...at));
    if (level.length === 0) continue;
    const right = level.reduce((most, at) => (at[0] > most[0] ? at : most));
    labels.push({
      at: [Math.min(right[0] + 60, width - 90), right[1]],
      text: `${formatValue(drift, 'deflection', units, 1)} in ${axis}, ${Math.abs(drift) < 1e-9 ? 'h/∞' : `h/${Math.round(h / Math.abs(drift))}`} (${by})`,
      weight: Math.abs(drift),
    });
  }
  return {
    drawn: placed(labels, width, height, roleColors.movement, mostWritten),
    scale:
      labels.length === 0
        ? 'no storey of this view drifts against another'
        : `drift of each storey against the one below, ${unitLabel('deflection', units)}, and its share of the height`,
  };
}

function resultParts(
  model: Model,
  solution: Solution,
  members: readonly Member[],
  { shown, quantity, width, height }: PictureRequest,
  project: Project,
  reach: number,
): { drawn: string; scale: string } | undefined {
  const parts = shownParts(model, solution, shown);
  const { units } = model.settings;
  const numbers = new Map(solution.memberIds.map((id, m) => [id, m]));
  const table = stationTable(solution);
  const own = members.flatMap((member) => numbers.get(member.id) ?? []);
  if (parts.length === 0 || own.length === 0) return undefined;
  const weights = parts.map((part) => part.weights);
  const color = colorOf(quantity);
  const frameOf = (m: number) => ({
    origin: solution.positions.subarray(3 * solution.ends[2 * m], 3 * solution.ends[2 * m] + 3),
    axes: solution.axes.subarray(9 * m, 9 * m + 9),
  });
  const labels: { at: readonly [number, number]; text: string; weight: number }[] = [];
  const paths: string[] = [];
  const fills: string[] = [];
  const line = (points: readonly (readonly [number, number])[]) =>
    `M${points.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join('L')}`;
  let scale = '';
  if (quantity === 'deflected') {
    if (isEnvelope(shown)) return { drawn: '', scale: 'an envelope has no deflected shape' };
    const moved = own.map((m) => ({ m, values: table.values(m, weights[0]), stations: table.stations(m) }));
    const of = ({ values, stations }: (typeof moved)[number], q: number, s: number) => values[q * stations.length + s];
    let largest = 0;
    for (const one of moved)
      one.stations.forEach(
        (_, s) =>
          (largest = Math.max(
            largest,
            Math.hypot(of(one, lineIndex.u, s), of(one, lineIndex.v, s), of(one, lineIndex.w, s)),
          )),
      );
    if (largest < 1e-12) return { drawn: '', scale: 'nothing moves' };
    const times = roundDown(reach / largest);
    for (const one of moved) {
      const { origin, axes } = frameOf(one.m);
      let most = 0;
      const sizes = one.stations.map((_, s) =>
        Math.hypot(of(one, lineIndex.u, s), of(one, lineIndex.v, s), of(one, lineIndex.w, s)),
      );
      const points = one.stations.map(({ x }, s) => {
        if (sizes[s] > sizes[most]) most = s;
        const [u, v, w] = [of(one, lineIndex.u, s), of(one, lineIndex.v, s), of(one, lineIndex.w, s)];
        const at = [0, 1, 2].map(
          (k) => origin[k] + (x + times * u) * axes[k] + times * (v * axes[3 + k] + w * axes[6 + k]),
        );
        return project(at[0], at[1], at[2]);
      });
      paths.push(line(points));
      labels.push({ at: points[most], text: formatValue(sizes[most], 'deflection', units, 1), weight: sizes[most] });
    }
    scale = `drawn ${formatNumber(times, times < 10 ? 1 : 0)} times, movements in ${unitLabel('deflection', units)}`;
  } else if (isForce(quantity) || quantity === 'stress') {
    const kind: QuantityKind = resultQuantities[quantity].unit;
    const bands = own.flatMap((m) => {
      const band =
        quantity === 'stress'
          ? stressBand(table, model, solution.memberIds[m], m, weights)
          : table.band(m, weights, quantity);
      return band ? [{ m, band }] : [];
    });
    let largest = 0;
    for (const { band } of bands)
      for (let s = 0; s < band.max.length; s++)
        largest = Math.max(largest, Math.abs(band.max[s]), Math.abs(band.min[s]));
    if (largest < 1e-9) return { drawn: '', scale: 'nothing to draw' };
    const factor = roundDown(reach / largest);
    const { row: usual, sign } = diagramSense[quantity === 'stress' ? 'N' : quantity];
    for (const { m, band } of bands) {
      const { origin, axes } = frameOf(m);
      // a force along or about the axis has no side of its own: it lies where it is seen best
      const seen = (side: 1 | 2) => {
        const [a, b] = [project(0, 0, 0), project(axes[3 * side], axes[3 * side + 1], axes[3 * side + 2])];
        return Math.hypot(a[0] - b[0], a[1] - b[1]);
      };
      const row =
        (quantity === 'N' || quantity === 'T' || quantity === 'stress') && seen(1) > seen(2) + 1e-9 ? 1 : usual;
      const place = (x: number, value: number) => {
        const at = [0, 1, 2].map((k) => origin[k] + x * axes[k] + sign * factor * value * axes[3 * row + k]);
        return project(at[0], at[1], at[2]);
      };
      const length = solution.lengths[m];
      // a section has a largest tension and a largest compression in every state
      for (const curve of weights.length === 1 && quantity !== 'stress' ? [band.max] : [band.max, band.min]) {
        const points = [place(0, 0), ...band.stations.map(({ x }, s) => place(x, curve[s])), place(length, 0)];
        paths.push(line(points));
        fills.push(`${line(points)}Z`);
      }
      const extremes = quantity === 'stress' ? extremesOfBand(band) : table.extremes(m, weights, quantity);
      for (const { value, x } of [extremes.max, extremes.min])
        if (Math.abs(value) > 0.1 * largest)
          labels.push({
            at: place(x, value),
            text: formatValue(value, kind, units, Math.abs(value / unitSize(kind, units)) >= 100 ? 0 : 1),
            weight: Math.abs(value),
          });
    }
    scale = `1 ${unitLabel('length', units)} = ${formatNumber(unitSize('length', units) / factor / unitSize(kind, units), 0)} ${unitLabel(kind, units)}${resultQuantities[quantity].bends ? ', on the tension side' : ''}; values in ${unitLabel(kind, units)}`;
  }
  const drawn = `<g fill="${color}" fill-opacity="0.16">${fills.map((d) => `<path d="${d}"/>`).join('')}</g><g fill="none" stroke="${color}" stroke-width="1.1">${paths.map((d) => `<path d="${d}"/>`).join('')}</g>${placed(labels, width, height, color)}`;
  return { drawn, scale };
}

/** Where a band is largest and smallest, m from the start of its member. */
function extremesOfBand({ stations, max, min }: Band): Record<'max' | 'min', { value: number; x: number }> {
  const at = (values: ArrayLike<number>, better: (a: number, b: number) => boolean) => {
    let best = 0;
    for (let s = 1; s < values.length; s++) if (better(values[s], values[best])) best = s;
    return { value: values[best], x: stations[best].x };
  };
  return { max: at(max, (a, b) => a > b), min: at(min, (a, b) => a < b) };
}

/** The weightiest labels that find room, with the ground's colour around them. */
function placed(
  labels: readonly { at: readonly [number, number]; text: string; weight: number }[],
  width: number,
  height: number,
  color: string,
  most = mostLabels,
): string {
  const boxes: [number, number, number, number][] = [];
  const found: string[] = [];
  for (const {
    at: [x, y],
    text,
  } of [...labels].sort((a, b) => b.weight - a.weight)) {
    if (found.length >= most) break;
    const half = text.length * 2.3 + 1;
    const spot = [
      [0, -6],
      [0, 9],
      [half + 4, 2],
      [-half - 4, 2],
    ]
      .map(([a, b]): [number, number, number, number] => [x + a - half, y + b - 6, x + a + half, y + b + 2])
      .find(
        (box) =>
          box[0] > 0 &&
          box[1] > 0 &&
          box[2] < width &&
          box[3] < height - 26 &&
          !boxes.some((other) => box[0] < other[2] && box[2] > other[0] && box[1] < other[3] && box[3] > other[1]),
      );
    if (!spot) continue;
    boxes.push(spot);
    const [cx, by] = [((spot[0] + spot[2]) / 2).toFixed(1), (spot[3] - 1).toFixed(1)];
    const words = escaped(text);
    found.push(
      `<text x="${cx}" y="${by}" font-size="7.5" text-anchor="middle" stroke="#ffffff" stroke-width="2">${words}</text><text x="${cx}" y="${by}" font-size="7.5" text-anchor="middle" fill="${color}">${words}</text>`,
    );
  }
  return found.join('');
}

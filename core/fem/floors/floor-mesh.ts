import { KeptMeshes, samePlace, type FinerPlace, type Mesh, type Region, type RegionInput } from '../../mesh';
import {
  panelPlane,
  panelZones,
  zoneOffset,
  edgesOf,
  fromPlane,
  inPlane,
  meshedPanels,
  offPlane,
  usualSize,
  type Finding,
  type Model,
  type Panel,
  type PanelZone,
  type Plane,
  type Vector,
} from '../../model';
import { isInside, isOnEdge, type Point2, type Polygon } from '../../plane';
import { idleLines } from './floor-findings';
import { meshFindings } from './mesh-findings';
import { memberFaces, type Face } from './member-faces';
import { Places } from './places';

/** The mesh of one slab or wall, or of a zone of it that has a thickness of its own; its nodes numbered with the structure's. */
export interface PanelMesh {
  readonly panel: Panel;
  readonly zone: PanelZone;
  /** how far the nodes lie over the middle of the thickness, m */
  readonly offset: number;
  readonly plane: Plane;
  readonly mesh: Mesh;
  /** number of each node of the mesh in the structure */
  readonly nodes: Int32Array;
}

/** Slabs and walls of a model as meshed: what is joined to them is so by place. */
export interface FloorMesh {
  readonly panels: readonly PanelMesh[];
  /** places of nodes that are none of the model's, m; numbered from `firstInner` on */
  readonly inner: readonly Vector[];
  /** where members are cut: shares of the line between their nodes, ascending, and the node there */
  readonly cuts: ReadonlyMap<string, readonly { readonly share: number; readonly node: number }[]>;
  /** nodes along each line support, its ends included, with the length each stands for, m */
  readonly lines: ReadonlyMap<string, readonly { readonly node: number; readonly length: number }[]>;
  /** nodes of meshes that a member's end joins over its depth, with the number of its node */
  readonly faces: readonly { readonly master: number; readonly nodes: readonly number[] }[];
  /** what spoils the meshes, and where they came out poor */
  readonly findings: readonly Finding[];
}

/** Meshes follow from their input alone, so one store serves all models: stiffness sets, modes and comparisons mesh nothing anew. */
const keptMeshes = new KeptMeshes();

/** What lies this near to a panel's plane lies in it, m. */
const inThePlane = 5e-3;

interface Drawn {
  readonly panel: Panel;
  readonly zone: PanelZone;
  readonly plane: Plane;
  readonly outline: Polygon;
  readonly openings: readonly Polygon[];
  readonly box: readonly [low: Vector, high: Vector];
}

/**
 * Meshes all slabs and walls that are analysed, so that they share nodes with one another, with members, columns and supports wherever these touch them.
 * @param numberOf   numbers of the model's nodes that take part
 * @param firstInner number of the first node that is none of the model's
 */
export function floorMesh(
  model: Model,
  numberOf: ReadonlyMap<string, number>,
  firstInner: number,
): { floors: FloorMesh } | { findings: Finding[] } {
  const drawn: Drawn[] = [];
  const findings: Finding[] = [];
  for (const panel of meshedPanels(model)) {
    const made = drawnOf(model, panel);
    if ('finding' in made) findings.push(made.finding);
    else drawn.push(...made.zones);
  }
  if (findings.length > 0) return { findings };
  const places = new Places();
  for (const [id, number] of numberOf) places.put(model.nodes[id].position, number);
  const faces = memberFaces(
    model,
    drawn.map((one) => ({ plane: one.plane, covers: (at) => covers(one, at) })),
  );
  const inputs = drawn.map((one) => inputOf(model, one, drawn, faces, numberOf));
  // what others make of a shared line must be met by all: corners and crossings of one are points of the other
  const regions = shareVertices(drawn, inputs, faces);
  const inner: Vector[] = [];
  const panels: PanelMesh[] = [];
  drawn.forEach((one, p) => {
    const region = regions[p];
    const spatial = region.xs.map((x, i) => fromPlane(one.plane, [x, region.ys[i]]));
    const mesh = keptMeshes.meshOf(region, (edge) => {
      const { a, b } = region.edges[edge];
      const middle = spatial[a].map((value, k) => (value + spatial[b][k]) / 2) as unknown as Vector;
      // who was meshed before has divided this edge already
      if (!panels.some((_, before) => covers(drawn[before], middle))) return undefined;
      return places.between(spatial[a], spatial[b]).map(({ share }) => share);
    });
    const nodes = Int32Array.from(mesh.xs, (x, i) => {
      const at = fromPlane(one.plane, [x, mesh.ys[i]]);
      const shared = i < mesh.inside;
      const known = shared ? places.at(at) : undefined;
      if (known !== undefined) return known;
      const number = firstInner + inner.length;
      inner.push(at);
      if (shared) places.put(at, number);
      return number;
    });
    panels.push({
      panel: one.panel,
      zone: one.zone,
      offset: zoneOffset(one.panel, one.zone),
      plane: one.plane,
      mesh,
      nodes,
    });
  });
  const lines = linesOf(model, panels, places);
  return {
    floors: {
      panels,
      inner,
      cuts: cutsOf(model, numberOf, panels, places),
      lines,
      faces: facesOf(faces, numberOf, panels, places),
      findings: [
        // zones of one panel share edges, and what spoils them
        ...new Map(
          panels.flatMap((one, p) => meshFindings(model, one, regions[p])).map((finding) => [finding.key, finding]),
        ).values(),
        ...idleLines(
          model,
          [...lines].flatMap(([id, nodes]) => (nodes.length < 2 ? [id] : [])),
        ),
      ],
    },
  };
}

/** The zones of a panel, or what forbids to mesh it. */
function drawnOf(model: Model, panel: Panel): { zones: Drawn[] } | { finding: Finding } {
  const noun = panel.id.startsWith('w') ? 'wall' : 'slab';
  const place = { nodes: [...panel.corners] };
  const stop = (rule: string, sentence: string, why: string) => ({
    finding: { key: `${rule} ${panel.id}`, rule, severity: 'stop' as const, sentence, why, place },
  });
  const plane = panelPlane(model, panel);
  const name = panel.label ?? panel.id;
  if (!plane)
    return stop(
      'panel-flat',
      `The corners of ${noun} ${name} lie on one line.`,
      'Move a corner, or delete the outline.',
    );
  const rings = [panel.corners, ...(panel.openings ?? [])];
  const off = rings
    .flat()
    .map((id) => ({ id, by: Math.abs(offPlane(plane, model.nodes[id].position)) }))
    .sort((a, b) => b.by - a.by)[0];
  if (off.by > 0.02)
    return stop(
      'panel-warped',
      `Corner ${off.id} of ${noun} ${name} lies ${(1000 * off.by).toFixed(0)} mm off the plane of its outline.`,
      'A meshed panel is plane. Move the corner into the plane, or divide the outline along a fold.',
    );
  if (panel.material === null)
    return stop(
      'panel-material',
      `${noun === 'wall' ? 'Wall' : 'Slab'} ${name} is analysed and has no material.`,
      'Give it one, or let it carry loads to its edges only.',
    );
  return {
    zones: panelZones(model, panel, plane).map((zone): Drawn => {
      const points = zone.outline.map((point) => fromPlane(plane, point));
      const extreme = (pick: (...values: number[]) => number) =>
        [0, 1, 2].map((k) => pick(...points.map((point) => point[k]))) as unknown as Vector;
      return {
        panel,
        zone,
        plane,
        outline: zone.outline,
        openings: zone.openings,
        box: [extreme(Math.min), extreme(Math.max)],
      };
    }),
  };
}

/** Whether a place lies in a panel, its edges included. */
function covers(one: Drawn, at: Vector): boolean {
  const [low, high] = one.box;
  for (let k = 0; k < 3; k++) if (at[k] < low[k] - inThePlane || at[k] > high[k] + inThePlane) return false;
  if (Math.abs(offPlane(one.plane, at)) > inThePlane) return false;
  const point = inPlane(one.plane, at);
  if (!isInside(one.outline, point) && !isOnEdge(one.outline, point, 2 * samePlace)) return false;
  return !one.openings.some((opening) => isInside(opening, point) && !isOnEdge(opening, point, 2 * samePlace));
}

/** Everything a panel's mesh must meet: members and other panels in its plane, nodes in it, and lines where other panels cross it. */
function inputOf(
  model: Model,
  one: Drawn,
  all: readonly Drawn[],
  faces: readonly Face[],
  numberOf: ReadonlyMap<string, number>,
): RegionInput {
  const { plane, outline, openings, box } = one;
  const near = (a: Vector, b: Vector) =>
    [0, 1, 2].every(
      (k) => Math.min(a[k], b[k]) <= box[1][k] + inThePlane && Math.max(a[k], b[k]) >= box[0][k] - inThePlane,
    );
  const lies = (at: Vector) => Math.abs(offPlane(plane, at)) <= inThePlane;
  const flat = (at: Vector): Point2 => inPlane(plane, at);
  const lines: Point2[][] = [];
  const line = (a: Vector, b: Vector) => {
    if (near(a, b) && lies(a) && lies(b)) lines.push([flat(a), flat(b)]);
  };
  for (const { start, end } of Object.values(model.members))
    line(model.nodes[start].position, model.nodes[end].position);
  for (const { start, end } of Object.values(model.lineSupports))
    line(model.nodes[start].position, model.nodes[end].position);
  for (const { from, to } of faces) line(from, to);
  for (const other of all) {
    if (other === one) continue;
    for (const ring of [other.outline, ...other.openings])
      for (const [a, b] of edgesOf(ring)) line(fromPlane(other.plane, a), fromPlane(other.plane, b));
    lines.push(...crossings(one, other));
  }
  const points = [...numberOf.keys()].flatMap((id) => {
    const at = model.nodes[id].position;
    return near(at, at) && lies(at) && covers(one, at) ? [flat(at)] : [];
  });
  return { outline, openings, lines: lines.filter((part) => meets(one, part)), points };
}

/** Whether a line has anything to do with a panel: an end or its middle lies in it, or it crosses an edge. */
function meets({ outline }: Drawn, [a, b]: readonly Point2[]): boolean {
  const [left, right] = [Math.min(a[0], b[0]), Math.max(a[0], b[0])];
  const [low, high] = [Math.min(a[1], b[1]), Math.max(a[1], b[1])];
  return (
    outline.some(([x]) => x >= left - samePlace) &&
    outline.some(([x]) => x <= right + samePlace) &&
    outline.some(([, y]) => y >= low - samePlace) &&
    outline.some(([, y]) => y <= high + samePlace)
  );
}

/** Where another panel passes through this one: parts of the line of both planes that lie in both outlines. */
function crossings(one: Drawn, other: Drawn): Point2[][] {
  const { normal: n } = one.plane;
  const { normal: m } = other.plane;
  const direction: Vector = [n[1] * m[2] - n[2] * m[1], n[2] * m[0] - n[0] * m[2], n[0] * m[1] - n[1] * m[0]];
  const size = Math.hypot(...direction);
  if (size < 1e-6) return [];
  for (let k = 0; k < 3; k++)
    if (one.box[0][k] > other.box[1][k] + inThePlane || other.box[0][k] > one.box[1][k] + inThePlane) return [];
  const along = direction.map((value) => value / size) as unknown as Vector;
  const [p, q] = [dotOf(n, one.plane.origin), dotOf(m, other.plane.origin)];
  // the point of both planes nearest to the origin
  const base = [0, 1, 2].map((k) => {
    const [a, b] = [crossOf(m, direction)[k], crossOf(direction, n)[k]];
    return (p * a + q * b) / (size * size);
  }) as unknown as Vector;
  const spans = overlapping(spansOf(one, base, along), spansOf(other, base, along));
  return spans.map(([from, to]) =>
    [from, to].map((t) => inPlane(one.plane, [0, 1, 2].map((k) => base[k] + t * along[k]) as unknown as Vector)),
  );
}

const dotOf = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const crossOf = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/** The parts of a line that run inside a panel's outline, as spans of its parameter, m. */
function spansOf({ plane, outline }: Drawn, base: Vector, along: Vector): [number, number][] {
  const [x, y] = inPlane(plane, base);
  const [dx, dy] = [dotOf(along, plane.u), dotOf(along, plane.v)];
  const stops: number[] = [];
  outline.forEach((a, i) => {
    const b = outline[(i + 1) % outline.length];
    const [p, q] = [dx * (a[1] - y) - dy * (a[0] - x), dx * (b[1] - y) - dy * (b[0] - x)];
    if (p > 0 === q > 0) return;
    const share = p / (p - q);
    stops.push((a[0] + share * (b[0] - a[0]) - x) * dx + (a[1] + share * (b[1] - a[1]) - y) * dy);
  });
  stops.sort((a, b) => a - b);
  const spans: [number, number][] = [];
  for (let i = 0; i + 1 < stops.length; i += 2) spans.push([stops[i], stops[i + 1]]);
  return spans;
}

function overlapping(a: readonly [number, number][], b: readonly [number, number][]): [number, number][] {
  return a.flatMap(([from, to]) =>
    b.flatMap(([start, end]): [number, number][] => {
      const [low, high] = [Math.max(from, start), Math.min(to, end)];
      return high - low > samePlace ? [[low, high]] : [];
    }),
  );
}

/** Whether the boxes about two panels touch. */
const meetInSpace = ({ box: [low, high] }: Drawn, { box: [otherLow, otherHigh] }: Drawn): boolean =>
  [0, 1, 2].every((k) => low[k] <= otherHigh[k] + 2 * inThePlane && otherLow[k] <= high[k] + 2 * inThePlane);

/** Regions in which every vertex of another that lies in a panel is one of its own too. */
function shareVertices(drawn: readonly Drawn[], inputs: readonly RegionInput[], faces: readonly Face[]): Region[] {
  let regions = drawn.map((one, p) =>
    keptMeshes.regionOf(inputs[p], one.panel.meshSize ?? usualSize, finerOf(inputs[p], one, faces)),
  );
  for (let round = 0; round < 2; round++) {
    const added = drawn.map((one, p) => {
      const own = new Places();
      regions[p].xs.forEach((x, i) => own.put(fromPlane(one.plane, [x, regions[p].ys[i]]), i));
      return drawn.flatMap((other, o) =>
        o === p || !meetInSpace(one, other)
          ? []
          : regions[o].xs.flatMap((x, i): Point2[] => {
              const at = fromPlane(other.plane, [x, regions[o].ys[i]]);
              return covers(one, at) && own.at(at) === undefined ? [inPlane(one.plane, at)] : [];
            }),
      );
    });
    if (added.every((list) => list.length === 0)) break;
    regions = drawn.map((one, p) => {
      if (added[p].length === 0) return regions[p];
      const input = { ...regions[p].input, points: [...regions[p].input.points, ...added[p]] };
      return keptMeshes.regionOf(input, one.panel.meshSize ?? usualSize, finerOf(input, one, faces));
    });
  }
  return regions;
}

/** Places about which a panel's mesh is finer: single nodes inside a slab that carry or hold it, to half the size; the ends of members' faces in a wall, to a quarter of the face. */
const finerOf = ({ outline, points }: RegionInput, { panel, plane }: Drawn, faces: readonly Face[]): FinerPlace[] => {
  const size = panel.meshSize ?? usualSize;
  const atFaces = faces.flatMap(({ from, to }): FinerPlace[] => {
    if (Math.abs(offPlane(plane, from)) > inThePlane || Math.abs(offPlane(plane, to)) > inThePlane) return [];
    const long = Math.hypot(...from.map((part, k) => to[k] - part));
    return [from, to].map((at) => {
      const [x, y] = inPlane(plane, at);
      return { x, y, size: Math.min(size, Math.max(long / 4, 0.05)), radius: long / 2 };
    });
  });
  return panel.id.startsWith('w')
    ? atFaces
    : points
        .filter((point) => !isOnEdge(outline, point, 2 * samePlace))
        .map(([x, y]) => ({ x, y, size: size / 2, radius: size / 2 }));
};

/** Where members in meshed planes are cut: at every node of a mesh on their line. */
function cutsOf(
  model: Model,
  numberOf: ReadonlyMap<string, number>,
  panels: readonly PanelMesh[],
  places: Places,
): FloorMesh['cuts'] {
  const used = usedNodes(panels);
  const cuts = new Map<string, { share: number; node: number }[]>();
  for (const member of Object.values(model.members)) {
    const [a, b] = [model.nodes[member.start].position, model.nodes[member.end].position];
    const ends = [numberOf.get(member.start), numberOf.get(member.end)];
    const found = places
      .between(a, b)
      .filter(({ number }) => used.has(number) && !ends.includes(number))
      .map(({ share, number }) => ({ share, node: number }));
    if (found.length > 0) cuts.set(member.id, found);
  }
  return cuts;
}

const usedNodes = (panels: readonly PanelMesh[]): ReadonlySet<number> =>
  new Set(panels.flatMap(({ mesh, nodes }) => Array.from(mesh.corners, (corner) => nodes[corner])));

/** Nodes of meshes on the faces of members that end in walls. */
function facesOf(
  faces: readonly Face[],
  numberOf: ReadonlyMap<string, number>,
  panels: readonly PanelMesh[],
  places: Places,
): FloorMesh['faces'] {
  if (faces.length === 0) return [];
  const used = usedNodes(panels);
  return faces.flatMap(({ node, from, to }) => {
    const master = numberOf.get(node);
    if (master === undefined) return [];
    const on = [places.at(from), ...places.between(from, to).map(({ number }) => number), places.at(to)];
    return [{ master, nodes: on.filter((one): one is number => one !== undefined && one !== master && used.has(one)) }];
  });
}

/** Nodes of meshes along line supports. */
function linesOf(model: Model, panels: readonly PanelMesh[], places: Places): FloorMesh['lines'] {
  const used = usedNodes(panels);
  return new Map(
    Object.values(model.lineSupports).map(({ id, start, end }) => {
      const [a, b] = [model.nodes[start].position, model.nodes[end].position];
      const length = Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2]);
      const ends = [a, b].map((at, i) => ({ share: i, number: places.at(at) }));
      const stops = [ends[0], ...places.between(a, b), ends[1]].flatMap(({ share, number }) =>
        number !== undefined && used.has(number) ? [{ share, number }] : [],
      );
      return [
        id,
        stops.map(({ share, number }, i) => ({
          node: number,
          length: (length * ((stops[i + 1]?.share ?? share) - (stops[i - 1]?.share ?? share))) / 2,
        })),
      ] as const;
    }),
  );
}

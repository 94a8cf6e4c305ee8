import { goodAngles, qualityOf, shapeOf, spoilersOf, type Region, type Spoiler } from '../../mesh';
import { dot, fromPlane, subtract, type Finding, type Mend, type Model, type Vector } from '../../model';
import { count, formatQuantity } from '../../units';
import type { PanelMesh } from './floor-mesh';

/** Nodes of the model this near to a place stand there, m. */
const near = 2e-3;
/** Of each panel so many spoilers are told one by one. */
const mostTold = 6;
/** Angles beyond these give moments that mean little there, rad. */
const veryPoor = [(15 * Math.PI) / 180, (165 * Math.PI) / 180] as const;

/** What spoils the mesh of a panel, each with its place and a mend where there is one; and how many elements came out poor where nothing explains it. */
export function meshFindings(model: Model, { panel, zone, plane, mesh }: PanelMesh, region: Region): Finding[] {
  const name = `${panel.id.startsWith('w') ? 'wall' : 'slab'} ${panel.label ?? panel.id}`;
  const { units } = model.settings;
  const placeOf = (vertex: number): Vector => fromPlane(plane, [region.xs[vertex], region.ys[vertex]]);
  const nodeAt = (vertex: number): string | undefined => {
    const at = placeOf(vertex);
    return Object.values(model.nodes).find(
      ({ position }) => Math.hypot(position[0] - at[0], position[1] - at[1], position[2] - at[2]) < near,
    )?.id;
  };
  const words = (vertex: number) =>
    nodeAt(vertex) ??
    `(${placeOf(vertex)
      .map((value) => formatQuantity(value, 'length', units, 2))
      .join(', ')})`;
  // lines go on beyond the outline: only what the mesh meets spoils it
  const met = new Set(mesh.corners);
  const spoilers = spoilersOf(region).filter(({ vertices }) => vertices.every((vertex) => met.has(vertex)));
  const told = spoilers.slice(0, mostTold).map((one): Finding => {
    const nodes = one.vertices.flatMap((vertex) => nodeAt(vertex) ?? []);
    const [first, second, third] = one.vertices;
    const long = formatQuantity(one.measure, 'sectionLength', units, 0);
    const dear = costOf(
      mesh,
      one.vertices.map((vertex) => [region.xs[vertex], region.ys[vertex]]),
      region.size,
    );
    const mends = mendsOf(model, panel, one, one.vertices.map(nodeAt), one.vertices.map(placeOf));
    return {
      key: `mesh-${one.kind} ${panel.id} ${one.vertices.map((vertex) => words(vertex)).join(' ')}`,
      rule: `mesh-${one.kind}`,
      severity: 'remark',
      sentence: `${
        one.kind === 'short'
          ? `In ${name} the places ${words(first)} and ${words(second)} are ${long} apart`
          : one.kind === 'beside'
            ? `In ${name} ${words(first)} lies ${long} beside the line from ${words(second)} to ${words(third)}`
            : `In ${name} two edges meet at ${words(first)} at ${formatQuantity(one.measure, 'angle', units, 0)}`
      }${dear > leastCost ? `, which costs about ${count(dear, 'element')}` : ''}.`,
      why: why[one.kind],
      place: { nodes: nodes.length > 0 ? nodes : [...panel.corners], panel: panel.id },
      ...mends,
    };
  });
  return [...told, ...poorFinding(name, panel.corners, zone.part, spoilers, told.length, mesh)];
}

/** Fewer elements more than wished are not worth a word. */
const leastCost = 3;

/** How many elements more than their area asks for lie about some places. @param size wished, m */
function costOf(mesh: PanelMesh['mesh'], places: readonly (readonly [number, number])[], size: number): number {
  const { xs, ys, start, corners } = mesh;
  let [elements, area] = [0, 0];
  for (let e = 0; e + 1 < start.length; e++) {
    const about = corners.subarray(start[e], start[e + 1]);
    const x = about.reduce((sum, node) => sum + xs[node], 0) / about.length;
    const y = about.reduce((sum, node) => sum + ys[node], 0) / about.length;
    if (!places.some(([px, py]) => Math.hypot(x - px, y - py) < 1.5 * size)) continue;
    elements++;
    area += shapeOf(xs, ys, mesh, e).area;
  }
  return Math.max(0, Math.round(elements - area / size ** 2));
}

/** What would mend a place that spoils the mesh, the likeliest first. @param at nodes at its vertices, where there are @param places of the vertices, m */
function mendsOf(
  model: Model,
  panel: PanelMesh['panel'],
  { kind, measure }: Spoiler,
  at: readonly (string | undefined)[],
  places: readonly Vector[],
): Pick<Finding, 'mend' | 'others'> {
  const of = { table: panel.id.startsWith('w') ? ('walls' as const) : ('slabs' as const), id: panel.id };
  const openings = panel.openings ?? [];
  const openingOf = (node: string | undefined) =>
    openings.findIndex((ring) => node !== undefined && ring.includes(node));
  const nodes = at.filter((node): node is string => node !== undefined);
  const mends: Mend[] = [];
  const [first, second] = at;
  // a strip between two openings goes with them; a corner that only shapes the outline is the least loss
  const between = [...new Set(nodes.map(openingOf))].filter((opening) => opening >= 0);
  if (kind !== 'sharp' && between.length > 1)
    mends.push({ label: 'Merge the openings', plan: { kind: 'merge openings', panel: of, gap: 1.01 * measure } });
  if (kind === 'short' && nodes.length === 2)
    mends.push({ label: 'Merge both', plan: { kind: 'merge', nodes, tolerance: 1.01 * measure } });
  if (kind === 'beside' && first !== undefined) {
    const [point, a, b] = places;
    const line = subtract(b, a);
    const share = dot(subtract(point, a), line) / dot(line, line);
    const onto = a.map((part, i) => part + share * line[i]) as [number, number, number];
    mends.push({
      label: `Move ${first} onto the line`,
      act: {
        edits: [{ kind: 'change', table: 'nodes', changes: [{ id: first, fields: { position: onto } }] }],
        sentence: `Moved ${first} onto a line of ${panel.id}`,
      },
    });
  }
  for (const node of kind === 'short' ? [first, second] : [first])
    if (node !== undefined && isCornerOnly(model, panel, node))
      mends.push({ label: `Take corner ${node} out`, plan: { kind: 'drop corners', panel: of, nodes: [node] } });
  // what stands on a place is not moved without a choice: the edge may be what is wrong
  const chosen = kind === 'beside' && between.length < 2 && (first === undefined || !isCornerOnly(model, panel, first));
  const [mend, ...others] = mends;
  if (chosen) return mends.length > 0 ? { others: mends } : {};
  return { ...(mend ? { mend } : {}), ...(others.length > 0 ? { others } : {}) };
}

/** Whether a node shapes a ring of the panel that has corners to spare, and nothing stands on it. */
function isCornerOnly(model: Model, { corners, openings = [] }: PanelMesh['panel'], node: string): boolean {
  const spare = [corners, ...openings].some((ring) => ring.includes(node) && ring.length > 3);
  return (
    spare &&
    !model.nodes[node].support &&
    !Object.values(model.members).some(({ start, end }) => start === node || end === node) &&
    !Object.values(model.lineSupports).some(({ start, end }) => start === node || end === node)
  );
}

const why: Readonly<Record<Spoiler['kind'], string>> = {
  short: 'The mesh must follow both: elements there are small and long. Merge the places if they were meant to be one.',
  beside:
    'The mesh must follow both: elements between them are thin. Move the place onto the line if it was meant to lie there.',
  sharp: 'Elements in a sharp corner are poor; moments just there mean little.',
};

function poorFinding(
  name: string,
  corners: readonly string[],
  part: string | undefined,
  spoilers: readonly Spoiler[],
  told: number,
  mesh: PanelMesh['mesh'],
): Finding[] {
  const { poor, elements } = qualityOf(mesh.xs, mesh.ys, mesh);
  const bad = poor.filter((e) => {
    const { least, most } = shapeOf(mesh.xs, mesh.ys, mesh, e);
    return least < veryPoor[0] || most > veryPoor[1];
  });
  const untold = spoilers.length - told;
  if (bad.length === 0 && untold === 0) return [];
  return [
    {
      key: `mesh-poor ${corners.join(' ')}${part === undefined ? '' : ` ${part}`}`,
      rule: 'mesh-poor',
      severity: 'remark',
      sentence: `${count(bad.length, 'element')} of ${elements} of ${name} ${bad.length === 1 ? 'has' : 'have'} angles below 15° or above 165°${untold > 0 ? `; ${count(untold, 'other place')} spoil its mesh` : ''}.`,
      why: `Good ones keep between ${Math.round((goodAngles[0] * 180) / Math.PI)}° and ${Math.round((goodAngles[1] * 180) / Math.PI)}°. Movements and sums are right all the same; moments and shear at these places are not to be trusted. See the elements in “Drawn”.`,
      place: { nodes: [...corners] },
    },
  ];
}

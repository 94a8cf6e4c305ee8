import { goodAngles, qualityOf, shapeOf, spoilersOf, type Region, type Spoiler } from '../../mesh';
import { fromPlane, type Finding, type Model, type Vector } from '../../model';
import { count, formatQuantity } from '../../units';
import type { PanelMesh } from './floor-mesh';

/** Nodes of the model this near to a place stand there, m. */
const near = 2e-3;
/** Of each panel so many spoilers are told one by one. */
const mostTold = 6;
/** Angles beyond these give moments that mean little there, rad. */
const veryPoor = [(15 * Math.PI) / 180, (165 * Math.PI) / 180] as const;

/** What spoils the mesh of a panel, each with its place and a mend where there is one; and how many elements came out poor where nothing explains it. */
export function meshFindings(model: Model, { panel, plane, mesh }: PanelMesh, region: Region): Finding[] {
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
    return {
      key: `mesh-${one.kind} ${panel.id} ${one.vertices.map((vertex) => words(vertex)).join(' ')}`,
      rule: `mesh-${one.kind}`,
      severity: 'remark',
      sentence:
        one.kind === 'short'
          ? `In ${name} the places ${words(first)} and ${words(second)} are ${long} apart.`
          : one.kind === 'beside'
            ? `In ${name} ${words(first)} lies ${long} beside the line from ${words(second)} to ${words(third)}.`
            : `In ${name} two edges meet at ${words(first)} at ${formatQuantity(one.measure, 'angle', units, 0)}.`,
      why: why[one.kind],
      place: { nodes: nodes.length > 0 ? nodes : [...panel.corners] },
      ...(one.kind === 'short' && nodes.length === 2
        ? { mend: { label: 'Merge both', plan: { kind: 'merge' as const, nodes, tolerance: 1.01 * one.measure } } }
        : {}),
    };
  });
  return [...told, ...poorFinding(name, panel.corners, spoilers, told.length, mesh)];
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
      key: `mesh-poor ${corners.join(' ')}`,
      rule: 'mesh-poor',
      severity: 'remark',
      sentence: `${count(bad.length, 'element')} of ${elements} of ${name} ${bad.length === 1 ? 'has' : 'have'} angles below 15° or above 165°${untold > 0 ? `; ${count(untold, 'other place')} spoil its mesh` : ''}.`,
      why: `Good ones keep between ${Math.round((goodAngles[0] * 180) / Math.PI)}° and ${Math.round((goodAngles[1] * 180) / Math.PI)}°. Movements and sums are right all the same; moments and shear at these places are not to be trusted. See the elements in “Drawn”.`,
      place: { nodes: [...corners] },
    },
  ];
}

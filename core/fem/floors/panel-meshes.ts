import { inOrder, type Model } from '../../model';
import { qualityOf } from '../../mesh';
import { floorMesh, type PanelMesh } from './floor-mesh';

/** The mesh of a slab or wall as it is drawn, without an analysis. */
export interface MeshPicture {
  /** places of the mesh's nodes in the panel's plane, m */
  readonly xs: Float64Array;
  readonly ys: Float64Array;
  /** corners of element e: from start[e] to start[e + 1] */
  readonly start: Int32Array;
  readonly corners: Int32Array;
  readonly plane: PanelMesh['plane'];
  readonly elements: number;
  /** smallest angle of all elements, rad */
  readonly least: number;
}

/** The mesh a slab or wall of a model would get. Undefined where it is not meshed, or cannot be. */
export function panelMesh(model: Model, id: string): MeshPicture | undefined {
  const numberOf = new Map(inOrder(model.nodes).map((node, i) => [node.id, i]));
  const meshed = floorMesh(model, numberOf, numberOf.size);
  if ('findings' in meshed) return undefined;
  const one = meshed.floors.panels.find(({ panel }) => panel.id === id);
  if (!one) return undefined;
  const { xs, ys, start, corners } = one.mesh;
  const { elements, least } = qualityOf(xs, ys, one.mesh);
  return { xs, ys, start, corners, plane: one.plane, elements, least };
}

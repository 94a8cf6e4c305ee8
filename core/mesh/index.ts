export {
  arrange,
  samePlace,
  type ArrangedEdge,
  type Arrangement,
  type EdgeOrigin,
  type RegionInput,
} from './arrangement';
export { KeptMeshes } from './kept-meshes';
export { meshRegion, proposedDivision, regionOf, type Mesh, type Region } from './mesh-region';
export { goodAngles, goodAspect, qualityOf, shapeOf, type MeshQuality, type Shape } from './quality';
export type { FinerPlace } from './size-field';
export { spoilersOf, type Spoiler } from './spoilers';

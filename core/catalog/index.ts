export type * from './section-shape';
export { sectionProperties } from './section-properties';
export { webOf, type Web } from './web';
export { impossibleShape } from './impossible-shape';
export { contoursOf } from './section-contours';
export { catalogueShapes, doubled, findCatalogueShape, searchCatalogueShapes } from './catalogue';
export { searchByLimits, speaksOfLimits, type LimitSearch } from './limit-search';
export type { CatalogueShape } from './catalogue-shape';
export type { Contours, Point } from './polygon-integrals';
export {
  catalogueMaterials,
  findBar,
  findMaterial,
  localMaterialName,
  reinforcingBars,
  reinforcingSteels,
  type CatalogueMaterial,
  type MaterialProperties,
  type ReinforcingBar,
  type ReinforcingSteel,
} from './materials';
export { likelyMaterialKind, materialKindOf } from './shape-material';

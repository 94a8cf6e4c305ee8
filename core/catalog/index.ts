export type { CircleShape, IShape, RectangleShape, SectionProperties, SectionShape } from './section-shape';
export { sectionProperties } from './section-properties';
export { catalogueShapes, findCatalogueShape, searchCatalogueShapes, type CatalogueShape } from './i-shapes';
export {
  catalogueMaterials, findBar, findMaterial, reinforcingBars, reinforcingSteels,
  type CatalogueMaterial, type MaterialProperties, type ReinforcingBar, type ReinforcingSteel,
} from './materials';

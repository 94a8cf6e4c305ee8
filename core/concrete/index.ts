export {
  barStress,
  crackedState,
  grossSection,
  heightOf,
  uncracked,
  type ElasticModuli,
  type ElasticState,
  type TransformedSection,
} from './elastic';
export {
  barAt,
  crushingAt,
  compressed,
  directionAt,
  sectionAt,
  type BarAtStrength,
  type ConcretePart,
  type ReinforcedSection,
  type SectionAtStrength,
  type SectionBar,
  type SectionForces,
  type SectionLaws,
} from './section';
export { strengthAbout, strengthTowards, timesInto, type StrengthFound } from './strength';

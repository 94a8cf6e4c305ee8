export {
  kinds,
  ownUnitChoices,
  prettyUnit,
  showIn,
  unitLabel,
  unitSize,
  withUnits,
  type OwnKind,
  type OwnUnits,
  type QuantityKind,
  type UnitSystem,
} from './quantity';
export { count, formatCell, formatInput, formatNumber, formatQuantity, formatSignificant, formatValue } from './format';
export { parseQuantity, parseSpacings, type Parsed } from './parse';
export { doubtOf, positionInOtherUnit, positionMeant } from './doubt';

export {
  area,
  barArea,
  elasticity,
  force,
  inertia,
  length,
  modulus,
  moment,
  plain,
  pressure,
  sectionLength,
  Sheet,
  speed,
  stress,
  unitWeight,
  warping,
  type Comparison,
  type Quantity,
  type Step,
} from './sheet';
export { evaluate as evaluateExpression } from './evaluate';
export { calculate, type Calculation } from './calculate';
export { parseExpression, setStep, stepToTex, symbolToTex, type SetStep } from './typeset';

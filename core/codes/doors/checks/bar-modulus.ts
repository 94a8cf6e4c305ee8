import { reinforcingSteels } from '../../../catalog';
import type { ConcreteRules } from '../../../model';

/** Modulus of elasticity of the bars of design rules, Pa: of their steel, 200 GPa where that is none of the catalogue's. */
export const barModulus = ({ steel }: ConcreteRules): number =>
  reinforcingSteels.find(({ name }) => name === steel)?.elasticModulus ?? 200e9;

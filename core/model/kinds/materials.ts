import { z } from 'zod';
import { kind } from './kind';
import { label, idOf } from '../schema-base';

/** Ids of materials: `t12`. */
export const materialId = idOf('t', 'material');

/** A steel or a concrete: moduli and strengths Pa, density kg/m³, expansion 1/K. */
export const material = z.strictObject({
  id: materialId,
  name: label,
  kind: z.enum(['steel', 'concrete']),
  standard: z.string().max(120),
  elasticModulus: z.number().positive().describe('Pa'),
  poissonRatio: z.number().min(0).max(0.499),
  density: z.number().nonnegative().describe('kg/m³'),
  expansion: z.number().nonnegative().describe('coefficient of thermal expansion, 1/K'),
  yieldStress: z.number().positive().optional().describe('steel: yield stress, Pa'),
  tensileStrength: z.number().positive().optional().describe('steel: tensile strength, Pa'),
  concreteStrength: z.number().positive().optional().describe('concrete: specified cylinder strength, Pa'),
});

/** What is done with materials by declaration. */
export const materialKind = kind({
  prefix: 't',
  noun: 'material',
  schema: material,
  refers: [],
});

/** One of `material`, as it stands in a model. */
export type Material = z.infer<typeof material>;

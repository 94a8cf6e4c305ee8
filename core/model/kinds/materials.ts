import { z } from 'zod';
import { kind } from './kind';
import { label, idOf } from '../schema-base';

export const materialId = idOf('t', 'material');

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

export const materialKind = kind({
  prefix: 't',
  noun: 'material',
  schema: material,
  refers: [],
});

export type Material = z.infer<typeof material>;

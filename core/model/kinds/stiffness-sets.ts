import { z } from 'zod';
import { kind } from './kind';
import { label, idOf } from '../schema-base';

/** Ids of stiffness sets: `k12`. */
export const stiffnessSetId = idOf('k', 'stiffness set');

const factor = z.number().positive().max(100);

/** Factors on the stiffness of members. */
export const factors = z.strictObject({
  area: factor.optional(),
  inertiaY: factor.optional().describe('about local y'),
  inertiaZ: factor.optional().describe('about local z'),
  torsion: factor.optional(),
  shearY: factor.optional(),
  shearZ: factor.optional(),
});

/** Factors on the stiffness of slabs and walls that are analysed: along the bars and across them. */
export const panelSetFactors = z.strictObject({
  bendingX: factor.optional(),
  bendingY: factor.optional(),
  membraneX: factor.optional(),
  membraneY: factor.optional(),
});

/** Factors on the stiffness of members, by material and role, for one purpose: cracked concrete, or the reduced stiffness of a stability analysis. */
export const stiffnessSet = z.strictObject({
  id: stiffnessSetId,
  label,
  source: z.string().max(120).describe('the clause the factors come from'),
  rules: z
    .array(
      z.strictObject({
        material: z.enum(['steel', 'concrete', 'any']),
        role: z.enum(['column', 'beam', 'brace', 'any']),
        factors,
      }),
    )
    .describe('the first rule that fits a member counts'),
  panels: z
    .array(z.strictObject({ of: z.enum(['slabs', 'walls', 'any']), factors: panelSetFactors }))
    .optional()
    .describe(
      'of slabs and walls, on top of their own factors; the first rule that fits counts; left out: they keep their own',
    ),
});

/** What is done with stiffness sets by declaration. */
export const stiffnessSetKind = kind({
  prefix: 'k',
  noun: 'stiffness set',
  schema: stiffnessSet,
  refers: [],
});

/** One of `factors`, as it stands in a model. */
export type StiffnessFactors = z.infer<typeof factors>;
/** One of `stiffnessSet`, as it stands in a model. */
export type StiffnessSet = z.infer<typeof stiffnessSet>;

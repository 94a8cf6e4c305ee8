import { z } from 'zod';
import { panel } from './panel';
import { kind } from './kind';
import { idOf, soilModulus } from '../schema-base';

/** Ids of slabs: `b12`. */
export const slabId = idOf('b', 'slab');

/** A slab: an outline in one plane, with openings; analysed as its behaviour says. */
export const slab = z.strictObject({
  id: slabId,
  ...panel,
  soil: z
    .strictObject({
      across: soilModulus.describe('modulus of subgrade reaction along the slab’s normal, N/m³'),
      along: z
        .number()
        .nonnegative()
        .max(1e12)
        .optional()
        .describe('the same against sliding in its plane, both ways, N/m³; left out: 0'),
      pushes: z.boolean().describe('whether it only pushes: the slab lifts off where it would pull'),
      dugOut: z
        .number()
        .nonnegative()
        .max(1e8)
        .optional()
        .describe('weight of what was dug out above its underside, N/m²; left out: 0'),
    })
    .optional()
    .describe('soil below the slab, where it is analysed; left out: none'),
});

/** What is done with slabs by declaration. */
export const slabKind = kind({
  prefix: 'b',
  noun: 'slab',
  schema: slab,
  refers: [
    { at: 'corners[]', to: 'nodes', whenGone: 'outline' },
    { at: 'openings[][]', to: 'nodes', whenGone: 'outline' },
    { at: 'ignoredOpenings[][]', to: 'nodes', whenGone: 'outline' },
    { at: 'material', to: 'materials', whenGone: 'clears' },
  ],
  lies: { with: 'level', one: 'same nodes' },
});

/** One of `slab`, as it stands in a model. */
export type Slab = z.infer<typeof slab>;

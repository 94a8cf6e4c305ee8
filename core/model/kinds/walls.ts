import { z } from 'zod';
import { designRulesId } from './design-rules';
import { panel } from './panel';
import { kind } from './kind';
import { storeyId } from './storeys';
import { wallBars } from './wall-bars';
import { idOf, label } from '../schema-base';

/** Ids of walls: `w12`. */
export const wallId = idOf('w', 'wall');

/** A wall: an outline in one plane, with openings; analysed as its behaviour says. */
export const wall = z.strictObject({
  id: wallId,
  ...panel,
  dividedFrom: z
    .number()
    .min(0)
    .max(1000)
    .optional()
    .describe(
      'openings of this height and more divide it into piers, m; left out: a quarter of the height of their storey',
    ),
  partNames: z
    .array(
      z.strictObject({
        part: z.enum(['pier', 'beam']),
        number: z.number().int().min(1).max(1000).describe('counted along the wall, the way x or y grows'),
        storey: storeyId.optional().describe('left out: in every storey'),
        name: label,
      }),
    )
    .max(1000)
    .optional()
    .describe('names of its piers and coupling beams; left out: the wall’s with their number'),
  rules: designRulesId.optional().describe('what it is designed by; left out: the rules of the project'),
  bars: wallBars.optional(),
});

/** What is done with walls by declaration. */
export const wallKind = kind({
  prefix: 'w',
  noun: 'wall',
  schema: wall,
  refers: [
    { at: 'corners[]', to: 'nodes', whenGone: 'outline' },
    { at: 'openings[][]', to: 'nodes', whenGone: 'outline' },
    { at: 'ignoredOpenings[][]', to: 'nodes', whenGone: 'outline' },
    { at: 'material', to: 'materials', whenGone: 'clears' },
    { at: 'partNames[].storey', to: 'storeys', whenGone: 'leaves' },
    { at: 'rules', to: 'designRules', whenGone: 'clears' },
  ],
  lies: { with: 'rising', one: 'same nodes' },
});

/** One of `wall`, as it stands in a model. */
export type Wall = z.infer<typeof wall>;

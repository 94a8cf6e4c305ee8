import { z } from 'zod';
import { panel } from './panel';
import { kind } from './kind';
import { idOf } from '../schema-base';

/** Ids of slabs: `b12`. */
export const slabId = idOf('b', 'slab');

/** A slab: an outline in one plane, with openings; analysed as its behaviour says. */
export const slab = z.strictObject({ id: slabId, ...panel });

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

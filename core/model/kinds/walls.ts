import { z } from 'zod';
import { panel } from './panel';
import { kind } from './kind';
import { idOf } from '../schema-base';

/** Ids of walls: `w12`. */
export const wallId = idOf('w', 'wall');

/** A wall: an outline in one plane, with openings; analysed as its behaviour says. */
export const wall = z.strictObject({ id: wallId, ...panel });

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
  ],
  lies: { with: 'rising', one: 'same nodes' },
});

/** One of `wall`, as it stands in a model. */
export type Wall = z.infer<typeof wall>;

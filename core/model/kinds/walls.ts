import { z } from 'zod';
import { panel } from './panel';
import { kind } from './kind';
import { idOf } from '../schema-base';

export const wallId = idOf('w', 'wall');

export const wall = z.strictObject({ id: wallId, ...panel });

export const wallKind = kind({
  prefix: 'w',
  noun: 'wall',
  schema: wall,
  refers: [
    { at: 'corners[]', to: 'nodes', whenGone: 'outline' },
    { at: 'openings[][]', to: 'nodes', whenGone: 'outline' },
    { at: 'material', to: 'materials', whenGone: 'clears' },
  ],
  lies: { with: 'rising', one: 'same nodes' },
});

export type Wall = z.infer<typeof wall>;

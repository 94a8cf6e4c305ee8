import { z } from 'zod';
import { nodeId, sixStiffnesses, support } from './nodes';
import { kind } from './kind';
import { label, idOf } from '../schema-base';

/** Ids of line supports: `j12`. */
export const lineSupportId = idOf('j', 'line support');

/** An edge of a slab that is held along its length, fully or by springs. */
export const lineSupport = z.strictObject({
  id: lineSupportId,
  label: label.optional(),
  start: nodeId,
  end: nodeId,
  support,
  springs: z
    .strictObject(sixStiffnesses)
    .optional()
    .describe(
      'springs to the ground in global directions, per metre of the line: N/m², and N·m/rad a metre; where the line is held they have no effect',
    ),
  pushes: z
    .literal(true)
    .optional()
    .describe('its spring along z only pushes up: the slab lifts off where it would pull; left out: it does both'),
});

/** What is done with line supports by declaration. */
export const lineSupportKind = kind({
  prefix: 'j',
  noun: 'line support',
  schema: lineSupport,
  refers: [
    { at: 'start', to: 'nodes', whenGone: 'goes' },
    { at: 'end', to: 'nodes', whenGone: 'goes' },
  ],
  lies: { with: 'level', one: 'same nodes' },
});

/** One of `lineSupport`, as it stands in a model. */
export type LineSupport = z.infer<typeof lineSupport>;

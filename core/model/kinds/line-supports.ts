import { z } from 'zod';
import { nodeId, support } from './nodes';
import { kind } from './kind';
import { label, idOf } from '../schema-base';

/** Ids of line supports: `j12`. */
export const lineSupportId = idOf('j', 'line support');

/** An edge of a slab that is held along its length. */
export const lineSupport = z.strictObject({
  id: lineSupportId,
  label: label.optional(),
  start: nodeId,
  end: nodeId,
  support,
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

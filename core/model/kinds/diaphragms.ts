import { z } from 'zod';
import { nodeId } from './nodes';
import { kind } from './kind';
import { label, idOf } from '../schema-base';

/** Ids of diaphragms: `d12`. */
export const diaphragmId = idOf('d', 'diaphragm');

/** Nodes that move as one rigid body in their horizontal plane. */
export const diaphragm = z.strictObject({
  id: diaphragmId,
  label,
  nodes: z.array(nodeId).describe('nodes at one height'),
  stiffness: z
    .enum(['rigid', 'semiRigid'])
    .optional()
    .describe(
      'left out: rigid. semiRigid: the slab’s own stiffness ties them, which is nothing until slabs are analysed',
    ),
});

/** What is done with diaphragms by declaration. */
export const diaphragmKind = kind({
  prefix: 'd',
  noun: 'diaphragm',
  schema: diaphragm,
  refers: [{ at: 'nodes[]', to: 'nodes', whenGone: 'leaves' }],
  lies: { with: 'level', one: 'any node', named: true },
});

/** One of `diaphragm`, as it stands in a model. */
export type Diaphragm = z.infer<typeof diaphragm>;

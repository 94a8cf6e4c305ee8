import { z } from 'zod';
import { nodeId } from './nodes';
import { kind } from './kind';
import { farthest, positiveLength, idOf } from '../schema-base';

/** Ids of column heads: `o12`. */
export const columnHeadId = idOf('o', 'column head');

/** The head of a column in a meshed slab: a widening below it, or, without depth, the column's real size, within which the slab is as rigid as the column. */
export const columnHead = z.strictObject({
  id: columnHeadId,
  node: nodeId,
  widthX: positiveLength.describe('m'),
  widthY: positiveLength.describe('m'),
  depth: z
    .number()
    .nonnegative()
    .max(farthest)
    .describe('below the slab, m; 0: the column’s real size, rigid in bending'),
});

/** What is done with column heads by declaration. */
export const columnHeadKind = kind({
  prefix: 'o',
  noun: 'column head',
  schema: columnHead,
  refers: [{ at: 'node', to: 'nodes', whenGone: 'goes' }],
  lies: { with: 'level', one: 'same nodes' },
});

/** One of `columnHead`, as it stands in a model. */
export type ColumnHead = z.infer<typeof columnHead>;

import { z } from 'zod';
import { nodeId } from './nodes';
import { kind } from './kind';
import { positiveLength, idOf } from '../schema-base';

/** Ids of column heads: `o12`. */
export const columnHeadId = idOf('o', 'column head');

/** A widening of a column below its slab. */
export const columnHead = z.strictObject({
  id: columnHeadId,
  node: nodeId,
  widthX: positiveLength.describe('m'),
  widthY: positiveLength.describe('m'),
  depth: positiveLength.describe('below the slab, m'),
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

import { z } from 'zod';
import { nodeId } from './nodes';
import { kind } from './kind';
import { positiveLength, idOf } from '../schema-base';

export const columnHeadId = idOf('o', 'column head');

/** A widening of a column below its slab. */
export const columnHead = z.strictObject({
  id: columnHeadId,
  node: nodeId,
  widthX: positiveLength.describe('m'),
  widthY: positiveLength.describe('m'),
  depth: positiveLength.describe('below the slab, m'),
});

export const columnHeadKind = kind({
  prefix: 'o',
  noun: 'column head',
  schema: columnHead,
  refers: [{ at: 'node', to: 'nodes', whenGone: 'goes' }],
  lies: { with: 'level', one: 'same nodes' },
});

export type ColumnHead = z.infer<typeof columnHead>;

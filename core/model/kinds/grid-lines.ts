import { z } from 'zod';
import { kind } from './kind';
import { coordinate, label, idOf } from '../schema-base';

/** Ids of grid lines: `g12`. */
export const gridLineId = idOf('g', 'grid line');

/** A line of the plan at a constant x or y, m. */
export const gridLine = z.strictObject({
  id: gridLineId,
  label: label.describe('what stands in the grid bubble'),
  axis: z.enum(['x', 'y']).describe('the coordinate that is constant on the line'),
  position: coordinate.describe('that coordinate, m'),
  from: coordinate
    .optional()
    .describe('where the line begins along the other coordinate, m; left out: at the edge of the drawing'),
  to: coordinate.optional().describe('where it ends, m'),
});

/** What is done with grid lines by declaration. */
export const gridLineKind = kind({
  prefix: 'g',
  noun: 'grid line',
  schema: gridLine,
  refers: [],
});

/** One of `gridLine`, as it stands in a model. */
export type GridLine = z.infer<typeof gridLine>;

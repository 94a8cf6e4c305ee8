import { z } from 'zod';
import { kind } from './kind';
import { coordinate, label, idOf } from '../schema-base';

export const gridLineId = idOf('g', 'grid line');

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

export const gridLineKind = kind({
  prefix: 'g',
  noun: 'grid line',
  schema: gridLine,
  refers: [],
});

export type GridLine = z.infer<typeof gridLine>;

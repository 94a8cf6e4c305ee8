import { z } from 'zod';
import { nodeId } from './nodes';
import { kind } from './kind';
import { coordinate, idOf, label, positiveLength, soilModulus } from '../schema-base';

/** Ids of thick parts: `i12`. */
export const thickPartId = idOf('i', 'thick part');

/** A part of a meshed slab with a thickness and level of its own: a drop panel, a strip, a sunken part. It belongs to the slab in whose plane its corners lie. */
export const thickPart = z.strictObject({
  id: thickPartId,
  label: label.optional(),
  corners: z.array(nodeId).min(3).describe('corners in order, in the plane of the slab'),
  thickness: positiveLength.describe('m'),
  top: coordinate.optional().describe('of its top over that of the slab, m; left out: 0, the part hangs below'),
  soil: soilModulus
    .optional()
    .describe('modulus of subgrade reaction below it, where the slab lies on soil, N/m³; left out: that of the slab'),
});

/** What is done with thick parts by declaration. */
export const thickPartKind = kind({
  prefix: 'i',
  noun: 'thick part',
  schema: thickPart,
  refers: [{ at: 'corners[]', to: 'nodes', whenGone: 'outline' }],
  lies: { with: 'level', one: 'same nodes' },
});

/** One of `thickPart`, as it stands in a model. */
export type ThickPart = z.infer<typeof thickPart>;

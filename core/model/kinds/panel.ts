import { z } from 'zod';
import { materialId } from './materials';
import { nodeId } from './nodes';
import { positiveLength, label } from '../schema-base';

const corners = z.array(nodeId).min(3).describe('corners in order');

/** Fields that slabs and walls have in common. */
export const panel = {
  label: label.optional(),
  corners,
  openings: z.array(corners).optional(),
  thickness: positiveLength.describe('m'),
  material: materialId.nullable(),
};

/** What slabs and walls have in common. */
export interface Panel {
  readonly id: string;
  readonly label?: string | undefined;
  readonly corners: readonly string[];
  readonly openings?: readonly (readonly string[])[] | undefined;
  /** m */
  readonly thickness: number;
  readonly material: string | null;
}

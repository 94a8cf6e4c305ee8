import { z } from 'zod';
import { kind } from './kind';
import { label, point, idOf } from '../schema-base';

/** Ids of cuts: `y12`. */
export const cutId = idOf('y', 'cut');

/** A line across slabs or walls through which forces are asked for; it carries nothing. It cuts every meshed slab and wall in whose plane both its ends lie. */
export const cut = z.strictObject({
  id: cutId,
  label: label.optional(),
  from: point,
  to: point,
  members: z
    .literal(true)
    .optional()
    .describe('with the members it crosses in that plane: beams in or below the slab; left out: without them'),
});

/** What is done with cuts by declaration. */
export const cutKind = kind({
  prefix: 'y',
  noun: 'cut',
  schema: cut,
  refers: [],
  lies: { with: 'place', places: ['from', 'to'] },
});

/** One of `cut`, as it stands in a model. */
export type Cut = z.infer<typeof cut>;

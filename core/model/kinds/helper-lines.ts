import { z } from 'zod';
import { kind } from './kind';
import { label, point, idOf } from '../schema-base';

/** Ids of helper lines: `x12`. */
export const helperLineId = idOf('x', 'helper line');

/** A line to draw along; it carries nothing. */
export const helperLine = z.strictObject({ id: helperLineId, label: label.optional(), start: point, end: point });

/** What is done with helper lines by declaration. */
export const helperLineKind = kind({
  prefix: 'x',
  noun: 'helper line',
  schema: helperLine,
  refers: [],
  lies: { with: 'place', places: ['start', 'end'] },
});

/** One of `helperLine`, as it stands in a model. */
export type HelperLine = z.infer<typeof helperLine>;

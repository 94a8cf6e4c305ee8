import { z } from 'zod';
import { kind } from './kind';
import { label, point, idOf } from '../schema-base';

/** Ids of working planes: `p12`. */
export const planeId = idOf('p', 'working plane');

/** A plane to work in, through three points. */
export const workingPlane = z.strictObject({
  id: planeId,
  label,
  points: z
    .tuple([point, point, point])
    .describe('the first is the origin, the second lies along the plane’s u direction'),
});

/** What is done with working planes by declaration. */
export const planeKind = kind({
  prefix: 'p',
  noun: 'working plane',
  schema: workingPlane,
  refers: [],
});

/** One of `workingPlane`, as it stands in a model. */
export type WorkingPlane = z.infer<typeof workingPlane>;

import { z } from 'zod';
import { kind } from './kind';
import { label, point, idOf } from '../schema-base';

export const planeId = idOf('p', 'working plane');

/** A plane to work in, through three points. */
export const workingPlane = z.strictObject({
  id: planeId,
  label,
  points: z
    .tuple([point, point, point])
    .describe('the first is the origin, the second lies along the plane’s u direction'),
});

export const planeKind = kind({
  prefix: 'p',
  noun: 'working plane',
  schema: workingPlane,
  refers: [],
});

export type WorkingPlane = z.infer<typeof workingPlane>;

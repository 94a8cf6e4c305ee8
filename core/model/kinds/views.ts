import { z } from 'zod';
import { gridLineId } from './grid-lines';
import { memberId } from './members';
import { planeId } from './planes';
import { storeyId } from './storeys';
import { kind } from './kind';
import { label, point, idOf } from '../schema-base';

/** Ids of saved views: `v12`. */
export const viewId = idOf('v', 'saved view');

/** What was looked at, under a name: plane, eye, and what is hidden or alone in view. */
export const savedView = z.strictObject({
  id: viewId,
  label,
  plane: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('3d') }),
    z.strictObject({ kind: z.literal('plan'), storey: storeyId }),
    z.strictObject({ kind: z.literal('elevation'), gridLine: gridLineId }),
    z.strictObject({ kind: z.literal('plane'), plane: planeId }),
  ]),
  camera: z
    .strictObject({
      target: point,
      azimuth: z.number().describe('rad'),
      elevation: z.number().describe('rad'),
      distance: z.number().positive().describe('m'),
      parallel: z.boolean(),
    })
    .nullable(),
  form: z.enum(['line', 'solid', 'axes']),
  isolated: z.array(memberId).nullable(),
  hidden: z.array(memberId),
});

/** What is done with saved views by declaration. */
export const viewKind = kind({
  prefix: 'v',
  noun: 'saved view',
  schema: savedView,
  refers: [
    { at: 'plane.storey', to: 'storeys', whenGone: 'goes' },
    { at: 'plane.gridLine', to: 'gridLines', whenGone: 'goes' },
    { at: 'plane.plane', to: 'planes', whenGone: 'goes' },
    { at: 'isolated[]', to: 'members', whenGone: 'leaves' },
    { at: 'hidden[]', to: 'members', whenGone: 'leaves' },
  ],
});

/** One of `savedView`, as it stands in a model. */
export type SavedView = z.infer<typeof savedView>;

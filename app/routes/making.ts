import { guarded } from '../server/guarded';
import { makings } from '../server/services';
import type { Route } from './+types/making';

/** How far a document is that was asked for with `Elbow-Making: key`; null when it is not being made (any more). */
export const loader = guarded(({ params }: Route.LoaderArgs) =>
  Response.json({ phase: makings().phase(params.key) ?? null }),
);

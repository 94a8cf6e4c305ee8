import { z } from 'zod';
import { runSummary } from '../store/run-summary';
import { guarded } from '../server/guarded';
import { projectOr404, readJson, variantOr404 } from '../server/requests';
import { projects } from '../server/services';
import { whenFree } from '../store/storage-trouble';
import type { Route } from './+types/run';

const body = z.strictObject({ revision: z.number().int().positive(), summary: runSummary });

/** Keeps what the browser's solve of a revision came to. An older revision than the head is not kept, and that is no error. */
export const action = guarded(async ({ request, params }: Route.ActionArgs) => {
  projectOr404(params.projectId);
  const variant = variantOr404(request, params.projectId);
  const { revision, summary } = await readJson(request, body);
  return Response.json({
    kept: await whenFree(() => projects().keepRun(params.projectId, revision, summary, variant)),
  });
});

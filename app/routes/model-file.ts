import { documents } from '../server/documents';
import { guarded } from '../server/guarded';
import { projectOr404, revisionOr404 } from '../server/requests';
import type { Route } from './+types/model-file';

/** A project as a model file: the head of a variant, or any revision named by ?revision=. */
export const loader = guarded(async ({ request, params }: Route.LoaderArgs) => {
  const { projectId } = params;
  const name = projectOr404(projectId);
  const text = await documents('model', { projectId, revision: revisionOr404(request, projectId) }, request.signal);
  return new Response(text as Uint8Array<ArrayBuffer>, {
    headers: {
      'Content-Type': 'application/json; charset=utf-8',
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name.replace(/[^\p{L}\p{N} ,.-]/gu, '_'))}.json`,
    },
  });
});

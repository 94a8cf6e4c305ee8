import { data } from 'react-router';
import { guarded } from '../server/guarded';
import { projectOr404 } from '../server/requests';
import { recordedRuns } from '../server/services';
import type { Route } from './+types/run-results';

/** What a kept run came to: its findings and checks and the list of its blocks; with ?kind= and ?case= the bytes of one block. */
export const loader = guarded(({ request, params }: Route.LoaderArgs) => {
  projectOr404(params.projectId);
  const run = recordedRuns().get(params.projectId, Number(params.runId));
  if (!run) throw data('This run is not there any more.', { status: 404 });
  const search = new URL(request.url).searchParams;
  const kind = search.get('kind');
  if (kind === null) return Response.json({ run, ...recordedRuns().outcome(run.id)! });
  const block = recordedRuns().packedBlock(run.id, kind, search.get('case') ?? '');
  if (!block) throw data(`Run ${run.id} has no block ${kind} ${search.get('case') ?? ''}.`, { status: 404 });
  return new Response(new Uint8Array(block), {
    headers: {
      'Content-Type': 'application/octet-stream',
      'Content-Encoding': 'gzip',
      'X-Content-Type-Options': 'nosniff',
      'Cache-Control': 'private, max-age=31536000, immutable',
    },
  });
});

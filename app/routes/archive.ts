import { guarded } from '../server/guarded';
import { madeFor } from '../server/made-for';
import { keyOf, projectOr404, readBytes } from '../server/requests';
import { projects } from '../server/services';
import { whenFree } from '../store/storage-trouble';
import type { Route } from './+types/archive';

/** Archives above this are not taken in here, bytes. */
const largestArchive = 500e6;

/** One project, or all, with history, variants, watches, kept runs and accepted findings, as a zip. */
export const loader = guarded(async ({ request, params }: Route.LoaderArgs) => {
  const { projectId } = params as { projectId?: string };
  const name = projectId === undefined ? 'All projects' : projectOr404(projectId);
  const bytes = await madeFor(request, 'archive', {
    projectIds: projectId === undefined ? projects().ids() : [projectId],
  });
  return new Response(bytes as Uint8Array<ArrayBuffer>, {
    headers: {
      'Content-Type': 'application/zip',
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name.replace(/[^\p{L}\p{N} ,.-]/gu, '_'))}.elbow.zip`,
    },
  });
});

/** Takes an archive in: its projects become new ones, all or none. */
export const action = guarded(async ({ request }: Route.ActionArgs) => {
  const key = keyOf(request);
  const bytes = await readBytes(request, largestArchive, 'The archive is');
  const read = await madeFor(request, 'readArchive', { bytes });
  if (!read.ok) return Response.json({ problems: read.problems }, { status: 422 });
  const { answer } = await whenFree(() =>
    projects().answered.once('archive', key, () => ({ ids: projects().takeIn(read.projects) })),
  );
  return Response.json(answer);
});

import { guarded } from '../server/guarded';
import { madeFor } from '../server/made-for';
import { keyOf, largestBody, readBytes } from '../server/requests';
import { projects } from '../server/services';
import { whenFree } from '../store/storage-trouble';
import type { Route } from './+types/import';

/** Makes a project of a model file sent as the body. */
export const action = guarded(async ({ request }: Route.ActionArgs) => {
  const key = keyOf(request);
  const text = await readBytes(request, largestBody, 'The file is');
  const read = await madeFor(request, 'import', { text });
  if (!read.ok) return Response.json({ problems: read.problems }, { status: 422 });
  const { answer } = await whenFree(() =>
    projects().answered.once('import', key, () => ({
      id: projects().createPacked(read.model, 'Imported from a file'),
    })),
  );
  return Response.json(answer);
});

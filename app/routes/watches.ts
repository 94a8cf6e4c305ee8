import { guarded } from '../server/guarded';
import { keyOf, projectOr404, readJson } from '../server/requests';
import { projects } from '../server/services';
import { whenFree } from '../store/storage-trouble';
import { watchChange } from '../store/watches';
import type { Route } from './+types/watches';

/** Adds a watched quantity to a project, or takes one off. */
export const action = guarded(async ({ request, params }: Route.ActionArgs) => {
  projectOr404(params.projectId);
  const change = await readJson(request, watchChange);
  const { answer } = await whenFree(() =>
    projects().answered.once(`watch of ${params.projectId}`, keyOf(request), () =>
      projects().watches.change(params.projectId, change),
    ),
  );
  return Response.json({ watches: answer });
});

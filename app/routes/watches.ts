import { projectOr404, readJson } from '../server/requests';
import { projects } from '../server/services';
import { watchChange } from '../server/watches';
import type { Route } from './+types/watches';

/** Adds a watched quantity to a project, or takes one off. */
export async function action({ request, params }: Route.ActionArgs) {
  projectOr404(params.projectId);
  return Response.json({ watches: projects().watches.change(params.projectId, await readJson(request, watchChange)) });
}

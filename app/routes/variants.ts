import { readJson, projectOr404 } from '../server/requests';
import { projects } from '../server/services';
import { variantChange } from '../server/variants';
import type { Route } from './+types/variants';

/** The branches of a project's model, those in the bin too. */
export function loader({ params }: Route.LoaderArgs) {
  projectOr404(params.projectId);
  return Response.json({ variants: projects().variants.list(params.projectId) });
}

/** Branches, renames, bins or restores one; refused (422) with the reason when it cannot be. */
export async function action({ request, params }: Route.ActionArgs) {
  projectOr404(params.projectId);
  const answer = projects().variants.change(params.projectId, await readJson(request, variantChange));
  return Response.json({ ...answer, variants: projects().variants.list(params.projectId) }, { status: answer.ok ? 200 : 422 });
}

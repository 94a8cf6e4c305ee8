import { guarded } from '../server/guarded';
import { keyOf, projectOr404, readJson } from '../server/requests';
import { projects } from '../server/services';
import { whenFree } from '../store/storage-trouble';
import { variantChange } from '../store/variants';
import type { Route } from './+types/variants';

/** The branches of a project's model, those in the bin too. */
export const loader = guarded(({ params }: Route.LoaderArgs) => {
  projectOr404(params.projectId);
  return Response.json({ variants: projects().variants.list(params.projectId) });
});

/** Branches, renames, bins or restores one; refused (422) with the reason when it cannot be. */
export const action = guarded(async ({ request, params }: Route.ActionArgs) => {
  projectOr404(params.projectId);
  const change = await readJson(request, variantChange);
  const { answer } = await whenFree(() =>
    projects().answered.once(`variant of ${params.projectId}`, keyOf(request), () =>
      projects().variants.change(params.projectId, change),
    ),
  );
  return Response.json(
    { ...answer, variants: projects().variants.list(params.projectId) },
    { status: answer.ok ? 200 : 422 },
  );
});

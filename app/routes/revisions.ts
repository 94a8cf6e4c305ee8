import { z } from 'zod';
import { act } from '~core/model';
import { guarded } from '../server/guarded';
import { makerOf, projectOr404, readJson, variantOr404 } from '../server/requests';
import { projects } from '../server/services';
import { whenFree } from '../store/storage-trouble';
import type { Route } from './+types/revisions';

const all = z.boolean().optional();
const change = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('edit'), act }),
  z.strictObject({ kind: z.literal('undo'), all }),
  z.strictObject({ kind: z.literal('redo'), all }),
]);
const body = z.strictObject({ base: z.number().int().positive(), change });

/** What others did since a revision. */
export const loader = guarded(({ request, params }: Route.LoaderArgs) => {
  projectOr404(params.projectId);
  const since = Number(new URL(request.url).searchParams.get('since'));
  const variant = variantOr404(request, params.projectId);
  if (!Number.isInteger(since) || since < 0)
    return Response.json({ error: 'The address needs ?since= with the number of a revision.' }, { status: 400 });
  return Response.json({ steps: projects().revisions.since(params.projectId, since, variant) });
});

/** Appends a revision, or says why not: somebody was first (409 with what they did), or the edit cannot be carried out (422). */
export const action = guarded(async ({ request, params }: Route.ActionArgs) => {
  projectOr404(params.projectId);
  const variant = variantOr404(request, params.projectId);
  const { base, change: wanted } = await readJson(request, body);
  const maker = makerOf(request, variant);
  const appended = await whenFree(() => projects().revisions.append(params.projectId, base, wanted, variant, maker));
  return Response.json(appended, {
    status: appended.status === 'done' ? 200 : appended.status === 'behind' ? 409 : 422,
  });
});

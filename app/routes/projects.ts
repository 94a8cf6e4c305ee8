import { data } from 'react-router';
import { z } from 'zod';
import { settings } from '~core/model';
import { guarded } from '../server/guarded';
import { newProject } from '../store/projects';
import { keyOf, readJson } from '../server/requests';
import { projects } from '../server/services';
import { whenFree } from '../store/storage-trouble';
import type { Route } from './+types/projects';

const id = z.string().max(40);
const change = z.discriminatedUnion('kind', [
  newProject.extend({ kind: z.literal('create') }),
  z.strictObject({ kind: z.literal('duplicate'), id }),
  z.strictObject({ kind: z.literal('rename'), id, name: settings.shape.name }),
  z.strictObject({ kind: z.literal('bin'), id }),
  z.strictObject({ kind: z.literal('restore'), id }),
  z.strictObject({ kind: z.literal('erase'), id }),
]);
type Answer = { id: string } | { error: string };

/** Makes, copies, renames, bins, restores a project, or deletes one that is in the bin for good. */
export const action = guarded(async ({ request }: Route.ActionArgs) => {
  const wanted = await readJson(request, change);
  const { answer } = await whenFree(() => projects().answered.once('project', keyOf(request), () => carryOut(wanted)));
  return Response.json(answer, { status: 'error' in answer ? 422 : 200 });
});

function carryOut(wanted: z.infer<typeof change>): Answer {
  if (wanted.kind === 'create') {
    const { kind: _kind, ...choice } = wanted;
    return { id: projects().createEmpty(choice) };
  }
  const binned = projects().isBinned(wanted.id);
  if (binned === undefined) throw data(`There is no project “${wanted.id}”; nothing was changed.`, { status: 404 });
  if (wanted.kind === 'duplicate') return { id: projects().duplicate(wanted.id)! };
  if (wanted.kind === 'rename') {
    const head = projects().revisions.head(wanted.id)!;
    const renamed = projects().revisions.append(wanted.id, head.revisionId, {
      kind: 'edit',
      act: { edits: [{ kind: 'settings.change', fields: { name: wanted.name } }] },
    });
    return renamed.status === 'refused' ? { error: renamed.error } : { id: wanted.id };
  }
  if (wanted.kind === 'erase')
    return projects().erase(wanted.id)
      ? { id: wanted.id }
      : { error: 'Only a project in the bin can be deleted for good. Bin it first.' };
  projects().setBinned(wanted.id, wanted.kind === 'bin');
  return { id: wanted.id };
}

import { writeModelFile } from '~core/exchange';
import { projectOr404 } from '../server/requests';
import { projects } from '../server/services';
import type { Route } from './+types/model-file';

/** The head of a project as a model file. */
export function loader({ params }: Route.LoaderArgs) {
  projectOr404(params.projectId);
  const { model } = projects().revisions.open(params.projectId)!;
  const name = model.settings.name.replace(/[^\p{L}\p{N} ,.-]/gu, '_');
  return new Response(writeModelFile(model), {
    headers: { 'Content-Type': 'application/json; charset=utf-8', 'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}.json`, 'X-Content-Type-Options': 'nosniff' },
  });
}

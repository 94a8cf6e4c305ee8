import { writeModelFile } from '~core/exchange';
import { modelOr404, projectOr404 } from '../server/requests';
import type { Route } from './+types/model-file';

/** A project as a model file: the head of a variant, or any revision named by ?revision=. */
export function loader({ request, params }: Route.LoaderArgs) {
  projectOr404(params.projectId);
  const model = modelOr404(request, params.projectId);
  const name = model.settings.name.replace(/[^\p{L}\p{N} ,.-]/gu, '_');
  return new Response(writeModelFile(model), {
    headers: { 'Content-Type': 'application/json; charset=utf-8', 'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}.json`, 'X-Content-Type-Options': 'nosniff' },
  });
}

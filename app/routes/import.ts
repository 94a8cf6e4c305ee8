import { readModelFile } from '~core/exchange';
import { readText } from '../server/requests';
import { projects } from '../server/services';
import type { Route } from './+types/import';

/** Makes a project of a model file sent as the body. */
export async function action({ request }: Route.ActionArgs) {
  const read = readModelFile(await readText(request));
  if (!read.ok) return Response.json({ problems: read.problems }, { status: 422 });
  return Response.json({ id: projects().create(read.model, 'Imported from a file') });
}

import type { DocumentKind, OutcomeOf, TaskOf } from '../jobs/documents';
import { documents, NotMade } from './documents';
import { namedBy, windowOf } from './requests';
import { makings } from './services';

/**
 * Makes a document for a request: its phases are told under the key of its `Elbow-Making` header, it ends when nobody waits for it any more,
 * and one window has only so many made at a time.
 * @throws NotMade when it is too much, takes too long or was cancelled
 */
export async function madeFor<K extends DocumentKind>(
  request: Request,
  kind: K,
  task: TaskOf<K>,
): Promise<OutcomeOf<K>> {
  const asker = windowOf(request);
  if (!makings().mayBegin(asker))
    throw new NotMade(
      429,
      'This window has several documents in the making already. Wait for one of them, or cancel it.',
    );
  const { tell, end } = makings().begin(namedBy(request, 'Elbow-Making'), asker);
  try {
    return await documents(kind, task, request.signal, tell);
  } finally {
    end();
  }
}

import { data } from 'react-router';
import { guarded } from '../server/guarded';
import { makerOf, projectOr404, variantOr404 } from '../server/requests';
import type { RevisionStep } from '../store/revisions';
import { projects, windows } from '../server/services';
import type { Route } from './+types/changes';

/** Something is sent at least this often, ms, so that a line that is cut is noticed. */
const pulse = 20_000;

function windowOf(request: Request): string {
  const id = new URL(request.url).searchParams.get('window') ?? '';
  if (!/^[\w-]{8,80}$/.test(id)) throw data('The address needs ?window= with the name of a window.', { status: 400 });
  return id;
}

/** A line that stays open (server-sent events): the variant's new revisions as they are stored, and the windows that have it open. */
export const loader = guarded(({ request, params }: Route.LoaderArgs) => {
  const { projectId } = params;
  projectOr404(projectId);
  const variant = variantOr404(request, projectId) ?? projects().revisions.head(projectId)!.variantId;
  const id = windowOf(request);
  const search = new URL(request.url).searchParams;
  let known = Number(request.headers.get('Last-Event-ID') ?? search.get('since') ?? 0);
  if (!Number.isInteger(known) || known < 0)
    throw data('The address needs ?since= with the number of a revision.', { status: 400 });
  const encoder = new TextEncoder();
  let end = () => undefined as void;
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const say = (event: string, value: unknown, eventId?: number) =>
        controller.enqueue(
          encoder.encode(
            `${eventId === undefined ? '' : `id: ${eventId}\n`}event: ${event}\ndata: ${JSON.stringify(value)}\n\n`,
          ),
        );
      const tellSteps = (steps: readonly RevisionStep[]) => {
        const fresh = steps.filter((step) => step.id > known);
        if (fresh.length === 0) return;
        const base = known;
        known = fresh[fresh.length - 1].id;
        say('steps', { base, steps: fresh }, known);
      };
      const unfollow = projects().revisions.follow((project, changed, steps) => {
        if (project === projectId && changed === variant) tellSteps(steps);
      });
      const away = windows().come(variant, id, () => say('windows', windows().open(variant)));
      const beat = setInterval(() => controller.enqueue(encoder.encode(': still here\n\n')), pulse);
      end = () => {
        clearInterval(beat);
        unfollow();
        away();
        end = () => undefined;
      };
      tellSteps(projects().revisions.since(projectId, known, variant));
      request.signal.addEventListener('abort', () => {
        end();
        try {
          controller.close();
        } catch {
          // the other end closed it first
        }
      });
    },
    cancel: () => end(),
  });
  return new Response(stream, {
    headers: { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-cache, no-transform' },
  });
});

/** A window says goodbye. */
export const action = guarded(({ request, params }: Route.ActionArgs) => {
  projectOr404(params.projectId);
  const variant = variantOr404(request, params.projectId) ?? projects().revisions.head(params.projectId)!.variantId;
  makerOf(request, variant);
  windows().leave(variant, windowOf(request));
  return Response.json({ left: true });
});

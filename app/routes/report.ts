import { data } from 'react-router';
import { z } from 'zod';
import { reportChapters, reportChoice, type ReportChoice } from '~core/report';
import { guarded } from '../server/guarded';
import { madeFor } from '../server/made-for';
import { projectOr404, revisionOr404, variantOr404 } from '../server/requests';
import { projects } from '../server/services';
import type { Route } from './+types/report';

const list = (text: string | null) => text?.split(',').filter((part) => part !== '');

/** What a report's address asks for. @throws a 400 response that says what is wrong with it */
function choiceOf(request: Request): ReportChoice {
  const search = new URL(request.url).searchParams;
  let json: (name: string) => unknown;
  try {
    const parsed = Object.fromEntries(
      ['results', 'views'].map((name) => [
        name,
        search.has(name) ? (JSON.parse(search.get(name)!) as unknown) : undefined,
      ]),
    );
    json = (name) => parsed[name];
  } catch {
    throw data('The report cannot be made: its views or results are not written as JSON.', { status: 400 });
  }
  const raw = {
    chapters: list(search.get('chapters')) ?? [...reportChapters],
    members: list(search.get('members')) ?? [],
    detail: search.get('detail') ?? undefined,
    worst: search.has('worst') ? Number(search.get('worst')) : undefined,
    results: json('results'),
    views: json('views'),
  };
  const parsed = reportChoice.safeParse(
    Object.fromEntries(Object.entries(raw).filter(([, value]) => value !== undefined)),
  );
  if (!parsed.success) throw data(`The report cannot be made: ${z.prettifyError(parsed.error)}`, { status: 400 });
  return parsed.data;
}

const types = {
  pdf: 'application/pdf',
  json: 'application/json; charset=utf-8',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
} as const;

/** The report of a variant's head: as PDF, its content as JSON for the preview, or its tables as XLSX, by the address's ending. Made in a thread of its own, which ends when nobody waits any more. */
export const loader = guarded(async ({ request, params }: Route.LoaderArgs) => {
  const { projectId } = params;
  const title = projectOr404(projectId);
  const choice = choiceOf(request);
  const variant = variantOr404(request, projectId);
  const revision = revisionOr404(request, projectId);
  const { variants, revisions } = projects();
  const { variantId } = revisions.head(projectId, variant)!;
  const all = variants.list(projectId).filter((one) => one.id === variantId || one.binnedAt === null);
  const [own] = all.filter((one) => one.id === variantId);
  const name = all.length > 1 ? `${own.name}, revision ${own.revisions}` : `Revision ${own.revisions}`;
  const ending = new URL(request.url).pathname.split('.').at(-1) as keyof typeof types;
  const made = await madeFor(request, 'report', { projectId, revision, choice, name, ending });
  if (!made.ok) throw data(made.error, { status: 409 });
  const disposition: Record<string, string> =
    ending === 'json'
      ? {}
      : {
          'Content-Disposition': `${ending === 'pdf' ? 'inline' : 'attachment'}; filename*=UTF-8''${encodeURIComponent(title)}.${ending}`,
        };
  return new Response(made.bytes as Uint8Array<ArrayBuffer>, {
    headers: { 'Content-Type': types[ending], ...disposition },
  });
});

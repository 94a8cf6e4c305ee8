import { data } from 'react-router';
import { z } from 'zod';
import { reportChapters } from '~core/report';
import { projectOr404 } from '../server/requests';
import { projects } from '../server/services';
import type { Route } from './+types/report';

const list = z.string().transform((text) => text.split(',').filter((part) => part !== ''));
const query = z.object({ chapters: list.pipe(z.array(z.enum(reportChapters))).default([...reportChapters]), members: list.pipe(z.array(z.string().regex(/^m\d+$/, 'a member id looks like m12')).max(40)).default([]) });

/** The report of a project's head as PDF. */
export async function loader({ request, params }: Route.LoaderArgs) {
  projectOr404(params.projectId);
  const parsed = query.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!parsed.success) throw data(`The report cannot be made: ${z.prettifyError(parsed.error)}`, { status: 400 });
  const { model, history } = projects().revisions.open(params.projectId)!;
  const { reportPdf } = await import('../server/report-pdf');
  const pdf = await reportPdf(model, parsed.data, `Revision ${history.length}`);
  return new Response(new Uint8Array(pdf), { headers: { 'Content-Type': 'application/pdf', 'Content-Disposition': `inline; filename*=UTF-8''${encodeURIComponent(model.settings.name)}.pdf`, 'X-Content-Type-Options': 'nosniff' } });
}

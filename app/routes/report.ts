import { data } from 'react-router';
import { z } from 'zod';
import { solveNow } from '~core/fem';
import { withUnits } from '~core/units';
import { reportChapters, reportChoice, reportContent, reportTables, type ReportChoice } from '~core/report';
import { modelOr404, projectOr404, variantOr404 } from '../server/requests';
import { projects } from '../server/services';
import type { Route } from './+types/report';

const list = (text: string | null) => text?.split(',').filter((part) => part !== '');

/** What a report's address asks for. @throws a 400 response that says what is wrong with it */
function choiceOf(request: Request): ReportChoice {
  const search = new URL(request.url).searchParams;
  let json: (name: string) => unknown;
  try {
    const parsed = Object.fromEntries(['results', 'views'].map((name) => [name, search.has(name) ? (JSON.parse(search.get(name)!) as unknown) : undefined]));
    json = (name) => parsed[name];
  } catch {
    throw data('The report cannot be made: its views or results are not written as JSON.', { status: 400 });
  }
  const raw = { chapters: list(search.get('chapters')) ?? [...reportChapters], members: list(search.get('members')) ?? [], detail: search.get('detail') ?? undefined, worst: search.has('worst') ? Number(search.get('worst')) : undefined, results: json('results'), views: json('views') };
  const parsed = reportChoice.safeParse(Object.fromEntries(Object.entries(raw).filter(([, value]) => value !== undefined)));
  if (!parsed.success) throw data(`The report cannot be made: ${z.prettifyError(parsed.error)}`, { status: 400 });
  return parsed.data;
}

/** The report of a variant's head: as PDF, its content as JSON for the preview, or its tables as XLSX, by the address's ending. */
export async function loader({ request, params }: Route.LoaderArgs) {
  const { projectId } = params;
  projectOr404(projectId);
  const choice = choiceOf(request);
  const model = modelOr404(request, projectId);
  const opened = projects().revisions.open(projectId, variantOr404(request, projectId))!;
  const { variants } = projects();
  const all = variants.list(projectId);
  const name = all.length > 1 ? `${all.find((one) => one.id === opened.variantId)?.name ?? ''}, revision ${opened.history.length}` : `Revision ${opened.history.length}`;
  const file = (ending: string, type: string, disposition: string) => ({ 'Content-Type': type, 'Content-Disposition': `${disposition}; filename*=UTF-8''${encodeURIComponent(model.settings.name)}.${ending}`, 'X-Content-Type-Options': 'nosniff' });
  const { pathname } = new URL(request.url);
  if (pathname.endsWith('.pdf')) {
    const { reportPdf } = await import('../server/report-pdf');
    return new Response(new Uint8Array(await reportPdf(model, choice, name)), { headers: file('pdf', 'application/pdf', 'inline') });
  }
  const { solution, findings } = withUnits(model.settings.ownUnits, () => solveNow(model));
  if (pathname.endsWith('.json')) return Response.json(reportContent(model, solution, findings, choice, name));
  if (!solution) throw data('The analysis stopped, so there are no tables of results. The findings in the project say why.', { status: 409 });
  const { workbookOf } = await import('../tables/workbook');
  // the workbook is filled at once; only its bytes are waited for
  const bytes = await withUnits(model.settings.ownUnits, () => workbookOf(reportTables(model, solution, choice), model.settings.units));
  return new Response(bytes as Uint8Array<ArrayBuffer>, { headers: file('xlsx', 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', 'attachment') });
}

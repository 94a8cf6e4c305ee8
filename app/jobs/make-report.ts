import { solveNow, type Solution } from '~core/fem';
import type { Finding, Model } from '~core/model';
import { reportContent, reportTables, type ReportChoice } from '~core/report';
import { withUnits } from '~core/units';

export type ReportEnding = 'pdf' | 'json' | 'xlsx';
export type MadeReport =
  { readonly ok: true; readonly bytes: Uint8Array } | { readonly ok: false; readonly error: string };

/** The last model solved here: a preview and the document made of it do not solve twice. */
let last:
  | { readonly model: string; readonly solution: Solution | undefined; readonly findings: readonly Finding[] }
  | undefined;

/**
 * Makes a report of a model.
 * @param key  names the model; the same key again is the same model
 * @param tell told of the phase
 */
export async function makeReport(
  key: string,
  model: Model,
  choice: ReportChoice,
  revision: string,
  ending: ReportEnding,
  tell: (phase: string) => void,
): Promise<MadeReport> {
  if (last?.model !== key) {
    tell('solving the model');
    const { solution, findings } = withUnits(model.settings.ownUnits, () => solveNow(model));
    last = { model: key, solution, findings };
  }
  const { solution, findings } = last;
  tell(ending === 'pdf' ? 'writing its pages' : ending === 'xlsx' ? 'filling its tables' : 'composing its chapters');
  if (ending === 'pdf') {
    const { reportPdf } = await import('../print/report-pdf');
    return { ok: true, bytes: await reportPdf(model, solution, findings, choice, revision) };
  }
  if (ending === 'json')
    return { ok: true, bytes: Buffer.from(JSON.stringify(reportContent(model, solution, findings, choice, revision))) };
  if (!solution)
    return {
      ok: false,
      error: 'The analysis stopped, so there are no tables of results. The findings in the project say why.',
    };
  const { workbookOf } = await import('../tables/workbook');
  // the workbook is filled at once; only its bytes are waited for
  return {
    ok: true,
    bytes: await withUnits(model.settings.ownUnits, () =>
      workbookOf(reportTables(model, solution, choice), model.settings.units),
    ),
  };
}

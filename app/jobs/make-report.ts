import { solveNow, type Solution } from '~core/fem';
import type { Finding, Model } from '~core/model';
import { reportContent, reportTables, type Report, type ReportChoice } from '~core/report';
import { withUnits } from '~core/units';

export type ReportEnding = 'pdf' | 'json' | 'xlsx';
export type MadeReport =
  { readonly ok: true; readonly bytes: Uint8Array } | { readonly ok: false; readonly error: string };

/** The last model solved here, and the last report written of it: a preview and the document made of it are one. */
let last:
  | {
      readonly model: string;
      readonly solution: Solution | undefined;
      readonly findings: readonly Finding[];
      written?: { readonly asked: string; readonly report: Report };
    }
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
  if (ending !== 'xlsx') {
    const asked = JSON.stringify([choice, revision]);
    if (last.written?.asked !== asked) {
      tell('composing its chapters');
      last.written = { asked, report: reportContent(model, solution, findings, choice, revision) };
    }
    const { report } = last.written;
    if (ending === 'json') return { ok: true, bytes: Buffer.from(JSON.stringify(report)) };
    tell('setting its pages');
    const { pdfOf } = await import('../print/report-pdf');
    return { ok: true, bytes: await pdfOf(report) };
  }
  tell('filling its tables');
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

import { inflateSync } from 'node:zlib';
import { solveNow } from '~core/fem';
import type { Model } from '~core/model';
import { reportContent, type ReportChoice } from '~core/report';
import { buildTernHide } from '~demo/tern-hide';
import { formulaPicture } from './formula-svg';
import { pdfOf as setReport } from './report-pdf';

const pdfOf = async (...[model, choice, name]: [Model, ReportChoice, string]) => {
  const { solution, findings } = solveNow(model);
  const report = reportContent(model, solution, findings, choice, name);
  const before = JSON.stringify(report);
  const pdf = await setReport(report);
  // a preview made of the same report afterwards is the same
  expect(JSON.stringify(report)).toBe(before);
  return pdf;
};

/** Pages of a PDF, counted in its page tree. */
const pages = (pdf: Buffer) => (pdf.toString('latin1').match(/\/Type \/Page\b/g) ?? []).length;

test('a report is a PDF with a page for the contents and one or more for each chapter', async () => {
  const pdf = await pdfOf(buildTernHide(), { chapters: ['model', 'combinations'], members: [] }, 'Revision 1');
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
  expect(pages(pdf)).toBeGreaterThanOrEqual(3);
  // its streams are whole: every one that is compressed can be unpacked
  const text = pdf.toString('latin1');
  const streams = [...text.matchAll(/FlateDecode[^]*?stream\r?\n/g)];
  expect(streams.length).toBeGreaterThan(2);
  const first = streams[0].index + streams[0][0].length;
  expect(inflateSync(pdf.subarray(first, text.indexOf('endstream', first))).length).toBeGreaterThan(0);
}, 30000);

test('more sheets make more pages', async () => {
  const model = buildTernHide();
  const [none, one] = await Promise.all(
    [[], ['m2']].map((members) => pdfOf(model, { chapters: ['sheets'], members }, '')),
  );
  expect(pages(one)).toBeGreaterThan(pages(none) + 2);
}, 60000);

test('a formula becomes a picture of paths, larger for a fraction, with units it can show', () => {
  const plain = formulaPicture('x', 10);
  const fraction = formulaPicture('\\displaystyle \\frac{344.7\\,\\text{MPa}}{21.3\\,\\text{cm³}}', 10);
  expect(fraction.height).toBeGreaterThan(1.5 * plain.height);
  expect(fraction.svg).toContain('<path');
  expect(fraction.svg).not.toMatch(/currentColor|<text/);
  expect(formulaPicture("f_{c}'", 10).width).toBeGreaterThan(plain.width);
});

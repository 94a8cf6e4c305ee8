import { buildTernHide } from '../../demo/tern-hide';
import { solveNow } from '../fem';
import { reportChoice, reportContent, reportTables } from './index';

const model = buildTernHide();
const { solution, findings } = solveNow(model);

describe('a composed report', () => {
  const choice = (more: object) =>
    reportChoice.parse({ chapters: ['results', 'views', 'storeys', 'plausibility'], members: ['m1'], ...more });
  const chapter = (report: ReturnType<typeof reportContent>, title: string) =>
    report.chapters.find((one) => one.title === title)!.blocks;

  test('brief has the worst rows only; full has the tenth points of the chosen members', () => {
    const tables = (more: object) => reportTables(model, solution!, choice(more));
    expect(
      tables({ detail: 'brief', worst: 3 }).every((table) => table.id === 'supportLines' || table.rows.length <= 3),
    ).toBe(true);
    const full = tables({ detail: 'full' });
    expect(full.find((table) => table.id === 'stations')!.rows.every((row) => row.member === 'm1')).toBe(true);
    expect(tables({}).some((table) => table.id === 'stations')).toBe(false);
  });

  test('its tables are those of the case that was chosen, its pictures have captions, its head the people', () => {
    const signed = { ...model, settings: { ...model.settings, titleBlock: { number: 'TH-7', engineer: 'A. Reader' } } };
    const report = reportContent(
      signed,
      solution,
      findings,
      choice({
        results: { kind: 'case', id: 'c3' },
        views: [
          { view: '', quantity: 'My', shown: { kind: 'case', id: 'c3' } },
          { view: 'v99', quantity: 'outline', shown: { kind: 'case', id: 'c1' } },
        ],
      }),
      'Revision 4',
    );
    expect(report.titleBlock).toEqual([
      ['Number', 'TH-7'],
      ['Made by', 'A. Reader'],
    ]);
    expect(JSON.stringify(chapter(report, 'Governing results'))).toContain('Results of Case S: Snow');
    const pictures = chapter(report, 'Pictures').flatMap((block) => (block.kind === 'picture' ? [block] : []));
    expect(pictures.map((picture) => picture.title)).toEqual([
      'The whole frame',
      'View v99 is not there any more; the whole frame',
    ]);
    expect(JSON.stringify(chapter(report, 'Plausibility'))).toContain('Signature');
    expect(JSON.stringify(chapter(report, 'Storeys'))).toContain('drift x, mm');
  });

  test('says in which order it was analysed', () => {
    expect(reportContent(model, solution, findings, choice({}), '').subtitle).toContain('First-order');
    const ordered = {
      ...model,
      combinations: Object.fromEntries(
        Object.entries(model.combinations).map(([id, one], i) => [
          id,
          i === 0 ? { ...one, order: 'second' as const } : one,
        ]),
      ),
    };
    expect(reportContent(ordered, solution, findings, choice({}), '').subtitle).toMatch(
      /1 of \d+ combinations in second order/,
    );
  });

  test.each([
    [{ members: ['x'] }, /m12/],
    [{ views: [{ view: 'plan', quantity: 'My', shown: { kind: 'case', id: 'c1' } }] }, /v2/],
    [{ detail: 'all' }, /detail|option/i],
    [{ results: { kind: 'case', id: '1' } }, /c12/],
  ])('%j is refused with what it should be', (more, words) => {
    expect(() => choice(more)).toThrow(words);
  });
});

import ExcelJS from 'exceljs';
import type { ResultTable } from '~core/results';
import { workbookOf } from './workbook';

const table = (
  title: string,
  rows: ResultTable['rows'] = [{ key: 'a', size: 1, cells: ['n1', -12345.678, null] }],
): ResultTable => ({
  id: 'x',
  title,
  note: 'Case D',
  columns: [
    { title: 'Node', kind: 'words' },
    { title: 'Rz', kind: 'force' },
    { title: 'ratio', kind: 'number' },
  ],
  rows,
});

test('a workbook has a sheet for each table with title, note, headings with units, and numbers in full shown as on the screen', async () => {
  const book = new ExcelJS.Workbook();
  await book.xlsx.load(
    (
      await workbookOf(
        [table('Reactions'), table('Reactions'), table('A: title / with * signs [that] sheets do not take')],
        'si',
      )
    ).buffer as ArrayBuffer,
  );
  expect(book.worksheets.map((sheet) => sheet.name)).toEqual([
    'Reactions',
    'Reactions 2',
    'A  title   with   signs  tha',
  ]);
  const [sheet] = book.worksheets;
  expect([sheet.getRow(1).getCell(1).value, sheet.getRow(2).getCell(1).value]).toEqual(['Reactions', 'Case D']);
  expect((sheet.getRow(4).values as unknown[]).slice(1)).toEqual(['Node', 'Rz, kN', 'ratio']);
  const cell = sheet.getRow(5).getCell(2);
  expect([cell.value, cell.numFmt]).toEqual([-12.345678, '0.0']);
  expect(sheet.getRow(5).getCell(3).value).toBeNull();
});

test('in US units the same table has kips', async () => {
  const book = new ExcelJS.Workbook();
  await book.xlsx.load((await workbookOf([table('Reactions')], 'us')).buffer as ArrayBuffer);
  expect(book.worksheets[0].getRow(4).getCell(2).value).toBe('Rz, kip');
  expect(book.worksheets[0].getRow(5).getCell(2).value).toBeCloseTo(-12345.678 / 4448.2216152605, 8);
});

import ExcelJS from 'exceljs';
import { cellValue, columnHeading, type ResultTable, type TableColumn } from '~core/results';
import { formatValue, type UnitSystem } from '~core/units';

/** How many decimals the screen shows of a kind: the spreadsheet shows as many and holds the number in full. */
function numberFormat({ kind, decimals }: TableColumn, units: UnitSystem): string {
  if (kind === 'words') return '@';
  const digits = formatValue(0, kind, units, decimals).split('.')[1]?.length ?? 0;
  return digits === 0 ? '0' : `0.${'0'.repeat(digits)}`;
}

/** Names of sheets have at most 31 characters, none of : \\ / ? * [ ], and differ. */
function sheetNames(tables: readonly ResultTable[]): string[] {
  const used = new Set<string>();
  return tables.map(({ title }) => {
    const plain =
      title
        .replace(/[:\\/?*[\]]/g, ' ')
        .slice(0, 28)
        .trim() || 'Table';
    let name = plain;
    for (let n = 2; used.has(name.toLowerCase()); n++) name = `${plain} ${n}`;
    used.add(name.toLowerCase());
    return name;
  });
}

/** Tables as an XLSX workbook, a sheet each: title and note above, headings with units, numbers as numbers. */
export async function workbookOf(tables: readonly ResultTable[], units: UnitSystem): Promise<Uint8Array> {
  const workbook = new ExcelJS.Workbook();
  workbook.creator = 'Elbow';
  const names = sheetNames(tables);
  tables.forEach((table, i) => {
    const sheet = workbook.addWorksheet(names[i], { views: [{ state: 'frozen', ySplit: 4 }] });
    sheet.addRow([table.title]).font = { bold: true, size: 13 };
    sheet.addRow([table.note]).font = { italic: true, color: { argb: 'FF5B6672' } };
    sheet.addRow([]);
    sheet.addRow(table.columns.map((column) => columnHeading(column, units))).font = { bold: true };
    for (const row of table.rows) sheet.addRow(row.cells.map((cell, c) => cellValue(cell, table.columns[c], units)));
    table.columns.forEach((column, c) => {
      const own = sheet.getColumn(c + 1);
      own.width = Math.max(10, Math.min(34, columnHeading(column, units).length + 3, 60));
      own.numFmt = numberFormat(column, units);
    });
  });
  return new Uint8Array((await workbook.xlsx.writeBuffer()) as ArrayBuffer);
}

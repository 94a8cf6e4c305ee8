import { tableCsv, type ResultTable } from '~core/results';
import type { UnitSystem } from '~core/units';
import { saveFile } from '../../making/save-file';

/** A name that every file system takes. */
export const fileName = (words: string): string => words.replace(/[^\p{L}\p{N} ,.-]/gu, '_').slice(0, 80);

/** Saves tables as CSV (the first one) or as an XLSX workbook with a sheet each. */
export async function saveTables(
  format: 'csv' | 'xlsx',
  tables: readonly ResultTable[],
  units: UnitSystem,
  name: string,
): Promise<void> {
  if (format === 'csv') {
    // the mark tells spreadsheets that it is UTF-8
    saveFile(
      `${fileName(name)}.csv`,
      new Blob(['\ufeff', tableCsv(tables[0], units)], { type: 'text/csv;charset=utf-8' }),
    );
    return;
  }
  const { workbookOf } = await import('../../tables/workbook');
  const bytes = await workbookOf(tables, units);
  saveFile(
    `${fileName(name)}.xlsx`,
    new Blob([bytes as Uint8Array<ArrayBuffer>], {
      type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    }),
  );
}

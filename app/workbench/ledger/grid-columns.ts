import { formatCell, formatValue, unitLabel, type QuantityKind } from '~core/units';
import { useWorkbench } from '../../state/store';
import type { GridColumn } from './grid';

/** Reports what was copied. */
export function useCopied(): (rows: number) => void {
  const notify = useWorkbench((state) => state.notify);
  return (rows) => notify(`${rows} rows copied; paste them into a spreadsheet.`);
}

/** A numeric column in the project's unit. */
export function useQuantityColumn(): <Row>(
  title: string,
  kind: QuantityKind,
  read: (row: Row) => number | undefined,
  width?: number,
  decimals?: number,
) => GridColumn<Row> {
  const units = useWorkbench((state) => state.model.settings.units);
  return (title, kind, read, width = 84, decimals) => ({
    title,
    unit: unitLabel(kind, units),
    width,
    numeric: true,
    show: (row) => {
      const value = read(row);
      return value === undefined ? '' : formatValue(value, kind, units, decimals);
    },
    copy: (row) => {
      const value = read(row);
      return value === undefined ? '' : formatCell(value, kind, units);
    },
  });
}

/** A column of words. */
export const textColumn = <Row>(title: string, width: number, read: (row: Row) => string): GridColumn<Row> => ({
  title,
  width,
  show: read,
  copy: read,
});

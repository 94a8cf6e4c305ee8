import { formatCell } from '~core/units';
import { toClipboard, type GridColumn } from './grid';

test('rows are copied with headings, units and plain numbers a spreadsheet can calculate with', () => {
  interface Row {
    name: string;
    force: number;
  }
  const columns: GridColumn<Row>[] = [
    { title: 'Member', width: 10, show: (row) => row.name, copy: (row) => row.name },
    { title: 'N', unit: 'kN', width: 10, show: () => '', copy: (row) => formatCell(row.force, 'force', 'si') },
    { title: 'drawing', width: 10, show: () => '' },
  ];
  expect(
    toClipboard(columns, [
      { name: 'm1', force: -12345.678 },
      { name: 'm2', force: 0 },
    ]),
  ).toBe('Member\tN [kN]\nm1\t-12.345678\nm2\t0');
});

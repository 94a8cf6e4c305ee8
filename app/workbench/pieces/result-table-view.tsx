import { cellText, columnHeading, type ResultTable } from '~core/results';
import { useWorkbench } from '../../state/store';
import { Symbolic } from './symbolic';

/** A table of results on a page: every row, numbers in the project's units. */
export function ResultTableView({
  table,
  empty = 'Nothing here.',
  most = 200,
  onRow,
}: {
  table: ResultTable;
  empty?: string;
  most?: number;
  onRow?: (row: ResultTable['rows'][number]) => void;
}) {
  const units = useWorkbench((state) => state.model.settings.units);
  if (table.rows.length === 0) return <p className="secondary">{empty}</p>;
  return (
    <div style={{ overflowX: 'auto' }} tabIndex={0} role="group" aria-label={table.title}>
      <table className="plain-table">
        <thead>
          <tr>
            {table.columns.map((column, i) => (
              <th key={i} className={column.kind === 'words' ? '' : 'number'}>
                <Symbolic text={columnHeading(column, units)} />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.rows.slice(0, most).map((row) => (
            <tr
              key={row.key}
              onClick={onRow ? () => onRow(row) : undefined}
              style={onRow ? { cursor: 'pointer' } : undefined}
            >
              {row.cells.map((cell, i) => (
                <td key={i} className={table.columns[i].kind === 'words' ? '' : 'number'}>
                  {cellText(cell, table.columns[i], units)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {table.rows.length > most && (
        <p className="caption">and {table.rows.length - most} more rows, in the ledger and in its CSV and XLSX files</p>
      )}
    </div>
  );
}

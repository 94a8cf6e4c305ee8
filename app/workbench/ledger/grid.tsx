import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, type KeyboardEvent, type MouseEvent, type ReactNode } from 'react';
import { Symbolic } from '../pieces/symbolic';

/** A column: its heading with the unit beside it, how wide, what a cell shows and what it copies to a spreadsheet. */
export interface GridColumn<Row> {
  readonly title: string;
  readonly unit?: string;
  readonly width: number;
  readonly numeric?: boolean;
  readonly show: (row: Row) => ReactNode;
  /** plain text for the clipboard; a column without it is not copied */
  readonly copy?: (row: Row) => string;
}

interface Props<Row> {
  readonly label: string;
  readonly columns: readonly GridColumn<Row>[];
  readonly rows: readonly Row[];
  readonly idOf: (row: Row) => string;
  readonly selected: ReadonlySet<string>;
  readonly onSelect: (ids: string[], extend: boolean) => void;
  readonly onOpen?: (row: Row) => void;
  readonly empty: string;
  readonly onCopied: (rows: number) => void;
}

const rowHeight = 26;

/** Rows as tab-separated text with their headings and units, as spreadsheets take it. */
export function toClipboard<Row>(columns: readonly GridColumn<Row>[], rows: readonly Row[]): string {
  const copied = columns.filter((column) => column.copy);
  const head = copied.map((column) => (column.unit ? `${column.title} [${column.unit}]` : column.title));
  return [head, ...rows.map((row) => copied.map((column) => column.copy!(row)))]
    .map((cells) => cells.join('\t'))
    .join('\n');
}

/** Rows: arrow keys move and select, Shift extends, Ctrl C copies; only what is in sight is drawn. */
export function Grid<Row>({ label, columns, rows, idOf, selected, onSelect, onOpen, empty, onCopied }: Props<Row>) {
  const scroller = useRef<HTMLDivElement>(null);
  const anchor = useRef(0);
  const cursor = useRef(0);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 6,
    scrollPaddingStart: rowHeight,
    scrollPaddingEnd: 2 * rowHeight,
  });
  // every row has the same width and shares, so that columns stand under their headings
  const layout = {
    gridTemplateColumns: columns.map((column) => `minmax(0, ${column.width}fr)`).join(' '),
    minWidth: columns.reduce((sum, column) => sum + column.width, 0),
  };

  const firstSelected = rows.findIndex((row) => selected.has(idOf(row)));
  useEffect(() => {
    if (firstSelected < 0) return;
    cursor.current = firstSelected;
    virtual.scrollToIndex(firstSelected, { align: 'auto' });
  }, [firstSelected, virtual]);

  const range = (from: number, to: number) => rows.slice(Math.min(from, to), Math.max(from, to) + 1).map(idOf);
  const click = (index: number, event: MouseEvent) => {
    if (event.shiftKey) onSelect(range(anchor.current, index), false);
    else {
      anchor.current = index;
      onSelect([idOf(rows[index])], event.ctrlKey || event.metaKey);
    }
    cursor.current = index;
  };
  const onKeyDown = (event: KeyboardEvent<HTMLDivElement>) => {
    if (event.target instanceof HTMLInputElement) return;
    const pages: Record<string, number> = {
      ArrowDown: 1,
      ArrowUp: -1,
      PageDown: 10,
      PageUp: -10,
      Home: -rows.length,
      End: rows.length,
    };
    const by = pages[event.key];
    if (by !== undefined && rows.length > 0) {
      const next = Math.max(0, Math.min(rows.length - 1, cursor.current + by));
      cursor.current = next;
      if (!event.shiftKey) anchor.current = next;
      onSelect(event.shiftKey ? range(anchor.current, next) : [idOf(rows[next])], false);
      virtual.scrollToIndex(next);
    } else if (event.key === 'Enter' && rows[cursor.current]) onOpen?.(rows[cursor.current]);
    else if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'c') {
      const chosen = rows.filter((row) => selected.has(idOf(row)));
      const copied = chosen.length > 0 ? chosen : rows;
      void navigator.clipboard.writeText(toClipboard(columns, copied)).then(() => onCopied(copied.length));
    } else if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'a') onSelect(rows.map(idOf), false);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };

  return (
    <div
      className="ledger-grid"
      ref={scroller}
      tabIndex={0}
      role="grid"
      aria-label={label}
      aria-rowcount={rows.length + 1}
      aria-multiselectable="true"
      onKeyDown={onKeyDown}
    >
      <div className="ledger-head" role="row" aria-rowindex={1} style={layout}>
        {columns.map((column) => (
          <span key={column.title} role="columnheader" className={column.numeric ? 'number' : ''}>
            <Symbolic text={column.title} /> {column.unit && <span className="unit">{column.unit}</span>}
          </span>
        ))}
      </div>
      {rows.length === 0 ? (
        <div className="ledger-empty" role="row">
          <span role="gridcell">{empty}</span>
        </div>
      ) : (
        <div
          style={{ height: virtual.getTotalSize(), position: 'relative', minWidth: layout.minWidth }}
          role="rowgroup"
        >
          {virtual.getVirtualItems().map((item) => {
            const row = rows[item.index];
            return (
              <div
                key={idOf(row)}
                className="ledger-row"
                role="row"
                aria-rowindex={item.index + 2}
                aria-selected={selected.has(idOf(row))}
                style={{ ...layout, transform: `translateY(${item.start}px)` }}
                onClick={(event) => click(item.index, event)}
                onDoubleClick={() => onOpen?.(row)}
              >
                {columns.map((column) => (
                  <span key={column.title} role="gridcell" className={column.numeric ? 'number' : ''}>
                    {column.show(row)}
                  </span>
                ))}
              </div>
            );
          })}
        </div>
      )}
    </div>
  );
}

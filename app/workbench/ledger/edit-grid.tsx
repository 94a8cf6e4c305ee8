import { Button, Input } from 'antd';
import { useVirtualizer } from '@tanstack/react-virtual';
import {
  useEffect,
  useId,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type MouseEvent,
  type ReactNode,
} from 'react';
import { count } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { commitAndTell } from '../acts/deleting';
import { Symbolic } from '../pieces/symbolic';
import { fromClipboard, putBlock, type CellError, type RowLayout } from '../cells/cells';

interface Props<Row extends { id: string }> {
  readonly label: string;
  readonly layout: RowLayout<Row>;
  readonly rows: readonly Row[];
  readonly selected: ReadonlySet<string>;
  readonly onSelect: (ids: string[], extend: boolean) => void;
  readonly empty: string;
  /** whether the rows that are selected are the records themselves, so that they are what Delete means; else it means the rows the cursor stands on */
  readonly selectsRecords?: boolean;
  /** buttons and words at the foot, beside the search */
  readonly foot?: ReactNode;
}

const rowHeight = 26;
interface Cell {
  readonly row: number;
  readonly column: number;
}

/**
 * Records in rows with a spreadsheet's habits: arrows move, Shift extends, typing or F2 edits, Enter and Tab go on, Ctrl C and V copy and
 * paste blocks (new rows too), Ctrl D fills down, a click on a heading sorts. Errors stay on their cells until they are mended.
 */
export function EditGrid<Row extends { id: string }>({
  label,
  layout,
  rows,
  selected,
  onSelect,
  empty,
  selectsRecords = false,
  foot,
}: Props<Row>) {
  const api = useWorkbenchApi();
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const notify = useWorkbench((state) => state.notify);
  const scroller = useRef<HTMLDivElement>(null);
  const [cursor, setCursor] = useState<Cell>({ row: 0, column: 0 });
  const [anchor, setAnchor] = useState<Cell>({ row: 0, column: 0 });
  const [editing, setEditing] = useState<string>();
  const [errors, setErrors] = useState<readonly CellError[]>([]);
  // cells typed into the empty row, until they make a record together
  const [draft, setDraft] = useState<Readonly<Record<string, string>>>({});
  const [sort, setSort] = useState<{ column: string; down: boolean }>();
  const [filter, setFilter] = useState('');
  // what a key could not do here, until the cursor moves on
  const [told, setTold] = useState('');
  // a cursor nobody has put anywhere means no row
  const [placed, setPlaced] = useState(false);
  const listId = useId();

  const shown = useMemo(() => {
    const wanted = filter.trim().toLowerCase();
    const kept =
      wanted === ''
        ? rows
        : rows.filter((row) => layout.columns.some((column) => column.text(row).toLowerCase().includes(wanted)));
    const column = sort && layout.columns.find((one) => one.title === sort.column);
    if (!sort || !column) return kept;
    const order = column.order;
    const sorted = [...kept].sort((a, b) =>
      order ? order(a) - order(b) : column.text(a).localeCompare(column.text(b), 'en', { numeric: true }),
    );
    return sort.down ? sorted.reverse() : sorted;
  }, [rows, layout, filter, sort]);
  // one empty row at the end takes new records
  const length = shown.length + (layout.create && filter.trim() === '' ? 1 : 0);
  const virtual = useVirtualizer({
    count: length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 6,
    scrollPaddingStart: rowHeight,
    scrollPaddingEnd: rowHeight,
  });
  const gridStyle = {
    gridTemplateColumns: layout.columns.map((column) => `minmax(0, ${column.width}fr)`).join(' '),
    minWidth: layout.columns.reduce((sum, column) => sum + column.width, 0),
  };

  const firstSelected = shown.findIndex((row) => selected.has(row.id));
  useEffect(() => {
    if (firstSelected < 0) return;
    const { row } = cursorNow.current;
    // what was selected elsewhere is brought into sight; a cursor that is on a selected row stays
    if (!(shown[row] && selected.has(shown[row].id))) {
      setCursor((before) => ({ ...before, row: firstSelected }));
      setAnchor((before) => ({ ...before, row: firstSelected }));
    }
    virtual.scrollToIndex(firstSelected, { align: 'auto' });
    // the list changes with every edit; only a new selection moves the view
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [firstSelected, selected]);
  const cursorNow = useRef(cursor);
  cursorNow.current = cursor;

  const range = {
    top: Math.min(cursor.row, anchor.row),
    bottom: Math.max(cursor.row, anchor.row),
    left: Math.min(cursor.column, anchor.column),
    right: Math.max(cursor.column, anchor.column),
  };
  const put = (at: Cell, block: readonly (readonly string[])[], what: string): boolean => {
    const result = putBlock(api.getState().model, layout, shown, at.row, at.column, block);
    setErrors((before) => [
      ...before.filter(
        (one) => !block.some((_, i) => (shown[at.row + i]?.id ?? `new ${at.row + i - shown.length + 1}`) === one.row),
      ),
      ...result.errors,
    ]);
    if (result.errors.length > 0 && what !== 'typed')
      notify(`${count(result.errors.length, 'cell')} could not be taken: ${result.errors[0].error}`, 'error');
    if (result.edits.length === 0) return result.errors.length === 0;
    const parts = [
      ...(result.changed > 0 ? [`changed ${count(result.changed, layout.noun)}`] : []),
      ...(result.added > 0 ? [`added ${count(result.added, layout.noun)}`] : []),
    ].join(', ');
    return commit({
      edits: [...result.edits],
      ...(result.changed + result.added > 1 || what !== 'typed'
        ? { sentence: `${what === 'typed' ? 'Ledger' : what}: ${parts}` }
        : {}),
    });
  };
  /** Types one cell of the empty row: with those typed before it becomes a record, or waits for the rest. @returns whether the cursor may go on */
  const putDraft = (text: string): boolean => {
    const title = layout.columns[cursor.column].title;
    const next = { ...draft, [title]: text };
    const texts = layout.columns.map((column) => next[column.title] ?? '');
    const others = errors.filter((one) => one.row !== 'new 1');
    if (texts.every((one) => one.trim() === '')) {
      setDraft({});
      setErrors(others);
      return true;
    }
    const result = putBlock(api.getState().model, layout, shown, shown.length, 0, [texts]);
    if (result.added > 0 && commit({ edits: [...result.edits] })) {
      setDraft({});
      setErrors(others);
      return true;
    }
    setDraft(next);
    // what the record still lacks is told at the cell that was typed last; a cell that cannot be read keeps its own error
    setErrors([
      ...others,
      ...result.errors.map((one) =>
        one.column === layout.columns[0].title && title !== one.column ? { ...one, column: title, text } : one,
      ),
    ]);
    return (
      result.errors.every((one) => one.column !== title) ||
      result.errors.some((one) => one.column === layout.columns[0].title)
    );
  };
  const go = (next: Cell, extend = false) => {
    const row = Math.max(0, Math.min(length - 1, next.row));
    const column = Math.max(0, Math.min(layout.columns.length - 1, next.column));
    setTold('');
    setPlaced(true);
    setCursor({ row, column });
    const from = extend ? anchor : { row, column };
    if (!extend) setAnchor(from);
    const ids = shown.slice(Math.min(from.row, row), Math.max(from.row, row) + 1).map((one) => one.id);
    if (ids.length > 0) onSelect(ids, false);
    virtual.scrollToIndex(row);
  };
  const finish = (text: string, move: 'down' | 'right' | 'left' | 'stay') => {
    setEditing(undefined);
    const taken = cursor.row === shown.length ? putDraft(text) : put(cursor, [[text]], 'typed');
    scroller.current?.focus();
    // a cell that could not be taken keeps the cursor, so that its error stands below
    if (!taken) return;
    if (move === 'down') go({ ...cursor, row: cursor.row + 1 });
    else if (move === 'right') go({ ...cursor, column: cursor.column + 1 });
    else if (move === 'left') go({ ...cursor, column: cursor.column - 1 });
  };
  const editable = (column: number) => layout.columns[column]?.read !== undefined;
  const textAt = ({ row, column }: Cell) =>
    shown[row] ? layout.columns[column].text(shown[row]) : (draft[layout.columns[column]?.title] ?? '');

  const copy = (whole: boolean) => {
    const columns = whole ? layout.columns : layout.columns.slice(range.left, range.right + 1);
    const taken = shown.slice(range.top, range.bottom + 1);
    const body = taken.map((row) => columns.map((column) => column.text(row)).join('\t'));
    const head = columns.map((column) => (column.unit ? `${column.title} [${column.unit}]` : column.title)).join('\t');
    // headings come along with rows, not with single cells
    void navigator.clipboard
      .writeText((whole ? [head, ...body] : body).join('\n'))
      .then(() => notify(`${count(taken.length, 'row')} copied; paste them into a spreadsheet.`));
  };
  const paste = (text: string) => {
    const block = fromClipboard(
      text,
      layout.columns.map((column) => column.title),
    );
    put(
      { row: range.top, column: block.some((cells) => cells.length === layout.columns.length) ? 0 : range.left },
      block,
      'Pasted',
    );
  };
  /** The records that Delete means, and no others. */
  const rowsToDelete = (
    selectsRecords
      ? shown.filter((row) => selected.has(row.id))
      : placed
        ? shown.slice(range.top, range.bottom + 1)
        : []
  ).filter((row) => row.id in model[layout.table]);
  const remove = () => {
    if (rowsToDelete.length === 0) return;
    const { edits, kept } = layout.remove?.(rowsToDelete) ?? {
      edits: [{ kind: 'remove' as const, table: layout.table, ids: rowsToDelete.map((row) => row.id) }],
    };
    if (kept !== undefined) notify(kept, edits.length === 0 ? 'error' : 'info');
    if (edits.length > 0 && commitAndTell(api, { edits: [...edits] }))
      setErrors((before) => before.filter((one) => !rowsToDelete.some((row) => row.id === one.row)));
  };
  const fillDown = () => {
    const block = Array.from({ length: range.bottom - range.top }, () =>
      Array.from({ length: range.right - range.left + 1 }, (_, j) =>
        textAt({ row: range.top, column: range.left + j }),
      ),
    );
    if (block.length > 0) put({ row: range.top + 1, column: range.left }, block, 'Filled down');
    else notify('Select the cell to copy and those below it with Shift and the arrow keys, then Ctrl D fills them.');
  };

  const onKeyDown = (event: KeyboardEvent<HTMLDivElement>) => {
    if (event.target instanceof HTMLInputElement) return;
    const control = event.ctrlKey || event.metaKey;
    const key = event.key.toLowerCase();
    const step: Record<string, [number, number]> = {
      ArrowDown: [1, 0],
      ArrowUp: [-1, 0],
      PageDown: [10, 0],
      PageUp: [-10, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      Home: [0, -99],
      End: [0, 99],
    };
    if (step[event.key]) {
      const far =
        control && (event.key === 'Home' || event.key === 'End')
          ? event.key === 'Home'
            ? -length
            : length
          : step[event.key][0];
      go({ row: cursor.row + far, column: cursor.column + step[event.key][1] }, event.shiftKey);
    } else if (control && key === 'c')
      copy(range.left === range.right && range.top !== range.bottom && !editable(range.left));
    else if (control && key === 'd') fillDown();
    else if (control && key === 'a') {
      setAnchor({ row: 0, column: 0 });
      setCursor({ row: shown.length - 1, column: layout.columns.length - 1 });
      onSelect(
        shown.map((row) => row.id),
        false,
      );
    } else if ((event.key === 'Enter' || event.key === 'F2') && editable(cursor.column)) setEditing(textAt(cursor));
    else if (event.key === 'Delete' || event.key === 'Backspace') remove();
    else if (event.key.length === 1 && !control && !event.altKey) {
      // a letter typed into a cell is never a shortcut, whether the cell takes it or not
      if (editable(cursor.column)) setEditing(event.key);
      else
        setTold(
          `${layout.columns[cursor.column]?.title || 'This column'} is not typed: it follows from the rest. Esc leaves the table.`,
        );
    } else if (event.key === 'Escape') scroller.current?.blur();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const click = (row: number, column: number, event: MouseEvent) => {
    if (event.detail === 2 && editable(column)) {
      setEditing(textAt({ row, column }));
      return;
    }
    if (event.ctrlKey || event.metaKey) {
      setPlaced(true);
      setCursor({ row, column });
      setAnchor({ row, column });
      if (shown[row]) onSelect([shown[row].id], true);
    } else go({ row, column }, event.shiftKey);
  };
  const errorAt = (row: number, column: string) =>
    errors.find((one) => one.row === (shown[row]?.id ?? `new ${row - shown.length + 1}`) && one.column === column);
  // in the empty row the foot says what its record still lacks, whichever of its cells one is in
  const current =
    errorAt(cursor.row, layout.columns[cursor.column]?.title ?? '') ??
    (cursor.row === shown.length && Object.keys(draft).length > 0
      ? errors.find((one) => one.row === 'new 1')
      : undefined);
  return (
    <>
      <div
        className="ledger-grid"
        ref={scroller}
        tabIndex={0}
        role="grid"
        aria-label={label}
        aria-rowcount={length + 1}
        aria-multiselectable="true"
        onKeyDown={onKeyDown}
        onPaste={(event) => {
          if (event.target instanceof HTMLInputElement) return;
          event.preventDefault();
          paste(event.clipboardData.getData('text/plain'));
        }}
      >
        <div className="ledger-head" role="row" aria-rowindex={1} style={gridStyle}>
          {layout.columns.map((column) => (
            <span
              key={column.title}
              role="columnheader"
              className={column.numeric ? 'number' : ''}
              aria-sort={sort?.column === column.title ? (sort.down ? 'descending' : 'ascending') : 'none'}
            >
              <button
                type="button"
                className="heading"
                tabIndex={-1}
                onClick={() =>
                  setSort(
                    sort?.column !== column.title
                      ? { column: column.title, down: false }
                      : sort.down
                        ? undefined
                        : { column: column.title, down: true },
                  )
                }
              >
                <Symbolic text={column.title} /> {column.unit && <span className="unit">{column.unit}</span>}
                {sort?.column === column.title && (sort.down ? ' ↓' : ' ↑')}
              </button>
            </span>
          ))}
        </div>
        {shown.length === 0 && !layout.create ? (
          <div className="ledger-empty" role="row">
            <span role="gridcell">{empty}</span>
          </div>
        ) : (
          <div
            style={{ height: virtual.getTotalSize(), position: 'relative', minWidth: gridStyle.minWidth }}
            role="rowgroup"
          >
            {virtual.getVirtualItems().map((item) => {
              const row = shown[item.index] as Row | undefined;
              return (
                <div
                  key={row?.id ?? 'new'}
                  className="ledger-row"
                  role="row"
                  aria-rowindex={item.index + 2}
                  aria-selected={row ? selected.has(row.id) : false}
                  style={{ ...gridStyle, transform: `translateY(${item.start}px)` }}
                >
                  {layout.columns.map((column, j) => {
                    const here = cursor.row === item.index && cursor.column === j;
                    const inside =
                      item.index >= range.top &&
                      item.index <= range.bottom &&
                      j >= range.left &&
                      j <= range.right &&
                      (range.top !== range.bottom || range.left !== range.right);
                    const error = errorAt(item.index, column.title);
                    return (
                      <span
                        key={column.title}
                        role="gridcell"
                        aria-readonly={column.read === undefined}
                        aria-invalid={error !== undefined}
                        title={error?.error}
                        className={`${column.numeric ? 'number' : ''} ${here ? 'cursor' : ''} ${inside ? 'ranged' : ''} ${error ? 'wrong' : ''} ${row && column.marked?.(row) ? 'changed' : ''}`}
                        onClick={(event) => click(item.index, j, event)}
                      >
                        {here && editing !== undefined ? (
                          <CellInput
                            initial={editing}
                            label={`${column.title} of ${row?.id ?? `a new ${layout.noun}`}`}
                            listId={column.choices ? listId : undefined}
                            onFinish={finish}
                            onCancel={() => {
                              setEditing(undefined);
                              scroller.current?.focus();
                            }}
                          />
                        ) : error ? (
                          error.text
                        ) : row ? (
                          (column.show ?? column.text)(row)
                        ) : draft[column.title] ? (
                          draft[column.title]
                        ) : j === 0 && length > 0 ? (
                          <span className="caption">new {layout.noun}</span>
                        ) : (
                          ''
                        )}
                      </span>
                    );
                  })}
                </div>
              );
            })}
          </div>
        )}
        {shown.length === 0 && layout.create && <p className="ledger-empty">{empty}</p>}
        <datalist id={listId}>
          {layout.columns[cursor.column]?.choices?.map((choice) => (
            <option key={choice} value={choice} />
          ))}
        </datalist>
      </div>
      <div className="ledger-foot">
        <Input
          size="small"
          allowClear
          aria-label={`Find in ${label.toLowerCase()}`}
          placeholder="find"
          value={filter}
          onChange={(event) => setFilter(event.target.value)}
          style={{ width: 150 }}
        />
        <span className={current ? 'over' : 'caption'} role="status">
          {current
            ? current.error
            : told !== ''
              ? told
              : errors.length > 0
                ? `${count(errors.length, 'cell')} not taken; they are marked`
                : `${filter.trim() === '' ? '' : `${shown.length} of `}${count(rows.length, layout.noun)}${Object.keys(model.members).length > 0 ? ' · type to edit, Ctrl V pastes, Ctrl D fills down' : ''}`}
        </span>
        <Button size="small" disabled={rowsToDelete.length === 0} onClick={remove} title="Delete (Del)">
          {rowsToDelete.length > 1
            ? `Delete ${count(rowsToDelete.length, layout.noun)}`
            : rowsToDelete.length === 1
              ? `Delete ${nameOf(rowsToDelete[0])}`
              : 'Delete'}
        </Button>
        {foot}
      </div>
    </>
  );
}

/** What a row is called: its label or name, else its id. */
const nameOf = (row: { id: string; label?: string; name?: string }): string => row.label ?? row.name ?? row.id;

function CellInput({
  initial,
  label,
  listId,
  onFinish,
  onCancel,
}: {
  initial: string;
  label: string;
  listId: string | undefined;
  onFinish: (text: string, move: 'down' | 'right' | 'left' | 'stay') => void;
  onCancel: () => void;
}) {
  const [text, setText] = useState(initial);
  const done = useRef(false);
  const end = (move: 'down' | 'right' | 'left' | 'stay') => {
    if (done.current) return;
    done.current = true;
    onFinish(text, move);
  };
  return (
    <input
      className="cell-input"
      aria-label={label}
      autoFocus
      value={text}
      list={listId}
      onChange={(event) => setText(event.target.value)}
      onFocus={(event) => event.currentTarget.setSelectionRange(text.length, text.length)}
      onBlur={() => end('stay')}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Enter') end('down');
        else if (event.key === 'Tab') {
          event.preventDefault();
          end(event.shiftKey ? 'left' : 'right');
        } else if (event.key === 'Escape') {
          done.current = true;
          onCancel();
        }
      }}
    />
  );
}

import { inOrder, type RecordOf } from '~core/model';
import { selectableTables, type Chosen, type SelectableTable, type Selection } from '../../state/selection';
import type { Visible } from '../../state/view-slice';
import { columnHeadMarks } from './column-heads/marks';
import { cutMarks } from './cuts/marks';
import { helperLineMarks } from './helper-lines/marks';
import type { KindMarks, Sight } from './kind-marks';
import { lineSupportMarks } from './line-supports/marks';
import { thickPartMarks } from './thick-parts/marks';
import { slabMarks } from './slabs/marks';
import { wallMarks } from './walls/marks';

/** What is drawn over the frame and found under the pointer, by kind. Members, nodes and loads are drawn with it; they are the picture itself. */
const marks: { readonly [K in SelectableTable]: KindMarks<K> | null } = {
  members: null,
  nodes: null,
  loads: null,
  slabs: slabMarks,
  walls: wallMarks,
  lineSupports: lineSupportMarks,
  columnHeads: columnHeadMarks,
  thickParts: thickPartMarks,
  cuts: cutMarks,
  helperLines: helperLineMarks,
};

function eachMark(
  { model }: Sight,
  visible: Visible,
  take: <K extends SelectableTable>(table: K, marks: KindMarks<K>, record: RecordOf<K>) => void,
): void {
  const of = <K extends SelectableTable>(table: K) => {
    const own = marks[table] as KindMarks<K> | null;
    if (!own || (own.hiddenBy && !visible[own.hiddenBy])) return;
    for (const record of inOrder(model[table] as Readonly<Record<string, RecordOf<K>>>)) take(table, own, record);
  };
  selectableTables.forEach((table) => of(table));
}

/** Draws everything that has marks of its own; what is chosen last, so that it lies on top. */
export function drawMarks(
  context: CanvasRenderingContext2D,
  sight: Sight,
  visible: Visible,
  selection: Selection,
): void {
  const later: (() => void)[] = [];
  const chosen = new Set(selectableTables.flatMap((table) => selection[table]));
  eachMark(sight, visible, (_table, own, record) => {
    if (chosen.has(record.id)) later.push(() => own.draw(context, sight, record, true));
    else own.draw(context, sight, record, false);
  });
  for (const draw of later) draw();
}

/** Records with marks of their own under the pointer (pixels), each with how far behind the eye it lies. */
export function marksAt(
  sight: Sight,
  visible: Visible,
  x: number,
  y: number,
): { readonly chosen: Chosen; readonly depth: number }[] {
  const found: { chosen: Chosen; depth: number }[] = [];
  eachMark(sight, visible, (table, own, record) => {
    const depth = own.hit(sight, record, x, y);
    if (depth !== undefined) found.push({ chosen: { table, id: record.id }, depth });
  });
  return found;
}

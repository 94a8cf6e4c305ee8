import type { Solution } from '../fem';
import type { Model } from '../model';
import {
  cellText,
  columnHeading,
  combinationsFor,
  displacementTable,
  extremesByMember,
  filterTable,
  forceComponents,
  plausibility,
  reactionTable,
  shownParts,
  shownWords,
  stationRows,
  storeyTable,
  supportLineTable,
  type ResultTable,
  type Shown,
} from '../results';
import { pictureSvg, type PictureRequest } from './picture';
import type { ReportChoice } from './choice';
import type { Block } from './content';

/** What the tables of results show when nothing is chosen: the strength combinations, else the first case. */
export function resultsShown(model: Model, choice: ReportChoice): Shown | undefined {
  if (choice.results) return choice.results;
  if (combinationsFor(model, 'strength').length > 0) return { kind: 'envelope', purpose: 'strength' };
  const first = Object.keys(model.cases)[0] as string | undefined;
  return first === undefined ? undefined : { kind: 'case', id: first };
}

const briefRows = 12;

/** How many rows of a table are wanted. */
function rowsWanted({ worst, detail }: ReportChoice): { worst?: number } {
  if (worst !== undefined && worst > 0) return { worst };
  return detail === 'brief' ? { worst: briefRows } : {};
}

/** A table of results as a block: the same text as on the screen. */
export function tableBlock(table: ResultTable, model: Model): Block {
  const { units } = model.settings;
  return {
    kind: 'table',
    columns: table.columns.map((column) => ({
      title: columnHeading(column, units),
      ...(column.kind === 'words' ? {} : { numeric: true }),
    })),
    rows: table.rows.map((row) => row.cells.map((cell, i) => cellText(cell, table.columns[i], units))),
    note: table.note,
  };
}

/** The tables of results that a choice asks for; the workbook and the printed chapter are made from them. */
export function reportTables(model: Model, solution: Solution, choice: ReportChoice): ResultTable[] {
  const shown = resultsShown(model, choice);
  if (!shown || shownParts(model, solution, shown).length === 0) return [];
  const wanted = rowsWanted(choice);
  const some = new Set(choice.members);
  return [
    ...forceComponents.map((component) => filterTable(extremesByMember(model, solution, shown, component), wanted)),
    ...(choice.detail === 'full' && some.size > 0 ? [stationRows(model, solution, shown, 10, some)] : []),
    filterTable(reactionTable(model, solution, shown), wanted),
    supportLineTable(model, solution, shown),
    ...(choice.detail === 'brief' ? [] : [filterTable(displacementTable(model, solution, shown), wanted)]),
  ];
}

/** Extremes with what acts together, reactions, rows of supports and movements of what was chosen. */
export function resultTableBlocks(model: Model, solution: Solution, choice: ReportChoice): Block[] {
  const shown = resultsShown(model, choice);
  if (!shown) return [{ kind: 'paragraph', text: 'There is no load case, so there are no results.' }];
  const { name, detail } = shownWords(model, shown);
  return [
    { kind: 'paragraph', text: `Results of ${name}: ${detail}.` },
    ...reportTables(model, solution, choice).flatMap((table): Block[] => [
      { kind: 'heading', text: table.title },
      tableBlock(table, model),
    ]),
  ];
}

/** Storey drift, shear, weight and stability of what was chosen. */
export function storeyBlocks(model: Model, solution: Solution, choice: ReportChoice): Block[] {
  const shown = resultsShown(model, choice);
  if (!shown) return [{ kind: 'paragraph', text: 'There is no load case, so there are no results.' }];
  return [
    {
      kind: 'paragraph',
      text: 'PΔ/Vh with the mean drift is the stability coefficient of ASCE 7-22 12.8.7 and, of first-order results, Q of ACI 318-19 6.6.4.4.1.',
    },
    tableBlock(filterTable(storeyTable(model, solution, shown), rowsWanted(choice)), model),
  ];
}

/** Each picture with its caption. */
export function viewBlocks(
  model: Model,
  solution: Solution | undefined,
  choice: ReportChoice,
  utilisations: NonNullable<PictureRequest['utilisations']>,
): Block[] {
  const views = choice.views ?? [];
  if (views.length === 0) return [];
  return views.map(({ view, quantity, shown }): Block => {
    const saved = view === '' ? undefined : model.views[view];
    const [width, height] = [510, 330];
    return {
      kind: 'picture',
      title: saved?.label ?? (view === '' ? 'The whole frame' : `View ${view} is not there any more; the whole frame`),
      svg: pictureSvg(model, solution, {
        shown,
        quantity,
        utilisations,
        ...(saved ? { view: saved } : {}),
        width,
        height,
        caption: true,
      }),
      width,
      height,
    };
  });
}

const verdicts = { usual: 'as usual', look: 'look here', 'not asked': 'not asked' } as const;

/** The plausibility sheet, with lines to sign. Modes are found in the workbench only. */
export function plausibilityBlocks(model: Model, solution: Solution): Block[] {
  const { items } = plausibility(model, solution);
  return [
    {
      kind: 'table',
      columns: [{ title: 'Question' }, { title: 'Answer' }, { title: 'Usual' }, { title: '' }],
      rows: items.map((item) => [item.question, item.answer, item.measure, verdicts[item.verdict]]),
      note: 'The measures are customs, not clauses.',
    },
    {
      kind: 'paragraph',
      text: 'Checked by ______________________   Date ______________   Signature ______________________',
    },
  ];
}

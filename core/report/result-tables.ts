import type { Solution } from '../fem';
import { hasDividedWalls, type Model } from '../model';
import {
  forceComponents,
  cellText,
  columnHeading,
  combinationsFor,
  displacementTable,
  extremesByMember,
  filterTable,
  lineSupportTable,
  panelTable,
  reactionTable,
  shownParts,
  stationRows,
  cutTable,
  hasWalls,
  couplingTable,
  flangedMembers,
  flangedTable,
  pierTable,
  wallTable,
  soilTable,
  supportLineTable,
  type ResultTable,
  type Shown,
} from '../results';
import type { Block } from './blocks';
import type { ReportChoice } from './choice';

/** What the tables of results show when nothing is chosen: the strength combinations, else the first case. */
export function resultsShown(model: Model, choice: ReportChoice): Shown | undefined {
  if (choice.results) return choice.results;
  if (combinationsFor(model, 'strength').length > 0) return { kind: 'envelope', purpose: 'strength' };
  const first = Object.keys(model.cases)[0] as string | undefined;
  return first === undefined ? undefined : { kind: 'case', id: first };
}

const briefRows = 12;

/** How many rows of a table are wanted. */
export function rowsWanted({ worst, detail }: ReportChoice): { worst?: number } {
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
    ...(solution.panels ? [filterTable(panelTable(model, solution, shown), wanted)] : []),
    ...(solution.panels && Object.keys(model.lineSupports).length > 0
      ? [filterTable(lineSupportTable(model, solution, shown), wanted)]
      : []),
    ...(solution.panels && hasWalls(model) && Object.keys(model.storeys).length > 1
      ? [filterTable(wallTable(model, solution, shown), wanted)]
      : []),
    ...(solution.panels && flangedMembers(model, solution).length > 0
      ? [filterTable(flangedTable(model, solution, shown), wanted)]
      : []),
    ...(solution.panels && hasDividedWalls(model)
      ? [
          filterTable(pierTable(model, solution, shown), wanted),
          filterTable(couplingTable(model, solution, shown), wanted),
        ]
      : []),
    ...(solution.panels && Object.keys(model.cuts).length > 0
      ? [filterTable(cutTable(model, solution, shown), wanted)]
      : []),
    ...(solution.panels?.some(({ soil }) => soil) ? [filterTable(soilTable(model, solution, shown), wanted)] : []),
    ...(choice.detail === 'brief' ? [] : [filterTable(displacementTable(model, solution, shown), wanted)]),
  ];
}

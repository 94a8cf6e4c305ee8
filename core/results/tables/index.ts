export {
  cellText,
  cellValue,
  columnHeading,
  columnsOf,
  filterTable,
  tableCsv,
  type Cell,
  type ResultTable,
  type TableColumn,
  type TableFilter,
  type TableRow,
} from './table';
export { displacementTable, reactionTable, storeyOfHeight } from './node-tables';
export { extremesByCombination, extremesByMember, kindOfForce, stationRows, type StationChoice } from './member-tables';
export { equilibriumTable, modeTable, storeyBook, storeyTable, supportLineTable } from './other-tables';
export { comparedTable, compareTables, type ComparedRow } from './compare';
export { lineSupportTable } from './line-table';
export { soilColumns, soilReaction, soilTable, type SoilReaction } from './soil-table';
export { cutTable, kindOfCutForce } from './cut-table';
export { flangedCourse, flangedTable } from './flanged-table';
export { couplingTable, pierTable, wallTable } from './wall-table';
export { panelTable } from './panel-table';

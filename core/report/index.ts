export { reportContent, type Report } from './content';
export type { Block, Column } from './blocks';
export { chapters } from './chapters';
export { reportChapters, reportChoice, reportView, type ReportChapter, type ReportChoice } from './choice';
export { reportTables } from './result-tables';

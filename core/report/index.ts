export { reportContent, type Block, type Column, type Report } from './content';
export { reportChapters, reportChoice, reportView, type ReportChapter, type ReportChoice } from './choice';
export { reportTables } from './result-chapters';
export { pictureSvg, type PictureRequest } from './picture';

export { reportChapters, reportContent, type Block, type Column, type Report, type ReportChapter, type ReportChoice } from './content';

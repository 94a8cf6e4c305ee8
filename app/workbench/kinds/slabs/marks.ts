import { panelMarks } from '../panel-marks';

/** Slabs in the drawing. */
export const slabMarks = panelMarks('slabs', 'rgba(22, 28, 35, 0.045)');

import { panelMarks } from '../panel-marks';

/** Walls in the drawing. */
export const wallMarks = panelMarks('walls', 'rgba(22, 28, 35, 0.07)');

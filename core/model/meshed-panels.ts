import { isMeshed, type Panel } from './kinds';
import { inOrder, type Model } from './model';

/** Wished size of elements where none is given, m. */
export const usualSize = 0.5;

/** The slabs and walls of a model that are meshed and analysed, in order. */
export const meshedPanels = (model: Pick<Model, 'slabs' | 'walls'>): Panel[] =>
  [...inOrder(model.slabs), ...inOrder(model.walls)].filter(isMeshed);

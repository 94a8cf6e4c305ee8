import type { Workbench } from '../../state/store';
import type { Way } from './kind';

/** Goes where a way leads. */
export function goWay(workbench: Workbench, { select, look }: Way): void {
  const state = workbench.getState();
  if (select) state.select(select);
  if (look) state.look(look);
}

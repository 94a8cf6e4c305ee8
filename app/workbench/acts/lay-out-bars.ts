import { designLines } from '~core/lines';
import type { Workbench } from '../../state/store';

/** Lays out the bars of the design line a member is in, and takes them over. */
export async function layOutBars(workbench: Workbench, member: string): Promise<void> {
  const { layOut, model, version } = workbench.getState();
  const laid = await layOut(member);
  const state = workbench.getState();
  if (!laid || state.version !== version) {
    state.notify('The results are not current yet; try again in a moment.', 'error');
    return;
  }
  if (!laid.ok) {
    state.notify(`Its bars were not laid out: ${laid.reason}`, 'error');
    return;
  }
  const name = designLines(model).of.get(member)?.name ?? member;
  state.commit({ edits: [...laid.edits], sentence: `Laid out the bars of ${name}` });
  state.notify(`Laid out the bars of ${name}: ${laid.words}.`);
}

import type { LaidOut } from '~core/checks';
import { designLines, type DesignLine } from '~core/lines';
import { count } from '~core/units';
import type { Workbench } from '../../state/store';

/** Lays out the bars of the design lines that members are in, and takes them over. */
export async function layOutBars(workbench: Workbench, members: readonly string[]): Promise<void> {
  const { layOut, model, version } = workbench.getState();
  const { of } = designLines(model);
  const lines = [...new Set(members.flatMap((id) => of.get(id) ?? []))].filter(({ role }) => role === 'beam');
  const found: { line: DesignLine; laid: LaidOut | undefined }[] = [];
  for (const line of lines) found.push({ line, laid: await layOut(line.pieces[0].member) });
  const state = workbench.getState();
  const { notify } = state;
  if (state.version !== version || found.some(({ laid }) => laid === undefined)) {
    notify('The results are not current yet; try again in a moment.', 'error');
    return;
  }
  const done = found.flatMap(({ line, laid }) => (laid?.ok ? [{ line, ...laid }] : []));
  const refused = found.flatMap(({ line, laid }) => (laid && !laid.ok ? [`${line.name}: ${laid.reason}`] : []));
  if (done.length > 0)
    state.commit({
      edits: done.flatMap(({ edits }) => edits),
      sentence: `Laid out the bars of ${done.length === 1 ? done[0].line.name : count(done.length, 'beam')}`,
    });
  const above = done.filter(({ holds }) => !holds).map(({ line }) => line.name);
  const words = [
    done.length === 1
      ? `Laid out the bars of ${done[0].line.name}: ${done[0].words}.`
      : done.length > 1
        ? `Laid out the bars of ${count(done.length, 'beam')}.`
        : '',
    above.length > 0 ? `Not every check holds with them: ${above.join(', ')}.` : '',
    refused.length > 0 ? `Not laid out: ${refused.slice(0, 3).join(' ')}` : '',
    found.length === 0 ? 'No beam is selected.' : '',
  ];
  notify(words.filter((one) => one !== '').join(' '), refused.length > 0 && done.length === 0 ? 'error' : undefined);
}

import { applyAct, type Act } from '~core/model';
import type { Workbench } from '../../state/store';

/** Carries out an act that deletes, and says at once what went with it: more may hang on a record than one sees. @returns whether it was done */
export function commitAndTell(workbench: Workbench, act: Act): boolean {
  const { model, commit, notify } = workbench.getState();
  const applied = applyAct(model, act);
  if (!commit(act)) return false;
  if (applied.ok) notify(`${applied.sentence}. Ctrl Z brings back what it was.`);
  return true;
}

import { count } from '~core/units';
import type { Workbench } from '../../state/store';

/** Takes over what is proposed of the bars of beams and columns as their own; what is chosen already stays. */
export async function acceptBars(workbench: Workbench, ids: readonly string[]): Promise<void> {
  const { sheetIndex, commit, notify } = workbench.getState();
  const found = await Promise.all(ids.map(async (id) => ({ id, index: await sheetIndex(id) })));
  const changes = found.flatMap(({ id, index }): { id: string; fields: Record<string, unknown> }[] => {
    const { reinforcement, cage } = index ?? {};
    if (reinforcement?.accept) return [{ id, fields: { reinforcement: reinforcement.accept } }];
    return cage?.accept ? [{ id, fields: { cage: cage.accept } }] : [];
  });
  if (changes.length === 0) {
    notify(
      'Nothing is proposed for what is selected: bars are proposed for beams and columns of concrete that are checked.',
    );
    return;
  }
  commit({
    edits: [{ kind: 'change', table: 'members', changes }],
    sentence: `Accepted the proposed bars of ${count(changes.length, 'member')}`,
  });
}

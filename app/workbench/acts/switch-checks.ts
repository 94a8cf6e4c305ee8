import { count } from '~core/units';
import type { Workbench } from '../../state/store';

/** Switches the checks of members on or off; without them their verdict is open. */
export function switchChecks(workbench: Workbench, ids: readonly string[], on: boolean): void {
  const { model, commit } = workbench.getState();
  const members = ids.filter((id) => id in model.members && (model.members[id].unchecked === true) === on);
  if (members.length === 0) return;
  commit({
    edits: [
      {
        kind: 'change',
        table: 'members',
        changes: members.map((id) => ({ id, fields: { unchecked: on ? null : true } })),
      },
    ],
    sentence: `Switched the checks of ${members.length === 1 ? members[0] : count(members.length, 'member')} ${on ? 'on again' : 'off'}`,
  });
}

import { idSource, inOrder, projectRules, type DesignRules, type Member, type Model } from '~core/model';
import { count } from '~core/units';
import type { Workbench } from '../../state/store';

/** A name for one more set of rules: `Beams`, then `Beams 2`. */
function newName(model: Model, from: string): string {
  const taken = new Set(inOrder(model.designRules).map(({ label }) => label.toLowerCase()));
  const stem = from.replace(/ \d+$/, '');
  for (let i = 1; ; i++) {
    const name = i === 1 ? stem : `${stem} ${i}`;
    if (!taken.has(name.toLowerCase())) return name;
  }
}

/** Records that name design rules. */
export type Ruled = 'members' | 'walls';

/** The act that copies rules as a set of its own and gives it to members or walls. @param from id of a set; undefined: the rules of the project */
export function copyOfRules(model: Model, from: string | undefined, ids: readonly string[], table: Ruled = 'members') {
  const source: Partial<DesignRules> & Model['settings']['bars'] =
    from === undefined ? model.settings.bars : model.designRules[from];
  const id = idSource(model)('designRules');
  const areColumns = () => ids.length > 0 && ids.every((one) => model.members[one].role === 'column');
  const own = table === 'walls' ? 'Walls' : areColumns() ? 'Columns' : 'Beams';
  const set: DesignRules = { ...source, id, label: newName(model, source.label ?? own) };
  return {
    id,
    act: {
      edits: [
        { kind: 'add' as const, records: { designRules: [set] } },
        ...(ids.length > 0
          ? [
              {
                kind: 'change' as const,
                table,
                changes: ids.map((one) => ({ id: one, fields: { rules: id } })),
              },
            ]
          : []),
      ],
      sentence: `Copied ${source.label === undefined ? `the ${projectRules.toLowerCase()}` : `the design rules “${source.label}”`} as “${set.label}”${ids.length > 0 ? ` for ${count(ids.length, table === 'walls' ? 'wall' : 'member')}` : ''}`,
    },
  };
}

/** Copies rules as a set of its own, gives it to members or walls and shows it. @param from id of a set; undefined: the rules of the project */
export function copyRules(
  workbench: Workbench,
  from: string | undefined,
  ids: readonly string[],
  table: Ruled = 'members',
): void {
  const { model, commit, look } = workbench.getState();
  const { id, act } = copyOfRules(model, from, ids, table);
  commit(act);
  look({ panel: { kind: 'settings' }, part: `rules-${id}` });
}

/** Those of the members that are designed by rules of concrete. @param role left out: of any */
export const concreteOf = (model: Model, ids: readonly string[], role?: Member['role']): Member[] =>
  ids.flatMap((id) => {
    const member = model.members[id];
    if (!member || member.material === null || (role !== undefined && member.role !== role)) return [];
    return model.materials[member.material].kind === 'concrete' ? [member] : [];
  });

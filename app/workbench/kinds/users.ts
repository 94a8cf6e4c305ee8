import type { Model } from '~core/model';
import type { Selection } from '../../state/selection';

/** Sections and materials are chosen by the members that have them, and choosing them selects these. */
export const byUsers = (field: 'section' | 'material') => ({
  chosen: (model: Model, { members }: Selection): string[] =>
    members.flatMap((id) => (model.members[id] as Model['members'][string] | undefined)?.[field] ?? []),
  selects: (model: Model, ids: readonly string[]): Partial<Selection> => {
    const wanted = new Set(ids);
    return {
      members: Object.values(model.members)
        .filter((member) => wanted.has(member[field] ?? ''))
        .map((member) => member.id),
    };
  },
});

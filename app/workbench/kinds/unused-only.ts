import { count } from '~core/units';
import type { RowLayout } from '../cells/cells';

/** Sections and materials go when no member has them; those in use stay and are named. */
export function unusedOnly<Row extends { id: string }>(
  table: 'sections' | 'materials',
  name: (row: Row) => string,
  users: ReadonlyMap<string, number>,
): NonNullable<RowLayout<Row>['remove']> {
  return (rows) => {
    const used = rows.filter((row) => users.has(row.id));
    const free = rows.filter((row) => !users.has(row.id)).map((row) => row.id);
    const [first, ...others] = used;
    return {
      edits: free.length > 0 ? [{ kind: 'remove', table, ids: free }] : [],
      ...(first
        ? {
            kept: `${name(first)} is used by ${count(users.get(first.id)!, 'member')}${others.length > 0 ? `, and ${count(others.length, 'other')} by some too` : ''}: give them another ${table === 'sections' ? 'section' : 'material'} first.`,
          }
        : {}),
    };
  };
}

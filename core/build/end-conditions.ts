import type { Connection } from '../model';

/** A way members are joined to their nodes, known by name: stiffness 0 in the directions that are let go. */
export interface EndCondition {
  readonly name: string;
  readonly connection: Connection | undefined;
  /** what it lets go, in words */
  readonly why: string;
}

/** The named end conditions, in the member's local directions. */
export const endConditions: readonly EndCondition[] = [
  { name: 'fixed', connection: undefined, why: 'all forces and moments pass' },
  { name: 'pinned', connection: { ry: 0, rz: 0 }, why: 'bending moments do not pass; torsion does' },
  { name: 'hinge about y', connection: { ry: 0 }, why: 'strong-axis moment does not pass' },
  { name: 'hinge about z', connection: { rz: 0 }, why: 'weak-axis moment does not pass' },
  { name: 'ball', connection: { rx: 0, ry: 0, rz: 0 }, why: 'no moment passes, torsion neither' },
  { name: 'slotted', connection: { ux: 0, ry: 0, rz: 0 }, why: 'slides along the member and turns; only shear passes' },
  { name: 'sliding', connection: { ux: 0 }, why: 'slides along the member; moments and shear pass' },
  { name: 'shear release', connection: { uz: 0 }, why: 'vertical shear does not pass' },
];

const key = (connection: Connection | undefined): string =>
  JSON.stringify(
    Object.entries(connection ?? {})
      .filter(([, value]) => value !== undefined)
      .sort(([a], [b]) => a.localeCompare(b)),
  );
const byKey = new Map(endConditions.map((condition) => [key(condition.connection), condition.name]));

/** The name of an end condition; "partly fixed" with springs, "other" for a combination without a name. */
export function endConditionName(connection: Connection | undefined): string {
  return (
    byKey.get(key(connection)) ??
    (Object.values(connection ?? {}).some((value) => value > 0) ? 'partly fixed' : 'other')
  );
}

/** What of a member's ends a symbol shows. */
export function endSymbol(connection: Connection | undefined): 'none' | 'hinge' | 'slide' | 'spring' {
  if (!connection || Object.keys(connection).length === 0) return 'none';
  if (Object.values(connection).some((value) => value > 0)) return 'spring';
  return connection.ux === 0 || connection.uy === 0 || connection.uz === 0 ? 'slide' : 'hinge';
}

import {
  cutComponents,
  cutTable,
  displacementTable,
  extremesByMember,
  reactionTable,
  storeyTable,
  type ForceComponent,
  type ResultTable,
  type Shown,
} from '~core/results';
import type { Results } from '../../state/compare-slice';

export type ComparedKind = 'cuts' | 'extremes' | 'displacements' | 'reactions' | 'storeys' | 'utilisations';

type Side = Results & { readonly shown: Shown };

/** Two tables of one kind, the columns whose numbers can be compared, and how many leading cells name a row. */
export interface ComparedTables {
  readonly before: ResultTable;
  readonly after: ResultTable;
  readonly columns: readonly string[];
  readonly named: number;
}

/** The tables of two results that are set against each other. */
export function tables(kind: ComparedKind, component: ForceComponent, before: Side, after: Side): ComparedTables {
  const both = (make: (side: Side) => ResultTable, columns: readonly string[], named = 1): ComparedTables => {
    const [one, two] = [make(before), make(after)];
    return { before: one, after: two, columns, named };
  };
  switch (kind) {
    case 'extremes':
      return both((side) => extremesByMember(side.model, side.solution, side.shown, component), [component], 3);
    case 'displacements':
      return both((side) => displacementTable(side.model, side.solution, side.shown), ['u', 'ux', 'uy', 'uz']);
    case 'reactions':
      return both(
        (side) => reactionTable(side.model, side.solution, side.shown),
        ['Rz', 'Rx', 'Ry', 'R', 'Mx', 'My', 'Mz'],
        2,
      );
    case 'cuts':
      return both((side) => cutTable(side.model, side.solution, side.shown), [...cutComponents], 2);
    case 'storeys': {
      // rows of two cases have other ids; the storey is what they share
      const byStorey = (side: Side) => {
        const table = storeyTable(side.model, side.solution, side.shown);
        const single = new Set(table.rows.map((row) => row.storey)).size === table.rows.length;
        return {
          ...table,
          rows: table.rows.map((row) => ({ ...row, key: single ? (row.storey ?? row.key) : row.key })),
        };
      };
      return both(
        byStorey,
        ['drift x', 'drift y', 'shear x', 'shear y', 'gravity', 'overturning y', 'overturning x', 'PΔ/Vh x', 'PΔ/Vh y'],
        2,
      );
    }
    case 'utilisations':
      return both(utilisationTable, ['utilisation']);
  }
}

/** Utilisations of members as a table. */
export function utilisationTable({ model, checks }: Pick<Results, 'model' | 'checks'>): ResultTable {
  return {
    id: 'utilisations',
    title: 'Utilisations',
    note: 'the governing check of each member, worst of strength and service',
    columns: [
      { title: 'Member', kind: 'words' },
      { title: 'Section', kind: 'words' },
      { title: 'utilisation', kind: 'number', decimals: 2 },
      { title: 'check', kind: 'words' },
      { title: 'clause', kind: 'words' },
      { title: 'by', kind: 'words' },
    ],
    rows: [...checks.values()].flatMap((row) => {
      const member = model.members[row.memberId];
      return member === undefined
        ? []
        : [
            {
              key: row.memberId,
              member: row.memberId,
              size: row.utilisation ?? 0,
              cells: [
                member.label ?? row.memberId,
                member.section === null ? 'none' : model.sections[member.section].name,
                row.utilisation,
                row.utilisation === null ? row.reason : row.title,
                row.utilisation === null ? '' : `${row.code} ${row.clause}`,
                row.combination,
              ],
            },
          ];
    }),
  };
}

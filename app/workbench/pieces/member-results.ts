import { useMemo } from 'react';
import {
  governingExtremes,
  MemberLine,
  type ForceComponent,
  type GoverningExtremes,
  type StationTable,
} from '~core/results';
import { useWorkbench } from '../../state/store';
import { shownParts, stationTable, type ShownPart } from '~core/results';

export interface MemberResults {
  readonly table: StationTable;
  /** the member's number in the solution */
  readonly number: number;
  readonly parts: readonly ShownPart[];
  readonly weights: readonly Float64Array[];
  readonly extremes: GoverningExtremes;
}

/** Results of one member in what is shown; undefined while there are none. */
export function useMemberResults(member: string): MemberResults | undefined {
  const solved = useWorkbench((state) => state.solved);
  const model = useWorkbench((state) => state.model);
  const shown = useWorkbench((state) => state.shown);
  return useMemo(() => {
    const number = solved ? solved.solution.memberIds.indexOf(member) : -1;
    if (!solved || number < 0) return undefined;
    const parts = shownParts(model, solved.solution, shown);
    if (parts.length === 0) return undefined;
    const table = stationTable(solved.solution);
    const lines = parts.map((part) => new MemberLine(solved.solution, part.state, number));
    return {
      table,
      number,
      parts,
      weights: parts.map((part) => part.weights),
      extremes: governingExtremes(lines, table.stations(number)),
    };
  }, [solved, model, shown, member]);
}

export interface ExtremeRow {
  readonly name: string;
  readonly component: ForceComponent;
  readonly value: number;
  readonly x: number;
  readonly by: string;
}

/** The extremes worth a row: largest and smallest of each component, without those that are nothing. */
export function extremeRows({ extremes, parts }: MemberResults, components: readonly ForceComponent[]): ExtremeRow[] {
  const names: Record<ForceComponent, [string, string]> = {
    N: ['N tension', 'N compression'],
    Vy: ['Vy largest', 'Vy smallest'],
    Vz: ['Vz largest', 'Vz smallest'],
    T: ['T largest', 'T smallest'],
    My: ['My sagging', 'My hogging'],
    Mz: ['Mz largest', 'Mz smallest'],
  };
  const rows = components.flatMap((component) =>
    (['max', 'min'] as const).map((side, i): ExtremeRow => {
      const { value, x, line } = extremes[component][side];
      return { name: names[component][i], component, value, x, by: parts[line].label };
    }),
  );
  const noise = 10;
  return rows.filter(
    (row) =>
      Math.abs(row.value) > noise &&
      (row.name.includes('tension') || row.name.includes('sagging')
        ? row.value > 0
        : row.name.includes('compression') || row.name.includes('hogging')
          ? row.value < 0
          : true),
  );
}

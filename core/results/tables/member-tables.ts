import type { Solution } from '../../fem';
import type { Model } from '../../model';
import { forceComponents, lineIndex, type ForceComponent } from '../member-line';
import { shownParts, shownWords, stationTable, isEnvelope, type Shown } from '../shown';
import { storeyOfHeight } from './node-tables';
import type { Cell, ResultTable, TableColumn, TableRow } from './table';

export const kindOfForce = (component: ForceComponent): 'force' | 'moment' =>
  component === 'T' || component === 'My' || component === 'Mz' ? 'moment' : 'force';

const forceColumns: readonly TableColumn[] = forceComponents.map((component) => ({
  title: component,
  kind: kindOfForce(component),
}));

/** Members that have results and are still in the model, with what every row says of them. */
function membersOf(
  model: Model,
  solution: Solution,
  only?: ReadonlySet<string>,
): { id: string; number: number; name: string; section: string; storey: string }[] {
  return solution.memberIds.flatMap((id, number) => {
    const member = model.members[id];
    if (!member || (only && !only.has(id))) return [];
    const top = Math.max(model.nodes[member.start].position[2], model.nodes[member.end].position[2]);
    return [
      {
        id,
        number,
        name: member.label ?? id,
        section: member.section === null ? 'none' : model.sections[member.section].name,
        storey: storeyOfHeight(model, top),
      },
    ];
  });
}

/** Where along members values are told: both ends, the ends and the place of the largest moment, or so many equal parts. */
export type StationChoice = 'ends' | 'extremes' | 4 | 10;

/**
 * Internal forces at chosen places of members; of an envelope the largest and the smallest in two rows.
 * @param only the members wanted; all when left out
 */
export function stationRows(
  model: Model,
  solution: Solution,
  shown: Shown,
  choice: StationChoice,
  only?: ReadonlySet<string>,
): ResultTable {
  const parts = shownParts(model, solution, shown);
  const table = stationTable(solution);
  const weights = parts.map((part) => part.weights);
  const both = isEnvelope(shown);
  const columns: TableColumn[] = [
    { title: 'Member', kind: 'words' },
    { title: 'Section', kind: 'words' },
    { title: 'at', kind: 'length', decimals: 2 },
    ...(both ? [{ title: '', kind: 'words' } as const] : []),
    ...forceColumns,
  ];
  const rows =
    parts.length === 0
      ? []
      : membersOf(model, solution, only).flatMap(({ id, number, name, section, storey }): TableRow[] => {
          const length = solution.lengths[number];
          const extremes =
            choice === 'extremes'
              ? [table.extremes(number, weights, 'My').max.x, table.extremes(number, weights, 'My').min.x]
              : [];
          const wanted =
            typeof choice === 'number'
              ? Array.from({ length: choice + 1 }, (_, i) => (length * i) / choice)
              : [...new Set([0, ...extremes, length])].sort((a, b) => a - b);
          return wanted.flatMap((x) => {
            const values = parts.map((part) => table.at(number, part.weights, x));
            const row = (which: '' | 'largest' | 'smallest', pick: (list: number[]) => number): TableRow => {
              const forces = forceComponents.map((component) =>
                pick(values.map((value) => value[lineIndex[component]])),
              );
              return {
                key: `${id} ${x.toFixed(4)} ${which}`.trim(),
                member: id,
                storey,
                size: Math.abs(forces[4]),
                cells: [name, section, x, ...(both ? [which] : []), ...forces],
              };
            };
            return both
              ? [row('largest', (list) => Math.max(...list)), row('smallest', (list) => Math.min(...list))]
              : [row('', ([value]) => value)];
          });
        });
  const { name, detail } = shownWords(model, shown);
  return {
    id: 'stations',
    title: 'Internal forces of members',
    note: `${name}: ${detail}; exact at each place, N tension positive${both ? '; the largest and smallest of each on its own' : ''}`,
    columns,
    rows,
  };
}

/** The extremes of one internal force member by member: value, place, the combination it comes from, and what acts together with it there. */
export function extremesByMember(
  model: Model,
  solution: Solution,
  shown: Shown,
  component: ForceComponent,
  only?: ReadonlySet<string>,
): ResultTable {
  const parts = shownParts(model, solution, shown);
  const table = stationTable(solution);
  const weights = parts.map((part) => part.weights);
  const others = forceComponents.filter((one) => one !== component);
  const columns: TableColumn[] = [
    { title: 'Member', kind: 'words' },
    { title: 'Section', kind: 'words' },
    { title: '', kind: 'words' },
    { title: component, kind: kindOfForce(component) },
    { title: 'at', kind: 'length', decimals: 2 },
    { title: 'by', kind: 'words' },
    ...others.map((one): TableColumn => ({ title: `${one} there`, kind: kindOfForce(one) })),
  ];
  const rows =
    parts.length === 0
      ? []
      : membersOf(model, solution, only).flatMap(({ id, number, name, section, storey }): TableRow[] => {
          const extremes = table.extremes(number, weights, component);
          return (['max', 'min'] as const).map((side): TableRow => {
            const { value, x, by } = extremes[side];
            const there = table.at(number, weights[by], x);
            const cells: Cell[] = [
              name,
              section,
              side === 'max' ? 'largest' : 'smallest',
              value,
              x,
              parts[by].label,
              ...others.map((one) => there[lineIndex[one]]),
            ];
            return { key: `${id} ${side}`, member: id, storey, size: Math.abs(value), cells };
          });
        });
  return {
    id: 'extremes',
    title: `Extremes of ${component} by member`,
    note: `${shownWords(model, shown).name}; exact along the member, with what acts together with it`,
    columns,
    rows,
  };
}

/** The extremes of one internal force case by case or combination by combination: value, member and place. */
export function extremesByCombination(
  model: Model,
  solution: Solution,
  shown: Shown,
  component: ForceComponent,
  only?: ReadonlySet<string>,
): ResultTable {
  const table = stationTable(solution);
  const members = membersOf(model, solution, only);
  const kind = kindOfForce(component);
  const columns: TableColumn[] = [
    { title: 'By', kind: 'words' },
    { title: `largest ${component}`, kind },
    { title: 'in', kind: 'words' },
    { title: 'at', kind: 'length', decimals: 2 },
    { title: `smallest ${component}`, kind },
    { title: 'in', kind: 'words' },
    { title: 'at', kind: 'length', decimals: 2 },
  ];
  const rows =
    members.length === 0
      ? []
      : shownParts(model, solution, shown).map(({ id, label, weights }): TableRow => {
          let max = { value: -Infinity, x: 0, member: members[0] };
          let min = { value: Infinity, x: 0, member: members[0] };
          for (const member of members) {
            const extremes = table.extremes(member.number, [weights], component);
            if (extremes.max.value > max.value) max = { ...extremes.max, member };
            if (extremes.min.value < min.value) min = { ...extremes.min, member };
          }
          const worst = Math.abs(max.value) >= Math.abs(min.value) ? max : min;
          return {
            key: id,
            member: worst.member.id,
            size: Math.abs(worst.value),
            cells: [label, max.value, max.member.name, max.x, min.value, min.member.name, min.x],
          };
        });
  return {
    id: 'byCombination',
    title: `Extremes of ${component} by combination`,
    note: `over ${members.length} members`,
    columns,
    rows,
  };
}

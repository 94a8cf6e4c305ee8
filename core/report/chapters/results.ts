import type { Solution } from '../../fem';
import { inOrder, isHeld, type Model } from '../../model';
import {
  combinationStates,
  combinationWeights,
  forceComponents,
  lineReactions,
  stationTable,
  type ForceComponent,
  type LoadState,
  shownWords,
} from '../../results';
import { formatValue, unitLabel, type QuantityKind } from '../../units';
import { type Block, table, number, paragraph, heading } from '../blocks';
import type { ReportChoice } from '../choice';
import { resultsShown, tableBlock, reportTables } from '../result-tables';
import type { ResultChapter } from './chapter';

const kindOf = (component: ForceComponent): QuantityKind =>
  component === 'My' || component === 'Mz' || component === 'T' ? 'moment' : 'force';

function resultBlocks(model: Model, solution: Solution): Block[] {
  const { units } = model.settings;
  const strength = combinationStates(
    model,
    solution,
    inOrder(model.combinations).filter((one) => one.purpose === 'strength'),
  );
  if (strength.length === 0) return [paragraph('There is no strength combination, so nothing governs.')];
  const stations = stationTable(solution);
  const weights = strength.map(({ combination }) => combinationWeights(solution, combination, model.combinations));
  const show = (value: number, component: ForceComponent) => formatValue(value, kindOf(component), units);
  const rows = solution.memberIds.map((id, m) => {
    const cell = (component: ForceComponent) => {
      const { max, min } = stations.extremes(m, weights, component);
      const worst = Math.abs(max.value) >= Math.abs(min.value) ? max : min;
      return `${show(worst.value, component)} ${strength[worst.by].combination.label}`;
    };
    return [model.members[id]?.label ?? id, ...forceComponents.map(cell)];
  });
  const [force, moment] = [unitLabel('force', units), unitLabel('moment', units)];
  const reactionRows = solution.nodeIds.flatMap((id, i) => {
    if (!isHeld(model.nodes[id])) return [];
    const range = (direction: number) => {
      const values = strength.map(({ state }) => state.reactions[6 * i + direction]);
      return `${formatValue(Math.min(...values), 'force', units)} … ${formatValue(Math.max(...values), 'force', units)}`;
    };
    return [[id, range(0), range(1), range(2)]];
  });
  return [
    paragraph(
      'The largest internal force of each kind over all strength combinations, exact along the member, with the combination it comes from.',
    ),
    table(
      [
        'Member',
        ...forceComponents.map((component) => number(component, kindOf(component) === 'force' ? force : moment)),
      ],
      rows,
    ),
    heading('Reactions, strength combinations'),
    table(['Node', number('Rx', force), number('Ry', force), number('Rz', force)], reactionRows),
    ...lineReactionBlocks(model, solution, strength),
  ];
}

/** Sums along each line support over all strength combinations, and the least and largest upward force per length on it. */
function lineReactionBlocks(
  model: Model,
  solution: Solution,
  states: readonly { readonly state: LoadState }[],
): Block[] {
  const lines = inOrder(model.lineSupports);
  if (lines.length === 0) return [];
  const { units } = model.settings;
  const found = states.map(({ state }) => lineReactions(model, solution, state));
  const range = (values: readonly number[], kind: QuantityKind) =>
    `${formatValue(Math.min(...values), kind, units)} … ${formatValue(Math.max(...values), kind, units)}`;
  const [force, perLength] = [unitLabel('force', units), unitLabel('lineLoad', units)];
  return [
    heading('Line supports, strength combinations'),
    table(
      ['Line', number('Rx', force), number('Ry', force), number('Rz', force), number('rz along it', perLength)],
      lines.map(({ id, label }) => {
        const own = found.map((one) => one.get(id)!);
        return [
          label ?? id,
          ...[0, 1, 2].map((k) =>
            range(
              own.map((one) => one.force[k]),
              'force',
            ),
          ),
          range(
            own.flatMap(({ stations }) => stations.map((station) => station.perLength[2])),
            'lineLoad',
          ),
        ];
      }),
      'Sums over each line; where rz is below zero the line is held down there.',
    ),
  ];
}

/** Extremes with what acts together, reactions, rows of supports and movements of what was chosen. */
function resultTableBlocks(model: Model, solution: Solution, choice: ReportChoice): Block[] {
  const shown = resultsShown(model, choice);
  if (!shown) return [{ kind: 'paragraph', text: 'There is no load case, so there are no results.' }];
  const { name, detail } = shownWords(model, shown);
  return [
    { kind: 'paragraph', text: `Results of ${name}: ${detail}.` },
    ...reportTables(model, solution, choice).flatMap((table): Block[] => [
      { kind: 'heading', text: table.title },
      tableBlock(table, model),
    ]),
  ];
}

export const resultsChapter: ResultChapter = {
  name: 'Governing results',
  title: 'Governing results',
  needsResults: true,
  blocks: ({ model, solution, choice }) => [
    ...(choice.results || choice.worst || choice.detail === 'brief' ? [] : resultBlocks(model, solution)),
    ...(choice.results || choice.worst || (choice.detail ?? 'normal') !== 'normal'
      ? resultTableBlocks(model, solution, choice)
      : []),
  ],
};

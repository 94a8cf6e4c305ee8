import { actingLoads, caseResultants, loadWords, targetOf } from '../../loading';
import { inOrder, plainWords, type Load, type Model } from '../../model';
import { formatValue, unitLabel, type QuantityKind } from '../../units';
import { type Block, table, number, heading } from '../blocks';
import type { Chapter } from './chapter';

function loadBlocks(model: Model): Block[] {
  const { units } = model.settings;
  const loads = actingLoads(model);
  const cases = inOrder(model.cases);
  const sums = caseResultants(model);
  const part = (value: number, kind: QuantityKind) => formatValue(value, kind, units);
  const blocks: Block[] = [
    table(
      [
        'Case',
        'Name',
        'Nature',
        'Self-weight',
        number('Loads'),
        ...['x', 'y', 'z'].map((axis) => number(`F ${axis}`, unitLabel('force', units))),
      ],
      cases.map((one) => [
        one.label,
        one.name,
        plainWords(one.nature),
        one.selfWeight ? 'yes' : '',
        String(loads.filter((load) => load.case === one.id).length),
        ...sums.get(one.id)!.force.map((value) => part(value, 'force')),
      ]),
      'F: sum of what acts, loads made by rules included.',
    ),
  ];
  for (const one of cases) {
    const own = loads.filter((load) => load.case === one.id);
    const rules = [
      ...new Set(
        own
          .filter((load) => !(load.id in model.loads))
          .map((load) => model.loadRules[load.id.split('-')[0]]?.label ?? ''),
      ),
    ];
    if (own.length > 0)
      blocks.push(
        heading(`Case ${one.label}, ${one.name}${rules.length > 0 ? `, by rule ${rules.join(', ')}` : ''}`),
        table(['On', 'Kind', 'Direction', number('Value'), 'Place'], grouped(own.map((load) => loadRow(load, model)))),
      );
  }
  return blocks;
}

function loadRow(load: Load, model: Model): string[] {
  const { kind, direction, value, place } = loadWords(load, model.settings.units);
  return [targetOf(load, model), kind, direction, value, place];
}

/** Rows that differ only in what they act on are told together. */
function grouped(rows: string[][]): string[][] {
  const groups = new Map<string, string[][]>();
  for (const row of rows) {
    const key = row.slice(1).join('|');
    groups.set(key, [...(groups.get(key) ?? []), row]);
  }
  return [...groups.values()].map((group) => [group.map((row) => row[0]).join(', '), ...group[0].slice(1)]);
}

export const loadsChapter: Chapter = {
  name: 'Loads',
  title: 'Loads',
  blocks: ({ model }) => loadBlocks(model),
};

import { solveNow } from '~core/fem';
import type { Model } from '~core/model';
import { stationTable, type Shown } from '~core/results';
import { plainlyDrawn } from '~core/picture';
import { drawQuantity } from '~core/picture';
import { manyCases } from './loads-stage';

const timed = <T>(work: () => T): [T, number] => {
  const start = performance.now();
  const value = work();
  return [value, performance.now() - start];
};

/** What a switch of case costs where it is shown, for a large model: first and second time, case, combination and envelope; ms and the ratio to a case already seen. */
export function resultsStageTable(frame: Model): void {
  const model = manyCases(frame);
  const before = process.memoryUsage();
  const solution = solveNow(model).solution!;
  const [, setUp] = timed(() => stationTable(solution));
  const members = solution.memberIds.map((_, m) => m);
  const cases = Object.keys(model.cases);
  const combinations = Object.values(model.combinations).filter((one) => one.purpose === 'strength');
  const draw = (shown: Shown) =>
    timed(() => drawQuantity({ model, solution, shown }, members, 'My', 40, plainlyDrawn))[1];
  const rows: [string, number][] = [
    ['first case', draw({ kind: 'case', id: cases[0] })],
    ['the same case again', draw({ kind: 'case', id: cases[0] })],
    ['a second case', draw({ kind: 'case', id: cases[1] })],
    ['a combination, its cases new', draw({ kind: 'combination', id: combinations[3].id })],
    ['a combination, its cases seen', draw({ kind: 'combination', id: combinations[4].id })],
    [`envelope of ${combinations.length}, first time`, draw({ kind: 'envelope', purpose: 'strength' })],
    [`envelope of ${combinations.length}, again`, draw({ kind: 'envelope', purpose: 'strength' })],
    [
      'deflected shape of a case',
      timed(() =>
        drawQuantity(
          { model, solution, shown: { kind: 'case', id: cases[1] } },
          members,
          'deflected',
          40,
          plainlyDrawn,
        ),
      )[1],
    ],
    ['setting up', setUp],
  ];
  const after = process.memoryUsage();
  const base = rows[1][1];
  console.log(
    `\nA switch of what is shown, ${members.length} members, ${cases.length} cases, ${Object.keys(model.combinations).length} combinations, ms (× a case already seen)`,
  );
  for (const [name, value] of rows)
    console.log(`  ${name.padEnd(42)} ${value.toFixed(1).padStart(8)}  (× ${(value / base).toFixed(1)})`);
  console.log(
    `  memory: heap ${((after.heapUsed - before.heapUsed) / 1e6).toFixed(0)} MB, arrays ${((after.arrayBuffers - before.arrayBuffers) / 1e6).toFixed(0)} MB`,
  );
}

import { buildTernHide } from '../../demo/tern-hide';
import { solveNow } from '../fem';
import { answer, fixed } from './verification/book/structure';
import {
  caseWeights,
  combinationWeights,
  extremesOf,
  governingExtremes,
  lineIndex,
  MemberLine,
  StationTable,
  stationTable,
  stationsOf,
  superpose,
} from './index';

const model = buildTernHide();
const { solution } = solveNow(model);
const combinations = Object.values(model.combinations);

test('a band over one combination is that combination, over many it encloses each', () => {
  const table = new StationTable(solution!);
  const weights = combinations.map((combination) => combinationWeights(solution!, combination));
  for (let member = 0; member < solution!.memberIds.length; member++) {
    for (const quantity of ['N', 'Vz', 'My', 'w'] as const) {
      const all = table.band(member, weights, quantity);
      weights.forEach((set) => {
        const line = new MemberLine(solution!, superpose(solution!, set), member);
        const one = table.band(member, [set], quantity);
        all.stations.forEach(({ x, after }, s) => {
          const exact = line.at(x, after)[lineIndex[quantity]];
          expect(Math.abs(one.max[s] - exact)).toBeLessThan(1e-9 * Math.max(1, Math.abs(exact)));
          expect(all.max[s]).toBeGreaterThanOrEqual(one.max[s]);
          expect(all.min[s]).toBeLessThanOrEqual(one.min[s]);
        });
      });
    }
  }
});

test('extremes from the table are those of the member lines', () => {
  const table = new StationTable(solution!);
  const weights = combinations.map((combination) => combinationWeights(solution!, combination));
  const lines = (member: number) => weights.map((set) => new MemberLine(solution!, superpose(solution!, set), member));
  for (let member = 0; member < solution!.memberIds.length; member++) {
    const exact = governingExtremes(lines(member), stationsOf(solution!, member));
    for (const component of ['N', 'Vz', 'My', 'Mz'] as const) {
      const found = table.extremes(member, weights, component);
      for (const side of ['max', 'min'] as const)
        expect(Math.abs(found[side].value - exact[component][side].value)).toBeLessThan(
          1e-6 * Math.max(1, Math.abs(exact[component][side].value)),
        );
    }
  }
});

test('extremes are found between stations: no station exceeds them, and the shear vanishes there', () => {
  const line = new MemberLine(solution!, superpose(solution!, combinationWeights(solution!, combinations[0])), 2);
  const fine = Array.from({ length: 2001 }, (_, i) => line.at((line.length * i) / 2000)[lineIndex.My]);
  const { max } = extremesOf(line, stationsOf(solution!, 2)).My;
  expect(max.value).toBeGreaterThanOrEqual(Math.max(...fine) - 1e-9);
  if (max.x > 0 && max.x < line.length) expect(Math.abs(line.at(max.x)[lineIndex.Vz])).toBeLessThan(1e-6);
});

test('loads that end a rounding error before the end of a member make no false shear there', () => {
  // 3 × 1.4 is not 4.2: two places 10⁻¹⁵ m apart, between which a mean of moments would be noise
  const length = 4.2;
  const almost = 1.4 + 1.4 + 1.4 - 1e-15;
  const { solution } = answer({
    nodes: [{ position: [0, 0, 0], support: fixed }, { position: [length, 0, 0] }],
    members: [[1, 2]],
    loads: [
      { type: 'uniform', axes: 'global', member: 'm1', direction: 'z', value: -7e3, from: 0, to: almost },
      { type: 'node', node: 'n2', force: [0, 0, -1e3], moment: [0, 0, 0] },
    ],
  });
  const { max, min } = stationTable(solution).extremes(0, [caseWeights(solution, 'c1')], 'Vz');
  expect(max.value).toBeCloseTo(7e3 * 4.2 + 1e3, 3);
  expect(min.value).toBeCloseTo(1e3, 3);
});

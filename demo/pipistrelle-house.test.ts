import { solveNow } from '~core/fem';
import { storeysUpward, wallParts } from '~core/model';
import { buildPipistrelleHouse } from './pipistrelle-house';

const model = buildPipistrelleHouse();
const caseOf = (label: string) => Object.values(model.cases).find((one) => one.label === label)!.id;

/** Of C35/45, N/m³. */
const unitWeight = 2549 * 9.80665;
const shafts = 2 * 2.6 * 6.6;
const floor = 33 * 19.8;
const storeys = 7;

test('its storeys are copies of one: each with its slab, heads, columns and two cores', () => {
  const levels = storeysUpward(model).slice(1);
  expect(levels).toHaveLength(storeys);
  for (const { elevation } of levels) {
    const at = (id: string) => Math.abs(model.nodes[id].position[2] - elevation) < 1e-6;
    expect(Object.values(model.slabs).filter(({ corners }) => corners.every(at))).toHaveLength(1);
    expect(Object.values(model.columnHeads).filter(({ node }) => at(node))).toHaveLength(4);
    expect(Object.values(model.members).filter(({ end }) => at(end))).toHaveLength(20);
    expect(
      Object.values(model.walls).filter(
        ({ corners }) => corners.some(at) && corners.some((id) => model.nodes[id].position[2] < elevation - 1),
      ),
    ).toHaveLength(8);
  }
  // each core has three walls of one pier and one that two doors part into three
  const { piers, beams } = wallParts(model);
  expect(piers).toHaveLength(storeys * 2 * 6);
  expect(beams).toHaveLength(storeys * 2 * 2);
});

test('its weights are those of a calculation by hand, and soil bears them and the wind everywhere', () => {
  const { solution, findings } = solveNow(model);
  expect(findings.filter(({ severity }) => severity === 'stop')).toEqual([]);
  const down = (label: string) => -solution!.cases.find(({ id }) => id === caseOf(label))!.applied[2];
  const volume =
    ((storeys - 1) * (floor - shafts) + floor) * 0.24 +
    storeys * 4 * 2.4 ** 2 * 0.2 +
    storeys * 20 * 0.5 ** 2 * 3.3 +
    storeys * 2 * ((2 * 6.6 + 2 * 4.4) * 3.3 - 2 * 1.2 * 2.3) * 0.25 +
    (33 + 3) * (19.8 + 3) * 0.8 +
    2 * (4.4 + 2.4) * (6.6 + 2.4) * 0.4;
  expect(down('G') / (volume * unitWeight)).toBeCloseTo(1, 5);
  expect(down('SG')).toBeCloseTo(
    2000 * ((storeys - 1) * (floor - shafts) + floor) + storeys * 6000 * 2 * (33 + 19.8),
    -1,
  );
  expect(down('Q')).toBeCloseTo(3000 * (storeys - 1) * (floor - shafts), -1);
  expect(down('QH')).toBeCloseTo(750 * floor, -1);
  // a combination without a state of its own is the sum of its cases: nothing lifts off
  expect(solution!.cases).toHaveLength(Object.keys(model.cases).length);
  for (const { applied, reacted, forceScale } of solution!.cases)
    for (let i = 0; i < 3; i++) expect(Math.abs(applied[i] + reacted[i])).toBeLessThan(1e-7 * forceScale);
});

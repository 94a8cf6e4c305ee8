import { buildQuillhavenLibrary } from '../../demo/quillhaven-library';
import { whatHolds } from '../build';
import { solveNow } from '../fem';
import { imbalanceOf } from './index';
import { build, fixed, pinned } from './verification/book/structure';

describe('why something does not add up', () => {
  const model = buildQuillhavenLibrary();
  const solution = solveNow(model).solution!;

  test('at every node of the demonstration loads, reactions and what members hand over leave nothing', () => {
    for (const one of Object.values(model.cases)) {
      const largest = solution.cases.find((each) => each.id === one.id)!.forceScale;
      for (const { size } of imbalanceOf(model, solution, one.id)!.nodes)
        expect(size).toBeLessThan(1e-7 * Math.max(1, largest));
    }
  });

  test('a force that was tampered with is found at the node it acts on, with the members that meet there', () => {
    const at = solution.memberIds.indexOf('m145');
    const cases = solution.cases.map((one, c) => {
      if (c > 0) return one;
      const startForces = one.startForces.slice();
      startForces[6 * at + 2] += 500;
      return { ...one, startForces };
    });
    const reading = imbalanceOf(model, { ...solution, cases }, solution.cases[0].id)!;
    const ends = [model.members.m145.start, model.members.m145.end];
    expect(ends).toContain(reading.nodes[0].node);
    expect(reading.nodes[0].size).toBeCloseTo(500, 3);
    expect(reading.nodes[0].members.map((member) => member.id)).toContain('m145');
    expect(reading.stiffest!.stiffness).toBeGreaterThan(reading.softest!.stiffness);
  });
});

describe('what holds a node', () => {
  const model = build({
    nodes: [
      { position: [0, 0, 0], support: fixed },
      { position: [0, 0, 3] },
      { position: [4, 0, 3] },
      { position: [4, 0, 0], support: pinned },
      { position: [9, 9, 9] },
    ],
    members: [
      [1, 2, { role: 'column' }],
      [2, 3, { startConnection: { ry: 0, rz: 0 } }],
      [4, 3, { role: 'column', endConnection: { ry: 0, rz: 0 } }],
    ],
  });
  test.each([
    ['n1', /^Node n1 is fixed\./],
    ['n4', /holds it along x, along y and along z, not about x, about y and about z/],
    ['n3', /column m3: pinned here, fixed at n4/],
    ['n2', /beam m2: pinned here, fixed at n3/],
    ['n5', /No member meets it/],
    ['n77', /not in the model/],
  ])('%s', (node, words) => expect(whatHolds(model, node).join(' ')).toMatch(words));

  test('a node at which everything is hinged is told to turn freely', () => {
    const hinged = {
      ...model,
      members: { ...model.members, m2: { ...model.members.m2, endConnection: { ry: 0, rz: 0 } } },
    };
    expect(whatHolds(hinged, 'n3').at(-1)).toBe('No member keeps the node from turning: every one is hinged here.');
    expect(whatHolds(model, 'n3').at(-1)).not.toMatch(/turning/);
  });
});

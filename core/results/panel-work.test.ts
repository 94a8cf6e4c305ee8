import { solveNow } from '../fem';
import { applyAct, type Model, type Vector } from '../model';
import { build, fixed } from './verification/book/structure';
import { askStructure, caseWeights, mostMoved, movementShares, superpose } from './index';

const held = { ux: true, uy: true, uz: true, rx: false, ry: false, rz: true };

/** A slab on a beam in its middle and a line at each side, warmed above; with a load at a node of its own. */
function floor(): Model {
  const made = applyAct(
    build({
      E: 30e9,
      poisson: 0.2,
      density: 2500,
      selfWeight: true,
      nodes: (
        [
          [0, 0, 0],
          [6, 0, 0],
          [6, 6, 0],
          [0, 6, 0],
          [0, 3, 0],
          [6, 3, 0],
          [3, 1.5, 0],
          [0, 3, -3],
          [6, 3, -3],
        ] as [number, number, number][]
      ).map((position, i) => ({ position, ...(i > 6 ? { support: fixed } : {}) })),
      members: [
        [5, 6],
        [8, 5],
        [9, 6],
      ],
      shape: { type: 'rectangle', width: 0.3, depth: 0.4 },
      loads: [{ type: 'node', node: 'n7', force: [0, 0, -20e3], moment: [0, 0, 0] }],
    }),
    {
      edits: [
        {
          kind: 'add',
          records: {
            slabs: [
              { id: 'b1', corners: ['n1', 'n2', 'n3', 'n4'], thickness: 0.2, material: 't1', behaviour: 'shell' },
            ],
            lineSupports: [
              { id: 'j1', start: 'n1', end: 'n2', support: held },
              { id: 'j2', start: 'n3', end: 'n4', support: { ...held, uy: false } },
            ],
            loads: [{ id: 'l9', case: 'c1', type: 'panelTemperature', slab: 'b1', change: 10, difference: 5 }],
          },
        },
      ],
    },
  );
  if (!made.ok) throw new Error(made.error);
  return made.model;
}

test('members and the slab together account for the whole movement of the place that moves most', () => {
  const model = floor();
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  const state = superpose(solution, caseWeights(solution, 'c1'));
  const n = mostMoved(solution, 'b1', state.displacements, 2)!;
  const at = Array.from(solution.positions.subarray(3 * n, 3 * n + 3)) as unknown as Vector;
  const unit = askStructure(model, [[{ node: at, force: [0, 0, 1000], moment: [0, 0, 0] }]])!;
  const movement = state.displacements[6 * n + 2];
  const { members, panels, rest } = movementShares(
    solution,
    state,
    { solution: unit.solution, state: unit.states[0], size: 1000 },
    movement,
  );
  // supports are rigid: nothing is left for them
  expect(Math.abs(rest / movement)).toBeLessThan(1e-6);
  expect(panels).toHaveLength(1);
  const ofMembers = members.reduce((sum, one) => sum + one.total, 0);
  expect((ofMembers + panels[0].total) / movement).toBeCloseTo(1, 6);
  expect(ofMembers / movement).toBeGreaterThan(0.05);
  expect(panels[0].total / movement).toBeGreaterThan(0.05);
});

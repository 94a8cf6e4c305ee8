import { sectionProperties } from '../catalog';
import { solveNow } from '../fem';
import { build, fixed, type Structure } from '../results/verification/book/structure';
import { columnSprings } from './index';

const shape = { type: 'rectangle', width: 0.3, depth: 0.5 } as const;
const E = 30e9;

/** A column of 3 m below and one of 4 m above a floor that is held sideways, loaded there; its movements. */
function movements(above: number | undefined, far: 'fixed' | 'pinned'): number[] {
  const held = far === 'fixed' ? fixed : { ...fixed, rx: false, ry: false };
  const sideways = { ux: true, uy: true, uz: false, rx: false, ry: false, rz: true };
  const structure: Structure = {
    E,
    shape,
    nodes: [
      { position: [0, 0, 0], support: held },
      { position: [0, 0, 3], support: sideways },
      ...(above === undefined
        ? []
        : [{ position: [0, 0, 3 + above] as [number, number, number], support: { ...held, uz: false } }]),
    ],
    members: [[1, 2], ...(above === undefined ? [] : [[2, 3] as const])],
    loads: [{ type: 'node', node: 'n2', force: [0, 0, -100e3], moment: [20e3, 30e3, 0] }],
  };
  const { solution, findings } = solveNow(build(structure));
  if (!solution) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  return Array.from(solution.cases[0].displacements.subarray(6, 12));
}

test.each([
  [undefined, 'fixed'],
  [undefined, 'pinned'],
  [4, 'fixed'],
  [4, 'pinned'],
] as const)('springs give what columns of the frame give (above %s, %s)', (above, far) => {
  const u = movements(above, far);
  const properties = sectionProperties(shape);
  const springs = columnSprings(
    properties,
    E,
    { length: 3, far },
    above === undefined ? undefined : { length: above, far },
  );
  expect(u[2]).toBeCloseTo(-100e3 / springs.uz, 12);
  // the columns of this frame stand with their width along global y or x: both turnings are held by one inertia each
  const turned = [20e3 / u[3], 30e3 / u[4]].sort((a, b) => a - b);
  expect(turned[0] / Math.min(springs.rx, springs.ry)).toBeCloseTo(1, 9);
  expect(turned[1] / Math.max(springs.rx, springs.ry)).toBeCloseTo(1, 9);
});

test('the turning about x is that of a section with its width along x', () => {
  const springs = columnSprings(sectionProperties(shape), E, { length: 3, far: 'fixed' });
  expect(springs.rx).toBeCloseTo((4 * E * 0.3 * 0.5 ** 3) / 12 / 3, 3);
  expect(springs.ry).toBeCloseTo((4 * E * 0.5 * 0.3 ** 3) / 12 / 3, 3);
});

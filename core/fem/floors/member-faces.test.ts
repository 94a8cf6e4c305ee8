import { applyAct, type Edit, type Model } from '../../model';
import { build, fixed } from '../../results/verification/book/structure';
import { solveNow, type Solution } from '../index';

type Place = [number, number, number];
type Records = Extract<Edit, { kind: 'add' }>['records'];

/** Two walls of 3 × 3 m with a gap; the right one sinks 1 mm. What joins them is a member, or a third wall in its place. */
function walls(
  joinedBy: 'member' | 'wall',
  { size, depth, gap, member = {} }: { size: number; depth: number; gap: number; member?: object },
): Model {
  const [low, high] = [1.5 - depth / 2, 1.5 + depth / 2];
  const ends: Place[] =
    joinedBy === 'member'
      ? [
          [3, 0, 1.5],
          [3 + gap, 0, 1.5],
        ]
      : [
          [3, 0, low],
          [3 + gap, 0, low],
          [3 + gap, 0, high],
          [3, 0, high],
        ];
  const nodes: Place[] = [
    [0, 0, 0],
    [3, 0, 0],
    [3, 0, 3],
    [0, 0, 3],
    [3 + gap, 0, 0],
    [6 + gap, 0, 0],
    [6 + gap, 0, 3],
    [3 + gap, 0, 3],
    ...ends,
  ];
  const wall = (id: string, corners: string[]) => ({
    id,
    corners,
    thickness: 0.2,
    material: 't1',
    behaviour: 'shell' as const,
    meshSize: size,
  });
  const made = applyAct(
    build({
      E: 30e9,
      poisson: 0.2,
      density: 0,
      shear: true,
      shape: { type: 'rectangle', width: 0.2, depth },
      nodes: nodes.map((position) => ({ position })),
      members: joinedBy === 'member' ? [[9, 10, member]] : [],
    }),
    {
      edits: [
        {
          kind: 'add',
          records: {
            walls: [
              wall('w1', ['n1', 'n2', 'n3', 'n4']),
              wall('w2', ['n5', 'n6', 'n7', 'n8']),
              ...(joinedBy === 'wall' ? [wall('w3', ['n9', 'n10', 'n11', 'n12'])] : []),
            ],
            lineSupports: [
              { id: 'j1', start: 'n1', end: 'n2', support: fixed },
              { id: 'j2', start: 'n5', end: 'n6', support: fixed },
            ],
            loads: [
              {
                id: 'l9',
                case: 'c1',
                type: 'lineSettlement',
                lineSupport: 'j2',
                displacement: [0, 0, -0.001],
                rotation: [0, 0, 0],
              },
            ],
          } as Records,
        },
      ],
    },
  );
  if (!made.ok) throw new Error(made.error);
  return made.model;
}
function solved(model: Model): Solution {
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  return solution;
}
/** What passes from one wall to the other: the vertical reaction of the left one, N. */
const passed = ({ positions, cases: [{ reactions }] }: Solution): number =>
  reactions.reduce((sum, value, i) => sum + (i % 6 === 2 && positions[3 * Math.floor(i / 6)] < 3.01 ? value : 0), 0);

describe('a member that ends in the plane of a wall', () => {
  // without its depth the wall's point would turn freely: 0.3 of the shear at elements of 0.5 m, 0.1 at 0.25 m
  test.each([
    [0.6, 1.5],
    [0.4, 2],
    [0.9, 1.2],
  ])('couples as a fine mesh of itself does, %s m deep over %s m, whatever the size of elements', (depth, gap) => {
    const fine = passed(solved(walls('wall', { size: 0.1, depth, gap })));
    for (const size of [0.5, 0.25]) {
      const ratio = passed(solved(walls('member', { size, depth, gap }))) / fine;
      expect(ratio).toBeGreaterThan(0.97);
      expect(ratio).toBeLessThan(1.1);
    }
  });

  test('gives the wall its moment as a plane section: the face turns with the member', () => {
    const solution = solved(walls('member', { size: 0.5, depth: 0.6, gap: 1.5 }));
    const { positions, cases } = solution;
    const u = cases[0].displacements;
    const n = solution.nodeIds.indexOf('n9');
    let met = 0;
    for (let k = 0; k < positions.length / 3; k++) {
      const [x, , z] = positions.subarray(3 * k, 3 * k + 3);
      if (Math.abs(x - 3) > 1e-6 || Math.abs(z - 1.5) > 0.3 + 1e-6) continue;
      met++;
      expect(u[6 * k]).toBeCloseTo(u[6 * n] + (z - 1.5) * u[6 * n + 4], 12);
    }
    expect(met).toBeGreaterThan(2);
  });

  test('stays a hinge where its end is released', () => {
    const released = { startConnection: { ry: 0 }, endConnection: { ry: 0 } };
    const rigid = passed(solved(walls('member', { size: 0.5, depth: 0.6, gap: 1.5 })));
    const hinged = passed(solved(walls('member', { size: 0.5, depth: 0.6, gap: 1.5, member: released })));
    expect(Math.abs(hinged)).toBeLessThan(1e-6 * rigid);
  });
});

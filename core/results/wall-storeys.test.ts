import { solveNow, type Solution } from '../fem';
import type { Model } from '../model';
import { build, fixed, type Records } from './verification/book/structure';
import { caseWeights, shownParts, storeyBook, wallStoreyForces, wallStoreys, wallTable } from './index';

const solved = (model: Model): Solution => {
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  return solution;
};
const height = 3;
/** Two storeys: walls of 4 and 2 m along x with a door each storey in the first, one of 3 m along y, slabs that tie them, columns at two corners. */
function building(): Model {
  const nodes: { position: [number, number, number]; support?: typeof fixed }[] = [];
  const at = (x: number, y: number, z: number, held = false): string => {
    nodes.push({ position: [x, y, z], ...(held ? { support: fixed } : {}) });
    return `n${nodes.length}`;
  };
  const wallOf = (id: string, x: number, y: number, dx: number, dy: number, openings: string[][] = []) => {
    const [a, b] = [at(x, y, 0), at(x + dx, y + dy, 0)];
    const [c, d] = [at(x + dx, y + dy, 2 * height), at(x, y, 2 * height)];
    return { wall: { id, corners: [a, b, c, d], openings }, foot: [a, b] };
  };
  const doors = [0, height].map((z) => [
    at(1.5, 0, z + 0.5),
    at(2.5, 0, z + 0.5),
    at(2.5, 0, z + 2.2),
    at(1.5, 0, z + 2.2),
  ]);
  const walls = [wallOf('w1', 0, 0, 4, 0, doors), wallOf('w2', 0, 6, 2, 0), wallOf('w3', 8, 0, 0, 3)];
  const column = [0, 1].map((i) => [at(8, 6, i * height, i === 0), at(8, 6, (i + 1) * height)]);
  const floors = [height, 2 * height].map((z, i) => ({
    id: `b${i + 1}`,
    corners: [at(0, 0, z), at(8, 0, z), at(8, 6, z), at(0, 6, z)],
  }));
  // nodes that stand at one place are one
  const first = new Map<string, string>();
  const name = (id: string): string => {
    const key = nodes[Number(id.slice(1)) - 1].position.join(' ');
    if (!first.has(key)) first.set(key, id);
    return first.get(key)!;
  };
  const common = { thickness: 0.2, material: 't1', behaviour: 'shell', meshSize: 0.5 };
  return build({
    E: 30e9,
    poisson: 0.2,
    density: 2500,
    nodes,
    shape: { type: 'rectangle', depth: 0.4, width: 0.4 },
    members: column.map(([a, b]) => [Number(name(a).slice(1)), Number(name(b).slice(1)), { role: 'column' }]),
    storeys: [0, height, 2 * height],
    selfWeight: true,
    loads: floors.flatMap(({ corners }) => [
      { type: 'node', node: name(corners[0]), force: [100e3, 0, 0], moment: [0, 0, 0] },
      { type: 'node', node: name(corners[3]), force: [50e3, 0, 0], moment: [0, 0, 0] },
      // over the wall that takes it, so that the floors hardly turn
      { type: 'node', node: name(corners[1]), force: [0, 60e3, 0], moment: [0, 0, 0] },
    ]) as never,
    records: {
      walls: walls.map(({ wall }) => ({
        ...wall,
        ...common,
        corners: wall.corners.map(name),
        openings: wall.openings.map((ring) => ring.map(name)),
      })),
      slabs: floors.map((floor) => ({ ...floor, ...common, corners: floor.corners.map(name) })),
      lineSupports: walls.map(({ foot }, i) => ({
        id: `j${i + 1}`,
        start: name(foot[0]),
        end: name(foot[1]),
        support: fixed,
      })),
    } as unknown as Records,
  });
}

test('walls and columns share the shear and the weight of every storey, to the last digit', () => {
  const model = building();
  const solution = solved(model);
  const weights = caseWeights(solution, 'c1');
  const found = wallStoreys(model, solution);
  expect(found.map(({ wall, storey }) => `${wall.id} ${storey.label}`)).toEqual([
    'w1 1',
    'w1 2',
    'w2 1',
    'w2 2',
    'w3 1',
    'w3 2',
  ]);
  const [part] = shownParts(model, solution, { kind: 'case', id: 'c1' });
  for (const storey of storeyBook(model, solution).results(part.state)) {
    const sum = [0, 0, 0];
    for (const one of found.filter((other) => other.storey.id === storey.storey.id)) {
      const { N, shear } = wallStoreyForces(model, solution, one, weights);
      sum[0] += shear[0];
      sum[1] += shear[1];
      sum[2] -= N;
    }
    // the column of the storey: what its foot gives to what stands above
    const m = storey.storey.label === '1' ? 0 : 1;
    const [fx, fy, fz] = solution.cases[0].startForces.subarray(6 * m, 6 * m + 3);
    const axes = solution.axes.subarray(9 * m, 9 * m + 9);
    [fx, fy, fz].forEach((force, k) => {
      sum[0] -= force * axes[3 * k];
      sum[1] -= force * axes[3 * k + 1];
      sum[2] += force * axes[3 * k + 2];
    });
    expect(sum[0] / storey.shear[0]).toBeCloseTo(1, 7);
    expect(sum[1] / storey.shear[1]).toBeCloseTo(1, 7);
    // the column’s own weight in the storey acts above its foot as the walls’ does
    expect(storey.shear.map(Math.round)).toEqual(storey.storey.label === '1' ? [300e3, 120e3] : [150e3, 60e3]);
  }
  const base = found.filter(({ storey }) => storey.label === '1');
  const down = base.reduce((sum, one) => sum - wallStoreyForces(model, solution, one, weights).N, 0);
  expect((down + solution.cases[0].startForces[0]) / solution.cases[0].reacted[2]).toBeCloseTo(1, 7);
  const table = wallTable(model, solution, { kind: 'case', id: 'c1' });
  expect(table.rows).toHaveLength(6);
  const share = table.columns.findIndex(({ title }) => title === 'share x, %');
  // what acts at both lines goes to the walls on them, and the wall across takes next to nothing
  expect(table.rows[0].cells[share]).toBeGreaterThan(50);
  expect(Math.abs(table.rows[4].cells[share] as number)).toBeLessThan(10);
});

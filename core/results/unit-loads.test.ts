import type { Model } from '../model';
import { build, fixed, type Records } from './verification/book/structure';
import { centresOfStiffness } from './index';

const height = 3;
const stiff = { factors: { membraneX: 100, membraneY: 100 } };
/** A floor of 12 × 6 m on walls along y and x: lengths and places are given; slabs of so thick are as good as rigid. */
function floor(thickness: number, walls: readonly (readonly [number, number, number, number])[], tied = false): Model {
  const nodes: { position: [number, number, number] }[] = [];
  const node = (x: number, y: number, z: number): string => {
    const found = nodes.findIndex(({ position: [a, b, c] }) => Math.hypot(a - x, b - y, c - z) < 1e-9);
    if (found >= 0) return `n${found + 1}`;
    nodes.push({ position: [x, y, z] });
    return `n${nodes.length}`;
  };
  const slab = [node(0, 0, height), node(12, 0, height), node(12, 6, height), node(0, 6, height)];
  const records = walls.map(([x, y, u, v], i) => ({
    id: `w${i + 1}`,
    corners: [node(x, y, 0), node(u, v, 0), node(u, v, height), node(x, y, height)],
    thickness: 0.2,
    material: 't1',
    behaviour: 'shell',
    meshSize: 0.5,
  }));
  const common = { material: 't1', behaviour: 'shell', meshSize: 1 };
  return build({
    E: 30e9,
    poisson: 0.2,
    nodes,
    members: [],
    storeys: [0, height],
    loads: [],
    ...(tied ? { diaphragms: [slab.map((id) => Number(id.slice(1)))] } : {}),
    records: {
      walls: records,
      slabs: [{ id: 'b1', corners: slab, thickness, ...common, ...(thickness > 1 ? stiff : {}) }],
      lineSupports: records.map(({ corners }, i) => ({
        id: `j${i + 1}`,
        start: corners[0],
        end: corners[1],
        support: fixed,
      })),
    } as unknown as Records,
  });
}
const alike = [
  [0, 1, 0, 5],
  [12, 1, 12, 5],
  [4, 0, 8, 0],
] as const;

test('a floor of slabs has its centre where a stiff one has it: half-way between two walls alike, near the line of the third', () => {
  const [centre] = centresOfStiffness(floor(2, alike));
  expect(centre.isRigid).toBe(false);
  expect(centre.x).toBeCloseTo(6, 3);
  // but for what the walls along y resist across themselves, and tilt
  expect(Math.abs(centre.y)).toBeLessThan(0.25);
  // Σ k x / Σ k with walls of 3 m and 5 m: nearer to the longer by their stiffness, which a floor of one of them alone tells
  const walls = (first: boolean, second: boolean) =>
    floor(2, [...(first ? [[0, 1, 0, 4] as const] : []), ...(second ? [[12, 1, 12, 6] as const] : []), [4, 0, 8, 0]]);
  const [both] = centresOfStiffness(walls(true, true));
  const alone = [walls(true, false), walls(false, true)].map((model) => centresOfStiffness(model)[0]);
  // with one wall along y the centre lies on its line
  expect(alone[0].x).toBeLessThan(0.4);
  expect(alone[1].x).toBeGreaterThan(11.6);
  const [k, l] = alone.map(({ stiffness }) => stiffness[1]);
  // each alone tilts the floor otherwise than both together do
  expect(Math.abs(both.x / ((12 * l) / (k + l)) - 1)).toBeLessThan(0.1);
  expect(Math.abs(both.stiffness[1] / (k + l) - 1)).toBeLessThan(0.1);
});

test('a diaphragm over a stiff slab finds the same; a thin slab gives, and is softer', () => {
  const [rigid] = centresOfStiffness(floor(2, alike, true));
  const [free] = centresOfStiffness(floor(2, alike));
  const [thin] = centresOfStiffness(floor(0.12, alike));
  expect(rigid.isRigid).toBe(true);
  expect(rigid.x).toBeCloseTo(free.x, 2);
  expect(Math.abs(rigid.y - free.y)).toBeLessThan(0.1);
  for (const k of [0, 1]) {
    expect(free.stiffness[k] / rigid.stiffness[k]).toBeCloseTo(1, 1);
    expect(thin.stiffness[k]).toBeLessThan(free.stiffness[k]);
  }
  expect(thin.x).toBeCloseTo(6, 3);
});

import fc from 'fast-check';
import { areaOf, counterClockwise, type Point2 } from '../plane';
import { meshRegion, qualityOf, regionOf, type Mesh, type Region } from './index';

const rectangle = (x: number, y: number, w: number, h: number): Point2[] => [
  [x, y],
  [x + w, y],
  [x + w, y + h],
  [x, y + h],
];
const plain = { openings: [], lines: [], points: [] };

/** What is wrong with a mesh: elements must turn the right way, and each side meet one other side or lie on a bounding edge. */
function faults(region: Region, mesh: Mesh): string[] {
  const { start, corners, xs, ys, edgeNodes } = mesh;
  const found: string[] = [];
  const sides = new Set<number>();
  const n = xs.length;
  for (let e = 0; e + 1 < start.length; e++) {
    let area = 0;
    for (let p = start[e]; p < start[e + 1]; p++) {
      const [a, b] = [corners[p], corners[p + 1 < start[e + 1] ? p + 1 : start[e]]];
      area += (xs[a] * ys[b] - xs[b] * ys[a]) / 2;
      if (sides.has(a * n + b)) found.push(`side ${a} ${b} twice`);
      sides.add(a * n + b);
    }
    if (!(area > 0)) found.push(`element ${e} has area ${area}`);
  }
  const rim = new Set<number>();
  region.edges.forEach(({ origins }, e) => {
    const bounds = origins.filter((one) => one.of !== 'line').length % 2 === 1;
    const nodes = edgeNodes[e];
    for (let i = 1; bounds && i < nodes.length; i++)
      rim.add(nodes[i - 1] * n + nodes[i]).add(nodes[i] * n + nodes[i - 1]);
  });
  for (const key of sides) {
    const [a, b] = [Math.floor(key / n), key % n];
    if (!sides.has(b * n + a) && !rim.has(key)) found.push(`side ${a} ${b} has nothing beyond`);
  }
  return found;
}

test('a floor with columns on its grid is all rectangles, as many as its area asks for', () => {
  const points = [0, 7.2, 14.4, 21.6].flatMap((x) => [0, 6.4, 12.8, 19.2, 25.6].map((y): Point2 => [x, y]));
  const region = regionOf(
    { ...plain, outline: rectangle(0, 0, 21.6, 25.6), openings: [rectangle(8, 9, 3, 4)], points },
    0.5,
  );
  const mesh = meshRegion(region);
  expect(faults(region, mesh)).toEqual([]);
  const quality = qualityOf(mesh.xs, mesh.ys, mesh);
  expect(quality.quadrilaterals).toBe(quality.elements);
  expect(quality.poor).toEqual([]);
  expect(quality.area).toBeCloseTo(21.6 * 25.6 - 12, 9);
  expect(Math.abs(quality.elements / (quality.area / 0.25) - 1)).toBeLessThan(0.15);
  // the points are nodes where they are
  for (const [i, vertex] of region.points.entries())
    expect([mesh.xs[vertex], mesh.ys[vertex]]).toEqual([points[i][0], points[i][1]]);
});

test('an outline turned by any angle has the same mesh, turned', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 6, noNaN: true }), (angle) => {
      const turned = rectangle(0, 0, 9, 7).map(([x, y]): Point2 => [
        x * Math.cos(angle) - y * Math.sin(angle),
        x * Math.sin(angle) + y * Math.cos(angle),
      ]);
      const mesh = meshRegion(regionOf({ ...plain, outline: turned }, 0.5));
      const quality = qualityOf(mesh.xs, mesh.ys, mesh);
      expect([quality.elements, quality.quadrilaterals]).toEqual([18 * 14, 18 * 14]);
    }),
    { numRuns: 20 },
  );
});

test('an edge is divided as it is told, so that neighbours share its nodes', () => {
  const region = regionOf({ ...plain, outline: rectangle(0, 0, 4, 3) }, 0.5);
  const shares = [0.1, 0.35, 0.5, 0.8];
  const mesh = meshRegion(region, (edge) => (edge === 0 ? shares : undefined));
  expect(faults(region, mesh)).toEqual([]);
  expect(Array.from(mesh.edgeNodes[0]).map((node) => Number(mesh.xs[node].toFixed(12)))).toEqual([
    0, 0.4, 1.4, 2, 3.2, 4,
  ]);
});

test('about a finer place elements are as small as asked, and grow by at most half from one to the next', () => {
  const region = regionOf({ ...plain, outline: rectangle(0, 0, 12, 10), points: [[6, 5]] }, 0.8, [
    { x: 6, y: 5, size: 0.2, radius: 0.5 },
  ]);
  const mesh = meshRegion(region);
  expect(faults(region, mesh)).toEqual([]);
  const column = region.points[0];
  const sizes: number[] = [];
  for (let e = 0; e + 1 < mesh.start.length; e++) {
    const list = mesh.corners.subarray(mesh.start[e], mesh.start[e + 1]);
    if (list.includes(column))
      list.forEach((a, k) => {
        const b = list[(k + 1) % list.length];
        sizes.push(Math.hypot(mesh.xs[a] - mesh.xs[b], mesh.ys[a] - mesh.ys[b]));
      });
  }
  expect(Math.max(...sizes)).toBeLessThan(0.35);
  const quality = qualityOf(mesh.xs, mesh.ys, mesh);
  expect(quality.quadrilaterals / quality.elements).toBeGreaterThan(0.9);
});

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
/** Outlines around a middle, with openings well inside, lines and points anywhere, some a hair beside others. */
const floors = fc
  .record({
    radii: fc.array(between(3, 9), { minLength: 3, maxLength: 14 }),
    holes: fc.array(fc.record({ at: between(0, 1), w: between(0.3, 1.2), h: between(0.3, 1.2) }), { maxLength: 3 }),
    lines: fc.array(fc.tuple(between(-9, 9), between(-9, 9), between(-9, 9), between(-9, 9)), { maxLength: 4 }),
    points: fc.array(fc.tuple(between(-8, 8), between(-8, 8)), { maxLength: 6 }),
    hair: between(0, 0.03),
    size: between(0.35, 1.5),
  })
  .map(({ radii, holes, lines, points, hair, size }) => {
    const outline = radii.map((r, i): Point2 => {
      const angle = (2 * Math.PI * i) / radii.length;
      return [r * Math.cos(angle), r * Math.sin(angle)];
    });
    const openings = holes.map(({ at, w, h }, i) => rectangle(-1.4 + i * (1.21 + hair), -1.2 + at * 0.5, w, h));
    const [a, b] = outline;
    return {
      size,
      input: {
        outline: counterClockwise(outline),
        openings,
        lines: [
          ...lines.map(([x, y, p, q]): Point2[] => [
            [x, y],
            [p, q],
          ]),
          // one that almost follows an edge
          [
            [a[0], a[1] + hair],
            [b[0] - hair, b[1]],
          ] as Point2[],
        ],
        points: [...points.map(([x, y]): Point2 => [x, y]), [a[0] - hair, a[1]] as Point2],
      },
    };
  });

test('any floor is meshed without a hole, an overlap or a lost edge', () => {
  fc.assert(
    fc.property(floors, ({ input, size }) => {
      const region = regionOf(input, size);
      const mesh = meshRegion(region);
      expect(faults(region, mesh)).toEqual([]);
      const quality = qualityOf(mesh.xs, mesh.ys, mesh);
      const area = areaOf(input.outline) - input.openings.reduce((sum, one) => sum + areaOf(one), 0);
      // places within a millimetre are one: what that moves is bounded by the edges' length
      const rim = 60;
      expect(Math.abs(quality.area - area)).toBeLessThan(2e-3 * rim);
    }),
    { numRuns: 150 },
  );
});

import { KeptMeshes, meshRegion, regionOf } from './index';

const outline = [
  [0, 0],
  [6, 0],
  [6, 4],
  [0, 4],
] as const;
const input = { outline, openings: [], lines: [], points: [[2.1, 1.7]] as const };
const asProposed = () => undefined;

test('what a mesh is made of unchanged, the same mesh serves again; any change of it makes another', () => {
  const kept = new KeptMeshes();
  const region = kept.regionOf(input, 0.5);
  const mesh = kept.meshOf(region, asProposed);
  expect(mesh).toEqual(meshRegion(regionOf(input, 0.5)));
  // an equal floor, drawn elsewhere, asks with an input of its own
  const again = kept.regionOf({ ...input, points: [[2.1, 1.7]] }, 0.5);
  expect(kept.meshOf(again, asProposed)).toBe(mesh);
  expect(kept.meshOf(region, (edge) => (edge === 0 ? [0.5] : undefined))).not.toBe(mesh);
  for (const [own, size, finer] of [
    [input, 1, []],
    [{ ...input, points: [[2.1, 1.8]] as const }, 0.5, []],
    [input, 0.5, [{ x: 2.1, y: 1.7, size: 0.2, radius: 0.2 }]],
  ] as const) {
    const other = kept.meshOf(kept.regionOf(own, size, finer), asProposed);
    expect(other).toEqual(meshRegion(regionOf(own, size, finer)));
    expect([other.xs, other.ys]).not.toEqual([mesh.xs, mesh.ys]);
  }
});

test('the meshes asked for least lately are forgotten, and made again when they are asked for', () => {
  const kept = new KeptMeshes(500);
  const wide = (width: number) => ({
    ...input,
    outline: [
      [0, 0],
      [width, 0],
      [width, 4],
      [0, 4],
    ] as const,
  });
  const meshOf = (width: number) => kept.meshOf(kept.regionOf(wide(width), 0.5), asProposed);
  const [first, second] = [meshOf(10), meshOf(11)];
  expect(first.xs.length).toBeGreaterThan(170);
  expect(meshOf(10)).toBe(first);
  // a third does not go in beside them: the second was asked for before the first
  meshOf(12);
  expect(meshOf(10)).toBe(first);
  const again = meshOf(11);
  expect(again).not.toBe(second);
  expect(again).toEqual(second);
});

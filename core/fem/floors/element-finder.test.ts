import { ElementFinder } from './element-finder';
import type { Vector } from '../../model';

/** Random numbers from a seed, evenly between 0 and 1 (Park & Miller). */
function randomFrom(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

/** A lattice of shaken quadrilaterals, each third one of two triangles, in a plane turned about x. */
function shakenMesh(random: () => number, columns: number, rows: number) {
  const [c, s] = [Math.cos(0.4), Math.sin(0.4)];
  const positions = new Float64Array(3 * (columns + 1) * (rows + 1));
  const flat: [number, number][] = [];
  for (let j = 0; j <= rows; j++)
    for (let i = 0; i <= columns; i++) {
      const [x, y] = [i + 0.5 * (random() - 0.5), 0.7 * (j + 0.5 * (random() - 0.5))];
      positions.set([x, c * y, s * y], 3 * flat.length);
      flat.push([x, y]);
    }
  const elements: number[][] = [];
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < columns; i++) {
      const a = j * (columns + 1) + i;
      const [p, q, r, t] = [a, a + 1, a + columns + 2, a + columns + 1];
      if ((i + j) % 3 === 0) elements.push([p, q, r], [p, r, t]);
      else elements.push([p, q, r, t]);
    }
  const start = new Int32Array(elements.length + 1);
  elements.forEach((nodes, e) => (start[e + 1] = start[e] + nodes.length));
  const normal: Vector = [0, -s, c];
  const place = (x: number, y: number): Vector => [x, c * y, s * y];
  return {
    finder: new ElementFinder({ start, nodes: Int32Array.from(elements.flat()), normal }, positions),
    elements,
    flat,
    place,
  };
}

test('elements near a line are all that it passes through, and few beside them', () => {
  const random = randomFrom(77);
  const [columns, rows] = [30, 25];
  const { finder, elements, flat, place } = shakenMesh(random, columns, rows);
  const points = 400;
  for (let round = 0; round < 200; round++) {
    const end = () => [columns * (1.2 * random() - 0.1), 0.7 * rows * (1.2 * random() - 0.1)] as const;
    const [a, b] = [end(), end()];
    const near = new Set(finder.near(place(...a), place(...b)));
    // by many points of the line, each in the element on whose inner side of all edges it lies
    const passed = new Set<number>();
    for (let k = 0; k <= points; k++) {
      const [x, y] = [0, 1].map((i) => a[i] + ((b[i] - a[i]) * k) / points);
      elements.forEach((nodes, e) => {
        const isIn = nodes.every((node, i) => {
          const [p, q] = [flat[node], flat[nodes[(i + 1) % nodes.length]]];
          return (q[0] - p[0]) * (y - p[1]) - (q[1] - p[1]) * (x - p[0]) >= 0;
        });
        if (isIn) passed.add(e);
      });
    }
    for (const e of passed) expect(near).toContain(e);
    expect(near.size).toBeLessThan(12 * (columns + rows));
  }
});

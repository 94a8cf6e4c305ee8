import { solveNow } from '../fem';
import { build, fixed } from './verification/book/structure';
import { compareFloors, shownParts } from './index';

const [side, thickness, pressure] = [6, 0.15, 4000];
const hinged = { ...fixed, rx: false, ry: false, rz: false };

/** Two square slabs on hinged edges, one above the other; the upper is twice as thick, has an opening and carries three quarters of the load. */
function floors() {
  const ring = (z: number, from = 0, to = side): [number, number, number][] => [
    [from, from, z],
    [to, from, z],
    [to, to, z],
    [from, to, z],
  ];
  const places = [...ring(3), ...ring(6), ...ring(6, 0.5, 1)];
  const name = (i: number) => `n${i + 1}`;
  const slab = (id: string, first: number, depth: number, openings: string[][]) => ({
    id,
    corners: [0, 1, 2, 3].map((i) => name(first + i)),
    openings,
    thickness: depth,
    material: 't1',
    behaviour: 'shell',
    meshSize: 0.5,
  });
  const load = (id: string, slab: string, value: number) => ({
    id,
    case: 'c1',
    type: 'area',
    region: { kind: 'panels', slabs: [slab], walls: [] },
    pressure: { type: 'uniform', value: -value },
    direction: 'z',
    spread: { way: 'two' },
  });
  return build({
    E: 30e9,
    poisson: 0.2,
    nodes: places.map((position) => ({ position })),
    members: [],
    storeys: [0, 3, 6],
    records: {
      slabs: [slab('b1', 0, thickness, []), slab('b2', 4, 2 * thickness, [[8, 9, 10, 11].map(name)])],
      lineSupports: [0, 4].flatMap((first) =>
        [0, 1, 2, 3].map((i) => ({
          id: `j${first + i + 1}`,
          start: name(first + i),
          end: name(first + ((i + 1) % 4)),
          support: hinged,
        })),
      ),
      columnHeads: [],
      loads: [load('l1', 'b1', pressure), load('l2', 'b2', (3 / 4) * pressure)],
    } as never,
  });
}

test('two floors side by side: what is drawn, what comes in and what comes of it', () => {
  const model = floors();
  const { solution } = solveNow(model);
  const [, lower, upper] = ['h1', 'h2', 'h3'];
  const shown = { kind: 'case', id: 'c1' } as const;
  const lines = compareFloors(model, solution!, shownParts(model, solution!, shown), lower, upper);
  const line = (words: string | RegExp) =>
    lines.find((one) => (typeof words === 'string' ? one.words === words : words.test(one.words)))!;
  expect(line('area of slabs')).toMatchObject({ one: expect.closeTo(36, 9), other: expect.closeTo(35.75, 9) });
  expect(line('largest thickness of slabs')).toMatchObject({ one: thickness, other: 2 * thickness });
  expect(line('column heads')).toMatchObject({ one: 0, other: 0, kind: undefined });
  expect(line(/: down$/)).toMatchObject({
    one: expect.closeTo(36 * pressure, 3),
    other: expect.closeTo((35.75 * 3 * pressure) / 4, 3),
  });
  // sideways nothing comes in, and no line says so
  expect(lines.some(({ words }) => / along [xy]$/.test(words))).toBe(false);
  // a hinged square plate: 0.00406 q a⁴ / D for ν 0.3, of 0.2 the same within 1% (Timoshenko & Woinowsky-Krieger, table 8)
  const D = (30e9 * thickness ** 3) / (12 * (1 - 0.2 ** 2));
  const sag = line('Slab movement w, smallest');
  expect(sag.one! / ((-0.00406 * pressure * side ** 4) / D)).toBeCloseTo(1, 1);
  // twice the thickness, an eighth of the movement; a small opening in the corner hardly matters
  expect(sag.other! / sag.one! / ((3 / 4) * (1 / 8))).toBeCloseTo(1, 1);
  expect(line('Slab moment mx, largest').other! / line('Slab moment mx, largest').one!).toBeCloseTo(3 / 4, 1);
  expect(sag.by).toEqual(['P', 'P']);
  // turned round, the same numbers change places
  const back = compareFloors(model, solution!, shownParts(model, solution!, shown), upper, lower);
  expect(back.map(({ one, other }) => [other, one])).toEqual(lines.map(({ one, other }) => [one, other]));
});

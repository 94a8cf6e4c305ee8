import fc from 'fast-check';
import type { Vector } from '../model';
import { areaOf } from '../plane';
import { isRectangle, rectangleBetween, unitedFields } from './index';

const field = (x: number, y: number, w: number, d: number, z = 3) => ({
  corners: [
    [x, y, z],
    [x + w, y, z],
    [x + w, y + d, z],
    [x, y + d, z],
  ] as Vector[],
  islands: [] as Vector[][],
});
const area = (ring: readonly Vector[]) => Math.abs(areaOf(ring.map(([x, y]) => [x, y] as const)));

test('fields in a row become one without the corners between them', () => {
  const [one, ...more] = unitedFields([field(0, 0, 4, 5), field(4, 0, 6, 5)]);
  expect(more).toEqual([]);
  expect(one.outline).toHaveLength(4);
  expect(area(one.outline)).toBeCloseTo(50, 9);
  expect(one.openings).toEqual([]);
});

test('fields round a gap keep it as an opening, an L keeps its corner, and what is apart stays apart', () => {
  const ring = [0, 1, 2].flatMap((i) =>
    [0, 1, 2].flatMap((j) => (i === 1 && j === 1 ? [] : [field(4 * i, 4 * j, 4, 4)])),
  );
  const [one] = unitedFields(ring);
  expect(area(one.outline)).toBeCloseTo(144, 9);
  expect(one.openings.map(area)).toEqual([expect.closeTo(16, 9)]);
  const [angle] = unitedFields([field(0, 0, 4, 4), field(4, 0, 4, 4), field(0, 4, 4, 4)]);
  expect(angle.outline).toHaveLength(6);
  expect(unitedFields([field(0, 0, 4, 4), field(9, 0, 4, 4), field(0, 0, 4, 4, 6)])).toHaveLength(3);
});

test('what stands in a field is left out, unless it is chosen too', () => {
  const core = field(3, 3, 2, 2);
  const about = { ...field(0, 0, 8, 8), islands: [core.corners] };
  const [ring] = unitedFields([about]);
  expect(ring.openings.map(area)).toEqual([expect.closeTo(4, 9)]);
  const [whole] = unitedFields([about, core]);
  expect(whole.openings).toEqual([]);
  expect(area(whole.outline)).toBeCloseTo(64, 9);
});

test('a long field beside two short ones shares its edge with both', () => {
  const [one] = unitedFields([field(0, 0, 8, 3), field(0, 3, 5, 4), field(5, 3, 3, 4)]);
  expect(one.outline).toHaveLength(4);
  expect(area(one.outline)).toBeCloseTo(56, 9);
});

test('whatever squares of a board are chosen, outlines less openings are as large as they', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 24 }), { minLength: 1, maxLength: 25 }), (squares) => {
      const made = unitedFields(squares.map((n) => field(3 * (n % 5), 2 * Math.floor(n / 5), 3, 2)));
      const total = made.reduce(
        (sum, { outline, openings }) => sum + area(outline) - openings.reduce((all, opening) => all + area(opening), 0),
        0,
      );
      expect(total).toBeCloseTo(6 * squares.length, 6);
    }),
    { numRuns: 200 },
  );
});

test('a rectangle between two points runs along its direction, upright for a wall', () => {
  expect(rectangleBetween([1, 1, 3], [5, 4, 3], [1, 0, 0])).toEqual([
    [1, 1, 3],
    [5, 1, 3],
    [5, 4, 3],
    [1, 4, 3],
  ]);
  const wall = rectangleBetween([0, 0, 0], [3, 4, 2.5], [0.6, 0.8, 0]);
  expect(wall[1][0]).toBeCloseTo(3, 9);
  expect(wall[1][2]).toBeCloseTo(0, 9);
  expect(wall[3][2]).toBeCloseTo(2.5, 9);
  expect(isRectangle(wall)).toBe(true);
  expect(isRectangle(rectangleBetween([0, 0, 0], [3, 0, 0], [1, 0, 0]))).toBe(false);
});

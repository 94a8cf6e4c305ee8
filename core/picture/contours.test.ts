import { areaOf } from '../plane';
import { bandsOf, legendRange, legendSteps } from './index';

/** Area of triangles in x and y. */
const areaOfAll = (triangles: Float32Array): number => {
  let sum = 0;
  for (let at = 0; at < triangles.length; at += 9)
    sum += Math.abs(areaOf([0, 3, 6].map((k): [number, number] => [triangles[at + k], triangles[at + k + 1]])));
  return sum;
};
/** Two triangles over a unit square whose value is x. */
const ramp = {
  areas: Float32Array.of(...[0, 0, 0, 1, 0, 0, 1, 1, 0], ...[0, 0, 0, 1, 1, 0, 0, 1, 0]),
  areaValues: Float32Array.of(0, 1, 1, 0, 1, 0),
};

test('contours part a surface where its value passes from step to step, and lose nothing of it', () => {
  const bands = bandsOf(ramp, [0, 1], 10);
  // the value is x, so that each step is a strip of a tenth
  for (const band of bands) expect(areaOfAll(band)).toBeCloseTo(0.1, 6);
  bands.forEach((band, step) => {
    for (let at = 0; at < band.length; at += 3) {
      expect(band[at]).toBeGreaterThan(step / 10 - 1e-6);
      expect(band[at]).toBeLessThan((step + 1) / 10 + 1e-6);
    }
  });
});

test('what lies beyond typed ends is drawn in the last step there', () => {
  const bands = bandsOf(ramp, [0.4, 0.6], 2);
  expect(bands.map((band) => Number(areaOfAll(band).toFixed(5)))).toEqual([0.5, 0.5]);
  // of one value alone all is one step
  expect(bandsOf(ramp, [1, 1], 3).map((band) => areaOfAll(band))).toEqual([0, expect.closeTo(1, 6), 0]);
});

test('nought is where two steps of the legend meet, and both ends are within it', () => {
  for (const [low, high] of [
    [-13.1, 12.3],
    [-1, 100],
    [-31, 81.6],
  ]) {
    const [from, to] = legendRange(low, high);
    expect(from).toBeLessThanOrEqual(low);
    expect(to).toBeGreaterThanOrEqual(high);
    const below = -from / ((to - from) / legendSteps);
    expect(below).toBeCloseTo(Math.round(below), 9);
  }
  expect(legendRange(-2, -0.5)).toEqual([-2, -0.5]);
});

import { wallModel } from '~core/checks/verification/walls';
import { MemberChecker } from '~core/checks';
import { solveNow } from '~core/fem';
import { toPierRow } from '../../workers/check-row';
import { colors } from '../../theme/tokens';
import { pierUtilisation } from './pier-utilisation';

/** A wall of 10 ft by 10 ft along x, with the rows of its only pier. */
const pictureOf = (P: number, panels: readonly string[] = ['w1'], bars?: null) => {
  const model = wallModel({ P, V: 60, ...(bars === null ? { bars } : {}) });
  const { piers } = new MemberChecker(model, solveNow(model).solution!);
  const rows = new Map(piers.keys.map((key) => [key, toPierRow(piers.check(key), 'us')]));
  return { picture: pierUtilisation(model, panels, rows), row: [...rows.values()][0] };
};
const side = 10 * 0.3048;

test('a pier that holds is filled over all of its face, with its number in its middle', () => {
  const { picture, row } = pictureOf(200);
  expect(row.verdict).toBe('holds');
  const [fill] = picture.fills;
  // two triangles of half the face each
  const area = [0, 9].reduce((sum, at) => {
    const [a, b, c] = [0, 3, 6].map((k) => [...fill.triangles.subarray(at + k, at + k + 3)]);
    const [u, v] = [b, c].map((p) => p.map((value, i) => value - a[i]));
    return sum + Math.hypot(u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]) / 2;
  }, 0);
  expect(area).toBeCloseTo(side * side, 4);
  const [label] = picture.labels;
  expect(label.text).toBe(row.utilisation!.toFixed(2));
  expect(label.at[0]).toBeCloseTo(side / 2, 5);
  expect(label.at[2]).toBeCloseTo(side / 2, 5);
  expect(picture.lines[0].segments).toHaveLength(4 * 6);
});

test('above 1 it has the colour of what fails; open it is an outline that says so; hidden walls are not drawn', () => {
  const { picture: over } = pictureOf(9000);
  expect([over.fills[0].color, over.labels[0].color]).toEqual([colors.over, colors.over]);
  const { picture: open, row } = pictureOf(200, ['w1'], null);
  expect(row.verdict).toBe('open');
  expect(open.fills).toEqual([]);
  expect(open.lines).toHaveLength(1);
  expect(open.labels[0].text).toMatch(/^0\.\d\d open$/);
  expect(pictureOf(200, []).picture.labels).toEqual([]);
});

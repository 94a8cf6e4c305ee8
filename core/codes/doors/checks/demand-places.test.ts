import { shearPlaces, stationsOutside } from './demand-places';

const stations = [0, 1, 2, 2.5, 3, 4].map((x) => ({ x, after: false }));
const parts = (stretches: { from: number; to: number }[]) =>
  stationsOutside(stations, 4, stretches).map((part) => part.map(({ x }) => x));

test.each([
  ['nothing is left out', [], [[0, 1, 2, 2.5, 3, 4]]],
  [
    'both ends',
    [
      { from: -0.3, to: 0.3 },
      { from: 3.8, to: 4.2 },
    ],
    [[0.3, 1, 2, 2.5, 3, 3.8]],
  ],
  [
    'a support within',
    [{ from: 1.8, to: 2.2 }],
    [
      [0, 1, 1.8],
      [2.2, 2.5, 3, 4],
    ],
  ],
  [
    'stretches that overlap, in any order',
    [
      { from: 2, to: 3.5 },
      { from: -1, to: 2.2 },
    ],
    [[3.5, 4]],
  ],
  ['all of it', [{ from: -1, to: 5 }], []],
  [
    'what lies beside it',
    [
      { from: 5, to: 6 },
      { from: -2, to: -1 },
    ],
    [[0, 1, 2, 2.5, 3, 4]],
  ],
])('a beam is read outside of what is left out: %s', (_, stretches, expected) =>
  expect(parts(stretches)).toEqual(expected),
);

test('shear is left out up to d from the face where the support presses and no load stands between, on each side by itself', () => {
  const zone = { from: 1.8, to: 2.2, presses: true, why: 'column m1 ends below' };
  const never = () => false;
  expect(shearPlaces([zone], 0.5, never).stretches).toEqual([{ from: 1.3, to: 2.7 }]);
  expect(shearPlaces([zone], 0.5, (from) => from >= 2.2)).toEqual({
    stretches: [{ from: 1.3, to: 2.2 }],
    words: [
      'Shear is read at the face where a load stands nearer to it than d',
      'Shear is read at d from the face of a support that presses the beam, its loads taken to act at its top',
    ],
  });
  const hung = shearPlaces([{ ...zone, presses: false, why: 'it hangs from m4' }], 0.5, never);
  expect(hung.stretches).toEqual([{ from: 1.8, to: 2.2 }]);
  expect(hung.words).toEqual(['Shear is read at the face where its support does not press the beam: it hangs from m4']);
});

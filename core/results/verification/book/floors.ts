import { cases } from './case';
import { analysed, fixed, type Structure } from './structure';

/** Slabs and walls as a user outlines them, meshed and solved by the program itself. */
const g = 9.80665;
const [a, t, E, poisson, density] = [6, 0.1, 30e9, 0.2, 2500];
const D = (E * t ** 3) / (12 * (1 - poisson ** 2));
const corners: [number, number, number][] = [
  [0, 0, 3],
  [a, 0, 3],
  [a, a, 3],
  [0, a, 3],
];
/** Held in its place along an edge, which may turn about itself only. @param along x or y */
const simple = (along: 'x' | 'y') => ({ ...fixed, [along === 'x' ? 'rx' : 'ry']: false });
const squarePlate = (support: (along: 'x' | 'y') => object, meshSize: number): Structure => ({
  nodes: corners.map((position) => ({ position })),
  members: [],
  E,
  poisson,
  density,
  selfWeight: true,
  records: {
    slabs: [
      {
        id: 'b1',
        corners: ['n1', 'n2', 'n3', 'n4'],
        thickness: t,
        material: 't1',
        behaviour: 'plate',
        meshSize,
      },
    ],
    lineSupports: (['n1 n2 x', 'n2 n3 y', 'n3 n4 x', 'n4 n1 y'] as const).map((text, i) => {
      const [start, end, along] = text.split(' ');
      return { id: `j${i + 1}`, start, end, support: support(along as 'x' | 'y') as typeof fixed };
    }),
  },
});

const frequencies = (support: (along: 'x' | 'y') => object, count: number, meshSize = 0.25) =>
  analysed(squarePlate(support, meshSize), 'modal', {
    type: 'modal',
    masses: [{ case: 'c1', factor: 1 }],
    count,
    massMatrix: 'lumped',
    verticalMass: true,
  }).result.modes.map(({ omega }) => omega);

const unit = Math.sqrt(D / (density * t)) / a ** 2;
const modes = cases(
  'Frequencies of plates',
  'Leissa 1969, Vibration of Plates, tables 4.1 and 4.22: λ √(D / ρ h) / a²',
  [
    [
      'square plate, edges simply supported, first',
      2 * Math.PI ** 2 * unit,
      () => frequencies(simple, 1)[0],
      'rad/s',
      5e-3,
    ],
    ['the same, second', 5 * Math.PI ** 2 * unit, () => frequencies(simple, 2)[1], 'rad/s', 1e-2],
    ['the same, fourth', 8 * Math.PI ** 2 * unit, () => frequencies(simple, 4)[3], 'rad/s', 1e-2],
    ['square plate, edges clamped, first', 35.992 * unit, () => frequencies(() => fixed, 1)[0], 'rad/s', 1e-2],
  ],
);

const weight = cases('Frequencies of plates', 'ρ h a² without what edges hold: mass that can move', [
  [
    'mass of the plate that moves, of all',
    (1 - 1 / 24) ** 2,
    () =>
      analysed(squarePlate(simple, 0.25), 'modal', {
        type: 'modal',
        masses: [{ case: 'c1', factor: 1 }],
        count: 1,
        massMatrix: 'lumped',
        verticalMass: true,
      }).result.mass[2] /
      (density * t * a * a),
    '',
    1e-9,
  ],
  [
    'weight of its storey, N',
    density * t * a * a * g,
    () =>
      analysed({ ...squarePlate(simple, 0.5), storeys: [0, 3] }, 'modal', {
        type: 'modal',
        masses: [{ case: 'c1', factor: 1 }],
        count: 1,
        massMatrix: 'lumped',
        verticalMass: true,
      }).result.storeyWeights[1].weight,
    'N',
    1e-9,
  ],
]);

export const floorCases = [...modes, ...weight];

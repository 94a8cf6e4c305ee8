import { modeCorrelation, spectralAcceleration } from '../../../fem';
import type { Analysis, SpectrumShape } from '../../../model';
import { cases, type BookCase } from './case';
import { analysed, chain, fixed, inPlane, pinnedInPlane, rollerInPlane, type Structure } from './structure';

const g = 9.80665;
const E = 200e9;
const side = 0.1;
const I = side ** 4 / 12;
const A = side * side;
const L = 4;
const density = 7850;
const shape = { type: 'rectangle', depth: side, width: side } as const;
type Modal = Omit<Extract<Analysis, { type: 'modal' }>, 'id' | 'label'>;
const modal = (count: number, massMatrix: 'lumped' | 'consistent' = 'consistent', verticalMass = true): Modal => ({
  type: 'modal',
  masses: [{ case: 'c1', factor: 1 }],
  count,
  massMatrix,
  verticalMass,
});
const plane = (support: object) => ({ support: { ...inPlane, ...support } });
/** so slender that rotary inertia does not count */
const slender = 0.01;
const thin = { type: 'rectangle', depth: slender, width: slender } as const;
const frequencies = (structure: Structure, count: number, kind: 'lumped' | 'consistent' = 'consistent') =>
  analysed({ ...structure, shape: thin, density, selfWeight: true }, 'modal', modal(count, kind)).result.modes.map(
    (mode) => mode.omega,
  );

const unit = Math.sqrt((E * slender ** 2) / 12 / density);
const beam = (root: number) => (root / L) ** 2 * unit;
const cantilever = chain(20, [0, 0, 0], [L, 0, 0], (n) => (n === 1 ? { support: fixed } : plane({})));
const simple = chain(20, [0, 0, 0], [L, 0, 0], (n) =>
  n === 1 ? { support: pinnedInPlane } : n === 21 ? { support: rollerInPlane } : plane({}),
);
const clamped = chain(20, [0, 0, 0], [L, 0, 0], (n) => (n === 1 || n === 21 ? { support: fixed } : plane({})));
const rod = chain(20, [0, 0, 0], [L, 0, 0], (n) => (n === 1 ? { support: fixed } : plane({ uz: true, ry: true })));

const beams = [
  ...cases('Modes', 'Chopra, Dynamics of Structures, §16.3: (βL)² √(EI / m L⁴); 20 elements, consistent mass', [
    ['cantilever, first bending frequency', beam(1.875104069), () => frequencies(cantilever, 1)[0], 'rad/s', 5e-6],
    ['cantilever, second', beam(4.694091133), () => frequencies(cantilever, 2)[1], 'rad/s', 1e-5],
    ['cantilever, third', beam(7.854757438), () => frequencies(cantilever, 3)[2], 'rad/s', 5e-5],
    ['simple beam, first', beam(Math.PI), () => frequencies(simple, 1)[0], 'rad/s', 1e-5],
    ['simple beam, second', beam(2 * Math.PI), () => frequencies(simple, 2)[1], 'rad/s', 1e-4],
    ['clamped beam, first', beam(4.730040745), () => frequencies(clamped, 1)[0], 'rad/s', 1e-4],
    ['cantilever, lumped mass, first', beam(1.875104069), () => frequencies(cantilever, 1, 'lumped')[0], 'rad/s', 5e-3],
  ]),
  ...cases('Modes', '(2 n − 1) π / 2 L √(E / ρ)', [
    [
      'rod clamped at one end, first longitudinal frequency',
      (Math.PI / (2 * L)) * Math.sqrt(E / density),
      () => frequencies(rod, 1)[0],
      'rad/s',
      5e-4,
    ],
    [
      'rod clamped at one end, second',
      ((3 * Math.PI) / (2 * L)) * Math.sqrt(E / density),
      () => frequencies(rod, 2)[1],
      'rad/s',
      3e-3,
    ],
  ]),
];

/** A shear building: floors that do not turn, on columns of stiffness 12 EI / h³; masses in kg from the ground up. */
const floor = { ux: false, uy: true, uz: true, rx: true, ry: true, rz: true };
const storey = 3;
const spring = (12 * E * I) / storey ** 3;
const tower = (masses: readonly number[]): Structure => ({
  nodes: [
    { position: [0, 0, 0], support: fixed },
    ...masses.map((mass, i) => ({
      position: [0, 0, storey * (i + 1)] as [number, number, number],
      support: floor,
      mass,
    })),
  ],
  members: masses.map((_, i) => [i + 1, i + 2, { role: 'column' as const }] as const),
  shape,
});
const m = 5000;
const unitOmega = Math.sqrt(spring / m);
const towerModes = (masses: readonly number[]) =>
  analysed(tower(masses), 'modal', { ...modal(masses.length, 'lumped', false), masses: [] }).result;
const shearBuildings = [
  ...cases('Modes', 'Two storeys with masses 2 m and m, stiffness k each: ω² = (2 ∓ √2) k / 2 m', [
    [
      'shear building, first frequency',
      Math.sqrt((2 - Math.SQRT2) / 2) * unitOmega,
      () => towerModes([2 * m, m]).modes[0].omega,
      'rad/s',
    ],
    [
      'shear building, second frequency',
      Math.sqrt((2 + Math.SQRT2) / 2) * unitOmega,
      () => towerModes([2 * m, m]).modes[1].omega,
      'rad/s',
    ],
    // φ = (1, √2): Γ² / M = (2 + √2)² / (2 + 2) of 3 m
    [
      'shear building, effective mass of the first mode',
      ((2 + Math.SQRT2) ** 2 / 4) * m,
      () => towerModes([2 * m, m]).modes[0].participation[0] ** 2,
      'kg',
    ],
    [
      'shear building, effective masses together',
      3 * m,
      () => towerModes([2 * m, m]).modes.reduce((sum, mode) => sum + mode.participation[0] ** 2, 0),
      'kg',
    ],
  ]),
  ...cases(
    'Modes',
    'Uniform shear building: ω_j = 2 √(k/m) sin((2 j − 1) π / (2 (2 n + 1)))',
    [1, 2, 5].map(
      (j) =>
        [
          `ten equal storeys, frequency ${j}`,
          2 * unitOmega * Math.sin(((2 * j - 1) * Math.PI) / 42),
          () => towerModes(Array<number>(10).fill(m)).modes[j - 1].omega,
          'rad/s',
        ] as const,
    ),
  ),
  ...cases('Modes', 'A mass on a spring: √(k / m)', [
    [
      'mass on a cantilever',
      Math.sqrt((3 * E * I) / L ** 3 / 900),
      () =>
        analysed(
          {
            nodes: [
              { position: [0, 0, 0], support: fixed },
              { position: [0, 0, L], mass: 900 },
            ],
            members: [[1, 2, { role: 'column' }]],
            shape,
          },
          'modal',
          { ...modal(2, 'lumped', false), masses: [] },
        ).result.modes[0].omega,
      'rad/s',
    ],
    [
      '… and its twin in the other direction',
      Math.sqrt((3 * E * I) / L ** 3 / 900),
      () =>
        analysed(
          {
            nodes: [
              { position: [0, 0, 0], support: fixed },
              { position: [0, 0, L], mass: 900 },
            ],
            members: [[1, 2, { role: 'column' }]],
            shape,
          },
          'modal',
          { ...modal(2, 'lumped', false), masses: [] },
        ).result.modes[1].omega,
      'rad/s',
    ],
    [
      'rigid floor on four columns, twisting',
      Math.sqrt(
        (4 * ((3 * E * I) / L ** 3) * 13 + (4 * (E / 2.6) * side ** 4 * (1 / 3 - 0.21 * (1 - 1 / 12))) / L) /
          (4 * 700 * 13),
      ),
      () => rigidFloor().modes[2].omega,
      'rad/s',
    ],
    [
      'rigid floor on four columns, moving',
      Math.sqrt((4 * 3 * E * I) / L ** 3 / 2800),
      () => rigidFloor().modes[0].omega,
      'rad/s',
    ],
  ]),
];
function rigidFloor() {
  return analysed(
    {
      nodes: [
        [0, 0],
        [6, 0],
        [6, 4],
        [0, 4],
      ].flatMap(([x, y]) => [
        { position: [x, y, 0] as [number, number, number], support: fixed },
        { position: [x, y, L] as [number, number, number], mass: 700 },
      ]),
      members: [
        [1, 2],
        [3, 4],
        [5, 6],
        [7, 8],
      ].map(([i, j]) => [i, j, { role: 'column' as const }] as const),
      diaphragms: [[2, 4, 6, 8]],
      shape,
    },
    'modal',
    { ...modal(3, 'lumped', false), masses: [] },
  ).result;
}

const asce: SpectrumShape = { type: 'asce7', sds: 1, sd1: 0.6, longPeriod: 8, responseModification: 1, importance: 1 };
const en: SpectrumShape = { type: 'en1998', agR: 2, importance: 1, ground: 'B', spectrumType: '1', behaviourFactor: 3 };
const shapes = [
  ...cases('Response spectrum', 'ASCE 7-22 11.4.6, S_DS = 1 g, S_D1 = 0.6 g, T_L = 8 s', [
    ['ASCE 7, T = 0', 0.4 * g, () => spectralAcceleration(asce, 0), 'm/s²'],
    ['ASCE 7, T = 0.06 s', 0.7 * g, () => spectralAcceleration(asce, 0.06), 'm/s²'],
    ['ASCE 7, T = 0.4 s', g, () => spectralAcceleration(asce, 0.4), 'm/s²'],
    ['ASCE 7, T = 1.2 s', 0.5 * g, () => spectralAcceleration(asce, 1.2), 'm/s²'],
    ['ASCE 7, T = 10 s', 0.048 * g, () => spectralAcceleration(asce, 10), 'm/s²'],
  ]),
  ...cases('Response spectrum', 'EN 1998-1 3.2.2.5, ground B, type 1, a_g = 2 m/s², q = 3', [
    ['EN 1998, T = 0', 2 * 1.2 * (2 / 3), () => spectralAcceleration(en, 0), 'm/s²'],
    ['EN 1998, T = 0.3 s', (2 * 1.2 * 2.5) / 3, () => spectralAcceleration(en, 0.3), 'm/s²'],
    ['EN 1998, T = 1 s', ((2 * 1.2 * 2.5) / 3) * 0.5, () => spectralAcceleration(en, 1), 'm/s²'],
    ['EN 1998, T = 5 s: not below 0.2 a_g', 0.4, () => spectralAcceleration(en, 5), 'm/s²'],
  ]),
];

// two storeys worked by hand: masses 2 m and m, constant acceleration 2 m/s² for every mode
const flat: SpectrumShape = { type: 'typed', points: [{ period: 0, acceleration: 2 }] };
const spectrum = (modeRule: 'cqc' | 'srss', more: object = {}) =>
  analysed(
    tower([2 * m, m]),
    'spectrum',
    { ...modal(2, 'lumped', false), masses: [] },
    {
      type: 'spectrum',
      modal: 'a1',
      shape: flat,
      damping: 0.05,
      modeRule,
      directionRule: 'srss',
      eccentricity: 0,
      ...more,
    },
  ).result;
const first = ((2 + Math.SQRT2) ** 2 / 4) * m * 2;
const second = ((2 - Math.SQRT2) ** 2 / 4) * m * 2;
const ratio = Math.sqrt((2 - Math.SQRT2) / (2 + Math.SQRT2));
const rho = (8 * 0.0025 * (1 + ratio) * ratio ** 1.5) / ((1 - ratio ** 2) ** 2 + 4 * 0.0025 * ratio * (1 + ratio) ** 2);
const byHand = cases('Response spectrum', 'Two-storey shear building by hand: V_n = M*_n S_a (Chopra §13.7–13.8)', [
  ['base shear, SRSS', Math.hypot(first, second), () => spectrum('srss').directions[0].baseShear, 'N'],
  [
    'base shear, CQC',
    Math.sqrt(first ** 2 + second ** 2 + 2 * rho * first * second),
    () => spectrum('cqc').directions[0].baseShear,
    'N',
  ],
  [
    'reaction of the foot, SRSS',
    Math.hypot(first, second),
    () => spectrum('srss').directions[0].response.reactions[0],
    'N',
  ],
  [
    'first storey’s drift, SRSS',
    Math.hypot(first, second) / spring,
    () => spectrum('srss').directions[0].response.displacements[6],
    'm',
  ],
  [
    'results scaled to a least base shear',
    1e5,
    () => spectrum('srss', { leastBaseShear: 1e5 }).directions[0].response.reactions[0],
    'N',
  ],
  ['correlation of modes with frequencies 0.9 : 1 at 5%', 0.473, () => modeCorrelation(0.9, 1, 0.05), '–', 2e-3],
]);

// rigid floor of 6 m × 4 m shaken in x with 5% eccentricity: torsion 0.05 · 4 m · base shear
const eccentric = () =>
  analysed(
    {
      nodes: [
        [0, 0],
        [6, 0],
        [6, 4],
        [0, 4],
      ].flatMap(([x, y]) => [
        { position: [x, y, 0] as [number, number, number], support: fixed },
        { position: [x, y, L] as [number, number, number], mass: 700 },
      ]),
      members: [
        [1, 2],
        [3, 4],
        [5, 6],
        [7, 8],
      ].map(([i, j]) => [i, j, { role: 'column' as const }] as const),
      diaphragms: [[2, 4, 6, 8]],
      shape,
    },
    'spectrum',
    { ...modal(3, 'lumped', false), masses: [] },
    {
      type: 'spectrum',
      modal: 'a1',
      shape: flat,
      damping: 0.05,
      modeRule: 'cqc',
      directionRule: '100/30',
      eccentricity: 0.05,
    },
  ).result;
const torsionStiffness =
  4 * ((3 * E * I) / L ** 3) * 13 + (4 * (E / 2.6) * side ** 4 * (1 / 3 - 0.21 * (1 - 1 / 12))) / L;
const torsion = cases('Response spectrum', 'Rigid floor by hand: torsion e B V, static, added to the modes’ answer', [
  ['accidental torsion of a floor', 0.05 * 4 * 5600, () => eccentric().directions[0].torsion[0].moment, 'N·m'],
  [
    'displacement of a corner with it',
    5600 / ((4 * 3 * E * I) / L ** 3) + ((0.05 * 4 * 5600) / torsionStiffness) * 2,
    () => eccentric().directions[0].response.displacements[6],
    'm',
    1e-6,
  ],
]);

// a mass on a column, 5% damped, under a constant acceleration from rest, and under a sine at resonance
const omega = Math.sqrt((3 * E * I) / L ** 3 / 900);
const damped = omega * Math.sqrt(1 - 0.05 ** 2);
const history = (accelerations: number[], timeStep: number, damping = 0.05) =>
  analysed(
    {
      nodes: [
        { position: [0, 0, 0], support: fixed },
        { position: [0, 0, L], mass: 900 },
      ],
      members: [[1, 2, { role: 'column' }]],
      shape,
    },
    'history',
    { ...modal(2, 'lumped', false), masses: [] },
    { type: 'history', modal: 'a1', direction: 'x', timeStep, accelerations, factor: 1, damping },
  ).result;
const step = (t: number) =>
  (-1 / omega ** 2) *
  (1 - Math.exp(-0.05 * omega * t) * (Math.cos(damped * t) + (0.05 / Math.sqrt(1 - 0.05 ** 2)) * Math.sin(damped * t)));
const histories = cases('Time history', 'One degree of freedom in closed form (Chopra §3.2 and §4.3)', [
  [
    'suddenly applied acceleration: displacement after 50 steps',
    step(0.5),
    () => history(Array<number>(101).fill(1), 0.01).displacement[50],
    'm',
    1e-9,
  ],
  [
    'suddenly applied acceleration: displacement after 100 steps',
    step(1),
    () => history(Array<number>(101).fill(1), 0.01).displacement[100],
    'm',
    1e-9,
  ],
  [
    'without damping the largest displacement is twice the static one',
    2 / omega ** 2,
    () => -history(Array<number>(4001).fill(1), 0.001, 0).displacements.min[6],
    'm',
    1e-4,
  ],
  [
    'base shear at rest is mass times acceleration',
    900,
    () => history(Array<number>(40001).fill(1), 0.002).baseShear[40000],
    'N',
    1e-6,
  ],
]);

// one element, clamped: free freedoms w and θ of the tip, M from Przemieniecki §11.3; the ground's share of M r is ± m L² / 12 for the rotation
const oneElement = () => {
  const m = density * A * L;
  // rotary inertia ρ I L / 3 on the rotation
  const turn = 4 + (140 * (side ** 2 / 12)) / L ** 2;
  // in units of m / 420 and L: M = [156, −22; −22, turn], K = EI / L³ [12, −6; −6, 4], M r = [210, −35]
  const lambda = (() => {
    const [a, b, c] = [156 * turn - 22 * 22, -(156 * 4 + 12 * turn - 2 * 22 * 6), 12 * 4 - 36];
    return (-b - Math.sqrt(b * b - 4 * a * c)) / (2 * a);
  })();
  const tip = (12 - lambda * 156) / (6 - lambda * 22); // θ L over w
  const modal = 156 - 44 * tip + turn * tip * tip;
  return { mass: m, effective: ((210 - 35 * tip) ** 2 / modal) * (m / 420) };
};
const vertical = (n: number): Structure => ({
  ...chain(n, [0, 0, 0], [0, 0, L], (k) => (k === 1 ? { support: fixed } : { support: { ...inPlane } }), {
    role: 'column',
  }),
  shape,
  density,
  selfWeight: true,
});
const modesOf = (n: number, count: number) => analysed(vertical(n), 'modal', modal(count, 'consistent', false)).result;
const flatSpectrum = (n: number) =>
  analysed(vertical(n), 'spectrum', modal(1, 'consistent', false), {
    type: 'spectrum',
    modal: 'a1',
    shape: { type: 'typed', points: [{ period: 0, acceleration: 2 }] },
    damping: 0.05,
    modeRule: 'srss',
    directionRule: 'srss',
    eccentricity: 0,
  }).result;
// φ of a cantilever: effective masses 4 (σ_n / (β_n L))² with σ = 0.7341, 1.0185, 0.9992 (Blevins, Formulas for Natural Frequency, table 8-1)
const participating = cases('Effective masses', 'Consistent mass with the coupling to the ground: (φᵀ M r)² / φᵀ M φ', [
  [
    'cantilever of one element: effective mass',
    oneElement().effective,
    () => modesOf(1, 1).modes[0].participation[0] ** 2,
    'kg',
    1e-6,
  ],
  ['cantilever of one element: mass that can move', oneElement().mass, () => modesOf(1, 1).mass[0], 'kg', 1e-8],
  [
    'cantilever of one element: base shear of the mode is the reaction',
    oneElement().effective * 2,
    () => flatSpectrum(1).directions[0].response.reactions[0],
    'N',
    1e-6,
  ],
  [
    'cantilever of ten elements: reaction of the first mode',
    flatSpectrum(10).directions[0].baseShear,
    () => flatSpectrum(10).directions[0].response.reactions[0],
    'N',
    1e-8,
  ],
  [
    'cantilever of twenty elements: effective mass of the first mode',
    4 * (0.734095514 / 1.875104069) ** 2 * density * A * L,
    () => modesOf(20, 1).modes[0].participation[0] ** 2,
    'kg',
    1e-3,
  ],
  [
    'cantilever of twenty elements: effective mass of the second mode',
    4 * (1.018467319 / 4.694091133) ** 2 * density * A * L,
    () => modesOf(20, 2).modes[1].participation[0] ** 2,
    'kg',
    1e-3,
  ],
  [
    'cantilever of twenty elements: share of two modes',
    4 * ((0.734095514 / 1.875104069) ** 2 + (1.018467319 / 4.694091133) ** 2),
    () => modesOf(20, 2).share[0],
    '–',
    5e-4,
  ],
]);

// Timoshenko & Weaver, Vibration Problems §5.12: ρA ω² + (ρI + E I ρ / κG) k² ω² − ρ² I / κG ω⁴ = E I k⁴ of a simple beam
const deepSide = 0.6;
const deepFrequency = (n: number): number => {
  const [area, inertia, kappaG] = [deepSide ** 2, deepSide ** 4 / 12, ((5 / 6) * E) / 2.6];
  const k = (n * Math.PI) / L;
  const [a, b, c] = [
    (density ** 2 * inertia) / kappaG,
    -(density * area + (density * inertia + (E * inertia * density) / kappaG) * k * k),
    E * inertia * k ** 4,
  ];
  return Math.sqrt((-b - Math.sqrt(b * b - 4 * a * c)) / (2 * a));
};
const deepBeam = (count: number) =>
  analysed(
    {
      ...chain(32, [0, 0, 0], [L, 0, 0], (n) =>
        n === 1
          ? { support: pinnedInPlane }
          : n === 33
            ? { support: { ...rollerInPlane, ux: true } }
            : { support: { ...inPlane, ux: true } },
      ),
      shape: { type: 'rectangle', depth: deepSide, width: deepSide },
      density,
      selfWeight: true,
      shear: true,
    },
    'modal',
    modal(count),
  ).result.modes[count - 1].omega;
const deep = cases(
  'Modes',
  'Timoshenko & Weaver, Vibration Problems in Engineering, §5.12: shear deformation and rotary inertia',
  [
    ['deep simple beam, first frequency', deepFrequency(1), () => deepBeam(1), 'rad/s', 5e-4],
    ['deep simple beam, second frequency', deepFrequency(2), () => deepBeam(2), 'rad/s', 2e-3],
  ],
);

export const dynamicCases: BookCase[] = [
  ...beams,
  ...participating,
  ...deep,
  ...shearBuildings,
  ...shapes,
  ...byHand,
  ...torsion,
  ...histories,
];

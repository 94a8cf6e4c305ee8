import { cases, type BookCase } from './case';
import { answer, fixed, type LoadSpec } from './structure';

const p = 5000;
const hinge = { ry: 0, rz: 0 };
const gravity = 9.80665;

/** A floor of 6 m along x and 4 m along y whose beams turn freely at their ends: m1 and m3 along x, m2 and m4 along y. */
const floor = (load: Partial<Extract<LoadSpec, { type: 'area' }>>) =>
  answer({
    nodes: [
      [0, 0, 0],
      [6, 0, 0],
      [6, 4, 0],
      [0, 4, 0],
    ].map((position) => ({ position: position as [number, number, number], support: fixed })),
    members: [
      [1, 2],
      [2, 3],
      [3, 4],
      [4, 1],
    ].map(([a, b]) => [a, b, { startConnection: hinge, endConnection: hinge }] as const),
    loads: [
      {
        type: 'area',
        region: { kind: 'nodes', corners: ['n1', 'n2', 'n3', 'n4'] },
        pressure: { type: 'uniform', value: -p },
        direction: 'z',
        spread: { way: 'two' },
        ...load,
      } as LoadSpec,
    ],
  });

/** Two posts 5 m apart that hold back a wall 3 m high between them. */
const wall = (pressure: Extract<LoadSpec, { type: 'area' }>['pressure']) =>
  answer({
    nodes: [
      { position: [0, 0, 0], support: fixed },
      { position: [0, 5, 0], support: fixed },
      { position: [0, 5, 3] },
      { position: [0, 0, 3] },
    ],
    members: [
      [1, 4, { role: 'column' }],
      [2, 3, { role: 'column' }],
    ],
    loads: [
      {
        type: 'area',
        region: {
          kind: 'polygon',
          points: [
            [0, 0, 0],
            [0, 5, 0],
            [0, 5, 3],
            [0, 0, 3],
          ],
        },
        pressure,
        direction: 'x',
        spread: { way: 'one', along: [0, 1, 0] },
      } as LoadSpec,
    ],
  });

const w = p * 2;

export const areaCases: BookCase[] = [
  ...cases(
    'Areas',
    'Simple beam under a triangle of base L and peak w: w L² / 12, at its ends w L / 4 (yield-line pattern, Johansen)',
    [
      [
        'two ways, 6 × 4 m: moment at mid-span of the short beam',
        (w * 4 * 4) / 12,
        () => floor({}).force(2, 'My', 2),
        'N·m',
      ],
      [
        'two ways, 6 × 4 m: shear at the start of the short beam',
        (w * 4) / 4,
        () => Math.abs(floor({}).force(2, 'Vz', 0)),
        'N',
      ],
    ],
  ),
  ...cases('Areas', 'Simple beam under a trapezium of peak w with slopes of length a: w (3 L² − 4 a²) / 24', [
    [
      'two ways, 6 × 4 m: moment at mid-span of the long beam',
      (w * (3 * 36 - 4 * 4)) / 24,
      () => floor({}).force(1, 'My', 3),
      'N·m',
    ],
  ]),
  ...cases('Areas', 'Simple beam under half the span on each side: w L² / 8', [
    [
      'one way along the short side: moment of the long beam',
      (w * 36) / 8,
      () => floor({ spread: { way: 'one', along: [0, 1, 0] } }).force(1, 'My', 3),
      'N·m',
    ],
    [
      'one way along the short side: moment of the short beam',
      0,
      () => floor({ spread: { way: 'one', along: [0, 1, 0] } }).force(2, 'My', 2),
      'N·m',
      1e-8,
      w,
    ],
    [
      'one way along the long side: moment of the short beam',
      (p * 3 * 16) / 8,
      () => floor({ spread: { way: 'one', along: [1, 0, 0] } }).force(2, 'My', 2),
      'N·m',
    ],
  ]),
  ...cases('Areas', 'Cantilever under a triangle that grows to the clamp: q h² / 6; ρ g h over half the width', [
    [
      'water 3 m high against posts 5 m apart: moment at the foot',
      (1000 * gravity * 3 * 2.5 * 9) / 6,
      () => Math.abs(wall({ type: 'fluid', density: 1000, level: 3 }).force(1, 'My', 0)),
      'N·m',
    ],
  ]),
  ...cases(
    'Areas',
    'Rankine: K_a = tan²(45° − φ/2) = 1/3 for φ = 30°; γ K_a h over half the width, and the surcharge q K_a h² / 2',
    [
      [
        'active earth 3 m high with a surcharge: moment at the foot',
        (18000 * 3 * 2.5 * 9) / 6 / 3 + (10000 * 2.5 * 9) / 2 / 3,
        () =>
          Math.abs(
            wall({
              type: 'earth',
              state: 'active',
              friction: Math.PI / 6,
              unitWeight: 18000,
              level: 3,
              surcharge: 10000,
            }).force(1, 'My', 0),
          ),
        'N·m',
      ],
    ],
  ),
];

import { cases, type BookCase } from './case';
import {
  analysed,
  answer,
  chain,
  fixed,
  inPlane,
  pinnedInPlane,
  rollerInPlane,
  type LoadSpec,
  type Structure,
} from './structure';

const E = 200e9;
const I = 0.1 ** 4 / 12;
const EI = E * I;
const shape = { type: 'rectangle', depth: 0.1, width: 0.1 } as const;
const L = 4;
const euler = (Math.PI ** 2 * EI) / L ** 2;
const load = (node: number, z: number, x = 0): LoadSpec => ({
  type: 'node',
  node: `n${node}`,
  force: [x, 0, z],
  moment: [0, 0, 0],
});

const guided = { ux: true, uy: true, uz: false, rx: true, ry: true, rz: true };
const top = { ux: true, uy: true, uz: false, rx: true, ry: false, rz: true };
const slide = { ux: false, uy: true, uz: false, rx: true, ry: true, rz: true };
const feet = { ux: true, uy: true, uz: true, rx: true, ry: false, rz: true };
/** A column in the x–z plane under 1 N, whole or in pieces. */
const column = (
  base: typeof fixed,
  head: typeof fixed,
  more: Partial<Structure> = {},
  member: object = {},
): Structure => ({
  nodes: [
    { position: [0, 0, 0], support: base },
    { position: [0, 0, L], support: head },
  ],
  members: [[1, 2, { role: 'column', ...member }]],
  loads: [load(2, -1)],
  shape,
  ...more,
});
const critical = (structure: Structure, count = 1) =>
  analysed(structure, 'buckling', { type: 'buckling', factors: [{ case: 'c1', factor: 1 }], count }).result.modes[
    count - 1
  ].factor;

/** The root of a function between two places, by halving. */
export function root(f: (x: number) => number, low: number, high: number): number {
  for (let i = 0; i < 200; i++) {
    const middle = (low + high) / 2;
    if (f(low) * f(middle) <= 0) high = middle;
    else low = middle;
  }
  return (low + high) / 2;
}

const fixedPinned = root((u) => Math.tan(u) - u, 4.4, 4.6);
const stocky = { type: 'rectangle', depth: 0.6, width: 0.6 } as const;
const shearStiffness = (E / 2.6) * (5 / 6) * 0.36;
const stockyEuler = (Math.PI ** 2 * E * 0.6 ** 4) / 12 / 9;
const springK = 0.4 * (EI / L);
const onSpring = root((u) => u * Math.tan(u) - (springK * L) / EI, 0.01, 1.5);

const h = 4;
const B = 6;
const portal = (base: typeof fixed, more: Partial<Structure> = {}): Structure => ({
  nodes: [
    { position: [0, 0, 0], support: base },
    { position: [0, 0, h], support: inPlane },
    { position: [B, 0, h], support: inPlane },
    { position: [B, 0, 0], support: base },
  ],
  members: [
    [1, 2, { role: 'column' }],
    [2, 3],
    [4, 3, { role: 'column' }],
  ],
  shape,
  loads: [load(2, -1), load(3, -1)],
  ...more,
});
// sway: stiffness of the beam bent in double curvature, 6 E I_b / B, at the head of a column
const swayHinged = root((u) => u * Math.tan(u) - (6 * h) / B, 0.1, 1.57);
const swayClamped = root((u) => u / Math.tan(u) + (6 * h) / B, 1.6, 3.14);
const braced = root((u) => 1 - u / Math.tan(u) + (u * u * B) / (2 * h), 3.2, 4.49);

const buckling = [
  ...cases('Buckling', 'Euler; Timoshenko & Gere, Theory of Elastic Stability, §2.2 and §2.4', [
    ['hinged at both ends', euler, () => critical(column(feet, top)), 'N', 1e-3],
    ['hinged at both ends, second mode', 4 * euler, () => critical(column(feet, top), 2), 'N', 2e-3],
    ['cantilever', euler / 4, () => critical(column(fixed, inPlane)), 'N', 1e-4],
    ['clamped at both ends', 4 * euler, () => critical(column(fixed, guided)), 'N', 2e-3],
    ['clamped and hinged: tan u = u', (fixedPinned ** 2 * EI) / L ** 2, () => critical(column(fixed, top)), 'N', 1e-3],
    ['clamped, head slides without turning', euler, () => critical(column(fixed, slide)), 'N', 1e-3],
    ['hinged, head slides without turning', euler / 4, () => critical(column(feet, slide)), 'N', 1e-4],
    [
      'clamped column released at its foot is a hinged one',
      euler,
      () => critical(column(fixed, top, {}, { startConnection: { ry: 0 } })),
      'N',
      1e-3,
    ],
    [
      'foot on a rotational spring, free head: u tan u = k L / EI',
      (onSpring ** 2 * EI) / L ** 2,
      () =>
        critical({
          ...column(fixed, inPlane),
          nodes: [
            { position: [0, 0, 0], support: { ...fixed, ry: false }, springs: { ry: springK } },
            { position: [0, 0, L], support: inPlane },
          ],
        }),
      'N',
      1e-4,
    ],
  ]),
  ...cases('Buckling', 'Engesser: P_E / (1 + P_E / G A_s)', [
    [
      'stocky hinged column with shear deformation',
      stockyEuler / (1 + stockyEuler / shearStiffness),
      () =>
        critical({
          nodes: [
            { position: [0, 0, 0], support: feet },
            { position: [0, 0, 3], support: top },
          ],
          members: [[1, 2, { role: 'column' }]],
          loads: [load(2, -1)],
          shape: stocky,
          shear: true,
        }),
      'N',
      2e-3,
    ],
  ]),
  ...cases(
    'Buckling',
    'Timoshenko & Gere §2.8: u tan u = 6 I_b h / I_c B hinged, u cot u = −6 I_b h / I_c B clamped; 1 − u cot u + u² B / 2 h = 0 held',
    [
      [
        'portal with hinged feet, sway',
        (swayHinged ** 2 * EI) / h ** 2,
        () => critical(portal(pinnedInPlane)),
        'N',
        2e-3,
      ],
      ['portal with clamped feet, sway', (swayClamped ** 2 * EI) / h ** 2, () => critical(portal(fixed)), 'N', 2e-3],
      [
        'portal with hinged feet, held against sway',
        (braced ** 2 * EI) / h ** 2,
        () =>
          critical(
            portal(pinnedInPlane, {
              nodes: [
                { position: [0, 0, 0], support: pinnedInPlane },
                { position: [0, 0, h], support: { ...inPlane, ux: true } },
                { position: [B, 0, h], support: { ...inPlane, ux: true } },
                { position: [B, 0, 0], support: pinnedInPlane },
              ],
            }),
          ),
        'N',
        2e-3,
      ],
    ],
  ),
];

const P = 0.5 * euler;
const u = (Math.PI / 2) * Math.sqrt(0.5); // (L / 2) √(P / EI)
const w = 4000;
const beamColumn = (axial: number, loads: LoadSpec[], base = pinnedInPlane): Structure => ({
  nodes: [
    { position: [0, 0, 0], support: base },
    { position: [L, 0, 0], support: rollerInPlane },
  ],
  members: [[1, 2]],
  shape,
  order: 'second',
  loads: [{ type: 'node', node: 'n2', force: [-axial, 0, 0], moment: [0, 0, 0] }, ...loads],
});
const uniform: LoadSpec = {
  type: 'uniform',
  member: 'm1',
  axes: 'global',
  direction: 'z',
  value: -w,
  from: 0,
  to: null,
};
const middle: LoadSpec = { type: 'point', member: 'm1', axes: 'global', direction: 'z', value: -w, at: L / 2 };
const tu = (Math.PI / 2) * Math.sqrt(0.5);
const k2 = (P * 1) / EI;
const k1 = Math.sqrt(k2);
const beamColumns = cases('Beam-columns', 'Timoshenko & Gere §1.3–1.5 and §1.11, P = 0.5 P_E', [
  [
    'uniform load: moment at mid-span',
    ((w * L * L) / 8) * ((2 * (1 / Math.cos(u) - 1)) / u ** 2),
    () => answer(beamColumn(P, [uniform])).force(1, 'My', L / 2),
    'N·m',
    1e-5,
  ],
  [
    'uniform load: deflection at mid-span',
    -((5 * w * L ** 4) / (384 * EI)) * ((12 * (2 / Math.cos(u) - 2 - u * u)) / (5 * u ** 4)),
    () => answer(beamColumn(P, [uniform])).force(1, 'w', L / 2),
    'm',
    1e-5,
  ],
  [
    'point load at mid-span: deflection',
    -((w * L ** 3) / (48 * EI)) * ((3 * (Math.tan(u) - u)) / u ** 3),
    () => answer(beamColumn(P, [middle])).force(1, 'w', L / 2),
    'm',
    1e-5,
  ],
  [
    'point load at mid-span: moment',
    ((w * L) / 4) * (Math.tan(u) / u),
    () => answer(beamColumn(P, [middle])).force(1, 'My', L / 2),
    'N·m',
    1e-5,
  ],
  [
    'tension instead: moment at mid-span',
    ((w * L * L) / 8) * ((2 * (1 - 1 / Math.cosh(tu))) / tu ** 2),
    () => answer(beamColumn(-P, [uniform])).force(1, 'My', L / 2),
    'N·m',
    1e-5,
  ],
  [
    'tension instead: deflection at mid-span',
    -((5 * w * L ** 4) / (384 * EI)) * ((12 * (u * u - 2 + 2 / Math.cosh(u))) / (5 * u ** 4)),
    () => answer(beamColumn(-P, [uniform])).force(1, 'w', L / 2),
    'm',
    1e-5,
  ],
  [
    'end couple: rotation there',
    ((5000 * L) / (3 * EI)) * ((3 / (2 * u)) * (1 / (2 * u) - 1 / Math.tan(2 * u))),
    () =>
      Math.abs(
        answer(beamColumn(P, [{ type: 'node', node: 'n2', force: [0, 0, 0], moment: [0, 5000, 0] }])).moved(2, 4),
      ),
    'rad',
    1e-5,
  ],
  [
    'cantilever, lateral tip force: sway',
    (1000 / P) * (Math.tan(k1 * 1.5) / k1 - 1.5),
    () =>
      answer({
        nodes: [
          { position: [0, 0, 0], support: fixed },
          { position: [0, 0, 1.5], support: inPlane },
        ],
        members: [[1, 2, { role: 'column' }]],
        shape,
        order: 'second',
        loads: [load(2, -P, 1000)],
      }).moved(2, 0),
    'm',
    1e-5,
  ],
  [
    'cantilever, lateral tip force: moment of the clamp',
    (1000 * Math.tan(k1 * 1.5)) / k1,
    () =>
      Math.abs(
        answer({
          nodes: [
            { position: [0, 0, 0], support: fixed },
            { position: [0, 0, 1.5], support: inPlane },
          ],
          members: [[1, 2, { role: 'column' }]],
          shape,
          order: 'second',
          loads: [load(2, -P, 1000)],
        }).reaction(1, 4),
      ),
    'N·m',
    1e-5,
  ],
  [
    'the same in four pieces',
    (1000 * Math.tan(k1 * 1.5)) / k1,
    () =>
      Math.abs(
        answer({
          ...chain(4, [0, 0, 0], [0, 0, 1.5], (n) => ({ support: n === 1 ? fixed : inPlane }), { role: 'column' }),
          shape,
          order: 'second',
          loads: [load(5, -P, 1000)],
        }).reaction(1, 4),
      ),
    'N·m',
    1e-5,
  ],
]);

// AISC 360-22 commentary C2, figures C-C2.2 and C-C2.3: W14×48, 28 ft, E = 29 000 ksi, with shear deformation
const kip = 4448.2216152605;
const inch = 0.0254;
const foot = 12 * inch;
const kipInch = kip * inch;
const wide = {
  catalogue: 'W14X48',
  E: 29000 * 6894757.293168361,
  poisson: 29 / 22.4 - 1,
  shear: true,
  order: 'second' as const,
};
const long = 28 * foot;
const first = (axial: number) =>
  answer({
    nodes: [
      { position: [0, 0, 0], support: pinnedInPlane },
      { position: [long, 0, 0], support: rollerInPlane },
    ],
    members: [[1, 2]],
    ...wide,
    loads: [
      { type: 'node', node: 'n2', force: [-axial * kip, 0, 0], moment: [0, 0, 0] },
      { type: 'uniform', member: 'm1', axes: 'global', direction: 'z', value: (-0.2 * kip) / foot, from: 0, to: null },
    ],
  });
// the column's strong axis across x
const second = (axial: number) =>
  answer({
    nodes: [
      { position: [0, 0, 0], support: fixed },
      { position: [0, 0, long], support: inPlane },
    ],
    members: [[1, 2, { role: 'column' }]],
    ...wide,
    loads: [load(2, -axial * kip, kip)],
  });
const commentary = cases(
  'AISC 360 benchmark problems',
  'AISC 360-22 Commentary C2.1, benchmark problems (figures C-C2.2, C-C2.3)',
  [
    ...(
      [
        [0, 235, 0.202],
        [150, 270, 0.23],
        [300, 316, 0.269],
        [450, 380, 0.322],
      ] as const
    ).flatMap(([axial, moment, deflection]) => [
      [
        `case 1, P = ${axial} kip: moment at mid-span`,
        moment,
        () => first(axial).force(1, 'My', long / 2) / kipInch,
        'kip·in',
        1e-2,
      ] as const,
      [
        `case 1, P = ${axial} kip: deflection at mid-span`,
        deflection,
        () => -first(axial).force(1, 'w', long / 2) / inch,
        'in',
        1e-2,
      ] as const,
    ]),
    ...(
      [
        [0, 336, 0.907],
        [100, 470, 1.34],
        [150, 601, 1.77],
        [200, 856, 2.6],
      ] as const
    ).flatMap(([axial, moment, deflection]) => [
      [
        `case 2, P = ${axial} kip: moment of the foot`,
        moment,
        () => Math.abs(second(axial).reaction(1, 4)) / kipInch,
        'kip·in',
        1e-2,
      ] as const,
      [
        `case 2, P = ${axial} kip: movement of the head`,
        deflection,
        () => second(axial).moved(2, 0) / inch,
        'in',
        1e-2,
      ] as const,
    ]),
  ],
);

export const stabilityCases: BookCase[] = [...buckling, ...beamColumns, ...commentary];

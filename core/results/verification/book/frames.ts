import { cases, type BookCase } from './case';
import {
  answer,
  chain,
  fixed,
  inPlane,
  pinned,
  pinnedInPlane,
  rollerInPlane,
  type LoadSpec,
  type Structure,
} from './structure';

const E = 200e9;
const A = 0.04;
const I = 0.2 ** 4 / 12;
const EI = E * I;
const EA = E * A;
const G = E / 2.6;
/** St Venant constant of the square, as the catalogue computes it (Roark, table 10.1, case 4). */
const J = 0.2 ** 4 * (1 / 3 - 0.21 * (1 - 1 / 12));
const h = 4;
const L = 6;
const w = 10000;
const H = 20000;
const k = h / L; // (I beam / I column) · h / L with one section

/** Members so long and thin that their stretch does not count: the tables of frames leave it out. */
const slender = { type: 'rectangle', depth: 0.01, width: 0.01 } as const;
const portal = (base: typeof fixed, loads: LoadSpec[]): Structure => ({
  nodes: [
    { position: [0, 0, 0], support: base },
    { position: [0, 0, h], support: inPlane },
    { position: [L, 0, h], support: inPlane },
    { position: [L, 0, 0], support: base },
  ],
  members: [
    [1, 2],
    [2, 3],
    [4, 3],
  ],
  loads,
  shape: slender,
});
const onBeam: LoadSpec[] = [
  { type: 'uniform', member: 'm2', axes: 'global', direction: 'z', value: -w, from: 0, to: null },
];
const sway: LoadSpec[] = [{ type: 'node', node: 'n2', force: [H, 0, 0], moment: [0, 0, 0] }];

const kleinlogel =
  'Kleinlogel, Rigid Frame Formulas, frames 39 and 42 (k = I_beam h / I_column L; axial stretch left out)';
const portals = cases('Frames', kleinlogel, [
  [
    'portal with hinged feet, uniform load: thrust',
    (w * L * L) / (4 * h * (2 * k + 3)),
    () => answer(portal(pinnedInPlane, onBeam)).reaction(1, 0),
    'N',
    1e-4,
  ],
  [
    'portal with hinged feet, uniform load: corner moment',
    (-w * L * L) / (4 * (2 * k + 3)),
    () => answer(portal(pinnedInPlane, onBeam)).force(2, 'My', 0),
    'N·m',
    1e-4,
  ],
  [
    'portal with clamped feet, uniform load: moment of a foot',
    (w * L * L) / (12 * (k + 2)),
    () => Math.abs(answer(portal(fixed, onBeam)).reaction(1, 4)),
    'N·m',
    1e-4,
  ],
  [
    'portal with clamped feet, uniform load: corner moment',
    (-w * L * L) / (6 * (k + 2)),
    () => answer(portal(fixed, onBeam)).force(2, 'My', 0),
    'N·m',
    1e-4,
  ],
  [
    'portal with hinged feet, sway force: corner moment',
    (H * h) / 2,
    () => answer(portal(pinnedInPlane, sway)).force(2, 'My', 0),
    'N·m',
    1e-4,
  ],
  [
    'portal with clamped feet, sway force: moment of a foot',
    ((H * h) / 2) * ((3 * k + 1) / (6 * k + 1)),
    () => Math.abs(answer(portal(fixed, sway)).reaction(1, 4)),
    'N·m',
    1e-4,
  ],
  [
    'portal with clamped feet, sway force: corner moment',
    ((H * h) / 2) * ((3 * k) / (6 * k + 1)),
    () => answer(portal(fixed, sway)).force(2, 'My', 0),
    'N·m',
    1e-4,
  ],
]);

const tripod: Structure = {
  nodes: [
    ...[0, 1, 2].map((i) => ({
      position: [3 * Math.cos((2 * Math.PI * i) / 3), 3 * Math.sin((2 * Math.PI * i) / 3), 0] as [
        number,
        number,
        number,
      ],
      support: pinned,
    })),
    { position: [0, 0, 4] },
  ],
  members: [
    [1, 4],
    [2, 4],
    [3, 4],
  ].map(([i, j]) => [i, j, { behaviour: 'axial' as const }] as const),
  loads: [{ type: 'node', node: 'n4', force: [0, 0, -30000], moment: [0, 0, 0] }],
};
const threeBars: Structure = {
  nodes: [
    { position: [-3, 0, 4], support: pinned },
    { position: [0, 0, 4], support: pinned },
    { position: [3, 0, 4], support: pinned },
    { position: [0, 0, 0], support: { ...inPlane, rx: false, rz: false } },
  ],
  members: [
    [1, 4],
    [2, 4],
    [3, 4],
  ].map(([i, j]) => [i, j, { behaviour: 'axial' as const }] as const),
  loads: [{ type: 'node', node: 'n4', force: [0, 0, -30000], moment: [0, 0, 0] }],
};
const pratt: Structure = {
  nodes: [
    [0, 0],
    [3, 0],
    [6, 0],
    [9, 0],
    [12, 0],
    [3, 4],
    [6, 4],
    [9, 4],
  ].map(([x, z], i) => ({
    position: [x, 0, z] as [number, number, number],
    support: { ...inPlane, ...(i === 0 ? { ux: true, uz: true } : i === 4 ? { uz: true } : {}), rx: false, rz: false },
  })),
  members: [
    [1, 2],
    [2, 3],
    [3, 4],
    [4, 5],
    [1, 6],
    [6, 7],
    [7, 8],
    [8, 5],
    [2, 6],
    [3, 7],
    [4, 8],
    [6, 3],
    [8, 3],
  ].map(([i, j]) => [i, j, { behaviour: 'axial' as const }] as const),
  loads: [2, 3, 4].map((n): LoadSpec => ({ type: 'node', node: `n${n}`, force: [0, 0, -20000], moment: [0, 0, 0] })),
};
const bar = 4 / 5;
const trusses = [
  ...cases('Trusses', 'Equilibrium by hand', [
    ['tripod of 3–4–5 bars: force of a leg', (-30000 / 3) * (5 / 4), () => answer(tripod).force(1, 'N', 1), 'N'],
    [
      'parallel-chord truss: bottom chord at mid-span, from the moment about the top joint',
      (30000 * 3) / 4,
      () => answer(pratt).force(1, 'N', 1),
      'N',
    ],
    ['parallel-chord truss: top chord', -(30000 * 6 - 20000 * 3) / 4, () => answer(pratt).force(6, 'N', 1), 'N'],
    ['parallel-chord truss: end diagonal', -30000 / bar, () => answer(pratt).force(5, 'N', 1), 'N'],
    ['parallel-chord truss: inner diagonal', (30000 - 20000) / bar, () => answer(pratt).force(12, 'N', 1), 'N'],
    ['parallel-chord truss: hanger', 20000, () => answer(pratt).force(9, 'N', 1), 'N'],
    ['parallel-chord truss: middle post', 0, () => answer(pratt).force(10, 'N', 1), 'N', 1e-9, 20000],
  ]),
  ...cases(
    'Trusses',
    'Timoshenko, Strength of Materials I, statically indeterminate bars: P / (1 + 2 cos³ α) in the middle bar',
    [
      ['three bars: middle bar', 30000 / (1 + 2 * bar ** 3), () => answer(threeBars).force(2, 'N', 1), 'N'],
      ['three bars: side bar', (30000 * bar ** 2) / (1 + 2 * bar ** 3), () => answer(threeBars).force(1, 'N', 1), 'N'],
      [
        'three bars: movement of the joint',
        (-30000 * 4) / (EA * (1 + 2 * bar ** 3)),
        () => answer(threeBars).moved(4, 2),
        'm',
      ],
    ],
  ),
];

const cross: Structure = {
  nodes: [
    { position: [-3, 0, 0], support: { ...pinned, rx: true } },
    { position: [3, 0, 0], support: { ...pinned, ux: false, rx: true } },
    { position: [0, -3, 0], support: { ...pinned, ry: true } },
    { position: [0, 3, 0], support: { ...pinned, uy: false, ry: true } },
    { position: [0, 0, 0] },
  ],
  members: [
    [1, 5],
    [5, 2],
    [3, 5],
    [5, 4],
  ].map(
    ([i, j]) => [i, j, { startConnection: i === 5 ? { rx: 0 } : {}, endConnection: j === 5 ? { rx: 0 } : {} }] as const,
  ),
  loads: [{ type: 'node', node: 'n5', force: [0, 0, -P()], moment: [0, 0, 0] }],
};
function P(): number {
  return 24000;
}
const bow: Structure = {
  nodes: [{ position: [0, 0, 0], support: fixed }, { position: [3, 0, 0] }, { position: [3, 2, 0] }],
  members: [
    [1, 2],
    [2, 3],
  ],
  loads: [{ type: 'node', node: 'n3', force: [0, 0, -P()], moment: [0, 0, 0] }],
};
const grids = [
  ...cases('Grids and space frames', 'Two equal crossing beams share a load equally: P L³ / 96 EI', [
    ['crossing beams: deflection of the crossing', (-P() * 6 ** 3) / (96 * EI), () => answer(cross).moved(5, 2), 'm'],
    ['crossing beams: moment of one beam at the crossing', (P() * 6) / 8, () => answer(cross).force(1, 'My', 3), 'N·m'],
  ]),
  ...cases('Grids and space frames', 'Superposition of bending and torsion: P (a³ + b³) / 3 EI + P b² a / GJ', [
    [
      'bent cantilever in plan: deflection of the tip',
      (-P() * (27 + 8)) / (3 * EI) - (P() * 4 * 3) / (G * J),
      () => answer(bow).moved(3, 2),
      'm',
    ],
    ['bent cantilever in plan: torsion of the first arm', P() * 2, () => Math.abs(answer(bow).force(1, 'T', 1)), 'N·m'],
    ['bent cantilever in plan: moment of the clamp', -P() * 3, () => answer(bow).force(1, 'My', 0), 'N·m'],
  ]),
];

const beam = (more: object, loads: LoadSpec[], supports = [fixed, fixed]): Structure => ({
  nodes: [
    { position: [0, 0, 0], support: supports[0] },
    { position: [L, 0, 0], support: supports[1] },
  ],
  members: [[1, 2, more]],
  loads,
});
const uniform: LoadSpec[] = [
  { type: 'uniform', member: 'm1', axes: 'global', direction: 'z', value: -w, from: 0, to: null },
];
const ks = 5e6;
const clear = L - 0.4 - 0.6;
const releases = [
  ...cases(
    'Releases, springs and rigid ends',
    'A release is a hinge; a joint of stiffness k_s holds w L²/12 / (1 + 2 EI / k_s L) (slope-deflection)',
    [
      [
        'clamped beam released at both ends: moment at mid-span',
        (w * L * L) / 8,
        () => answer(beam({ startConnection: { ry: 0 }, endConnection: { ry: 0 } }, uniform)).force(1, 'My', L / 2),
        'N·m',
      ],
      [
        'clamped beam released at the end: moment at the start',
        (-w * L * L) / 8,
        () => answer(beam({ endConnection: { ry: 0 } }, uniform)).force(1, 'My', 0),
        'N·m',
      ],
      [
        'clamped beam released at the end: rotation inside the hinge is not the node’s',
        0,
        () => answer(beam({ endConnection: { ry: 0 } }, uniform)).moved(2, 4),
        'rad',
        1e-12,
      ],
      [
        'elastic joints at both ends: moment of a joint',
        (-w * L * L) / 12 / (1 + (2 * EI) / (ks * L)),
        () => answer(beam({ startConnection: { ry: ks }, endConnection: { ry: ks } }, uniform)).force(1, 'My', 0),
        'N·m',
      ],
      [
        'elastic joints at both ends: deflection at mid-span',
        -(5 * w * L ** 4) / (384 * EI) + ((w * L * L) / 12 / (1 + (2 * EI) / (ks * L))) * ((L * L) / (8 * EI)),
        () => answer(beam({ startConnection: { ry: ks }, endConnection: { ry: ks } }, uniform)).force(1, 'w', L / 2),
        'm',
      ],
      [
        'sliding end (shear released): moment at the clamp',
        (-w * L * L) / 3,
        () => answer(beam({ endConnection: { uz: 0 } }, uniform)).force(1, 'My', 0),
        'N·m',
      ],
      [
        'axial release: a bar between fixed walls takes no heat',
        0,
        () =>
          answer(
            beam({ endConnection: { ux: 0 } }, [
              { type: 'temperature', member: 'm1', change: 30, differenceY: 0, differenceZ: 0 },
            ]),
          ).force(1, 'N', 1),
        'N',
        1e-12,
        EA * 1.2e-5 * 30,
      ],
      [
        'cantilever on a spring at its tip: force of the spring',
        ((3 / 8) * w * L) / (1 + (3 * EI) / (2e6 * L ** 3)),
        () =>
          answer({
            nodes: [
              { position: [0, 0, 0], support: fixed },
              { position: [L, 0, 0], springs: { uz: 2e6 } },
            ],
            members: [[1, 2]],
            loads: uniform,
          }).reaction(2, 2),
        'N',
      ],
      [
        'foot on a rotational spring: moment of the spring',
        (w * L * L) / 8 / (1 + (3 * EI) / (4e6 * L)),
        () =>
          Math.abs(
            answer({
              nodes: [
                { position: [0, 0, 0], support: { ...fixed, ry: false }, springs: { ry: 4e6 } },
                { position: [L, 0, 0], support: rollerInPlane },
              ],
              members: [[1, 2]],
              loads: uniform,
            }).reaction(1, 4),
          ),
        'N·m',
      ],
      [
        'rigid ends of 0.4 m and 0.6 m: moment of the clear span at its start',
        (-w * clear ** 2) / 12,
        () => answer(beam({ startRigid: 0.4, endRigid: 0.6 }, uniform)).force(1, 'My', 0),
        'N·m',
      ],
      [
        'rigid ends: moment of the support, load on the rigid part included',
        (w * clear ** 2) / 12 + ((w * clear) / 2) * 0.4 + (w * 0.4 ** 2) / 2,
        () => Math.abs(answer(beam({ startRigid: 0.4, endRigid: 0.6 }, uniform)).reaction(1, 4)),
        'N·m',
      ],
      [
        'rigid ends: deflection of the middle of the clear span',
        (-w * clear ** 4) / (384 * EI),
        () => answer(beam({ startRigid: 0.4, endRigid: 0.6 }, uniform)).force(1, 'w', clear / 2),
        'm',
      ],
    ],
  ),
];

// a beam between two pins that hold its bottom fibre: H from the bottom fibre's length staying as it is
const e = 0.1;
const thrust = ((2 / 3) * ((w * L * L) / 8) * (e / EI)) / (1 / EA + (e * e) / EI);
const bottom = () =>
  answer(
    beam({ axisPosition: 'bottom' }, uniform, [
      { ...pinned, rx: true, rz: true },
      { ...pinned, rx: true, rz: true },
    ]),
  );
const column = () =>
  answer({
    nodes: [{ position: [0, 0, 0], support: fixed }, { position: [0, 0, h] }],
    members: [[1, 2, { role: 'column', endOffset: [0, 0, 0.3], startOffset: [0, 0, 0.3] }]],
    loads: [{ type: 'node', node: 'n2', force: [0, 0, -H], moment: [0, 0, 0] }],
  });
const incline = Math.PI / 6;
const offsets = cases(
  'Eccentric axes and inclined supports',
  'Compatibility of the held fibre, ∫(N/EA + M e/EI) = 0; statics',
  [
    ['beam held at its bottom fibre between two pins: axial force', -thrust, () => bottom().force(1, 'N', L / 2), 'N'],
    [
      'beam held at its bottom fibre between two pins: moment at mid-span',
      (w * L * L) / 8 - thrust * e,
      () => bottom().force(1, 'My', L / 2),
      'N·m',
    ],
    ['column 0.3 m beside its nodes’ line: moment', H * 0.3, () => Math.abs(column().force(1, 'My', 2)), 'N·m'],
    ['column 0.3 m beside its nodes’ line: axial force', -H, () => column().force(1, 'N', 2), 'N'],
    [
      'column 0.3 m beside its nodes’ line: sway of the top',
      (H * 0.3 * h * h) / (2 * EI),
      () => Math.abs(column().moved(2, 0)),
      'm',
    ],
    [
      'roller on a slope of 30°: its reaction',
      (w * L) / 2 / Math.cos(incline),
      () => Math.hypot(inclined().reaction(2, 0), inclined().reaction(2, 2)),
      'N',
    ],
    [
      'roller on a slope of 30°: thrust in the beam',
      (-(w * L) / 2) * Math.tan(incline),
      () => inclined().force(1, 'N', 1),
      'N',
    ],
    [
      'roller on a slope of 30°: it moves along the slope',
      Math.tan(incline),
      () => inclined().moved(2, 2) / inclined().moved(2, 0),
      '–',
    ],
  ],
);
/** A beam on a pin and a roller whose plane rises towards +x: the local z of its support leans to −x. */
function inclined() {
  return answer({
    nodes: [
      { position: [0, 0, 0], support: pinnedInPlane },
      { position: [L, 0, 0], support: rollerInPlane, supportAngles: [0, -incline, 0] },
    ],
    members: [[1, 2]],
    loads: uniform,
  });
}

const delta = 0.012;
const settle = (displacement: [number, number, number], rotation: [number, number, number]): LoadSpec => ({
  type: 'settlement',
  node: 'n2',
  displacement,
  rotation,
});
const alpha = 1.2e-5;
const warm = (change: number, differenceZ: number): LoadSpec[] => [
  { type: 'temperature', member: 'm1', change, differenceY: 0, differenceZ },
];
const imposed = cases('Settlement, temperature and strain', 'Slope-deflection; curvature α ΔT / h', [
  [
    'clamped beam, one end sinks: moment',
    (-6 * EI * delta) / L ** 2,
    () => answer(beam({}, [settle([0, 0, -delta], [0, 0, 0])])).force(1, 'My', 0),
    'N·m',
  ],
  [
    'clamped beam, one end turns: moment there',
    (4 * EI * 0.002) / L,
    () => Math.abs(answer(beam({}, [settle([0, 0, 0], [0, 0.002, 0])])).force(1, 'My', L)),
    'N·m',
  ],
  [
    'clamped beam, one end turns: moment at the other',
    (2 * EI * 0.002) / L,
    () => Math.abs(answer(beam({}, [settle([0, 0, 0], [0, 0.002, 0])])).force(1, 'My', 0)),
    'N·m',
  ],
  [
    'propped beam, the prop sinks: moment of the clamp',
    (-3 * EI * delta) / L ** 2,
    () => answer(beam({}, [settle([0, 0, -delta], [0, 0, 0])], [fixed, rollerInPlane])).force(1, 'My', 0),
    'N·m',
  ],
  [
    'two spans, the middle support sinks: moment there',
    (3 * EI * delta) / L ** 2,
    () =>
      answer({
        nodes: [0, 1, 2].map((i) => ({
          position: [L * i, 0, 0] as [number, number, number],
          support: i === 0 ? pinnedInPlane : rollerInPlane,
        })),
        members: [
          [1, 2],
          [2, 3],
        ],
        loads: [settle([0, 0, -delta], [0, 0, 0])],
      }).force(1, 'My', L),
    'N·m',
  ],
  [
    'a statically determinate beam settles without force',
    0,
    () => answer(beam({}, [settle([0, 0, -delta], [0, 0, 0])], [pinnedInPlane, rollerInPlane])).force(1, 'My', L / 2),
    'N·m',
    1e-9,
    (EI * delta) / L ** 2,
  ],
  [
    'bar between walls, warmed: axial force',
    -EA * alpha * 30,
    () => answer(beam({}, warm(30, 0))).force(1, 'N', 1),
    'N',
  ],
  [
    'free bar, warmed: growth',
    alpha * 30 * L,
    () => answer(beam({}, warm(30, 0), [fixed, { ...rollerInPlane, ux: false }])).moved(2, 0),
    'm',
  ],
  [
    'clamped beam, top warmer: moment',
    (EI * alpha * 20) / 0.2,
    () => answer(beam({}, warm(0, 20))).force(1, 'My', L / 2),
    'N·m',
  ],
  [
    'propped beam, top warmer: moment of the clamp',
    (1.5 * EI * alpha * 20) / 0.2,
    () => answer(beam({}, warm(0, 20), [fixed, rollerInPlane])).force(1, 'My', 0),
    'N·m',
  ],
  [
    'cantilever, top warmer: the tip sinks',
    (-alpha * 20 * L * L) / (2 * 0.2),
    () =>
      answer({
        ...beam({}, warm(0, 20)),
        nodes: [{ position: [0, 0, 0], support: fixed }, { position: [L, 0, 0] }],
      }).moved(2, 2),
    'm',
  ],
  [
    'simple beam, top warmer: rise at mid-span',
    (alpha * 20 * L * L) / (8 * 0.2),
    () => answer(beam({}, warm(0, 20), [pinnedInPlane, rollerInPlane])).force(1, 'w', L / 2),
    'm',
  ],
  [
    'bar between walls, initially too long: axial force',
    -EA * 2e-4,
    () =>
      answer(beam({}, [{ type: 'strain', member: 'm1', axial: 2e-4, curvatureY: 0, curvatureZ: 0 }])).force(1, 'N', 1),
    'N',
  ],
  [
    'clamped beam with an initial curvature: moment',
    -EI * 1e-3,
    () =>
      answer(beam({}, [{ type: 'strain', member: 'm1', axial: 0, curvatureY: 1e-3, curvatureZ: 0 }])).force(1, 'My', 2),
    'N·m',
  ],
]);

// four columns under a rigid floor: one more row of forces than of unknowns, by hand
const floor = (force: [number, number, number], moment: [number, number, number]): Structure => ({
  nodes: [
    [0, 0],
    [6, 0],
    [6, 4],
    [0, 4],
  ].flatMap(([x, y]) => [
    { position: [x, y, 0] as [number, number, number], support: fixed },
    { position: [x, y, h] as [number, number, number] },
  ]),
  members: [
    [1, 2],
    [3, 4],
    [5, 6],
    [7, 8],
  ].map(([i, j]) => [i, j, { role: 'column' as const }] as const),
  diaphragms: [[2, 4, 6, 8]],
  loads: [{ type: 'node', node: 'n2', force, moment }],
});
const cantileverK = (3 * EI) / h ** 3;
const twist = 8000 / (4 * cantileverK * (9 + 4) + (4 * G * J) / h);
const diaphragms = cases(
  'Rigid diaphragms',
  'Four equal cantilever columns: k = 3 EI / h³ each; twist M / (Σ k r² + Σ GJ / h)',
  [
    [
      'force at a corner: the floor’s centre moves by H / 4 k',
      H / (4 * cantileverK),
      () => (answer(floor([H, 0, 0], [0, 0, 0])).moved(2, 0) + answer(floor([H, 0, 0], [0, 0, 0])).moved(6, 0)) / 2,
      'm',
    ],
    [
      'a twisting moment: rotation of the floor',
      twist,
      () => answer(floor([0, 0, 0], [0, 0, 8000])).moved(6, 5),
      'rad',
    ],
    [
      'a twisting moment: movement of a corner',
      2 * twist,
      () => answer(floor([0, 0, 0], [0, 0, 8000])).moved(2, 0),
      'm',
    ],
    [
      'a twisting moment: base shears have no sum',
      0,
      () => [1, 3, 5, 7].reduce((sum, node) => sum + answer(floor([0, 0, 0], [0, 0, 8000])).reaction(node, 0), 0),
      'N',
      1e-9,
      8000,
    ],
  ],
);

// braces that only pull
const braced = (behaviour: 'tension' | 'compression' | 'axial', force: number): Structure => ({
  nodes: [
    { position: [0, 0, 0], support: pinned },
    { position: [3, 0, 0], support: pinned },
    { position: [0, 0, 4], support: { ...inPlane, rx: false, rz: false } },
    { position: [3, 0, 4], support: { ...inPlane, rx: false, rz: false } },
  ],
  members: [
    [1, 3, { behaviour: 'axial' }],
    [2, 4, { behaviour: 'axial' }],
    [3, 4, { behaviour: 'axial' }],
    [1, 4, { behaviour }],
    [2, 3, { behaviour }],
  ],
  loads: [{ type: 'node', node: 'n3', force: [force, 0, 0], moment: [0, 0, 0] }],
});
const oneWay = cases(
  'Members that only pull or push',
  'Equilibrium by hand: the acting diagonal of a 3 m × 4 m panel takes H · 5/3',
  [
    [
      'cross bracing of rods, pushed to the right: the rod that pulls',
      (H * 5) / 3,
      () => answer(braced('tension', H)).force(4, 'N', 1),
      'N',
    ],
    [
      'cross bracing of rods, pushed to the right: the slack rod',
      0,
      () => answer(braced('tension', H)).force(5, 'N', 1),
      'N',
      1e-9,
      H,
    ],
    [
      'cross bracing of rods, pushed to the left: they change over',
      (H * 5) / 3,
      () => answer(braced('tension', -H)).force(5, 'N', 1),
      'N',
    ],
    [
      'struts that only push, pushed to the right',
      (-H * 5) / 3,
      () => answer(braced('compression', H)).force(5, 'N', 1),
      'N',
    ],
    [
      'strut between two walls under pull stays slack',
      0,
      () =>
        answer({
          nodes: [
            { position: [0, 0, 0], support: fixed },
            { position: [3, 0, 0], support: { ...rollerInPlane, uz: true } },
            { position: [6, 0, 0], support: fixed },
          ],
          members: [
            [1, 2],
            [2, 3, { behaviour: 'compression' }],
          ],
          loads: [{ type: 'node', node: 'n2', force: [-H, 0, 0], moment: [0, 0, 0] }],
        }).force(2, 'N', 1),
      'N',
      1e-9,
      H,
    ],
  ],
);

// MacNeal & Harder 1985, inches and pounds as printed
const inch = { E: 1e7, poisson: 0.3 };
const strip = { type: 'rectangle', depth: 0.2, width: 0.1 } as const;
const straight = (force: [number, number, number], moment: [number, number, number]) =>
  answer({
    ...chain(6, [0, 0, 0], [6, 0, 0], (n) => (n === 1 ? { support: fixed } : {})),
    ...inch,
    shape: strip,
    shear: true,
    loads: [{ type: 'node', node: 'n7', force, moment }],
  });
const arcNodes = (n: number) =>
  Array.from({ length: n + 1 }, (_, i) => ({
    position: [4.22 * Math.sin((Math.PI * i) / (2 * n)), 0, 4.22 * Math.cos((Math.PI * i) / (2 * n))] as [
      number,
      number,
      number,
    ],
    ...(i === 0 ? { support: fixed } : {}),
  }));
const curved = (force: [number, number, number]) =>
  answer({
    nodes: arcNodes(24),
    members: Array.from({ length: 24 }, (_, i) => [i + 1, i + 2] as const),
    E: 1e7,
    poisson: 0.25,
    shape: strip,
    shear: true,
    loads: [{ type: 'node', node: 'n25', force, moment: [0, 0, 0] }],
  });
const twisted = (force: [number, number, number]) =>
  answer({
    nodes: Array.from({ length: 49 }, (_, i) => ({
      position: [(12 * i) / 48, 0, 0] as [number, number, number],
      ...(i === 0 ? { support: fixed } : {}),
    })),
    members: Array.from({ length: 48 }, (_, i) => [i + 1, i + 2, { angle: ((i + 0.5) / 48) * (Math.PI / 2) }] as const),
    E: 29e6,
    poisson: 0.22,
    shape: { type: 'rectangle', depth: 1.1, width: 0.32 },
    shear: true,
    loads: [{ type: 'node', node: 'n49', force, moment: [0, 0, 0] }],
  });
const macNeal = cases(
  'MacNeal and Harder',
  'MacNeal & Harder 1985, A proposed standard set of problems to test finite element accuracy, tables 3–5',
  [
    ['straight cantilever, extension', 3e-5, () => straight([1, 0, 0], [0, 0, 0]).moved(7, 0), 'in', 1e-6],
    ['straight cantilever, shear in its plane', 0.1081, () => straight([0, 0, 1], [0, 0, 0]).moved(7, 2), 'in', 1e-3],
    [
      'straight cantilever, shear out of its plane',
      0.4321,
      () => straight([0, 1, 0], [0, 0, 0]).moved(7, 1),
      'in',
      1e-3,
    ],
    ['curved cantilever, shear in its plane', 0.08734, () => curved([1, 0, 0]).moved(25, 0), 'in', 2e-2],
    ['curved cantilever, shear out of its plane', 0.5022, () => curved([0, 1, 0]).moved(25, 1), 'in', 2e-2],
    ['twisted cantilever, shear in the plane of the tip', 0.005424, () => twisted([0, 1, 0]).moved(49, 1), 'in', 2e-2],
    [
      'twisted cantilever, shear out of the plane of the tip',
      0.001754,
      () => twisted([0, 0, 1]).moved(49, 2),
      'in',
      2e-2,
    ],
  ],
);

const twisting = cases(
  'MacNeal and Harder',
  'T L / G J with J = 0.229 b t³ for a rectangle 2 : 1 (Timoshenko & Goodier, §109)',
  [
    [
      'straight cantilever, twist',
      6 / ((1e7 / 2.6) * 0.229 * 0.2 * 0.1 ** 3),
      () => straight([0, 0, 0], [1, 0, 0]).moved(7, 3),
      'rad',
      2e-3,
    ],
  ],
);

const sets = cases('Stiffness factors', 'EI times its factor', [
  [
    'cantilever with half its stiffness: deflection',
    (-H * L ** 3) / (3 * 0.5 * EI),
    () =>
      answer({
        nodes: [{ position: [0, 0, 0], support: fixed }, { position: [L, 0, 0] }],
        members: [[1, 2, { stiffness: { inertiaY: 0.5 } }]],
        loads: [{ type: 'node', node: 'n2', force: [0, 0, -H], moment: [0, 0, 0] }],
      }).moved(2, 2),
    'm',
  ],
  [
    'cantilever in a combination with a stiffness set of 0.8: deflection',
    (-H * L ** 3) / (3 * 0.8 * EI),
    () =>
      answer({
        nodes: [{ position: [0, 0, 0], support: fixed }, { position: [L, 0, 0] }],
        members: [[1, 2]],
        sets: [
          {
            label: 'Reduced',
            source: 'AISC 360-22 C2.3',
            rules: [{ material: 'steel', role: 'any', factors: { area: 0.8, inertiaY: 0.8, inertiaZ: 0.8 } }],
          },
        ],
        loads: [{ type: 'node', node: 'n2', force: [0, 0, -H], moment: [0, 0, 0] }],
      }).moved(2, 2),
    'm',
  ],
  [
    '… and along the member',
    (-H * (3 * L - 2) * 4) / (6 * 0.8 * EI),
    () =>
      answer({
        nodes: [{ position: [0, 0, 0], support: fixed }, { position: [L, 0, 0] }],
        members: [[1, 2]],
        sets: [
          {
            label: 'Reduced',
            source: 'AISC 360-22 C2.3',
            rules: [{ material: 'steel', role: 'any', factors: { area: 0.8, inertiaY: 0.8, inertiaZ: 0.8 } }],
          },
        ],
        loads: [{ type: 'node', node: 'n2', force: [0, 0, -H], moment: [0, 0, 0] }],
      }).force(1, 'w', 2),
    'm',
  ],
]);

export const frameCases: BookCase[] = [
  ...portals,
  ...trusses,
  ...grids,
  ...releases,
  ...offsets,
  ...imposed,
  ...diaphragms,
  ...oneWay,
  ...macNeal,
  ...twisting,
  ...sets,
];

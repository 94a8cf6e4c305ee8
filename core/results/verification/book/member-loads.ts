import { cases, type BookCase } from './case';
import { root } from './stability';
import {
  analysed,
  answer,
  fixed,
  inPlane,
  pinnedInPlane,
  rollerInPlane,
  type LoadSpec,
  type Structure,
} from './structure';

/** Loads between the ends of members in second order, buckling and modes; members that only pull. All in the x–z plane. */
const shape = { type: 'rectangle', depth: 0.1, width: 0.1 } as const;
const E = 200e9;
const EI = (E * 0.1 ** 4) / 12;
const h = 4;
const guided = { ux: true, uy: true, uz: false, rx: true, ry: true, rz: true };
const held = { ux: true, uy: true, uz: false, rx: true, ry: false, rz: true };
const feet = { ux: true, uy: true, uz: true, rx: true, ry: false, rz: true };

const down = (value: number): LoadSpec => ({
  type: 'uniform',
  member: 'm1',
  axes: 'global',
  direction: 'z',
  value: -value,
  from: 0,
  to: null,
});
const at = (value: number, place: number): LoadSpec => ({
  type: 'point',
  member: 'm1',
  axes: 'global',
  direction: 'z',
  value: -value,
  at: place,
});
const push = (force: number, node = 2): LoadSpec => ({
  type: 'node',
  node: `n${node}`,
  force: [force, 0, 0],
  moment: [0, 0, 0],
});
const column = (
  base: typeof fixed,
  head: typeof fixed,
  loads: LoadSpec[],
  more: Partial<Structure> = {},
): Structure => ({
  nodes: [
    { position: [0, 0, 0], support: base },
    { position: [0, 0, h], support: head },
  ],
  members: [[1, 2, { role: 'column' }]],
  loads,
  shape,
  ...more,
});
const factors = (structure: Structure, count: number) =>
  analysed(structure, 'buckling', { type: 'buckling', factors: [{ case: 'c1', factor: 1 }], count }).result.modes.map(
    (mode) => mode.factor,
  );

// (q h)_cr = m EI / h²: Timoshenko & Gere §2.12, Greenhill 1881; the free head by the Bessel function J₋₁⸝₃, the others from its tables
const greenhill = (() => {
  // J₋₁⸝₃(x) by its series; the first root gives m = (9 / 4) x²
  const bessel = (x: number) => {
    let [term, sum] = [1, 1];
    for (let k = 1; k < 60; k++) {
      term *= -((x / 2) ** 2) / (k * (k - 1 / 3));
      sum += term;
    }
    return sum;
  };
  return (9 / 4) * root(bessel, 1, 2.5) ** 2;
})();
const ownWeight = cases(
  'Buckling under loads on members',
  'Timoshenko & Gere, Theory of Elastic Stability, §2.12: (q h)_cr h² / EI under a uniform axial load',
  [
    [
      'clamped foot, free head (root of J₋₁⸝₃)',
      greenhill,
      () => (factors(column(fixed, inPlane, [down(1000)]), 1)[0] * 1000 * h) / (EI / h ** 2),
      '–',
      1e-3,
    ],
    [
      'hinged at both ends',
      18.569,
      () => (factors(column(feet, held, [down(1000)]), 1)[0] * 1000 * h) / (EI / h ** 2),
      '–',
      2e-3,
    ],
    [
      'clamped foot, hinged head',
      52.501,
      () => (factors(column(fixed, held, [down(1000)]), 1)[0] * 1000 * h) / (EI / h ** 2),
      '–',
      2e-3,
    ],
    [
      'clamped at both ends',
      74.629,
      () => (factors(column(fixed, guided, [down(1000)]), 1)[0] * 1000 * h) / (EI / h ** 2),
      '–',
      2e-3,
    ],
  ],
);

// load at a place a of a clamped-free column: the part above stays straight, so it buckles as a cantilever of length a
const inside = cases(
  'Buckling under loads on members',
  'Point load at a on a clamped column with a free head: π² EI / 4 a², the part above stays straight',
  [0.25, 0.5, 0.75, 0.9].map(
    (share) =>
      [
        `load at ${share} of the height`,
        (Math.PI ** 2 * EI) / (4 * (share * h) ** 2),
        () => factors(column(fixed, inPlane, [at(1, share * h)]), 1)[0],
        'N',
        1e-3,
      ] as const,
  ),
);

// hinged column loaded at mid-height: tan and straight-line parts joined, 1 − tan(u)/u … Timoshenko & Gere §2.11: P_cr = 18.67 EI/h² for P at the middle only
const half = h / 2;
const middle = (() => {
  // below (length half) with P: w = A sin kx + B x; above without: w = C (h − x); joined in w, w′, w″ (M): P w_m reaction R = P w_m / h
  const f = (u: number) => {
    // u = k half; R h = P w(half): below EI w″ = −P w + R x·… in units P = k² EI
    // w = A sin kx + (w_m / h) x ; w(half) = w_m → A sin u = w_m / 2
    // moment at the middle from above: R half = k² EI w_m / 2; from below −EI w″ = k² EI A sin u: equal always; slopes: k A cos u + w_m / h = −(cubic part above)
    // above: EI w″ = −R (h − x): w = a (h − x)³ + b (h − x), −6 a = R / EI·… with w(half) = w_m
    const k = u / half;
    const wm = 1;
    const A = wm / 2 / Math.sin(u);
    const R = (k * k * wm) / h; // over EI
    const a = -R / 6;
    const b = (wm - a * half ** 3) / half;
    return k * A * Math.cos(u) + wm / h + (3 * a * half ** 2 + b);
  };
  return (root(f, 1.6, 3.1) / half) ** 2 * EI;
})();
const joined = cases(
  'Buckling under loads on members',
  'Hinged column loaded at mid-height: beam-column below, beam above, joined in slope (Timoshenko & Gere §2.11)',
  [['load at mid-height', middle, () => factors(column(feet, held, [at(1, half)]), 1)[0], 'N', 1e-3]],
);

/** Moment of the foot of a clamped column pushed by H at its head with P at a: the beam-column below, H alone above. */
const footMoment = (P: number, a: number, H: number): number => {
  const k = Math.sqrt(P / EI);
  return (H * h + H * (Math.sin(k * a) / k - a)) / Math.cos(k * a);
};
const euler = (Math.PI ** 2 * EI) / (4 * h ** 2);
const second = cases(
  'Second order under loads on members',
  'Beam-column below the load and beam above, joined at it: M = (H h + H (sin ka / k − a)) / cos ka',
  [
    ...(
      [
        [0.3, 0.9],
        [0.3, 0.6],
        [0.3, 0.2],
        [0.6, 0.9],
        [0.6, 0.5],
        [0.8, 0.7],
      ] as const
    ).map(
      ([load, place]) =>
        [
          `P = ${load} P_E of the cantilever at ${place} of the height: moment of the foot`,
          footMoment(load * euler, place * h, 1000),
          () =>
            Math.abs(
              answer(column(fixed, inPlane, [push(1000), at(load * euler, place * h)], { order: 'second' })).reaction(
                1,
                4,
              ),
            ),
          'N·m',
          1e-5,
        ] as const,
    ),
    ...[0.3, 0.6].map(
      (place) =>
        [
          `above a load at ${place} of the height the moment is H times the distance from the head`,
          1000 * (h - (place + 0.1) * h),
          () =>
            Math.abs(
              answer(column(fixed, inPlane, [push(1000), at(0.4 * euler, place * h)], { order: 'second' })).force(
                1,
                'My',
                (place + 0.1) * h,
              ),
            ),
          'N·m',
          1e-6,
        ] as const,
    ),
  ],
);

/** Head's sway of a clamped column pushed at its head under a uniform axial load, by the power series of EI ψ″ + q (h − x) ψ = −H, ψ(0) = 0, ψ′(h) = 0. */
function weighted(q: number, H: number): { moment: number; sway: number } {
  // with s = h − x: ψ_ss + (q / EI) s ψ = −H / EI; ψ = A u(s) + p(s), u even start, p particular; ψ_s(0) = 0, ψ(h) = 0
  const c = q / EI;
  const series = (value: number, load: number) => {
    const a = new Array<number>(80).fill(0);
    a[0] = value;
    for (let n = 0; n + 2 < a.length; n++)
      a[n + 2] = (-(c * (n >= 1 ? a[n - 1] : 0)) + (n === 0 ? load : 0)) / ((n + 2) * (n + 1));
    return a;
  };
  const sum = (a: number[], s: number) => a.reduce((all, one, n) => all + one * s ** n, 0);
  const slope = (a: number[], s: number) =>
    a.reduce((all, one, n) => (n === 0 ? all : all + n * one * s ** (n - 1)), 0);
  const integral = (a: number[], s: number) => a.reduce((all, one, n) => all + (one * s ** (n + 1)) / (n + 1), 0);
  const [u, p] = [series(1, 0), series(0, -H / EI)];
  const A = -sum(p, h) / sum(u, h);
  return { moment: EI * Math.abs(A * slope(u, h) + slope(p, h)), sway: Math.abs(A * integral(u, h) + integral(p, h)) };
}
const critical = (greenhill * EI) / h ** 3;
const distributed = cases(
  'Second order under loads on members',
  'Column under a uniform axial load, pushed at its head: power series of EI ψ″ + q (h − x) ψ + H = 0',
  [0.1, 0.3, 0.5, 0.7, 0.85].flatMap((share) => [
    [
      `q = ${share} of its critical value: moment of the foot`,
      weighted(share * critical, 500).moment,
      () =>
        Math.abs(
          answer(column(fixed, inPlane, [push(500), down(share * critical)], { order: 'second' })).reaction(1, 4),
        ),
      'N·m',
      1e-3,
    ] as const,
    [
      `q = ${share} of its critical value: sway of the head`,
      weighted(share * critical, 500).sway,
      () => answer(column(fixed, inPlane, [push(500), down(share * critical)], { order: 'second' })).moved(2, 0),
      'm',
      1e-3,
    ] as const,
  ]),
);

// higher modes of hinged columns: n² π² EI / h², from six pieces a member and the exact stiffness
const wide = { type: 'rectangle', depth: 0.1, width: 0.4 } as const;
const EIw = 4 * EI;
const headLoad: LoadSpec = { type: 'node', node: 'n2', force: [0, 0, -1], moment: [0, 0, 0] };
const higher = cases(
  'Buckling',
  'Euler, higher modes: n² π² EI / h²; clamped at both ends: tan(u / 2) = u / 2, then 16 π²',
  [
    ...[3, 4].map(
      (n) =>
        [
          `hinged at both ends, mode ${n}, wide section`,
          (n * n * Math.PI ** 2 * EIw) / h ** 2,
          () => factors(column(feet, held, [headLoad], { shape: wide }), n)[n - 1],
          'N',
          1e-3,
        ] as const,
    ),
    [
      'clamped at both ends, second mode',
      (4 * root((u) => Math.tan(u) - u, 4.4, 4.6) ** 2 * EIw) / h ** 2,
      () => factors(column(fixed, guided, [headLoad], { shape: wide }), 2)[1],
      'N',
      1e-3,
    ],
    [
      'clamped at both ends, third mode',
      (16 * Math.PI ** 2 * EIw) / h ** 2,
      () => factors(column(fixed, guided, [headLoad], { shape: wide }), 3)[2],
      'N',
      2e-3,
    ],
  ],
);

// a hinged frame of bay b and height t with crossed rods: the rod that pulls takes H √(b² + t²) / b whatever the load on the beam
const [b, t] = [6, 4];
const rods = (loads: LoadSpec[], order?: 'second'): Structure => ({
  nodes: [
    { position: [0, 0, 0], support: pinnedInPlane },
    { position: [b, 0, 0], support: pinnedInPlane },
    { position: [0, 0, t], support: inPlane },
    { position: [b, 0, t], support: inPlane },
  ],
  members: [
    [1, 3, { role: 'column', behaviour: 'axial' }],
    [2, 4, { role: 'column', behaviour: 'axial' }],
    [3, 4, { startConnection: { ry: 0 }, endConnection: { ry: 0 } }],
    [1, 4, { role: 'brace', behaviour: 'tension' }],
    [2, 3, { role: 'brace', behaviour: 'tension' }],
  ],
  loads,
  ...(order ? { order } : {}),
});
const onBeam: LoadSpec = {
  type: 'uniform',
  member: 'm3',
  axes: 'global',
  direction: 'z',
  value: -10e3,
  from: 0,
  to: null,
};
const diagonal = Math.hypot(b, t);
const pulling = cases(
  'Members that only pull or push',
  'Joints of a hinged frame with crossed rods and a loaded beam: H √(b² + t²) / b, q b / 2 and H t / b',
  [
    [
      'rod that pulls, beam loaded',
      (20e3 * diagonal) / b,
      () => answer(rods([push(20e3, 3), onBeam])).force(4, 'N', 1),
      'N',
      1e-9,
    ],
    ['rod that is slack', 0, () => answer(rods([push(20e3, 3), onBeam])).force(5, 'N', 1), 'N', 1e-6, 1e3],
    [
      'column beside the rod’s foot',
      -10e3 * 3,
      () => answer(rods([push(20e3, 3), onBeam])).force(1, 'N', 1),
      'N',
      1e-9,
    ],
    [
      'column under the rod’s head',
      -10e3 * 3 - (20e3 * t) / b,
      () => answer(rods([push(20e3, 3), onBeam])).force(2, 'N', 1),
      'N',
      1e-9,
    ],
    [
      'pushed the other way they change over',
      (20e3 * diagonal) / b,
      () => answer(rods([push(-20e3, 3), onBeam])).force(5, 'N', 1),
      'N',
      1e-9,
    ],
    // second order of a leaning frame: the rod takes H + P Δ / t with Δ its own stretch
    [
      'second order: rod with P Δ',
      (() => {
        const A = 0.2 * 0.2;
        const k = ((200e9 * A) / diagonal) * (b / diagonal) ** 2; // horizontal stiffness of the rod
        // columns and beam shorten too little to count beside a tolerance of a thousandth
        return ((20e3 * diagonal) / b) * (1 / (1 - 60e3 / t / k));
      })(),
      () => answer(rods([push(20e3, 3), onBeam], 'second')).force(4, 'N', 1),
      'N',
      1e-3,
    ],
  ],
);

// loads between the ends as masses: a beam's own weight, and a point load on it, as mass of a massless simple beam
const massAtMiddle = cases(
  'Modes',
  'A mass at mid-span of a simple beam, from a point load there: 48 EI / L³ over the mass (nodes at the load)',
  [
    [
      'load on a member as mass, lumped',
      Math.sqrt((48 * EI) / h ** 3 / 500),
      () =>
        analysed(
          {
            nodes: [
              { position: [0, 0, 0], support: pinnedInPlane },
              { position: [h / 2, 0, 0], support: inPlane },
              { position: [h, 0, 0], support: rollerInPlane },
            ],
            members: [
              [1, 2],
              [2, 3],
            ],
            shape,
            loads: [{ type: 'point', member: 'm1', axes: 'global', direction: 'z', value: -500 * 9.80665, at: h / 2 }],
          },
          'modal',
          { type: 'modal', masses: [{ case: 'c1', factor: 1 }], count: 1, massMatrix: 'lumped', verticalMass: true },
        ).result.modes[0].omega,
      'rad/s',
      1e-6,
    ],
  ],
);

/** An identity of the book: buckling of the library's portal is the same with its beam's load on the beam as on the columns, but for its spread. */
const portal = (loads: LoadSpec[]): Structure => ({
  nodes: [
    { position: [0, 0, 0], support: pinnedInPlane },
    { position: [0, 0, 4], support: inPlane },
    { position: [6, 0, 4], support: inPlane },
    { position: [6, 0, 0], support: pinnedInPlane },
  ],
  members: [
    [1, 2, { role: 'column' }],
    [2, 3],
    [4, 3, { role: 'column' }],
  ],
  shape,
  loads,
});
const sway = (() => {
  // hinged feet, sway: u tan u = 6 I_b h / I_c B
  const u = root((x) => x * Math.tan(x) - (6 * 4) / 6, 0.1, 1.57);
  return (u / 4) ** 2 * EI;
})();
const beamLoads = cases(
  'Buckling under loads on members',
  'Portal with hinged feet, sway: u tan u = 6 I_b h / I_c B; the beam’s small thrust is neglected',
  [
    [
      'the load on the column heads',
      sway / 30e3,
      () =>
        factors(
          portal(
            [2, 3].map((n): LoadSpec => ({ type: 'node', node: `n${n}`, force: [0, 0, -30e3], moment: [0, 0, 0] })),
          ),
          1,
        )[0],
      '–',
      2e-3,
    ],
    [
      'the same load spread over the beam',
      sway / 30e3,
      () =>
        factors(
          portal([{ type: 'uniform', member: 'm2', axes: 'global', direction: 'z', value: -10e3, from: 0, to: null }]),
          1,
        )[0],
      '–',
      2e-2,
    ],
    [
      'the same load on the columns just below their heads',
      sway / 30e3,
      () =>
        factors(
          portal(
            [
              ['m1', 3.999],
              ['m3', 3.999],
            ].map(([member, place]): LoadSpec => ({
              type: 'point',
              member: member as string,
              axes: 'global',
              direction: 'z',
              value: -30e3,
              at: place as number,
            })),
          ),
          1,
        )[0],
      '–',
      3e-3,
    ],
  ],
);

/** Self-weight alone: the tallest prismatic cantilever, Greenhill: h³ = 7.837 EI / (ρ g A). */
const tallest = ((greenhill * EI) / (7850 * 9.80665 * 0.01)) ** (1 / 3);
const selfWeight = cases(
  'Buckling under loads on members',
  'Greenhill 1881: a prismatic column of h³ = 7.837 E I / ρ g A buckles under its own weight',
  [
    [
      'factor of the tallest column',
      1,
      () =>
        factors(
          {
            nodes: [
              { position: [0, 0, 0], support: fixed },
              { position: [0, 0, tallest], support: inPlane },
            ],
            members: [[1, 2, { role: 'column' }]],
            shape,
            density: 7850,
            selfWeight: true,
          },
          1,
        )[0],
      '–',
      1e-3,
    ],
  ],
);

export const memberLoadCases: BookCase[] = [
  ...ownWeight,
  ...inside,
  ...joined,
  ...beamLoads,
  ...selfWeight,
  ...second,
  ...distributed,
  ...higher,
  ...pulling,
  ...massAtMiddle,
];

import { cases, type BookCase } from './case';
import { answer, fixed, pinned, rollerInPlane, type LoadSpec } from './structure';

const L = 6;
const EI = (200e9 * 0.2 ** 4) / 12;
const P = 12000;
const w = 5000;
const a = 2.2;
const b = L - a;
const c = 2.5;
const M0 = 9000;

const spread = (value: number, from = 0, to: number | null = null): LoadSpec => ({
  type: 'uniform',
  member: 'm1',
  axes: 'global',
  direction: 'z',
  value: -value,
  from,
  to,
});

/** Simple-beam moment (sagging) and the moments the clamped ends hold (hogging, both positive), from tables of fixed-end moments. */
const loads: { name: string; specs: LoadSpec[]; simple: (x: number) => number; start: number; end: number }[] = [
  {
    name: 'uniform load',
    specs: [spread(w)],
    simple: (x) => (w * x * (L - x)) / 2,
    start: (w * L * L) / 12,
    end: (w * L * L) / 12,
  },
  {
    name: 'point load at 2.2 m',
    specs: [{ type: 'point', member: 'm1', axes: 'global', direction: 'z', value: -P, at: a }],
    simple: (x) => (x < a ? (P * b * x) / L : (P * a * (L - x)) / L),
    start: (P * a * b * b) / L ** 2,
    end: (P * a * a * b) / L ** 2,
  },
  {
    name: 'triangular load, largest at the end',
    specs: [
      { type: 'trapezoid', member: 'm1', axes: 'global', direction: 'z', valueFrom: 0, valueTo: -w, from: 0, to: null },
    ],
    simple: (x) => (w * x * (L * L - x * x)) / (6 * L),
    start: (w * L * L) / 30,
    end: (w * L * L) / 20,
  },
  {
    name: 'uniform load on the first 2.5 m',
    specs: [spread(w, 0, c)],
    simple: (x) => (x < c ? w * c * (1 - c / (2 * L)) * x - (w * x * x) / 2 : (w * c * c * (L - x)) / (2 * L)),
    start: (w * c * c * (6 * L * L - 8 * c * L + 3 * c * c)) / (12 * L * L),
    end: (w * c ** 3 * (4 * L - 3 * c)) / (12 * L * L),
  },
  // a couple that turns +y, at a: the simple beam's start pushes down by M0 / L
  {
    name: 'couple at 2.2 m',
    specs: [{ type: 'moment', member: 'm1', axes: 'global', direction: 'y', value: M0, at: a }],
    simple: (x) => (x < a ? (-M0 * x) / L : (M0 * (L - x)) / L),
    start: (-M0 * b * (2 * a - b)) / L ** 2,
    end: (M0 * a * (2 * b - a)) / L ** 2,
  },
];

const conditions = [
  { name: 'simply supported', supports: [pinned, rollerInPlane], redundants: () => [0, 0] },
  { name: 'clamped at both ends', supports: [fixed, fixed], redundants: (start: number, end: number) => [start, end] },
  {
    name: 'clamped at the start, propped',
    supports: [fixed, { ...rollerInPlane, ux: false }],
    redundants: (start: number, end: number) => [start + end / 2, 0],
  },
  {
    name: 'propped, clamped at the end',
    supports: [{ ...rollerInPlane, ux: true }, fixed],
    redundants: (start: number, end: number) => [0, end + start / 2],
  },
] as const;

/** Deflection at mid-span by virtual work, ∫ M m / EI, with Simpson’s rule on pieces without kinks. */
function deflection(moment: (x: number) => number): number {
  const virtual = (x: number) => (x < L / 2 ? x / 2 : (L - x) / 2);
  let sum = 0;
  const kinks = [0, a, c, L / 2, L];
  for (let k = 0; k + 1 < kinks.length; k++) {
    const n = 200;
    const h = (kinks[k + 1] - kinks[k]) / n;
    for (let i = 0; i <= n; i++) {
      // just inside the piece, so that a jump at its end counts on its own side
      const x = kinks[k] + h * i + (i === 0 ? 1e-12 : i === n ? -1e-12 : 0);
      sum += ((i === 0 || i === n ? 1 : i % 2 === 1 ? 4 : 2) * h * moment(x) * virtual(x)) / 3;
    }
  }
  return -sum / EI;
}

const grid = (supports: readonly object[], specs: LoadSpec[]) =>
  answer({
    nodes: [
      { position: [0, 0, 0], support: supports[0] as typeof fixed },
      { position: [L, 0, 0], support: supports[1] as typeof fixed },
    ],
    members: [[1, 2]],
    loads: specs,
  });

export const beamCases: BookCase[] = conditions
  .flatMap(({ name: condition, supports, redundants }) =>
    loads.flatMap(({ name, specs, simple, start, end }) => {
      const [atStart, atEnd] = redundants(start, end);
      const moment = (x: number) => simple(x) - atStart * (1 - x / L) - (atEnd * x) / L;
      const title = `${name}, ${condition}`;
      return cases('Beams', 'Fixed-end moments: Roark’s Formulas, table 8.1; deflection by virtual work', [
        ...(atStart !== 0
          ? ([
              [`${title}: moment at the start`, -atStart, () => grid(supports, specs).force(1, 'My', 0), 'N·m'],
            ] as const)
          : []),
        [`${title}: moment at 4.3 m`, moment(4.3), () => grid(supports, specs).force(1, 'My', 4.3), 'N·m'],
        [
          `${title}: deflection at mid-span`,
          deflection(moment),
          () => grid(supports, specs).force(1, 'w', L / 2),
          'm',
          1e-7,
        ],
      ]);
    }),
  )
  .concat(
    cases('Beams', 'Roark’s Formulas, table 8.1, case 1 and 2', [
      [
        'cantilever, tip load: deflection of the tip',
        (-P * L ** 3) / (3 * EI),
        () =>
          answer({
            nodes: [{ position: [0, 0, 0], support: fixed }, { position: [L, 0, 0] }],
            members: [[1, 2]],
            loads: [{ type: 'node', node: 'n2', force: [0, 0, -P], moment: [0, 0, 0] }],
          }).moved(2, 2),
        'm',
      ],
      [
        'cantilever, uniform load: deflection of the tip',
        (-w * L ** 4) / (8 * EI),
        () =>
          answer({
            nodes: [{ position: [0, 0, 0], support: fixed }, { position: [L, 0, 0] }],
            members: [[1, 2]],
            loads: [spread(w)],
          }).moved(2, 2),
        'm',
      ],
      [
        'cantilever, triangular load to the clamp: deflection of the tip',
        (-w * L ** 4) / (30 * EI),
        () =>
          answer({
            nodes: [{ position: [0, 0, 0], support: fixed }, { position: [L, 0, 0] }],
            members: [[1, 2]],
            loads: [
              {
                type: 'trapezoid',
                member: 'm1',
                axes: 'global',
                direction: 'z',
                valueFrom: -w,
                valueTo: 0,
                from: 0,
                to: null,
              },
            ],
          }).moved(2, 2),
        'm',
      ],
      [
        'cantilever, tip couple: deflection of the tip',
        (M0 * L ** 2) / (2 * EI),
        () =>
          answer({
            nodes: [{ position: [0, 0, 0], support: fixed }, { position: [L, 0, 0] }],
            members: [[1, 2]],
            loads: [{ type: 'node', node: 'n2', force: [0, 0, 0], moment: [0, -M0, 0] }],
          }).moved(2, 2),
        'm',
      ],
    ]),
    cases('Beams', 'Timoshenko beam theory: P L³ / 3 EI + P L / G A_s, A_s = 5/6 A', [
      [
        'stocky cantilever with shear deformation: deflection of the tip',
        (-P * 1) / (3 * EI) - (P * 1 * 2.6) / (200e9 * (5 / 6) * 0.04),
        () =>
          answer({
            nodes: [{ position: [0, 0, 0], support: fixed }, { position: [1, 0, 0] }],
            members: [[1, 2]],
            shear: true,
            loads: [{ type: 'node', node: 'n2', force: [0, 0, -P], moment: [0, 0, 0] }],
          }).moved(2, 2),
        'm',
      ],
    ]),
    cases('Beams', 'Three-moment equation, equal spans', [
      [
        'two spans, uniform load: moment over the middle support',
        (-w * L * L) / 8,
        () => continuous(2).force(1, 'My', L),
        'N·m',
      ],
      [
        'three spans, uniform load: moment over an inner support',
        (-w * L * L) / 10,
        () => continuous(3).force(1, 'My', L),
        'N·m',
      ],
      [
        'four spans, uniform load: moment over the middle support',
        (-w * L * L) / 14,
        () => continuous(4).force(2, 'My', L),
        'N·m',
      ],
      [
        'four spans, uniform load: moment over the first inner support',
        (-3 * w * L * L) / 28,
        () => continuous(4).force(1, 'My', L),
        'N·m',
      ],
    ]),
    cases(
      'Beams',
      'Half of the load is carried per metre of the projection: q cos² α square to a member that leans by α',
      [
        [
          'sloping beam, snow on the plan projection: moment at mid-span',
          (w * 4 * 4) / 8,
          () =>
            answer({
              nodes: [
                { position: [0, 0, 0], support: pinned },
                { position: [4, 0, 3], support: rollerInPlane },
              ],
              members: [[1, 2]],
              loads: [{ ...spread(w), projected: true } as LoadSpec],
            }).force(1, 'My', 2.5),
          'N·m',
        ],
        [
          'sloping beam, weight along its length: moment at mid-span',
          (w * 5 * 4) / 8,
          () =>
            answer({
              nodes: [
                { position: [0, 0, 0], support: pinned },
                { position: [4, 0, 3], support: rollerInPlane },
              ],
              members: [[1, 2]],
              loads: [spread(w)],
            }).force(1, 'My', 2.5),
          'N·m',
        ],
      ],
    ),
  );

function continuous(spans: number) {
  return answer({
    nodes: Array.from({ length: spans + 1 }, (_, i) => ({
      position: [L * i, 0, 0] as [number, number, number],
      support: i === 0 ? { ...pinned, rx: true, rz: true } : rollerInPlane,
    })),
    members: Array.from({ length: spans }, (_, i) => [i + 1, i + 2] as const),
    loads: Array.from({ length: spans }, (_, i) => ({ ...spread(w), member: `m${i + 1}` }) as LoadSpec),
  });
}

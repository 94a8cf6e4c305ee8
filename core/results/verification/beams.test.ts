import type { Support } from '../../model';
import { E, EI, fixed, frame, pinned, side, solved } from './frames';

/**
 * One beam under every load of this version and every end condition, against the closed forms of elementary beam theory
 * (Timoshenko, Strength of Materials I; the same in any handbook of beam formulas). w, P > 0 act downward; a + b = L.
 */
const L = 6;
const free: Support = { ux: false, uy: false, uz: false, rx: false, ry: false, rz: false };
const roller: Support = { ...pinned, ux: false, rx: true };
const hinge: Support = { ...pinned, rx: true };
const ends: Record<string, [Support, Support]> = {
  cantilever: [fixed, free],
  simple: [hinge, roller],
  propped: [fixed, roller],
  built: [fixed, fixed],
};

type Loads = Parameters<typeof frame>[2];
const uniform = (w: number): Loads => [
  { type: 'uniform', member: 'm1', axes: 'global', direction: 'z', value: -w, from: 0, to: null },
];
const point = (P: number, at: number): Loads => [
  { type: 'point', member: 'm1', axes: 'local', direction: 'z', value: -P, at },
];
const [w, P, a] = [4200, 15000, 2.5];
const b = L - a;

interface Case {
  readonly name: string;
  readonly ends: keyof typeof ends;
  readonly loads: Loads;
  /** reaction and moment at the start (hogging negative), and deflection at x (downward positive) */
  readonly reaction: number;
  readonly moment: number;
  readonly deflection: { x: number; value: number };
}

const cases: Case[] = [
  {
    name: 'cantilever, uniform',
    ends: 'cantilever',
    loads: uniform(w),
    reaction: w * L,
    moment: (-w * L ** 2) / 2,
    deflection: { x: L, value: (w * L ** 4) / (8 * EI) },
  },
  {
    name: 'cantilever, point at a',
    ends: 'cantilever',
    loads: point(P, a),
    reaction: P,
    moment: -P * a,
    deflection: { x: L, value: (P * a ** 2 * (3 * L - a)) / (6 * EI) },
  },
  {
    name: 'simple span, uniform',
    ends: 'simple',
    loads: uniform(w),
    reaction: (w * L) / 2,
    moment: 0,
    deflection: { x: L / 2, value: (5 * w * L ** 4) / (384 * EI) },
  },
  {
    name: 'simple span, point at a',
    ends: 'simple',
    loads: point(P, a),
    reaction: (P * b) / L,
    moment: 0,
    deflection: { x: a, value: (P * a ** 2 * b ** 2) / (3 * EI * L) },
  },
  {
    name: 'propped cantilever, uniform',
    ends: 'propped',
    loads: uniform(w),
    reaction: (5 * w * L) / 8,
    moment: (-w * L ** 2) / 8,
    deflection: { x: L / 2, value: (w * L ** 4) / (192 * EI) },
  },
  {
    name: 'propped cantilever, point at a',
    ends: 'propped',
    loads: point(P, a),
    reaction: P - (P * a ** 2 * (3 * L - a)) / (2 * L ** 3),
    moment: (-P * a * b * (L + b)) / (2 * L ** 2),
    deflection: { x: a, value: (P * a ** 3 * b ** 2 * (4 * L - a)) / (12 * EI * L ** 3) },
  },
  {
    name: 'built in, uniform',
    ends: 'built',
    loads: uniform(w),
    reaction: (w * L) / 2,
    moment: (-w * L ** 2) / 12,
    deflection: { x: L / 4, value: (w * (L / 4) ** 2 * (L - L / 4) ** 2) / (24 * EI) },
  },
  {
    name: 'built in, point at a',
    ends: 'built',
    loads: point(P, a),
    reaction: (P * b ** 2 * (3 * a + b)) / L ** 3,
    moment: (-P * a * b ** 2) / L ** 2,
    deflection: { x: a, value: (P * a ** 3 * b ** 3) / (3 * EI * L ** 3) },
  },
];

const near = (actual: number, expected: number) =>
  expect(Math.abs(actual - expected)).toBeLessThanOrEqual(1e-8 * Math.max(Math.abs(expected), 1e-4));

test.each(cases)('$name', ({ ends: condition, loads, reaction, moment, deflection }) => {
  const [start, end] = ends[condition];
  const beam = solved(
    frame(
      [
        { position: [0, 0, 0], support: start },
        { position: [L, 0, 0], support: end },
      ],
      [['n1', 'n2']],
      loads,
    ),
  );
  near(beam.reaction('n1', 2), reaction);
  near(beam.force('m1', 'My', 0) / L, moment / L);
  near(-beam.force('m1', 'w', deflection.x), deflection.value);
});

test.each(cases)(
  '$name: the same beam stood on its side, loaded along y, bends about z',
  ({ ends: condition, loads, moment, deflection }) => {
    const [start, end] = ends[condition];
    // held against y instead of z, and free to turn about z instead of y
    const turned = (support: Support): Support => ({
      ...support,
      uy: support.uz,
      uz: support.uy,
      ry: support.rz,
      rz: support.ry,
    });
    const sideways = loads.map((load) => ({ ...load, axes: 'local', direction: 'y' })) as Loads;
    const beam = solved(
      frame(
        [
          { position: [0, 0, 0], support: turned(start) },
          { position: [L, 0, 0], support: turned(end) },
        ],
        [['n1', 'n2']],
        sideways,
      ),
    );
    near(beam.force('m1', 'Mz', 0) / L, moment / L);
    near(-beam.force('m1', 'v', deflection.x), deflection.value);
  },
);

test.each(cases)(
  '$name: turned by 90° about its axis nothing changes for a square',
  ({ ends: condition, loads, moment }) => {
    const [start, end] = ends[condition];
    const globalLoads = loads.map((load) => ({ ...load, axes: 'global' })) as Loads;
    const beam = solved(
      frame(
        [
          { position: [0, 0, 0], support: start },
          { position: [L, 0, 0], support: end },
        ],
        [['n1', 'n2', { angle: Math.PI / 2 }]],
        globalLoads,
      ),
    );
    near(Math.abs(beam.force('m1', 'Mz', 0)) / L, Math.abs(moment) / L);
    near(beam.force('m1', 'My', 0) / L, 0);
  },
);

test('a uniform load in two parts is the whole, and a point load is the limit of a short one', () => {
  const halves: Loads = [
    { type: 'uniform', member: 'm1', axes: 'global', direction: 'z', value: -w, from: 0, to: 2.2 },
    { type: 'uniform', member: 'm1', axes: 'global', direction: 'z', value: -w, from: 2.2, to: null },
  ];
  const [whole, parts] = [uniform(w), halves].map((loads) =>
    solved(
      frame(
        [
          { position: [0, 0, 0], support: fixed },
          { position: [L, 0, 0], support: roller },
        ],
        [['n1', 'n2']],
        loads,
      ),
    ),
  );
  for (const x of [0, 1.1, 2.2, 4, 6])
    near(parts.force('m1', 'My', x) / (w * L * L), whole.force('m1', 'My', x) / (w * L * L));
  const short = 1e-4;
  const smeared: Loads = [
    {
      type: 'uniform',
      member: 'm1',
      axes: 'global',
      direction: 'z',
      value: -P / short,
      from: a - short / 2,
      to: a + short / 2,
    },
  ];
  const [exact, limit] = [point(P, a), smeared].map((loads) =>
    solved(
      frame(
        [
          { position: [0, 0, 0], support: fixed },
          { position: [L, 0, 0], support: fixed },
        ],
        [['n1', 'n2']],
        loads,
      ),
    ),
  );
  expect(limit.force('m1', 'My', 0) / exact.force('m1', 'My', 0)).toBeCloseTo(1, 6);
});

test('an inclined member: gravity splits into axial and transverse parts', () => {
  // 3-4-5: a rafter of 5 m rising 3 m, fixed below, free above, under its length's load w
  const { force, reaction } = solved(
    frame(
      [{ position: [0, 0, 0], support: fixed }, { position: [4, 0, 3] }],
      [['n1', 'n2']],
      [{ type: 'uniform', member: 'm1', axes: 'global', direction: 'z', value: -w, from: 0, to: null }],
    ),
  );
  near(reaction('n1', 2), w * 5);
  near(force('m1', 'N', 0), -w * 5 * (3 / 5));
  near(force('m1', 'Vz', 0), w * 5 * (4 / 5));
  near(force('m1', 'My', 0), (-w * (4 / 5) * 5 ** 2) / 2);
});

test('a load in local axes follows the member, one in global axes does not', () => {
  const one = (axes: 'local' | 'global') =>
    solved(
      frame(
        [{ position: [0, 0, 0], support: fixed }, { position: [0, 0, 4] }],
        [['n1', 'n2', { role: 'column' }]],
        [{ type: 'uniform', member: 'm1', axes, direction: 'z', value: -1000, from: 0, to: null }],
      ),
    );
  // local z of a column points against x
  near(one('local').reaction('n1', 0), -4000);
  near(one('global').reaction('n1', 2), 4000);
  near(one('global').force('m1', 'N', 0), -4000);
});

test('stretching by a pull at the end: P L / E A, and superposition of two loads', () => {
  const bar = (force: number) =>
    solved(
      frame(
        [{ position: [0, 0, 0], support: fixed }, { position: [L, 0, 0] }],
        [['n1', 'n2']],
        [{ type: 'node', node: 'n2', force: [force, 0, -force / 7], moment: [0, 3 * force, 0] }],
      ),
    );
  near(bar(1000).moved('n2', 0), (1000 * L) / (E * side ** 2));
  for (let direction = 0; direction < 6; direction++)
    near(bar(5000).moved('n2', direction), bar(2000).moved('n2', direction) + bar(3000).moved('n2', direction));
});

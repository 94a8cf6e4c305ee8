import { cases, type BookCase } from './case';
import { analysed, answer, type LoadSpec, type Records, type Structure } from './structure';

/** Slabs and walls that feel the forces in their planes: how they buckle, what second order makes of them, how they vibrate under load. */
type Place = [number, number, number];
const E = 30e9;
const free = { ux: false, uy: false, uz: false, rx: false, ry: false, rz: false };

interface Sheet {
  readonly corners: readonly Place[];
  readonly thickness: number;
  readonly size: number;
  readonly poisson?: number;
  readonly wall?: boolean;
  /** what holds each edge that is held: from corner, to corner, directions */
  readonly edges: readonly (readonly [number, number, Partial<typeof free>])[];
  readonly loads: readonly LoadSpec[];
  readonly more?: Partial<Omit<Structure, 'records'>>;
  readonly records?: object;
}

const sheet = ({
  corners,
  thickness,
  size,
  poisson = 0.3,
  wall,
  edges,
  loads,
  more = {},
  records = {},
}: Sheet): Structure => ({
  E,
  poisson,
  members: [],
  loads,
  ...more,
  nodes: [...corners.map((position) => ({ position })), ...(more.nodes ?? [])],
  records: {
    [wall ? 'walls' : 'slabs']: [
      {
        id: wall ? 'w1' : 'b1',
        corners: corners.map((_, i) => `n${i + 1}`),
        thickness,
        material: 't1',
        behaviour: 'shell',
        meshSize: size,
      },
    ],
    lineSupports: edges.map(([from, to, support], i) => ({
      id: `j${i + 1}`,
      start: `n${from}`,
      end: `n${to}`,
      support: { ...free, ...support },
    })),
    ...records,
  } as unknown as Records,
});

/** A load of so many N/m along an edge. */
const along = (start: Place, end: Place, direction: 'x' | 'y' | 'z', value: number): LoadSpec => ({
  type: 'line',
  start,
  end,
  valueFrom: value,
  valueTo: value,
  direction,
});
const factor = (structure: Structure, mode = 1): number =>
  analysed(structure, 'buckling', { type: 'buckling', factors: [{ case: 'c1', factor: 1 }], count: mode }).result.modes[
    mode - 1
  ].factor;

const t = 0.01;
const D = (E * t ** 3) / (12 * (1 - 0.3 ** 2));
const unit = (Math.PI ** 2 * D) / 1; // N/m for b = 1 m

/** A plate a × 1 m on simple edges, pressed along x by `x` and along y by `y`, N/m. */
const pressed = (a: number, x: number, y: number, clamped = false): Structure => {
  const corners: Place[] = [
    [0, 0, 0],
    [a, 0, 0],
    [a, 1, 0],
    [0, 1, 0],
  ];
  const turns = clamped ? { rx: true, ry: true } : {};
  return sheet({
    corners,
    thickness: t,
    size: 1 / 16,
    edges: [
      [1, 2, { uz: true, uy: y !== 0, ...turns }],
      [2, 3, { uz: true, ...turns }],
      [3, 4, { uz: true, ...turns }],
      [4, 1, { uz: true, ux: true, ...turns }],
    ],
    loads: [along(corners[1], corners[2], 'x', -x), ...(y === 0 ? [] : [along(corners[2], corners[3], 'y', -y)])],
    more: y === 0 ? { nodes: [{ position: [0, 0.5, 0], support: { ...free, uy: true } }] } : {},
  });
};
/** A square plate on simple edges under even shear, 1 N/m. */
const sheared = (): Structure => {
  const corners: Place[] = [
    [0, 0, 0],
    [1, 0, 0],
    [1, 1, 0],
    [0, 1, 0],
  ];
  const edge = { uz: true };
  return sheet({
    corners,
    thickness: t,
    size: 1 / 20,
    edges: [
      [1, 2, edge],
      [2, 3, edge],
      [3, 4, edge],
      [4, 1, edge],
    ],
    loads: [
      along(corners[0], corners[1], 'x', -1),
      along(corners[1], corners[2], 'y', 1),
      along(corners[2], corners[3], 'x', 1),
      along(corners[3], corners[0], 'y', -1),
    ],
    // in its plane held at three points that take nothing: the shear is in equilibrium by itself
    more: {
      nodes: [
        { position: [0.5, 0.5, 0], support: { ...free, ux: true, uy: true } },
        { position: [0.25, 0.5, 0], support: { ...free, uy: true } },
      ],
    },
  });
};

const plates = cases(
  'Buckling of plates',
  'Timoshenko & Gere, Theory of Elastic Stability, §9.2–9.7: N = k π² D / b², ν = 0.3, b / t = 100',
  [
    ['square, pressed one way: k = 4', 4 * unit, () => factor(pressed(1, 1, 0)), 'N/m', 1e-2],
    ['2:1, pressed along its length: k = 4, two half waves', 4 * unit, () => factor(pressed(2, 1, 0)), 'N/m', 1e-2],
    [
      '1.5:1, pressed along its length: k = (m b / a + a / m b)², m = 2',
      (2 / 1.5 + 1.5 / 2) ** 2 * unit,
      () => factor(pressed(1.5, 1, 0)),
      'N/m',
      1e-2,
    ],
    ['square, second mode: k = 6.25', 6.25 * unit, () => factor(pressed(1, 1, 0), 2), 'N/m', 1e-2],
    ['square, pressed both ways: k = 2', 2 * unit, () => factor(pressed(1, 1, 1)), 'N/m', 1e-2],
    [
      'square, pressed one way and pulled half as much the other: k = 25 / 3.5, two half waves',
      (25 / 3.5) * unit,
      () => factor(pressed(1, 1, -0.5)),
      'N/m',
      1.5e-2,
    ],
    [
      'square, all edges clamped, pressed one way: k = 10.07',
      10.07 * unit,
      () => factor(pressed(1, 1, 0, true)),
      'N/m',
      1.5e-2,
    ],
    ['square, even shear: k = 9.34', 9.34 * unit, () => factor(sheared()), 'N/m', 1.5e-2],
  ],
);

// a wall as a column: 1 m wide, 4 m high, 0.1 m thick, ν = 0
const [h, wide, thick] = [4, 1, 0.1];
const EI = (E * wide * thick ** 3) / 12;
const euler = (Math.PI ** 2 * EI) / h ** 2;
const upright = (w: number, high: number): Place[] => [
  [0, 0, 0],
  [w, 0, 0],
  [w, 0, high],
  [0, 0, high],
];
const turn = (corners: readonly Place[], angle: number): Place[] =>
  corners.map(([x, y, z]) => [x * Math.cos(angle) - y * Math.sin(angle), x * Math.sin(angle) + y * Math.cos(angle), z]);
const strip = (
  size: number,
  foot: Partial<typeof free>,
  head: Partial<typeof free>,
  more: Partial<Sheet> = {},
  angle = 0,
): Structure => {
  const corners = turn(upright(wide, h), angle);
  return sheet({
    corners,
    thickness: thick,
    size,
    poisson: 0,
    wall: true,
    edges: [[1, 2, foot], ...(Object.keys(head).length > 0 ? [[4, 3, head] as const] : [])],
    loads: [along(corners[3], corners[2], 'z', -1 / wide)],
    ...more,
  });
};
const foot = { ux: true, uy: true, uz: true, ry: true, rz: true };
const whole = { ...foot, rx: true };
const weight = 25000; // N/m³ nearly
const gravity = 9.80665;

const columns = cases(
  'Buckling of walls',
  'Euler; Greenhill 1881 (own weight: q L³ = 7.8373 E I); Engesser (shear); Timoshenko & Gere §6.3: a narrow cantilever tips over at 4.013 √(E I_z G J) / L²',
  [
    ['hinged at foot and head, elements of 0.5 m', euler, () => factor(strip(0.5, foot, { uy: true })), 'N', 1e-2],
    ['hinged, elements of 1 m', euler, () => factor(strip(1, foot, { uy: true })), 'N', 1e-2],
    [
      'the same turned by 30° in plan',
      euler,
      () => factor(strip(0.5, { ux: true, uy: true, uz: true, rz: true }, { ux: true, uy: true }, {}, Math.PI / 6)),
      'N',
      1e-2,
    ],
    ['cantilever', euler / 4, () => factor(strip(0.5, whole, {})), 'N', 2e-3],
    ['clamped at foot and head', 4 * euler, () => factor(strip(0.25, whole, { uy: true, rx: true })), 'N', 1.5e-2],
    [
      'cantilever under its own weight',
      (7.8373 * EI) / h ** 3 / (wide * thick * weight),
      () => factor(strip(0.25, whole, {}, { loads: [], more: { selfWeight: true, density: weight / gravity } })),
      '–',
      5e-3,
    ],
    [
      'in its plane, 1 × 4 m without anything across it: Euler with shear',
      1 / ((4 * h ** 2) / ((Math.PI ** 2 * (E * thick)) / 12) + 1.2 / ((E / 2) * thick)),
      () =>
        factor(
          strip(
            0.25,
            { ...whole },
            {},
            {
              edges: [
                [1, 2, whole],
                [2, 3, { uy: true, rx: true, rz: true }],
                [4, 1, { uy: true, rx: true, rz: true }],
              ],
              more: {
                nodes: [1, 2, 3, 4].map((z) => ({
                  position: [0.5, 0, z] as Place,
                  support: { ...free, uy: true, rx: true },
                })),
              },
            },
          ),
        ),
      'N',
      2e-2,
    ],
    [
      'a cantilever of 12 × 0.4 m, 10 mm thick, tips over under a force at its end',
      (4.013 * Math.sqrt(((E * 0.4 * 0.01 ** 3) / 12) * ((E / 2) * ((0.4 * 0.01 ** 3) / 3) * (1 - 0.63 * 0.025)))) /
        144,
      () => {
        const corners: Place[] = [
          [0, 0, 0],
          [12, 0, 0],
          [12, 0, 0.4],
          [0, 0, 0.4],
        ];
        return factor(
          sheet({
            corners,
            thickness: 0.01,
            size: 0.1,
            poisson: 0,
            wall: true,
            edges: [[1, 4, { ux: true, uy: true, uz: true, rx: true, ry: true, rz: true }]],
            loads: [along(corners[1], corners[2], 'z', -2.5)],
          }),
        );
      },
      'N',
      3e-2,
    ],
  ],
);

/** A wall under 60% of its critical load and a push at its head, of second order. */
const [share, push] = [0.6, 1000];
const k = Math.sqrt((share * euler) / 4 / EI);
const swaying = (size: number, more: Partial<Sheet> = {}) => {
  const corners = upright(wide, h);
  return answer(
    sheet({
      corners,
      thickness: thick,
      size,
      poisson: 0,
      wall: true,
      edges: [[1, 2, whole]],
      loads: [
        along(corners[3], corners[2], 'z', (-share * euler) / 4 / wide),
        along(corners[3], corners[2], 'y', push / wide),
      ],
      more: { order: 'second' },
      ...more,
    }),
  );
};
/** What supports take: moment about an axis through the origin. @param but a node that is left out */
const footMoment = ({ state, solution }: ReturnType<typeof answer>, axis: 0 | 1, but = ''): number => {
  let sum = 0;
  for (let n = 0; n < state.reactions.length / 6; n++) {
    if (solution.nodeIds[n] === but) continue;
    const [x, y, z] = solution.positions.subarray(3 * n, 3 * n + 3);
    const [fx, fy, fz, mx, my] = state.reactions.subarray(6 * n, 6 * n + 5);
    sum += axis === 0 ? mx + y * fz - z * fy : my + z * fx - x * fz;
  }
  return sum;
};
// in its plane: a wall of 2 m that is 16 m high and a hinged column beside it, which leans on it
const [high, broad, leaning] = [16, 2, 3e6];
const inertia = (0.2 * broad ** 3) / 12;
const stiffness = 1 / (high ** 3 / (3 * E * inertia) + (1.2 * high) / ((E / 2) * 0.2 * broad));
const leaned = () => {
  const corners = upright(broad, high);
  const found = answer(
    sheet({
      corners,
      thickness: 0.2,
      size: 0.5,
      poisson: 0,
      wall: true,
      edges: [[1, 2, whole]],
      loads: [
        along(corners[3], corners[2], 'x', push / broad),
        { type: 'node', node: 'n6', force: [0, 0, -leaning], moment: [0, 0, 0] },
      ],
      more: {
        order: 'second',
        nodes: [
          { position: [broad + 3, 0, 0], support: { ...free, ux: true, uy: true, uz: true, rz: true } },
          { position: [broad + 3, 0, high], support: { ...free, uy: true } },
        ],
        members: [
          [5, 6, { role: 'column', startConnection: { ry: 0 }, endConnection: { ry: 0 } }],
          [3, 6, { startConnection: { ry: 0, rz: 0 }, endConnection: { ry: 0, rz: 0 } }],
        ],
        shape: { type: 'rectangle', depth: 1, width: 1 },
      },
    }),
  );
  return found;
};

const seconds = cases(
  'Walls in second order',
  'Timoshenko & Gere §1.11: H (tan k L − k L) / (P k), moment H tan k L / k; a hinged column of load P and height h takes P / h from the stiffness it leans on',
  [
    [
      'cantilever at 0.6 of its critical load: drift of the head',
      (push * (Math.tan(k * h) - k * h)) / (share * (euler / 4) * k),
      () => swaying(0.5).moved(3, 1),
      'm',
      1e-2,
    ],
    [
      'the same in elements of 1 m',
      (push * (Math.tan(k * h) - k * h)) / (share * (euler / 4) * k),
      () => swaying(1).moved(3, 1),
      'm',
      1e-2,
    ],
    ['moment at its foot', (push * Math.tan(k * h)) / k, () => Math.abs(footMoment(swaying(0.5), 0)), 'N·m', 1e-2],
    [
      'a wall in its plane holds a hinged column: drift of the head',
      push / (stiffness - leaning / high),
      () => leaned().moved(6, 0),
      'm',
      2e-2,
    ],
    [
      'the same: moment at the foot of the wall',
      (push + (leaning / high) * (push / (stiffness - leaning / high))) * high,
      () => Math.abs(footMoment(leaned(), 1, 'n5')),
      'N·m',
      1e-3,
    ],
  ],
);

export const floorStabilityCases: readonly BookCase[] = [...plates, ...columns, ...seconds];

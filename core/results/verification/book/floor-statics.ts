import { lineReactions, shownParts, valuesAt, type Quantity } from '../../index';
import { cases, type BookCase } from './case';
import { answer, fixed, type LoadSpec, type Records, type Structure } from './structure';

/** Slabs and walls as a user describes them, meshed and solved by the program itself: movements, inner forces and reactions against closed forms. */
type Place = [number, number, number];
const E = 30e9;
const part = (place: readonly number[]): Place => [place[0], place[1], place[2]];
const rectangle = (a: number, b: number, z = 0): Place[] => [
  [0, 0, z],
  [a, 0, z],
  [a, b, z],
  [0, b, z],
];
const area = (value: number): LoadSpec => ({
  type: 'area',
  region: { kind: 'nodes', corners: ['n1', 'n2', 'n3', 'n4'] },
  pressure: { type: 'uniform', value },
  direction: 'z',
  reversed: true,
  projected: false,
  spread: { way: 'two' },
});
const line = (id: number, start: number, end: number, support: object) => ({
  id: `j${id}`,
  start: `n${start}`,
  end: `n${end}`,
  support: { ...fixed, ...support },
});
/** Held in its place along an edge, and free to turn about both axes in the plane: what Kirchhoff's plates are held by. */
const soft = { rx: false, ry: false };

interface Floor extends Partial<Omit<Structure, 'records'>> {
  readonly corners: readonly Place[];
  readonly slab: object;
  readonly lines?: readonly object[];
  readonly wall?: boolean;
  readonly records?: object;
}

/** A solved slab (or wall) between its corners n1 …, and how to read it. */
function solvedFloor({ corners, slab, lines = [], wall = false, records = {}, nodes = [], ...rest }: Floor) {
  const panel = {
    id: wall ? 'w1' : 'b1',
    corners: corners.map((_, i) => `n${i + 1}`),
    thickness: 0.2,
    material: 't1',
    behaviour: 'plate',
    ...slab,
  };
  const found = answer({
    E,
    poisson: 0.3,
    members: [],
    ...rest,
    nodes: [...corners.map((position) => ({ position: part(position) })), ...nodes],
    records: { [wall ? 'walls' : 'slabs']: [panel], lineSupports: lines, ...records } as unknown as Records,
  });
  const parts = shownParts(found.model, found.solution, { kind: 'case', id: 'c1' });
  return {
    ...found,
    at: (quantity: Quantity, place: Place) => valuesAt(found.solution, parts, panel.id, quantity, place)[0].value,
    /** what line j… gives back */
    back: (id: number) => lineReactions(found.model, found.solution, found.state).get(`j${id}`)!,
  };
}

/** Makes a thing once, when it is first asked for. */
function once<T>(make: () => T): () => T {
  let made: { value: T } | undefined;
  return () => (made ??= { value: make() }).value;
}

const [q, t, thin] = [5000, 0.2, 0.06];
const rigidityOf = (depth: number) => (E * depth ** 3) / (12 * (1 - 0.3 ** 2));
const rigidity = rigidityOf(thin);

/** A plate between four lines under a uniform load. */
const plate = (a: number, b: number, held: object) =>
  once(() =>
    solvedFloor({
      corners: rectangle(a, b),
      slab: { thickness: thin, meshSize: Math.min(a, b) / 24 },
      lines: [line(1, 1, 2, held), line(2, 2, 3, held), line(3, 3, 4, held), line(4, 4, 1, held)],
      loads: [area(q)],
    }),
  );
const simple = plate(6, 6, soft);
const oblong = plate(6, 12, soft);
const clamped = plate(6, 6, {});
const middle: Place = [3, 3, 0];

const plates = cases(
  'Slabs on lines, in a model',
  'Timoshenko and Woinowsky-Krieger, tables 8 and 35, ν = 0.3, uniform load q: α q a⁴ / D, β q a², γ q a',
  [
    [
      'square, simple: deflection in the middle',
      (-0.00406 * q * 6 ** 4) / rigidity,
      () => simple().at('w', middle),
      'm',
      1e-2,
    ],
    ['square, simple: mx in the middle', 0.0479 * q * 36, () => simple().at('mx', middle), 'N·m/m', 1e-2],
    ['square, simple: my in the middle', 0.0479 * q * 36, () => simple().at('my', middle), 'N·m/m', 1e-2],
    [
      'square, simple: most an edge gives back per length',
      0.42 * q * 6,
      () =>
        Math.max(
          ...simple()
            .back(1)
            .stations.map(({ perLength }) => perLength[2]),
        ),
      'N/m',
      1.5e-2,
    ],
    [
      '1:2, simple: deflection in the middle',
      (-0.01013 * q * 6 ** 4) / rigidity,
      () => oblong().at('w', [3, 6, 0]),
      'm',
      1e-2,
    ],
    ['1:2, simple: moment along the short side', 0.1017 * q * 36, () => oblong().at('mx', [3, 6, 0]), 'N·m/m', 1e-2],
    ['1:2, simple: moment along the long side', 0.0464 * q * 36, () => oblong().at('my', [3, 6, 0]), 'N·m/m', 1e-2],
    [
      'square, clamped: deflection in the middle',
      (-0.00126 * q * 6 ** 4) / rigidity,
      () => clamped().at('w', middle),
      'm',
      1.5e-2,
    ],
    ['square, clamped: moment in the middle', 0.0231 * q * 36, () => clamped().at('mx', middle), 'N·m/m', 2e-2],
    [
      'square, clamped: moment in the middle of an edge',
      -0.0513 * q * 36,
      () => clamped().at('mx', [0, 3, 0]),
      'N·m/m',
      2e-2,
    ],
  ],
);

/** A strip of 8 × 1 m without Poisson's ratio between two lines: a beam. */
const strip = (more: Partial<Floor>, ends: readonly [object, object] = [soft, soft]) =>
  solvedFloor({
    corners: rectangle(8, 1),
    poisson: 0,
    slab: { meshSize: 0.25 },
    lines: [line(1, 1, 4, ends[0]), line(2, 2, 3, ends[1])],
    ...more,
  });
const half: Place = [4, 0.5, 0];
const EI = (E * t ** 3) / 12;
const across: LoadSpec = {
  type: 'line',
  start: [4, 0, 0],
  end: [4, 1, 0],
  valueFrom: -10000,
  valueTo: -10000,
  direction: 'z',
};
const middleLine = { nodes: [{ position: part([4, 0, 0]) }, { position: part([4, 1, 0]) }] };
const loaded = once(() => strip({ loads: [across] }));
const sunk = once(() =>
  strip({
    ...middleLine,
    lines: [line(1, 1, 4, soft), line(2, 2, 3, soft), line(3, 5, 6, soft)],
    records: {
      loads: [
        {
          id: 'l1',
          case: 'c1',
          type: 'lineSettlement',
          lineSupport: 'j3',
          displacement: [0, 0, -0.01],
          rotation: [0, 0, 0],
        },
      ],
    },
  }),
);
const thick = once(() =>
  strip({
    nodes: [
      { position: part([2, 0, 0]) },
      { position: part([6, 0, 0]) },
      { position: part([6, 1, 0]) },
      { position: part([2, 1, 0]) },
    ],
    loads: [area(q)],
    records: { thickParts: [{ id: 'i1', corners: ['n5', 'n6', 'n7', 'n8'], thickness: 0.4, top: 0.1 }] },
  }),
);
// twice ∫ M m / EI over half the span, M = q x (8 − x) / 2, m = x / 2, by stretches of 0–2 m and 2–4 m with an eighth of the flexibility
const stretch = (from: number, to: number) => {
  const primitive = (x: number) => (q / 4) * ((8 * x ** 3) / 3 - x ** 4 / 4);
  return primitive(to) - primitive(from);
};
const stepped = (-2 * (stretch(0, 2) + stretch(2, 4) / 8)) / EI;
const strips = cases('Slabs as beams, in a model', 'beam theory, ν = 0, per metre of width', [
  ['load along a line across the middle: moment there', (10000 * 8) / 4, () => loaded().at('mx', half), 'N·m/m', 2e-2],
  ['load along a line: deflection there', (-10000 * 8 ** 3) / (48 * EI), () => loaded().at('w', half), 'm', 5e-3],
  ['load along a line: sum of a support', 5000, () => loaded().back(1).force[2], 'N', 1e-9],
  [
    'two spans, the middle line sinks 10 mm: moment there',
    (3 * EI * 0.01) / 16,
    () => sunk().at('mx', half),
    'N·m/m',
    1e-2,
  ],
  [
    'two spans, the middle line sinks 10 mm: its reaction',
    (-6 * EI * 0.01) / 4 ** 3,
    () => sunk().back(3).force[2],
    'N',
    1e-2,
  ],
  ['middle half twice as thick: deflection', stepped, () => thick().at('w', half), 'm', 1e-2],
]);

/** A long strip of half a metre on springs along both edges: a beam on an elastic bed. */
const [bed, breadth, deep] = [1e6, 0.5, 0.3];
const bedEI = (E * breadth * deep ** 3) / 12;
const lambda = (bed / (4 * bedEI)) ** 0.25;
const onSprings = once(() =>
  solvedFloor({
    corners: rectangle(30, breadth),
    poisson: 0,
    slab: { thickness: deep, meshSize: 0.25 },
    lines: [
      { ...line(1, 1, 2, { uz: false, ...soft }), springs: { uz: bed / 2 } },
      { ...line(2, 3, 4, { uz: false, ...soft }), springs: { uz: bed / 2 } },
    ],
    loads: [
      {
        type: 'line',
        start: [15, 0, 0],
        end: [15, breadth, 0],
        valueFrom: -100e3 / breadth,
        valueTo: -100e3 / breadth,
        direction: 'z',
      },
    ],
  }),
);
const beds = cases('A slab on springs along its edges, in a model', 'Hetényi 1946: P λ / 2 k, P / 4 λ, P λ / 2', [
  [
    'under the load: deflection',
    (-100e3 * lambda) / (2 * bed),
    () => onSprings().at('w', [15, breadth / 2, 0]),
    'm',
    1e-2,
  ],
  [
    'under the load: moment per width',
    100e3 / (4 * lambda) / breadth,
    () => onSprings().at('mx', [15, breadth / 2, 0]),
    'N·m/m',
    3e-2,
  ],
  [
    'at λ x = π / 2: deflection, e^(−π/2) of it',
    (-100e3 * lambda * Math.exp(-Math.PI / 2)) / (2 * bed),
    () => onSprings().at('w', [15 + Math.PI / 2 / lambda, breadth / 2, 0]),
    'm',
    2e-2,
  ],
  ['sum of the springs along one edge', 50e3, () => onSprings().back(1).force[2], 'N', 1e-9],
  [
    'most one edge gives back per length',
    (100e3 * lambda) / 4,
    () =>
      Math.max(
        ...onSprings()
          .back(1)
          .stations.map(({ perLength }) => perLength[2]),
      ),
    'N/m',
    1e-2,
  ],
]);

const warm = (change: number, difference: number, held: object, strain = 0) =>
  once(() =>
    solvedFloor({
      corners: rectangle(4, 4),
      slab: { behaviour: 'shell', meshSize: 0.5 },
      expansion: 1e-5,
      lines: [line(1, 1, 2, held), line(2, 2, 3, held), line(3, 3, 4, held), line(4, 4, 1, held)],
      records: { loads: [{ id: 'l1', case: 'c1', type: 'panelTemperature', slab: 'b1', change, difference, strain }] },
    }),
  );
const warmed = warm(20, 0, {});
const bent = warm(0, 15, {});
const shrunk = warm(0, 0, {}, -3e-4);
const temperatures = cases('Slabs that are warmed, in a model', 'plane stress held in all directions', [
  ['edges held, +20 K: nx', (-E * 1e-5 * 20 * t) / 0.7, () => warmed().at('nx', [1.3, 2.1, 0]), 'N/m', 1e-9],
  [
    'edges held, shrinkage of 0.3 ‰: nx, in tension',
    (E * 3e-4 * t) / 0.7,
    () => shrunk().at('nx', [1.3, 2.1, 0]),
    'N/m',
    1e-9,
  ],
  [
    'edges clamped, top 15 K warmer: mx, the bottom in tension',
    (rigidityOf(t) * 1.3 * 1e-5 * 15) / t,
    () => bent().at('mx', [1.3, 2.1, 0]),
    'N·m/m',
    1e-9,
  ],
]);

/** A wall of 2 × 8 m, clamped at its foot, pushed at its head. */
const [height, width, thickness, push] = [8, 2, 0.25, 100e3];
const cantilever = once(() =>
  solvedFloor({
    wall: true,
    corners: [
      [0, 0, 0],
      [width, 0, 0],
      [width, 0, height],
      [0, 0, height],
    ],
    slab: { behaviour: 'membrane', thickness, meshSize: 0.25 },
    poisson: 0.2,
    lines: [line(1, 1, 2, {})],
    loads: [
      {
        type: 'line',
        start: [0, 0, height],
        end: [width, 0, height],
        valueFrom: push / width,
        valueTo: push / width,
        direction: 'x',
      },
    ],
  }),
);
const I = (thickness * width ** 3) / 12;
const G = E / 2.4;
const walls = cases('Walls, in a model', 'beam theory with shear: P h³ / 3 E I + 1.2 P h / G A; stress M y / I', [
  [
    'cantilever 2 × 8 m: drift of the head',
    (push * height ** 3) / (3 * E * I) + (1.2 * push * height) / (G * thickness * width),
    () => (cantilever().moved(3, 0) + cantilever().moved(4, 0)) / 2,
    'm',
    1e-2,
  ],
  [
    'cantilever: ny at its edge in mid-height',
    (thickness * (push * 4 * (width / 2))) / I,
    () => cantilever().at('ny', [0, 0, 4]),
    'N/m',
    1e-2,
  ],
  ['cantilever: moment of the foot', push * height, () => Math.abs(cantilever().back(1).moment[1]), 'N·m', 1e-9],
]);

/**
 * A beam of 10 m below a thin flange that is much wider than it is effective. Under a moment that follows a sine the flange follows an Airy function, and acts
 * as one of width 4 L / (π (3 + 2 ν − ν²)) with even stress.
 */
const [L, depth, web, flange, nu] = [10, 0.8, 0.3, 0.06, 0.2];
const effective = (4 * L) / (Math.PI * (3 + 2 * nu - nu ** 2));
const arm = (depth + flange) / 2;
const peak = 20000; // N/m in the middle
const wide = once(() => {
  const steps = 40;
  const sine = (i: number) => -peak * Math.sin((Math.PI * i) / steps);
  const far = 1.5 * L;
  const found = solvedFloor({
    corners: [
      [0, -far, 0],
      [L, -far, 0],
      [L, far, 0],
      [0, far, 0],
    ],
    poisson: nu,
    slab: { behaviour: 'membrane', thickness: flange, meshSize: 0.5 },
    shape: { type: 'rectangle', depth, width: web },
    nodes: [
      { position: part([0, 0, 0]), support: { ...fixed, ux: false, ry: false, rz: false } },
      { position: part([L, 0, 0]), support: { ...fixed, ux: false, ry: false, rz: false } },
      { position: part([L / 2, 0, 0]), support: { ux: true, uy: false, uz: false, rx: false, ry: false, rz: false } },
    ],
    members: [[5, 6, { startOffset: [0, 0, -arm], endOffset: [0, 0, -arm] }]],
    // the Airy function has its edges at both ends held across, and free along
    lines: [
      line(1, 1, 4, { ux: false, uz: false, rx: false, ry: false, rz: false }),
      line(2, 2, 3, { ux: false, uz: false, rx: false, ry: false, rz: false }),
    ],
    loads: Array.from({ length: steps }, (_, i) => ({
      type: 'trapezoid' as const,
      member: 'm1',
      axes: 'global' as const,
      direction: 'z' as const,
      valueFrom: sine(i),
      valueTo: sine(i + 1),
      from: (i * L) / steps,
      to: ((i + 1) * L) / steps,
    })) as LoadSpec[],
  });
  return found;
});
const moment = (peak * L * L) / Math.PI ** 2;
const [webArea, webInertia] = [web * depth, (web * depth ** 3) / 12];
const flexible = 1 / webArea + 1 / (effective * flange);
const ofWeb = moment / (1 + arm ** 2 / (webInertia * flexible));
const flanges = cases(
  'A beam below a wide slab, in a model',
  'von Kármán 1924; Timoshenko and Goodier, Theory of Elasticity, effective width of wide flanges, 4 L / (π (3 + 2 ν − ν²)) under a sine',
  [
    ['moment of the beam alone', ofWeb, () => wide().force(1, 'My', L / 2), 'N·m', 2e-2],
    ['axial force of the beam', (moment - ofWeb) / arm, () => wide().force(1, 'N', L / 2), 'N', 2e-2],
    [
      'deflection in the middle',
      (-ofWeb * L * L) / (Math.PI ** 2 * E * webInertia),
      () => wide().force(1, 'w', L / 2),
      'm',
      2e-2,
    ],
  ],
);

export const floorStaticCases: readonly BookCase[] = [
  ...plates,
  ...strips,
  ...beds,
  ...temperatures,
  ...walls,
  ...flanges,
];

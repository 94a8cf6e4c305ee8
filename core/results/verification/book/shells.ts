import type { PanelSection } from '../../../fem/shell/shell-stiffness';
import {
  gridOf,
  solveShells,
  type ShellAnswer,
  type ShellStructure,
} from '../../../fem/shell/verification/shell-structure';
import { cases, type BookCase } from './case';

/** Elements of slabs and walls against problems of the literature: patches, MacNeal & Harder's set, plates of Timoshenko & Woinowsky-Krieger. */
const none = [false, false, false, false, false, false];
const all = [true, true, true, true, true, true];
const near = (a: number, b: number) => Math.abs(a - b) < 1e-9 * Math.max(1, Math.abs(b));
const kept = <Value>(make: () => Value): (() => Value) => {
  let value: Value | undefined;
  return () => (value ??= make());
};

// ——— patches
const patchNodes = [
  [0, 0, 0],
  [0.24, 0, 0],
  [0.24, 0.12, 0],
  [0, 0.12, 0],
  [0.04, 0.02, 0],
  [0.18, 0.03, 0],
  [0.16, 0.08, 0],
  [0.08, 0.08, 0],
];
const patchQuads = [
  [0, 1, 5, 4],
  [1, 2, 6, 5],
  [2, 3, 7, 6],
  [3, 0, 4, 7],
  [4, 5, 6, 7],
];
const cut = (quads: readonly number[][]) =>
  quads.flatMap(([a, b, c, d]) => [
    [a, b, c],
    [a, c, d],
  ]);
const patch = (elements: number[][], thickness = 0.001) =>
  kept(() =>
    solveShells({
      nodes: patchNodes,
      elements,
      section: { E: 1e6, poisson: 0.25, thickness, behaviour: 'shell' },
      held: (node) => (node < 4 ? all : none),
      imposed: (_, [x, y]) => [
        1e-3 * (x + y / 2),
        1e-3 * (y + x / 2),
        (1e-3 * (x * x + x * y + y * y)) / 2,
        1e-3 * (y + x / 2),
        -1e-3 * (x + y / 2),
        0,
      ],
    }),
  );
/** Force k at the corner of all elements where it is furthest from its value. */
const worst = ({ corners }: ShellAnswer, k: number, expected: number): number => {
  let found = expected;
  for (const list of corners)
    for (let at = k; at < list.length; at += 8)
      if (Math.abs(list[at] - expected) > Math.abs(found - expected)) found = list[at];
  return found;
};
const patchCases = (['quadrilaterals', 'triangles'] as const).flatMap((kind) => {
  const solved = patch(kind === 'triangles' ? cut(patchQuads) : patchQuads);
  return cases(
    'Patch of distorted shells',
    'MacNeal & Harder 1985, Finite Elements in Analysis and Design 1, table 3: constant stress and constant moment everywhere',
    [
      [`${kind}: nx in the worst corner`, 1333.333333333 * 0.001, () => worst(solved(), 0, 4 / 3), 'N/m', 1e-9],
      [`${kind}: ny in the worst corner`, 1333.333333333 * 0.001, () => worst(solved(), 1, 4 / 3), 'N/m', 1e-9],
      [`${kind}: nxy in the worst corner`, 0.4, () => worst(solved(), 2, 0.4), 'N/m', 1e-9],
      [`${kind}: mx in the worst corner`, 1e-6 / 9, () => worst(solved(), 3, 1e-6 / 9), 'N·m/m', 1e-9],
      [`${kind}: my in the worst corner`, 1e-6 / 9, () => worst(solved(), 4, 1e-6 / 9), 'N·m/m', 1e-9],
      [`${kind}: mxy in the worst corner`, 1e-6 / 30, () => worst(solved(), 5, 1e-6 / 30), 'N·m/m', 1e-9],
      [`${kind}: vx in the worst corner`, 0, () => worst(solved(), 6, 0), 'N/m', 1e-12],
    ],
  );
});

// ——— beams of six elements
const straight = (shape: 'rectangular' | 'trapezoidal' | 'parallelogram', tip: readonly number[]) => {
  const g = gridOf(6, 1, (a, b) => {
    const i = Math.round(6 * a);
    const skew =
      i === 0 || i === 6 || shape === 'rectangular' ? 0 : shape === 'trapezoidal' && i % 2 === 0 ? -0.1 : 0.1;
    return [6 * a + (2 * b - 1) * skew, 0.2 * b, 0];
  });
  const [low, high] = [g.at(6, 0), g.at(6, 1)];
  const { u } = solveShells({
    nodes: g.nodes,
    elements: g.elements,
    section: { E: 1e7, poisson: 0.3, thickness: 0.1, behaviour: 'shell' },
    held: (_, [x]) => (near(x, 0) ? all : none),
    loads: new Map([low, high].map((node) => [node, tip.map((value) => value / 2)])),
  });
  return [0, 1, 2].map((k) => (u[6 * low + k] + u[6 * high + k]) / 2);
};
const straightCases = (['rectangular', 'trapezoidal', 'parallelogram'] as const).flatMap((shape) =>
  cases('Straight beam of six shells', 'MacNeal & Harder 1985, table 4', [
    [`${shape}: pulled`, 3e-5, () => straight(shape, [1, 0, 0, 0, 0, 0])[0], 'm', 0.01],
    [`${shape}: sheared in its plane`, 0.1081, () => straight(shape, [0, 1, 0, 0, 0, 0])[1], 'm', 0.04],
    [`${shape}: sheared out of its plane`, 0.4321, () => straight(shape, [0, 0, 1, 0, 0, 0])[2], 'm', 0.02],
  ]),
);

const curved = (tip: readonly number[], [nx, ny] = [6, 1]) => {
  const g = gridOf(nx, ny, (a, b) => {
    const [r, angle] = [4.12 + 0.2 * b, (Math.PI / 2) * (1 - a)];
    return [r * Math.sin(angle), r * Math.cos(angle), 0].map((v) => (Math.abs(v) < 1e-12 ? 0 : v));
  });
  // corners run clockwise on this map
  const elements = g.elements.map((list) => [...list].reverse());
  const ends = [g.at(nx, 0), g.at(nx, ny)];
  const { u } = solveShells({
    nodes: g.nodes,
    elements,
    section: { E: 1e7, poisson: 0.25, thickness: 0.1, behaviour: 'shell' },
    held: (_, [, y]) => (near(y, 0) ? all : none),
    loads: new Map(ends.map((node) => [node, tip.map((value) => value / 2)])),
  });
  return [0, 1, 2].map((k) => (u[6 * ends[0] + k] + u[6 * ends[1] + k]) / 2);
};

const twisted = (tip: readonly number[]) => {
  const g = gridOf(24, 4, (a, b) => {
    const [angle, r] = [(Math.PI / 2) * a, 1.1 * (b - 0.5)];
    return [12 * a, r * Math.cos(angle), r * Math.sin(angle)];
  });
  const ends = [0, 1, 2, 3, 4].map((j) => g.at(24, j));
  const { u } = solveShells({
    nodes: g.nodes,
    elements: g.elements,
    section: { E: 29e6, poisson: 0.22, thickness: 0.32, behaviour: 'shell' },
    held: (_, [x]) => (near(x, 0) ? all : none),
    loads: new Map(ends.map((node, j) => [node, tip.map((value) => (value * (j % 4 === 0 ? 1 : 2)) / 8)])),
  });
  return [0, 1, 2].map((k) => u[6 * ends[2] + k]);
};
const bentBeamCases = cases('Curved and twisted beams of shells', 'MacNeal & Harder 1985, tables 5 and 6', [
  ['curved, 6 elements: sheared in its plane', 0.08734, () => curved([0, 1, 0, 0, 0, 0])[1], 'm', 0.05],
  // the twist of so stocky a strip lives in a layer of t/√10 along its edges, which takes several elements to follow
  ['curved, 48 × 8: sheared out of its plane', 0.5022, () => curved([0, 0, 1, 0, 0, 0], [48, 8])[2], 'm', 0.05],
  ['twisted by 90°, 24 × 4: sheared along z', 0.005424, () => twisted([0, 0, 1, 0, 0, 0])[2], 'm', 0.01],
  ['twisted by 90°, 24 × 4: sheared along y', 0.001754, () => twisted([0, 1, 0, 0, 0, 0])[1], 'm', 0.01],
]);

// ——— curved shells
const scordelis = kept(() => {
  const [R, n] = [25, 16];
  const g = gridOf(n, n, (a, b) => {
    const angle = ((40 * Math.PI) / 180) * b;
    return [25 * a, R * Math.sin(angle), R * Math.cos(angle)];
  });
  const solved = solveShells({
    nodes: g.nodes,
    elements: g.elements,
    section: { E: 4.32e8, poisson: 0, thickness: 0.25, behaviour: 'shell' },
    // diaphragm at x = 0, symmetry at x = 25 and at the crown
    held: (_, [x, y]) => [
      near(x, 25),
      near(x, 0) || near(y, 0),
      near(x, 0),
      near(y, 0),
      near(x, 25),
      near(x, 25) || near(y, 0),
    ],
    loads: weights(g.nodes, g.elements, 90),
  });
  return -solved.u[6 * g.at(n, n) + 2];
});
/** Weight of a surface on its nodes, along −z; planar quadrilaterals. @param q N/m² */
function weights(nodes: readonly (readonly number[])[], elements: readonly number[][], q: number) {
  const loads = new Map<number, number[]>();
  for (const list of elements) {
    const [p, r] = [
      nodes[list[2]].map((v, k) => v - nodes[list[0]][k]),
      nodes[list[3]].map((v, k) => v - nodes[list[1]][k]),
    ];
    const area = Math.hypot(p[1] * r[2] - p[2] * r[1], p[2] * r[0] - p[0] * r[2], p[0] * r[1] - p[1] * r[0]) / 2;
    for (const node of list) {
      const load = loads.get(node) ?? [0, 0, 0, 0, 0, 0];
      load[2] -= (q * area) / 4;
      loads.set(node, load);
    }
  }
  return loads;
}
const hemisphere = kept(() => {
  const n = 16;
  const g = gridOf(n, n, (a, b) => {
    const [phi, theta] = [(Math.PI / 2) * a, ((72 * Math.PI) / 180) * b];
    return [10 * Math.cos(theta) * Math.cos(phi), 10 * Math.cos(theta) * Math.sin(phi), 10 * Math.sin(theta)];
  });
  const solved = solveShells({
    nodes: g.nodes,
    elements: g.elements,
    section: { E: 6.825e7, poisson: 0.3, thickness: 0.04, behaviour: 'shell' },
    held: (node, [x, y]) => [
      Math.abs(x) < 1e-9,
      Math.abs(y) < 1e-9,
      node === g.at(n / 2, 0),
      Math.abs(y) < 1e-9,
      Math.abs(x) < 1e-9,
      Math.abs(x) < 1e-9 || Math.abs(y) < 1e-9,
    ],
    loads: new Map([
      [g.at(0, 0), [1, 0, 0, 0, 0, 0]],
      [g.at(n, 0), [0, -1, 0, 0, 0, 0]],
    ]),
  });
  return solved.u[6 * g.at(0, 0)];
});
const curvedCases = cases('Curved shells of flat elements', 'MacNeal & Harder 1985, tables 8 and 9', [
  ['Scordelis–Lo roof, 16 × 16: middle of the free edge', 0.3024, scordelis, 'm', 0.01],
  ['hemisphere with an 18° hole, 16 × 16: under its forces', 0.0924, hemisphere, 'm', 0.02],
]);

// ——— rectangular plates, a quarter of them
interface Plate {
  readonly a: number;
  readonly b: number;
  readonly n: readonly [number, number];
  readonly section: PanelSection;
  readonly clamped?: boolean;
  readonly q?: number;
  readonly P?: number;
  readonly triangles?: boolean;
  /** shares along both ways moved, to distort the mesh */
  readonly skewed?: number;
}
const quarter = ({ a, b, n, section, clamped = false, q = 0, P = 0, triangles = false, skewed = 0 }: Plate) => {
  const g = gridOf(
    n[0],
    n[1],
    (s, t) => {
      const bump = skewed * Math.sin(Math.PI * s) * Math.sin(Math.PI * t);
      return [(a / 2) * (s + bump), (b / 2) * (t - bump), 0];
    },
    triangles,
  );
  const solved = solveShells({
    nodes: g.nodes,
    elements: g.elements,
    section,
    held: (_, [x, y]) => {
      const [foot, side, middleX, middleY] = [near(x, 0), near(y, 0), near(x, a / 2), near(y, b / 2)];
      // hard supports: the slope along the edge is held too
      return [
        true,
        true,
        foot || side,
        foot || middleY || (clamped && side),
        side || middleX || (clamped && foot),
        true,
      ];
    },
    pressure: -q,
    loads: P === 0 ? undefined : new Map([[g.at(n[0], n[1]), [0, 0, -P / 4, 0, 0, 0]]]),
  });
  const centre = g.at(n[0], n[1]);
  const at = (node: number, k: number) => {
    const values = g.elements.flatMap((list, e) =>
      list.flatMap((one, corner) => (one === node ? [solved.corners[e][8 * corner + k]] : [])),
    );
    return values.reduce((sum, value) => sum + value, 0) / values.length;
  };
  return { w: -solved.u[6 * centre + 2], at, g, centre };
};
const thinPlate: PanelSection = { E: 1.7472e7, poisson: 0.3, thickness: 1e-4, behaviour: 'plate' };
const standardPlates = (
  [
    ['square, simple, uniform', 2, false, 'q', 4.062],
    ['square, simple, point', 2, false, 'P', 11.6],
    ['square, clamped, uniform', 2, true, 'q', 1.26],
    ['square, clamped, point', 2, true, 'P', 5.6],
    ['1:5, simple, uniform', 10, false, 'q', 12.97],
    ['1:5, simple, point', 10, false, 'P', 16.96],
    ['1:5, clamped, uniform', 10, true, 'q', 2.56],
    ['1:5, clamped, point', 10, true, 'P', 7.23],
  ] as const
).flatMap(([name, b, clamped, load, expected]) =>
  cases(
    'Rectangular plates',
    'MacNeal & Harder 1985, table 7 (thickness 1:20,000); 8 × 8 on a quarter, 8 × 32 of the long ones',
    [
      [
        name,
        expected,
        () =>
          quarter({
            a: 2,
            b,
            n: [8, b === 2 ? 8 : 32],
            section: thinPlate,
            clamped,
            [load]: load === 'q' ? 1e-4 : 4e-4,
          }).w,
        'm',
        0.02,
      ],
    ],
  ),
);

/** Navier's double series of a simply supported plate with shear: middle deflection, and mₓ there (Reissner–Mindlin, hard supports). */
function navier(
  a: number,
  b: number,
  q: number,
  D: readonly [x: number, y: number, coupled: number, twist: number],
  S: number,
) {
  let [w, mx, my] = [0, 0, 0];
  for (let m = 1; m < 120; m += 2)
    for (let n = 1; n < 120; n += 2) {
      const [p, r] = [(m * Math.PI) / a, (n * Math.PI) / b];
      const load = (16 * q) / (Math.PI ** 2 * m * n);
      // w, βx, βy from the three equations of equilibrium
      const [kxx, kyy, kxy] = [D[0] * p * p + D[3] * r * r + S, D[1] * r * r + D[3] * p * p + S, (D[2] + D[3]) * p * r];
      const det = kxx * kyy - kxy * kxy;
      const [bx, by] = [(-S * (p * kyy - r * kxy)) / det, (-S * (r * kxx - p * kxy)) / det];
      const W = load / (S * (p * p + r * r) + S * (p * bx + r * by));
      const sign = (m + n) % 4 === 2 ? 1 : -1;
      w += W * sign;
      mx -= W * (D[0] * p * bx + D[2] * r * by) * sign;
      my -= W * (D[2] * p * bx + D[1] * r * by) * sign;
    }
  return { w, mx, my };
}
const isotropic = ({ E, poisson, thickness }: PanelSection) => {
  const D = (E * thickness ** 3) / (12 * (1 - poisson ** 2));
  return { D: [D, D, poisson * D, (D * (1 - poisson)) / 2] as const, S: (5 * E * thickness) / (12 * (1 + poisson)) };
};
const thicknessCases = [0.2, 0.1, 0.02, 0.005, 0.001].flatMap((share) => {
  const section: PanelSection = { E: 30e9, poisson: 0.2, thickness: 6 * share, behaviour: 'plate' };
  const { D, S } = isotropic(section);
  const exact = navier(6, 6, 1000, D, S);
  const solved = kept(() => quarter({ a: 6, b: 6, n: [10, 10], section, q: 1000 }));
  const three = kept(() => quarter({ a: 6, b: 6, n: [10, 10], section, q: 1000, triangles: true }));
  const skew = kept(() => quarter({ a: 6, b: 6, n: [10, 10], section, q: 1000, skewed: 0.08 }));
  return cases(
    'Square plate from thick to thin',
    "Navier's series with shear deformation (Reissner–Mindlin, hard supports)",
    [
      [`thickness 1:${1 / share}: deflection`, exact.w, () => solved().w, 'm', 0.005],
      [`thickness 1:${1 / share}: deflection, triangles`, exact.w, () => three().w, 'm', 0.01],
      [`thickness 1:${1 / share}: deflection, distorted`, exact.w, () => skew().w, 'm', 0.01],
      [`thickness 1:${1 / share}: moment`, exact.mx, () => solved().at(solved().centre, 3), 'N·m/m', 0.01],
    ],
  );
});
const ribbed: PanelSection = {
  E: 30e9,
  poisson: 0.2,
  thickness: 0.2,
  behaviour: 'plate',
  factors: { bendingX: 0.8, bendingY: 0.2 },
};
const ribbedExact = (() => {
  const { D, S } = isotropic(ribbed);
  const both = Math.sqrt(0.8 * 0.2);
  return navier(6, 8, 1000, [0.8 * D[0], 0.2 * D[1], both * D[2], both * D[3]], S);
})();
const ribbedSolved = kept(() => quarter({ a: 6, b: 8, n: [12, 12], section: ribbed, q: 1000 }));
const orthotropicCases = cases('Orthotropic plate', "Navier's series, factors 0.8 and 0.2 on the two directions", [
  ['deflection', ribbedExact.w, () => ribbedSolved().w, 'm', 0.005],
  ['moment mx', ribbedExact.mx, () => ribbedSolved().at(ribbedSolved().centre, 3), 'N·m/m', 0.01],
  ['moment my', ribbedExact.my, () => ribbedSolved().at(ribbedSolved().centre, 4), 'N·m/m', 0.01],
]);

// ——— circular plates: a quarter of three blocks
function disc(R: number, n: number) {
  const nodes: number[][] = [];
  const elements: number[][] = [];
  const known = new Map<string, number>();
  const number = (x: number, y: number) => {
    const key = `${x.toFixed(9)} ${y.toFixed(9)}`;
    const found = known.get(key) ?? nodes.push([x, y, 0]) - 1;
    known.set(key, found);
    return found;
  };
  const block = (place: (s: number, t: number) => [number, number]) => {
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++)
        elements.push(
          [
            [i, j],
            [i + 1, j],
            [i + 1, j + 1],
            [i, j + 1],
          ].map(([p, q]) => number(...place(p / n, q / n))),
        );
  };
  const inner = 0.5 * R;
  const bulge = (s: number, t: number): [number, number] => [inner * s * (1 - 0.12 * t), inner * t * (1 - 0.12 * s)];
  block(bulge);
  const between = (one: readonly number[], other: readonly number[], t: number): [number, number] => [
    one[0] + (other[0] - one[0]) * t,
    one[1] + (other[1] - one[1]) * t,
  ];
  const rim = (angle: number) => [R * Math.cos(angle), R * Math.sin(angle)];
  block((s, t) => between(bulge(1, t), rim((t * Math.PI) / 4), s));
  block((s, t) => between(bulge(s, 1), rim(Math.PI / 2 - (s * Math.PI) / 4), t));
  return { nodes, elements };
}
const circular = (thickness: number, clamped: boolean) =>
  kept(() => {
    const { nodes, elements } = disc(3, 8);
    const section: PanelSection = { E: 30e9, poisson: 0.2, thickness, behaviour: 'plate' };
    const solved = solveShells({
      nodes,
      elements,
      section,
      held: (_, [x, y]) => {
        const edge = Math.hypot(x, y) > 3 - 1e-6;
        return [true, true, edge, (edge && clamped) || near(y, 0), (edge && clamped) || near(x, 0), true];
      },
      pressure: -1000,
    });
    const corner = elements.findIndex((list) => list.includes(0));
    const edge = nodes.findIndex(([x, y]) => near(x, 3) && near(y, 0));
    const edgeElement = elements.findIndex((list) => list.includes(edge));
    return {
      w: -solved.u[2],
      m: solved.corners[corner][8 * elements[corner].indexOf(0) + 3],
      edge: solved.corners[edgeElement][8 * elements[edgeElement].indexOf(edge) + 3],
    };
  });
const flex = (thickness: number) => (30e9 * thickness ** 3) / (12 * (1 - 0.04));
const [thin, thick] = [0.03, 0.9];
const shearOf = (thickness: number) => (5 / 6) * (30e9 / 2.4) * thickness;
const [clampedThin, clampedThick, simpleThin] = [circular(thin, true), circular(thick, true), circular(thin, false)];
const circularCases = cases(
  'Circular plates under uniform load',
  'Timoshenko & Woinowsky-Krieger, arts. 16 and 20; 192 quadrilaterals on a quarter',
  [
    ['clamped: deflection', (1000 * 3 ** 4) / (64 * flex(thin)), () => clampedThin().w, 'm', 0.01],
    ['clamped: moment in the middle', (1.2 * 1000 * 9) / 16, () => clampedThin().m, 'N·m/m', 0.01],
    ['clamped: moment at the edge', (-1000 * 9) / 8, () => clampedThin().edge, 'N·m/m', 0.03],
    [
      'clamped, thick: deflection',
      (1000 * 3 ** 4) / (64 * flex(thick)) + (1000 * 9) / (4 * shearOf(thick)),
      () => clampedThick().w,
      'm',
      0.01,
    ],
    ['simple: deflection', ((5.2 / 1.2) * 1000 * 3 ** 4) / (64 * flex(thin)), () => simpleThin().w, 'm', 0.01],
    ['simple: moment in the middle', (3.2 * 1000 * 9) / 16, () => simpleThin().m, 'N·m/m', 0.01],
  ],
);

// ——— plates on points and free edges
const flatSlab = kept(() => {
  // a quarter of an interior panel: columns at its corners, all edges lines of symmetry
  const n = 24;
  const g = gridOf(n, n, (s, t) => [3 * s, 3 * t, 0]);
  const solved = solveShells({
    nodes: g.nodes,
    elements: g.elements,
    section: { E: 30e9, poisson: 0.2, thickness: 0.03, behaviour: 'plate' },
    held: (node, [x, y]) => [true, true, node === 0, near(y, 0) || near(y, 3), near(x, 0) || near(x, 3), true],
    pressure: -1000,
  });
  const last = g.elements.length - 1;
  return { w: -solved.u[6 * g.at(n, n) + 2], m: solved.corners[last][8 * 2 + 3] };
});
const morley = kept(() => {
  const n = 24;
  const g = gridOf(n, n, (s, t) => [s + t * Math.cos(Math.PI / 6), t * Math.sin(Math.PI / 6), 0]);
  const rim = new Set<number>();
  for (let i = 0; i <= n; i++) [g.at(i, 0), g.at(i, n), g.at(0, i), g.at(n, i)].forEach((node) => rim.add(node));
  const section: PanelSection = { E: 10.92e6, poisson: 0.3, thickness: 0.01, behaviour: 'plate' };
  const solved = solveShells({
    nodes: g.nodes,
    elements: g.elements,
    section,
    held: (node) => [true, true, rim.has(node), false, false, true],
    pressure: -1,
  });
  const D = (10.92e6 * 0.01 ** 3) / (12 * 0.91);
  const centre = g.at(n / 2, n / 2);
  const list = g.elements.flatMap((one, e) =>
    one.flatMap((node, corner) =>
      node === centre ? [Array.from(solved.corners[e].subarray(8 * corner + 3, 8 * corner + 6))] : [],
    ),
  );
  const [mx, my, mxy] = [0, 1, 2].map((k) => list.reduce((sum, one) => sum + one[k], 0) / list.length);
  const [mean, radius] = [(mx + my) / 2, Math.hypot((mx - my) / 2, mxy)];
  return { w: -solved.u[6 * centre + 2] * D, most: mean + radius, least: mean - radius };
});
const pointCases = [
  ...cases('Interior panel of a flat slab on points', 'Timoshenko & Woinowsky-Krieger, art. 54, table 54 (ν = 0.2)', [
    ['middle deflection', (0.00581 * 1000 * 6 ** 4) / flex(0.03), () => flatSlab().w, 'm', 0.01],
    ['middle moment', 0.0331 * 1000 * 36, () => flatSlab().m, 'N·m/m', 0.01],
  ]),
  ...cases(
    "Morley's skew plate, 30°, 24 × 24, thickness 1:100",
    'Babuška & Scapolla 1989, in three dimensions, free to twist at its edges: share of q b⁴/D',
    [['middle deflection', 0.000423, () => morley().w, '–', 0.02]],
  ),
  ...cases(
    "Morley's skew plate, 30°, 24 × 24, thickness 1:100",
    'Morley 1963, Skew Plates and Structures (Kirchhoff): shares of q b²',
    [
      ['larger principal moment', 0.0191, () => morley().most, '–', 0.04],
      ['smaller principal moment', 0.0108, () => morley().least, '–', 0.07],
    ],
  ),
];

// ——— walls, temperature
const wallTip = (triangles: boolean) =>
  kept(() => {
    const g = gridOf(4, 12, (s, t) => [3 * s, 0, 12 * t], triangles);
    // seen from −y the corners run anticlockwise
    const { u } = solveShells({
      nodes: g.nodes,
      elements: g.elements,
      section: { E: 30e9, poisson: 0.2, thickness: 0.25, behaviour: 'shell' },
      held: (_, [, , z]) => (near(z, 0) ? all : none),
      loads: new Map([0, 1, 2, 3, 4].map((i) => [g.at(i, 12), [(1e6 * (i % 4 === 0 ? 1 : 2)) / 8, 0, 0, 0, 0, 0]])),
    });
    return u[6 * g.at(2, 12)];
  });
const inertia = (0.25 * 3 ** 3) / 12;
const wallDrift = (1e6 * 12 ** 3) / (3 * 30e9 * inertia) + (1.2 * 1e6 * 12) / (12.5e9 * 0.75);
const warmed = (initial: NonNullable<ShellStructure['initial']>, held: ShellStructure['held']) =>
  kept(() => {
    const g = gridOf(6, 6, (s, t) => [6 * (s + 0.03 * Math.sin(9 * t)), 6 * t, 0]);
    const solved = solveShells({
      nodes: g.nodes,
      elements: g.elements,
      section: { E: 30e9, poisson: 0.2, thickness: 0.2, behaviour: 'shell' },
      held,
      initial,
    });
    return { solved, g };
  });
const alpha = 1e-5;
const clampedHeat = warmed({ membrane: [20 * alpha, 20 * alpha, 0], bending: [0, 0, 0] }, (_, [x, y]) =>
  near(y, 0) || near(y, 6) || x < 0.2 || x > 5.8 ? all : none,
);
const bowed = warmed({ membrane: [0, 0, 0], bending: [(-10 * alpha) / 0.2, (-10 * alpha) / 0.2, 0] }, (node) =>
  node === 0 ? all : none,
);
const wallCases = [
  ...cases('Wall as a cantilever', 'beam with shear deformation, P L³/(3 E I) + 1.2 P L/(G A)', [
    ['drift, 4 × 12 quadrilaterals', wallDrift, wallTip(false), 'm', 0.02],
    ['drift, 4 × 12 pairs of triangles', wallDrift, wallTip(true), 'm', 0.02],
  ]),
  ...cases('Temperature', 'free and fully held plates: closed forms', [
    [
      'held all round, +20 K: nx in the worst corner',
      (-30e9 * 0.2 * 20 * alpha) / 0.8,
      () => worst(clampedHeat().solved, 0, (-30e9 * 0.2 * 20 * alpha) / 0.8),
      'N/m',
      1e-9,
    ],
    [
      'held at one corner, bottom 10 K warmer: rise of the far corner',
      ((10 * alpha) / 0.2) * (((6 + 0.18 * Math.sin(9)) ** 2 + 6 * 6) / 2),
      () => bowed().solved.u[6 * bowed().g.at(6, 6) + 2],
      'm',
      1e-9,
    ],
    [
      'held at one corner, bottom 10 K warmer: mx in the worst corner',
      0,
      () => worst(bowed().solved, 3, 0),
      'N·m/m',
      1e-6,
    ],
  ]),
];

/** All of them. */
export const shellCases: BookCase[] = [
  ...patchCases,
  ...straightCases,
  ...bentBeamCases,
  ...curvedCases,
  ...standardPlates,
  ...thicknessCases,
  ...orthotropicCases,
  ...circularCases,
  ...pointCases,
  ...wallCases,
];

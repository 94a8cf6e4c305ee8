import { wallParts } from '../../../model';
import { caseWeights } from '../../state';
import { couplingForces, pierForces } from '../../wall-part-forces';
import { flangedBeam, flangedForces } from '../../flanged-beam';
import { shownParts } from '../../shown';
import { cases, type BookCase } from './case';
import { analysed, answer, fixed, type LoadSpec, type Records, type Structure } from './structure';

/** Walls that carry buildings: cantilevers with and without flanges, coupled walls, their piers and beams; beams with slabs. */
type Place = readonly [number, number, number];
const E = 30e9;
const G = E / 2;

interface Panel {
  readonly corners: readonly Place[];
  readonly thickness: number;
  readonly openings?: readonly (readonly Place[])[];
}

/** Walls fixed along their feet at level 0; ν = 0. */
function standing(walls: readonly Panel[], size: number, loads: readonly LoadSpec[], more: Partial<Structure> = {}) {
  const places: Place[] = [];
  const node = (place: Place): string => {
    const found = places.findIndex((one) => one.every((value, k) => Math.abs(value - place[k]) < 1e-9));
    if (found < 0) places.push(place);
    return `n${found < 0 ? places.length : found + 1}`;
  };
  const records = walls.map(({ corners, thickness, openings = [] }, i) => ({
    id: `w${i + 1}`,
    corners: corners.map(node),
    openings: openings.map((ring) => ring.map(node)),
    thickness,
    material: 't1',
    behaviour: 'shell',
    meshSize: size,
  }));
  const lineSupports = walls.map(({ corners }, i) => {
    const [start, end] = corners.filter(([, , z]) => z === 0).map(node);
    return { id: `j${i + 1}`, start, end, support: fixed };
  });
  const structure: Structure = {
    E,
    poisson: 0,
    members: [],
    loads,
    ...more,
    nodes: places.map((position) => ({ position: [...position] })),
    records: { walls: records, lineSupports } as unknown as Records,
  };
  return { structure, node: (place: Place) => Number(node(place).slice(1)) };
}

/** An answer that is found once. */
function once<T>(make: () => T): () => T {
  let found: T | undefined;
  return () => (found ??= make());
}
const upright = (from: Place, to: Place, height: number): Place[] => [
  from,
  to,
  [to[0], to[1], height],
  [from[0], from[1], height],
];
const along = (start: Place, end: Place, direction: 'x' | 'y' | 'z', value: number): LoadSpec => ({
  type: 'line',
  start: [...start],
  end: [...end],
  valueFrom: value,
  valueTo: value,
  direction,
});

// an I of three walls: a web of 4 m along x, flanges of 3 m along y
const [H, d, b, t] = [30, 4, 3, 0.3];
const P = 1e6;
const iShape = (loads: readonly LoadSpec[], high = H, thickness = t) =>
  standing(
    [
      { corners: upright([0, 0, 0], [d, 0, 0], high), thickness },
      { corners: upright([0, -b / 2, 0], [0, b / 2, 0], high), thickness },
      { corners: upright([d, -b / 2, 0], [d, b / 2, 0], high), thickness },
    ],
    0.5,
    loads,
  );
const I = 2 * b * t * (d / 2) ** 2 + (t * d ** 3) / 12 + (2 * b * t ** 3) / 12;
const bent = once(() => {
  const { structure, node } = iShape([along([0, 0, H], [d, 0, H], 'x', P / d)]);
  return { ...answer(structure), node };
});
/** So low and thin that its flanges keep it from twisting, not the twist of its walls, of which some is lost where these meet. */
const [low, thin] = [12, 0.1];
const twisted = once(() => {
  const { structure, node } = iShape(
    [along([0, -b / 2, low], [0, b / 2, low], 'y', -P / b), along([d, -b / 2, low], [d, b / 2, low], 'y', P / b)],
    low,
    thin,
  );
  return { ...answer(structure), node };
});
const flangePull = (found: ReturnType<typeof bent>, wall: string) => {
  const pier = wallParts(found.model).piers.find((one) => one.wall.id === wall)!;
  return pierForces(found.model, found.solution, pier, 'foot', caseWeights(found.solution, 'c1'))!;
};
const J = ((d + 2 * b) * thin ** 3) / 3;
const warping = (((thin * b ** 3) / 12) * d ** 2) / 2;
const lambda = Math.sqrt((G * J) / (E * warping));
const torque = P * d;

const plain = once(() => {
  const { structure, node } = standing([{ corners: upright([0, 0, 0], [4, 0, 0], 24), thickness: 0.25 }], 0.5, [
    along([0, 0, 0], [0, 0, 24], 'x', 10e3),
  ]);
  return { ...answer(structure), node };
});
const plainI = (0.25 * 4 ** 3) / 12;

const cantilevers = cases(
  'Walls as cantilevers',
  'beam theory with shear (Cowper’s 5/6 for a rectangle, the web for an I); Vlasov’s torsion with restrained warping, θ = T (H − tanh(λH) / λ) / GJ',
  [
    [
      'plain wall, even push: movement of its head',
      (10e3 * 24 ** 4) / (8 * E * plainI) + (10e3 * 24 ** 2) / (2 * G * ((5 / 6) * 0.25 * 4)),
      () => plain().moved(plain().node([4, 0, 24]), 0),
      'm',
      5e-3,
    ],
    ['plain wall: moment at its foot, w H² / 2', (10e3 * 24 ** 2) / 2, () => flangePull(plain(), 'w1').M, 'N·m', 1e-8],
    [
      'an I of three walls pushed along its web: movement of its head',
      (P * H ** 3) / (3 * E * I) + (P * H) / (G * d * t),
      () => bent().moved(bent().node([d, 0, H]), 0),
      'm',
      1e-2,
    ],
    [
      'an I of three walls: pull of the flange at its foot, M A y / I',
      ((P * H) / I) * b * t * (d / 2),
      () => flangePull(bent(), 'w2').N,
      'N',
      2e-2,
    ],
    [
      'an I of three walls twisted at its head: turn, with the shear of the flanges',
      (torque / (G * J)) * (low - Math.tanh(lambda * low) / lambda) + (2 * P * low) / (G * (5 / 6) * b * thin) / d,
      () => {
        const found = twisted();
        return (found.moved(found.node([d, 0, low]), 1) - found.moved(found.node([0, 0, low]), 1)) / d;
      },
      'rad',
      2e-2,
    ],
    [
      'an I of three walls twisted at its head: bending of a flange at its foot, T tanh(λH) / (λ d)',
      (torque * Math.tanh(lambda * low)) / lambda / d,
      () => Math.abs(flangePull(twisted(), 'w3').M),
      'N·m',
      2e-2,
    ],
  ],
);

// two walls of 5 m, 15 storeys of 3 m, coupled by slender beams of 3 m
const [storeys, h, wide, span, depth, thick] = [15, 3, 5, 3, 0.45, 0.25];
const total = storeys * h;
const w = 20e3;
const coupled = once(() => {
  const openings = Array.from({ length: storeys }, (_, i): Place[] => {
    const z = i * h;
    return [
      [wide, 0, z],
      [wide + span, 0, z],
      [wide + span, 0, z + h - depth],
      [wide, 0, z + h - depth],
    ];
  });
  const { structure, node } = standing(
    [{ corners: upright([0, 0, 0], [2 * wide + span, 0, 0], total), thickness: thick, openings }],
    0.5,
    // from both sides, so that neither wall is pushed through the beams
    [
      along([0, 0, 0], [0, 0, total], 'x', w / 2),
      along([2 * wide + span, 0, 0], [2 * wide + span, 0, total], 'x', w / 2),
    ],
    { storeys: Array.from({ length: storeys + 1 }, (_, i) => i * h) },
  );
  const found = answer(structure);
  return { ...found, node, parts: wallParts(found.model), weights: caseWeights(found.solution, 'c1') };
});
const A1 = wide * thick;
const I1 = (thick * wide ** 3) / 12;
const apart = wide + span;
const Ib = (thick * depth ** 3) / 12;
const beamI = Ib / (1 + (12 * E * Ib * 1.2) / (span ** 2 * G * thick * depth));
const k2 = 1 + (2 * A1 * 2 * I1) / (A1 ** 2 * apart ** 2);
const beta = Math.sqrt((k2 * 12 * beamI * apart ** 2) / (span ** 3 * h * 2 * I1));
// N″ − β² N = − (β² / k² l) M with N′(0) = 0 and N(H) = 0
const B = (w * total) / (k2 * apart * beta);
const A = -(w / (k2 * apart * beta ** 2) + B * Math.sinh(beta * total)) / Math.cosh(beta * total);
const pull = (z: number) =>
  (w * ((total - z) ** 2 / 2 + 1 / beta ** 2)) / (k2 * apart) + A * Math.cosh(beta * z) + B * Math.sinh(beta * z);
const pier = (number: number, storey: string) =>
  coupled().parts.piers.find((one) => one.number === number && one.storey?.label === storey)!;
const atFoot = (number: number) =>
  pierForces(coupled().model, coupled().solution, pier(number, '1'), 'foot', coupled().weights)!;
const beamShear = (storey: string) => {
  const { model, solution, parts, weights } = coupled();
  const beam = parts.beams.find((one) => one.storey?.label === storey)!;
  return -couplingForces(model, solution, beam, 'middle', weights)!.V;
};
const coupledWalls = cases(
  'Coupled walls',
  'the continuous medium (Stafford Smith & Coull, Tall Building Structures, ch. 10): N″ − (kα)² N = − α² M / l; beams with shear. It leaves out that the walls give where the beams end, which takes some percent off what they couple',
  [
    ['pull in the wall on the side of the push, at its foot', pull(0), () => atFoot(1).N, 'N', 5e-2],
    ['the other wall: the same in compression', -pull(0), () => atFoot(2).N, 'N', 5e-2],
    [
      'statics: M of both walls and N l are the moment of the push',
      (w * total ** 2) / 2,
      () => atFoot(1).M + atFoot(2).M + ((atFoot(1).N - atFoot(2).N) / 2) * apart,
      'N·m',
      1e-8,
    ],
    ['shear of the beam of the fifth storey', pull(4.5 * h) - pull(5.5 * h), () => beamShear('5'), 'N', 8e-2],
    ['shear of the beam of the tenth storey', pull(9.5 * h) - pull(10.5 * h), () => beamShear('10'), 'N', 8e-2],
  ],
);

const slender = once(() => {
  const { structure } = standing([{ corners: upright([0, 0, 0], [2, 0, 0], 30), thickness: 0.3 }], 0.5, [], {
    density: 2500,
    selfWeight: true,
  });
  return analysed(structure, 'modal', {
    type: 'modal',
    masses: [{ case: 'c1', factor: 1 }],
    count: 3,
    massMatrix: 'consistent',
    verticalMass: true,
  }).result.modes;
});
const frequency = (across: number) => 1.875104069 ** 2 * Math.sqrt((E * across ** 2) / (12 * 2500 * 30 ** 4));
const frequencies = cases('Frequencies of walls', 'cantilever with even mass, βL = 1.875', [
  ['a wall of 30 × 2 m across its plane', frequency(0.3), () => slender()[0].omega, 'rad/s', 5e-3],
  ['a wall of 30 × 2 m in its plane', frequency(2), () => slender()[2].omega, 'rad/s', 1e-2],
]);

// a beam of 300 × 500 below a strip of slab 200 × 1,000 over 12 m, as one section
const [L, strip, slab, q] = [12, 1, 0.2, 10e3];
const tee = once(() => {
  const line = { ux: false, uy: false, uz: true, rx: false, ry: false, rz: false };
  const corners = [
    [0, 0, 0],
    [L, 0, 0],
    [L, strip, 0],
    [0, strip, 0],
  ];
  const structure: Structure = {
    E,
    poisson: 0,
    shape: { type: 'rectangle', depth: 0.5, width: 0.3 },
    nodes: [
      ...corners.map((position) => ({ position: position as [number, number, number] })),
      { position: [0, strip / 2, 0], support: { ...line, ux: true, uy: true, rz: true } },
      { position: [L, strip / 2, 0], support: line },
    ],
    members: [[5, 6, { role: 'beam', axisPosition: 'top', flange: { left: strip / 2, right: strip / 2 } }]],
    loads: [along([0, strip / 2, 0], [L, strip / 2, 0], 'z', -q)],
    records: {
      slabs: [
        {
          id: 'b1',
          corners: ['n1', 'n2', 'n3', 'n4'],
          thickness: slab,
          material: 't1',
          behaviour: 'shell',
          meshSize: 0.25,
          plane: 'top',
        },
      ],
      lineSupports: [
        { id: 'j1', start: 'n1', end: 'n4', support: line },
        { id: 'j2', start: 'n2', end: 'n3', support: line },
      ],
    } as unknown as Records,
  };
  return answer(structure, 1e-9);
});
const [Aw, As] = [0.3 * 0.5, strip * slab];
// slab and beam both hang from the plane of the nodes
const [zw, zs] = [0.25, slab / 2];
const centre = (Aw * zw + As * zs) / (Aw + As);
const Iw = (0.3 * 0.5 ** 3) / 12;
const Itee = Iw + Aw * (zw - centre) ** 2 + (strip * slab ** 3) / 12 + As * (zs - centre) ** 2;
const most = (q * L ** 2) / 8;
const beamWithSlab = () => {
  const { model, solution } = tee();
  const beam = flangedBeam(model, solution, 'm1')!;
  const [part] = shownParts(model, solution, { kind: 'case', id: 'c1' });
  return flangedForces(model, solution, beam, beam.sections[5], part);
};
const flanged = cases('A beam with its slab', 'composite theory of beams, plane sections', [
  ['moment of both together half-way, q L² / 8', most, () => beamWithSlab().My, 'N·m', 1e-7],
  ['moment of the beam alone, M Iw / I', (most * Iw) / Itee, () => tee().force(1, 'My', L / 2), 'N·m', 1.5e-2],
  ['pull of the beam, M A e / I', (most * Aw * (zw - centre)) / Itee, () => tee().force(1, 'N', L / 2), 'N', 1e-2],
  ['no axial force in both together', 0, () => beamWithSlab().N, 'N', 1e-9, most],
]);

export const floorWallsCases: readonly BookCase[] = [...cantilevers, ...coupledWalls, ...frequencies, ...flanged];

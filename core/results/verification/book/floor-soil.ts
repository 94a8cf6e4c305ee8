import { valuesAt, shownParts } from '../../index';
import { cases, type BookCase } from './case';
import { answer, type LoadSpec, type Records, type Structure } from './structure';

/** Slabs on soil: strips against Hetényi, and what lifts off against one-dimensional solutions. */
type Place = [number, number, number];
const E = 30e9;
const free = { ux: false, uy: false, uz: false, rx: false, ry: false, rz: false };

interface Raft {
  readonly corners: readonly Place[];
  readonly thickness: number;
  readonly size: number;
  readonly soil: object;
  readonly loads: readonly LoadSpec[];
  readonly more?: Partial<Omit<Structure, 'records'>>;
}

/** A slab on soil under combination u1, which is solved as a whole where it can lift off. */
function onSoil({ corners, thickness, size, soil, loads, more = {} }: Raft) {
  const found = answer({
    E,
    poisson: 0,
    members: [],
    loads,
    order: 'first',
    ...more,
    nodes: [
      ...corners.map((position, i) => ({
        position,
        // in its plane it is held so that it can stretch
        support: { ...free, ux: i === 0, uy: i < 2 },
      })),
      ...(more.nodes ?? []),
    ],
    records: {
      slabs: [
        {
          id: 'b1',
          corners: corners.map((_, i) => `n${i + 1}`),
          thickness,
          material: 't1',
          behaviour: 'shell',
          meshSize: size,
          soil,
        },
      ],
    } as unknown as Records,
  });
  const parts = shownParts(found.model, found.solution, { kind: 'combination', id: 'u1' });
  return {
    ...found,
    at: (quantity: 'w' | 'p' | 'mx', place: Place) => valuesAt(found.solution, parts, 'b1', quantity, place)[0].value,
  };
}
function once<T>(make: () => T): () => T {
  let made: { value: T } | undefined;
  return () => (made ??= { value: make() }).value;
}
const rectangle = (x: number, y: number): Place[] => [
  [0, 0, 0],
  [x, 0, 0],
  [x, y, 0],
  [0, y, 0],
];

/** A strip 1 m wide and 0.3 m thick, loaded by a line across its middle. */
const [depth, k, load, length] = [0.3, 40e6, 200e3, 30];
const EI = (E * depth ** 3) / 12;
const lambda = (k / (4 * EI)) ** 0.25;
const across = (x: number): LoadSpec => ({
  type: 'line',
  start: [x, 0, 0],
  end: [x, 1, 0],
  valueFrom: -load,
  valueTo: -load,
  direction: 'z',
});
const strip = (pushes: boolean, x: number, size: number) =>
  once(() =>
    onSoil({
      corners: rectangle(length, 1),
      thickness: depth,
      size,
      soil: { across: k, pushes },
      loads: [across(x)],
      more: {
        nodes: [{ position: [x, 0, 0] }, { position: [x, 1, 0] }],
      },
    }),
  );
const bonded = strip(false, length / 2, 0.25);
const atEnd = strip(false, 0, 0.25);
const loose = strip(true, length / 2, 0.125);
const middle: Place = [length / 2, 0.5, 0];
const coth = 1 / Math.tanh(Math.PI / 2);
/** How far from the middle the strip stays down. */
const contact = (): number => {
  const at = (x: number) => -loose().at('w', [length / 2 + x, 0.5, 0]);
  let [low, high] = [0, length / 2 - 0.1];
  for (let i = 0; i < 40; i++) {
    const half = (low + high) / 2;
    if (at(half) > 0) low = half;
    else high = half;
  }
  return low;
};

const strips = cases(
  'Strips on soil',
  'Hetényi, Beams on Elastic Foundation, λ⁴ = k / 4 E I: long strip P λ / 2 k, P / 4 λ, e^(−λx)(cos λx ± sin λx); at its end 2 P λ / k. Shear of the plate is a part of a per cent',
  [
    ['line in the middle: movement', (-load * lambda) / (2 * k), () => bonded().at('w', middle), 'm', 1.5e-2],
    ['line in the middle: pressure', (load * lambda) / 2, () => bonded().at('p', middle), 'N/m²', 1.5e-2],
    ['line in the middle: moment', load / (4 * lambda), () => bonded().at('mx', middle), 'N·m/m', 2e-2],
    [
      'moment at 3 m from it',
      (load / (4 * lambda)) * Math.exp(-3 * lambda) * (Math.cos(3 * lambda) - Math.sin(3 * lambda)),
      () => bonded().at('mx', [length / 2 + 3, 0.5, 0]),
      'N·m/m',
      2e-2,
    ],
    ['line at its end: movement', (-2 * load * lambda) / k, () => atEnd().at('w', [0, 0.5, 0]), 'm', 1e-2],
  ],
);
const lifting = cases(
  'Strips that lift off',
  'Hetényi §26, a weightless strip stays down over π / λ: there the ends of a free strip do not move; P λ coth(π/2) / 2 k, P coth(π/2) / 4 λ',
  [
    ['half the length that stays down', Math.PI / (2 * lambda), contact, 'm', 2e-2],
    ['movement in the middle', ((-load * lambda) / (2 * k)) * coth, () => loose().at('w', middle), 'm', 1e-2],
    ['moment in the middle', (load / (4 * lambda)) * coth, () => loose().at('mx', middle), 'N·m/m', 2e-2],
  ],
);

/** A stiff block of 4 × 2 m under a line load whose resultant lies outside of the kernel. */
const [width, breadth, force] = [4, 2, 100e3];
const block = (eccentricity: number) =>
  once(() =>
    onSoil({
      corners: rectangle(width, breadth),
      thickness: 2,
      size: 0.2,
      soil: { across: 1e6, pushes: true },
      loads: [
        {
          type: 'line',
          start: [width / 2 + eccentricity, 0, 0],
          end: [width / 2 + eccentricity, breadth, 0],
          valueFrom: -force,
          valueTo: -force,
          direction: 'z',
        },
      ],
    }),
  );
const inside = block(0.5);
const outside = block(1.2);
const lever = width / 2 - 1.2;
const blocks = cases(
  'A stiff block on soil',
  'statics: P / A ± P e / W inside of the kernel; outside of it a triangle over three times the distance to the edge, 2 P / 3 u b at its edge',
  [
    [
      'inside of the kernel: pressure at the near edge',
      (force / width) * (1 + (6 * 0.5) / width),
      () => inside().at('p', [width, breadth / 2, 0]),
      'N/m²',
      5e-3,
    ],
    [
      'inside of the kernel: pressure at the far edge',
      (force / width) * (1 - (6 * 0.5) / width),
      () => inside().at('p', [0, breadth / 2, 0]),
      'N/m²',
      2e-2,
    ],
    [
      'outside of the kernel: pressure at the near edge',
      (2 * force) / (3 * lever),
      () => outside().at('p', [width, breadth / 2, 0]),
      'N/m²',
      1e-2,
    ],
    [
      'outside of the kernel: share of the area that is lifted off, by nodes 0.2 m apart',
      1 - (3 * lever) / width,
      () => outside().solution.cases.find(({ id }) => id === 'u1')!.iterations!.lifted![0].share,
      '–',
      8e-2,
    ],
    [
      'outside of the kernel: nothing where it is lifted off',
      0,
      () => outside().at('p', [0.5, breadth / 2, 0]),
      'N/m²',
      1e-9,
      force,
    ],
  ],
);

export const floorSoilCases: readonly BookCase[] = [...strips, ...lifting, ...blocks];

import { solveNow, type Solution } from '../fem';
import { wallParts, type CouplingBeam, type Model, type Pier } from '../model';
import { build, fixed, type Records } from './verification/book/structure';
import { caseWeights, couplingForces, pierForces } from './index';

const solved = (model: Model): Solution => {
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  return solution;
};

type Point = [number, number, number];
interface WallOf {
  /** distances along the wall and heights, m */
  readonly outline: readonly (readonly [number, number])[];
  readonly openings?: readonly (readonly (readonly [number, number])[])[];
  readonly fields?: object;
}
const box = (s0: number, z0: number, s1: number, z1: number) =>
  [
    [s0, z0],
    [s1, z0],
    [s1, z1],
    [s0, z1],
  ] as const;

/** Walls in one plane through the origin, turned in plan, loaded at places of theirs by forces along the wall and down. */
function rowOf(
  walls: readonly WallOf[],
  levels: readonly number[],
  loads: readonly { at: readonly [number, number]; along?: number; down?: number; out?: number }[] = [],
  turn = 0,
  flipped: readonly number[] = [],
): Model {
  const nodes: { position: Point }[] = [];
  const ids = new Map<string, string>();
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const node = ([along, z]: readonly [number, number]): string => {
    const key = `${along} ${z}`;
    if (!ids.has(key)) {
      nodes.push({ position: [along * c, along * s, z] });
      ids.set(key, `n${nodes.length}`);
    }
    return ids.get(key)!;
  };
  const records = walls.map(({ outline, openings = [], fields = {} }, i) => ({
    id: `w${i + 1}`,
    thickness: 0.25,
    material: 't1',
    behaviour: 'shell',
    meshSize: 0.5,
    corners: flipped.includes(i) ? [...outline].reverse().map(node) : outline.map(node),
    openings: openings.map((ring) => ring.map(node)),
    ...fields,
  }));
  const feet = walls.flatMap(({ outline }) => {
    const at = outline.filter(([, z]) => z === 0).map(([along]) => along);
    return at.length > 0 ? [[Math.min(...at), Math.max(...at)]] : [];
  });
  const lineSupports = feet.map(([a, b], i) => ({
    id: `j${i + 1}`,
    start: node([a, 0]),
    end: node([b, 0]),
    support: fixed,
  }));
  const forces = loads.map(({ at, along = 0, down = 0, out = 0 }) => ({
    type: 'node',
    node: node(at),
    force: [along * c - out * s, along * s + out * c, -down],
    moment: [0, 0, 0],
  }));
  return build({
    E: 30e9,
    poisson: 0.2,
    nodes,
    shape: { type: 'rectangle', depth: 0.4, width: 0.4 },
    members: [],
    storeys: levels,
    loads: forces as never,
    records: { walls: records, lineSupports } as unknown as Records,
  });
}

const named = (parts: readonly (Pier | CouplingBeam)[]) =>
  parts.map(({ name, storey }) => `${name} @ ${storey?.label ?? '–'}`);
const doors = (levels: readonly number[], from: number, to: number, high = 2.2) =>
  levels.slice(0, -1).map((z) => box(from, z, to, z + high));

test('a wall with a door in every storey is two piers and a beam a storey, the same from walls storey by storey', () => {
  const levels = [0, 3, 6, 9];
  const whole = wallParts(rowOf([{ outline: box(0, 0, 7, 9), openings: doors(levels, 3, 4.2) }], levels));
  expect(named(whole.piers)).toEqual([
    'w1 pier 1 @ 1',
    'w1 pier 2 @ 1',
    'w1 pier 1 @ 2',
    'w1 pier 2 @ 2',
    'w1 pier 1 @ 3',
    'w1 pier 2 @ 3',
  ]);
  expect(named(whole.beams)).toEqual(['w1 beam 1 @ 1', 'w1 beam 1 @ 2', 'w1 beam 1 @ 3']);
  expect(whole.piers.map(({ length, height }) => [length, height])).toEqual(
    Array.from({ length: 3 }, () => [
      [3, 2.2],
      [expect.closeTo(2.8, 9), 2.2],
    ])
      .flat()
      .map(([length, height]) => [length, expect.closeTo(height as number, 9)]),
  );
  for (const { span, depth, couples } of whole.beams) {
    expect(span).toBeCloseTo(1.2, 9);
    expect(depth).toBeCloseTo(0.8, 9);
    expect(couples.map((key) => whole.piers.find((one) => one.key === key)!.number)).toEqual([1, 2]);
  }
  // up the column of a pier and down again
  const first = whole.piers[0];
  const second = whole.piers.find(({ key }) => key === first.above)!;
  expect(second.below).toBe(first.key);
  expect(second.number).toBe(1);
  const apart = wallParts(
    rowOf(
      levels.slice(0, -1).map((z) => ({ outline: box(0, z, 7, z + 3), openings: [box(3, z, 4.2, z + 2.2)] })),
      levels,
      [],
      0.7,
      [1],
    ),
  );
  expect(named(apart.piers)).toEqual([
    'w1 pier 1 @ 1',
    'w1 pier 2 @ 1',
    'w2 pier 1 @ 2',
    'w2 pier 2 @ 2',
    'w3 pier 1 @ 3',
    'w3 pier 2 @ 3',
  ]);
  expect(apart.beams.map(({ depth }) => depth)).toEqual([0.8, 0.8, 0.8].map((depth) => expect.closeTo(depth, 9)));
});

test('windows: a beam from lintel to sill over storeys and walls, and a sill at the bottom', () => {
  const levels = [0, 3, 6];
  const { piers, beams } = wallParts(
    rowOf(
      [0, 3].map((z) => ({ outline: box(0, z, 8, z + 3), openings: [box(3, z + 1, 5, z + 2.2)] })),
      levels,
    ),
  );
  expect(piers.map(({ foot, height }) => [foot.from[2], height])).toEqual(
    [1, 1, 4, 4].map((z) => [expect.closeTo(z, 9), expect.closeTo(1.2, 9)]),
  );
  expect(beams.map(({ depth, isSill, name, storey }) => [name, storey?.label, isSill, depth])).toEqual([
    ['w1 beam 1', '1', true, expect.closeTo(1, 9)],
    // over the window of the first storey, through its wall and into the next
    ['w2 beam 1', '1', false, expect.closeTo(1.8, 9)],
    ['w2 beam 1', '2', false, expect.closeTo(0.8, 9)],
  ]);
});

test('what divides: openings too low do not, unless the wall says so; names are its own; over a door alone a beam ends at the level', () => {
  const levels = [0, 3, 6];
  const openings = [box(2, 0, 3, 2.1), box(5, 2.2, 5.6, 2.8)];
  const of = (fields: object) => wallParts(rowOf([{ outline: box(0, 0, 7, 6), openings, fields }], levels));
  const usual = of({});
  expect(named(usual.piers)).toEqual(['w1 pier 1 @ 1', 'w1 pier 2 @ 1', 'w1 @ 2']);
  expect(usual.passedOver.get('w1')).toBe(1);
  // over the door the wall goes on whole: the beam ends at the storey's level, and says so
  expect(usual.beams.map(({ depth, goesOn }) => [depth, goesOn])).toEqual([[expect.closeTo(0.9, 9), true]]);
  expect(of({ dividedFrom: 3 }).piers).toHaveLength(2);
  const all = of({
    dividedFrom: 0,
    label: 'Core',
    partNames: [
      { part: 'pier', number: 2, name: 'P2' },
      { part: 'pier', number: 2, storey: 'h3', name: 'P2 up' },
      { part: 'pier', number: 1, storey: 'h2', name: 'Nose' },
    ],
  });
  expect(all.passedOver.size).toBe(0);
  expect(named(all.piers)).toEqual(['Nose @ 1', 'P2 @ 1', 'Core @ 2']);
});

test('piers and beams of a loaded wall are in equilibrium with each other and with the loads, whichever way walls were drawn', () => {
  const levels = [0, 3, 6, 9];
  const loads = [
    ...levels.slice(1).map((z) => ({ at: [0, z] as const, along: 50e3 })),
    { at: [7, 9] as const, down: 200e3 },
    { at: [0, 9] as const, out: 3e3 },
  ];
  for (const [turn, flipped] of [
    [0, []],
    [2.8, [0, 2]],
    [Math.PI / 2, [1]],
  ] as const) {
    const model = rowOf(
      levels.slice(0, -1).map((z) => ({ outline: box(0, z, 7, z + 3), openings: [box(3, z, 4, z + 2.2)] })),
      levels,
      loads,
      turn,
      flipped,
    );
    const solution = solved(model);
    const weights = caseWeights(solution, 'c1');
    const { piers, beams } = wallParts(model);
    // along grows as x does, or y where a wall runs more that way
    const way = Math.cos(turn) < -0.5 ? -1 : 1;
    for (const at of ['foot', 'head'] as const)
      levels.slice(1).forEach((_, i) => {
        const storey = piers.filter((pier) => pier.storey?.label === String(i + 1));
        const forces = storey.map((pier) => pierForces(model, solution, pier, at, weights)!);
        expect(storey).toHaveLength(2);
        expect(forces.reduce((sum, { N }) => sum + N, 0) / -200e3).toBeCloseTo(1, 8);
        expect(forces.reduce((sum, { V }) => sum + V, 0) / (-way * 50e3 * (3 - i))).toBeCloseTo(1, 8);
        expect(forces.reduce((sum, { Vz }) => sum + Math.abs(Vz), 0)).toBeGreaterThan(1e3);
        const [x, y] = [0, 1].map((k) => forces.reduce((sum, { shear }) => sum + shear[k], 0));
        expect(x).toBeCloseTo(50e3 * (3 - i) * Math.cos(turn) - 3e3 * Math.sin(turn), 2);
        expect(y).toBeCloseTo(50e3 * (3 - i) * Math.sin(turn) + 3e3 * Math.cos(turn), 2);
        // moments of both about a point of the foot, from forces about centroids: those of the loads
        const z = storey[0][at].from[2];
        const about = storey.reduce((sum, pier, k) => {
          const s =
            ((pier[at].from[0] + pier[at].to[0]) * pier.along[0] +
              (pier[at].from[1] + pier[at].to[1]) * pier.along[1]) /
            2;
          // tension, positive, at a place s bends as M does with tension where s is small
          return sum + forces[k].M - forces[k].N * s;
        }, 0);
        const over = levels.slice(1).filter((level) => level > z + 1e-9);
        // a force the way s grows at a height puts tension where s is small
        const expected = over.reduce((sum, level) => sum + way * 50e3 * (level - z), 0) + 200e3 * way * 7;
        expect(about / expected).toBeCloseTo(1, 8);
      });
    beams.forEach((beam, i) => {
      const [start, middle, end] = (['start', 'middle', 'end'] as const).map((at) =>
        couplingForces(model, solution, beam, at, weights)!,
      );
      // no load on it: shear stays and the moment runs with it
      expect(end.V / start.V).toBeCloseTo(1, 7);
      expect(middle.V / start.V).toBeCloseTo(1, 7);
      expect((end.M - start.M) / (start.V * beam.span)).toBeCloseTo(1, 7);
      expect((middle.M - start.M) / ((start.V * beam.span) / 2)).toBeCloseTo(1, 7);
      // what a pier takes on between its head and the foot above is the shear of the beam at its face
      const pier = piers.find(({ key }) => key === beam.couples[1])!;
      const above = piers.find(({ key }) => key === pier.above);
      const gained =
        pierForces(model, solution, pier, 'head', weights)!.N -
        (above ? pierForces(model, solution, above, 'foot', weights)!.N : 0);
      const atTop = i === 2 && way === 1 ? -200e3 : 0;
      expect((gained - atTop) / end.V).toBeCloseTo(1, 6);
    });
  }
});

import fc from 'fast-check';
import { loadsByCase, resultantOf } from '../../loading';
import { applyAct, type Edit, type Model } from '../../model';
import { caseWeights, lineIndex, stationTable } from '../../results';
import { build, fixed, type Structure } from '../../results/verification/book/structure';
import { panelForces, runAnalysisNow, solveNow, type Solution } from '../index';

const concrete = { E: 30e9, poisson: 0.2, density: 2500 };
const hinged = { ux: true, uy: true, uz: true, rx: false, ry: false, rz: true };

type Records = Extract<Edit, { kind: 'add' }>['records'];
function withRecords(structure: Structure, records: Records): Model {
  const applied = applyAct(build(structure), { edits: [{ kind: 'add', records }] });
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}
function solved(model: Model): Solution {
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map((finding) => finding.sentence).join(' '));
  return solution;
}
const place = (x: number, y: number, z = 0): [number, number, number] => [x, y, z];
/** The node of the structure at a place. */
function nodeAt({ positions }: Solution, at: readonly number[]): number {
  for (let n = 0; n < positions.length / 3; n++)
    if (Math.hypot(positions[3 * n] - at[0], positions[3 * n + 1] - at[1], positions[3 * n + 2] - at[2]) < 1e-6)
      return n;
  throw new Error(`no node at ${at.join(', ')}`);
}
const rectangle = (w: number, h: number, z = 0) => [place(0, 0, z), place(w, 0, z), place(w, h, z), place(0, h, z)];
const slab = (more: object = {}) => ({
  id: 'b1',
  corners: ['n1', 'n2', 'n3', 'n4'],
  thickness: 0.2,
  material: 't1',
  behaviour: 'shell' as const,
  ...more,
});
const edges = (['n1 n2', 'n2 n3', 'n3 n4', 'n4 n1'] as const).map((pair, i) => {
  const [start, end] = pair.split(' ');
  return { id: `j${i + 1}`, start, end, support: hinged };
});

describe('a slab alone on line supports', () => {
  const q = 0.2 * 2500 * 9.80665;
  const D = (30e9 * 0.2 ** 3) / (12 * 0.96);
  const model = withRecords(
    { ...concrete, nodes: rectangle(6, 6).map((position) => ({ position })), members: [], selfWeight: true },
    { slabs: [slab()], lineSupports: edges },
  );
  const solution = solved(model);
  const [state] = solution.cases;

  test('needs no member, and deflects as Timoshenko and Woinowsky-Krieger have it', () => {
    const deflection = -state.displacements[6 * nodeAt(solution, [3, 3, 0]) + 2];
    // 0.00406 q a⁴ / D of the thin plate; shear and edges free to twist add about 1%
    expect(deflection / ((0.00406 * q * 6 ** 4) / D)).toBeCloseTo(1.01, 2);
    const [panel] = solution.panels!;
    const { nodes, values } = panelForces(solution, panel, { ...state, caseFactors: state.weights });
    const middle = nodes.indexOf(nodeAt(solution, [3, 3, 0]));
    // table 8: 0.0479 q a² at ν = 0.3, so 0.0479 / 1.3 × 1.2 at 0.2; edges free to twist add about 1%
    expect(values[8 * middle + 3] / (q * 36) / 0.0442).toBeCloseTo(1.01, 2);
    expect(values[8 * middle + 4] / values[8 * middle + 3]).toBeCloseTo(1, 6);
  });

  test('hands its supports all of its weight', () => {
    expect(state.applied[2]).toBeCloseTo(-36 * q, 6);
    expect(Math.abs(state.applied[2] + state.reacted[2])).toBeLessThan(1e-9 * 36 * q);
    expect(resultantOf(model, loadsByCase(model).get('c1')!).force[2]).toBeCloseTo(-36 * q, 6);
  });

  test('as a plate it has the same deflection, in its plane nothing', () => {
    const plate = solved(
      withRecords(
        { ...concrete, nodes: rectangle(6, 6).map((position) => ({ position })), members: [], selfWeight: true },
        { slabs: [slab({ behaviour: 'plate' })], lineSupports: edges },
      ),
    );
    const middle = 6 * nodeAt(plate, [3, 3, 0]);
    expect(plate.cases[0].displacements[middle + 2]).toBeCloseTo(
      state.displacements[6 * nodeAt(solution, [3, 3, 0]) + 2],
      12,
    );
    expect(plate.cases[0].displacements[middle]).toBe(0);
  });
});

test('an area load over part of a slab and part of a field goes to both, exactly', () => {
  const corners = [...rectangle(6, 4, 3), place(12, 0, 3), place(12, 4, 3)];
  const columns = [...corners].map(([x, y]) => place(x, y, 0));
  const model = withRecords(
    {
      ...concrete,
      nodes: [
        ...corners.map((position) => ({ position })),
        ...columns.map((position) => ({ position, support: fixed })),
      ],
      members: [
        ...[1, 2, 3, 4, 5, 6].map((n) => [n + 6, n] as const),
        ...([
          [1, 2],
          [2, 3],
          [3, 4],
          [4, 1],
          [2, 5],
          [5, 6],
          [6, 3],
        ] as const),
      ],
    },
    {
      slabs: [slab()],
      loads: [
        {
          id: 'l9',
          case: 'c1',
          type: 'area',
          region: { kind: 'nodes', corners: ['n1', 'n5', 'n6', 'n4'] },
          pressure: { type: 'uniform', value: 2000 },
          direction: 'z',
          reversed: true,
          projected: false,
          spread: { way: 'two' },
        },
      ],
    } as unknown as Records,
  );
  const solution = solved(model);
  const [state] = solution.cases;
  expect(state.applied[2]).toBeCloseTo(-2000 * 48, 6);
  expect(Math.abs(state.applied[2] + state.reacted[2])).toBeLessThan(1e-9 * 96000);
  const loads = loadsByCase(model).get('c1')!;
  expect(loads.panels).toHaveLength(1);
  const { force, moment } = resultantOf(model, loads);
  expect(force[2]).toBeCloseTo(-96000, 6);
  // about the origin: y F, −x F at the middle of the load
  expect(moment[0]).toBeCloseTo(-96000 * 2, 5);
  expect(moment[1]).toBeCloseTo(96000 * 6, 5);
});

describe('a beam with a slab as its flange', () => {
  const [b, L, t, h, w] = [1.2, 12, 0.2, 0.6, 0.3];
  const beam = (below: boolean) => {
    const model = withRecords(
      {
        ...concrete,
        poisson: 0,
        shape: { type: 'rectangle', depth: h, width: w },
        nodes: [
          { position: place(0, 0), support: { ...fixed, ry: false, rz: false } },
          { position: place(L, 0), support: { ...fixed, ux: false, ry: false, rz: false } },
          ...[place(0, -b / 2), place(L, -b / 2), place(L, b / 2), place(0, b / 2)].map((position) => ({ position })),
        ],
        members: [[1, 2, below ? { startOffset: [0, 0, -(h + t) / 2], endOffset: [0, 0, -(h + t) / 2] } : {}]],
        loads: [{ type: 'uniform', member: 'm1', axes: 'global', direction: 'z', value: -10000, from: 0, to: null }],
      },
      { slabs: [slab({ corners: ['n3', 'n4', 'n5', 'n6'], meshSize: 0.2 })] },
    );
    const solution = solved(model);
    const table = stationTable(solution);
    const stations = table.stations(0);
    const middle = stations.findIndex(({ x }) => Math.abs(x - L / 2) < 1e-9);
    const values = table.values(0, caseWeights(solution, 'c1'));
    const of = (name: keyof typeof lineIndex) => values[lineIndex[name] * stations.length + middle];
    const node = solution.cases[0].displacements[6 * nodeAt(solution, [L / 2, 0, 0]) + 2];
    return { My: of('My'), N: of('N'), w: of('w'), node };
  };
  const [A1, A2, e] = [w * h, b * t, (h + t) / 2];
  const [Ib, Is] = [(w * h ** 3) / 12, (b * t ** 3) / 12];
  const M = (10000 * L * L) / 8;
  const sag = (I: number) => (-5 * 10000 * L ** 4) / (384 * 30e9 * I);

  test('in the middle of the slab shares its moment by stiffness', () => {
    const { My, N, node, w: along } = beam(false);
    expect(node / sag(Ib + Is)).toBeCloseTo(1, 3);
    expect(My / ((M * Ib) / (Ib + Is))).toBeCloseTo(1, 3);
    expect(Math.abs(N)).toBeLessThan(1e-6 * M);
    // along the member the same line as the slab has, though it is cut into sixty pieces
    expect(along / node).toBeCloseTo(1, 9);
  });

  test('below it works with it by composite theory, a narrow flange within 2%', () => {
    const I = Ib + Is + ((A1 * A2) / (A1 + A2)) * e * e;
    const { My, N, node, w: along } = beam(true);
    expect(Math.abs(node / sag(I) - 1)).toBeLessThan(0.02);
    expect(Math.abs(My / ((M * Ib) / I) - 1)).toBeLessThan(0.02);
    expect(Math.abs(N / (((M * A1 * A2) / (A1 + A2)) * (e / I)) - 1)).toBeLessThan(0.02);
    expect(along / node).toBeCloseTo(1, 9);
  });
});

test('a wall on a slab, crossing beams and a hole share nodes: all forces are handed on', () => {
  // a slab with an opening and two crossing beams on four columns, a wall standing across it
  const corners = rectangle(8, 6, 3);
  const model = withRecords(
    {
      ...concrete,
      selfWeight: true,
      nodes: [
        ...corners.map((position) => ({ position })),
        ...corners.map(([x, y]) => ({ position: place(x, y, 0), support: fixed })),
        ...[place(5, 1, 3), place(6.5, 1, 3), place(6.5, 2.5, 3), place(5, 2.5, 3)].map((position) => ({ position })),
        ...[place(1, 4.2, 3), place(6, 4.2, 3), place(6, 4.2, 6), place(1, 4.2, 6)].map((position) => ({ position })),
      ],
      members: [...[1, 2, 3, 4].map((n) => [n + 4, n] as const), [1, 3], [2, 4]],
    },
    {
      slabs: [slab({ openings: [['n9', 'n10', 'n11', 'n12']], plane: 'top' })],
      walls: [{ ...slab(), id: 'w1', corners: ['n13', 'n14', 'n15', 'n16'], thickness: 0.25 }],
    },
  );
  const solution = solved(model);
  const [state] = solution.cases;
  const weight = 2500 * 9.80665 * ((48 - 2.25) * 0.2 + 15 * 0.25 + 0.04 * (4 * 3 + 20));
  expect(state.applied[2] / -weight).toBeCloseTo(1, 9);
  for (let i = 0; i < 6; i++) expect(Math.abs(state.applied[i] + state.reacted[i])).toBeLessThan(1e-8 * weight);
  // the wall's foot and the slab are one: no node stands twice at a place
  const seen = new Set<string>();
  for (let n = 0; n < solution.positions.length / 3; n++)
    seen.add(Array.from(solution.positions.subarray(3 * n, 3 * n + 3), (v) => v.toFixed(4)).join(' '));
  expect(seen.size).toBe(solution.positions.length / 3);
});

test('modes of a column that a soft wall cuts into pieces: forces along it are those of the column alone', () => {
  // a mast of 6 m with a mass on its top, in its lower half joined to a wall without weight and almost without stiffness
  const model = withRecords(
    {
      ...concrete,
      nodes: [
        { position: place(0, 0, 0), support: fixed },
        { position: place(0, 0, 6), mass: 5000 },
        { position: place(2, 0, 0), support: fixed },
        { position: place(2, 0, 3), support: fixed },
        { position: place(0, 0, 3) },
      ],
      members: [[1, 2]],
    },
    {
      materials: [
        {
          id: 't2',
          name: 'Soft',
          kind: 'concrete',
          standard: '',
          elasticModulus: 1e-3,
          poissonRatio: 0,
          density: 0,
          expansion: 0,
        },
      ],
      walls: [{ ...slab({ material: 't2', corners: ['n1', 'n3', 'n4', 'n5'] }), id: 'w1' }],
      analyses: [
        {
          id: 'a1',
          label: 'A1',
          type: 'modal',
          masses: [{ case: 'c1', factor: 1 }],
          count: 1,
          massMatrix: 'lumped',
          verticalMass: false,
        },
      ],
    } as unknown as Records,
  );
  const { outcome, findings } = runAnalysisNow(model, 'a1');
  if (outcome?.type !== 'modal') throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  const [mode] = outcome.result.modes;
  const I = 0.2 ** 4 / 12;
  // (3 E I / m h³)^½
  expect(mode.omega).toBeCloseTo(Math.sqrt((3 * 30e9 * I) / 5000 / 6 ** 3), 4);
  const force = (station: number, k: number) => mode.stations[6 * station + k];
  const along = Math.hypot(force(0, 4), force(0, 5));
  [0.25, 0.5, 0.75, 1].forEach((share, s) =>
    expect(Math.hypot(force(s + 1, 4), force(s + 1, 5)) / along).toBeCloseTo(1 - share, 6),
  );
  const [cut] = mode.cut;
  expect(cut.shares.length).toBeGreaterThan(4);
  // the cubic of a cantilever with a force at its end
  cut.shares.forEach((share, i) => {
    const moved = Math.hypot(cut.translations[3 * i], cut.translations[3 * i + 1]);
    const top = Math.hypot(...cut.translations.slice(-3, -1));
    expect(moved / top).toBeCloseTo((share * share * (3 - share)) / 2, 6);
  });
});

test('the mass of a beam that a slab cuts is its weight once, spread as its loads are', () => {
  const model = withRecords(
    {
      ...concrete,
      nodes: [
        ...rectangle(6, 4, 3).map((position) => ({ position })),
        ...rectangle(6, 4).map((position) => ({ position, support: fixed })),
      ],
      members: [...[1, 2, 3, 4].map((n) => [n + 4, n] as const), [1, 2]],
      loads: [
        {
          type: 'trapezoid',
          member: 'm5',
          axes: 'global',
          direction: 'z',
          valueFrom: -3000,
          valueTo: -9000,
          from: 1,
          to: 5,
        },
        { type: 'point', member: 'm5', axes: 'global', direction: 'z', value: -7000, at: 3 },
      ],
      storeys: [0, 3],
    },
    {
      slabs: [slab()],
      analyses: [
        {
          id: 'a1',
          label: 'A1',
          type: 'modal',
          masses: [{ case: 'c1', factor: 1 }],
          count: 1,
          massMatrix: 'lumped',
          verticalMass: true,
        },
      ],
    } as unknown as Records,
  );
  const { outcome } = runAnalysisNow(model, 'a1');
  if (outcome?.type !== 'modal') throw new Error('no modes');
  // (3 + 9) / 2 × 4 m and the point load
  expect(outcome.result.storeyWeights[1].weight).toBeCloseTo(24000 + 7000, 6);
});

test('a wall that is a membrane does not lean: second order and buckling stop, with the mend', () => {
  const withWall = (behaviour: 'shell' | 'membrane') =>
    withRecords(
      {
        ...concrete,
        order: 'second',
        nodes: [place(0, 0), place(3, 0), place(3, 0, 3), place(0, 0, 3)].map((position) => ({ position })),
        members: [],
        selfWeight: true,
      },
      {
        walls: [{ ...slab({ behaviour }), id: 'w1' }],
        lineSupports: [{ id: 'j1', start: 'n1', end: 'n2', support: fixed }],
        analyses: [{ id: 'a1', label: 'B', type: 'buckling', factors: [{ case: 'c1', factor: 1 }], count: 1 }],
      },
    );
  const membrane = withWall('membrane');
  const { solution, findings } = solveNow(membrane);
  expect(solution).toBeUndefined();
  const [told] = findings.filter((one) => one.rule === 'second-order-membranes');
  const { mend } = told;
  if (!mend || !('act' in mend)) throw new Error('no mend');
  const mended = applyAct(membrane, mend.act);
  expect(mended.ok && mended.model.walls.w1.behaviour).toBe('shell');
  expect(runAnalysisNow(membrane, 'a1').findings.map((one) => one.severity)).toEqual(['stop']);
  expect(solveNow(withWall('shell')).solution).toBeDefined();
  expect(runAnalysisNow(withWall('shell'), 'a1').outcome).toBeDefined();
});

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });

test('random floors with columns, a beam and an opening: loads are handed on to the last digit, and movements are mutual', () => {
  fc.assert(
    fc.property(
      fc
        .array(fc.tuple(between(0.05, 0.45), between(0.05, 0.95)), { minLength: 3, maxLength: 6 })
        // columns in one corner would let the floor hang in the air: an answer of fewer digits is right then
        .filter((list) => {
          const spread = (k: 0 | 1) => Math.max(...list.map((at) => at[k])) - Math.min(...list.map((at) => at[k]));
          const apart = list.every(([x, y], i) =>
            list.slice(i + 1).every(([p, q]) => Math.hypot(9 * (x - p), 7 * (y - q)) > 0.5),
          );
          return apart && spread(0) > 0.15 && spread(1) > 0.4;
        }),
      fc.tuple(between(0.55, 0.7), between(0.2, 0.6), between(0.1, 0.25), between(0.1, 0.3)),
      fc.tuple(between(0, 0.4), between(0.5, 1), between(0, 0.4), between(0.5, 1)),
      fc.constantFrom('top' as const, 'middle' as const, 'bottom' as const),
      between(0.4, 0.9),
      (columns, [ox, oy, ow, oh], [x0, x1, y0, y1], plane, meshSize) => {
        const [W, H] = [9, 7];
        const at = columns.map(([x, y]) => place(W * x, H * y, 3));
        const n = at.length;
        const opening = [
          place(W * ox, H * oy, 3),
          place(W * (ox + ow), H * oy, 3),
          place(W * (ox + ow), H * (oy + oh), 3),
          place(W * ox, H * (oy + oh), 3),
        ];
        const nodes = [
          ...rectangle(W, H, 3).map((position) => ({ position })),
          ...at.map((position) => ({ position })),
          ...at.map(([x, y]) => ({ position: place(x, y, 0), support: fixed })),
          ...opening.map((position) => ({ position })),
        ];
        const load = (id: string, of: string, node: number) => ({
          id,
          case: of,
          type: 'node',
          node: `n${node}`,
          force: [0, 0, -1000],
          moment: [0, 0, 0],
        });
        const region = [
          [x0, y0],
          [x1, y0],
          [x1, y1],
          [x0, y1],
        ] as const;
        const model = withRecords(
          {
            ...concrete,
            selfWeight: true,
            nodes: [...nodes, ...region.map(([x, y]) => ({ position: place(W * x, H * y, 3) }))],
            members: [
              ...at.map((_, i) => [n + 5 + i, 5 + i] as const),
              [5, 6, { startOffset: [0, 0, -0.3], endOffset: [0, 0, -0.3] }],
            ],
          },
          {
            slabs: [slab({ plane, meshSize, openings: [[0, 1, 2, 3].map((i) => `n${5 + 2 * n + i}`)] })],
            cases: ['c2', 'c3'].map((id) => ({ id, label: id, name: id, nature: 'other', selfWeight: false })),
            loads: [
              load('l1', 'c2', 3),
              load('l2', 'c3', 5),
              {
                id: 'l3',
                case: 'c1',
                type: 'area',
                region: { kind: 'nodes', corners: [0, 1, 2, 3].map((i) => `n${9 + 2 * n + i}`) },
                pressure: { type: 'uniform', value: 5000 },
                direction: 'z',
                reversed: true,
                projected: false,
                spread: { way: 'two' },
              },
            ],
          } as unknown as Records,
        );
        const solution = solved(model);
        for (const { applied, reacted, forceScale, residual } of solution.cases) {
          expect(residual).toBeLessThan(1e-9);
          for (let i = 0; i < 6; i++) expect(Math.abs(applied[i] + reacted[i])).toBeLessThan(1e-7 * forceScale);
        }
        // Maxwell and Betti: what the corner's load does at the column is what the column's does at the corner
        const [corner, column] = ['n3', 'n5'].map((id) => 6 * solution.nodeIds.indexOf(id) + 2);
        const [one, other] = [solution.cases[1].displacements[column], solution.cases[2].displacements[corner]];
        expect(Math.abs(one - other)).toBeLessThan(1e-8 * Math.abs(solution.cases[1].displacements[corner]));
      },
    ),
    { numRuns: 12 },
  );
}, 120000);

describe('walls that feel the forces in their planes', () => {
  /** A wall with an opening, held at its foot, loaded at its head, in the plane turned about the vertical. */
  const loadedWall = (angle: number, opening: readonly [number, number], down: number, push: number) => {
    const turned = ([x, z]: readonly [number, number]) => place(x * Math.cos(angle), x * Math.sin(angle), z);
    const hole: (readonly [number, number])[] = [
      [opening[0], opening[1]],
      [opening[0] + 0.8, opening[1]],
      [opening[0] + 0.8, opening[1] + 1],
      [opening[0], opening[1] + 1],
    ];
    const outline: (readonly [number, number])[] = [
      [0, 0],
      [3, 0],
      [3, 4],
      [0, 4],
    ];
    const [from, to] = [turned([0, 4]), turned([3, 4])];
    const across = [-Math.sin(angle), Math.cos(angle)];
    return withRecords(
      {
        ...concrete,
        order: 'second',
        nodes: [...outline, ...hole].map((at) => ({ position: turned(at) })),
        members: [],
        loads: [
          { type: 'line', start: from, end: to, direction: 'z', valueFrom: -down, valueTo: -0.4 * down },
          {
            type: 'line',
            start: from,
            end: to,
            direction: 'x',
            valueFrom: push * across[0],
            valueTo: push * across[0],
          },
          {
            type: 'line',
            start: from,
            end: to,
            direction: 'y',
            valueFrom: push * across[1],
            valueTo: push * across[1],
          },
        ],
      },
      {
        walls: [{ ...slab({ thickness: 0.1, openings: [['n5', 'n6', 'n7', 'n8']], meshSize: 0.5 }), id: 'w1' }],
        lineSupports: [{ id: 'j1', start: 'n1', end: 'n2', support: fixed }],
        analyses: [{ id: 'a1', label: 'B', type: 'buckling', factors: [{ case: 'c1', factor: 1 }], count: 1 }],
      },
    );
  };
  const criticalOf = (model: Model): number => {
    const { outcome, findings } = runAnalysisNow(model, 'a1');
    if (outcome?.type !== 'buckling') throw new Error(findings.map(({ sentence }) => sentence).join(' '));
    return outcome.result.modes[0].factor;
  };
  const places = fc.tuple(
    fc.double({ min: 0.4, max: 1.7, noNaN: true }),
    fc.double({ min: 0.4, max: 2.4, noNaN: true }),
  );

  test('buckle at a factor that a turn in plan does not change, and second order finds no equilibrium beyond it', () => {
    fc.assert(
      fc.property(places, fc.double({ min: 0.1, max: 3, noNaN: true }), (opening, angle) => {
        const factor = criticalOf(loadedWall(0, opening, 1e5, 0));
        expect(criticalOf(loadedWall(angle, opening, 1e5, 0)) / factor).toBeCloseTo(1, 5);
        const below = solveNow(loadedWall(angle, opening, 0.98e5 * factor, 1));
        expect(below.findings.filter(({ severity }) => severity === 'stop')).toEqual([]);
        const beyond = solveNow(loadedWall(angle, opening, 1.02e5 * factor, 1));
        expect(beyond.solution).toBeUndefined();
        expect(beyond.findings.map(({ rule }) => rule)).toContain('unstable');
      }),
      { numRuns: 6 },
    );
  });

  test('their feet take what the loads do where they have moved to', () => {
    fc.assert(
      fc.property(places, fc.double({ min: 0.2, max: 0.8, noNaN: true }), (opening, share) => {
        const factor = criticalOf(loadedWall(0, opening, 1e5, 0));
        const down = share * 1e5 * factor;
        const model = loadedWall(0, opening, down, 300);
        const solution = solved(model);
        const state = solution.cases.find(({ id }) => id === 'u1')!;
        // moment about the foot, X: forces at the head, each where it has moved to
        let moment = -300 * 3 * 4;
        const head = Array.from(solution.positions.subarray(0), (_, i) => i / 3)
          .filter((n) => Number.isInteger(n) && Math.abs(solution.positions[3 * n + 2] - 4) < 1e-6)
          .sort((a, b) => solution.positions[3 * a] - solution.positions[3 * b]);
        for (let i = 0; i + 1 < head.length; i++) {
          const [p, q] = [solution.positions[3 * head[i]], solution.positions[3 * head[i + 1]]];
          const [v, w] = [state.displacements[6 * head[i] + 1], state.displacements[6 * head[i + 1] + 1]];
          // the load along the piece and its corners' movements grow evenly: Simpson's rule is exact
          const load = (x: number) => -down * (1 - 0.2 * x);
          moment += ((q - p) / 6) * (load(p) * v + 2 * load((p + q) / 2) * (v + w) + load(q) * w);
        }
        let taken = 0;
        for (let n = 0; n < state.reactions.length / 6; n++)
          taken +=
            state.reactions[6 * n + 3] +
            solution.positions[3 * n + 1] * state.reactions[6 * n + 2] -
            solution.positions[3 * n + 2] * state.reactions[6 * n + 1];
        expect(taken / -moment).toBeCloseTo(1, 3);
      }),
      { numRuns: 6 },
    );
  });
});

import { applyAct, type Edit, type Model } from '../../model';
import { build, fixed, type Structure } from '../../results/verification/book/structure';
import { panelForces, runAnalysisNow, solveNow, type Solution } from '../index';

const concrete = { E: 30e9, poisson: 0.2, density: 2500 };
const gravity = 9.80665;
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
function nodeAt({ positions }: Solution, at: readonly number[]): number {
  for (let n = 0; n < positions.length / 3; n++)
    if (Math.hypot(positions[3 * n] - at[0], positions[3 * n + 1] - at[1], positions[3 * n + 2] - at[2]) < 1e-6)
      return n;
  throw new Error(`no node at ${at.join(', ')}`);
}
const slab = (more: object = {}) => ({
  id: 'b1',
  corners: ['n1', 'n2', 'n3', 'n4'],
  thickness: 0.2,
  material: 't1',
  behaviour: 'shell' as const,
  ...more,
});
const held = { ux: true, uy: true, uz: true, rx: false, ry: false, rz: true };
/** Sum of the vertical reactions, N. */
const reactedOf = (solution: Solution): number =>
  solution.cases[0].reactions.reduce((sum, value, i) => sum + (i % 6 === 2 ? value : 0), 0);

describe('a thick part', () => {
  // a strip 1 m wide and 6 m long, its middle third twice as thick, flush on top or about one middle
  const strip = (top: number, plane: 'top' | 'middle', support = held) =>
    withRecords(
      {
        ...concrete,
        poisson: 0,
        selfWeight: true,
        members: [],
        nodes: [
          place(0, 0),
          place(6, 0),
          place(6, 1),
          place(0, 1),
          place(2, 0),
          place(4, 0),
          place(4, 1),
          place(2, 1),
        ].map((position) => ({ position })),
      },
      {
        slabs: [slab({ plane, meshSize: 0.25 })],
        thickParts: [{ id: 'i1', corners: ['n5', 'n6', 'n7', 'n8'], thickness: 0.4, ...(top === 0 ? {} : { top }) }],
        lineSupports: [
          { id: 'j1', start: 'n1', end: 'n4', support },
          { id: 'j2', start: 'n2', end: 'n3', support: { ...support, ux: false } },
        ],
      },
    );

  test('bends as a beam whose middle third is eight times as stiff, under its own weight', () => {
    // top 0.1 over the slab's: both are centred about one plane
    const model = strip(0.1, 'middle');
    const solution = solved(model);
    const { E } = concrete;
    const [i1, i2] = [0.2 ** 3 / 12, 0.4 ** 3 / 12];
    const [w1, w2] = [0.2, 0.4].map((t) => t * 2500 * gravity);
    // hand: M(x) of a simple span with w1 outside and w2 in the middle third; deflection at the middle by virtual work
    const R = (w1 * 4 + w2 * 2) / 2;
    const M = (x: number) => (x <= 2 ? R * x - (w1 * x * x) / 2 : R * x - w1 * 2 * (x - 1) - (w2 * (x - 2) ** 2) / 2);
    let deflection = 0;
    const steps = 6000;
    for (let k = 0; k < steps; k++) {
      const x = ((k + 0.5) * 3) / steps;
      deflection += (2 * M(x) * (x / 2) * (3 / steps)) / (E * (x < 2 ? i1 : i2));
    }
    const middle = -solution.cases[0].displacements[6 * nodeAt(solution, place(3, 0)) + 2];
    expect(middle / deflection).toBeGreaterThan(0.99);
    // shear of the thick plate adds a little
    expect(middle / deflection).toBeLessThan(1.02);
    expect(reactedOf(solution) / (w1 * 4 + w2 * 2)).toBeCloseTo(1, 9);
  });

  test('has its own moments up to the step, on both sides of which the bars of a strip carry the same', () => {
    const model = strip(0.1, 'middle');
    const solution = solved(model);
    const [state] = solution.cases;
    const at = nodeAt(solution, place(2, 0.5));
    const moments = solution.panels!.flatMap((panel) => {
      const { nodes, values } = panelForces(solution, panel, { ...state, caseFactors: state.weights });
      const i = nodes.indexOf(at);
      return i < 0 ? [] : [values[8 * i + 3]];
    });
    expect(moments).toHaveLength(2);
    const [w1, w2] = [0.2, 0.4].map((t) => t * 2500 * gravity);
    const hand = ((w1 * 4 + w2 * 2) / 2) * 2 - w1 * 2;
    for (const moment of moments) expect(moment / hand).toBeCloseTo(1, 1);
  });

  test('below a slab that is held at its ends against moving it takes thrust: eccentric, not merely thicker', () => {
    const sideways = { ...held, ux: true };
    const both = (top: number) => {
      const model = strip(top, 'middle', sideways);
      const applied = applyAct(model, {
        edits: [{ kind: 'change', table: 'lineSupports', changes: [{ id: 'j2', fields: { support: sideways } }] }],
      });
      if (!applied.ok) throw new Error(applied.error);
      const solution = solved(applied.model);
      let thrust = 0;
      for (let n = 0; n < solution.positions.length / 3; n++)
        if (solution.positions[3 * n] < 1e-9) thrust += solution.cases[0].reactions[6 * n];
      return thrust;
    };
    expect(Math.abs(both(0.1))).toBeLessThan(1);
    // the middle hangs 0.1 m lower: sagging pulls its fibres below, and the ends are pushed apart at the slab's level
    expect(Math.abs(both(0))).toBeGreaterThan(1000);
  });

  test('overlapping parts and those beyond the slab’s edge leave its area and its weight whole', () => {
    const model = withRecords(
      {
        ...concrete,
        selfWeight: true,
        members: [],
        nodes: [
          place(0, 0),
          place(6, 0),
          place(6, 6),
          place(0, 6),
          place(-1, -1),
          place(2, -1),
          place(2, 2),
          place(-1, 2),
          place(1, 1),
          place(4, 1),
          place(4, 4),
          place(1, 4),
        ].map((position, i) => ({ position, ...(i < 4 ? { support: fixed } : {}) })),
      },
      {
        slabs: [slab()],
        thickParts: [
          { id: 'i1', corners: ['n5', 'n6', 'n7', 'n8'], thickness: 0.4 },
          { id: 'i2', corners: ['n9', 'n10', 'n11', 'n12'], thickness: 0.3 },
        ],
      },
    );
    const solution = solved(model);
    // i1 covers 2 × 2 of the slab, of which i2 takes 1 × 1; i2 is 3 × 3
    const volume = 36 * 0.2 + 3 * 0.2 + 9 * 0.1;
    expect(reactedOf(solution) / (volume * 2500 * gravity)).toBeCloseTo(1, 9);
    const area = solution.panels!.reduce((sum, { start, nodes }) => {
      for (let e = 0; e + 1 < start.length; e++) {
        const at = Array.from(nodes.subarray(start[e], start[e + 1]), (node) => [
          solution.positions[3 * node],
          solution.positions[3 * node + 1],
        ]);
        sum += Math.abs(
          at.reduce((s, [x, y], i) => {
            const [u, v] = at[(i + 1) % at.length];
            return s + x * v - u * y;
          }, 0) / 2,
        );
      }
      return sum;
    }, 0);
    expect(area).toBeCloseTo(36, 9);
  });
});

describe('a head without depth', () => {
  const flat = (head: number, base: object = {}) =>
    withRecords(
      {
        ...concrete,
        selfWeight: true,
        members: [],
        nodes: [place(0, 0), place(6, 0), place(6, 6), place(0, 6), place(3, 3)].map((position, i) => ({
          position,
          support: i < 4 ? held : { ...fixed, ...base },
        })),
      },
      {
        slabs: [slab({ meshSize: 0.3 })],
        ...(head > 0 ? { columnHeads: [{ id: 'o1', node: 'n5', widthX: head, widthY: head, depth: 0 }] } : {}),
      },
    );

  test('moves with its column as one body, and gives its support what it gathers', () => {
    const model = flat(0.6, { rx: false, ry: false });
    // warped by a load on one side, the head turns
    const loaded = applyAct(model, {
      edits: [
        {
          kind: 'add',
          records: {
            loads: [{ id: 'l9', case: 'c1', type: 'spot', at: [4.2, 3, 0], force: [0, 0, -50e3], moment: [0, 0, 0] }],
          },
        },
      ],
    });
    if (!loaded.ok) throw new Error(loaded.error);
    const solution = solved(loaded.model);
    const [state] = solution.cases;
    const [c, e, s] = [place(3, 3), place(3.3, 3), place(3, 2.7)].map((at) => 6 * nodeAt(solution, at));
    const u = state.displacements;
    expect(u[c + 4]).not.toBeCloseTo(0, 6);
    expect(u[e + 2]).toBeCloseTo(u[c + 2] - 0.3 * u[c + 4], 12);
    expect(u[s + 2]).toBeCloseTo(u[c + 2] - 0.3 * u[c + 3], 12);
    expect(u[e + 4]).toBeCloseTo(u[c + 4], 12);
    expect(reactedOf(solution) / (36 * 0.2 * 2500 * gravity + 50e3)).toBeCloseTo(1, 9);
    // all of it in equilibrium about the middle: the supports' own moments included
    let about = 0;
    for (let n = 0; n < solution.positions.length / 3; n++)
      about += state.reactions[6 * n + 4] - (solution.positions[3 * n] - 3) * state.reactions[6 * n + 2];
    expect(about / (50e3 * 1.2)).toBeCloseTo(-1, 6);
  });

  test('a settling column takes its head along', () => {
    const model = flat(0.6);
    const settled = applyAct(model, {
      edits: [
        {
          kind: 'add',
          records: {
            loads: [
              {
                id: 'l9',
                case: 'c1',
                type: 'settlement',
                node: 'n5',
                displacement: [0, 0, -0.01],
                rotation: [0, 0, 0],
              },
            ],
          },
        },
      ],
    });
    if (!settled.ok) throw new Error(settled.error);
    const solution = solved(settled.model);
    const u = solution.cases[0].displacements;
    for (const at of [place(3, 3), place(3.3, 3), place(2.7, 3.3)])
      expect(u[6 * nodeAt(solution, at) + 2]).toBeCloseTo(-0.01, 12);
    expect(reactedOf(solution) / (36 * 0.2 * 2500 * gravity)).toBeCloseTo(1, 9);
  });

  test('the moment at the face is less than the peak over a point, and the field moves less', () => {
    const [point, real] = [flat(0), flat(0.6)].map((model) => {
      const solution = solved(model);
      const [state] = solution.cases;
      let least = Infinity;
      for (const panel of solution.panels!) {
        if (panel.isRigid) continue;
        const { values } = panelForces(solution, panel, { ...state, caseFactors: state.weights });
        for (let i = 3; i < values.length; i += 8) least = Math.min(least, values[i]);
      }
      return { least, sag: Math.min(...state.displacements.filter((_, i) => i % 6 === 2)) };
    });
    expect(real.least).toBeGreaterThan(point.least);
    expect(real.sag).toBeGreaterThan(point.sag);
  });

  test('swings with its column’s spring as one mass, without a force of its own', () => {
    const spring = { uz: 4e6 };
    const model = withRecords(
      {
        ...concrete,
        selfWeight: true,
        members: [],
        nodes: [place(0, 0), place(1, 0), place(1, 1), place(0, 1), place(0.5, 0.5)].map((position, i) => ({
          position,
          ...(i === 4 ? { support: { ...fixed, uz: false }, springs: spring } : {}),
        })),
      },
      {
        slabs: [slab({ meshSize: 0.25 })],
        columnHeads: [{ id: 'o1', node: 'n5', widthX: 1.2, widthY: 1.2, depth: 0 }],
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
    const { outcome, findings } = runAnalysisNow(model, 'a1');
    if (outcome?.type !== 'modal') throw new Error(findings.map(({ sentence }) => sentence).join(' '));
    expect(outcome.result.modes[0].omega).toBeCloseTo(Math.sqrt(4e6 / 500), 6);
    const solution = solved(model);
    const u = solution.cases[0].displacements;
    for (const at of [place(0, 0), place(1, 1), place(0.5, 0.5)])
      expect(u[6 * nodeAt(solution, at) + 2] / ((-500 * gravity) / 4e6)).toBeCloseTo(1, 9);
    expect(reactedOf(solution) / (500 * gravity)).toBeCloseTo(1, 9);
  });
});

import fc from 'fast-check';
import { solveNow } from '../solve';
import { buildAnalysisModel } from '../analysis-model';
import { combineLoads, loadSetOf } from '../load-set';
import { solveWhole } from '../nonlinear';
import { analyse, Factorisation } from '../sparse';
import { loadsByCase } from '../../loading';
import { memberLength, type Member, type Model, type Node } from '../../model';
import { build, type LoadSpec, type Structure } from '../../results/verification/book/structure';

const pin = { ux: true, uy: true, uz: true, rx: false, ry: false, rz: true };
const hinged: Partial<Member> = { behaviour: 'axial' };

interface Braced {
  readonly bays: readonly [number, number];
  readonly storeys: number;
  readonly size: readonly [number, number, number];
  /** which bays of the four sides have crossed rods, as shares of the bays there */
  readonly braced: readonly number[];
  /** N in x and y at every node of a floor */
  readonly push: readonly [number, number];
  /** N downwards at every node */
  readonly gravity: number;
  readonly rigid: boolean;
  readonly order: 'first' | 'second';
}

/** A building of columns and beams hinged at both ends, with crossed rods in two bays of every side. */
function braced({
  bays: [nx, ny],
  storeys,
  size: [bx, by, h],
  braced: places,
  push,
  gravity,
  rigid,
  order,
}: Braced): Model {
  const nodes: Omit<Node, 'id'>[] = [];
  const number = (i: number, j: number, k: number) => k * (nx + 1) * (ny + 1) + j * (nx + 1) + i + 1;
  for (let k = 0; k <= storeys; k++)
    for (let j = 0; j <= ny; j++)
      for (let i = 0; i <= nx; i++)
        nodes.push({ position: [i * bx, j * by, k * h], ...(k === 0 ? { support: pin } : {}) });
  const members: Structure['members'][number][] = [];
  const loads: LoadSpec[] = [];
  const rod = (a: number, b: number) =>
    members.push([a, b, { role: 'brace', behaviour: 'tension', section: 's1' } as Partial<Member>]);
  for (let k = 1; k <= storeys; k++) {
    for (let j = 0; j <= ny; j++) {
      for (let i = 0; i <= nx; i++) {
        members.push([number(i, j, k - 1), number(i, j, k), { role: 'column', ...hinged }]);
        if (i < nx) members.push([number(i, j, k), number(i + 1, j, k), hinged]);
        if (j < ny) members.push([number(i, j, k), number(i, j + 1, k), hinged]);
        loads.push({
          type: 'node',
          node: `n${number(i, j, k)}`,
          force: [push[0] * (1 + 0.2 * j), push[1], -gravity * (1 + 0.1 * i)],
          moment: [0, 0, 0],
        });
      }
    }
    for (const [s, j] of [0, ny].entries()) {
      for (const i of new Set([Math.floor(places[s] * nx), nx - 1 - Math.floor(places[s] * nx)])) {
        rod(number(i, j, k - 1), number(i + 1, j, k));
        rod(number(i + 1, j, k - 1), number(i, j, k));
      }
    }
    for (const [s, i] of [0, nx].entries()) {
      for (const j of new Set([Math.floor(places[2 + s] * ny), ny - 1 - Math.floor(places[2 + s] * ny)])) {
        rod(number(i, j, k - 1), number(i, j + 1, k));
        rod(number(i, j + 1, k - 1), number(i, j, k));
      }
    }
    // a floor whose beams are all hinged needs crosses in its plane, or to be rigid
    if (!rigid)
      for (let j = 0; j < ny; j++)
        for (let i = 0; i < nx; i++) members.push([number(i, j, k), number(i + 1, j + 1, k), hinged]);
  }
  const floor = (k: number) => Array.from({ length: (nx + 1) * (ny + 1) }, (_, n) => k * (nx + 1) * (ny + 1) + n + 1);
  return build({
    nodes,
    members,
    loads,
    order,
    diaphragms: rigid ? Array.from({ length: storeys }, (_, k) => floor(k + 1)) : [],
  });
}

const newtons = (min: number, max: number) => fc.integer({ min: min / 10, max: max / 10 }).map((tens) => 10 * tens);

const random = fc.record({
  bays: fc.tuple(fc.integer({ min: 1, max: 3 }), fc.integer({ min: 1, max: 3 })),
  storeys: fc.integer({ min: 1, max: 3 }),
  size: fc.tuple(
    fc.double({ min: 3, max: 8, noNaN: true }),
    fc.double({ min: 3, max: 8, noNaN: true }),
    fc.double({ min: 2.5, max: 5, noNaN: true }),
  ),
  braced: fc.array(fc.double({ min: 0, max: 0.99, noNaN: true }), { minLength: 4, maxLength: 4 }),
  push: fc.tuple(newtons(-2e4, 2e4), newtons(-2e4, 2e4)),
  gravity: newtons(0, 2e5),
  rigid: fc.boolean(),
  order: fc.constantFrom('first', 'second'),
}) as fc.Arbitrary<Braced>;

/** Forces of all members after starting with some one-way members slack. */
function whole(model: Model, start: (member: Member, m: number) => boolean) {
  const built = buildAnalysisModel(model);
  if (!('analysis' in built)) throw new Error('not built');
  const { analysis } = built;
  const byCase = loadsByCase(model);
  const set = combineLoads(analysis, [loadSetOf(analysis, byCase.get('c1')!)], [1]);
  const steps = solveWhole(
    {
      model,
      analysis,
      factorisation: new Factorisation(analyse(analysis.pattern, analysis.vertexPositions)),
      memberEnds: Float64Array.from(analysis.memberIds, (id) => memberLength(model, model.members[id])),
      name: 'U1',
      order: model.combinations.u1.order ?? 'first',
      start: Uint8Array.from(analysis.memberIds, (id, m) => (start(model.members[id], m) ? 1 : 0)),
    },
    set,
  );
  let step = steps.next();
  while (!step.done) step = steps.next();
  if (!('equilibrium' in step.value)) throw new Error(step.value.findings.map((finding) => finding.sentence).join(' '));
  return {
    forces: Array.from(
      analysis.memberIds,
      (_, m) => (step.value as { equilibrium: { endForces: Float64Array } }).equilibrium.endForces[12 * m + 6],
    ),
    slack: step.value.log.slack,
  };
}

test('the two by three bay, two-storey frame of hinged members with crossed rods in two bays a side settles in both orders', () => {
  for (const order of ['first', 'second'] as const) {
    for (const rigid of [false, true]) {
      for (const push of [
        [8e3, 5e3],
        [-8e3, 0],
        [0, 6e3],
        [0, 0],
      ] as const) {
        const { solution, findings } = solveNow(
          braced({
            bays: [2, 3],
            storeys: 2,
            size: [6, 5, 3.5],
            braced: [0, 0, 0, 0],
            push,
            gravity: 1e5,
            rigid,
            order,
          }),
        );
        expect(findings.filter((finding) => finding.severity === 'stop').map((finding) => finding.sentence)).toEqual(
          [],
        );
        expect(solution).toBeDefined();
      }
    }
  }
});

test('random braced frames settle; rods only pull, slack ones bear nothing, and any start ends in the same state', () => {
  fc.assert(
    fc.property(random, fc.integer(), (one, salt) => {
      const model = braced(one);
      const first = whole(model, () => true);
      const largest = first.forces.reduce((most, force) => Math.max(most, Math.abs(force)), 0);
      Object.values(model.members).forEach((member, m) => {
        if (member.behaviour !== 'tension') return;
        expect(first.forces[m]).toBeGreaterThan(-1e-5 * largest);
        if (first.slack.includes(member.id)) expect(Math.abs(first.forces[m])).toBeLessThan(1e-5 * largest);
      });
      for (const turn of [1, 2]) {
        const other = whole(
          model,
          (member, m) => member.behaviour !== 'tension' || (Math.imul(m + 7, salt * turn + 12345) & 1024) === 0,
        );
        // in second order both are found to a hundred-thousandth
        first.forces.forEach((force, m) =>
          expect(Math.abs(force - other.forces[m])).toBeLessThan((one.order === 'second' ? 1e-3 : 1e-7) * largest),
        );
      }
    }),
    { numRuns: 40, endOnFailure: true },
  );
});

test('a rod that is slack does not buckle, and heat in it does not push', () => {
  const portal = (behaviour: 'tension' | 'axial'): Structure => ({
    nodes: [
      { position: [0, 0, 0], support: { ...pin, rz: true } },
      { position: [4, 0, 0], support: { ...pin, rz: true } },
      { position: [0, 0, 3], support: { ux: false, uy: true, uz: false, rx: true, ry: false, rz: true } },
      { position: [4, 0, 3], support: { ux: false, uy: true, uz: false, rx: true, ry: false, rz: true } },
    ],
    members: [
      [1, 3, { role: 'column' }],
      [2, 4, { role: 'column' }],
      [3, 4],
      [1, 4, { role: 'brace', behaviour }],
      [2, 3, { role: 'brace', behaviour }],
    ],
    order: 'second',
    loads: [
      { type: 'node', node: 'n3', force: [3e4, 0, -2e5], moment: [0, 0, 0] },
      { type: 'node', node: 'n4', force: [0, 0, -2e5], moment: [0, 0, 0] },
      { type: 'temperature', member: 'm5', change: 40, differenceY: 0, differenceZ: 0 },
    ],
  });
  const cold = portal('tension');
  const [hot, without] = [solveNow(build(cold)), solveNow(build({ ...cold, loads: cold.loads!.slice(0, 2) }))];
  const of = ({ solution }: typeof hot) => Array.from(solution!.cases.find((one) => one.id === 'u1')!.startForces);
  expect(hot.solution!.cases.find((one) => one.id === 'u1')!.iterations!.slack).toEqual(['m5']);
  const size = Math.max(...of(without).map(Math.abs));
  of(hot).forEach((force, i) => expect(Math.abs(force - of(without)[i])).toBeLessThan(1e-6 * size));
});

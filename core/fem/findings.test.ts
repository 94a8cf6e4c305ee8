import { applyAct, type Model } from '../model';
import {
  build,
  fixed,
  inPlane,
  pinned,
  pinnedInPlane,
  rollerInPlane,
  type LoadSpec,
  type Structure,
} from '../results/verification/book/structure';
import { runAnalysisNow, solveNow } from './index';

const of = (structure: Structure | Model) => solveNow('settings' in structure ? structure : build(structure));
const told = (structure: Structure | Model, rule: string) =>
  of(structure).findings.find((finding) => finding.rule === rule);
const force = (node: number, x: number, y: number, z: number): LoadSpec => ({
  type: 'node',
  node: `n${node}`,
  force: [x, y, z],
  moment: [0, 0, 0],
});
const column = (top: Partial<Structure['nodes'][number]> = {}): Structure => ({
  nodes: [
    { position: [0, 0, 0], support: fixed },
    { position: [0, 0, 4], ...top },
  ],
  members: [[1, 2, { role: 'column' }]],
});
const two = (heights: [number, number], more: object = {}): Structure => ({
  nodes: [
    { position: [0, 0, 0], support: fixed },
    { position: [0, 0, heights[0]], ...more },
    { position: [5, 0, 0], support: fixed },
    { position: [5, 0, heights[1]] },
  ],
  members: [
    [1, 2, { role: 'column' }],
    [3, 4, { role: 'column' }],
  ],
  diaphragms: [[2, 4]],
  loads: [force(2, 1000, 0, 0)],
});

describe('rigid floors', () => {
  test('nodes at different heights are refused with both heights and a remedy', () => {
    const finding = told(two([4, 4.2]), 'diaphragm-heights')!;
    expect(finding.severity).toBe('stop');
    expect(finding.sentence).toMatch(/n2 and n4 .* stand at 4\.000\sm and 4\.200\sm/);
    expect(finding.why).toMatch(/Take one out, or make a diaphragm for each level/);
  });
  test('a node held in the plane, a node of two floors, a floor of one node: each is refused', () => {
    expect(
      told(two([4, 4], { support: { ...inPlane, ux: true, uy: false, rx: false, rz: false } }), 'diaphragm-support')!
        .sentence,
    ).toMatch(/Node n2 .* is held in the plane/);
    expect(
      told(
        {
          ...two([4, 4]),
          diaphragms: [
            [2, 4],
            [4, 2],
          ],
        },
        'diaphragm-twice',
      ),
    ).toBeDefined();
    expect(told({ ...two([4, 4]), diaphragms: [[2]] }, 'diaphragm-too-small')!.sentence).toMatch(/has 1 node\./);
  });
  test('a node whose members let it turn freely about the vertical keeps its other rotations', () => {
    // a beam between two columns, its end and the column's torsion released about the vertical: the joint still carries the beam's moment
    const portal = (tied: boolean): Structure => ({
      nodes: [
        { position: [0, 0, 0], support: fixed },
        { position: [0, 0, 4] },
        { position: [6, 0, 4] },
        { position: [6, 0, 0], support: fixed },
      ],
      members: [
        [1, 2, { role: 'column', endConnection: { rx: 0 } }],
        [2, 3, { startConnection: { rz: 0 } }],
        [4, 3, { role: 'column' }],
      ],
      diaphragms: tied ? [[2, 3]] : [],
      loads: [{ type: 'uniform', member: 'm2', axes: 'global', direction: 'z', value: -9000, from: 0, to: null }],
    });
    const moment = (structure: Structure) => {
      const { solution } = of(structure);
      return solution!.cases[0].startForces[6 + 4];
    };
    // the floor only keeps the columns' heads apart: with members this stiff along their axes the joint's moment hardly changes
    expect(moment(portal(true)) / moment(portal(false))).toBeCloseTo(1, 1);
    expect(Math.abs(moment(portal(true)))).toBeGreaterThan(1e4);
  });
  test('a sound floor takes the two columns along alike', () => {
    const { solution } = of(two([4, 4]));
    const [a, b] = ['n2', 'n4'].map((id) => solution!.cases[0].displacements[6 * solution!.nodeIds.indexOf(id)]);
    expect(a).toBeCloseTo(b, 15);
  });
});

test('a settlement without a support to impose it is refused', () => {
  const finding = told(
    { ...column(), loads: [{ type: 'settlement', node: 'n2', displacement: [0, 0, -0.01], rotation: [0, 0, 0] }] },
    'settlement-without-support',
  )!;
  expect(finding.sentence).toMatch(/moves node n2 in uz, where nothing holds it/);
});

test('rigid ends longer than the member are refused', () => {
  const structure = column();
  expect(told({ ...structure, members: [[1, 2, { startRigid: 2.5, endRigid: 1.6 }]] }, 'rigid-ends')!.sentence).toMatch(
    /4\.100\sm together; it is 4\.000\sm long/,
  );
});

describe('releases', () => {
  test('torsion released at both ends is a remark; a load that twists the member stops', () => {
    const loose: Structure = {
      nodes: [
        { position: [0, 0, 0], support: fixed },
        { position: [5, 0, 0], support: fixed },
      ],
      members: [[1, 2, { startConnection: { rx: 0 }, endConnection: { rx: 0 } }]],
    };
    expect(told(loose, 'release-mechanism')!.severity).toBe('remark');
    expect(of(loose).solution).toBeDefined();
    expect(
      told(
        { ...loose, loads: [{ type: 'moment', member: 'm1', axes: 'local', direction: 'x', value: 100, at: 2 }] },
        'load-on-release',
      )!.sentence,
    ).toMatch(/twists member m1/);
  });
  test('a member that can slide along itself names the direction', () => {
    const finding = told(
      {
        nodes: [
          { position: [0, 0, 0], support: fixed },
          { position: [5, 0, 0], support: fixed },
        ],
        members: [[1, 2, { startConnection: { ux: 0 }, endConnection: { ux: 0 } }]],
      },
      'release-mechanism',
    )!;
    expect(finding).toMatchObject({
      severity: 'stop',
      sentence: expect.stringMatching(/member m1 leave it free to move along its own axis/),
    });
  });
  test('a joint where every member is hinged does not turn, unless a moment asks it to', () => {
    const truss: Structure = {
      nodes: [
        { position: [0, 0, 0], support: pinned },
        { position: [4, 0, 0], support: pinned },
        { position: [2, 0, 2], support: { ...inPlane, rx: false, rz: false } },
      ],
      members: [
        [1, 3, { behaviour: 'axial' }],
        [2, 3, { behaviour: 'axial' }],
      ],
      loads: [force(3, 0, 0, -1000)],
    };
    expect(of(truss).solution).toBeDefined();
    expect(
      told(
        { ...truss, loads: [{ type: 'node', node: 'n3', force: [0, 0, 0], moment: [0, 50, 0] }] },
        'load-on-release',
      )!.sentence,
    ).toMatch(/moment on node n3/);
  });
});

describe('a structure that moves', () => {
  test('is told with the node, the direction and a motion to draw', () => {
    const finding = told(
      {
        nodes: [
          { position: [0, 0, 0], support: { ...pinnedInPlane, ry: false } },
          { position: [0, 0, 3], support: inPlane },
        ],
        members: [[1, 2, { role: 'column' }]],
        loads: [force(2, 1, 0, 0)],
      },
      'mechanism',
    )!;
    expect(finding.sentence).toMatch(/node n2 moves along x without resistance/);
    const at = finding.motion!.nodes.indexOf('n2');
    expect(Math.abs(finding.motion!.displacements[6 * at])).toBe(1);
  });
  test('parts that are each held are solved; one that is not is told', () => {
    const apart: Structure = {
      nodes: [...column().nodes, { position: [9, 0, 0], support: fixed }, { position: [9, 0, 3] }],
      members: [
        [1, 2],
        [3, 4],
      ],
      loads: [force(4, 10, 0, 0)],
    };
    expect(of(apart).solution).toBeDefined();
    expect(
      told(
        { ...apart, nodes: [...apart.nodes.slice(0, 2), { position: [9, 0, 0] }, { position: [9, 0, 3] }] },
        'unsupported',
      ),
    ).toBeDefined();
  });
  test('a part held by next to nothing is told as ill-conditioned', () => {
    const weak = told(
      {
        ...column(),
        nodes: [{ position: [0, 0, 0], support: fixed }, { position: [0, 0, 4] }, { position: [5, 0, 4] }],
        members: [
          [1, 2],
          [2, 3, { startConnection: { ry: 4 } }],
        ],
        loads: [force(3, 0, 0, -1)],
      },
      'ill-conditioned',
    );
    // EI / L of the beam is 5e6 N·m: a joint a millionth of it leaves ten orders between the soft and the stiff motion
    expect(weak === undefined || /digits of the results are sure/.test(weak.sentence)).toBe(true);
  });
});

describe('second order', () => {
  const EI = (200e9 * 0.1 ** 4) / 12;
  const euler = (Math.PI ** 2 * EI) / (4 * 16); // cantilever of 4 m
  const pushed = (share: number): Structure => ({
    nodes: [
      { position: [0, 0, 0], support: fixed },
      { position: [0, 0, 4], support: inPlane },
    ],
    members: [[1, 2, { role: 'column' }]],
    shape: { type: 'rectangle', depth: 0.1, width: 0.1 },
    order: 'second',
    storeys: [0, 4],
    loads: [force(2, 100, 0, -share * euler)],
  });
  test('beyond the critical load it says at which share of the load, where and how it gives way', () => {
    const { findings, solution } = of(pushed(1.6));
    expect(solution).toBeUndefined();
    const finding = findings.find((one) => one.rule === 'unstable')!;
    expect(finding.sentence).toMatch(/unstable in combination U1: at about 0\.6[23] of the load node n2 moves along x/); // 1 / 1.6 = 0.625
    expect(finding.motion!.nodes).toContain('n2');
  });
  test('the drift ratio is that of the amplified cantilever, and grows towards the critical load', () => {
    const ratio = (share: number) => of(pushed(share)).solution!.cases.at(-1)!.iterations!.driftRatios[0].ratio;
    const u = (share: number) => (Math.PI / 2) * Math.sqrt(share);
    for (const share of [0.2, 0.5])
      expect(ratio(share)).toBeCloseTo((3 * (Math.tan(u(share)) - u(share))) / u(share) ** 3, 3);
  });
  test('a member clamped at both ends that buckles between them is named, though no node could move', () => {
    const strut: Structure = {
      nodes: [
        { position: [0, 0, 0], support: fixed },
        { position: [4, 0, 0], support: { ...fixed, ux: false } },
      ],
      members: [[1, 2]],
      shape: { type: 'rectangle', depth: 0.1, width: 0.1 },
      order: 'second',
      loads: [force(2, -17 * euler, 0, 0)],
    };
    expect(told(strut, 'unstable')!.sentence).toMatch(
      /at about 0\.94 of the load member m1 buckles between its joints/,
    ); // 16 / 17
  });
  test('rods that only pull, in second order: the slack one is found along with the forces', () => {
    const panel: Structure = {
      nodes: [
        { position: [0, 0, 0], support: pinned },
        { position: [3, 0, 0], support: pinned },
        { position: [0, 0, 4], support: { ...inPlane, rx: false, rz: false } },
        { position: [3, 0, 4], support: { ...inPlane, rx: false, rz: false } },
      ],
      members: [
        [1, 3, { behaviour: 'axial' }],
        [2, 4, { behaviour: 'axial' }],
        [3, 4, { behaviour: 'axial' }],
        [1, 4, { behaviour: 'tension' }],
        [2, 3, { behaviour: 'tension' }],
      ],
      order: 'second',
      loads: [force(3, 20000, 0, -50000), force(4, 0, 0, -50000)],
    };
    const state = of(panel).solution!.cases.find((one) => one.id === 'u1')!;
    expect(state.iterations).toMatchObject({ order: 'second', settled: true, slack: ['m5'] });
    const sway = state.displacements[12];
    const axial = state.axialForces![3];
    // equilibrium of the top with the drift: the rod's horizontal part takes H + (what leans on it) · u / h
    expect((axial * 3) / 5 / (20000 + (100000 * sway) / 4)).toBeCloseTo(1, 3);
  });
  test('without any axial force it is first order', () => {
    const bent: Structure = { ...pushed(0), loads: [force(2, 100, 0, 0)] };
    const { solution } = of(bent);
    solution!.cases
      .at(-1)!
      .displacements.forEach((value, i) => expect(value).toBeCloseTo(solution!.cases[0].displacements[i], 14));
  });
});

describe('other analyses say why they cannot be made', () => {
  const withAnalysis = (structure: Structure, record: object): Model => {
    const applied = applyAct(build(structure), {
      edits: [{ kind: 'add', records: { analyses: [{ id: 'a1', label: 'A', ...record } as never] } }],
    });
    if (!applied.ok) throw new Error(applied.error);
    return applied.model;
  };
  test('modes without mass, buckling without compression, shaking without modes', () => {
    const modal = { type: 'modal', masses: [], count: 2, massMatrix: 'lumped', verticalMass: false };
    expect(runAnalysisNow(withAnalysis(column(), modal), 'a1').findings[0].sentence).toMatch(/has no mass/);
    const pulled = { ...column(), loads: [force(2, 0, 0, 1000)] };
    expect(
      runAnalysisNow(withAnalysis(pulled, { type: 'buckling', factors: [{ case: 'c1', factor: 1 }], count: 1 }), 'a1')
        .findings[0].sentence,
    ).toMatch(/compresses no member/);
    const history = withAnalysis(column({ mass: 10 }), {
      type: 'history',
      modal: 'a1',
      direction: 'x',
      timeStep: 0.1,
      accelerations: [0, 1],
      factor: 1,
      damping: 0,
    });
    expect(runAnalysisNow(history, 'a1').findings[0].sentence).toMatch(/rests on an analysis that is not a modal one/);
  });
  test('a model that stops the analysis stops them too', () => {
    const model = withAnalysis(
      { ...column(), nodes: [{ position: [0, 0, 0] }, { position: [0, 0, 4] }] },
      { type: 'modal', masses: [{ case: 'c1', factor: 1 }], count: 1, massMatrix: 'lumped', verticalMass: false },
    );
    expect(runAnalysisNow(model, 'a1')).toMatchObject({ findings: [expect.objectContaining({ rule: 'unsupported' })] });
  });
});

test('a 1 mm rod beside a 2 m wall-like column: the answer is right to many digits', () => {
  // a rod hangs beside the column and carries its own load: P L / E A
  const { solution, findings } = of({
    nodes: [
      { position: [0, 0, 0], support: fixed },
      { position: [0, 0, 3] },
      { position: [0, 0, 2], support: { ...rollerInPlane, ux: true, uz: false } },
    ],
    members: [
      [1, 2, { role: 'column' }],
      [2, 3, { behaviour: 'tension' }],
    ],
    shape: { type: 'rectangle', depth: 2, width: 0.3 },
    loads: [force(3, 0, 0, -100)],
  });
  expect(findings.filter((finding) => finding.severity === 'stop')).toEqual([]);
  const moved = solution!.cases[0].displacements[6 * 2 + 2];
  expect(moved / ((-100 * 1) / (200e9 * 0.6) - (100 * 3) / (200e9 * 0.6))).toBeCloseTo(1, 9);
});

import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readModelFile } from '~core/exchange';
import { findBays } from '~core/build';
import { actingLoads, caseResultants } from '~core/loading';
import { applyAct, inOrder, type AreaLoad, type LineLoad, type LoadRule, type Model } from '~core/model';
import { buildQuillhavenLibrary } from '~demo/quillhaven-library';
import { buildTernHide } from '~demo/tern-hide';
import type { Selection } from '../../state/view-slice';
import { toolOf } from './all-tools';
import { areaValues, lineValues } from './load-tools';
import { chainOf, ruleForm } from './rule-tools';
import { initialValues, Values, type FieldValue } from './tool';

const library = buildQuillhavenLibrary();
const hide = buildTernHide();
type Chosen = Pick<Selection, 'nodes' | 'members'>;
const nothing: Chosen = { nodes: [], members: [] };
const caseOf = (model: Model, label: string) => Object.values(model.cases).find((one) => one.label === label)!.id;

function plan(id: string, model: Model, values: Record<string, FieldValue> = {}, selection = nothing) {
  const tool = toolOf(id)!;
  const context = { model, selection };
  return tool.plan(context, new Values({ ...initialValues(tool, context), ...values }));
}
function done(id: string, model: Model, values: Record<string, FieldValue> = {}, selection = nothing): Model {
  const made = plan(id, model, values, selection);
  if (!made.ok) throw new Error(`${id}: ${made.error}`);
  const applied = applyAct(model, made.act);
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}
const added = (before: Model, after: Model) => Object.values(after.loads).filter((load) => !(load.id in before.loads));

test('an area load on a bay keeps its nodes, on a storey the storey, and says what is received', () => {
  const live = caseOf(library, 'L');
  const bay = findBays(library).find((one) => !one.upright && Math.abs(one.corners[0][2] - 7.8) < 1e-6)!;
  const made = plan('area-load', library, { case: live, where: 'bays', bays: [bay.key], value: -2000 });
  expect(made.ok && made.words).toMatch(/46\.08 m².*all of it to 4 members/);
  expect(
    added(library, done('area-load', library, { case: live, where: 'bays', bays: [bay.key], value: -2000 })),
  ).toMatchObject([{ region: { kind: 'nodes' }, pressure: { type: 'uniform', value: -2000 } }]);
  const storey = Object.values(library.storeys).find((one) => one.label === 'Storey 3')!.id;
  const whole = done('area-load', library, {
    case: live,
    where: 'storey',
    storeys: [storey],
    value: -1000,
    label: 'Screed',
    spread: 'x',
  });
  const before = caseResultants(library).get(live)!.force[2];
  expect(caseResultants(whole).get(live)!.force[2] - before).toBeCloseTo(-1000 * 25.6 * 21.6, 3);
  expect(plan('area-load', library, { case: live, where: 'bays', value: -1 })).toMatchObject({
    ok: false,
    error: expect.stringMatching(/Click bays/) as string,
  });
  expect(plan('area-load', library, { case: live, where: 'storey', storeys: [storey] })).toMatchObject({
    ok: false,
    error: 'Type the value of the load.',
  });
});

test('earth and fluid on a polygon, linear by three points; points on a line are refused', () => {
  const live = caseOf(library, 'L');
  const wall = {
    where: 'polygon',
    p0: [0, 0, 0],
    p1: [0, 7.2, 0],
    p2: [0, 7.2, 4.2],
    p3: [0, 0, 4.2],
    direction: 'x',
  } as const;
  const on = (values: Record<string, FieldValue>) => plan('area-load', library, { case: live, ...wall, ...values });
  expect(on({ pressure: 'earth', state: 'active', level: 3, water: 1 })).toMatchObject({ ok: true });
  expect(on({ pressure: 'fluid', level: 2 })).toMatchObject({
    ok: true,
    act: { edits: [{ records: { loads: [{ pressure: { type: 'fluid', density: 1000, level: 2 } }] } }] },
  });
  expect(
    on({ pressure: 'linear', q0: [0, 0, 0], q1: [0, 7.2, 0], q2: [0, 0, 4.2], v0: 1, v1: 2, v2: 3 }),
  ).toMatchObject({ ok: true });
  expect(on({ pressure: 'linear', q0: [0, 0, 0], v0: 1 }).ok).toBe(false);
  expect(
    plan('area-load', library, { case: live, where: 'polygon', p0: [0, 0, 0], p1: [1, 0, 0], p2: [2, 0, 0], value: 1 }),
  ).toMatchObject({ ok: false, error: 'The corners lie on one line.' });
});

test('an area or line load opened again and kept is the same load', () => {
  for (const load of inOrder(library.loads)) {
    if (load.type === 'area' && load.region.kind !== 'panels') {
      const again = done('area-load', library, areaValues(load, library));
      const now = again.loads[load.id] as AreaLoad;
      expect(now).toEqual(load);
      expect(caseResultants(again).get(load.case)!.force[2]).toBeCloseTo(
        caseResultants(library).get(load.case)!.force[2],
        6,
      );
    }
    if (load.type === 'line')
      expect(done('line-load', library, lineValues(load)).loads[load.id] as LineLoad).toEqual(load);
  }
});

test('every rule opened again and kept is the same rule with the same cases', () => {
  const read = readModelFile(readFileSync(join(process.cwd(), 'core/exchange/samples/version-4.json'), 'utf8'));
  if (!read.ok) throw new Error(read.problems.join(' '));
  for (const model of [library, read.model]) {
    for (const rule of inOrder(model.loadRules)) {
      if (rule.type === 'pattern' || rule.type === 'enWind' || rule.type === 'enSnow') continue;
      const { tool, values } = ruleForm(rule, model);
      const made = plan(tool, model, values);
      if (!made.ok) continue; // what cannot be made on so small a frame says so
      const again = done(tool, model, values);
      expect(Object.keys(again.cases)).toEqual(Object.keys(model.cases));
      const same = ({ building: _building, ...rest }: LoadRule & { building?: unknown }) => rest;
      expect(same(again.loadRules[rule.id])).toEqual(same(rule));
    }
  }
});

test('wind for two sides and both conditions inside makes four cases; fewer sides take their empty cases away', () => {
  const made = done('rule-wind', library, {
    directions: ['+x', '+y'],
    internal: ['pressure', 'suction'],
    roof: ['uplift'],
    label: 'Storm',
  });
  const rule = Object.values(made.loadRules).find((one) => one.label === 'Storm')!;
  expect(rule.type === 'asceWind' && rule.cases).toHaveLength(4);
  const labels = Object.values(made.cases).map((one) => one.label);
  expect(new Set(labels).size).toBe(labels.length);
  const { tool, values } = ruleForm(rule, made);
  const fewer = done(tool, made, { ...values, directions: ['+x'] });
  expect(Object.keys(fewer.cases)).toHaveLength(Object.keys(made.cases).length - 2);
  expect(plan('rule-wind', library, { directions: [] })).toMatchObject({ ok: false });
  expect(plan('rule-wind', library, { gust: Number.NaN })).toMatchObject({
    ok: false,
    error: expect.stringMatching(/gust/) as string,
  });
});

test('patterns make alternatives of the source; a train needs members that follow each other', () => {
  const live = caseOf(library, 'L');
  const made = done('rule-pattern', library, { source: live, patterns: ['alternateX', 'pairsX'] });
  expect(Object.values(made.cases).filter((one) => one.alternatives === 'L')).toHaveLength(1 + 2 + 3);
  const beams = Object.values(library.members)
    .filter(
      (member) =>
        member.role === 'beam' &&
        [member.start, member.end].every(
          (id) =>
            Math.abs(library.nodes[id].position[1]) < 1e-6 && Math.abs(library.nodes[id].position[2] - 4.2) < 1e-6,
        ),
    )
    .map((member) => member.id);
  expect(chainOf(library, [...beams].reverse())).toEqual(chainOf(library, beams));
  const moved = done('rule-train', library, { forces: '60; 60, 1.2', steps: 5 }, { nodes: [], members: beams });
  expect(Object.values(moved.cases).filter((one) => one.alternatives === 'Moving forces')).toHaveLength(5);
  expect(actingLoads(moved).filter((load) => load.id.startsWith('r') && load.type === 'point').length).toBeGreaterThan(
    5,
  );
  expect(plan('rule-train', library, { forces: '60; 60', steps: 5 }, { nodes: [], members: beams })).toMatchObject({
    ok: false,
    error: expect.stringMatching(/needs its distance/) as string,
  });
  expect(
    plan('rule-train', library, { forces: '60', steps: 5 }, { nodes: [], members: [beams[0], beams[2]] }),
  ).toMatchObject({ ok: false, error: expect.stringMatching(/follow each other/) as string });
});

test('probing reports the sum and its parts; copying a case multiplies it', () => {
  const tool = toolOf('probe-load')!;
  const report = (point: number[] | null) =>
    tool.report!({ model: library, selection: nothing }, new Values({ case: caseOf(library, 'L'), p0: point }));
  expect(report([3, 16, 4.2]).join('|')).toMatch(/Sum over the area: z −7\.20 kPa\|l\d+ Stacks 1/);
  expect(report([3, 16, 9]).join()).toMatch(/Nothing acts there/);
  expect(report(null).join()).toMatch(/Click a place/);
  const copied = done('copy-case', library, { case: caseOf(library, 'L'), label: 'L2', name: '', factor: 0.5 });
  expect(caseResultants(copied).get(caseOf(copied, 'L2'))!.force[2]).toBeCloseTo(
    caseResultants(library).get(caseOf(library, 'L'))!.force[2] / 2,
    3,
  );
});

test('combinations: options change what is generated, own ones are written, envelopes gather', () => {
  const seismic = done('combining', hide, { edition: '7-16', sds: 0.5 });
  expect(seismic.settings.combining?.asce).toMatchObject({ edition: '7-16', sds: 0.5, overstrength: null });
  expect(Object.values(seismic.combinations)[0].rule).toMatch(/7-16/);
  expect(plan('combining', hide, { redundancy: 2 })).toMatchObject({ ok: false });
  const own = done('own-combination', hide, { formula: '1.2 D + 0.5 U2', purpose: 'longTerm', rule: 'creep' });
  expect(Object.values(own.combinations).at(-1)).toMatchObject({
    label: 'K1',
    purpose: 'longTerm',
    rule: 'creep',
    factors: [{ factor: 1.2 }],
    parts: [{ factor: 0.5 }],
  });
  for (const [formula, error] of [
    ['', /Write the combination/],
    ['1.2 Q', /neither a case nor a combination/],
    ['1.2 D 1.6 S', /should begin with/],
    ['200 D', /beyond 100/],
  ] as const)
    expect(plan('own-combination', hide, { formula })).toMatchObject({
      ok: false,
      error: expect.stringMatching(error) as string,
    });
  const [first, second] = Object.keys(hide.combinations);
  expect(
    Object.values(done('own-envelope', hide, { name: 'Both', combinations: [first, second] }).envelopes),
  ).toMatchObject([{ label: 'Both', combinations: [first, second] }]);
  expect(plan('own-envelope', hide, { combinations: [first] }).ok).toBe(false);
  const means = done('own-combination', done('own-combination', hide, { formula: '1 D', purpose: 'transfer' }), {
    formula: '3 D',
    purpose: 'transfer',
  });
  const trimmed = plan('trim-combinations', {
    ...means,
    combinations: {
      ...means.combinations,
      u900: {
        id: 'u900',
        label: 'M',
        purpose: 'transfer',
        rule: '',
        factors: [{ case: caseOf(hide, 'D'), factor: 2 }],
        origin: 'generated',
        changed: false,
      },
    },
  });
  expect(trimmed.ok && trimmed.words).toMatch(/1 combination: M lies between T1, T2/);
});

test('signs within names of cases are read as part of the names', () => {
  const windy: Model = {
    ...hide,
    cases: {
      ...hide.cases,
      c90: { ...Object.values(hide.cases)[0], id: 'c90', label: 'W+x' },
      c91: { ...Object.values(hide.cases)[0], id: 'c91', label: 'W-x' },
    },
  };
  const made = done('own-combination', windy, { formula: '0.9 D + W+x - 0.5 W-x' });
  expect(Object.values(made.combinations).at(-1)!.factors).toEqual([
    { case: caseOf(hide, 'D'), factor: 0.9 },
    { case: 'c90', factor: 1 },
    { case: 'c91', factor: -0.5 },
  ]);
});

test('an outline with openings or many corners that is changed in the form loses neither', () => {
  const live = caseOf(library, 'L');
  const ring = Array.from({ length: 10 }, (_, i): [number, number, number] => [
    3 + 2 * Math.cos((i * Math.PI) / 5),
    3 + 2 * Math.sin((i * Math.PI) / 5),
    4.2,
  ]);
  const round: AreaLoad = {
    id: 'l900',
    case: live,
    type: 'area',
    region: { kind: 'polygon', points: ring },
    pressure: { type: 'uniform', value: -1000 },
    direction: 'z',
    spread: { way: 'two' },
  };
  const opened = inOrder(library.loads).find(
    (load): load is AreaLoad =>
      load.type === 'area' && load.region.kind === 'polygon' && load.region.openings !== undefined,
  )!;
  const model: Model = { ...library, loads: { ...library.loads, l900: round } };
  expect(done('area-load', model, { ...areaValues(round, model), value: -2000 }).loads.l900).toEqual({
    ...round,
    pressure: { type: 'uniform', value: -2000 },
  });
  const moved = done('area-load', model, { ...areaValues(opened, model), p1: [20, 0, 4.2] }).loads[
    opened.id
  ] as AreaLoad;
  expect(moved.region).toMatchObject({
    kind: 'polygon',
    openings: opened.region.kind === 'polygon' ? opened.region.openings : [],
  });
});

test('what the forms do not show stays: a slanting span, a load against its direction, factors that differ from case to case', () => {
  const live = caseOf(library, 'L');
  const slanting: AreaLoad = {
    id: 'l900',
    case: live,
    type: 'area',
    region: {
      kind: 'polygon',
      points: [
        [0, 0, 4.2],
        [6.4, 0, 4.2],
        [6.4, 7.2, 4.2],
        [0, 7.2, 4.2],
      ],
    },
    pressure: { type: 'uniform', value: 1000 },
    reversed: true,
    direction: 'z',
    spread: { way: 'one', along: [1, 0.8, 0] },
  };
  const model: Model = { ...library, loads: { ...library.loads, l900: slanting } };
  expect(done('area-load', model, { ...areaValues(slanting, model), value: 2000 }).loads.l900).toMatchObject({
    reversed: true,
    spread: slanting.spread,
    pressure: { value: 2000 },
  });
  expect(done('area-load', model, { ...areaValues(slanting, model), spread: 'two' }).loads.l900).toMatchObject({
    spread: { way: 'two' },
  });
  const sway = Object.values(library.loadRules).find((rule) => rule.type === 'notional')!;
  const gravity =
    sway.type === 'notional' ? sway.gravity.map((one, i) => ({ ...one, factor: i === 2 ? 1.6 : 1.2 })) : [];
  const uneven: Model = {
    ...library,
    loadRules: { ...library.loadRules, [sway.id]: { ...sway, gravity } as LoadRule },
  };
  const { tool, values } = ruleForm(uneven.loadRules[sway.id], uneven);
  expect(done(tool, uneven, { ...values, share: 0.003 }).loadRules[sway.id]).toMatchObject({ share: 0.003, gravity });
});

test('patterns of a case that has alternatives already join them; a case that another rule fills stays when one rule leaves it', () => {
  const live = caseOf(library, 'L');
  const grouped: Model = {
    ...library,
    cases: { ...library.cases, [live]: { ...library.cases[live], alternatives: 'rooms' } },
  };
  const made = done('rule-pattern', grouped, { source: live, patterns: ['alternateY'] });
  expect(Object.values(made.cases).filter((one) => one.alternatives === 'rooms')).toHaveLength(3);
  const wind = Object.values(library.loadRules).find((rule) => rule.type === 'asceWind')!;
  const twice: Model = { ...library, loadRules: { ...library.loadRules, r90: { ...wind, id: 'r90', label: 'Same' } } };
  const { tool, values } = ruleForm(wind, twice);
  expect(Object.keys(done(tool, twice, { ...values, directions: ['+x'] }).cases)).toEqual(Object.keys(twice.cases));
});

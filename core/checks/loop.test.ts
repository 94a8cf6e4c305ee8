import fc from 'fast-check';
import { solveNow } from '../fem';
import { applyAct, type Edit, type Model } from '../model';
import { columnShare } from '../codes/aci318-19/checks/stiffness-by-bars';
import { beams, edited } from './verification/beams';
import { column, eightBars } from './verification/columns';
import { closeLoop, MemberChecker, type Loop, type LoopChoice, type LoopProgress } from './index';

const inch = 0.0254;

/** Walks the loop to its end. */
function walk(model: Model, choice: Partial<LoopChoice> = {}): { loop: Loop; told: LoopProgress[] } {
  const told: LoopProgress[] = [];
  const steps = closeLoop(model, {
    members: Object.keys(model.members),
    stiffness: 'byBars',
    chosen: 'stay',
    neverGrowing: true,
    rounds: 12,
    ...choice,
  });
  let step = steps.next();
  for (; !step.done; step = steps.next()) told.push(step.value);
  return { loop: step.value, told };
}
function done(loop: Loop) {
  if (!loop.ok) throw new Error(loop.reason);
  return loop;
}
const taken = (model: Model, edits: readonly Edit[]): Model => edited(model, [...edits]);
const checks = (model: Model) => new MemberChecker(model, solveNow(model).solution!);

/** A frame of two bays and as many storeys as heights, of concrete of 30 MPa, under dead and wind cases: columns 400 × 400, beams 300 × 500. */
function frame(heights: readonly number[], { q = 25e3, H = 30e3, code = 'us' as const } = {}): Model {
  const base = beams([6, 6], [q], { code, columns: true });
  const bays = [0, 6, 12];
  // begun anew: nodes and members of a frame of their own
  const emptied = edited(base, [
    { kind: 'remove', table: 'loads', ids: Object.keys(base.loads) },
    { kind: 'remove', table: 'members', ids: Object.keys(base.members) },
    { kind: 'remove', table: 'nodes', ids: Object.keys(base.nodes) },
  ]);
  const levels = heights.reduce((all, h) => [...all, all[all.length - 1] + h], [0]);
  const node = (level: number, bay: number) => `n${100 + 10 * level + bay}`;
  const nodes = levels.flatMap((z, level) =>
    bays.map((x, bay) => ({
      id: node(level, bay),
      position: [x, 0, z],
      ...(level === 0
        ? { support: { ux: true, uy: true, uz: true, rx: true, ry: true, rz: true } }
        : { support: { ux: false, uy: true, uz: false, rx: true, ry: false, rz: true } }),
    })),
  );
  const member = (id: string, start: string, end: string, role: 'beam' | 'column') => ({
    ...base.members[role === 'beam' ? 'm1' : 'm3'],
    id,
    start,
    end,
    role,
  });
  const columns = heights.flatMap((_, level) =>
    bays.map((_x, bay) => member(`m${200 + 10 * level + bay}`, node(level, bay), node(level + 1, bay), 'column')),
  );
  const ledgers = heights.flatMap((_, level) =>
    [0, 1].map((bay) => member(`m${300 + 10 * level + bay}`, node(level + 1, bay), node(level + 1, bay + 1), 'beam')),
  );
  const [dead] = Object.values(base.cases);
  const uniform = (id: string, of: string) => ({
    id,
    case: dead.id,
    type: 'uniform',
    member: of,
    axes: 'global',
    direction: 'z',
    value: -q,
    from: 0,
    to: null,
  });
  return edited(emptied, [
    { kind: 'change', table: 'cases', changes: [{ id: dead.id, fields: { nature: 'dead' } }] },
    {
      kind: 'add',
      records: {
        nodes,
        members: [...columns, ...ledgers],
        cases: [{ ...dead, id: 'c90', label: 'W', name: 'Wind', nature: 'wind', selfWeight: false }],
        storeys: levels.map((elevation, i) => ({ id: `h${50 + i}`, label: `L${i}`, elevation })),
        loads: [
          ...ledgers.map(({ id }, i) => uniform(`l${400 + i}`, id)),
          ...heights.map((_, level) => ({
            id: `l${500 + level}`,
            case: 'c90',
            type: 'node',
            node: node(level + 1, 0),
            force: [H, 0, 0],
            moment: [0, 0, 0],
          })),
        ],
      },
    } as never,
    {
      kind: 'change',
      table: 'combinations',
      changes: [
        {
          id: 'u1',
          fields: {
            factors: [
              { case: dead.id, factor: 1.2 },
              { case: 'c90', factor: 1 },
            ],
          },
        },
      ],
    },
  ]);
}

describe('stiffness by bars, ACI 318-19 Table 6.6.3.1.1(b)', () => {
  test('of a column by hand, and between its bounds', () => {
    // (0.80 + 25 · 0.02) (1 − 0.2 − 0.5 · 0.3) = 0.845
    expect(columnShare(0.02, 300, 300 * 0.4 * 0.2, 0.4, 1000)).toBeCloseTo(1.3 * 0.65, 9);
    expect(columnShare(0.02, 300, 0, 0.4, 1000)).toBe(0.875);
    expect(columnShare(0.02, 300, 300 * 0.4, 0.4, 1000)).toBe(0.35);
    // pulled, or with nothing that presses it
    expect(columnShare(0.02, -10, 0, 0.4, 1000)).toBe(0.35);
    expect(columnShare(0.02, 0, 1, 0.4, 1000)).toBe(0.35);
  });

  test('of a checked column: the least of both ends, about either axis of its own side', () => {
    const model = column({ width: 12, depth: 20, height: 10, P: 400, top: [90, 40] });
    const of = checks(model).check('m1').stiffness!();
    // 8 No. 8: 6.32 in²; Po = 0.85 · 4 (240 − 6.32) + 60 · 6.32 = 1173.7 kip; bars of the tables are mm: a tenth of a per mille
    const ratio = 6.32 / 240;
    const share = (M: number, h: number) =>
      Math.min(0.875, Math.max(0.35, (0.8 + 25 * ratio) * (1 - (M * 12) / (400 * h) - (0.5 * 400) / 1173.7)));
    // moments about global x bend it about local y or z: one of both pairs
    const [a, b] = [
      [share(90, 20), share(40, 12)],
      [share(40, 20), share(90, 12)],
    ];
    const isFirst = Math.abs(of.inertiaY - a[0]) < 2e-3;
    expect(of.inertiaY).toBeCloseTo(isFirst ? a[0] : b[0], 2);
    expect(of.inertiaZ!).toBeCloseTo(isFirst ? a[1] : b[1], 2);
  });

  test('of a beam by hand: the mean of top and bottom bars', () => {
    const bars = {
      top: { bar: '#6', count: 2 },
      bottom: { bar: '#6', count: 4 },
      stirrups: { bar: '#3', legs: 2, spacing: 0.15 },
    };
    const model = beams([6], [20e3], { bars: [bars] });
    const of = checks(model).check('m1').stiffness!();
    const cover = model.settings.bars.cover + (0.375 + 0.375) * inch;
    const rho = (3 * 0.44 * inch ** 2) / 0.3;
    const d = 0.5 - cover;
    expect(of.inertiaY).toBeCloseTo((0.1 + (25 * rho) / d) * (1.2 - (0.2 * 0.3) / d), 3);
    expect(of.inertiaZ).toBeUndefined();
  });
});

describe('the loop', () => {
  const model = frame([4, 3.5]);
  const { loop: whole, told } = walk(model);
  const loop = done(whole);
  const after = taken(model, loop.edits);

  test('settles, and what it leaves is what its own forces ask for: solved anew, bars hold as they were found and stiffness asks for itself', () => {
    expect(loop.settled).toBe(true);
    expect(loop.rounds.length).toBeGreaterThan(1);
    const checker = checks(after);
    for (const row of loop.rows) {
      const of = checker.check(row.member);
      const asked = of.stiffness!();
      for (const axis of ['inertiaY', 'inertiaZ'] as const) {
        if (asked[axis] === undefined) continue;
        expect(after.members[row.member].stiffness![axis]).toBe(row.factors[axis]);
        expect(Math.abs(asked[axis] - row.factors[axis]!)).toBeLessThanOrEqual(0.011);
      }
      expect(of.governing?.utilisation ?? null).toBeCloseTo(row.utilisation!, 9);
      expect(of.verdict).toBe(row.verdict);
      expect(row.after).not.toMatch(/proposed/);
      expect(row.before).toBe('');
    }
    expect(loop.rows.every(({ utilisation }) => utilisation! <= 1)).toBe(true);
  });

  test('walked again, it changes nothing; with bars found anew neither', () => {
    expect(done(walk(after).loop).edits).toEqual([]);
    const anew = done(walk(after, { chosen: 'anew' }).loop);
    expect(anew.settled).toBe(true);
    const bars = (of: Model) => Object.values(of.members).map(({ cage, reinforcement }) => ({ cage, reinforcement }));
    expect(bars(taken(after, anew.edits))).toEqual(bars(after));
  });

  test('forces follow the stiffness: beams that crack more give moments to columns, which the first round did not know', () => {
    const [first, last] = [model, after].map((of) => {
      const { solution } = solveNow(of);
      return solution!;
    });
    expect(first.cases[0].displacements).not.toEqual(last.cases[0].displacements);
    // what has less stiffness sways more
    const sway = (solution: typeof first) => solution.cases[1].displacements[6 * solution.nodeIds.indexOf('n120')];
    expect(sway(last)).toBeGreaterThan(1.5 * sway(first));
  });

  test('it is one act that one undo takes back', () => {
    const made = applyAct(model, { edits: [...loop.edits] });
    if (!made.ok) throw new Error(made.error);
    const back = applyAct(made.model, { edits: made.inverse });
    if (!back.ok) throw new Error(back.error);
    expect(back.model.members).toEqual(model.members);
  });

  test('it tells how far it is, in rounds of analysis and bars, and at last checks', () => {
    expect(told[0]).toMatchObject({ round: 1, phase: 'analysis' });
    expect(told.filter(({ phase }) => phase === 'checks').at(-1)).toMatchObject({ fraction: 1 });
    expect(told.filter(({ phase, fraction }) => phase === 'bars' && fraction === 1)).toHaveLength(loop.rounds.length);
    expect(told.every(({ fraction }) => fraction >= 0 && fraction <= 1)).toBe(true);
  });

  test('with stiffness as it is, one analysis does, and nothing but bars changes', () => {
    const kept = done(walk(model, { stiffness: 'kept' }).loop);
    expect(kept.rounds).toHaveLength(1);
    const of = taken(model, kept.edits);
    for (const { id, stiffness, cage, reinforcement } of Object.values(of.members)) {
      expect(stiffness).toEqual(model.members[id].stiffness);
      expect(cage ?? reinforcement).toBeDefined();
    }
  });

  test('as many rounds as are allowed, and no more: what does not change any more is not claimed', () => {
    const one = done(walk(model, { rounds: 1 }).loop);
    expect([one.rounds.length, one.settled]).toEqual([1, false]);
  });

  test('walked step by step, with bars found anew, it comes to the same', () => {
    let now = model;
    for (let i = 0; i < 12; i++) {
      const { edits } = done(walk(now, { rounds: 1, chosen: 'anew' }).loop);
      if (edits.length === 0) break;
      now = taken(now, edits);
    }
    for (const { id, cage, reinforcement, stiffness } of Object.values(after.members)) {
      expect([now.members[id].cage, now.members[id].reinforcement]).toEqual([cage, reinforcement]);
      for (const axis of ['inertiaY', 'inertiaZ'] as const)
        expect(Math.abs((now.members[id].stiffness![axis] ?? 1) - (stiffness![axis] ?? 1))).toBeLessThan(0.03);
    }
  });

  test('what is not walked with is checked with the forces it is left with: beams that fail when columns soften', () => {
    // few bars in the beams, which do with the moments that stiff columns hold at their ends
    const thin = { bar: '#6', count: 2 };
    const weak = edited(model, [
      {
        kind: 'change',
        table: 'members',
        changes: Object.values(model.members)
          .filter(({ role }) => role === 'beam')
          .map(({ id }) => ({
            id,
            fields: { reinforcement: { top: thin, bottom: thin, stirrups: { bar: '#3', legs: 2, spacing: 0.1 } } },
          })),
      },
    ]);
    const columns = Object.values(weak.members).flatMap(({ id, role }) => (role === 'column' ? [id] : []));
    const walked = done(walk(weak, { members: columns }).loop);
    const checker = checks(taken(weak, walked.edits));
    const failing = Object.values(weak.members).flatMap(({ id, role }) => {
      const of = checker.check(id);
      return role === 'beam' && of.verdict === 'fails' ? [[id, of.governing!.utilisation] as const] : [];
    });
    expect(failing.length).toBeGreaterThan(0);
    expect(new Map(walked.others.map(({ key, utilisation }) => [key, utilisation]))).toEqual(
      new Map(failing.map(([id, utilisation]) => [id, expect.closeTo(utilisation, 6) as number])),
    );
    expect(walked.rows.map(({ member }) => member).sort()).toEqual(columns.sort());
  });

  test('bars that are chosen stay', () => {
    const chosen = edited(model, [
      { kind: 'change', table: 'members', changes: [{ id: 'm200', fields: { cage: eightBars } }] },
    ]);
    const of = taken(chosen, done(walk(chosen).loop).edits);
    expect(of.members.m200.cage).toEqual(eightBars);
  });
});

test('no lift has more or thicker bars than the one below it: where the top is bent most, those below it have as many', () => {
  // the uppermost beam is loaded most and bends the columns below it
  const base = frame([3.5, 3.5], { q: 15e3, H: 5e3 });
  const model = edited(base, [
    {
      kind: 'change',
      table: 'loads',
      changes: Object.values(base.loads)
        .filter((load) => 'member' in load && ['m310', 'm311'].includes(load.member as string))
        .map(({ id }) => ({ id, fields: { value: -70e3 } })),
    },
  ]);
  const steel = (of: Model, id: string) => {
    const bars = of.members[id].cage!.bars!;
    if ('ring' in bars) throw new Error('a ring');
    return bars;
  };
  const pairs = ['0', '1', '2'].map((bay) => [`m20${bay}`, `m21${bay}`] as const);
  const free = taken(model, done(walk(model, { stiffness: 'kept', neverGrowing: false }).loop).edits);
  const held = taken(model, done(walk(model, { stiffness: 'kept' }).loop).edits);
  const total = (of: Model, id: string) => steel(of, id).alongY + steel(of, id).alongZ;
  expect(
    pairs.some(
      ([below, above]) =>
        total(free, below) < total(free, above) || steel(free, below).corner !== steel(free, above).corner,
    ),
  ).toBe(true);
  for (const [below, above] of pairs) {
    const [b, a] = [steel(held, below), steel(held, above)];
    expect(b.alongY).toBeGreaterThanOrEqual(a.alongY);
    expect(b.alongZ).toBeGreaterThanOrEqual(a.alongZ);
    expect(Number(b.corner.slice(1))).toBeGreaterThanOrEqual(Number(a.corner.slice(1)));
    // those above keep what they were given, and all have the ties their bars ask for
    expect(a).toEqual(steel(free, above));
  }
  const checker = checks(held);
  for (const [below] of pairs) expect(checker.check(below).verdict).not.toBe('fails');
});

describe('it is not walked', () => {
  const reason = (model: Model, choice?: Partial<LoopChoice>) => {
    const { loop } = walk(model, choice);
    return loop.ok ? '' : loop.reason;
  };
  test('with members that are locked: they stay as they are, and are checked with the others', () => {
    const model = edited(frame([4]), [{ kind: 'settings.change', fields: { locked: ['m200'] } }]);
    const loop = done(walk(model).loop);
    expect(loop.rows.some(({ member }) => member === 'm200')).toBe(false);
    expect(taken(model, loop.edits).members.m200).toEqual(model.members.m200);
    expect(reason(model, { members: ['m200'] })).toMatch(/not locked/);
  });
  test('where none is of concrete, or nothing is chosen', () => {
    expect(reason(frame([4]), { members: [] })).toMatch(/None of them is a beam or a column of concrete/);
  });
  test('by bars where a set of stiffness lowers concrete already', () => {
    const model = edited(frame([4]), [
      {
        kind: 'add',
        records: {
          stiffnessSets: [
            {
              id: 'k9',
              label: 'Cracked',
              source: 'own',
              rules: [{ material: 'concrete', role: 'any', factors: { inertiaY: 0.5, inertiaZ: 0.5 } }],
            },
          ],
        },
      },
      { kind: 'change', table: 'combinations', changes: [{ id: 'u1', fields: { stiffnessSet: 'k9' } }] },
    ]);
    expect(reason(model)).toMatch(/“Cracked”, which changes that of concrete already/);
    expect(reason(model, { stiffness: 'kept' })).toBe('');
  });
  test('by bars under EN 1992-1-1, which has no such factors', () => {
    const model = beams([6], [20e3], { code: 'eurocode', columns: true });
    expect(reason(model)).toMatch(/that of ACI 318-19/);
    expect(done(walk(model, { stiffness: 'kept' }).loop).settled).toBe(true);
  });
  test('where the analysis stops, with what stops it', () => {
    const base = frame([4]);
    const model = edited(base, [
      {
        kind: 'change',
        table: 'nodes',
        changes: Object.keys(base.nodes).map((id) => ({ id, fields: { support: null } })),
      },
    ]);
    expect(reason(model)).toMatch(/^The analysis stops: .{20,}/);
  });
});

test('on random frames: factors lie within their bounds, what is settled asks for itself, and what is not says so', () =>
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 3, max: 5, noNaN: true }), { minLength: 1, maxLength: 3 }),
      fc.integer({ min: 5, max: 45 }).map((kN) => kN * 1e3),
      fc.integer({ min: 1, max: 60 }).map((kN) => kN * 1e3),
      (heights, q, H) => {
        const model = frame(heights, { q, H });
        const loop = done(walk(model).loop);
        const after = taken(model, loop.edits);
        const checker = checks(after);
        for (const row of loop.rows) {
          const [least, most] = row.role === 'column' ? [0.35, 0.875] : [0.25, 0.5];
          expect(row.factors.inertiaY).toBeGreaterThanOrEqual(least);
          expect(row.factors.inertiaY).toBeLessThanOrEqual(most);
          const asked = checker.check(row.member).stiffness!();
          if (loop.settled) expect(Math.abs(asked.inertiaY - row.factors.inertiaY!)).toBeLessThanOrEqual(0.0111);
        }
        if (!loop.settled) {
          const last = loop.rounds.at(-1)!;
          expect(last.stiffness > 0.01 || last.bars > 0).toBe(true);
          expect(loop.rounds).toHaveLength(12);
        }
      },
    ),
    { numRuns: 8, seed: 20261202 },
  ));

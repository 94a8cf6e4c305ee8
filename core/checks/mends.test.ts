import { findCatalogueShape, findMaterial, catalogueShapes, sectionProperties } from '../catalog';
import { solveNow, type Solution } from '../fem';
import type { Edit, Model } from '../model';
import { build } from '../results/verification/book/structure';
import { findMends, MemberChecker, type Mend, type Mends } from './index';
import { beams, edited, type Code } from './verification/beams';

function solved(model: Model): Solution {
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  return solution;
}

function found(model: Model, solution: Solution, member: string): Extract<Mends, { ok: true }> {
  const steps = findMends(model, solution, member);
  let step = steps.next();
  while (!step.done) step = steps.next();
  if (!step.value.ok) throw new Error(step.value.reason);
  return step.value;
}

/** The worst of all checks of members, of a model whose forces are given. */
function worst(model: Model, solution: Solution, members = ['m1']): number {
  const checker = new MemberChecker(model, solution);
  return Math.max(
    ...members.flatMap((id) => checker.check(id).checks.flatMap((check) => (check.made ? check.utilisation : []))),
  );
}

const ofKind = (mends: readonly Mend[], kind: Mend['kind']) => mends.filter((mend) => mend.kind === kind);

/** A simple beam of steel over 8 m, of several members, held at its ends alone, under q (N/m). */
function steelBeam(q: number, name = 'W16X26', pieces = 1): Model {
  const held = { ux: true, uy: true, uz: true, rx: true, ry: false, rz: true };
  const at = (i: number) => (8 * i) / pieces;
  const steel = findMaterial('A992')!;
  const model = build({
    E: 200e9,
    nodes: Array.from({ length: pieces + 1 }, (_, i) => ({
      position: [at(i), 0, 0] as [number, number, number],
      ...(i === 0 ? { support: held } : i === pieces ? { support: { ...held, ux: false } } : {}),
    })),
    shape: findCatalogueShape(name)!.shape,
    members: Array.from({ length: pieces }, (_, i) => [i + 1, i + 2, { role: 'beam' as const }]),
    loads: Array.from({ length: pieces }, (_, i) => ({
      type: 'uniform',
      member: `m${i + 1}`,
      axes: 'global',
      direction: 'z',
      value: -q,
      from: 0,
      to: null,
    })) as never,
  });
  return edited(model, [
    { kind: 'change', table: 'sections', changes: [{ id: 's1', fields: { name } }] },
    {
      kind: 'change',
      table: 'materials',
      changes: [
        {
          id: 't1',
          fields: {
            name: 'A992',
            kind: 'steel',
            standard: steel.standard,
            yieldStress: steel.yieldStress,
            tensileStrength: steel.tensileStrength,
          },
        },
      ],
    },
    { kind: 'change', table: 'combinations', changes: [{ id: 'u1', fields: { purpose: 'strength' } }] },
  ]);
}

describe('a steel beam above 1', () => {
  const model = steelBeam(15e3);
  const solution = solved(model);
  const { now, mends } = found(model, solution, 'm1');

  test('buckling sideways gets other sections and a hold, no grade as it would not help, each with what the checks of the edited model give', () => {
    expect(now.utilisation).toBeCloseTo(worst(model, solution), 12);
    expect(now.utilisation).toBeGreaterThan(1);
    expect(new Set(mends.map(({ kind }) => kind))).toEqual(new Set(['section', 'hold']));
    for (const { edits, utilisation } of mends) {
      expect(worst(edited(model, [...edits]), solution)).toBeCloseTo(utilisation, 12);
      expect(utilisation).toBeLessThan(now.utilisation);
    }
  });

  test('what holds stands before what only helps', () => {
    const holds = mends.map(({ utilisation }) => utilisation <= 1);
    expect(holds).toEqual([...holds].sort((a, b) => Number(b) - Number(a)));
    expect(holds[0]).toBe(true);
  });

  test('the section named is the lightest W with which it holds, by trying all of them', () => {
    const lightest = catalogueShapes
      .filter(({ family }) => family === 'W')
      .sort((a, b) => sectionProperties(a.shape).area - sectionProperties(b.shape).area)
      .find(({ shape }) => {
        const other = edited(model, [
          { kind: 'change', table: 'sections', changes: [{ id: 's1', fields: { shape } }] } as Edit,
        ]);
        return worst(other, solution) <= 1;
      })!;
    expect(ofKind(mends, 'section').some(({ words }) => words.startsWith(`${lightest.name} in place of W16X26`))).toBe(
      true,
    );
  });

  test('a hold half-way is half the length typed by hand', () => {
    const [hold] = ofKind(mends, 'hold');
    const byHand = edited(model, [
      {
        kind: 'change',
        table: 'members',
        changes: [{ id: 'm1', fields: { steelDesign: { unbracedLengthMinor: 4, unbracedLengthTorsion: 4 } } }],
      },
    ]);
    expect(hold.utilisation).toBeCloseTo(worst(byHand, solution), 12);
    expect(hold.words).toContain('4.00');
  });

  test('solved anew after taking one over, a beam on two supports holds', () => {
    for (const { edits, utilisation } of mends.filter((mend) => mend.utilisation <= 1)) {
      const after = edited(model, [...edits]);
      expect(worst(after, solved(after))).toBeCloseTo(utilisation, 6);
    }
  });
});

test('a steel beam drawn in four pieces gets the same sections as one in one, for all of its pieces', () => {
  const [one, four] = [steelBeam(15e3), steelBeam(15e3, 'W16X26', 4)];
  const [whole, pieces] = [found(one, solved(one), 'm1'), found(four, solved(four), 'm2')];
  const names = ({ mends }: typeof whole) => ofKind(mends, 'section').map(({ words }) => words);
  expect(names(pieces)).toEqual(names(whole));
  const changes = ofKind(pieces.mends, 'section')[0].edits.flatMap((edit) =>
    edit.kind === 'change' ? edit.changes : [],
  );
  expect(changes).toHaveLength(4);
});

test('a beam fixed in its columns draws more the deeper it is: what is offered holds once it is solved anew', () => {
  const bars = {
    top: { bar: '#6', count: 4 },
    bottom: { bar: '#6', count: 3 },
    stirrups: { bar: '#3', legs: 2, spacing: 0.15 },
  };
  const plain = beams([7, 7], [55e3], { bars: [bars, bars], columns: true });
  const { bars: rules } = plain.settings;
  const model = edited(plain, [
    { kind: 'settings.change', fields: { bars: { ...rules, hooks: { ties: true, core: true } } } },
  ]);
  const { mends } = found(model, solved(model), 'm1');
  const sections = ofKind(mends, 'section');
  expect(sections.length).toBeGreaterThan(0);
  for (const { edits, anew } of sections) {
    const after = edited(model, [...edits]);
    expect(worst(after, solved(after), ['m1', 'm2'])).toBeCloseTo(anew!.utilisation, 9);
  }
  expect(sections[0].anew!.utilisation).toBeLessThanOrEqual(1);
});

test('a member that holds is not mended, and it is said', () => {
  const model = steelBeam(1e3);
  const steps = findMends(model, solved(model), 'm1');
  let step = steps.next();
  while (!step.done) step = steps.next();
  expect(step.value).toEqual({ ok: false, reason: expect.stringContaining('No check of') });
});

describe.each<[Code, string, string]>([
  ['us', '#6', '#3'],
  ['eurocode', 'D16', 'D10'],
])('a concrete beam above 1 by %s', (code, bar, stirrup) => {
  const bars = {
    top: { bar, count: 2 },
    bottom: { bar, count: 2 },
    stirrups: { bar: stirrup, legs: 2, spacing: 0.2 },
  };
  const model = beams([6], [60e3], { bars: [bars], code });
  const solution = solved(model);
  const { now, mends } = found(model, solution, 'm1');

  test('gets other bars and larger sections, each with what the checks of the edited model give', () => {
    expect(now.utilisation).toBeGreaterThan(1);
    expect(mends.map(({ kind }) => kind)).toEqual(expect.arrayContaining(['bars', 'section']));
    for (const { edits, utilisation } of mends)
      expect(worst(edited(model, [...edits]), solution)).toBeCloseTo(utilisation, 12);
    expect(mends[0].utilisation).toBeLessThanOrEqual(1);
  });

  test('bars are changed on the face alone that is short of them, and are chosen then, not proposed', () => {
    const [{ edits, words, isOpen }] = ofKind(mends, 'bars');
    expect(words).toContain('Other bottom bars');
    const after = edited(model, [...edits]).members.m1.reinforcement!;
    expect(after.top).toEqual(bars.top);
    expect(after.stirrups).toEqual(bars.stirrups);
    expect(after.bottom).not.toEqual(bars.bottom);
    expect(isOpen).toBe(false);
  });

  test('the deeper section is the first step that holds, by hand with the same bars or with proposed ones', () => {
    const deeper = ofKind(mends, 'section').filter(({ words }) => /^(300|11.8)/.test(words));
    const after = edited(model, [...deeper[0].edits]);
    const { shape } = after.sections[after.members.m1.section!];
    if (shape.type !== 'rectangle') throw new Error('not a rectangle');
    expect(shape.width).toBeCloseTo(0.3, 9);
    for (let depth = 0.55; depth < shape.depth - 1e-6; depth += 0.05) {
      const shallower = (reinforcement: typeof bars | null) =>
        edited(model, [
          {
            kind: 'change',
            table: 'sections',
            changes: [{ id: 's1', fields: { shape: { type: 'rectangle', depth, width: 0.3 } } }],
          } as Edit,
          { kind: 'change', table: 'members', changes: [{ id: 'm1', fields: { reinforcement } }] },
        ]);
      expect(Math.min(worst(shallower(bars), solution), worst(shallower(null), solution))).toBeGreaterThan(1);
    }
  });
});

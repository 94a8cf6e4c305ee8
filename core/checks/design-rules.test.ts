import { solveNow } from '../fem';
import { applyAct, rulesOf, type Edit, type Model } from '../model';
import { build } from '../results/verification/book/structure';
import { Sheet } from '../sheet';
import { expectPrintedToHold } from '../sheet/verification/printed';
import { column } from './verification/columns';
import { twoLayers, wallModel } from './verification/walls';
import { MemberChecker, type MemberChecks } from './index';

const fixed = { ux: true, uy: true, uz: true, rx: true, ry: true, rz: true };

function edited(model: Model, ...edits: Edit[]): Model {
  const made = applyAct(model, { edits });
  if (!made.ok) throw new Error(made.error);
  return made.model;
}

/** Two cantilevers alike, of concrete, side by side. */
const twins = (): Model =>
  edited(
    build({
      E: 30e9,
      nodes: [
        { position: [0, 0, 0], support: fixed },
        { position: [4, 0, 0] },
        { position: [0, 9, 0], support: fixed },
        { position: [4, 9, 0] },
      ],
      shape: { type: 'rectangle', depth: 0.5, width: 0.3 },
      members: [
        [1, 2, { role: 'beam' }],
        [3, 4, { role: 'beam' }],
      ],
      loads: ['m1', 'm2'].map((member) => ({
        type: 'uniform',
        member,
        axes: 'global',
        direction: 'z',
        value: -25e3,
        from: 0,
        to: null,
      })),
    }),
    {
      kind: 'change',
      table: 'materials',
      changes: [
        {
          id: 't1',
          fields: { name: 'C', kind: 'concrete', elasticModulus: 30e9, poissonRatio: 0.2, concreteStrength: 30e6 },
        },
      ],
    },
    { kind: 'change', table: 'combinations', changes: [{ id: 'u1', fields: { purpose: 'strength' } }] },
  );

const both = (model: Model): [MemberChecks, MemberChecks] => {
  const checker = new MemberChecker(model, solveNow(model).solution!);
  return [checker.check('m1'), checker.check('m2')];
};
/** All a check says in numbers, whatever the member is called. */
const numbers = ({ checks, reinforcement }: MemberChecks) => ({
  checks: checks.map((check) => [check.id, check.made ? check.utilisation : check.reason]),
  reinforcement,
});

const others = {
  steel: 'Grade 40',
  yieldStress: 275.8e6,
  cover: 0.075,
  longitudinal: ['#6', '#9'],
  stirrup: '#4',
};

test('a beam is designed by the set it is given, as if those were the rules of the project, and its neighbour by the project’s', () => {
  const plain = twins();
  const [first] = both(plain);
  const mixed = edited(
    plain,
    { kind: 'add', records: { designRules: [{ id: 'dr1', label: 'Outside', ...others }] } },
    { kind: 'change', table: 'members', changes: [{ id: 'm2', fields: { rules: 'dr1' } }] },
  );
  const [left, right] = both(mixed);
  expect(numbers(left)).toEqual(numbers(first));
  const [wholly] = both(edited(plain, { kind: 'settings.change', fields: { bars: others } }));
  expect(numbers(right)).toEqual(numbers(wholly));
  expect(numbers(right)).not.toEqual(numbers(left));
  expect(right.reinforcement!.stirrups!.value.bar.name).toBe('#4');
  expect(['#6', '#9']).toContain(right.reinforcement!.top!.value.bar.name);
});

test('a set that is deleted leaves its members to the rules of the project; one that is not there cannot be given', () => {
  const model = edited(
    twins(),
    { kind: 'add', records: { designRules: [{ id: 'dr1', label: 'Outside', ...others }] } },
    { kind: 'change', table: 'members', changes: [{ id: 'm2', fields: { rules: 'dr1' } }] },
  );
  expect(rulesOf(model, model.members.m2)).toMatchObject({ name: 'Outside', rules: { cover: 0.075 } });
  const without = edited(model, { kind: 'remove', table: 'designRules', ids: ['dr1'] });
  expect(without.members.m2.rules).toBeUndefined();
  expect(rulesOf(without, without.members.m2).rules).toBe(without.settings.bars);
  const unknown = applyAct(without, {
    edits: [{ kind: 'change', table: 'members', changes: [{ id: 'm2', fields: { rules: 'dr7' } }] }],
  });
  expect(unknown).toMatchObject({ ok: false, error: expect.stringContaining('dr7') as string });
});

test('strength reduction factors of ACI 318-19 that are typed reach beams, columns and piers, and their sheets say so', () => {
  const reduction = { tension: 0.72, compression: 0.52, shear: 0.6 };
  const lowered = (model: Model) =>
    edited(model, {
      kind: 'settings.change',
      fields: { bars: { ...model.settings.bars, reduction, service: { leftOut: true } } },
    });
  const all = (model: Model, id: string | undefined) => {
    const checker = new MemberChecker(model, solveNow(model).solution!);
    return id === undefined ? checker.piers.check(checker.piers.keys[0]).checks : checker.check(id).checks;
  };
  // far above 1 or far below, tension controls beams and compression pressed columns: 0.9 / 0.72, 0.65 / 0.52, 0.75 / 0.6 are all 1.25
  for (const [model, id, checks] of [
    [
      edited(twins(), {
        kind: 'change',
        table: 'members',
        changes: [
          {
            id: 'm1',
            fields: {
              reinforcement: {
                top: { bar: '#8', count: 3 },
                bottom: { bar: '#8', count: 2 },
                stirrups: { bar: '#4', legs: 2, spacing: 0.15 },
              },
            },
          },
        ],
      }),
      'm1',
      ['flexure-top', 'shear'],
    ],
    [column({ height: 8, P: 600, top: [20, 10] }), 'm1', ['axial-bending', 'shear-z']],
    [
      wallModel({ code: 'us', P: 1200, V: 100, bars: twoLayers }),
      undefined,
      ['wall-axial-bending', 'wall-shear-in-plane'],
    ],
  ] as const) {
    const [before, after] = [all(model, id), all(lowered(model), id)];
    for (const check of checks) {
      const [one, other] = [before, after].map((list) => list.find((of) => of.id === check));
      if (!one?.made || !other?.made)
        throw new Error(`${check} was not made: ${before.map(({ id: name }) => name).join(' ')}`);
      expect([check, other.utilisation / one.utilisation]).toEqual([check, expect.closeTo(1.25, 6)]);
      const sheet = new Sheet();
      other.trace(sheet);
      expect(sheet.remarks.join(' ')).toMatch(/φ as typed in the design rules/);
      for (const step of [...sheet.steps, sheet.comparison!])
        for (const units of ['si', 'us'] as const) expectPrintedToHold(step, units);
    }
  }
});

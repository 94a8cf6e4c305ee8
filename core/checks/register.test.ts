import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildDunlinStudios } from '../../demo/dunlin-studios';
import { buildQuillhavenLibrary } from '../../demo/quillhaven-library';
import { buildTernHide } from '../../demo/tern-hide';
import { designCodes } from '../codes/checks';
import { solveNow } from '../fem';
import { applyAct, type Model } from '../model';
import { beams, edited, type Code } from './verification/beams';
import { column } from './verification/columns';
import { twoLayers, wallModel } from './verification/walls';
import { checkRegister, MemberChecker, registerText, type Check } from './index';

const tern = buildTernHide();
const twisted = (model: Model): Model => {
  const made = applyAct(model, {
    edits: [
      {
        kind: 'add',
        records: {
          loads: [
            {
              id: 'l900',
              case: 'c1',
              type: 'moment',
              member: 'm4',
              axes: 'local',
              direction: 'x',
              value: 5e3,
              at: 1,
            },
            { id: 'l901', case: 'c1', type: 'point', member: 'm4', axes: 'local', direction: 'y', value: 5e3, at: 1 },
            { id: 'l902', case: 'c1', type: 'point', member: 'm4', axes: 'local', direction: 'x', value: 9e5, at: 1 },
          ] as never,
        },
      },
    ],
  });
  if (!made.ok) throw new Error(made.error);
  return made.model;
};

/** Studios whose beams keep all of their torsional stiffness. */
function stiffInTorsion(model: Model): Model {
  const made = applyAct(model, {
    edits: [
      {
        kind: 'change',
        table: 'members',
        changes: Object.keys(model.members).map((id) => ({ id, fields: { stiffness: null } })),
      },
    ],
  });
  if (!made.ok) throw new Error(made.error);
  return made.model;
}

/** A beam on two supports whose section has a flange of its own. */
const flanged = (code: Code): Model =>
  edited(beams([8], [20e3], { code }), [
    {
      kind: 'change',
      table: 'sections',
      changes: [
        {
          id: 's1',
          fields: {
            shape: { type: 'concreteTee', depth: 0.5, webWidth: 0.3, flangeWidth: 1.1, flangeThickness: 0.12 },
          },
        },
      ],
    },
  ]);

/** A beam whose rules leave torsion to others, and axial force out by hand. */
const asked = (code: Code): Model => {
  const model = beams([8], [20e3], { code });
  return edited(model, [
    {
      kind: 'settings.change',
      fields: { bars: { ...model.settings.bars, forces: { torsion: 'compatibility', axial: 'out' } } },
    },
  ]);
};

/** A deep beam whose rules choose its depth in place of its deflection. */
const byDepth = (code: Code): Model => {
  const model = beams([5], [10e3], { code, service: true });
  return edited(model, [
    {
      kind: 'settings.change',
      fields: { bars: { ...model.settings.bars, service: { byDepth: true } } },
    },
    {
      kind: 'add',
      records: {
        combinations: (['service', 'sustained'] as const).map((purpose, i) => ({
          ...model.combinations.u1,
          id: `u${50 + i}`,
          label: purpose,
          purpose,
        })),
      },
    },
  ]);
};

/** All checks of the members of some models, by code. */
const found = [
  buildQuillhavenLibrary(),
  tern,
  twisted(tern),
  flanged('us'),
  flanged('eurocode'),
  buildDunlinStudios(),
  stiffInTorsion(buildDunlinStudios()),
  asked('us'),
  asked('eurocode'),
  byDepth('us'),
  byDepth('eurocode'),
  column({ height: 20, P: 150, top: [60, 60], foot: [-60, 0], cage: null }),
  column({ height: 8, P: 20, top: [200, 200], units: 'si' }),
  column({ height: 8, P: 20, pushed: false }),
  // round ones, within a spiral and within ties
  column({
    diameter: 20,
    height: 8,
    P: 20,
    top: [200, 200],
    cage: { bars: { ring: '#8', count: 8 }, ties: { bar: '#3', spacing: 0.05, around: 'spiral' } },
  }),
  column({ diameter: 20, height: 8, P: 20, top: [200, 200], code: 'eurocode', units: 'si', cage: null }),
  column({ height: 8, P: 20, top: [30, 20], code: 'eurocode', units: 'si', cage: null }),
  column({ height: 8, P: 20, pushed: false, code: 'eurocode', units: 'si' }),
  // piers: with shear and torsion, with much steel, and held by nothing
  ...(['us', 'eurocode'] as const).flatMap((code) => [
    wallModel({ code, P: 200, V: 100, out: 5, bars: { ...twoLayers, ends: { bar: '#9', count: 8 } } }),
    wallModel({
      code,
      P: 50,
      V: 250,
      twist: 90,
      held: 'nothing',
      pushed: false,
      bars: { ...twoLayers, layers: 1, ends: { bar: '#11', count: 16 } },
    }),
  ]),
].flatMap((model) => {
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  const checker = new MemberChecker(model, solution);
  const { piers } = checker;
  return [
    ...Object.keys(model.members).map((id) => checker.check(id)),
    ...piers.keys.map((key) => piers.check(key)),
  ].flatMap(({ code, checks }) => {
    return checks.map((check) => ({ code, check }));
  });
});
const entriesOf = (code: string) =>
  designCodes.find(({ title }) => title === code)!.register.flatMap(({ entries }) => entries);

test('every check that is made or said of a member stands in the register of its code, under its title, as far as it goes', () => {
  const seen = new Map<string, { code: string; check: Check }>();
  for (const one of found) seen.set(`${one.code} ${one.check.id} ${one.check.made} ${one.check.title}`, one);
  expect(seen.size).toBeGreaterThan(25);
  for (const { code, check } of seen.values()) {
    if (check.id === 'member') continue;
    const entry = entriesOf(code).find(({ id }) => id === check.id);
    expect([code, check.id, entry?.id]).toEqual([code, check.id, check.id]);
    expect(entry!.title.startsWith(check.title.slice(0, 5))).toBe(true);
    if (check.made) expect(entry!.reach).toBe(check.isRule ? 'rule' : 'compared');
    else if (check.needed && check.id !== 'flexureMajor' && check.id !== 'combined')
      expect(entry!.reach).toBe('watched');
  }
});

test('what the register calls compared, a rule or watched is met in real members', () => {
  const ids = new Set(found.map(({ code, check }) => `${code} ${check.id}`));
  for (const { title, register } of designCodes)
    for (const { id, reach } of register.slice(0, -1).flatMap(({ entries }) => entries))
      if (reach !== 'out') expect([id, ids.has(`${title} ${id}`) || id === 'flange']).toEqual([id, true]);
});

test('the page in docs is the one the register makes', () =>
  expect(readFileSync(join(process.cwd(), 'docs/checks.md'), 'utf8')).toBe(registerText()));

test('codes that are not there yet stand in the register with nothing', () => {
  expect(checkRegister().map(({ title, parts }) => [title, parts.length])).toEqual([
    ['AISC 360-22, LRFD', 2],
    ['ACI 318-19', 4],
    ['EN 1993-1-1', 0],
    ['EN 1992-1-1, 2004 + A1', 4],
  ]);
});

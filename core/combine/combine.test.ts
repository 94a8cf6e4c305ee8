import fc from 'fast-check';
import { solveNow } from '../fem';
import {
  applyAct,
  emptyModel,
  type Act,
  type Combination,
  type Combining,
  type LoadCase,
  type Model,
  type Purpose,
} from '../model';
import { combinationWeights, lineIndex, MemberLine, superpose } from '../results';
import { build, fixed } from '../results/verification/book/structure';
import {
  caseFactorsOf,
  combinationFindings,
  combinationFormula,
  combinationsThatCannotGovern,
  combiningOf,
  containsItself,
  generateCombinations,
  statedCombinations,
} from './index';
import { nonNegativeLeastSquares, withinOthers } from './hull';

const makeCase = (
  id: string,
  label: string,
  nature: LoadCase['nature'],
  category?: LoadCase['category'],
): LoadCase => ({ id, label, name: label, nature, selfWeight: false, ...(category ? { category } : {}) });

function modelWith(code: 'us' | 'eurocode', cases: LoadCase[]): Model {
  const applied = applyAct(emptyModel({ name: 'Test', units: 'si', code }), {
    edits: [{ kind: 'add', records: { cases } }],
  });
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}
const written = (model: Model, purpose: Purpose) =>
  statedCombinations(model)
    .filter((one) => one.purpose === purpose)
    .map((one) => `${one.rule.replace(/^.*\((.*?)\).*$/, '$1')}: ${combinationFormula(model, one)}`);

const us = modelWith('us', [
  makeCase('c1', 'D', 'dead'),
  makeCase('c2', 'SD', 'superimposedDead'),
  makeCase('c3', 'L', 'live'),
  makeCase('c4', 'Lr', 'roofLive'),
  makeCase('c5', 'S', 'snow'),
  makeCase('c6', 'W', 'wind'),
  makeCase('c7', 'E', 'seismic'),
]);

test('ASCE 7-22 2.3.1, written out by hand from the standard for D, L, Lr, S, W', () => {
  expect(written(us, 'strength')).toEqual([
    '1: 1.4 D + 1.4 SD',
    '2: 1.2 D + 1.2 SD + 1.6 L + 0.5 Lr',
    '2: 1.2 D + 1.2 SD + 1.6 L + 0.3 S',
    '3: 1.2 D + 1.2 SD + 1.6 Lr + 1.0 L',
    '3: 1.2 D + 1.2 SD + 1.6 Lr + 0.5 W',
    '3: 1.2 D + 1.2 SD + 1.0 S + 1.0 L',
    '3: 1.2 D + 1.2 SD + 1.0 S + 0.5 W',
    '4: 1.2 D + 1.2 SD + 1.0 W + 1.0 L + 0.5 Lr',
    '4: 1.2 D + 1.2 SD + 1.0 W + 1.0 L + 0.3 S',
    '5: 0.9 D + 0.9 SD + 1.0 W',
    '6: 1.2 D + 1.2 SD + 1.0 E + 1.0 L + 0.15 S',
    '6: 1.2 D + 1.2 SD − 1.0 E + 1.0 L + 0.15 S',
    '7: 0.9 D + 0.9 SD + 1.0 E',
    '7: 0.9 D + 0.9 SD − 1.0 E',
  ]);
});

test('ASCE 7-22 2.4.1, written out by hand from the standard', () => {
  expect(written(us, 'service')).toEqual([
    '1: 1.0 D + 1.0 SD',
    '2: 1.0 D + 1.0 SD + 1.0 L',
    '3: 1.0 D + 1.0 SD + 1.0 Lr',
    '3: 1.0 D + 1.0 SD + 0.7 S',
    '4: 1.0 D + 1.0 SD + 0.75 L + 0.75 Lr',
    '4: 1.0 D + 1.0 SD + 0.75 L + 0.525 S',
    '5: 1.0 D + 1.0 SD + 0.6 W',
    '6: 1.0 D + 1.0 SD + 0.75 L + 0.45 W + 0.75 Lr',
    '6: 1.0 D + 1.0 SD + 0.75 L + 0.45 W + 0.525 S',
    '7: 0.6 D + 0.6 SD + 0.6 W',
    '8: 1.0 D + 1.0 SD + 0.7 E',
    '8: 1.0 D + 1.0 SD − 0.7 E',
    '9: 1.0 D + 1.0 SD + 0.525 E + 0.75 L + 0.1 S',
    '9: 1.0 D + 1.0 SD − 0.525 E + 0.75 L + 0.1 S',
    '10: 0.6 D + 0.6 SD + 0.7 E',
    '10: 0.6 D + 0.6 SD − 0.7 E',
  ]);
  expect(written(us, 'sustained')).toEqual(['ASCE 7-22 CC.2.1: 1.0 D + 1.0 SD + 0.5 L']);
});

const asked = (model: Model, change: { asce?: Partial<Combining['asce']>; en?: Partial<Combining['en']> }): Model => {
  const { asce, en } = combiningOf(model);
  return {
    ...model,
    settings: { ...model.settings, combining: { asce: { ...asce, ...change.asce }, en: { ...en, ...change.en } } },
  };
};

test('with S_DS 0.5, ρ 1.3 and Ω₀ 2.5: 0.2 S_DS D goes with the earthquake, and it acts to and fro', () => {
  const dead = modelWith('us', [makeCase('c1', 'D', 'dead'), makeCase('c2', 'E', 'seismic')]);
  expect(written(asked(dead, { asce: { sds: 0.5, redundancy: 1.3, overstrength: 2.5 } }), 'strength')).toEqual([
    '1: 1.4 D',
    '6: 1.3 D + 1.3 E',
    '6: 1.3 D − 1.3 E',
    '7: 0.8 D + 1.3 E',
    '7: 0.8 D − 1.3 E',
    '6: 1.3 D + 2.5 E',
    '6: 1.3 D − 2.5 E',
    '7: 0.8 D + 2.5 E',
    '7: 0.8 D − 2.5 E',
  ]);
});

test('ASCE 7-16 has snow at service level and 0.5 L by exception 1', () => {
  const model = modelWith('us', [
    makeCase('c1', 'D', 'dead'),
    makeCase('c2', 'L', 'live'),
    makeCase('c3', 'S', 'snow'),
    makeCase('c4', 'W', 'wind'),
  ]);
  expect(written(asked(model, { asce: { edition: '7-16', liveFactor: 0.5 } }), 'strength')).toEqual([
    '1: 1.4 D',
    '2: 1.2 D + 1.6 L + 0.5 S',
    '3: 1.2 D + 1.6 S + 0.5 L',
    '3: 1.2 D + 1.6 S + 0.5 W',
    '4: 1.2 D + 1.0 W + 0.5 L + 0.5 S',
    '5: 0.9 D + 1.0 W',
  ]);
  expect(written(asked(model, { asce: { edition: '7-16' } }), 'service')).toContain('4: 1.0 D + 0.75 L + 0.75 S');
});

test('earth 1.6 where it adds, 0.9 or none where it resists (2.3.1), fluids as dead load, settlement 1.0, rain as roof live load; notional loads with gravity alone; mass only in nothing', () => {
  const model = modelWith('us', [
    makeCase('c1', 'D', 'dead'),
    makeCase('c2', 'F', 'fluid'),
    makeCase('c3', 'H', 'earth'),
    makeCase('c4', 'ST', 'settlement'),
    makeCase('c5', 'R', 'rain'),
    makeCase('c6', 'N', 'notional'),
    makeCase('c7', 'W', 'wind'),
    { ...makeCase('c8', 'M', 'dead'), massOnly: true },
  ]);
  const adding = [
    '1: 1.4 D + 1.4 F + 1.6 H + 1.0 ST',
    '1: 1.4 D + 1.4 F + 1.6 H + 1.0 ST + 1.0 N',
    '2: 1.2 D + 1.2 F + 1.6 H + 1.0 ST + 0.5 R',
    '2: 1.2 D + 1.2 F + 1.6 H + 1.0 ST + 0.5 R + 1.0 N',
    '3: 1.2 D + 1.2 F + 1.6 H + 1.0 ST + 1.6 R',
    '3: 1.2 D + 1.2 F + 1.6 H + 1.0 ST + 1.6 R + 1.0 N',
    '3: 1.2 D + 1.2 F + 1.6 H + 1.0 ST + 1.6 R + 0.5 W',
    '4: 1.2 D + 1.2 F + 1.6 H + 1.0 ST + 1.0 W + 0.5 R',
    '5: 0.9 D + 0.9 F + 1.6 H + 1.0 ST + 1.0 W',
  ];
  expect(written(model, 'strength')).toEqual([
    ...adding,
    ...adding.map((one) => one.replace('1.6 H', '0.9 H')),
    ...adding.map((one) => one.replace(' + 1.6 H', '')),
  ]);
  // 2.4.1: 1.0 where it adds, 0.6 or none where it resists
  expect(written(model, 'service').filter((one) => one.startsWith('7'))).toEqual([
    '7: 0.6 D + 0.6 F + 1.0 H + 1.0 ST + 0.6 W',
    '7: 0.6 D + 0.6 F + 0.6 H + 1.0 ST + 0.6 W',
    '7: 0.6 D + 0.6 F + 1.0 ST + 0.6 W',
  ]);
});

test('alternatives of a live load never act together; a live load beside them always does', () => {
  const part = (id: string, label: string): LoadCase => ({ ...makeCase(id, label, 'live'), alternatives: 'patterns' });
  const model = modelWith('us', [
    makeCase('c1', 'D', 'dead'),
    part('c2', 'La'),
    part('c3', 'Lb'),
    makeCase('c4', 'Ls', 'live'),
  ]);
  expect(written(model, 'strength')).toEqual(['1: 1.4 D', '2: 1.2 D + 1.6 Ls + 1.6 La', '2: 1.2 D + 1.6 Ls + 1.6 Lb']);
});

test('dead and live alone give the two familiar combinations', () => {
  const plain = modelWith('us', [makeCase('c1', 'D', 'dead'), makeCase('c2', 'L', 'live')]);
  expect(written(plain, 'strength')).toEqual(['1: 1.4 D', '2: 1.2 D + 1.6 L']);
  expect(statedCombinations(modelWith('us', []))).toEqual([]);
});

const eu = modelWith('eurocode', [
  makeCase('c1', 'G', 'dead'),
  makeCase('c2', 'Q', 'live', 'C'),
  makeCase('c3', 'S', 'snow'),
  makeCase('c4', 'W', 'wind'),
]);

test('EN 1990 (6.10) with category C live load, snow and wind, by hand from Tables A1.1 and A1.2(B)', () => {
  expect(written(eu, 'strength')).toEqual([
    '6.10: 1.35 G',
    '6.10: 1.35 G + 1.5 Q',
    '6.10: 1.35 G + 1.5 Q + 0.9 W',
    '6.10: 1.35 G + 1.05 Q + 1.5 W',
    '6.10: 1.35 G + 1.5 W',
    '6.10: 1.35 G + 1.5 Q + 0.75 S',
    '6.10: 1.35 G + 1.05 Q + 1.5 S',
    '6.10: 1.35 G + 1.5 Q + 0.75 S + 0.9 W',
    '6.10: 1.35 G + 1.05 Q + 1.5 S + 0.9 W',
    '6.10: 1.35 G + 1.05 Q + 0.75 S + 1.5 W',
    '6.10: 1.35 G + 1.5 S + 0.9 W',
    '6.10: 1.35 G + 0.75 S + 1.5 W',
    // γ_G,inf with every leading action, not only with wind
    '6.10: 1.0 G + 1.5 Q',
    '6.10: 1.0 G + 1.5 Q + 0.9 W',
    '6.10: 1.0 G + 1.05 Q + 1.5 W',
    '6.10: 1.0 G + 1.5 W',
    '6.10: 1.0 G + 1.5 Q + 0.75 S',
    '6.10: 1.0 G + 1.05 Q + 1.5 S',
    '6.10: 1.0 G + 1.5 Q + 0.75 S + 0.9 W',
    '6.10: 1.0 G + 1.05 Q + 1.5 S + 0.9 W',
    '6.10: 1.0 G + 1.05 Q + 0.75 S + 1.5 W',
    '6.10: 1.0 G + 1.5 S + 0.9 W',
    '6.10: 1.0 G + 0.75 S + 1.5 W',
  ]);
});

test('EN 1990 service combinations use ψ0, ψ1 and ψ2', () => {
  const rows = written(eu, 'service');
  expect(rows).toContain('6.14b: 1.0 G + 0.7 Q + 0.5 S + 1.0 W');
  expect(rows).toContain('6.15b: 1.0 G + 0.6 Q + 0.2 W');
  expect(rows).toContain('6.15b: 1.0 G + 0.7 Q');
  expect(written(eu, 'sustained')).toContain('6.16b: 1.0 G + 0.6 Q');
  expect(written(eu, 'stability').map((row) => row.replace(/^.*: /, ''))).toEqual(['0.9 G + 1.5 W']);
});

test('generating again replaces what was generated and keeps what was made or changed by hand', () => {
  const first = applyAct(us, generateCombinations(us)!);
  if (!first.ok) throw new Error(first.error);
  const changed = applyAct(first.model, {
    edits: [
      {
        kind: 'change',
        table: 'combinations',
        changes: [{ id: 'u2', fields: { factors: [{ case: 'c1', factor: 1.3 }], changed: true } }],
      },
      { kind: 'remove', table: 'cases', ids: ['c5'] },
    ],
  });
  if (!changed.ok) throw new Error(changed.error);
  const again = applyAct(changed.model, generateCombinations(changed.model)!);
  if (!again.ok) throw new Error(again.error);
  const rows = Object.values(again.model.combinations);
  expect(again.model.combinations.u2).toMatchObject({ label: 'U2', factors: [{ case: 'c1', factor: 1.3 }] });
  expect(rows.filter((row) => row.label === 'U2')).toHaveLength(1);
  expect(rows.some((row) => row.factors.some((factor) => factor.case === 'c5'))).toBe(false);
  expect(again.sentence).toMatch(/kept 1 made or changed by hand/);
});

test('EN 1990 (6.10a) and (6.10b) with ξ 0.85, national γ and ψ, by hand', () => {
  const model = modelWith('eurocode', [makeCase('c1', 'G', 'dead'), makeCase('c2', 'Q', 'live', 'B')]);
  expect(written(asked(model, { en: { expression: '6.10ab' } }), 'strength')).toEqual([
    '6.10a: 1.35 G',
    '6.10a: 1.35 G + 1.05 Q',
    '6.10b: 1.1475 G + 1.5 Q',
    '6.10b: 1.0 G + 1.5 Q',
  ]);
  expect(
    written(asked(model, { en: { permanentAdverse: 1.2, variable: 1.6, psi: { B: [0.5, 0.3, 0.2] } } }), 'strength'),
  ).toEqual(['6.10: 1.2 G', '6.10: 1.2 G + 1.6 Q', '6.10: 1.0 G + 1.6 Q']);
  expect(written(asked(model, { en: { psi: { B: [0.5, 0.3, 0.2] } } }), 'sustained')).toEqual(['6.16b: 1.0 G + 0.2 Q']);
});

test('EN 1990 (6.11b) and (6.12b): accidental with ψ2, earthquakes to and fro with 0.3 of the other direction', () => {
  const model = modelWith('eurocode', [
    makeCase('c1', 'G', 'dead'),
    makeCase('c2', 'Q', 'live', 'C'),
    makeCase('c3', 'A', 'accidental'),
    { ...makeCase('c4', 'Ex', 'seismic'), direction: '+x' },
    { ...makeCase('c5', 'Ey', 'seismic'), direction: '+y' },
  ]);
  const rows = written(model, 'strength');
  expect(rows).toContain('6.11b accidental: 1.0 G + 1.0 A + 0.6 Q');
  expect(rows.filter((row) => row.startsWith('6.12b'))).toHaveLength(8);
  expect(rows).toContain('6.12b seismic: 1.0 G + 1.0 Ex − 0.3 Ey + 0.6 Q');
});

/** Two cases on a cantilever and combinations of them. */
const cantilever = (combinations: Partial<Combination>[]) => {
  const model = build({
    nodes: [{ position: [0, 0, 0], support: fixed }, { position: [0, 0, 4] }],
    members: [[1, 2, { role: 'column' }]],
    loads: [{ type: 'node', node: 'n2', force: [1000, 0, -200000], moment: [0, 0, 0] }],
  });
  const applied = applyAct(model, {
    edits: [
      {
        kind: 'add',
        records: {
          cases: [{ id: 'c2', label: 'W', name: 'Wind', nature: 'wind', selfWeight: false }],
          loads: [{ id: 'l2', case: 'c2', type: 'node', node: 'n2', force: [3000, 0, 0], moment: [0, 0, 0] }],
        },
      },
      { kind: 'remove', table: 'combinations', ids: ['u1'] },
      {
        kind: 'add',
        records: {
          combinations: combinations.map((one, i): Combination => ({
            id: `u${i + 2}`,
            label: `K${i + 2}`,
            purpose: 'service',
            rule: '',
            factors: [],
            origin: 'own',
            changed: false,
            ...one,
          })),
        },
      },
    ],
  });
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
};

test('a combination of combinations multiplies through; of second-order ones it is the difference of their states', () => {
  const linear = cantilever([
    {
      factors: [
        { case: 'c1', factor: 1.2 },
        { case: 'c2', factor: 1 },
      ],
    },
    { factors: [{ case: 'c1', factor: 1 }] },
    {
      parts: [
        { combination: 'u2', factor: 1 },
        { combination: 'u3', factor: -1 },
      ],
      factors: [{ case: 'c2', factor: 0.5 }],
    },
  ]);
  expect([...caseFactorsOf(linear.combinations, linear.combinations.u4)]).toEqual([
    ['c2', 1.5],
    ['c1', expect.closeTo(0.2, 12)],
  ]);
  expect(combinationFormula(linear, linear.combinations.u4)).toBe('1.0 K2 − 1.0 K3 + 0.5 W');
  const bent = cantilever([
    {
      factors: [
        { case: 'c1', factor: 1 },
        { case: 'c2', factor: 1 },
      ],
      order: 'second',
    },
    { factors: [{ case: 'c1', factor: 1 }], order: 'second' },
    {
      parts: [
        { combination: 'u2', factor: 1 },
        { combination: 'u3', factor: -1 },
      ],
    },
  ]);
  const { solution } = solveNow(bent);
  const at = (id: string) =>
    superpose(solution!, combinationWeights(solution!, bent.combinations[id], bent.combinations)).displacements[6];
  expect(at('u4')).toBeCloseTo(at('u2') - at('u3'), 12);
  // wind alone, first order: F h³ / 3EI is less than what the load on top makes of it
  const alone = (3000 * 4 ** 3) / (3 * ((200e9 * 0.2 ** 4) / 12));
  expect(at('u4')).toBeGreaterThan(alone * 1.001);
});

test('a circle of combinations stops, combinations of nothing and without dead load are remarked, as is an empty set', () => {
  const circle = cantilever([
    { parts: [{ combination: 'u3', factor: 1 }] },
    { parts: [{ combination: 'u2', factor: 1 }] },
  ]);
  expect(containsItself(circle.combinations, 'u2')).toBe(true);
  expect(combinationFindings(circle).filter((one) => one.rule === 'combination-circle')).toHaveLength(2);
  expect(combinationFindings(circle).map((one) => one.rule)).toContain('empty-set');
  const bare = cantilever([{ factors: [] }, { purpose: 'strength', factors: [{ case: 'c2', factor: 1 }] }]);
  const dead: Model = { ...bare, cases: { ...bare.cases, c1: { ...bare.cases.c1, nature: 'dead' } } };
  expect(combinationFindings(dead).map((one) => one.rule)).toEqual(
    expect.arrayContaining(['empty-combination', 'combination-without-dead', 'uncombined-case']),
  );
  const empty = modelWith('us', [makeCase('c1', 'D', 'dead'), makeCase('c2', 'L', 'live')]);
  const generated = applyAct(empty, generateCombinations(empty)!);
  expect(
    generated.ok &&
      combinationFindings(generated.model)
        .filter((one) => one.rule === 'empty-case')
        .map((one) => one.sentence)[0],
  ).toMatch(/Case D, D, holds no loads and takes part in combinations \(U1/);
});

test('what is a weighted mean of others cannot govern; corners can', () => {
  expect(
    withinOthers([
      [0, 0],
      [2, 0],
      [0, 2],
      [2, 2],
      [1, 1],
      [1, 0],
    ]).map(({ index }) => index),
  ).toEqual([4, 5]);
  expect(withinOthers([[1, 1]])).toEqual([]);
  const { x, residual } = nonNegativeLeastSquares(
    [
      [1, 0, 1],
      [0, 1, 1],
    ],
    [2, 3, 5],
  );
  expect(x.map((value) => Number(value.toFixed(9)))).toEqual([2, 3]);
  expect(residual).toBeLessThan(1e-9);
  const model = modelWith('us', [
    makeCase('c1', 'D', 'dead'),
    makeCase('c2', 'L', 'live'),
    makeCase('c3', 'S', 'snow'),
  ]);
  const applied = applyAct(model, {
    edits: [
      {
        kind: 'add',
        records: {
          combinations: [
            [1, 0],
            [1, 2],
            [1, 1],
          ].map(([d, l], i): Combination => ({
            id: `u${i + 1}`,
            label: `U${i + 1}`,
            purpose: 'strength',
            rule: '',
            factors: [
              { case: 'c1', factor: d },
              { case: 'c2', factor: l },
            ],
            origin: 'generated',
            changed: false,
          })),
        },
      },
    ],
  });
  if (!applied.ok) throw new Error(applied.error);
  expect(
    combinationsThatCannotGovern(applied.model).map(({ combination, between }) => [
      combination.label,
      between.map((one) => one.label),
    ]),
  ).toEqual([['U3', ['U1', 'U2']]]);
});

test('a removed combination never governs: over any linear result the others reach as far', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.array(
          fc.integer({ min: -20, max: 20 }).map((tenths) => tenths / 10),
          { minLength: 3, maxLength: 3 },
        ),
        { minLength: 3, maxLength: 12 },
      ),
      fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 3, maxLength: 3 }),
      (vectors, influence) => {
        // means of pairs are sure to be within
        const all = [
          ...vectors,
          ...vectors.slice(1).map((one, i) => one.map((value, k) => (value + vectors[i][k]) / 2)),
        ];
        const gone = new Set(withinOthers(all).map(({ index }) => index));
        const value = (one: number[]) => one.reduce((sum, factor, k) => sum + factor * influence[k], 0);
        const left = all.filter((_, i) => !gone.has(i)).map(value);
        for (const i of gone) {
          expect(value(all[i])).toBeLessThanOrEqual(Math.max(...left) + 1e-5);
          expect(value(all[i])).toBeGreaterThanOrEqual(Math.min(...left) - 1e-5);
        }
        expect(gone.size).toBeGreaterThanOrEqual(Math.min(1, vectors.length - 1));
      },
    ),
    { numRuns: 60 },
  );
});

test('combinations that others or envelopes are made of survive a generation', () => {
  const first = applyAct(us, generateCombinations(us)!);
  if (!first.ok) throw new Error(first.error);
  const made = applyAct(first.model, {
    edits: [
      {
        kind: 'add',
        records: {
          combinations: [
            {
              id: 'u900',
              label: 'X',
              purpose: 'service',
              rule: '',
              factors: [],
              parts: [{ combination: 'u2', factor: 1 }],
              origin: 'own',
              changed: false,
            },
          ],
          envelopes: [{ id: 'e1', label: 'E1', cases: [], combinations: ['u3'] }],
        },
      },
    ],
  });
  if (!made.ok) throw new Error(made.error);
  const act = generateCombinations(made.model)!;
  const again = applyAct(made.model, act);
  expect(again.ok && ['u2', 'u3', 'u900'].every((id) => id in again.model.combinations)).toBe(true);
  const rows = again.ok ? Object.values(again.model.combinations) : [];
  expect(new Set(rows.map((row) => row.label)).size).toBe(rows.length);
  expect(rows.filter((row) => row.purpose === 'strength' && row.origin === 'generated')).toHaveLength(
    written(us, 'strength').length,
  );
});

const followed = (code: 'us' | 'eurocode', more: Partial<Combining['asce']> = {}): Model => {
  const towards = (id: string, label: string, direction: '+x' | '+y') => ({
    ...makeCase(id, label, 'notional'),
    direction,
  });
  const model = modelWith(code, [
    makeCase('c1', 'D', 'dead'),
    makeCase('c2', 'L', 'live', 'B'),
    makeCase('c3', 'W', 'wind'),
    towards('c4', 'NxD', '+x'),
    towards('c5', 'NxL', '+x'),
    towards('c6', 'NyD', '+y'),
  ]);
  const rule = (id: string, own: string, gravity: string, direction: '+x' | '+y') => ({
    id,
    type: 'notional' as const,
    label: id,
    case: own,
    gravity: [{ case: gravity, factor: 1 }],
    share: 0.002,
    direction,
    at: 'columns' as const,
  });
  const made = applyAct(model, {
    edits: [
      {
        kind: 'add',
        records: {
          loadRules: [rule('r1', 'c4', 'c1', '+x'), rule('r2', 'c5', 'c2', '+x'), rule('r3', 'c6', 'c1', '+y')],
        },
      },
      {
        kind: 'settings.change',
        fields: { combining: { ...combiningOf(model), asce: { ...combiningOf(model).asce, ...more } } },
      },
    ],
  });
  if (!made.ok) throw new Error(made.error);
  return made.model;
};

test('notional loads that follow their gravity cases are a share of each combination’s own factored gravity (AISC 360-22 C2.2b)', () => {
  expect(written(followed('us'), 'strength')).toEqual([
    '1: 1.4 D',
    '1: 1.4 D + 1.4 NxD',
    '1: 1.4 D + 1.4 NyD',
    '2: 1.2 D + 1.6 L',
    '2: 1.2 D + 1.6 L + 1.2 NxD + 1.6 NxL',
    '2: 1.2 D + 1.6 L + 1.2 NyD',
    '4: 1.2 D + 1.0 W + 1.0 L',
    '5: 0.9 D + 1.0 W',
  ]);
  expect(written(followed('us', { notionalWith: 'all' }), 'strength')).toContain(
    '4: 1.2 D + 1.0 W + 1.0 L + 1.2 NxD + 1.0 NxL',
  );
  expect(written(followed('eurocode'), 'strength')).toContain(
    '6.10: 1.35 G'.replace('G', 'D') + ' + 1.05 L + 1.5 W + 1.35 NxD + 1.05 NxL',
  );
});

test('static earthquakes of ASCE 7 act with 0.3 of the one square to them (12.5.3)', () => {
  const model = modelWith('us', [
    makeCase('c1', 'D', 'dead'),
    { ...makeCase('c2', 'Ex', 'seismic'), direction: '+x' as const },
    { ...makeCase('c3', 'Ey', 'seismic'), direction: '+y' as const },
  ]);
  expect(written(asked(model, { asce: { sds: 0.5 } }), 'strength').filter((one) => one.startsWith('7'))).toEqual([
    '7: 0.8 D + 1.0 Ex + 0.3 Ey',
    '7: 0.8 D + 1.0 Ex − 0.3 Ey',
    '7: 0.8 D − 1.0 Ex + 0.3 Ey',
    '7: 0.8 D − 1.0 Ex − 0.3 Ey',
    '7: 0.8 D + 1.0 Ey + 0.3 Ex',
    '7: 0.8 D + 1.0 Ey − 0.3 Ex',
    '7: 0.8 D − 1.0 Ey + 0.3 Ex',
    '7: 0.8 D − 1.0 Ey − 0.3 Ex',
  ]);
});

test('an earthquake without S_DS is remarked until S_DS is given', () => {
  const generated = (model: Model) => {
    const made = applyAct(model, generateCombinations(model)!);
    if (!made.ok) throw new Error(made.error);
    return combinationFindings(made.model).some((finding) => finding.rule === 'no-vertical-earthquake');
  };
  expect(generated(us)).toBe(true);
  expect(generated(asked(us, { asce: { sds: 0.4 } }))).toBe(false);
});

test('a combination moved out of the strength set by hand stays where it was put, and is not made again', () => {
  const first = applyAct(us, generateCombinations(us)!);
  if (!first.ok) throw new Error(first.error);
  const moved = applyAct(first.model, {
    edits: [
      { kind: 'change', table: 'combinations', changes: [{ id: 'u2', fields: { purpose: 'service', changed: true } }] },
    ],
  });
  if (!moved.ok) throw new Error(moved.error);
  const next = generateCombinations(moved.model);
  const again = next ? applyAct(moved.model, next) : moved;
  if (!again.ok) throw new Error(again.error);
  expect(again.model.combinations.u2.purpose).toBe('service');
  const { factors } = again.model.combinations.u2;
  expect(
    Object.values(again.model.combinations).filter(
      (one) => one.purpose === 'strength' && JSON.stringify(one.factors) === JSON.stringify(factors),
    ),
  ).toEqual([]);
});

test('generating again keeps the order and stiffness chosen for the combinations', () => {
  const first = applyAct(us, generateCombinations(us)!);
  if (!first.ok) throw new Error(first.error);
  const strength = Object.values(first.model.combinations)
    .filter((one) => one.purpose === 'strength')
    .map((one) => one.id);
  const second = applyAct(first.model, {
    edits: [
      {
        kind: 'change',
        table: 'combinations',
        changes: strength.map((id) => ({ id, fields: { order: 'second' as const } })),
      },
      { kind: 'remove', table: 'cases', ids: ['c5'] },
    ],
  });
  if (!second.ok) throw new Error(second.error);
  const again = applyAct(second.model, generateCombinations(second.model)!);
  if (!again.ok) throw new Error(again.error);
  for (const one of Object.values(again.model.combinations))
    expect(one.order).toBe(one.purpose === 'strength' ? 'second' : undefined);
});

test('allowable stress design: the combinations of 2.4 are the strength set, solved at 1.6 times the load', () => {
  const model = followed('us', { design: 'allowable' });
  expect(written(model, 'strength')).toEqual([
    '1: 1.0 D',
    '1: 1.0 D + 1.0 NxD',
    '1: 1.0 D + 1.0 NyD',
    '2: 1.0 D + 1.0 L',
    '2: 1.0 D + 1.0 L + 1.0 NxD + 1.0 NxL',
    '2: 1.0 D + 1.0 L + 1.0 NyD',
    '5: 1.0 D + 0.6 W',
    '6: 1.0 D + 0.75 L + 0.45 W',
    '7: 0.6 D + 0.6 W',
  ]);
  expect(
    statedCombinations(model)
      .filter((one) => one.purpose === 'strength')
      .every((one) => one.alpha === 1.6),
  ).toBe(true);
});

test('second order at 1.6 times the load, divided by 1.6, is the beam-column at 1.6 P and 1.6 H over 1.6', () => {
  const structure = (scale: number, alpha?: number): Model => {
    const model = build({
      nodes: [
        { position: [0, 0, 0], support: fixed },
        { position: [0, 0, 4], support: { ux: false, uy: true, uz: false, rx: true, ry: false, rz: true } },
      ],
      members: [[1, 2, { role: 'column' }]],
      order: 'second',
      shape: { type: 'rectangle', depth: 0.1, width: 0.1 },
      loads: [
        { type: 'node', node: 'n2', force: [1000 * scale, 0, 0], moment: [0, 0, 0] },
        { type: 'point', member: 'm1', axes: 'global', direction: 'z', value: -60e3 * scale, at: 3 },
      ],
    });
    return { ...model, combinations: { u1: { ...model.combinations.u1, ...(alpha ? { alpha } : {}) } } };
  };
  const at = (model: Model) => {
    const { solution } = solveNow(model);
    const state = superpose(solution!, combinationWeights(solution!, model.combinations.u1));
    const line = new MemberLine(solution!, state, 0);
    return {
      foot: state.reactions[4],
      sway: state.displacements[6],
      moments: [0, 1, 2.9, 3.5].map((x) => line.at(x)[lineIndex.My]),
      normal: line.at(1)[lineIndex.N],
    };
  };
  const [allowable, scaled] = [at(structure(1, 1.6)), at(structure(1.6))];
  expect(allowable.foot).toBeCloseTo(scaled.foot / 1.6, 6);
  expect(allowable.sway).toBeCloseTo(scaled.sway / 1.6, 12);
  expect(allowable.normal).toBeCloseTo(-60e3, 6);
  allowable.moments.forEach((moment, i) => expect(moment).toBeCloseTo(scaled.moments[i] / 1.6, 5));
});

test('combinations that share parts are resolved once each, whatever the number of ways; too deep ones are a finding', () => {
  // three parts on each of the levels: 3^18 ways down
  const levels = 18;
  const nested = cantilever(
    Array.from({ length: 3 * levels }, (_, i) =>
      i < 3
        ? { factors: [{ case: 'c1', factor: i + 1 }] }
        : { parts: [0, 1, 2].map((k) => ({ combination: `u${2 + 3 * (Math.floor(i / 3) - 1) + k}`, factor: 0.5 })) },
    ),
  );
  const top = nested.combinations[`u${3 * levels + 1}`];
  const began = performance.now();
  // each level has the sum of the three below it, halved: 6 · 0.5 on the second, then 1.5 times as much on each
  const expected = 3 * 1.5 ** (levels - 2);
  expect(caseFactorsOf(nested.combinations, top).get('c1')! / expected).toBeCloseTo(1, 12);
  const { solution } = solveNow(nested);
  expect(
    combinationWeights(solution!, top, nested.combinations)[solution!.cases.findIndex((one) => one.id === 'c1')] /
      expected,
  ).toBeCloseTo(1, 12);
  expect(performance.now() - began).toBeLessThan(20_000);
  expect(combinationFindings(nested).filter((finding) => finding.rule === 'combination-too-deep')).toEqual([]);
  const chain = cantilever(
    Array.from({ length: 40 }, (_, i) =>
      i === 0 ? { factors: [{ case: 'c1', factor: 1 }] } : { parts: [{ combination: `u${i + 1}`, factor: 1 }] },
    ),
  );
  const deep = combinationFindings(chain).filter((finding) => finding.rule === 'combination-too-deep');
  expect(deep).toHaveLength(20);
  expect(deep[0]).toMatchObject({
    severity: 'stop',
    sentence: 'Combination K22 is made of combinations 21 levels deep.',
  });
});

test('two cases of one short name are a finding, and its cure gives the second a name of its own', () => {
  const model = cantilever([{ label: 'w', factors: [{ case: 'c2', factor: 1 }] }]);
  const [same] = combinationFindings(model).filter((finding) => finding.rule === 'same-short-name');
  expect(same.sentence).toBe('Combination u2 is called w, as case c2 is.');
  const mended = applyAct(model, (same.mend as { act: Act }).act);
  expect(
    mended.ok && combinationFindings(mended.model).filter((finding) => finding.rule === 'same-short-name'),
  ).toEqual([]);
  expect(mended.ok && mended.model.combinations.u2.label).toBe('w 2');
});

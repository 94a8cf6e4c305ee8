import { applyAct, emptyModel, type LoadCase, type Model } from '../model';
import { combinationFormula, generateCombinations, statedCombinations } from './index';

const makeCase = (id: string, label: string, nature: LoadCase['nature'], category?: LoadCase['category']): LoadCase => ({ id, label, name: label, nature, selfWeight: false, ...(category ? { category } : {}) });

function modelWith(code: 'us' | 'eurocode', cases: LoadCase[]): Model {
  const applied = applyAct(emptyModel({ name: 'Test', units: 'si', code }), { edits: [{ kind: 'add', records: { cases } }] });
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}
const written = (model: Model, purpose: 'strength' | 'service') =>
  statedCombinations(model).filter((one) => one.purpose === purpose).map((one) => `${one.rule.replace(/^.*\((.*?)\).*$/, '$1')}: ${combinationFormula(model, one)}`);

const us = modelWith('us', [makeCase('c1', 'D', 'dead'), makeCase('c2', 'SD', 'superimposedDead'), makeCase('c3', 'L', 'live'), makeCase('c4', 'Lr', 'roofLive'), makeCase('c5', 'S', 'snow'), makeCase('c6', 'W', 'wind'), makeCase('c7', 'E', 'seismic')]);

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
  ]);
});

test('dead and live alone give the two familiar combinations', () => {
  const plain = modelWith('us', [makeCase('c1', 'D', 'dead'), makeCase('c2', 'L', 'live')]);
  expect(written(plain, 'strength')).toEqual(['1: 1.4 D', '2: 1.2 D + 1.6 L']);
  expect(statedCombinations(modelWith('us', []))).toEqual([]);
});

const eu = modelWith('eurocode', [makeCase('c1', 'G', 'dead'), makeCase('c2', 'Q', 'live', 'C'), makeCase('c3', 'S', 'snow'), makeCase('c4', 'W', 'wind')]);

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
    '6.10: 1.0 G + 1.5 W',
  ]);
});

test('EN 1990 service combinations use ψ0, ψ1 and ψ2', () => {
  const rows = written(eu, 'service');
  expect(rows).toContain('6.14b: 1.0 G + 0.7 Q + 0.5 S + 1.0 W');
  expect(rows).toContain('6.15b: 1.0 G + 0.6 Q + 0.2 W');
  expect(rows).toContain('6.15b: 1.0 G + 0.7 Q');
  expect(rows).toContain('6.16b: 1.0 G + 0.6 Q');
});

test('generating again replaces what was generated and keeps what was made or changed by hand', () => {
  const first = applyAct(us, generateCombinations(us)!);
  if (!first.ok) throw new Error(first.error);
  const changed = applyAct(first.model, { edits: [
    { kind: 'change', table: 'combinations', changes: [{ id: 'u2', fields: { factors: [{ case: 'c1', factor: 1.3 }], changed: true } }] },
    { kind: 'remove', table: 'cases', ids: ['c5'] },
  ] });
  if (!changed.ok) throw new Error(changed.error);
  const again = applyAct(changed.model, generateCombinations(changed.model)!);
  if (!again.ok) throw new Error(again.error);
  const rows = Object.values(again.model.combinations);
  expect(again.model.combinations.u2).toMatchObject({ label: 'U2', factors: [{ case: 'c1', factor: 1.3 }] });
  expect(rows.filter((row) => row.label === 'U2')).toHaveLength(1);
  expect(rows.some((row) => row.factors.some((factor) => factor.case === 'c5'))).toBe(false);
  expect(again.sentence).toMatch(/kept 1 made or changed by hand/);
});

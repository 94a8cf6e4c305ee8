import { solveNow } from '../fem';
import type { Edit } from '../model';
import { liftNeeds, MemberChecker } from './index';
import { column, eightBars, type ColumnSpec } from './verification/columns';

const needsOf = (spec: Partial<ColumnSpec>, edits: readonly Edit[] = []) =>
  liftNeeds(column({ height: 10, P: 100, edits, ...spec }));
const words = (spec: Partial<ColumnSpec>, edits: readonly Edit[] = []) =>
  needsOf(spec, edits).flatMap(({ needs }) => needs.map(({ what }) => what));
const change = (table: 'members' | 'combinations', id: string, fields: object): Edit =>
  ({ kind: 'change', table, changes: [{ id, fields }] }) as Edit;

test('a lift that has all it takes lacks nothing', () => {
  const [one, ...others] = needsOf({});
  expect(others).toEqual([]);
  expect(one).toMatchObject({ members: ['m1'], needs: [], lift: { from: 0, to: expect.closeTo(3.048, 6) as number } });
});

test.each<[string, Partial<ColumnSpec>, readonly Edit[], RegExp]>([
  ['its cage', { cage: null }, [], /^bars and ties are not chosen$/],
  ['its ties', { cage: { bars: eightBars.bars } }, [], /^ties are not chosen$/],
  ['a cage of its shape', { diameter: 20 }, [], /^bars and ties are not chosen$/],
  ['a case that pushes', { pushed: false }, [], /^no case pushes storeys sideways/],
  ['storeys', { storeys: false }, [], /^it stands in no storey/],
  ['holds', { held: 'nothing', base: 'fixed' }, [], /^nothing holds its top along local y, its top along local z$/],
  ['a section', {}, [change('members', 'm1', { section: null })], /^it has no section$/],
  ['a material', {}, [change('members', 'm1', { material: null })], /^it has no material$/],
  ['checks', {}, [change('members', 'm1', { unchecked: true })], /^its checks are switched off$/],
  ['combinations', {}, [change('combinations', 'u1', { purpose: 'service' })], /^no strength combination$/],
  [
    'cracked stiffness',
    { combination: { order: 'second' } },
    [],
    /^1 of 1 strength combinations are of second order with stiffness that is not cracked$/,
  ],
])('a lift without %s says so, with what supplies it', (_, spec, edits, said) => {
  const found = needsOf(spec, edits).flatMap(({ needs }) => needs);
  expect(found.map(({ what }) => what)).toEqual([expect.stringMatching(said)]);
  expect(found[0].mend).toMatch(/^[A-Z].*\.$/);
});

test('of second order with cracked stiffness it needs neither holds nor cases that push', () => {
  const cracked = change('members', 'm1', { stiffness: { inertiaY: 0.7, inertiaZ: 0.7 } });
  expect(words({ held: 'nothing', base: 'fixed', pushed: false, combination: { order: 'second' } }, [cracked])).toEqual(
    [],
  );
});

test('members of one lift are named', () =>
  expect(words({ pieces: 2, cage: null })).toEqual([
    'm1: bars and ties are not chosen',
    'm2: bars and ties are not chosen',
  ]));

test('whatever is there or not: a lift that lacks nothing is open for nothing but what forces show, and one that is open for more lacks something', () => {
  for (const cage of [eightBars, null])
    for (const pushed of [true, false])
      for (const storeys of [true, false])
        for (const held of ['support', 1e8, 'nothing'] as const)
          for (const order of ['first', 'second'] as const) {
            const model = column({
              height: 10,
              P: 20,
              cage,
              pushed,
              storeys,
              held,
              base: 'fixed',
              combination: { order },
            });
            const { solution } = solveNow(model);
            const open = new MemberChecker(model, solution!)
              .check('m1')
              .checks.flatMap((check) => (!check.made && check.needed ? [check.reason] : []))
              .filter((reason) => !reason.includes('sways so much'));
            const lacks = liftNeeds(model).flatMap(({ needs }) => needs);
            expect([held, order, open.length > 0]).toEqual([held, order, lacks.length > 0]);
          }
});

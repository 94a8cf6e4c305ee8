import { findBar } from '../catalog';
import { solveNow } from '../fem';
import type { Cage, ColumnLayout, ConcreteRules, Model } from '../model';
import { edited } from './verification/beams';
import { column, eightBars, type ColumnSpec } from './verification/columns';
import { layoutRows, MemberChecker, usedCage } from './index';

const sizes = ['#6', '#7', '#8', '#9', '#10'];
const faces = (alongY: number, alongZ: number, of: readonly string[] = sizes): ColumnLayout => ({
  alongY,
  alongZ,
  sizes: [...of],
});

/** A column whose rules have layouts. */
const columnOf = (spec: ColumnSpec, columns: ConcreteRules['columns']): Model => {
  const model = column({ cage: null, ...spec });
  return edited(model, [{ kind: 'settings.change', fields: { bars: { ...model.settings.bars, columns } } }]);
};
const checked = (model: Model) => new MemberChecker(model, solveNow(model).solution!).check('m1');
const barsOf = (model: Model) => usedCage(checked(model).column!).bars;
/** Utilisation in axial force with bending of a column with bars that are chosen. */
function utilisationWith(spec: ColumnSpec, bars: Cage['bars']): number {
  const of = checked(column({ ...spec, cage: { ...eightBars, bars: bars! } }));
  const check = of.checks.find(({ id }) => id === 'axial-bending')!;
  if (!check.made) throw new Error(check.reason);
  return check.utilisation;
}

const bent: ColumnSpec = { height: 12, P: 250, top: [150, 80], foot: [-40, 0] };

test('of a layout the thinnest bars that do are proposed: as trying each size by a check of its own finds', () => {
  const layout = faces(3, 3);
  const alone = sizes.map((corner) => utilisationWith(bent, { corner, alongY: 3, alongZ: 3 }));
  const first = sizes[alone.findIndex((use) => use <= 1)];
  expect(first).not.toBe('#6');
  expect(barsOf(columnOf(bent, { layouts: [layout] }))).toEqual({ corner: first, alongY: 3, alongZ: 3 });
  // in whatever order sizes are given
  expect(barsOf(columnOf(bent, { layouts: [{ ...layout, sizes: [...sizes].reverse() }] }))).toEqual({
    corner: first,
    alongY: 3,
    alongZ: 3,
  });
});

describe('several layouts', () => {
  const layouts = [faces(4, 4, ['#10']), faces(2, 2, ['#8']), faces(2, 4), faces(4, 2)];
  const rows = layoutRows(checked(columnOf(bent, { layouts })));

  test('stand beside each other with what each comes to: the same as a check with these bars', () => {
    expect(rows.map(({ layout }) => layout)).toEqual([
      '4 × 4, #10',
      '2 × 2, #8',
      '2 × 4, #6 to #10',
      '4 × 2, #6 to #10',
    ]);
    for (const { does, found, bars } of rows) {
      if (!found) throw new Error('All of them keep the rules.');
      const use = utilisationWith(bent, found.record);
      expect(found.utilisation).toBeCloseTo(use, 9);
      expect(does).toBe(use <= 1);
      if (!('corner' in found.record)) throw new Error('a ring');
      const { corner, alongY, alongZ } = found.record;
      const count = 2 * (alongY + alongZ) - 4;
      expect(bars).toBe(`${count} ${corner}`);
      expect(found.steel).toBeCloseTo(count * findBar(corner)!.area, 9);
      expect(found.ratio).toBeCloseTo((count * findBar(corner)!.area) / (16 * 0.0254) ** 2, 9);
      expect(found.curves.aboutY.length).toBeGreaterThan(10);
    }
    expect(rows[1].does).toBe(false);
  });

  test('the first that does is proposed, or the lightest', () => {
    const [heavy, , along, across] = rows.map(({ found }) => found!);
    expect(barsOf(columnOf(bent, { layouts }))).toEqual(heavy.record);
    const lightest = [along, across].filter(({ utilisation }) => utilisation <= 1).sort((a, b) => a.steel - b.steel)[0];
    expect(lightest.steel).toBeLessThan(heavy.steel);
    expect(barsOf(columnOf(bent, { layouts, choose: 'lightest' }))).toEqual(lightest.record);
    // what does not do is passed over, wherever it stands
    expect(barsOf(columnOf(bent, { layouts: [layouts[1], layouts[0]] }))).toEqual(heavy.record);
  });
});

test('where no layout does the heaviest shows how far it is from doing, and the column fails', () => {
  const model = columnOf({ ...bent, top: [300, 200] }, { layouts: [faces(2, 2, ['#7']), faces(3, 3, ['#7'])] });
  expect(barsOf(model)).toEqual({ corner: '#7', alongY: 3, alongZ: 3 });
  expect(checked(model).verdict).toBe('fails');
});

test('bars that keep no rule are not proposed: too little of the section, or too near each other', () => {
  const model = columnOf(bent, { layouts: [faces(2, 2, ['#3']), faces(9, 9, ['#11'])] });
  expect(layoutRows(checked(model)).map(({ bars, found }) => [bars, found])).toEqual([
    ['', null],
    ['', null],
  ]);
  expect(barsOf(model)).toBeUndefined();
  expect(checked(model).verdict).not.toBe('holds');
});

test('layouts are for sections of their kind: rings for round columns, whose rules have faces in vain', () => {
  const round: ColumnSpec = { ...bent, diameter: 20 };
  const ring: ColumnLayout = { ring: 8, sizes };
  const both = columnOf(round, { layouts: [faces(3, 3), ring] });
  const [row, ...others] = layoutRows(checked(both));
  expect([row.layout, others.length]).toEqual(['ring of 8, #6 to #10', 0]);
  expect(barsOf(both)).toEqual(row.found!.record);
  expect(barsOf(columnOf(round, { layouts: [faces(3, 3)] }))).toEqual(barsOf(column({ ...round, cage: null })));
});

test('bars that are chosen stay, and layouts are compared all the same', () => {
  const model = columnOf({ ...bent, cage: eightBars }, { layouts: [faces(4, 4)] });
  expect(barsOf(model)).toEqual(eightBars.bars);
  expect(layoutRows(checked(model))).toHaveLength(1);
});

test('by EN 1992-1-1 just so', () => {
  const spec: ColumnSpec = { ...bent, code: 'eurocode', units: 'si' };
  const layout = faces(3, 3, ['D16', 'D20', 'D25', 'D32']);
  const use = layout.sizes.map((corner) => utilisationWith(spec, { corner, alongY: 3, alongZ: 3 }));
  const first = layout.sizes[use.findIndex((one) => one <= 1)];
  expect(barsOf(columnOf(spec, { layouts: [layout] }))).toEqual({ corner: first, alongY: 3, alongZ: 3 });
});

import fc from 'fast-check';
import { joinPlan } from '../build';
import { barsOfPiece } from '../build/bars-of-pieces';
import { divideEdits } from '../build/divide';
import { findBar } from '../catalog';
import { solveNow } from '../fem';
import { addedOnLine, designLines, layAlong, zonesOnLine } from '../lines';
import { idSource, type Model, type Reinforcement } from '../model';
import { beams, edited, type Code } from './verification/beams';
import { barSchedule, layOutLine, MemberChecker, wholeBars, type MemberChecks } from './index';

const codes = [['us'], ['eurocode']] as const satisfies readonly (readonly [Code])[];

function checkerOf(model: Model): MemberChecker {
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  return new MemberChecker(model, solution);
}
const shareOf = ({ checks }: MemberChecks, id: string): number => {
  const found = checks.find((check) => check.id === id);
  if (!found?.made) throw new Error(`${id}: ${found ? found.reason : 'not there'}`);
  return found.utilisation;
};
const usesOf = ({ checks }: MemberChecks) =>
  Object.fromEntries(checks.flatMap((check) => (check.made ? [[check.id, check.utilisation]] : [])));

const bar20 = findBar('D20')!;
const plain: Reinforcement = {
  top: { bar: 'D20', count: 2 },
  bottom: { bar: 'D20', count: 2 },
  stirrups: { bar: 'D10', legs: 2, spacing: 0.15 },
};

test.each(codes)('%s: bars added over all of a beam are those all along it', (code) => {
  const four = { ...plain, bottom: { bar: 'D20', count: 4 }, top: { bar: 'D20', count: 3 } };
  const added: Reinforcement = {
    ...plain,
    added: [
      { face: 'bottom', bar: 'D20', count: 2, from: 0, to: null },
      { face: 'top', bar: 'D20', count: 1, from: 0, to: null },
    ],
  };
  for (const columns of [false, true]) {
    const [one, other] = [four, added].map((bars) =>
      usesOf(checkerOf(beams([6, 5], [40e3, 25e3], { bars: [bars, bars], code, columns })).check('m1')),
    );
    expect(Object.keys(one).sort()).toEqual(Object.keys(other).sort());
    for (const [id, value] of Object.entries(one))
      if (id !== 'shear') expect([id, other[id]]).toEqual([id, expect.closeTo(value, 6)]);
  }
});

/** φ Mn of a rectangle with bars in one row, by the block alone, N·m. */
const byHand = (area: number, d: number): number => 0.9 * area * 420e6 * (d - (area * 420e6) / (1.7 * 30e6 * 0.3));

test('ACI: bars that end, against the moment of a simple beam by hand: what is developed at each place, and what goes on d or 12 diameters past it', () => {
  const [length, q] = [7, 32e3];
  for (const from of [0.6, 1, 1.5, 2.2, 2.8]) {
    const bars: Reinforcement = {
      ...plain,
      // nothing of note at the top, so that bars in compression do not help
      top: { bar: 'D10', count: 2 },
      added: [{ face: 'bottom', bar: 'D20', count: 2, from, to: length - from }],
    };
    const model = beams([length], [q], { bars: [bars] });
    const { cover, yieldStress } = model.settings.bars;
    const d = 0.5 - cover - findBar('D10')!.diameter - bar20.diameter / 2;
    const apart = (0.3 - 2 * (cover + findBar('D10')!.diameter) - bar20.diameter) / 3;
    const around = Math.min(cover + findBar('D10')!.diameter + bar20.diameter / 2, apart / 2);
    // 3/40 fy / √f′c in psi, over cb / db; D20 is not among the thin ones
    const psi = 6894.757;
    const anchorage =
      ((0.075 * (yieldStress / psi)) / Math.sqrt(30e6 / psi) / Math.min(2.5, around / bar20.diameter)) * bar20.diameter;
    const moment = (x: number) => (q * x * (length - x)) / 2;
    const area = (count: number) => count * bar20.area;
    const strength = (count: number) => (byHand(area(count), d) * yieldStress) / 420e6;
    let worst = 0;
    for (let x = 0.005; x < length; x += 0.005) {
      const share = Math.max(0, Math.min(1, (x - from) / anchorage, (length - from - x) / anchorage));
      worst = Math.max(worst, moment(x) / strength(2 + (share > 0.05 ? 2 * share : 0)));
      const past = Math.max(d, 12 * bar20.diameter);
      if (x - past < from || x + past > length - from) worst = Math.max(worst, moment(x) / strength(2));
    }
    const found = shareOf(checkerOf(model).check('m1'), 'flexure-bottom');
    expect([from, found / worst]).toEqual([from, expect.closeTo(1, 1)]);
    expect(Math.abs(found / worst - 1)).toBeLessThan(0.03);
  }
});

test('EN: bars that end, against the moment of a simple beam shifted by al, by hand', () => {
  const [length, q] = [7, 32e3];
  for (const from of [0.5, 1, 1.6]) {
    const bars: Reinforcement = {
      ...plain,
      top: { bar: 'D10', count: 2 },
      added: [{ face: 'bottom', bar: 'D20', count: 2, from, to: length - from }],
    };
    const model = beams([length], [q], { bars: [bars], code: 'eurocode' });
    const { cover, yieldStress } = model.settings.bars;
    const d = 0.5 - cover - 0.01 - 0.01;
    const fyd = yieldStress / 1.15;
    const apart = (0.3 - 2 * (cover + 0.01) - 0.02) / 3;
    const bond = (2.25 * 0.7 * 0.3 * 30 ** (2 / 3) * 1e6) / 1.5;
    const around = Math.min((apart - 0.02) / 2, cover + 0.01);
    const anchorage = Math.min(1, Math.max(0.7, 1 - (0.15 * (around - 0.02)) / 0.02)) * ((0.02 / 4) * (fyd / bond));
    const shift = 0.45 * d * 2.5;
    const strength = (count: number) => {
      const force = count * bar20.area * fyd;
      return force * (d - force / (2 * 0.3 * (30e6 / 1.5)));
    };
    const moment = (x: number) => (q * x * (length - x)) / 2;
    let worst = 0;
    for (let x = 0.005; x < length; x += 0.005) {
      const at = (place: number) =>
        Math.max(0, Math.min(1, (place - from) / anchorage, (length - from - place) / anchorage));
      const share = Math.min(at(x), at(Math.max(0, x - shift)), at(Math.min(length, x + shift)));
      worst = Math.max(worst, moment(x) / strength(2 + (share > 0.05 ? 2 * share : 0)));
    }
    const found = shareOf(checkerOf(model).check('m1'), 'flexure-bottom');
    expect([from, found / worst]).toEqual([from, expect.closeTo(1, 1)]);
    expect(Math.abs(found / worst - 1)).toBeLessThan(0.03);
  }
});

test.each(codes)(
  '%s: shorter bars never do better; a beam drawn from its other end has the same utilisations',
  (code) => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 2, noNaN: true }),
        fc.double({ min: 0.2, max: 2, noNaN: true }),
        fc.integer({ min: 1, max: 3 }),
        (over, inset, count) => {
          const barsWith = (shorter: number): Reinforcement => ({
            ...plain,
            added: [
              { face: 'top', bar: 'D20', count, from: 6 - over + shorter, to: null },
              { face: 'bottom', bar: 'D16', count, from: inset + shorter, to: 6 - inset },
            ],
          });
          const flipped = ({ added, ...rest }: Reinforcement): Reinforcement => ({
            ...rest,
            added: added!.map((one) => ({
              ...one,
              from: one.to === null ? 0 : 6 - one.to,
              to: one.from === 0 ? null : 6 - one.from,
            })),
          });
          const made = (shorter: number, reversed = false) =>
            checkerOf(
              beams([6, 6], [30e3], {
                bars: [reversed ? flipped(barsWith(shorter)) : barsWith(shorter), plain],
                code,
                columns: true,
                reversed,
              }),
            ).check('m1');
          const [long, short, other] = [made(0), made(0.2), made(0, true)];
          for (const id of ['flexure-top', 'flexure-bottom'])
            expect([id, shareOf(short, id) >= shareOf(long, id) * (1 - 1e-3)]).toEqual([id, true]);
          for (const [id, value] of Object.entries(usesOf(long)))
            expect([id, usesOf(other)[id]]).toEqual([id, expect.closeTo(value, 4)]);
        },
      ),
      { numRuns: 12 },
    );
  },
);

test.each(codes)(
  '%s: stirrups are those of their zones; a zone over all of the beam is the stirrups themselves',
  (code) => {
    const close = { bar: 'D10', legs: 2, spacing: 0.1 };
    const all = checkerOf(beams([6], [60e3], { bars: [{ ...plain, stirrups: close }], code })).check('m1');
    const zoned = (zones: Reinforcement['zones']) =>
      checkerOf(beams([6], [60e3], { bars: [{ ...plain, stirrups: { ...close, spacing: 0.2 }, zones }], code })).check(
        'm1',
      );
    for (const id of ['shear', 'shear-spacing', 'shear-minimum'])
      expect(shareOf(zoned([{ from: 0, to: null, legs: 2, spacing: 0.1 }]), id)).toBeCloseTo(shareOf(all, id), 9);
    // shear falls evenly to the middle: at 1.5 m it is half of that at the end
    const ends = zoned([
      { from: 0, to: 1.5, legs: 2, spacing: 0.1 },
      { from: 4.5, to: null, legs: 2, spacing: 0.1 },
    ]);
    const wide = zoned([]);
    expect(shareOf(ends, 'shear')).toBeCloseTo(Math.max(shareOf(all, 'shear'), shareOf(wide, 'shear') / 2), 2);
    expect(shareOf(ends, 'shear-spacing')).toBeCloseTo(shareOf(wide, 'shear-spacing'), 6);
  },
);

test('ACI: bars that end in tension under much shear break 9.7.3.5, and not where they end in compression', () => {
  const cutAt = (from: number, q: number) =>
    checkerOf(
      beams([7], [q], {
        bars: [{ ...plain, added: [{ face: 'bottom', bar: 'D20', count: 2, from, to: 7 - from }] }],
      }),
    ).check('m1');
  const much = cutAt(1, 90e3);
  expect(shareOf(much, 'termination')).toBeGreaterThan(1);
  expect(shareOf(cutAt(1, 15e3), 'termination')).toBeLessThan(1);
  // over a support in the middle the top is in tension, the bottom is not
  const over = checkerOf(
    beams([6, 6], [30e3], {
      bars: [{ ...plain, added: [{ face: 'bottom', bar: 'D20', count: 1, from: 5.9, to: null }] }, plain],
    }),
  ).check('m1');
  expect(over.checks.find(({ id }) => id === 'termination')).toBeUndefined();
});

test('of bars added in a span a third, to EN a quarter, must lie all along', () => {
  const many: Reinforcement = {
    ...plain,
    added: [{ face: 'bottom', bar: 'D20', count: 6, from: 1, to: 6 }],
  };
  // 2 of 8: a third asks for 2.67 of them at supports that do not hold it, a quarter for 2
  expect(shareOf(checkerOf(beams([7], [30e3], { bars: [many] })).check('m1'), 'carried-bottom')).toBeCloseTo(
    8 / 3 / 2,
    6,
  );
  expect(
    shareOf(checkerOf(beams([7], [30e3], { bars: [many], code: 'eurocode' })).check('m1'), 'carried-bottom'),
  ).toBeCloseTo(1, 6);
});

test('what lies along a line is laid on every member it passes, and read back as one; what meets a joint from both sides is one bar', () => {
  for (const reversed of [false, true]) {
    const model = beams([6, 5, 4], [30e3], { bars: [plain, plain, plain], columns: true, reversed });
    const line = designLines(model).of.get('m1')!;
    const put = { face: 'top' as const, bar: 'D20', count: 2, from: 4.5, to: 12.25 };
    const zone = { legs: 2, spacing: 0.1, from: 0, to: 1.2 };
    const laid = edited(model, layAlong(model, line, { put: [put], instead: [] }, { put: [zone], instead: [] }));
    expect(['m1', 'm2', 'm3'].map((id) => laid.members[id].reinforcement!.added!.length)).toEqual([1, 1, 1]);
    const [found] = addedOnLine(laid, designLines(laid).of.get('m1')!);
    expect(found).toMatchObject({ face: 'top', bar: 'D20', count: 2 });
    expect([found.from, found.to].map((at) => Number(at.toFixed(6)))).toEqual(
      // a line begins where its first member does
      line.pieces[0].member === 'm1' ? [4.5, 12.25] : [15 - 12.25, 15 - 4.5],
    );
    expect(zonesOnLine(laid, line)).toHaveLength(1);
    // and taken away again
    const bare = edited(laid, layAlong(laid, line, { put: [], instead: found.parts }));
    expect(addedOnLine(bare, line)).toEqual([]);
    expect(bare.members.m2.reinforcement).toEqual(plain);
    // bars of the next member: their true end counts beyond the joint
    const far = checkerOf(laid);
    expect(far.check('m1').verdict).not.toBe('open');
  }
});

test('bars that end shortly beyond a support are not anchored there, though they are as long in the next member as they are wanted', () => {
  const usedBeyond = (to: number) => {
    const bars = [
      { ...plain, added: [{ face: 'top' as const, bar: 'D20', count: 3, from: 3, to: null }] },
      { ...plain, added: [{ face: 'top' as const, bar: 'D20', count: 3, from: 0, to }] },
    ];
    return shareOf(checkerOf(beams([6, 6], [40e3], { bars, columns: true })).check('m1'), 'flexure-top');
  };
  expect(usedBeyond(0.25)).toBeGreaterThan(usedBeyond(3) * 1.1);
});

test('a divided beam has its bars on its pieces and the same utilisations; joined again it has the bars it had', () => {
  const bars: Reinforcement = {
    ...plain,
    added: [
      { face: 'bottom', bar: 'D20', count: 2, from: 1, to: 5.2 },
      { face: 'top', bar: 'D16', count: 2, from: 4.6, to: null },
    ],
    zones: [{ from: 0, to: 3.4, legs: 2, spacing: 0.1 }],
  };
  expect(barsOfPiece(bars, 3, 6)).toEqual({
    ...plain,
    added: [
      { face: 'bottom', bar: 'D20', count: 2, from: 0, to: expect.closeTo(2.2, 9) },
      { face: 'top', bar: 'D16', count: 2, from: expect.closeTo(1.6, 9), to: null },
    ],
    zones: [{ from: 0, to: expect.closeTo(0.4, 9), legs: 2, spacing: 0.1 }],
  });
  for (const code of ['us', 'eurocode'] as const) {
    const model = beams([6, 6], [35e3], { bars: [bars, plain], code, columns: true });
    const at = edited(model, [{ kind: 'add', records: { nodes: [{ id: 'n90', position: [3, 0, 3] }] } }]);
    const next = idSource(at);
    const { edits } = divideEdits(at, at.members.m1, ['n90'], (table) => next(table));
    const divided = edited(at, edits);
    const [whole, parts] = [checkerOf(model), checkerOf(divided)];
    const pieces = ['m1', ...Object.keys(divided.members).filter((id) => !(id in model.members))];
    expect(pieces).toHaveLength(2);
    for (const id of ['flexure-top', 'flexure-bottom', 'shear']) {
      const most = Math.max(
        ...pieces.map((piece) => {
          const check = parts.check(piece).checks.find((one) => one.id === id);
          return check?.made ? check.utilisation : 0;
        }),
      );
      expect([code, id, most]).toEqual([code, id, expect.closeTo(shareOf(whole.check('m1'), id), 1)]);
    }
    const joined = joinPlan(divided, pieces);
    if (!joined.ok) throw new Error(joined.error);
    expect(edited(divided, [...joined.act.edits]).members.m1.reinforcement).toEqual(bars);
  }
});

test.each(codes)(
  '%s: bars laid out along beams of several spans hold, and are the same from both sides of a support',
  (code) => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 4, max: 8, noNaN: true }), { minLength: 1, maxLength: 3 }),
        fc.double({ min: 10e3, max: 35e3, noNaN: true }),
        fc.boolean(),
        (spans, q, reversed) => {
          const plainly = beams(spans, [q, 0.6 * q], { code, columns: true, reversed });
          const model = edited(plainly, [
            {
              kind: 'settings.change',
              fields: { bars: { ...plainly.settings.bars, hooks: { ties: true, core: true } } },
            },
          ]);
          const { solution } = solveNow(model);
          const laid = layOutLine(model, solution!, 'm1');
          if (!laid.ok) throw new Error(laid.reason);
          const made = edited(model, [...laid.edits]);
          const checker = new MemberChecker(made, solution!);
          const results = spans.map((_, i) => checker.check(`m${i + 1}`));
          const isSaid = laid.words.includes('not every check holds');
          expect(results.every(({ verdict }) => verdict === 'holds')).toBe(!isSaid);
          // what reaches a support from one side goes on beyond it
          const bars = checker.lineBars('m1')!;
          const joints = bars.bars.filter(({ added, goesOn }) => added !== undefined && (goesOn.from || goesOn.to));
          for (const one of joints)
            expect(
              bars.bars.some(
                (other) =>
                  other.member !== one.member &&
                  other.face === one.face &&
                  other.bar === one.bar &&
                  other.count === one.count,
              ),
            ).toBe(true);
          for (const { sagging, hogging, strengthSagging, strengthHogging } of bars.demands) {
            if (!laid.holds) break;
            if (sagging) expect(sagging).toBeLessThanOrEqual(strengthSagging * 1.001);
            if (hogging) expect(hogging).toBeLessThanOrEqual(strengthHogging * 1.001);
          }
        },
      ),
      { numRuns: 8 },
    );
  },
);

test('the schedule of a beam of one span, by hand', () => {
  const bars: Reinforcement = {
    ...plain,
    added: [{ face: 'bottom', bar: 'D20', count: 2, from: 1, to: 6 }],
    zones: [{ from: 0, to: 1.5, legs: 2, spacing: 0.1 }],
  };
  const model = beams([7], [30e3], { bars: [bars] });
  const found = checkerOf(model).lineBars('m1')!;
  expect(wholeBars(found.bars).map(({ face, count, from, to }) => [face, count, from, to])).toEqual([
    ['top', 2, 0, 7],
    ['bottom', 2, 0, 7],
    ['bottom', 2, 1, 6],
  ]);
  const { cover } = model.settings.bars;
  const table = barSchedule('it', found, 'si');
  const cells = table.rows.map(({ cells: [, where, count, bar, , length] }) => [where, count, bar, length]);
  const around = 2 * (0.3 + 0.5 - 4 * cover) + 2 * 0.1;
  expect(cells).toEqual([
    ['top', 2, 'D20', expect.closeTo(7, 6)],
    ['bottom', 2, 'D20', expect.closeTo(7, 6)],
    ['bottom', 2, 'D20', expect.closeTo(5, 6)],
    // 1.5 m at 0.1, 5.5 m at 0.15
    ['stirrups', 15 + 37, 'D10', expect.closeTo(Math.ceil(around * 100) / 100, 6)],
    ['in all', null, '', null],
  ]);
  const weight = (2 * 7 + 2 * 7 + 2 * 5) * bar20.area * 7850 * 9.80665;
  const stirrups = 52 * (cells[3][3] as number) * findBar('D10')!.area * 7850 * 9.80665;
  expect(table.rows[4].cells[8]).toBeCloseTo(weight + stirrups, 3);
});

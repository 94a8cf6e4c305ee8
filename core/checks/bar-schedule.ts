import { findBar } from '../catalog';
import type { ResultTable } from '../results';
import type { UnitSystem } from '../units';
import type { LineBar, LineBars } from './line-bars';

/** Bars are delivered in lengths up to this, m. */
const stock: Readonly<Record<UnitSystem, number>> = { us: 60 * 0.3048, si: 12 };
/** Lengths are rounded up to this, m. */
const step: Readonly<Record<UnitSystem, number>> = { us: 0.0254, si: 0.01 };
/** Weight of steel, N/m³. */
const weight = 7850 * 9.80665;
/** Nearer to each other than this bars meet, m. */
const near = 1e-3;

/** Bars of one size, shape and length. */
interface Mark {
  readonly where: string;
  readonly bar: string;
  readonly count: number;
  readonly shape: string;
  /** cut, without laps, m */
  readonly length: number;
  readonly laps: number;
  readonly lap: number;
}

/** Bars that meet at the joints of members made one, and those that go on beyond them by their anchorage. */
export function wholeBars(bars: readonly LineBar[]): LineBar[] {
  const left = [...bars].sort((a, b) => a.from - b.from);
  const found: LineBar[] = [];
  while (left.length > 0) {
    let one = left.shift()!;
    while (one.goesOn.to) {
      const at = left.findIndex(
        (other) =>
          other.goesOn.from &&
          Math.abs(other.from - one.to) < near &&
          other.face === one.face &&
          other.bar === one.bar &&
          other.count === one.count,
      );
      if (at < 0) break;
      const [next] = left.splice(at, 1);
      one = {
        ...one,
        to: next.to,
        hooked: { from: one.hooked.from, to: next.hooked.to },
        goesOn: { from: one.goesOn.from, to: next.goesOn.to },
      };
    }
    found.push({
      ...one,
      from: one.from - (one.goesOn.from ? one.anchorage : 0),
      to: one.to + (one.goesOn.to ? one.anchorage : 0),
    });
  }
  return found;
}

const shapeWords = (hooks: number): string =>
  hooks === 0 ? 'straight' : hooks === 1 ? 'a hook at one end' : 'hooks at both ends';

/** The bars of a design line with their shapes, lengths and weights. Laps are counted where bars are longer than they are delivered. */
export function barSchedule(name: string, line: LineBars, units: UnitSystem): ResultTable {
  const round = (length: number) => Math.ceil(length / step[units] - 1e-6) * step[units];
  const marks: Mark[] = wholeBars(line.bars).map(({ face, bar, count, from, to, hooked, leg, lap }): Mark => {
    const hooks = Number(hooked.from) + Number(hooked.to);
    const length = round(to - from + hooks * leg);
    const laps = Math.max(0, Math.ceil(length / stock[units] - 1e-9) - 1);
    return { where: face, bar, count, shape: shapeWords(hooks), length, laps, lap };
  });
  for (const { member, bar, count } of line.sides) {
    const { piece } = line.pieces.find((one) => one.piece.member === member)!;
    marks.push({
      where: 'sides',
      bar,
      count: 2 * count,
      shape: 'straight',
      length: round(piece.to - piece.from),
      laps: 0,
      lap: 0,
    });
  }
  for (const { member, bar, legs, spacing, from, to } of line.stirrups) {
    const { elevation } = line.pieces.find((one) => one.piece.member === member)!;
    const { width, depth, cover } = elevation;
    const hook = 2 * Math.max(10 * findBar(bar)!.diameter, 0.075);
    const count = Math.max(1, Math.ceil((to - from) / spacing - 1e-6));
    marks.push({
      where: 'stirrups',
      bar,
      count,
      shape: 'closed, hooks of 135°',
      length: round(2 * (width + depth - 4 * cover) + hook),
      laps: 0,
      lap: 0,
    });
    if (legs > 2)
      marks.push({
        where: 'ties between stirrups',
        bar,
        count: count * (legs - 2),
        shape: 'straight, a hook at both ends',
        length: round(depth - 2 * cover + hook),
        laps: 0,
        lap: 0,
      });
  }
  const rows = gathered(marks).map(({ where, bar, count, shape, length, laps, lap }, i) => {
    const total = count * (length + laps * lap);
    return {
      key: `${where} ${bar} ${shape} ${length.toFixed(3)}`,
      cells: [i + 1, where, count, bar, shape, length, laps, total, total * findBar(bar)!.area * weight],
      size: total,
    };
  });
  const sum = rows.reduce((all, row) => all + (row.cells[8] as number), 0);
  return {
    id: 'barSchedule',
    title: `Bars of ${name}`,
    note: 'Lengths from outside to outside, with hooks; where nothing like them lies in the next member bars go on into it by their anchorage. Laps are for quantities: bars are delivered up to 12 m or 60 ft.',
    columns: [
      { title: 'Mark', kind: 'number', decimals: 0 },
      { title: 'Where', kind: 'words' },
      { title: 'Number', kind: 'number', decimals: 0 },
      { title: 'Size', kind: 'words' },
      { title: 'Shape', kind: 'words' },
      { title: 'Length', kind: 'length', decimals: 2 },
      { title: 'Laps each', kind: 'number', decimals: 0 },
      { title: 'Together', kind: 'length', decimals: 1 },
      { title: 'Weight', kind: 'force', decimals: 2 },
    ],
    rows: [...rows, { key: 'sum', cells: [null, 'in all', null, '', '', null, null, null, sum], size: 0 }],
  };
}

/** Marks that are alike as one. */
function gathered(marks: readonly Mark[]): Mark[] {
  const found = new Map<string, Mark>();
  for (const mark of marks) {
    const key = `${mark.where} ${mark.bar} ${mark.shape} ${mark.length.toFixed(3)} ${mark.laps}`;
    const before = found.get(key);
    found.set(key, before ? { ...before, count: before.count + mark.count } : mark);
  }
  return [...found.values()];
}

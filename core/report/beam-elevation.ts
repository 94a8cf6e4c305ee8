import { throughBars, wholeBars, type LineBar, type LineBars } from '../checks';
import { carries, type DesignLine } from '../lines';
import { formatQuantity, formatValue, unitLabel, type UnitSystem } from '../units';
import { escaped } from '../picture';

/** Sizes on paper, points. */
const [width, height, margin] = [500, 318, 40];
const beam = { top: 40, bottom: 84 } as const;
const diagram = { top: 116, bottom: 190 } as const;
const strip = { top: 210, bottom: 272 } as const;
/** Added bars lie in rows below each other, points. */
const rowGap = 5;
/** Stirrups nearer to each other than this are drawn one for several, points. */
const nearest = 2.5;

/**
 * A beam of concrete over its spans from the side, for paper: supports, bars with their hooks, stirrups, and below it the moments of all combinations with
 * what its bars carry. Lengths are to scale, depths are not.
 */
export function beamElevationSvg(
  line: DesignLine,
  bars: LineBars,
  units: UnitSystem,
): { readonly svg: string; readonly width: number; readonly height: number } {
  const scale = (width - 2 * margin) / line.length;
  const x = (at: number) => Number((margin + at * scale).toFixed(1));
  const parts: string[] = [];
  const text = (at: number, y: number, words: string, anchor = 'middle', color = '#161C23') =>
    parts.push(
      `<text x="${at.toFixed(1)}" y="${y.toFixed(1)}" font-size="7" text-anchor="${anchor}" fill="${color}">${escaped(words)}</text>`,
    );
  for (const support of line.supports.filter(carries)) {
    const { before, after } = support.face;
    const wide = Math.max(3, (before + after) * scale);
    parts.push(
      `<rect x="${(x(support.at - before) - (before + after === 0 ? 1.5 : 0)).toFixed(1)}" y="${beam.top - 7}" width="${wide.toFixed(1)}" height="${beam.bottom - beam.top + 14}" fill="#E4E8EC" stroke="#8B96A1" stroke-width="0.5"/>`,
    );
    text(x(support.at), beam.bottom + 17, support.node, 'middle', '#5B6672');
  }
  parts.push(
    `<rect x="${x(0)}" y="${beam.top}" width="${(line.length * scale).toFixed(1)}" height="${beam.bottom - beam.top}" fill="none" stroke="#434E59" stroke-width="0.7"/>`,
  );
  for (const { from, to, spacing } of bars.stirrups) {
    const every = Math.max(1, Math.ceil(nearest / (spacing * scale)));
    let path = '';
    for (let i = 0; from + spacing / 2 + i * spacing < to; i += every)
      path += `M${x(from + spacing / 2 + i * spacing)} ${beam.top + 4}V${beam.bottom - 4}`;
    if (path !== '') parts.push(`<path d="${path}" fill="none" stroke="#B3BCC5" stroke-width="0.5"/>`);
  }
  const whole = wholeBars(bars.bars);
  const rows = rowsOf(whole);
  whole.forEach((bar, i) => {
    const isTop = bar.face === 'top';
    const y = isTop ? beam.top + 5 + rows[i] * rowGap : beam.bottom - 5 - rows[i] * rowGap;
    const leg = isTop ? 9 : -9;
    parts.push(
      `<path d="M${x(bar.from)} ${y + (bar.hooked.from ? leg : 0)}V${y}H${x(bar.to)}${bar.hooked.to ? `v${leg}` : ''}" fill="none" stroke="#161C23" stroke-width="${bar.added === undefined ? 1.1 : 1.5}"/>`,
    );
    const where = isTop ? beam.top - 10 - 8 * rows[i] : beam.bottom + 8 + 8 * rows[i];
    if (bar.added !== undefined) text((x(bar.from) + x(bar.to)) / 2, where, `${bar.count} ${bar.bar}`);
  });
  for (const { words, from, to, face } of throughBars(bars.bars))
    text(x((3 * from + 4 * to) / 7), face === 'top' ? beam.top + 16 : beam.bottom - 11, words);
  for (const { from, to, legs, bar, spacing } of bars.stirrups) {
    const words = `${legs} ${bar} / ${formatQuantity(spacing, 'sectionLength', units, units === 'us' ? 1 : 0)}`;
    if ((to - from) * scale > 4 * words.length) text(x((from + to) / 2), (beam.top + beam.bottom) / 2 + 2, words);
  }
  parts.push(...moments(bars, x, units, line.length), ...areas(bars, x, units, line.length));
  return {
    svg: `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" font-family="Commissioner, sans-serif">${parts.join('')}</svg>`,
    width,
    height,
  };
}

/** Rows of bars, so that those of a face do not cover each other: 0 for those all along. */
function rowsOf(bars: readonly LineBar[]): number[] {
  const rows: number[] = [];
  bars.forEach((one, i) => {
    let row = one.added === undefined ? 0 : 1;
    while (
      row > 0 &&
      bars.some(
        (other, k) =>
          k < i &&
          rows[k] === row &&
          other.face === one.face &&
          other.from < one.to - 1e-6 &&
          other.to > one.from + 1e-6,
      )
    )
      row++;
    rows.push(row);
  });
  return rows;
}

/** What bends the beam and what its bars carry, sagging downwards. */
function moments({ demands, shift }: LineBars, x: (at: number) => number, units: UnitSystem, length: number): string[] {
  if (demands.length === 0) return [];
  const hogging = Math.max(0, ...demands.map((one) => one.hogging ?? 0));
  const sagging = Math.max(0, ...demands.map((one) => one.sagging ?? 0));
  const up = Math.max(1, hogging, ...demands.map((one) => one.strengthHogging));
  const down = Math.max(1, sagging, ...demands.map((one) => one.strengthSagging));
  const unit = (diagram.bottom - diagram.top) / (up + down);
  const zero = diagram.top + up * unit;
  const line = (of: (one: (typeof demands)[number]) => number | undefined) =>
    demands.flatMap((one) => {
      const value = of(one);
      return value === undefined ? [] : [`${x(one.at)} ${(zero + value * unit).toFixed(1)}`];
    });
  const filled = (points: string[]) =>
    points.length === 0
      ? ''
      : `<path d="M${x(demands[0].at)} ${zero.toFixed(1)}L${points.join('L')}L${x(demands[demands.length - 1].at)} ${zero.toFixed(1)}Z" fill="#D6E6E8" stroke="#00717B" stroke-width="0.5"/>`;
  const stroked = (points: string[]) =>
    `<path d="M${points.join('L')}" fill="none" stroke="#161C23" stroke-width="0.9"/>`;
  const show = (value: number) => formatValue(value, 'moment', units);
  return [
    filled(line(({ sagging: value }) => value)),
    filled(line(({ hogging: value }) => (value === undefined ? undefined : -value))),
    `<path d="M${x(0)} ${zero.toFixed(1)}H${x(length)}" stroke="#8B96A1" stroke-width="0.5"/>`,
    stroked(line(({ strengthSagging }) => strengthSagging)),
    stroked(line(({ strengthHogging }) => -strengthHogging)),
    ...[
      `Filled: moments of all combinations, to ${show(hogging)} hogging and ${show(sagging)} sagging ${unitLabel('moment', units)}, between faces.`,
      `Line: what the bars carry, as far as they are anchored. Lengths are to scale, depths are not.`,
      `Against bars that end moments count ${formatQuantity(shift, 'length', units, 2)} aside of where they are.`,
      'Below: areas of bars that bending asks for (filled), the least (dashed) and those provided as far as they are anchored (line).',
    ].map(
      (words, i) =>
        `<text x="${margin}" y="${height - 32 + 9 * i}" font-size="7" fill="#434E59">${escaped(words)}</text>`,
    ),
  ];
}

/** Areas of bars asked for and provided along the beam, top bars upwards. */
function areas(
  { areas: all, minimums }: LineBars,
  x: (at: number) => number,
  units: UnitSystem,
  length: number,
): string[] {
  if (all.length < 2) return [];
  const finite = (area: number | undefined) => (area === undefined || area === Infinity ? 0 : area);
  const faces = ['top', 'bottom'] as const;
  const [up, down] = faces.map((face) =>
    Math.max(
      1e-6,
      ...minimums.map((one) => one[face]),
      ...all.flatMap((one) => [one[face].counting, finite(one[face].asked)]),
    ),
  );
  const unit = (strip.bottom - strip.top) / (up + down);
  const zero = strip.top + up * unit;
  const found = faces.flatMap((face) => {
    const y = (area: number) => (zero + (face === 'top' ? -area : area) * unit).toFixed(1);
    const read = all.filter(({ [face]: { asked } }) => asked !== undefined && asked !== Infinity);
    return [
      read.length > 1
        ? `<path d="M${x(read[0].at)} ${zero.toFixed(1)}L${read.map((one) => `${x(one.at)} ${y(one[face].asked!)}`).join('L')}L${x(read[read.length - 1].at)} ${zero.toFixed(1)}Z" fill="#F8E9F0" stroke="#9C1458" stroke-width="0.5"/>`
        : '',
      ...minimums.map(({ from, to, [face]: least }) =>
        least > 0
          ? `<path d="M${x(from)} ${y(least)}H${x(to)}" fill="none" stroke="#434E59" stroke-width="0.6" stroke-dasharray="4 2"/>`
          : '',
      ),
      `<path d="M${all.map((one) => `${x(one.at)} ${y(one[face].counting)}`).join('L')}" fill="none" stroke="#161C23" stroke-width="0.9"/>`,
    ];
  });
  const most = faces.map((face) => Math.max(0, ...all.map((one) => finite(one[face].asked))));
  const show = (area: number) => formatValue(area, 'barArea', units);
  return [
    ...found,
    `<path d="M${x(0)} ${zero.toFixed(1)}H${x(length)}" stroke="#8B96A1" stroke-width="0.5"/>`,
    `<text x="${margin}" y="${strip.top - 5}" font-size="7" fill="#434E59">${escaped(`to ${show(most[0])} top, ${show(most[1])} bottom ${unitLabel('barArea', units)}`)}</text>`,
  ];
}

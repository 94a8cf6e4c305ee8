import type { ColumnInteraction } from '../checks';
import { escaped } from '../picture';
import { formatQuantity, formatValue, unitLabel, type UnitSystem } from '../units';

/** Sizes on paper, points: three pictures side by side. */
const [width, height] = [500, 178] as const;
const cageBox = { left: 10, top: 24, size: 104 } as const;
const plots = [
  { left: 180, right: 322 },
  { left: 358, right: 496 },
] as const;
const [plotTop, plotBottom] = [20, 150] as const;
const [ink, grey, pale, asked, governs] = ['#161C23', '#5B6672', '#BAC4CD', '#2259A8', '#9C1458'] as const;

/**
 * A column's section with its bars, and strength with axial force about both of its axes beside all that is asked of it, for paper.
 * @returns SVG, with its size in points
 */
export function columnDiagramSvg(
  { cut, aboutY, aboutZ, mostPressure, demands }: ColumnInteraction,
  units: UnitSystem,
): { readonly svg: string; readonly width: number; readonly height: number } {
  const parts: string[] = [];
  const text = (x: number, y: number, words: string, anchor = 'middle', color: string = ink) =>
    parts.push(
      `<text x="${x.toFixed(1)}" y="${y.toFixed(1)}" font-size="7" text-anchor="${anchor}" fill="${color}">${escaped(words)}</text>`,
    );
  drawCage(parts, text, cut, units);
  const governing = demands.find(({ isGoverning }) => isGoverning);
  const isRound = cut.concrete.some(({ isDisc }) => isDisc);
  (isRound ? [aboutY] : [aboutY, aboutZ]).forEach((curve, i) => {
    const { left, right } = plots[i];
    const key = i === 0 ? 'My' : 'Mz';
    const moments = [...curve.map(({ M }) => M), ...demands.map((one) => Math.abs(one[key]))];
    const forces = [...curve.map(({ N }) => -N), ...demands.map(({ N }) => -N)];
    const mostM = Math.max(1, ...moments) * 1.05;
    const [lowP, highP] = [Math.min(0, ...forces), Math.max(1, ...forces)];
    const x = (M: number) => left + ((right - left) * M) / mostM;
    const y = (P: number) => plotBottom - ((plotBottom - plotTop) * (P - lowP)) / (highP - lowP);
    const line = (points: readonly (readonly [M: number, P: number])[]) =>
      points.map(([M, P], k) => `${k === 0 ? 'M' : 'L'}${x(M).toFixed(1)} ${y(P).toFixed(1)}`).join('');
    parts.push(
      `<path d="M${left} ${plotTop}V${plotBottom}M${left} ${y(0).toFixed(1)}H${right}" fill="none" stroke="${grey}" stroke-width="0.5"/>`,
      `<path d="${line(curve.map(({ M, N }) => [M, -N]))}" fill="none" stroke="${pale}" stroke-width="0.6"/>`,
      `<path d="${line(curve.map(({ designM, designN }) => [designM, -designN]))}" fill="none" stroke="${ink}" stroke-width="1"/>`,
    );
    if (Number.isFinite(mostPressure))
      parts.push(
        `<path d="M${left} ${y(-mostPressure).toFixed(1)}H${right}" fill="none" stroke="${grey}" stroke-width="0.5" stroke-dasharray="3 2"/>`,
      );
    for (const one of demands)
      if (!one.isGoverning)
        parts.push(
          `<circle cx="${x(Math.abs(one[key])).toFixed(1)}" cy="${y(-one.N).toFixed(1)}" r="0.8" fill="${asked}"/>`,
        );
    if (governing)
      parts.push(
        `<circle cx="${x(Math.abs(governing[key])).toFixed(1)}" cy="${y(-governing.N).toFixed(1)}" r="2.2" fill="${governs}"/>`,
      );
    text((left + right) / 2, 12, isRound ? 'Whichever way, My and Mz together' : `About local ${i === 0 ? 'y' : 'z'}`);
    text(left - 3, plotTop + 4, formatValue(highP, 'force', units, 0), 'end', grey);
    text(left - 3, y(0) + 2, '0', 'end', grey);
    text(right, y(0) + 9, formatValue(mostM, 'moment', units, 0), 'end', grey);
    text(
      (left + right) / 2,
      height - 6,
      `M, ${unitLabel('moment', units)}; P, ${unitLabel('force', units)}`,
      'middle',
      grey,
    );
  });
  return {
    svg: `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" font-family="Commissioner, sans-serif">${parts.join('')}</svg>`,
    width,
    height,
  };
}

function drawCage(
  parts: string[],
  text: (x: number, y: number, words: string, anchor?: string, color?: string) => void,
  { width: wide, depth, cover, stirrup, bars, concrete }: ColumnInteraction['cut'],
  units: UnitSystem,
): void {
  const scale = cageBox.size / Math.max(wide, depth);
  const [cx, cy] = [cageBox.left + 18 + cageBox.size / 2, cageBox.top + cageBox.size / 2];
  const rect = (inset: number, style: string) =>
    parts.push(
      `<rect x="${(cx - (wide / 2 - inset) * scale).toFixed(1)}" y="${(cy - (depth / 2 - inset) * scale).toFixed(1)}" width="${((wide - 2 * inset) * scale).toFixed(1)}" height="${((depth - 2 * inset) * scale).toFixed(1)}" ${style}/>`,
    );
  const ring = (inset: number, style: string) =>
    parts.push(
      `<circle cx="${cx.toFixed(1)}" cy="${cy.toFixed(1)}" r="${((wide / 2 - inset) * scale).toFixed(1)}" ${style}/>`,
    );
  const isRound = concrete.some(({ isDisc }) => isDisc);
  (isRound ? ring : rect)(0, `fill="#EDF0F3" stroke="${grey}" stroke-width="0.6"`);
  (isRound ? ring : rect)(
    cover + stirrup / 2,
    `${isRound ? '' : 'rx="2" '}fill="none" stroke="${ink}" stroke-width="${Math.max(0.8, stirrup * scale).toFixed(1)}"`,
  );
  for (const { y, z, diameter } of bars)
    parts.push(
      `<circle cx="${(cx - y * scale).toFixed(1)}" cy="${(cy - z * scale).toFixed(1)}" r="${Math.max(1.2, (diameter * scale) / 2).toFixed(1)}" fill="${ink}"/>`,
    );
  const length = (value: number) => formatQuantity(value, 'sectionLength', units, units === 'us' ? 1 : 0);
  text(cx, cy + (depth / 2) * scale + 11, isRound ? `diameter ${length(wide)}` : length(wide));
  if (isRound) return;
  text(cx - (wide / 2) * scale - 4, cy, formatValue(depth, 'sectionLength', units, units === 'us' ? 1 : 0), 'end');
  text(cx, cy + (depth / 2) * scale + 21, 'local z up, y to the left', 'middle', grey);
}

import type { ReinforcingBar } from '../../../../catalog';
import type { SectionBar } from '../../../../concrete';
import type { BarGroup, BarLayer, FaceBars } from '../beam-reinforcement';
import type { BeamSection } from './beam-section';

/** A face of a beam that bars lie along. */
export type Face = 'top' | 'bottom';

/** The bars of a beam; a part is absent where there are none. */
export interface BeamBars {
  readonly top?: FaceBars | undefined;
  readonly bottom?: FaceBars | undefined;
  /** along each side */
  readonly side?: BarLayer | undefined;
}

/** Rows that bars of a face may lie in: what a third one adds is hardly worth its place. */
export const mostRows = 2;

/** Clear distance between bars of one row, m; Infinity for a single bar. */
export function clearSpacing(section: BeamSection, { bar, count }: BarLayer): number {
  return count < 2
    ? Infinity
    : (section.width - 2 * (section.cover + section.stirrup.diameter) - count * bar.diameter) / (count - 1);
}

/** How many bars of a size fit side by side. */
export function mostInRow(section: BeamSection, bar: ReinforcingBar): number {
  const inner = section.width - 2 * (section.cover + section.stirrup.diameter);
  const least = section.spacing.beside(bar);
  return Math.max(0, Math.floor((inner + least) / (bar.diameter + least) + 1e-9));
}

/** Bars of a face laid in rows from the outside, each as full as it may be; where not even two fit side by side they stay in one. */
export function inRows(section: BeamSection, { bar, count }: BarLayer): FaceBars {
  const full = mostInRow(section, bar);
  if (full < 2) return { bar, count, rows: [count] };
  const rows: number[] = [];
  for (let left = count; left > 0; left -= full) rows.push(Math.min(full, left));
  return { bar, count, rows };
}

/** Bars of several sizes on a face: those all along at the outside, the others between and behind them. */
export function faceOf(section: BeamSection, groups: readonly BarGroup[]): FaceBars | undefined {
  const there = groups.filter(({ count, share }) => count > 0 && share > 0);
  if (there.length === 0) return undefined;
  const thickest = there.reduce((most, { bar }) => (bar.diameter > most.diameter ? bar : most), there[0].bar);
  const count = there.reduce((sum, group) => sum + group.count, 0);
  const face = inRows(section, { bar: thickest, count });
  return there.length === 1 && there[0].share === 1 ? face : { ...face, groups: there };
}

/** Groups of bars of a face; one where all are alike. */
export const groupsOf = ({ bar, count, groups }: FaceBars): readonly BarGroup[] => groups ?? [{ bar, count, share: 1 }];

/** Area of the bars of a face, however they are anchored, m². */
export const steelOf = (face: FaceBars | undefined): number =>
  face ? groupsOf(face).reduce((sum, { bar, count }) => sum + count * bar.area, 0) : 0;

/** Where the centres of a row lie below the face, m. @param row 0 for the outermost */
const rowDepth = ({ cover, stirrup, spacing }: BeamSection, bar: ReinforcingBar, row: number): number =>
  cover + stirrup.diameter + bar.diameter / 2 + row * (bar.diameter + spacing.between(bar));

/** The bars of each row one by one, those all along first. */
function barsOfRows(face: FaceBars): { bar: ReinforcingBar; share: number }[][] {
  const each = groupsOf(face).flatMap(({ bar, count, share }) => Array.from({ length: count }, () => ({ bar, share })));
  let at = 0;
  return face.rows.map((count) => each.slice(at, (at += count)));
}

/** Depth from the compressed face to the centroid of the bars of the other face, m. */
export function effectiveDepth(section: BeamSection, face: FaceBars): number {
  const { bar, count, rows, groups } = face;
  if (!groups)
    return section.depth - rows.reduce((sum, number, row) => sum + number * rowDepth(section, bar, row), 0) / count;
  const below = barsOfRows(face).reduce(
    (sum, row, i) => sum + row.reduce((area, one) => area + one.bar.area, 0) * rowDepth(section, bar, i),
    0,
  );
  return section.depth - below / steelOf(face);
}

/** Heights of the bars along a side, from the middle of the web, m. */
export function sideHeights(section: BeamSection, { top, bottom, side }: BeamBars): number[] {
  if (!side) return [];
  const innermost = (face: FaceBars | undefined) =>
    face
      ? rowDepth(section, face.bar, face.rows.length - 1)
      : section.cover + section.stirrup.diameter + side.bar.diameter / 2;
  const [high, low] = [section.depth / 2 - innermost(top), innermost(bottom) - section.depth / 2];
  return Array.from({ length: side.count }, (_, i) => low + ((high - low) * (i + 1)) / (side.count + 1));
}

/** The place in a row of its bar of that number: from both ends inwards, so that those all along lie in the corners. */
const placeInRow = (number: number, of: number): number => (number % 2 === 0 ? number / 2 : of - 1 - (number - 1) / 2);

/** Every bar of a beam, from the middle of its web; of bars that are not fully anchored the part that is. */
export function everyBar(section: BeamSection, bars: BeamBars): SectionBar[] {
  const edge = (bar: ReinforcingBar) => section.width / 2 - section.cover - section.stirrup.diameter - bar.diameter / 2;
  const face = (of: FaceBars | undefined, sign: 1 | -1): SectionBar[] =>
    of
      ? barsOfRows(of).flatMap((row, i) =>
          row.map(({ bar, share }, k) => ({
            y: row.length > 1 ? edge(of.bar) * ((2 * placeInRow(k, row.length)) / (row.length - 1) - 1) : 0,
            z: sign * (section.depth / 2 - rowDepth(section, of.bar, i)),
            area: bar.area * share,
            diameter: bar.diameter,
          })),
        )
      : [];
  const { side } = bars;
  return [
    ...face(bars.top, 1),
    ...face(bars.bottom, -1),
    ...(side
      ? sideHeights(section, bars).flatMap((z) =>
          [-1, 1].map((sign) => ({ y: sign * edge(side.bar), z, area: side.bar.area, diameter: side.bar.diameter })),
        )
      : []),
  ];
}

/** Distance of the centres of the outermost bars of a face, m; 0 for a single bar. */
export function barSpacing(section: BeamSection, { bar, rows }: FaceBars): number {
  const inner = section.width - 2 * (section.cover + section.stirrup.diameter) - bar.diameter;
  return rows[0] > 1 ? inner / (rows[0] - 1) : 0;
}

/** The largest distance of bars along a side of a beam, from the rows of one face to those of the other, m. */
export function sideGap(section: BeamSection, bars: BeamBars): number {
  const { top, bottom, side } = bars;
  const height =
    section.depth -
    [top, bottom].reduce(
      (sum, face) =>
        sum + (face ? rowDepth(section, face.bar, face.rows.length - 1) : section.cover + section.stirrup.diameter),
      0,
    );
  return height / ((side?.count ?? 0) + 1);
}

import type { ColumnBars } from '../../doors/checks/column-reinforcement';
import type { BeamBars } from '../../doors/checks/beams/beam-bars';
import { steelOf } from '../../doors/checks/beams/beam-bars';
import type { BeamSection } from '../../doors/checks/beams/beam-section';
import { grossArea, steelArea, type ColumnSection } from '../../doors/checks/columns/cage';
import type { ColumnPoint } from '../../doors/checks/columns/concrete-column';
import type { MemberStiffness } from '../../doors/checks/member-stiffness';

/** Between what I of columns lies, Table 6.6.3.1.1(b). */
export const columnBounds = { least: 0.35, most: 0.875 } as const;
/** Between what I of beams lies. */
export const beamBounds = { least: 0.25, most: 0.5 } as const;

const within = (value: number, { least, most }: { readonly least: number; readonly most: number }): number =>
  Math.max(least, Math.min(most, value));

/** I of a column about one axis as a share of I_g, Table 6.6.3.1.1(b). @param P pressure positive, N @param M without sign, N·m @param h along which it is bent, m */
export const columnShare = (ratio: number, P: number, M: number, h: number, squash: number): number =>
  P > 0 ? within((0.8 + 25 * ratio) * (1 - M / (P * h) - (0.5 * P) / squash), columnBounds) : columnBounds.least;

/** Stiffness of a column under the combination and at the place that leave it least, ACI 318-19 Table 6.6.3.1.1(b). @param squash P_o, N */
export function columnStiffness(
  section: ColumnSection,
  bars: ColumnBars,
  points: readonly ColumnPoint[],
  squash: number,
): MemberStiffness {
  const ratio = steelArea(bars) / grossArea(section);
  const least = (M: (point: ColumnPoint) => number, h: number) =>
    points.reduce<{ share: number; label: string }>(
      (best, point) => {
        const share = columnShare(ratio, -point.N, M(point), h, squash);
        return share < best.share ? { share, label: point.label } : best;
      },
      { share: Infinity, label: '' },
    );
  const both = (point: ColumnPoint) => Math.hypot(point.My, point.Mz);
  const y = least(section.isRound ? both : ({ My }) => Math.abs(My), section.depth);
  const z = section.isRound ? y : least(({ Mz }) => Math.abs(Mz), section.width);
  return {
    inertiaY: y.share,
    inertiaZ: z.share,
    words: `(0.80 + 25 Ast / Ag) (1 − Mu / (Pu h) − 0.5 Pu / Po) with Ast / Ag = ${(100 * ratio).toFixed(2)}%, between 0.35 and 0.875: about y least under ${y.label}, about z under ${z.label}.`,
  };
}

/** Stiffness of a beam in bending about its strong axis, ACI 318-19 Table 6.6.3.1.1(b), with the mean of the steel of both faces. @param d m */
export function beamStiffness({ width }: BeamSection, { top, bottom }: BeamBars, d: number): MemberStiffness {
  const steel = ((top ? steelOf(top) : 0) + (bottom ? steelOf(bottom) : 0)) / 2;
  const ratio = steel / (width * d);
  return {
    inertiaY: within((0.1 + 25 * ratio) * (1.2 - (0.2 * width) / d), beamBounds),
    words: `(0.10 + 25 ρ) (1.2 − 0.2 bw / d) with ρ = ${(100 * ratio).toFixed(2)}%, the mean of its top and bottom bars, between 0.25 and 0.5.`,
  };
}

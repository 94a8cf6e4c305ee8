import { formatQuantity } from '../../../../units';
import type { Sheet } from '../../../../sheet';
import { impossible, skipped } from '../check';
import type { BeamBars } from './beam-bars';
import type { BarsThere } from './bars-along';
import { unitUses, type BeamCheck, type ConcreteBeam } from './concrete-beam';
import type { DemandPoint } from './demands';
import type { Bent } from './bending';
import { worstPlace } from './faces';

/** A place that is bent about both axes, with the axial force that counts, N. */
interface Towards {
  readonly point: DemandPoint;
  readonly N: number;
  readonly bars: BeamBars;
  readonly bent: Bent | undefined;
}

/** How a code speaks of bending about both axes. */
export interface BothAxesWords {
  readonly clause: string;
  /** weak-axis moment that may be left out, N·m, and why, in words */
  readonly limit: (beam: ConcreteBeam) => number;
  readonly why: string;
  readonly atFaces: string;
  readonly trace: (sheet: Sheet, beam: ConcreteBeam, towards: Towards, bent: Bent) => void;
}

/** Bending about both axes at once, with the axial force that counts. */
export const bothAxesCheck =
  (words: BothAxesWords): BeamCheck =>
  (beam) => {
    const { bending, units, bars } = beam;
    const [id, title] = ['minor', 'Bending about both axes'] as const;
    const { clause } = words;
    const limit = words.limit(beam);
    const value = worstPlace(bending, ({ Mz }) => Math.abs(Mz))?.value ?? 0;
    const shown = formatQuantity(value, 'moment', units);
    if (value <= limit)
      return [
        skipped(
          id,
          title,
          clause,
          value > 1
            ? `The moment about the weak axis reaches ${shown}, ${words.why}, and is left out.`
            : bending.some(({ shape }) => shape && !shape.isOwn)
              ? 'The slab beside it carries what bends it sideways.'
              : 'No bending about the weak axis in any combination.',
        ),
      ];
    if (!bars.top && !bars.bottom) return [];
    const worst = worstTowards(beam, limit);
    const { point, bent } = worst;
    return [
      {
        made: true,
        combination: point.label,
        x: point.x,
        id,
        title,
        clause,
        utilisation: bent ? Math.min(impossible, bent.utilisation) : impossible,
        trace: (sheet) => {
          if (beam.atFaces) sheet.remark(words.atFaces);
          if (bent) words.trace(sheet, beam, worst, bent);
          else sheet.remark('The section has no strength that way.');
        },
      },
    ];
  };

/** The place where bending about both axes uses the section most. */
function worstTowards({ code, bending, reinforced, along }: ConcreteBeam, limit: number): Towards {
  const unit = unitUses(code.bend, reinforced, true);
  // strengths alone bound those together
  const boundOf = ({ whole, least }: BarsThere, { shape, My, Mz }: DemandPoint, N: number): number => {
    const alone = (n: number, my: number, mz: number) => unit(whole, shape, n, my, mz);
    const bound =
      (N === 0 ? 0 : Math.abs(N) * alone(Math.sign(N), 0, 0)) +
      (My === 0 ? 0 : Math.abs(My) * alone(0, Math.sign(My), 0)) +
      // a section that is the same on both sides is as strong either way
      Math.abs(Mz) * (shape && shape.beam.y !== 0 ? Math.max(alone(0, 0, 1), alone(0, 0, -1)) : alone(0, 0, 1));
    return Number.isNaN(bound) ? Infinity : bound / least;
  };
  const ranked = bending
    .filter(({ Mz, shape }) => Math.abs(Mz) > limit && (!shape || shape.isOwn))
    .flatMap((point) => {
      const N = code.countsAxially(point.N) ? point.N : 0;
      return along
        .against(point.x, N > 0)
        .map((there) => ({ point, N, bars: there.bars, bound: boundOf(there, point, N) }));
    })
    .sort((a, b) => b.bound - a.bound);
  let worst: (Towards & { use: number }) | undefined;
  for (const { point, N, bars, bound } of ranked) {
    if (worst && worst.use >= bound) break;
    const bent = code.bend(reinforced(point.shape, bars), { N, My: point.My, Mz: point.Mz }, true);
    const use = bent?.utilisation ?? Infinity;
    if (!worst || use > worst.use) worst = { point, N, bars, bent, use };
  }
  return worst!;
}

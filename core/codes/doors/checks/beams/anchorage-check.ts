import type { ReinforcingBar } from '../../../../catalog';
import type { Sheet } from '../../../../sheet';
import { formatQuantity } from '../../../../units';
import { impossible, skipped, utilisationOf, type Check } from '../check';
import { steelOf, type Face } from './beam-bars';
import type { BarLimit } from './bar-runs';
import type { BarRun, Lying } from './bars-along';
import { compareAs } from './bending';
import { worstOf, type BeamCheck, type ConcreteBeam, type WorstDemand } from './concrete-beam';
import { countedWords, loadedFace } from './faces';

/** How a code speaks of bars that are anchored in part. */
export interface AnchorageWords {
  readonly clause: string;
  /** how far moments are shifted against bars that end, and where the code says so, in a sentence */
  readonly shift: string;
  /** repeats the length that a bar needs. @param isHooked with a hook at that end */
  readonly traceLength: (
    sheet: Sheet,
    beam: ConcreteBeam,
    bar: ReinforcingBar,
    lying: Lying,
    isHooked: boolean,
  ) => void;
  readonly traceBending: (
    sheet: Sheet,
    beam: ConcreteBeam,
    worst: WorstDemand,
    bent: NonNullable<WorstDemand['bent']>,
  ) => void;
}

/** Bending where bars are anchored in part only; where they are everywhere in full, that they are. */
export const anchorageCheck =
  (words: AnchorageWords): BeamCheck =>
  (beam): Check[] => {
    const [id, title] = ['development', 'Anchorage of bars'] as const;
    const { clause } = words;
    const found = (['bottom', 'top'] as const).flatMap((face) => {
      const worst = worstOf(beam.code, beam.faces[face], beam.along, beam.reinforced, ({ least }) => least < 1);
      return worst ? [{ face, worst, use: Math.min(impossible, worst.bent?.utilisation ?? impossible) }] : [];
    });
    if (found.length === 0)
      return [
        skipped(
          id,
          title,
          clause,
          `Wherever a moment asks for bars they are anchored for all of their strength. ${endWords(beam).join(' ')}`,
        ),
      ];
    const { face, worst, use } = found.reduce((most, one) => (one.use > most.use ? one : most));
    const { label, x } = worst.demand.point;
    return [
      {
        made: true,
        combination: label,
        x,
        id,
        title,
        clause,
        utilisation: use,
        trace: (sheet) => {
          sheet.remark(words.shift);
          for (const sentence of endWords(beam)) sheet.remark(sentence);
          const run = shortest(beam, face, x);
          if (run) traceEnd(sheet, beam, words, run, x);
          const there = countedWords(worst.bars[face]);
          if (there !== undefined) sheet.remark(there);
          if (worst.bent) words.traceBending(sheet, beam, worst, worst.bent);
          else sheet.remark('No bars are anchored here at all: there is no strength.');
        },
      },
    ];
  };

/** The bars of a face that are anchored least around a place. */
function shortest({ along }: ConcreteBeam, face: Face, x: number): BarRun | undefined {
  const shares = along.runs
    .filter((run) => run.face === face)
    .map((run) => ({ run, share: along.share(run, x) }))
    .filter(({ share }) => share > 0);
  return shares.reduce<(typeof shares)[number] | undefined>(
    (least, one) => (!least || one.share < least.share ? one : least),
    undefined,
  )?.run;
}

/** The length that bars need and the one that is there. */
function traceEnd(sheet: Sheet, beam: ConcreteBeam, words: AnchorageWords, run: BarRun, x: number): void {
  const toStart = x - run.from < run.to - x;
  const { straight, hook, lying } = beam.along.lengthsOf(run, toStart ? 'from' : 'to');
  const isHooked = (toStart ? run.hooked.from : run.hooked.to) && hook < straight;
  words.traceLength(sheet, beam, run.bar, lying, isHooked);
  const show = (value: number) => formatQuantity(value, 'sectionLength', beam.units, beam.units === 'us' ? 1 : 0);
  const there = toStart ? x - run.from : run.to - x;
  if (Number.isFinite(there))
    sheet.remark(
      `The ${run.count} ${run.bar.name} end ${show(there)} from this place${isHooked ? ', with a hook' : ''}; ${show(isHooked ? hook : straight)} anchor all of their strength.`,
    );
}

const limitWords: Readonly<Record<BarLimit['kind'], (end: string) => string>> = {
  support: (end) =>
    `At the ${end} they reach to the far side of the support less the cover, with a hook where that anchors more.`,
  tip: (end) =>
    `At the ${end}, which is free, they reach to the tip; a pull that acts there is taken to be anchored where it enters.`,
  assumed: (end) =>
    `At the ${end} the width of the support is not known: that bars are anchored beyond it is assumed, and is for the engineer to see.`,
};

/** How bars end at both ends of a beam, in sentences. */
function endWords({ limits }: ConcreteBeam): string[] {
  return (['start', 'end'] as const).flatMap((end) => {
    const { isBeyond, kind } = limits[end];
    if (!isBeyond) return limitWords[kind](end);
    return kind === 'assumed'
      ? [
          `At the ${end} bars go on into the next member of the line, as far as their anchorage asks.`,
          limitWords.assumed(`${end} of the line`),
        ]
      : `At the ${end} bars go on into the next member of the line, as far as their anchorage asks and the line goes.`;
  });
}

/** What share of the bars of a span must go on into its supports. */
export interface CarriedWords {
  readonly face: Face;
  readonly clause: string;
  readonly title: string;
  readonly share: (beam: ConcreteBeam) => number;
  readonly remark: string;
}

/** Bars all along a beam against the most that lie on a face. */
export const carriedCheck =
  ({ face, clause, title, share, remark }: CarriedWords): BeamCheck =>
  (beam) => {
    const { along } = beam;
    if (!along.runs.some((run) => run.face === face && along.ends.some((x) => x === run.from || x === run.to)))
      return [];
    const loaded = loadedFace(beam, face);
    if (!loaded) return [];
    const all = Math.max(...along.sets.map((set) => steelOf(set[face])));
    const through = steelOf(beam.bars[face]);
    const least = share(beam);
    const utilisation = utilisationOf(least * all, through);
    return [
      {
        ...loaded.base,
        isRule: true,
        id: `carried-${face}`,
        title,
        clause,
        utilisation,
        trace: (sheet) => {
          sheet.remark(remark);
          compareAs(
            sheet,
            clause,
            'k * A_s / A_through',
            {
              k: { value: least, kind: 'number', decimals: 4 },
              A_s: { value: all, kind: 'barArea' },
              A_through: { value: through, kind: 'barArea' },
            },
            utilisation,
          );
        },
      },
    ];
  };

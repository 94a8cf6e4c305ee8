import { findBar, type ReinforcingBar } from '../../../../catalog';
import type { ReinforcedSection } from '../../../../concrete';
import type { UnitSystem } from '../../../../units';
import { lineIndex } from '../../../../results';
import { bendBy, type BendingLaws, type Bent } from '../beams/bending';
import type { Chosen } from '../beam-reinforcement';
import { impossible, type Check } from '../check';
import type { ColumnPlace } from '../column-place';
import {
  type ColumnBars,
  type ColumnInteraction,
  type ColumnTies,
  type ComparedLayout,
  type InteractionDemand,
} from '../column-reinforcement';
import type { CheckedMember, MemberResult } from '../design-code';
import type { MemberStiffness } from '../member-stiffness';
import { barsOfRecord, tiesOfRecord } from './cage-record';
import {
  barCount,
  barSteps,
  cageCut,
  cageSection,
  cageSections,
  grossArea,
  steelArea,
  type ColumnSection,
} from './cage';
import { interactionCurve, QuickStrength, type QuickLook } from './interaction';
import { contourAt } from './contour';
import { chosenOf, isFor, tryLayouts, type LayoutTrial } from './layouts';

/** Forces of a column at a place under a combination, N and N·m. */
export interface ColumnPoint {
  readonly label: string;
  /** number of the combination among those it is checked for */
  readonly line: number;
  /** m from the start of the flexible part */
  readonly x: number;
  readonly N: number;
  readonly My: number;
  readonly Mz: number;
  readonly Vy: number;
  readonly Vz: number;
  readonly T: number;
}

/** What a column is asked: forces as they were found, or moments of second order and least ones in their place. */
export interface ColumnDemand {
  readonly point: ColumnPoint;
  readonly N: number;
  readonly My: number;
  readonly Mz: number;
  /** moments are made larger for slenderness; left out: they are as they were found */
  readonly isSlender?: true;
}

/** A demand as it uses the section: undefined strength uses it up. */
export interface UsedDemand extends ColumnDemand {
  readonly bent: Bent | undefined;
  readonly utilisation: number;
  /** with its bars as they stand worst for it */
  readonly reinforced: ReinforcedSection;
}

/** What a code says of a column. */
export interface ColumnCode {
  readonly section: ColumnSection;
  readonly laws: BendingLaws;
  /** what pressure may be counted at most, as a positive force, N */
  readonly mostPressure: (bars: ColumnBars) => number;
  /** all that a column with these bars is asked beside the forces that were found */
  readonly slender: (bars: ColumnBars) => readonly ColumnDemand[];
  /** whether bars keep the rules: how many, how near */
  readonly allows: (bars: ColumnBars) => boolean;
  /** what it keeps of its stiffness in bending; left out: the code does not say */
  readonly stiffness?: (bars: ColumnBars) => MemberStiffness;
  /** ties for so many bars */
  readonly proposeTies: (bars: ColumnBars | undefined) => ColumnTies;
}

/** A column as its checks see it. */
export interface ConcreteColumn {
  readonly code: ColumnCode;
  readonly section: ColumnSection;
  readonly place: ColumnPlace;
  readonly checked: CheckedMember;
  readonly units: UnitSystem;
  readonly points: readonly ColumnPoint[];
  readonly bars: Chosen<ColumnBars> | undefined;
  readonly ties: Chosen<ColumnTies>;
  /** the demand that uses the section most; undefined without bars */
  readonly worst: UsedDemand | undefined;
}

/** A check of a column; none: it does not speak of it. */
export type ColumnCheck = (column: ConcreteColumn) => Check[];

/** Steel of a column is proposed up to this share of its area where that does, so that bars may be lapped. */
const usualRatio = 0.04;
/** Bars of proposals stand no farther from each other than this where allowed sizes let them, m. */
const widest = 0.3048;
const isWide = (section: ColumnSection, bars: ColumnBars): boolean => {
  const { y, z } = barSteps(section, bars);
  return Math.max(y, z) > widest + 1e-9;
};
/** Bars in a face, and in a ring, that are tried. */
const mostInFace = 8;
const mostInRing = 24;

/** Forces of a column at all its stations under all combinations. */
export function columnPoints({ lines, stations }: CheckedMember): ColumnPoint[] {
  return lines.flatMap(({ label, read }, line) =>
    stations.map(({ x, after }): ColumnPoint => {
      const values = read.at(x, after);
      return {
        label,
        line,
        x,
        N: values[lineIndex.N],
        Vy: values[lineIndex.Vy],
        Vz: values[lineIndex.Vz],
        T: values[lineIndex.T],
        My: values[lineIndex.My],
        Mz: values[lineIndex.Mz],
      };
    }),
  );
}

/** How far a demand uses a section that is the same on all sides. */
function usage(
  code: ColumnCode,
  section: ReinforcedSection,
  most: number,
  demand: ColumnDemand,
  between: QuickLook['between'],
): UsedDemand {
  const { N, My, Mz } = sizesOf(code.section, demand);
  const isNothing = N === 0 && My === 0 && Mz === 0;
  const bent = isNothing ? undefined : bendBy(code.laws, section, { N, My, Mz }, true, between);
  const capped = N < 0 ? -N / most : 0;
  const whole = isNothing ? 0 : (bent?.utilisation ?? impossible);
  return {
    ...demand,
    N,
    My,
    Mz,
    bent,
    utilisation: Math.min(impossible, Math.max(whole, capped)),
    reinforced: section,
  };
}

/** Moments without their signs: the section bears as much either way. A round one bears as much all around: it is bent about local y by both together. */
const sizesOf = ({ isRound }: ColumnSection, { N, My, Mz }: Pick<ColumnDemand, 'N' | 'My' | 'Mz'>) =>
  isRound ? { N, My: Math.hypot(My, Mz), Mz: 0 } : { N, My: Math.abs(My), Mz: Math.abs(Mz) };

/** How a section takes demands: told at once where that does. */
interface Bearing {
  readonly section: ReinforcedSection;
  readonly quick: QuickStrength;
}

const bearingsOf = ({ section, laws }: ColumnCode, bars: ColumnBars): Bearing[] =>
  cageSections(section, bars).map((one) => ({ section: one, quick: new QuickStrength(laws, one) }));

/** The demand that uses a section most. */
function worstOf(code: ColumnCode, bars: ColumnBars, plain: readonly ColumnDemand[]): UsedDemand | undefined {
  const bearings = bearingsOf(code, bars);
  const most = code.mostPressure(bars);
  const ranked = [...plain, ...code.slender(bars)]
    .flatMap((demand) =>
      bearings.map(({ section, quick }) => {
        const { bound, between } = quick.look(sizesOf(code.section, demand));
        return { demand, section, between, bound: Math.max(bound, demand.N < 0 ? -demand.N / most : 0) };
      }),
    )
    .sort((a, b) => b.bound - a.bound);
  let worst: UsedDemand | undefined;
  for (const { demand, section, bound, between } of ranked) {
    if (worst && worst.utilisation >= bound) break;
    const used = usage(code, section, most, demand, between);
    if (!worst || used.utilisation > worst.utilisation) worst = used;
  }
  return worst;
}

/** Whether a section with these bars does for all demands; those that others failed by are asked first. */
function does(code: ColumnCode, bars: ColumnBars, plain: readonly ColumnDemand[], hard: Set<ColumnDemand>): boolean {
  const bearings = bearingsOf(code, bars);
  const most = code.mostPressure(bars);
  const carries = (demand: ColumnDemand): boolean => {
    if (-demand.N > most) return false;
    return bearings.every(({ section, quick }) => {
      const { bound, between } = quick.look(sizesOf(code.section, demand));
      return bound <= 1 || usage(code, section, most, demand, between).utilisation <= 1;
    });
  };
  for (const demand of hard) if (!carries(demand)) return false;
  for (const demand of [...plain, ...code.slender(bars)]) {
    if (carries(demand)) continue;
    if (!demand.isSlender) hard.add(demand);
    return false;
  }
  return true;
}

/** Cages of allowed sizes, the lightest first; of the same weight the one with fewer bars. */
function candidates(code: ColumnCode, sizes: readonly ReinforcingBar[]): ColumnBars[] {
  const gross = grossArea(code.section);
  const found: ColumnBars[] = [];
  if (code.section.isRound)
    for (const ring of sizes)
      for (let count = 6; count <= mostInRing; count++) {
        const bars = { ring, count };
        if (code.allows(bars)) found.push(bars);
      }
  else
    for (const bar of sizes)
      for (let alongY = 2; alongY <= mostInFace; alongY++)
        for (let alongZ = 2; alongZ <= mostInFace; alongZ++) {
          const bars = { corner: bar, between: bar, alongY, alongZ };
          if (code.allows(bars)) found.push(bars);
        }
  // those that keep what is usual first
  const weight = (bars: ColumnBars) =>
    steelArea(bars) + (steelArea(bars) > usualRatio * gross ? 2 * gross : 0) + (isWide(code.section, bars) ? gross : 0);
  return found.sort((a, b) => weight(a) - weight(b) || barCount(a) - barCount(b));
}

/** Layouts of the rules that are for such a section. */
const layoutsFor = ({ section }: ColumnCode, { rules }: CheckedMember) =>
  (rules.columns?.layouts ?? []).filter((layout) => isFor(layout, section.isRound));

function triedLayouts(code: ColumnCode, checked: CheckedMember, plain: readonly ColumnDemand[]): LayoutTrial[] {
  const hard = new Set<ColumnDemand>();
  return tryLayouts(layoutsFor(code, checked), code.allows, (bars) => does(code, bars, plain, hard));
}

/** The lightest cage that does, or of those that keep the rules the one that is used least; of the layouts of the rules where these have any. */
function proposeBars(code: ColumnCode, checked: CheckedMember, plain: readonly ColumnDemand[]): ColumnBars | undefined {
  const { rules } = checked;
  if (layoutsFor(code, checked).length > 0)
    return chosenOf(triedLayouts(code, checked, plain), rules.columns?.choose ?? 'first', steelArea)?.bars;
  const sizes = rules.longitudinal.map((name) => findBar(name)!);
  const all = candidates(code, sizes);
  const hard = new Set<ColumnDemand>();
  const found = all.find((bars) => does(code, bars, plain, hard));
  if (found) return found;
  // none does: the heaviest shows how far it is from doing
  return all.reduce<ColumnBars | undefined>(
    (most, bars) => (!most || steelArea(bars) > steelArea(most) ? bars : most),
    undefined,
  );
}

/**
 * A column of concrete by a code: its bars and ties, given or proposed, and all its checks.
 */
export function concreteColumn(
  code: ColumnCode,
  checked: CheckedMember,
  place: ColumnPlace,
  points: readonly ColumnPoint[],
  checks: readonly ColumnCheck[],
): MemberResult {
  const { units } = checked.model.settings;
  const plain = points.map((point): ColumnDemand => ({ point, N: point.N, My: point.My, Mz: point.Mz }));
  const given = barsOfRecord(code.section, checked.member.cage);
  const bars = given ?? proposeBars(code, checked, plain);
  const tied = tiesOfRecord(code.section, checked.member.cage);
  const column: ConcreteColumn = {
    code,
    section: code.section,
    place,
    checked,
    units,
    points,
    bars: bars && { value: bars, proposed: given === undefined },
    ties: tied ? { value: tied, proposed: false } : { value: code.proposeTies(bars), proposed: true },
    worst: bars && worstOf(code, bars, plain),
  };
  const before = checked.member.startRigid ?? 0;
  return {
    checks: checks.flatMap((check) => check(column)),
    column: { bars: column.bars, ties: column.ties },
    layouts: () => comparedLayouts(column, plain),
    ...(bars
      ? {
          steelRatio: steelArea(bars) / grossArea(code.section),
          interaction: () => interactionOf(column, bars, plain, before),
          ...(code.stiffness ? { stiffness: () => code.stiffness!(bars) } : {}),
        }
      : {}),
  };
}

/** Every layout of the rules as the column comes out with it. */
function comparedLayouts({ code, checked }: ConcreteColumn, plain: readonly ColumnDemand[]): ComparedLayout[] {
  return triedLayouts(code, checked, plain).map(({ layout, bars, does: isEnough }) => {
    const worst = bars && worstOf(code, bars, plain);
    return {
      layout,
      does: isEnough,
      ...(bars && worst
        ? {
            bars,
            utilisation: worst.utilisation,
            combination: worst.point.label,
            ratio: steelArea(bars) / grossArea(code.section),
            steel: steelArea(bars),
            aboutY: interactionCurve(code.laws, worst.reinforced, 'y'),
            aboutZ: interactionCurve(code.laws, worst.reinforced, 'z'),
          }
        : {}),
    };
  });
}

/** The section as it is used, to be drawn. */
function interactionOf(
  { code, section, worst, checked }: ConcreteColumn,
  bars: ColumnBars,
  plain: readonly ColumnDemand[],
  before: number,
): ColumnInteraction {
  const reinforced = worst?.reinforced ?? cageSection(section, bars);
  const sized = (demand: ColumnDemand) => (section.isRound ? { ...demand, ...sizesOf(section, demand) } : demand);
  return {
    cut: cageCut(section, bars, checked.lines[0].line.length),
    aboutY: interactionCurve(code.laws, reinforced, 'y'),
    aboutZ: interactionCurve(code.laws, reinforced, 'z'),
    contour: worst ? contourAt(code.laws, reinforced, worst.N) : [],
    mostPressure: -code.mostPressure(bars),
    demands: [...plain, ...code.slender(bars)].map(sized).map((demand): InteractionDemand => ({
      label: demand.point.label,
      x: before + demand.point.x,
      N: demand.N,
      My: demand.My,
      Mz: demand.Mz,
      isGoverning:
        worst !== undefined &&
        demand.point === worst.point &&
        Math.abs(demand.My) === worst.My &&
        Math.abs(demand.Mz) === worst.Mz &&
        demand.N === worst.N,
    })),
  };
}

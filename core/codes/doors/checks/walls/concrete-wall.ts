import { findBar, reinforcingBars, type ReinforcingBar } from '../../../../catalog';
import type { ReinforcedSection } from '../../../../concrete';
import { bendBy, type BendingLaws, type Bent } from '../beams/bending';
import { impossible, type Check } from '../check';
import type { CheckedWall, WallPoint, WallResult } from '../checked-wall';
import type { InteractionDemand } from '../column-reinforcement';
import { contourAt } from '../columns/contour';
import { interactionCurve, QuickStrength } from '../columns/interaction';
import type { WallBars, WallReinforcement } from '../wall-reinforcement';
import { endsLength, pierCut, pierSection, uprightArea, wallArea, type WallSection } from './wall-section';

/** What a pier is asked at its foot or head: forces with what second order adds, N and N·m; bending out of its plane and in it. */
export interface WallDemand {
  readonly point: WallPoint;
  readonly N: number;
  /** out of the plane, without sign */
  readonly My: number;
  /** in the plane, without sign */
  readonly Mz: number;
  /** in the plane, without sign */
  readonly V: number;
  /** loads that push sideways are multiplied by this */
  readonly sway: number;
  /** what torsion pulls upright bars by, part of N; left out: it is not looked at beside bending */
  readonly pull?: number;
}

/** A demand as it uses the section. */
export interface UsedWallDemand extends WallDemand {
  readonly bent: Bent | undefined;
  readonly utilisation: number;
}

/** Why the forces of a combination do not do. */
export interface OpenWall {
  readonly label: string;
  readonly reason: string;
}

/** What a code says of a pier. */
export interface WallCode {
  readonly section: WallSection;
  readonly laws: BendingLaws;
  /** what pressure may be counted at most, as a positive force, N */
  readonly mostPressure: (bars: WallBars) => number;
  readonly demands: (bars: WallBars) => readonly WallDemand[];
  readonly open: readonly OpenWall[];
  /** whether bars keep the rules */
  readonly allows: (bars: WallBars) => boolean;
  /** whether level bars do for shear */
  readonly carriesShear: (bars: WallBars) => boolean;
  readonly layers: 1 | 2;
}

/** A pier as its checks see it. */
export interface ConcreteWall {
  readonly code: WallCode;
  readonly section: WallSection;
  readonly checked: CheckedWall;
  readonly bars: WallBars;
  readonly proposed: boolean;
  readonly demands: readonly WallDemand[];
  /** the demand that uses the section most; none: nothing acts */
  readonly worst: UsedWallDemand | undefined;
  readonly reinforced: ReinforcedSection;
}

/** A check of a pier; none: it does not speak of it. */
export type WallCheck = (wall: ConcreteWall) => Check[];

/** Spread bars of walls are between so thick, m. */
const spreadSizes = { from: 0.0095, to: 0.0205 };
/** Distances of bars that are proposed, m. */
const inch = 0.0254;
const distances = {
  us: [18, 16, 14, 12, 10, 8, 6, 5, 4].map((one) => one * inch),
  si: [0.4, 0.35, 0.3, 0.25, 0.2, 0.175, 0.15, 0.125, 0.1],
};
/** Bars at each end that are proposed. */
const endCounts = [0, 4, 6, 8, 10, 12, 16];

/** How far a demand uses a pier. */
function usage(
  code: WallCode,
  section: ReinforcedSection,
  most: number,
  demand: WallDemand,
  between?: readonly [number, number],
): UsedWallDemand {
  const { N, My, Mz } = demand;
  const isNothing = N === 0 && My === 0 && Mz === 0;
  const isFinite = Number.isFinite(My);
  const bent = isNothing || !isFinite ? undefined : bendBy(code.laws, section, { N, My, Mz }, true, between);
  const whole = isNothing ? 0 : (bent?.utilisation ?? impossible);
  return { ...demand, bent, utilisation: Math.min(impossible, Math.max(whole, N < 0 ? -N / most : 0)) };
}

/** The demand that uses a pier most. */
function worstOf(code: WallCode, bars: WallBars): UsedWallDemand | undefined {
  const section = pierSection(code.section, bars);
  const quick = new QuickStrength(code.laws, section);
  const most = code.mostPressure(bars);
  const ranked = code
    .demands(bars)
    .map((demand) => {
      const look = Number.isFinite(demand.My) ? quick.look(demand) : { bound: Infinity, between: undefined };
      return { demand, ...look, bound: Math.max(look.bound, demand.N < 0 ? -demand.N / most : 0) };
    })
    .sort((a, b) => b.bound - a.bound);
  let worst: UsedWallDemand | undefined;
  for (const { demand, bound, between } of ranked) {
    if (worst && worst.utilisation >= bound) break;
    const used = usage(code, section, most, demand, between);
    if (!worst || used.utilisation > worst.utilisation) worst = used;
  }
  return worst;
}

/** Whether a pier with these bars does for all demands. @param hard places that other bars failed by, asked first */
function carries(code: WallCode, bars: WallBars, hard: Set<WallDemand['point']>): boolean {
  const section = pierSection(code.section, bars);
  const most = code.mostPressure(bars);
  const demands = code.demands(bars);
  let quick: QuickStrength | undefined;
  const does = (demand: WallDemand): boolean => {
    if (!Number.isFinite(demand.My) || -demand.N > most) return false;
    quick ??= new QuickStrength(code.laws, section);
    const { bound, between } = quick.look(demand);
    return bound <= 1 || usage(code, section, most, demand, between).utilisation <= 1;
  };
  const failed =
    demands.find((demand) => hard.has(demand.point) && !does(demand)) ?? demands.find((demand) => !does(demand));
  if (failed) hard.add(failed.point);
  return failed === undefined;
}

/** The bars a record chooses, what it leaves out proposed. */
function barsFor(code: WallCode, { bars: record, rules, model }: CheckedWall): { bars: WallBars; proposed: boolean } {
  const { upright, level, ends, layers } = record ?? {};
  const sized = ({ bar, spacing }: { readonly bar: string; readonly spacing: number }) => ({
    bar: findBar(bar)!,
    spacing,
  });
  const proposed = !upright || !level || !ends || !layers;
  const system = findBar(rules.longitudinal[0])!.system;
  const spread = reinforcingBars.filter(
    (bar) => bar.system === system && bar.diameter >= spreadSizes.from && bar.diameter <= spreadSizes.to,
  );
  const steps = distances[model.settings.units];
  const all = (bars: readonly ReinforcingBar[]) =>
    bars
      .flatMap((bar) => steps.map((spacing) => ({ bar, spacing })))
      .sort((a, b) => a.bar.area / a.spacing - b.bar.area / b.spacing || b.spacing - a.spacing);
  const own = { layers: layers ?? code.layers };
  const endBars = rules.longitudinal.map((name) => findBar(name)!);
  const none = { bar: endBars[0], count: 0 };
  const givenUpright = upright && sized(upright);
  const givenLevel = level && sized(level);
  const givenEnds = ends && { bar: findBar(ends.bar)!, count: ends.count };
  if (!proposed) return { bars: { ...own, upright: givenUpright!, level: givenLevel!, ends: givenEnds! }, proposed };
  const tried = all(spread);
  const most = tried[tried.length - 1];
  // level bars by shear first, as light as that lets them be; each choice of upright ones may ask for more
  const levels = givenLevel ? [givenLevel] : tried;
  const bare = (level: WallBars['level']): WallBars => ({
    ...own,
    upright: givenUpright ?? tried[0],
    level,
    ends: givenEnds ?? none,
  });
  const enough = levels.findIndex((one) => code.carriesShear(bare(one)));
  const carrying = enough < 0 ? levels.slice(-1) : levels.slice(enough);
  const candidates = (givenUpright ? [givenUpright] : tried)
    .flatMap((one) =>
      (givenEnds
        ? [givenEnds]
        : endCounts.flatMap((count) => (count === 0 ? [none] : endBars.map((bar) => ({ bar, count }))))
      ).flatMap((end): WallBars[] => {
        const of = (level: WallBars['level']): WallBars => ({ ...own, upright: one, level, ends: end });
        if (endsLength(code.section, of(carrying[0])) > code.section.length) return [];
        const level = carrying.find((candidate) => code.allows(of(candidate)));
        return level ? [of(level)] : [];
      }),
    )
    .map((bars) => ({ bars, steel: uprightArea(code.section, bars) }))
    .sort((one, other) => one.steel - other.steel)
    .map(({ bars }) => bars);
  if (candidates.length === 0)
    return { bars: { ...bare(carrying[carrying.length - 1]), upright: givenUpright ?? most }, proposed };
  return { bars: lightest(code, candidates), proposed };
}

/** Of bars from the lightest to the heaviest the first that do, found by halves; none does: the heaviest, which shows how far it is from doing. */
function lightest(code: WallCode, candidates: readonly WallBars[]): WallBars {
  const hard = new Set<WallDemand['point']>();
  const does = (bars: WallBars) => carries(code, bars, hard);
  let [low, high] = [0, candidates.length - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (does(candidates[middle])) high = middle;
    else low = middle + 1;
  }
  return candidates[low];
}

/** A pier of concrete by a code: its bars, given or proposed, and all its checks. */
export function concreteWall(code: WallCode, checked: CheckedWall, checks: readonly WallCheck[]): WallResult {
  const { bars, proposed } = barsFor(code, checked);
  const demands = code.demands(bars);
  const wall: ConcreteWall = {
    code,
    section: code.section,
    checked,
    bars,
    proposed,
    demands,
    worst: worstOf(code, bars),
    reinforced: pierSection(code.section, bars),
  };
  const used: WallReinforcement = { value: bars, proposed };
  return {
    // ids are those of walls: columns have checks of the same names
    checks: checks.flatMap((check) => check(wall)).map((check) => ({ ...check, id: `wall-${check.id}` })),
    wall: used,
    steelRatio: uprightArea(code.section, bars) / wallArea(code.section),
    interaction: () => ({
      cut: pierCut(code.section, bars, checked.height),
      aboutY: interactionCurve(code.laws, wall.reinforced, 'y'),
      aboutZ: interactionCurve(code.laws, wall.reinforced, 'z'),
      contour: wall.worst ? contourAt(code.laws, wall.reinforced, wall.worst.N) : [],
      mostPressure: -code.mostPressure(bars),
      demands: demands
        .filter(({ My }) => Number.isFinite(My))
        .map(({ point, N, My, Mz }): InteractionDemand => ({
          label: point.label,
          x: point.x,
          N,
          My,
          Mz,
          isGoverning: point === wall.worst?.point,
        })),
    }),
  };
}

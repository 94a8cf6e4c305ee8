import { solve, type Solution } from '../../fem';
import {
  applyAct,
  inOrder,
  stiffnessFactors,
  type Cage,
  type Edit,
  type Member,
  type Model,
  type Reinforcement,
  type StiffnessFactors,
} from '../../model';
import type { UnitSystem } from '../../units';
import { barWords } from '../bar-words';
import { MemberChecker, type MemberChecks } from '../check-member';
import { hasProposals, usedBars } from '../used-bars';
import { cageText, proposesCage, usedCage } from '../used-cage';
import { neverGrowing } from './never-growing';
import { beamSteel, cageSteel } from './steel-weight';

/** What the loop is walked with. */
export interface LoopChoice {
  /** beams and columns of concrete; others among them are passed over */
  readonly members: readonly string[];
  /** kept: as they are analysed; byBars: as their bars and axial force leave them, ACI 318-19 Table 6.6.3.1.1(b) */
  readonly stiffness: 'kept' | 'byBars';
  /** stay: bars that are chosen are not touched; anew: they are found once more */
  readonly chosen: 'stay' | 'anew';
  /** no lift of a column has more or thicker bars than the one below it */
  readonly neverGrowing: boolean;
  /** analyses at most; 1 is one step: bars for the forces of today, and the stiffness that these leave for the analysis to come */
  readonly rounds: number;
}

/** How far the loop has come. */
export interface LoopProgress {
  readonly round: number;
  readonly phase: 'analysis' | 'bars' | 'checks' | 'others';
  readonly fraction: number;
}

/** What an analysis and the bars found for its forces came to. */
export interface LoopRound {
  /** members whose bars are not those of the round before; of the first: of the model */
  readonly bars: number;
  /** the largest change of a factor on stiffness that its bars ask for */
  readonly stiffness: number;
  /** the largest utilisation, and of which member; null: no check was made */
  readonly worst: { readonly member: string; readonly utilisation: number } | null;
}

/** A member as the loop leaves it. */
export interface LoopRow {
  readonly member: string;
  readonly role: Member['role'];
  /** in words; '': none */
  readonly before: string;
  readonly after: string;
  readonly factorsBefore: Pick<StiffnessFactors, 'inertiaY' | 'inertiaZ'>;
  readonly factors: Pick<StiffnessFactors, 'inertiaY' | 'inertiaZ'>;
  /** how its stiffness was found; '': it was kept */
  readonly words: string;
  /** with these bars, under the forces of the last analysis; null: no check was made */
  readonly utilisation: number | null;
  readonly verdict: MemberChecks['verdict'];
}

/** What the loop came to, or why it was not walked. */
export type Loop =
  | {
      readonly ok: true;
      /** nothing changes any more */
      readonly settled: boolean;
      readonly rounds: readonly LoopRound[];
      readonly rows: readonly LoopRow[];
      /** members that were not walked with and piers of walls, by their keys, that fail with the forces of the last analysis */
      readonly others: readonly { readonly key: string; readonly utilisation: number }[];
      /** what takes it over: bars and stiffness of every member that they change; none: nothing does */
      readonly edits: readonly Edit[];
    }
  | { readonly ok: false; readonly reason: string };

/** Factors are settled where none changes by more than this. */
const settled = 0.01;
/** From this round on factors go half of their way, and bars that still change stay the heavier ones. */
const dampedFrom = 3;

/** Bars of a member as its record holds them. */
type Bars = { readonly reinforcement: Reinforcement } | { readonly cage: Cage };
type Shares = Pick<StiffnessFactors, 'inertiaY' | 'inertiaZ'>;

/**
 * Walks from forces to bars, from bars to stiffness, and from stiffness to forces, until nothing changes: analysis, the bars that are proposed for its forces,
 * what these leave of the stiffness, and again. Yields as it goes.
 */
export function* closeLoop(model: Model, choice: LoopChoice): Generator<LoopProgress, Loop> {
  const members = choice.members.flatMap((id) => (isDesigned(model, model.members[id]) ? [model.members[id]] : []));
  if (members.length === 0)
    return refused('None of them is a beam or a column of concrete that is checked and not locked.');
  const twice = choice.stiffness === 'byBars' ? loweredTwice(model, members) : undefined;
  if (twice !== undefined) return refused(twice);
  const { units } = model.settings;
  let factors = new Map<string, Shares>();
  let bars = new Map<string, Bars>();
  const held = new Map<string, Bars>();
  const rounds: LoopRound[] = [];
  let isSettled: boolean;
  let last: { model: Model; solution: Solution; found: ReadonlyMap<string, Bars>; words: Map<string, string> };
  for (let round = 1; ; round++) {
    const trial = edited(model, members, (member) => ({
      ...(held.get(member.id) ?? (choice.chosen === 'anew' ? withoutBars(member) : {})),
      ...stiffnessField(member, factors.get(member.id)),
    }));
    const steps = solve(trial);
    let step = steps.next();
    for (; !step.done; step = steps.next()) yield { round, phase: 'analysis', fraction: step.value.fraction };
    const { solution, findings } = step.value;
    if (!solution)
      return refused(
        `The analysis stops${round === 1 ? '' : ` in round ${round}`}: ${findings.find(({ severity }) => severity === 'stop')?.sentence ?? ''}`,
      );
    const checker = new MemberChecker(trial, solution);
    const checked = new Map<string, MemberChecks>();
    for (const [i, { id }] of members.entries()) {
      checked.set(id, checker.check(id));
      yield { round, phase: 'bars', fraction: (i + 1) / members.length };
    }
    const proposed = new Map([...checked].flatMap(([id, of]) => (barsOf(of) ? [[id, barsOf(of)!] as const] : [])));
    if (proposed.size === 0) {
      const [first] = checked.values();
      const check = first.checks.find((one) => !one.made);
      return refused(`No bars are found for any of them: ${check && !check.made ? check.reason : ''}`);
    }
    const found = new Map(proposed);
    if (choice.neverGrowing)
      for (const [id, of] of grownDown(trial, solution, proposed)) {
        checked.set(id, of);
        found.set(id, barsOf(of)!);
      }
    const words = new Map<string, string>();
    let change = 0;
    const next = new Map<string, Shares>();
    // a step by hand knows nothing of those before it but that there were some
    const isDamped = ({ stiffness }: Member, axis: keyof Shares) =>
      round >= dampedFrom || (choice.rounds === 1 && stiffness?.[axis] !== undefined);
    if (choice.stiffness === 'byBars') {
      for (const member of members) {
        const stiffness = checked.get(member.id)!.stiffness?.();
        if (!stiffness) continue;
        words.set(member.id, stiffness.words);
        const now = (axis: keyof Shares) => factors.get(member.id)?.[axis] ?? member.stiffness?.[axis] ?? 1;
        const damped = (axis: keyof Shares, asked: number) => {
          change = Math.max(change, Math.abs(asked - now(axis)));
          return Number((isDamped(member, axis) ? (asked + now(axis)) / 2 : asked).toFixed(3));
        };
        next.set(member.id, {
          inertiaY: damped('inertiaY', stiffness.inertiaY),
          ...(stiffness.inertiaZ === undefined ? {} : { inertiaZ: damped('inertiaZ', stiffness.inertiaZ) }),
        });
      }
      if (next.size === 0)
        return refused('Stiffness by bars is that of ACI 318-19, Table 6.6.3.1.1(b): none of them is designed by it.');
    }
    const different = members.filter(({ id }) => {
      const before = round === 1 ? recordOf(model.members[id]) : bars.get(id);
      return textOf(before) !== textOf(found.get(id));
    });
    rounds.push({ bars: different.length, stiffness: change, worst: worstOf(checked) });
    last = { model: trial, solution, found, words };
    // forces are those of the factors that were analysed: bars that are found for them again are the end
    isSettled = choice.stiffness === 'kept' || (change <= settled && different.length === 0);
    if (!isSettled && choice.rounds === 1) factors = next;
    if (isSettled || round >= choice.rounds) break;
    if (round >= dampedFrom)
      for (const { id } of different) {
        const [one, other] = [bars.get(id), found.get(id)];
        if (one && other) held.set(id, steelOf(one) > steelOf(other) ? one : other);
      }
    bars = new Map(found);
    factors = next;
  }
  // as it would be taken over: the bars found, and but for one step the factors that their forces were found with
  const whole = edited(model, members, (member) => ({
    ...last.found.get(member.id),
    ...stiffnessField(member, factors.get(member.id)),
  }));
  const checker = new MemberChecker(whole, last.solution);
  const before = new MemberChecker(model, last.solution);
  const rows: LoopRow[] = [];
  for (const [i, member] of members.entries()) {
    const of = checker.check(member.id);
    rows.push({
      member: member.id,
      role: member.role,
      before: recordOf(member) ? wordsOf(before.check(member.id), units) : '',
      after: wordsOf(of, units),
      factorsBefore: sharesOf(member),
      factors: sharesOf(whole.members[member.id]),
      words: last.words.get(member.id) ?? '',
      utilisation: of.governing?.utilisation ?? null,
      verdict: of.verdict,
    });
    yield { round: rounds.length, phase: 'checks', fraction: (i + 1) / members.length };
  }
  const others: { key: string; utilisation: number }[] = [];
  // after one analysis forces are those that were there before
  if (rounds.length > 1) {
    const walked = new Set(members.map(({ id }) => id));
    const rest = [
      ...inOrder(whole.members).flatMap(({ id }) =>
        walked.has(id) ? [] : [{ key: id, check: () => checker.check(id) }],
      ),
      ...checker.piers.keys.map((key) => ({ key, check: () => checker.piers.check(key) })),
    ];
    for (const [i, { key, check }] of rest.entries()) {
      const { verdict, governing } = check();
      if (verdict === 'fails') others.push({ key, utilisation: governing?.utilisation ?? Infinity });
      yield { round: rounds.length, phase: 'others', fraction: (i + 1) / rest.length };
    }
  }
  const changes = members.flatMap(({ id }) => {
    const [one, other] = [model.members[id], whole.members[id]];
    const fields = (['reinforcement', 'cage', 'stiffness'] as const).filter(
      (field) => textOf(one[field]) !== textOf(other[field]),
    );
    return fields.length > 0
      ? [{ id, fields: Object.fromEntries(fields.map((field) => [field, other[field] ?? null])) }]
      : [];
  });
  return {
    ok: true,
    settled: isSettled,
    rounds,
    rows,
    others: others.sort((a, b) => b.utilisation - a.utilisation),
    edits: changes.length > 0 ? [{ kind: 'change', table: 'members', changes }] : [],
  };
}

const refused = (reason: string): Loop => ({ ok: false, reason });

const isDesigned = (model: Model, member: Member | undefined): member is Member =>
  member !== undefined &&
  member.role !== 'brace' &&
  member.material !== null &&
  model.materials[member.material].kind === 'concrete' &&
  !member.unchecked &&
  !model.settings.locked?.includes(member.id);

/** Why stiffness would be lowered twice, in sentences; undefined: it would not. */
function loweredTwice(model: Model, members: readonly Member[]): string | undefined {
  for (const { label, stiffnessSet } of inOrder(model.combinations)) {
    if (stiffnessSet === undefined) continue;
    const set = model.stiffnessSets[stiffnessSet];
    const lowers = members.some(({ role }) => {
      const factor = stiffnessFactors({ role }, 'concrete', set);
      return factor('inertiaY') !== 1 || factor('inertiaZ') !== 1;
    });
    if (lowers)
      return `The combination ${label} is analysed with the stiffness “${set.label}”, which changes that of concrete already: with factors by bars it would be changed twice. Take the set off the combinations, or keep the stiffness as it is.`;
  }
  return undefined;
}

function edited(model: Model, members: readonly Member[], fields: (member: Member) => Record<string, unknown>): Model {
  const changes = members.flatMap((member) => {
    const of = fields(member);
    return Object.keys(of).length > 0 ? [{ id: member.id, fields: of }] : [];
  });
  if (changes.length === 0) return model;
  const made = applyAct(model, { edits: [{ kind: 'change', table: 'members', changes }] });
  if (!made.ok) throw new Error(made.error);
  return made.model;
}

const stiffnessField = ({ stiffness }: Member, shares: Shares | undefined) =>
  shares ? { stiffness: { ...stiffness, ...shares } } : {};

const sharesOf = ({ stiffness }: Member): Shares => ({
  ...(stiffness?.inertiaY === undefined ? {} : { inertiaY: stiffness.inertiaY }),
  ...(stiffness?.inertiaZ === undefined ? {} : { inertiaZ: stiffness.inertiaZ }),
});

/** A member whose bars are found once more; a spiral stays one. */
function withoutBars({ reinforcement, cage }: Member): Record<string, unknown> {
  const isSpiral = cage?.ties && 'around' in cage.ties && cage.ties.around === 'spiral';
  return {
    ...(reinforcement ? { reinforcement: null } : {}),
    ...(cage ? { cage: isSpiral ? { ties: cage.ties } : null } : {}),
  };
}

const recordOf = ({ reinforcement, cage }: Member): Bars | undefined =>
  reinforcement ? { reinforcement } : cage ? { cage } : undefined;

const barsOf = ({ reinforcement, column }: MemberChecks): Bars | undefined =>
  column ? { cage: usedCage(column) } : reinforcement ? { reinforcement: usedBars(reinforcement) } : undefined;

/** A text that is the same for records that say the same, in whatever order. */
const textOf = (value: unknown): string =>
  JSON.stringify(value ?? null, (_, part: unknown) =>
    typeof part === 'object' && part !== null && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
      : part,
  );

/** Area of bars, to be compared with others of the same member, m². */
const steelOf = (bars: Bars): number => ('cage' in bars ? cageSteel(bars.cage) : beamSteel(bars.reinforcement));

/** Members whose bars are more than they need, so that none above them has more; checked with these, and with ties for them. */
function grownDown(
  trial: Model,
  solution: Solution,
  proposed: ReadonlyMap<string, Bars>,
): (readonly [string, MemberChecks])[] {
  const cages = new Map(
    [...proposed].flatMap(([id, of]) => ('cage' in of && of.cage.bars ? [[id, of.cage.bars] as const] : [])),
  );
  const more = neverGrowing(trial, cages, (id) => trial.members[id].cage?.bars === undefined);
  if (more.size === 0) return [];
  const whole = edited(
    trial,
    [...more.keys()].map((id) => trial.members[id]),
    ({ id, cage }) => ({ cage: { ...cage, bars: more.get(id) } }),
  );
  const checker = new MemberChecker(whole, solution);
  return [...more.keys()].map((id) => [id, checker.check(id)] as const);
}

function worstOf(checked: ReadonlyMap<string, MemberChecks>): LoopRound['worst'] {
  let worst: LoopRound['worst'] = null;
  for (const [member, { governing }] of checked)
    if (governing && (!worst || governing.utilisation > worst.utilisation))
      worst = { member, utilisation: governing.utilisation };
  return worst;
}

/** The bars a member was checked with in a line; those that are not chosen are said to be proposed. */
function wordsOf({ reinforcement, column }: MemberChecks, units: UnitSystem): string {
  if (column) {
    const { bars, faces, ties } = cageText(column, units);
    return `${bars}${faces === 'ring' || faces === '' ? '' : ` (${faces})`}, ${ties}${proposesCage(column) ? ' (partly proposed)' : ''}`;
  }
  if (!reinforcement) return '';
  const { top, bottom, stirrups } = barWords(reinforcement, units);
  return `top ${top}, bottom ${bottom}, ${stirrups}${hasProposals(reinforcement) ? ' (partly proposed)' : ''}`;
}

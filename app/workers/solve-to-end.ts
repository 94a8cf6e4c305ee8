import { familyOf } from '~core/codes/families';
import { MemberChecker } from '~core/checks';
import { allFindings } from '~core/findings';
import { isSolvedWhole, solve, type Solution } from '~core/fem';
import { inOrder, type Finding, type Model } from '~core/model';
import { withUnits } from '~core/units';
import type { CheckRow } from './messages';
import { toCheckRow } from './check-row';

/** A model solved and checked without pause. */
export interface SolvedToEnd {
  readonly findings: readonly Finding[];
  readonly solution: Solution | undefined;
  readonly checks: readonly CheckRow[];
  readonly seconds: number;
}

/** Progress is told at most this often, seconds. */
const tellEvery = 0.2;

/** Solves a model and checks its members, telling how far it is. @param now a clock in seconds */
export function solveToEnd(
  model: Model,
  tell: (phase: string, fraction: number) => void,
  now: () => number,
): SolvedToEnd {
  return withUnits(model.settings.ownUnits, () => toEnd(model, tell, now));
}

function toEnd(model: Model, tell: (phase: string, fraction: number) => void, now: () => number): SolvedToEnd {
  const started = now();
  let told = started - 1;
  const say = (phase: string, fraction: number) => {
    if (now() - told < tellEvery) return;
    told = now();
    tell(phase, fraction);
  };
  const steps = solve(model, undefined, now);
  let step = steps.next();
  while (!step.done) {
    say(step.value.phase, step.value.fraction);
    step = steps.next();
  }
  const { findings, solution } = step.value;
  const checks: CheckRow[] = [];
  if (solution) {
    const checker = new MemberChecker(model, solution);
    const members = inOrder(model.members);
    for (const member of members) {
      checks.push(toCheckRow(checker.check(member.id), model.settings.units));
      say('check', checks.length / members.length);
    }
  }
  return { findings: allFindings(model, findings), solution, checks, seconds: now() - started };
}

/** The settings a result rests on, in words. */
export function settingsWords(model: Model): Record<string, string> {
  const whole = Object.values(model.combinations).filter(isSolvedWhole);
  return {
    code: familyOf(model).called,
    'shear deformation': model.settings.shearDeformation ? 'yes' : 'no',
    cases: String(Object.keys(model.cases).length),
    combinations: `${Object.keys(model.combinations).length}, ${whole.filter((one) => one.order === 'second').length} of second order, ${whole.filter((one) => one.stiffnessSet !== undefined).length} with reduced stiffness`,
  };
}

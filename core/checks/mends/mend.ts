import { applyAct, type Edit, type Model } from '../../model';
import { solve, type Solution } from '../../fem';
import type { DesignLine } from '../../lines';
import { MemberChecker, type MemberChecks } from '../check-member';

/** What a design line is asked for as it stands, or as it would stand: the worst check of its members. */
export interface Standing {
  /** over all checks of all members, rules among them */
  readonly utilisation: number;
  /** member and title of the check that is worst */
  readonly member: string;
  readonly governs: string;
  /** the verdict that its worst member would have */
  readonly isOpen: boolean;
  readonly of: readonly MemberChecks[];
}

/** One way to mend a design line that has a check above 1: what would be done, and what every check of it gives then with today's forces. */
export interface Mend {
  readonly kind: 'bars' | 'section' | 'grade' | 'hold' | 'stiffness';
  /** what would be done, in words */
  readonly words: string;
  /** what must be done beside it, or what it rests on; empty: nothing */
  readonly remark: string;
  readonly utilisation: number;
  /** member and check that would be worst */
  readonly member: string;
  readonly governs: string;
  /** nothing above 1, but something needed is not made: as it is today, or bars that are proposed only */
  readonly isOpen: boolean;
  /** the worst once the model is solved anew with it; left out: forces stay what they are, or do not matter as it does not hold with today's */
  readonly anew?: Pick<Standing, 'utilisation' | 'member' | 'governs'>;
  /** what takes it over */
  readonly edits: readonly Edit[];
}

/** A design line, and what its members would be checked to with edits: forces stay those of the solution. */
export class Trials {
  readonly now: Standing;

  constructor(
    readonly model: Model,
    readonly solution: Solution,
    readonly line: DesignLine,
  ) {
    this.now = this.with([]);
  }

  /** What all of its members would be checked to. @param solution in place of today's */
  with(edits: readonly Edit[], solution = this.solution): Standing {
    const model = edits.length === 0 ? this.model : edited(this.model, edits);
    const checker = new MemberChecker(model, solution);
    return standing(this.line.pieces.map(({ member }) => checker.check(member)));
  }
}

/** The solution of a model with edits, solved from the start; undefined: it cannot be solved. */
export function* solvedWith({ model }: Trials, edits: readonly Edit[]): Generator<undefined, Solution | undefined> {
  const steps = solve(edited(model, edits));
  let step = steps.next();
  while (!step.done) {
    yield undefined;
    step = steps.next();
  }
  return step.value.solution;
}

/** A mend with what it gives once the model is solved anew. */
export const withAnew = (mend: Mend, { utilisation, member, governs, isOpen }: Standing): Mend => ({
  ...mend,
  isOpen,
  anew: { utilisation, member, governs },
});

/** What a mend comes to in the end: with forces solved anew where they change. */
export const endsAt = ({ anew, utilisation }: Mend): number => anew?.utilisation ?? utilisation;

/** The model with edits that are known to be possible. */
export function edited(model: Model, edits: readonly Edit[]): Model {
  const made = applyAct(model, { edits: [...edits] });
  if (!made.ok) throw new Error(made.error);
  return made.model;
}

/** The worst of all checks of members. */
export function standing(of: readonly MemberChecks[]): Standing {
  let worst = { utilisation: 0, member: of[0].memberId, governs: '' };
  for (const { memberId, checks } of of)
    for (const check of checks)
      if (check.made && !(check.utilisation <= worst.utilisation))
        worst = { utilisation: check.utilisation, member: memberId, governs: check.title };
  return { ...worst, isOpen: worst.utilisation <= 1 && of.some(({ verdict }) => verdict === 'open'), of };
}

/** The mend that edits make, by a real check. */
export function mendOf(
  { utilisation, member, governs, isOpen }: Standing,
  { kind, words, remark = '', edits }: Pick<Mend, 'kind' | 'words' | 'edits'> & { readonly remark?: string },
): Mend {
  return { kind, words, remark, utilisation, member, governs, isOpen, edits };
}

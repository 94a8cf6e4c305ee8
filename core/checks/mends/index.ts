import type { Solution } from '../../fem';
import { designLines } from '../../lines';
import type { Model } from '../../model';
import { concreteMends } from './concrete-mends';
import { endsAt, Trials, type Mend } from './mend';
import { steelMends } from './steel-mends';

export type { Mend } from './mend';

/** What would mend a design line, or why nothing is looked for. */
export type Mends =
  | {
      readonly ok: true;
      readonly line: string;
      /** today's worst check */
      readonly now: Pick<Mend, 'utilisation' | 'member' | 'governs'>;
      /** those that hold first, of each kind the best first */
      readonly mends: readonly Mend[];
    }
  | { readonly ok: false; readonly reason: string };

/**
 * Looks for ways to bring every check of the design line that a member is in to 1 or below: other bars, larger sections, another grade, one more hold. Each
 * is tried on an edited copy of the model by the checks themselves, with the forces of today's solution; what is heavier or stiffer draws other forces, so that
 * those that hold are solved anew and checked once more. Yields between trials.
 */
export function* findMends(model: Model, solution: Solution, memberId: string): Generator<undefined, Mends> {
  const line = designLines(model).of.get(memberId);
  if (!line) return { ok: false, reason: 'The member has no length.' };
  const trials = new Trials(model, solution, line);
  const { now } = trials;
  if (now.utilisation <= 1) return { ok: false, reason: `No check of ${line.name} is above 1.` };
  const { material } = model.members[now.member];
  const ways = material !== null && model.materials[material].kind === 'steel' ? steelMends : concreteMends;
  const mends: Mend[] = [];
  for (const mend of ways(trials)) {
    if (mend && mend.utilisation < now.utilisation - 0.005) mends.push(mend);
    yield undefined;
  }
  const order = (mend: Mend) => (endsAt(mend) <= 1 ? 0 : 1);
  return {
    ok: true,
    line: line.name,
    now: { utilisation: now.utilisation, member: now.member, governs: now.governs },
    mends: mends.sort((a, b) => order(a) - order(b) || (order(a) === 1 ? endsAt(a) - endsAt(b) : 0)),
  };
}

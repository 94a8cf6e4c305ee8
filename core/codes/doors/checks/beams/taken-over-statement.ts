import { formatQuantity } from '../../../../units';
import { missing, skipped } from '../check';
import type { BeamCheck } from './concrete-beam';

/** What the analysis may be above what cracks the section by, for rounding. */
const hardly = 1.001;

/**
 * Torsion that the design rules call one of compatibility: a beam that is not designed for all of it must not carry it in the analysis either, or its
 * neighbours lack what it would have carried. It counts as what a beam of full stiffness would carry at most.
 * @param words what the code lets be left, in a sentence
 */
export const takenOverStatement =
  (clause: string, words: string): BeamCheck =>
  ({ rules: { forces }, code, bending, shear, units }) => {
    if (forces?.torsion !== 'compatibility') return [];
    const [id, title] = ['torsion-compatibility', 'Torsion that others take over'] as const;
    const most = [...bending, ...shear].reduce((sum, { T }) => Math.max(sum, Math.abs(T)), 0);
    const show = (value: number) => formatQuantity(value, 'moment', units);
    const limit = code.crackingTorsion;
    return most > limit * hardly
      ? [
          missing(
            id,
            title,
            clause,
            `The design rules take torsion as one that others can take over, but the analysis gives this beam ${show(most)}, more than the ${show(limit)} that crack it: what it does not carry is missing elsewhere. Lower the factor on its torsional stiffness, so that the analysis lets others carry it.`,
          ),
        ]
      : [
          skipped(
            id,
            title,
            clause,
            `The design rules take torsion as one that others can take over; the analysis gives this beam ${show(most)}, no more than the ${show(limit)} that crack it. ${words}`,
          ),
        ];
  };

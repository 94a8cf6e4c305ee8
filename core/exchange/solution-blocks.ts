import type { CaseSolution, Solution } from '../fem';
import { packBinary, unpackBinary } from './binary';

/** A piece of a kept solution: its outline (all that does not depend on the case), or one solved state. */
export interface SolutionBlock {
  readonly kind: 'outline' | 'case';
  /** of the case or combination; '' for the outline */
  readonly id: string;
  readonly bytes: Uint8Array;
}

/** A solution as blocks that can be kept, sent and fetched on their own. */
export function solutionBlocks(solution: Solution): SolutionBlock[] {
  const { cases, ...outline } = solution;
  return [
    { kind: 'outline', id: '', bytes: packBinary(outline) },
    ...cases.map((one): SolutionBlock => ({ kind: 'case', id: one.id, bytes: packBinary(one) })),
  ];
}

/** Puts a solution together again. @throws RangeError when a block is missing or cannot be read */
export function solutionOf(blocks: readonly SolutionBlock[]): Solution {
  const outline = blocks.find((block) => block.kind === 'outline');
  if (!outline) throw new RangeError('The results cannot be read: their outline is missing.');
  return {
    ...(unpackBinary(outline.bytes) as Omit<Solution, 'cases'>),
    cases: blocks.filter((block) => block.kind === 'case').map((block) => unpackBinary(block.bytes) as CaseSolution),
  };
}

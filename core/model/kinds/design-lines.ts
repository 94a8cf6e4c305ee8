import { z } from 'zod';
import { kind } from './kind';
import { memberId } from './members';
import { nodeId } from './nodes';
import { label, idOf } from '../schema-base';

/** Ids of design lines: `z12`. */
export const designLineId = idOf('z', 'design line');

/** What a node is for a beam that passes it or ends there. */
export const supportAs = ['over', 'side', 'none'] as const;

/**
 * Members in line that are checked as one beam, column or brace. Lines are found by themselves; one is kept as a record where it was split, joined or
 * named by hand, or where a support of it was decided otherwise than its geometry says.
 */
export const designLine = z.strictObject({
  id: designLineId,
  label: label.optional(),
  members: z.array(memberId).min(1).max(500).describe('that follow each other, in any order'),
  supports: z
    .array(
      z.strictObject({
        node: nodeId,
        as: z
          .enum(supportAs)
          .describe(
            'over: the beam runs over what carries it; side: it frames into its side; none: nothing carries it',
          ),
      }),
    )
    .max(500)
    .optional()
    .describe('supports of a beam that are decided by hand; the others follow from the geometry'),
  seen: z
    .string()
    .max(20_000)
    .optional()
    .describe(
      'what carried it and of what members it was when it was decided last; where that has changed it is to be looked at again',
    ),
});

/** What is done with design lines by declaration. */
export const designLineKind = kind({
  prefix: 'z',
  noun: 'design line',
  schema: designLine,
  refers: [
    { at: 'members[]', to: 'members', whenGone: 'leaves', least: 1 },
    { at: 'supports[].node', to: 'nodes', whenGone: 'leaves' },
  ],
});

/** One of `designLine`, as it stands in a model. */
export type DesignLineRecord = z.infer<typeof designLine>;
/** What a node is for a beam. */
export type SupportAs = (typeof supportAs)[number];

import { z } from 'zod';
import { memberId } from './members';
import { nodeId } from './nodes';
import { slabId } from './slabs';
import { wallId } from './walls';
import { kind } from './kind';
import { label, idOf } from '../schema-base';

/** Ids of groups: `q12`. */
export const groupId = idOf('q', 'group');

/** Members, nodes, slabs and walls under one name. */
export const group = z.strictObject({
  id: groupId,
  label,
  members: z.array(memberId),
  nodes: z.array(nodeId).optional(),
  slabs: z.array(slabId).optional(),
  walls: z.array(wallId).optional(),
});

/** What is done with groups by declaration. */
export const groupKind = kind({
  prefix: 'q',
  noun: 'group',
  schema: group,
  refers: [
    { at: 'members[]', to: 'members', whenGone: 'leaves' },
    { at: 'nodes[]', to: 'nodes', whenGone: 'leaves' },
    { at: 'slabs[]', to: 'slabs', whenGone: 'leaves' },
    { at: 'walls[]', to: 'walls', whenGone: 'leaves' },
  ],
});

/** One of `group`, as it stands in a model. */
export type Group = z.infer<typeof group>;

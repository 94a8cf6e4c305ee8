import { z } from 'zod';
import { memberId } from './members';
import { nodeId } from './nodes';
import { kind } from './kind';
import { label, idOf } from '../schema-base';

export const groupId = idOf('q', 'group');

/** Members (and nodes) under one name. */
export const group = z.strictObject({
  id: groupId,
  label,
  members: z.array(memberId),
  nodes: z.array(nodeId).optional(),
});

export const groupKind = kind({
  prefix: 'q',
  noun: 'group',
  schema: group,
  refers: [
    { at: 'members[]', to: 'members', whenGone: 'leaves' },
    { at: 'nodes[]', to: 'nodes', whenGone: 'leaves' },
  ],
});

export type Group = z.infer<typeof group>;

import { z } from 'zod';
import { kind } from './kind';
import { coordinate, turn, idOf } from '../schema-base';

/** Ids of nodes: `n12`. */
export const nodeId = idOf('n', 'node');

/** Which of six directions are held. */
export const support = z
  .strictObject({
    ux: z.boolean(),
    uy: z.boolean(),
    uz: z.boolean(),
    rx: z.boolean(),
    ry: z.boolean(),
    rz: z.boolean(),
  })
  .describe('directions in which the node is held: translations and rotations in global axes');

const stiffness = z.number().nonnegative().max(1e15);

/** Springs in six directions, N/m and N·m/rad. */
export const sixStiffnesses = {
  ux: stiffness.optional(),
  uy: stiffness.optional(),
  uz: stiffness.optional(),
  rx: stiffness.optional(),
  ry: stiffness.optional(),
  rz: stiffness.optional(),
};

/** A place (m) where members meet, with what holds it. */
export const node = z.strictObject({
  id: nodeId,
  position: z.tuple([coordinate, coordinate, coordinate]).describe('x, y, z in m'),
  support: support.optional(),
  springs: z
    .strictObject(sixStiffnesses)
    .optional()
    .describe('springs to the ground, N/m and N·m/rad, in the directions of the support'),
  supportAngles: z
    .tuple([turn, turn, turn])
    .optional()
    .describe(
      'an inclined support: its axes are the global ones turned about z, then about their own y, then about their own x, rad',
    ),
  mass: z.number().nonnegative().optional().describe('mass beside that of load cases, kg'),
});

/** What is done with nodes by declaration. */
export const nodeKind = kind({
  prefix: 'n',
  noun: 'node',
  schema: node,
  refers: [],
});

/** One of `support`, as it stands in a model. */
export type Support = z.infer<typeof support>;
/** One of `node`, as it stands in a model. */
export type Node = z.infer<typeof node>;

/** Whether a node is held, by a support or by springs to the ground. */
export const isHeld = (node: Pick<Node, 'support' | 'springs'> | undefined): boolean =>
  node?.support !== undefined || node?.springs !== undefined;

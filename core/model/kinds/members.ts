import { z } from 'zod';
import { cage } from './cage';
import { designRulesId } from './design-rules';
import { materialId } from './materials';
import { nodeId, sixStiffnesses } from './nodes';
import { reinforcement } from './reinforcement';
import { sectionId } from './sections';
import { factors } from './stiffness-sets';
import { kind } from './kind';
import { positiveLength, label, vector, idOf } from '../schema-base';

/** Ids of members: `m12`. */
export const memberId = idOf('m', 'member');

/** What a steel member's stability depends on beside its own length; lengths left out are those between what holds its design line, factors left out 1. */
export const steelDesign = z.strictObject({
  unbracedLengthMajor: positiveLength.optional().describe('buckling about local y, m'),
  unbracedLengthMinor: positiveLength.optional().describe('buckling about local z, m'),
  unbracedLengthTorsion: positiveLength.optional().describe('lateral-torsional buckling, m'),
  factorMajor: z.number().positive().max(10).optional().describe('effective length factor about local y'),
  factorMinor: z.number().positive().max(10).optional().describe('effective length factor about local z'),
});

/** What members carry. */
export const behaviours = ['frame', 'axial', 'tension', 'compression'] as const;

/** Where in its section a member’s axis lies. */
export const axisPositions = [
  'topLeft',
  'top',
  'topRight',
  'left',
  'middle',
  'right',
  'bottomLeft',
  'bottom',
  'bottomRight',
  'centroid',
  'shearCentre',
] as const;

const connection = z
  .strictObject(sixStiffnesses)
  .describe(
    'stiffness of the connection in the member’s local directions, N/m and N·m/rad: 0 is a release, a direction left out is rigid',
  );

/** A straight beam, column or brace between two nodes. */
export const member = z.strictObject({
  id: memberId,
  label: label.optional(),
  role: z.enum(['column', 'beam', 'brace']),
  start: nodeId,
  end: nodeId,
  section: sectionId.nullable(),
  material: materialId.nullable(),
  angle: z.number().min(-7).max(7).describe('turn of local y and z about x, rad'),
  steelDesign: steelDesign.optional(),
  reinforcement: reinforcement.optional(),
  cage: cage.optional().describe('bars and ties of a column of concrete'),
  rules: designRulesId.optional().describe('what it is designed by; left out: the rules of the project'),
  unchecked: z
    .literal(true)
    .optional()
    .describe('its checks are switched off by hand, and its verdict is open; left out: it is checked'),
  behaviour: z.enum(behaviours).optional().describe('left out: frame'),
  startConnection: connection.optional(),
  endConnection: connection.optional(),
  axisPosition: z
    .enum(axisPositions)
    .optional()
    .describe(
      'the point of the section that lies on the line between the nodes: one of nine of its box, its centroid or its shear centre; left out: the centroid',
    ),
  startOffset: vector
    .optional()
    .describe('from the start node to the start of the axis, local directions of the line between the nodes, m'),
  endOffset: vector.optional().describe('from the end node to the end of the axis, m'),
  startRigid: z.number().nonnegative().max(100).optional().describe('rigid length at the start, m'),
  endRigid: z.number().nonnegative().max(100).optional().describe('rigid length at the end, m'),
  stiffness: factors.optional().describe('factors on the stiffness in every analysis'),
  flange: z
    .strictObject({
      left: z.number().nonnegative().max(100).optional().describe('towards local y, m'),
      right: z.number().nonnegative().max(100).optional().describe('away from local y, m'),
    })
    .optional()
    .describe('width of a slab that works with it as a flange, from its axis; a side left out takes that of the code'),
  drawnShift: z
    .tuple([z.number().min(-100).max(100), z.number().min(-100).max(100)])
    .optional()
    .describe('shift of the drawn section along local y and z, m; it changes nothing in the analysis'),
});

/** What is done with members by declaration. */
export const memberKind = kind({
  prefix: 'm',
  noun: 'member',
  schema: member,
  refers: [
    { at: 'start', to: 'nodes', whenGone: 'goes' },
    { at: 'end', to: 'nodes', whenGone: 'goes' },
    { at: 'section', to: 'sections', whenGone: 'refused' },
    { at: 'material', to: 'materials', whenGone: 'refused' },
    { at: 'rules', to: 'designRules', whenGone: 'clears' },
  ],
});

/** One of `member`, as it stands in a model. */
export type Member = z.infer<typeof member>;
/** One of `connection`, as it stands in a model. */
export type Connection = z.infer<typeof connection>;
/** Where in its section a member’s axis lies. */
export type AxisPosition = (typeof axisPositions)[number];
/** What a member carries. */
export type Behaviour = (typeof behaviours)[number];
/** One of `steelDesign`, as it stands in a model. */
export type SteelDesign = z.infer<typeof steelDesign>;

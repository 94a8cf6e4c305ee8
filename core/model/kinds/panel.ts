import { z } from 'zod';
import { materialId } from './materials';
import { nodeId } from './nodes';
import { positiveLength, label } from '../schema-base';

const corners = z.array(nodeId).min(3).describe('corners in order');

/** How a slab or wall takes part: `shell` in its plane and in bending, `plate` in bending only, `membrane` in its plane only; `load` carries loads to its edges and is not analysed. */
export const panelBehaviours = ['shell', 'plate', 'membrane', 'load'] as const;
/** Where the plane of the corners lies in the thickness. */
export const panelPlanes = ['top', 'middle', 'bottom'] as const;

const factor = z.number().positive().max(100).optional();

/** Fields that slabs and walls have in common. */
export const panel = {
  label: label.optional(),
  corners,
  openings: z.array(corners).optional(),
  ignoredOpenings: z
    .array(corners)
    .optional()
    .describe('openings that are there and left out of the analysis on purpose: it takes them as closed'),
  ignoredNote: z.string().trim().min(1).max(200).optional().describe('why they are left out'),
  thickness: positiveLength.describe('m'),
  material: materialId.nullable(),
  behaviour: z.enum(panelBehaviours).optional().describe('left out: load'),
  plane: z
    .enum(panelPlanes)
    .optional()
    .describe('where the plane of the corners lies in the thickness; left out: middle'),
  barAngle: z
    .number()
    .min(-Math.PI)
    .max(Math.PI)
    .optional()
    .describe('of the bars along x, from global x in a slab, from the horizontal in a wall, rad; left out: 0'),
  factors: z
    .strictObject({ bendingX: factor, bendingY: factor, membraneX: factor, membraneY: factor })
    .optional()
    .describe('on the stiffness along the bars and across them'),
  meshSize: z.number().min(0.05).max(10).optional().describe('wished size of elements, m; left out: chosen'),
};

/** What slabs and walls have in common. */
export interface Panel {
  readonly id: string;
  readonly label?: string | undefined;
  readonly corners: readonly string[];
  readonly openings?: readonly (readonly string[])[] | undefined;
  readonly ignoredOpenings?: readonly (readonly string[])[] | undefined;
  readonly ignoredNote?: string | undefined;
  /** m */
  readonly thickness: number;
  readonly material: string | null;
  readonly behaviour?: (typeof panelBehaviours)[number] | undefined;
  readonly plane?: (typeof panelPlanes)[number] | undefined;
  /** rad */
  readonly barAngle?: number | undefined;
  readonly factors?: PanelFactors | undefined;
  /** m */
  readonly meshSize?: number | undefined;
}

/** Factors on the stiffness of a slab or wall along its bars and across them. */
export interface PanelFactors {
  readonly bendingX?: number | undefined;
  readonly bendingY?: number | undefined;
  readonly membraneX?: number | undefined;
  readonly membraneY?: number | undefined;
}

/** Whether a slab or wall is meshed and analysed. */
export const isMeshed = ({ behaviour }: Pick<Panel, 'behaviour'>): boolean =>
  behaviour !== undefined && behaviour !== 'load';

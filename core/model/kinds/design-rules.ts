import { z } from 'zod';
import { kind } from './kind';
import { barName } from './reinforcement';
import { idOf, label } from '../schema-base';

/** Ids of sets of design rules: `dr12`. */
export const designRulesId = idOf('dr', 'set of design rules');

/** A limit of deflection: a length over this number. */
const lengthOver = z.number().min(20).max(10000);

const inFace = z.number().int().min(2).max(20);
const layoutSizes = z.array(barName).min(1).max(20).describe('bar sizes of which the thinnest that does is taken');

/** Where bars of a column may stand, and of what sizes. */
const columnLayout = z.union([
  z
    .strictObject({
      alongY: inFace.describe('bars in each face along local y, with those at its corners'),
      alongZ: inFace.describe('bars in each face along local z, with those at its corners'),
      sizes: layoutSizes,
    })
    .describe('of rectangular columns'),
  z
    .strictObject({ ring: z.number().int().min(4).max(40).describe('bars in the ring'), sizes: layoutSizes })
    .describe('of round columns'),
]);

/** A strength reduction factor. */
const factor = z.number().min(0.3).max(1);

/** What concrete members are designed by, beside what the code says. */
export const concreteRules = {
  steel: label,
  yieldStress: z.number().positive().describe('Pa'),
  cover: z.number().nonnegative().max(1).describe('clear cover to the stirrup, m'),
  longitudinal: z.array(barName).min(1).describe('bar sizes that may be chosen'),
  stirrup: barName,
  partial: z
    .strictObject({
      alphaCc: z.number().min(0.5).max(1).optional().describe('EN 1992-1-1 3.1.6(1); left out: 1'),
      gammaC: z.number().min(1).max(2).optional().describe('EN 1992-1-1 2.4.2.4; left out: 1.5'),
      gammaS: z.number().min(1).max(1.5).optional().describe('EN 1992-1-1 2.4.2.4; left out: 1.15'),
      mostCot: z
        .number()
        .min(1)
        .max(2.5)
        .optional()
        .describe('cot θ of struts at most, EN 1992-1-1 6.2.3(2); left out: 2.5'),
    })
    .optional()
    .describe('national values of EN 1992-1-1 in place of those it recommends'),
  columns: z
    .strictObject({
      layouts: z.array(columnLayout).min(1).max(20),
      choose: z
        .literal('lightest')
        .optional()
        .describe('the lightest layout that does is proposed; left out: the first that does, in their order'),
    })
    .optional()
    .describe('layouts that bars of columns are proposed of; left out: any number of bars of the sizes of the rules'),
  reduction: z
    .strictObject({
      tension: factor.optional().describe('of sections that tension controls, Table 21.2.2; left out: 0.90'),
      compression: factor
        .optional()
        .describe('of sections that compression controls, with ties, Table 21.2.2; left out: 0.65'),
      spiral: factor
        .optional()
        .describe('of sections that compression controls, with a spiral, Table 21.2.2; left out: 0.75'),
      shear: factor.optional().describe('Table 21.2.1; left out: 0.75'),
      torsion: factor.optional().describe('Table 21.2.1; left out: 0.75'),
    })
    .optional()
    .describe('strength reduction factors of ACI 318-19 in place of those of Tables 21.2.1 and 21.2.2'),
  service: z
    .strictObject({
      leftOut: z.literal(true).optional().describe('deflection and width of cracks are left out by hand'),
      live: lengthOver.optional().describe('deflection by live load: the span over this; left out: that of the code'),
      lasting: lengthOver
        .optional()
        .describe('deflection after partitions stand: the span over this; left out: that of the code'),
      total: lengthOver
        .optional()
        .describe(
          'deflection of sustained loads with creep and shrinkage: the span over this; left out: that of the code',
        ),
      byDepth: z
        .literal(true)
        .optional()
        .describe(
          'deflection need not be computed where the beam is as deep as the code asks for instead: ACI 318-19 9.3.1 (nothing that large deflections damage stands on it), EN 1992-1-1 7.4.2',
        ),
      camber: z
        .number()
        .min(250)
        .max(10000)
        .optional()
        .describe(
          'upward in the middle of a span, or at the tip of a cantilever: its length over this, EN 1992-1-1 7.4.1(4)',
        ),
      crackWidth: z.number().min(0.00005).max(0.001).optional().describe('m; left out: that of the code'),
      humidity: z
        .number()
        .min(0.2)
        .max(1)
        .optional()
        .describe('of the air around, for creep and shrinkage; left out: 0.5'),
      loadedAt: z
        .number()
        .min(1)
        .max(3650)
        .optional()
        .describe('age of concrete when it is loaded, days; left out: 28'),
    })
    .optional()
    .describe('what is asked of beams in service'),
  hooks: z
    .strictObject({
      ties: z
        .literal(true)
        .optional()
        .describe('ties or stirrups enclose hooks, A_th ≥ 0.4 A_hs: ψ_r = 1, ACI 318-19 Table 25.4.3.2'),
      core: z
        .literal(true)
        .optional()
        .describe(
          'hooks end within the cores of columns with 2.5 in of cover at their sides: ψ_o = 1, ACI 318-19 Table 25.4.3.2',
        ),
    })
    .optional()
    .describe('how hooks in supports are held; left out: as if they were not'),
  forces: z
    .strictObject({
      torsion: z
        .enum(['compatibility', 'out'])
        .optional()
        .describe(
          'compatibility: others can take it over, so that no more is designed for than cracks the beam; out: left out by hand; left out: all of it is designed for',
        ),
      axial: z.literal('out').optional().describe('axial force is left out by hand'),
      across: z.literal('out').optional().describe('bending and shear across the depth are left out by hand'),
    })
    .optional()
    .describe('which forces are designed for in strength; left out: all'),
};

/** A set of rules that some concrete members are designed by, in place of those of the project. */
export const designRules = z.strictObject({ id: designRulesId, label, ...concreteRules });

/** What is done with sets of design rules by declaration. */
export const designRulesKind = kind({
  prefix: 'dr',
  noun: 'set of design rules',
  schema: designRules,
  refers: [],
});

/** One of `designRules`, as it stands in a model. */
export type DesignRules = z.infer<typeof designRules>;
/** Where bars of a column may stand, and of what sizes. */
export type ColumnLayout = z.infer<typeof columnLayout>;
/** What concrete members are designed by. */
export type ConcreteRules = Omit<DesignRules, 'id' | 'label'>;

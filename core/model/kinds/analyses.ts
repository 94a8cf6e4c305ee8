import { z } from 'zod';
import { caseFactors } from './cases';
import { stiffnessSetId } from './stiffness-sets';
import { storeyId } from './storeys';
import { kind } from './kind';
import { label, idOf } from '../schema-base';

/** Ids of analysises: `a12`. */
export const analysisId = idOf('a', 'analysis');

const analysisBase = { id: analysisId, label };

const positive = z.number().positive();

/** Load factors at which a combination of loads makes the structure buckle. */
export const bucklingAnalysis = z.strictObject({
  ...analysisBase,
  type: z.literal('buckling'),
  factors: caseFactors.describe('the load whose critical multiples are sought'),
  count: z.number().int().min(1).max(50),
  stiffnessSet: stiffnessSetId.optional(),
});

/** Natural modes and frequencies. */
export const modalAnalysis = z.strictObject({
  ...analysisBase,
  type: z.literal('modal'),
  masses: caseFactors.describe('cases whose downward loads are masses, divided by g'),
  count: z
    .number()
    .int()
    .min(1)
    .max(300)
    .nullable()
    .describe('number of modes; null: as many as reach 90% participation in x and y'),
  massMatrix: z.enum(['lumped', 'consistent']),
  verticalMass: z.boolean().describe('whether masses act vertically too'),
  storeyWeights: z
    .array(z.strictObject({ storey: storeyId, weight: z.number().positive().describe('N') }))
    .max(500)
    .optional()
    .describe('weights of storeys to which the masses at their levels are scaled'),
  stiffnessSet: stiffnessSetId.optional(),
});

/** Design spectra: acceleration in m/s² over the period in s. */
export const spectrumShape = z.discriminatedUnion('type', [
  z.strictObject({
    type: z.literal('asce7'),
    sds: positive.describe('S_DS, g'),
    sd1: positive.describe('S_D1, g'),
    longPeriod: positive.describe('T_L, s'),
    responseModification: positive.describe('R'),
    importance: positive.describe('I_e'),
  }),
  z.strictObject({
    type: z.literal('en1998'),
    agR: positive.describe('a_gR, m/s²'),
    importance: positive.describe('γ_I'),
    ground: z.enum(['A', 'B', 'C', 'D', 'E']),
    spectrumType: z.enum(['1', '2']),
    behaviourFactor: positive.describe('q'),
  }),
  z.strictObject({
    type: z.literal('typed'),
    points: z
      .array(
        z.strictObject({
          period: z.number().nonnegative().describe('s'),
          acceleration: z.number().nonnegative().describe('m/s²'),
        }),
      )
      .min(1)
      .max(500),
  }),
]);

/** Response to an earthquake by a design spectrum, on modes. */
export const spectrumAnalysis = z.strictObject({
  ...analysisBase,
  type: z.literal('spectrum'),
  modal: analysisId,
  shape: spectrumShape,
  damping: z.number().positive().max(0.5).describe('share of critical damping'),
  modeRule: z.enum(['cqc', 'srss']),
  directionRule: z.enum(['100/30', 'srss']),
  eccentricity: z
    .number()
    .min(0)
    .max(0.5)
    .describe('accidental eccentricity, share of the plan size square to the direction'),
  leastBaseShear: z.number().nonnegative().optional().describe('base shear to which results are scaled up, N'),
});

/** Response to a record of ground acceleration in time, on modes. */
export const historyAnalysis = z.strictObject({
  ...analysisBase,
  type: z.literal('history'),
  modal: analysisId,
  direction: z.enum(['x', 'y', 'z']),
  timeStep: z.number().positive().max(10).describe('s'),
  accelerations: z.array(z.number()).min(2).max(100000).describe('of the ground, m/s²'),
  factor: z.number(),
  damping: z.number().min(0).max(0.5).describe('share of critical damping'),
});

/** An analysis beside that of the load cases. */
export const analysis = z.discriminatedUnion('type', [
  bucklingAnalysis,
  modalAnalysis,
  spectrumAnalysis,
  historyAnalysis,
]);

/** What is done with analysises by declaration. */
export const analysisKind = kind({
  prefix: 'a',
  noun: 'analysis',
  schema: analysis,
  refers: [
    { at: 'factors[].case', to: 'cases', whenGone: 'leaves' },
    { at: 'masses[].case', to: 'cases', whenGone: 'leaves' },
    { at: 'storeyWeights[].storey', to: 'storeys', whenGone: 'leaves' },
    { at: 'stiffnessSet', to: 'stiffnessSets', whenGone: 'clears' },
    { at: 'modal', to: 'analyses', whenGone: 'goes' },
  ],
});

/** One of `analysis`, as it stands in a model. */
export type Analysis = z.infer<typeof analysis>;
/** One of `bucklingAnalysis`, as it stands in a model. */
export type BucklingAnalysis = z.infer<typeof bucklingAnalysis>;
/** One of `modalAnalysis`, as it stands in a model. */
export type ModalAnalysis = z.infer<typeof modalAnalysis>;
/** One of `spectrumAnalysis`, as it stands in a model. */
export type SpectrumAnalysis = z.infer<typeof spectrumAnalysis>;
/** A design spectrum by its code’s parameters. */
export type SpectrumShape = z.infer<typeof spectrumShape>;
/** One of `historyAnalysis`, as it stands in a model. */
export type HistoryAnalysis = z.infer<typeof historyAnalysis>;

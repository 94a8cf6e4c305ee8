import { z } from 'zod';
import { kind } from './kind';
import { label, idOf } from '../schema-base';

/** Ids of load cases: `c12`. */
export const caseId = idOf('c', 'load case');
/** Load cases with a factor each. */
export const caseFactors = z.array(z.strictObject({ case: caseId, factor: z.number().min(-100).max(100) }));

/** What loads come from. */
export const natures = [
  'dead',
  'superimposedDead',
  'live',
  'roofLive',
  'snow',
  'rain',
  'wind',
  'seismic',
  'notional',
  'temperature',
  'settlement',
  'earth',
  'fluid',
  'prestress',
  'accidental',
  'other',
] as const;

/** Ways along the axes. */
export const loadDirections = ['+x', '-x', '+y', '-y'] as const;

/** A way along an axis. */
export const loadDirection = z.enum(loadDirections).describe('where to it pushes');

/** Use categories of EN 1990 Table A1.1, which choose ψ factors of live load. */
export const liveCategories = ['A', 'B', 'C', 'D', 'E', 'F', 'G', 'H'] as const;

/** Loads that act together, by what they come from. */
export const loadCase = z.strictObject({
  id: caseId,
  label: z.string().trim().min(1).max(8).describe('short name used in combinations'),
  name: label,
  nature: z.enum(natures),
  selfWeight: z.boolean().describe('whether the members’ own weight acts in this case'),
  category: z.enum(liveCategories).optional().describe('use category of live load, EN 1990 Table A1.1'),
  direction: loadDirection.optional(),
  massOnly: z.boolean().optional().describe('counts as seismic mass and takes part in no combination'),
  alternatives: z
    .string()
    .trim()
    .min(1)
    .max(30)
    .optional()
    .describe('cases under one such name never act together: patterns of a live load, places of a moving one'),
});

/** What is done with load cases by declaration. */
export const caseKind = kind({
  prefix: 'c',
  noun: 'load case',
  schema: loadCase,
  refers: [],
});

/** One of `loadCase`, as it stands in a model. */
export type LoadCase = z.infer<typeof loadCase>;
/** What a case’s loads come from. */
export type Nature = (typeof natures)[number];
/** A way along an axis. */
export type LoadDirection = (typeof loadDirections)[number];

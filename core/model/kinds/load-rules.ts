import { z } from 'zod';
import { caseFactors, caseId, loadDirection } from './cases';
import { memberId } from './members';
import { kind } from './kind';
import { farthest, coordinate, label, idOf } from '../schema-base';

/** Ids of load rules: `r12`. */
export const loadRuleId = idOf('r', 'load rule');

/** A building as the wind and snow rules see it: a rectangle in plan with a flat or a duopitch roof. What is left out is read off the frame. */
export const loadedBuilding = z.strictObject({
  x: z.tuple([coordinate, coordinate]).optional().describe('plan extent along x, m'),
  y: z.tuple([coordinate, coordinate]).optional().describe('plan extent along y, m'),
  base: coordinate.optional().describe('height of the ground, m'),
  eaves: coordinate.optional().describe('height of the eaves or of the flat roof, m'),
  ridge: coordinate.optional().describe('height of the ridge, m; no higher than the eaves: a flat roof'),
  ridgeAlong: z.enum(['x', 'y']).optional().describe('direction of the ridge'),
  wallSpan: z
    .enum(['vertical', 'horizontal', 'two'])
    .optional()
    .describe('how walls hand their load on; left out: two ways'),
  roofSpan: z
    .enum(['slope', 'ridge', 'two'])
    .optional()
    .describe(
      'how roofs hand their load on: along the slope to purlins, along the ridge to rafters; left out: two ways',
    ),
});

const ruleBase = { id: loadRuleId, label };

const share = z.number().positive().max(1);

const factorOf = z.number().positive().max(20);

const speed = z.number().positive().max(150).describe('m/s');

/** A share of the gravity load of each storey, sideways. */
export const notionalRule = z.strictObject({
  ...ruleBase,
  type: z.literal('notional'),
  case: caseId,
  gravity: caseFactors,
  share: share.describe('of the gravity load introduced at the level'),
  direction: loadDirection,
  at: z.enum(['columns', 'diaphragms']),
});

/** Wind by the directional procedure for rectangular enclosed buildings, ASCE/SEI 7-22 chapter 27. */
export const asceWindRule = z.strictObject({
  ...ruleBase,
  type: z.literal('asceWind'),
  speed: speed.describe('basic wind speed V, m/s, three-second gust'),
  exposure: z.enum(['B', 'C', 'D']),
  directionality: factorOf.describe('K_d'),
  topography: factorOf.describe('K_zt'),
  elevation: factorOf.describe('K_e'),
  gust: factorOf.describe('G'),
  internal: z.number().nonnegative().max(1).describe('GC_pi'),
  building: loadedBuilding,
  cases: z
    .array(
      z.strictObject({
        case: caseId,
        direction: loadDirection,
        internal: z.enum(['pressure', 'suction']),
        roof: z.enum(['uplift', 'downward']).describe('which of the two roof coefficients of the windward side'),
      }),
    )
    .min(1),
});

/** Wind on a rectangular enclosed building, EN 1991-1-4. */
export const enWindRule = z.strictObject({
  ...ruleBase,
  type: z.literal('enWind'),
  basicSpeed: speed.describe('v_b,0, m/s'),
  directional: factorOf.describe('c_dir'),
  season: factorOf.describe('c_season'),
  terrain: z.enum(['0', 'I', 'II', 'III', 'IV']),
  orography: factorOf.describe('c_o'),
  airDensity: z.number().positive().max(2).describe('kg/m³'),
  structural: factorOf.describe('c_s c_d'),
  internalPressure: z.number().min(-1).max(1).describe('c_pi, positive inward pressure on no face'),
  internalSuction: z.number().min(-1).max(1).describe('c_pi of the suction cases'),
  building: loadedBuilding,
  cases: z
    .array(
      z.strictObject({
        case: caseId,
        direction: loadDirection,
        internal: z.enum(['pressure', 'suction']),
        roof: z
          .enum(['uplift', 'downward', 'upliftDownward', 'downwardUplift'])
          .describe(
            'coefficients across the ridge, EN 1991-1-4 7.2.5: drawn up or pressed down on both slopes, or one on the windward and the other on the leeward slope',
          ),
      }),
    )
    .min(1),
});

/** Snow on a flat or duopitch roof, ASCE/SEI 7-22 chapter 7. */
export const asceSnowRule = z.strictObject({
  ...ruleBase,
  type: z.literal('asceSnow'),
  ground: z.number().positive().max(5e4).describe('p_g, Pa'),
  exposure: factorOf.describe('C_e'),
  thermal: factorOf.describe('C_t'),
  slippery: z.boolean(),
  least: z.number().nonnegative().max(1e4).describe('p_m,max, Pa: the most that the least load of low slopes comes to'),
  winterWind: z.number().nonnegative().max(1).describe('W_2, share of time above 10 mph'),
  building: loadedBuilding,
  cases: z
    .array(
      z.strictObject({
        case: caseId,
        arrangement: z
          .enum(['balanced', 'lowSide', 'highSide'])
          .describe('lowSide: wind has blown the snow to the slope of the smaller coordinate'),
      }),
    )
    .min(1),
});

/** Snow on a flat or duopitch roof, EN 1991-1-3. */
export const enSnowRule = z.strictObject({
  ...ruleBase,
  type: z.literal('enSnow'),
  ground: z.number().positive().max(5e4).describe('s_k, Pa'),
  exposure: factorOf.describe('C_e'),
  thermal: factorOf.describe('C_t'),
  snowGuards: z.boolean(),
  building: loadedBuilding,
  cases: z
    .array(
      z.strictObject({
        case: caseId,
        arrangement: z
          .enum(['balanced', 'lowSide', 'highSide'])
          .describe('lowSide: half the load on the slope of the larger coordinate'),
      }),
    )
    .min(1),
});

/** What a floor hands to members in a live load case, made smaller by the area each of them carries. */
export const reductionRule = z.strictObject({
  ...ruleBase,
  type: z.literal('reduction'),
  case: caseId,
  standard: z.enum(['asce', 'en']),
  elementFactor: factorOf.describe('K_LL of ASCE 7 Table 4.7-1 for beams'),
  combinationFactor: z.number().min(0).max(1).describe('ψ0 for EN 1991-1-1 (6.1)'),
});

/** A live load on some of the grid's bays only. */
export const patternRule = z.strictObject({
  ...ruleBase,
  type: z.literal('pattern'),
  source: caseId,
  cases: z
    .array(
      z.strictObject({
        case: caseId,
        keep: z.enum(['oddX', 'evenX', 'oddY', 'evenY', 'chequerA', 'chequerB', 'pairX', 'pairY']),
        pair: z.number().int().nonnegative().optional().describe('the first of two neighbouring bays, counted from 0'),
      }),
    )
    .min(1),
});

/** Forces that keep their distances and move along members that follow each other. */
export const trainRule = z.strictObject({
  ...ruleBase,
  type: z.literal('train'),
  path: z.array(memberId).min(1),
  forces: z
    .array(
      z.strictObject({
        force: z.number().describe('N, downward positive'),
        behind: z.number().nonnegative().max(farthest).describe('distance behind the one before, m'),
      }),
    )
    .min(1)
    .max(50),
  cases: z
    .array(caseId)
    .min(2)
    .max(500)
    .describe('one a step, from the first force at the start to the last force at the end'),
});

/** What makes loads by a code’s clauses, or of other loads. */
export const loadRule = z.discriminatedUnion('type', [
  notionalRule,
  asceWindRule,
  enWindRule,
  asceSnowRule,
  enSnowRule,
  reductionRule,
  patternRule,
  trainRule,
]);

/** What is done with load rules by declaration. */
export const loadRuleKind = kind({
  prefix: 'r',
  noun: 'load rule',
  schema: loadRule,
  refers: [
    { at: 'case', to: 'cases', whenGone: 'goes' },
    { at: 'cases[].case', to: 'cases', whenGone: 'leaves', least: 1 },
    { at: 'cases[]', to: 'cases', whenGone: 'leaves', least: 2 },
    { at: 'gravity[].case', to: 'cases', whenGone: 'leaves', least: 1 },
    { at: 'source', to: 'cases', whenGone: 'goes' },
    { at: 'path[]', to: 'members', whenGone: 'leaves', least: 1 },
  ],
});

/** One of `loadedBuilding`, as it stands in a model. */
export type LoadedBuilding = z.infer<typeof loadedBuilding>;
/** One of `loadRule`, as it stands in a model. */
export type LoadRule = z.infer<typeof loadRule>;
/** One of `notionalRule`, as it stands in a model. */
export type NotionalRule = z.infer<typeof notionalRule>;
/** One of `asceWindRule`, as it stands in a model. */
export type AsceWindRule = z.infer<typeof asceWindRule>;
/** One of `enWindRule`, as it stands in a model. */
export type EnWindRule = z.infer<typeof enWindRule>;
/** One of `asceSnowRule`, as it stands in a model. */
export type AsceSnowRule = z.infer<typeof asceSnowRule>;
/** One of `enSnowRule`, as it stands in a model. */
export type EnSnowRule = z.infer<typeof enSnowRule>;
/** One of `reductionRule`, as it stands in a model. */
export type ReductionRule = z.infer<typeof reductionRule>;
/** One of `patternRule`, as it stands in a model. */
export type PatternRule = z.infer<typeof patternRule>;
/** One of `trainRule`, as it stands in a model. */
export type TrainRule = z.infer<typeof trainRule>;

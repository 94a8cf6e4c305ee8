import { z } from 'zod';
import {
  caseFactors,
  caseId,
  combinationId,
  coordinate,
  envelopeId,
  farthest,
  label,
  loadId,
  loadRuleId,
  memberId,
  nodeId,
  point,
  slabId,
  stiffnessSetId,
  storeyId,
  vector,
  wallId,
} from './schema-base';

/** Load cases, what acts in them, the rules that make loads, and what is combined. Units as in `schema.ts`. */

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
export const loadDirections = ['+x', '-x', '+y', '-y'] as const;
const loadDirection = z.enum(loadDirections).describe('where to it pushes');
/** Use categories of EN 1990 Table A1.1, which choose ψ factors of live load. */
export const liveCategories = ['A', 'B', 'C', 'D', 'E', 'F', 'G', 'H'] as const;

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

const loadBase = { id: loadId, case: caseId };
const onMember = {
  ...loadBase,
  member: memberId,
  axes: z.enum(['global', 'local']),
  direction: z.enum(['x', 'y', 'z']),
};
const distance = z.number().nonnegative().max(farthest);

const projected = z
  .boolean()
  .optional()
  .describe('whether the value counts per metre of the projection square to the direction (global directions)');

export const nodeLoad = z.strictObject({
  ...loadBase,
  type: z.literal('node'),
  node: nodeId,
  force: vector.describe('N, global'),
  moment: vector.describe('N·m, global'),
});
export const uniformLoad = z.strictObject({
  ...onMember,
  type: z.literal('uniform'),
  value: z.number().describe('N/m of member length'),
  from: distance.describe('distance from the start, m'),
  to: distance.nullable().describe('distance from the start, m; null: to the end'),
  projected,
});
export const trapezoidLoad = z.strictObject({
  ...onMember,
  type: z.literal('trapezoid'),
  valueFrom: z.number().describe('N/m where it starts'),
  valueTo: z.number().describe('N/m where it ends'),
  from: distance.describe('distance from the start, m'),
  to: distance.nullable().describe('distance from the start, m; null: to the end'),
  projected,
});
export const momentLoad = z.strictObject({
  ...onMember,
  type: z.literal('moment'),
  value: z.number().describe('N·m about the direction'),
  at: distance.describe('distance from the start, m'),
});
export const temperatureLoad = z.strictObject({
  ...loadBase,
  type: z.literal('temperature'),
  member: memberId,
  change: z.number().min(-2000).max(2000).describe('uniform change, K'),
  differenceY: z
    .number()
    .min(-2000)
    .max(2000)
    .describe('warmer on the side of local +y than on −y by, K over the width'),
  differenceZ: z
    .number()
    .min(-2000)
    .max(2000)
    .describe('warmer on the side of local +z than on −z by, K over the depth'),
});
export const strainLoad = z.strictObject({
  ...loadBase,
  type: z.literal('strain'),
  member: memberId,
  axial: z.number().min(-1).max(1).describe('initial strain, longer positive'),
  curvatureY: z.number().describe('initial curvature in the x–z plane, 1/m, w″ positive'),
  curvatureZ: z.number().describe('initial curvature in the x–y plane, 1/m, v″ positive'),
});
export const settlementLoad = z.strictObject({
  ...loadBase,
  type: z.literal('settlement'),
  node: nodeId,
  displacement: vector.describe('imposed movement in the directions of the support, m'),
  rotation: vector.describe('imposed rotation, rad'),
});
export const pointLoad = z.strictObject({
  ...onMember,
  type: z.literal('point'),
  value: z.number().describe('N'),
  at: distance.describe('distance from the start, m'),
});

const pressureValue = z.number().min(-1e9).max(1e9).describe('Pa');
const weight = z.number().nonnegative().max(1e6).describe('N/m³');
/** How a load varies over an area. */
export const pressure = z.discriminatedUnion('type', [
  z.strictObject({ type: z.literal('uniform'), value: pressureValue }),
  z.strictObject({
    type: z.literal('linear'),
    points: z
      .tuple([
        z.strictObject({ at: point, value: pressureValue }),
        z.strictObject({ at: point, value: pressureValue }),
        z.strictObject({ at: point, value: pressureValue }),
      ])
      .describe('values at three points that lie on no line'),
  }),
  z.strictObject({
    type: z.literal('fluid'),
    density: z.number().positive().max(30000).describe('kg/m³'),
    level: coordinate.describe('height of the surface, m'),
  }),
  z.strictObject({
    type: z.literal('earth'),
    state: z.enum(['atRest', 'active', 'given']),
    friction: z
      .number()
      .min(0)
      .max(1.2)
      .optional()
      .describe('angle of friction, rad, for earth at rest (1 − sin φ) and active (tan²(45° − φ/2))'),
    coefficient: z.number().nonnegative().max(10).optional().describe('a given coefficient of earth pressure'),
    unitWeight: weight.describe('of the soil above water, N/m³'),
    submergedWeight: weight
      .optional()
      .describe('buoyant weight below water, N/m³; left out: the unit weight less that of water'),
    level: coordinate.describe('height of the ground, m'),
    surcharge: z.number().nonnegative().max(1e7).describe('on the ground, Pa'),
    waterLevel: coordinate.optional().describe('height of the water, m; left out: none'),
  }),
]);
const outline = z.array(point).min(3).max(200);
/** Where an area load lies. */
export const loadRegion = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('nodes'),
    corners: z.array(nodeId).min(3).max(200),
    openings: z.array(z.array(nodeId).min(3)).optional(),
  }),
  z.strictObject({ kind: z.literal('polygon'), points: outline, openings: z.array(outline).optional() }),
  z.strictObject({ kind: z.literal('storey'), storey: storeyId }),
  z.strictObject({ kind: z.literal('panels'), slabs: z.array(slabId), walls: z.array(wallId) }),
]);
/** How an area load reaches members: to both sides of its span, or by the pattern of yield lines to all sides. */
export const loadSpread = z.discriminatedUnion('way', [
  z.strictObject({ way: z.literal('one'), along: vector.describe('direction of the span, global') }),
  z.strictObject({ way: z.literal('two') }),
]);
export const areaLoad = z.strictObject({
  ...loadBase,
  type: z.literal('area'),
  label: label.optional(),
  region: loadRegion,
  pressure,
  direction: z
    .enum(['x', 'y', 'z', 'normal'])
    .describe('global, or square to the area: upward, for an upright area towards +x or +y'),
  reversed: z
    .boolean()
    .optional()
    .describe('acts against the direction, for fluid and earth, whose values have no sign'),
  projected: z
    .boolean()
    .optional()
    .describe('whether the value counts per area of the projection square to the direction'),
  spread: loadSpread,
  allowance: z.boolean().optional().describe('stands for the own weight of what it lies on'),
});
/** A load along a line in space, taken by the members that lie on it. */
export const lineLoad = z.strictObject({
  ...loadBase,
  type: z.literal('line'),
  label: label.optional(),
  start: point,
  end: point,
  direction: z.enum(['x', 'y', 'z']).describe('global'),
  valueFrom: z.number().describe('N/m at the start'),
  valueTo: z.number().describe('N/m at the end'),
});
export const load = z.discriminatedUnion('type', [
  nodeLoad,
  uniformLoad,
  pointLoad,
  trapezoidLoad,
  momentLoad,
  temperatureLoad,
  strainLoad,
  settlementLoad,
  areaLoad,
  lineLoad,
]);

/** What a set of combinations is for. */
export const purposes = ['strength', 'stability', 'service', 'sustained', 'longTerm', 'transfer'] as const;

export const combination = z.strictObject({
  id: combinationId,
  label: z.string().trim().min(1).max(8),
  purpose: z.enum(purposes),
  rule: z.string().max(120).describe('the clause it comes from, or what it is for'),
  factors: z.array(z.strictObject({ case: caseId, factor: z.number().min(-100).max(100) })),
  parts: z
    .array(z.strictObject({ combination: combinationId, factor: z.number().min(-100).max(100) }))
    .optional()
    .describe('other combinations that take part with their factors'),
  origin: z.enum(['generated', 'own']),
  changed: z.boolean().describe('whether a factor of a generated combination was changed by hand'),
  order: z
    .enum(['first', 'second'])
    .optional()
    .describe('second: equilibrium of the displaced structure (P-Δ and P-δ); left out: first'),
  stiffnessSet: stiffnessSetId.optional().describe('reduced stiffness to use'),
  alpha: z
    .number()
    .min(1)
    .max(2)
    .optional()
    .describe(
      'level at which second order is solved; its results are divided by it: 1.6 for allowable stress design, AISC 360 C2.1; left out: 1',
    ),
});

/** The largest and smallest of chosen cases and combinations. */
export const envelope = z.strictObject({
  id: envelopeId,
  label: z.string().trim().min(1).max(8),
  cases: z.array(caseId),
  combinations: z.array(combinationId),
});

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

const psi = z
  .tuple([z.number().min(0).max(1), z.number().min(0).max(1), z.number().min(0).max(1)])
  .describe('ψ0, ψ1, ψ2');
/** What the generation of combinations is asked for. */
export const combining = z.strictObject({
  asce: z.strictObject({
    edition: z.enum(['7-22', '7-16']),
    sds: z.number().nonnegative().max(5).describe('S_DS, g'),
    redundancy: z.number().min(1).max(1.3).describe('ρ'),
    overstrength: z.number().min(1).max(4).nullable().describe('Ω0; null: no combinations with overstrength'),
    liveFactor: z.union([z.literal(1), z.literal(0.5)]).describe('of live load in 3, 4 and 6: 0.5 by exception 1'),
    design: z
      .enum(['strength', 'allowable'])
      .optional()
      .describe('which combinations are the strength set: 2.3 (left out: so) or 2.4, allowable stress design'),
    notionalWith: z
      .enum(['gravity', 'all'])
      .optional()
      .describe('notional loads with combinations of gravity alone (left out: so) or with all, AISC 360 C2.2b(d)'),
  }),
  en: z.strictObject({
    expression: z.enum(['6.10', '6.10ab']),
    permanentAdverse: z.number().min(1).max(2).describe('γ_G,sup'),
    permanentFavourable: z.number().min(0).max(1).describe('γ_G,inf'),
    reduction: z.number().min(0.5).max(1).describe('ξ of 6.10b'),
    variable: z.number().min(1).max(2).describe('γ_Q'),
    psi: z
      .record(z.string(), psi)
      .describe('national ψ by use category A–H, snow, wind, temperature; left out: recommended'),
    accidentalLeader: z.union([z.literal(1), z.literal(2)]).describe('ψ1 or ψ2 of the leading action in 6.11b'),
    notionalWith: z
      .enum(['gravity', 'all'])
      .optional()
      .describe('imperfections with all combinations (left out: so) or with those without wind, EN 1993-1-1 5.3.2(4)'),
  }),
});

export type LoadCase = z.infer<typeof loadCase>;
export type Nature = (typeof natures)[number];
export type NodeLoad = z.infer<typeof nodeLoad>;
export type UniformLoad = z.infer<typeof uniformLoad>;
export type PointLoad = z.infer<typeof pointLoad>;
export type TrapezoidLoad = z.infer<typeof trapezoidLoad>;
export type MomentLoad = z.infer<typeof momentLoad>;
export type TemperatureLoad = z.infer<typeof temperatureLoad>;
export type StrainLoad = z.infer<typeof strainLoad>;
export type SettlementLoad = z.infer<typeof settlementLoad>;
/** Loads at places along a member. */
export type PlacedLoad = UniformLoad | PointLoad | TrapezoidLoad | MomentLoad;
export type MemberLoad = PlacedLoad | TemperatureLoad | StrainLoad;
export type Load = z.infer<typeof load>;
export type Combination = z.infer<typeof combination>;
/** Loads on a node or a member. */
export type DirectLoad = NodeLoad | SettlementLoad | MemberLoad;
export type AreaLoad = z.infer<typeof areaLoad>;
export type LineLoad = z.infer<typeof lineLoad>;
export type Pressure = z.infer<typeof pressure>;
export type LoadRegion = z.infer<typeof loadRegion>;
export type LoadSpread = z.infer<typeof loadSpread>;
export type LoadDirection = (typeof loadDirections)[number];
export type Purpose = (typeof purposes)[number];
export type Envelope = z.infer<typeof envelope>;
export type LoadedBuilding = z.infer<typeof loadedBuilding>;
export type LoadRule = z.infer<typeof loadRule>;
export type NotionalRule = z.infer<typeof notionalRule>;
export type AsceWindRule = z.infer<typeof asceWindRule>;
export type EnWindRule = z.infer<typeof enWindRule>;
export type AsceSnowRule = z.infer<typeof asceSnowRule>;
export type EnSnowRule = z.infer<typeof enSnowRule>;
export type ReductionRule = z.infer<typeof reductionRule>;
export type PatternRule = z.infer<typeof patternRule>;
export type TrainRule = z.infer<typeof trainRule>;
export type Combining = z.infer<typeof combining>;

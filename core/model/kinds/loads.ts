import { z } from 'zod';
import { caseId } from './cases';
import { lineSupportId } from './line-supports';
import { memberId } from './members';
import { nodeId } from './nodes';
import { slabId } from './slabs';
import { storeyId } from './storeys';
import { wallId } from './walls';
import { kind } from './kind';
import { farthest, coordinate, label, vector, point, idOf } from '../schema-base';

/** Ids of loads: `l12`. */
export const loadId = idOf('l', 'load');

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

/** Force (N) and moment (N·m) at a node, along the global axes. */
export const nodeLoad = z.strictObject({
  ...loadBase,
  type: z.literal('node'),
  node: nodeId,
  force: vector.describe('N, global'),
  moment: vector.describe('N·m, global'),
});

/** An even load along a member or a part of it, N/m. */
export const uniformLoad = z.strictObject({
  ...onMember,
  type: z.literal('uniform'),
  value: z.number().describe('N/m of member length'),
  from: distance.describe('distance from the start, m'),
  to: distance.nullable().describe('distance from the start, m; null: to the end'),
  projected,
});

/** A load along a member that changes evenly, N/m. */
export const trapezoidLoad = z.strictObject({
  ...onMember,
  type: z.literal('trapezoid'),
  valueFrom: z.number().describe('N/m where it starts'),
  valueTo: z.number().describe('N/m where it ends'),
  from: distance.describe('distance from the start, m'),
  to: distance.nullable().describe('distance from the start, m; null: to the end'),
  projected,
});

/** A moment at a place of a member, N·m. */
export const momentLoad = z.strictObject({
  ...onMember,
  type: z.literal('moment'),
  value: z.number().describe('N·m about the direction'),
  at: distance.describe('distance from the start, m'),
});

/** Warming of a member, K, and its difference over the section. */
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

/** Imposed strain and curvatures (1/m) of a member. */
export const strainLoad = z.strictObject({
  ...loadBase,
  type: z.literal('strain'),
  member: memberId,
  axial: z.number().min(-1).max(1).describe('initial strain, longer positive'),
  curvatureY: z.number().describe('initial curvature in the x–z plane, 1/m, w″ positive'),
  curvatureZ: z.number().describe('initial curvature in the x–y plane, 1/m, v″ positive'),
});

/** Imposed movement (m) and turning (rad) of a held node. */
export const settlementLoad = z.strictObject({
  ...loadBase,
  type: z.literal('settlement'),
  node: nodeId,
  displacement: vector.describe('imposed movement in the directions of the support, m'),
  rotation: vector.describe('imposed rotation, rad'),
});

/** A force at a place of a member, N. */
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

/** A pressure on an area, Pa, carried to the members round it. */
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

/** A force and a moment at a place of a slab or wall that is analysed; no node has to be there. */
export const spotLoad = z.strictObject({
  ...loadBase,
  type: z.literal('spot'),
  label: label.optional(),
  at: point,
  force: vector.describe('N, global'),
  moment: vector.describe('N·m, global'),
});

/** Warming of a slab or wall that is analysed, K, and its free strain, as of shrinkage: one of both is named. */
export const panelTemperatureLoad = z.strictObject({
  ...loadBase,
  type: z.literal('panelTemperature'),
  slab: slabId.optional(),
  wall: wallId.optional(),
  change: z.number().min(-2000).max(2000).describe('uniform change, K'),
  difference: z
    .number()
    .min(-2000)
    .max(2000)
    .describe('warmer on the side of its z axis (the top of a floor) than on the other by, K over the thickness'),
  strain: z
    .number()
    .min(-0.01)
    .max(0.01)
    .optional()
    .describe('free strain in its plane beside that of warmth, longer positive: shrinkage is below zero; left out: 0'),
});

/** Imposed movement (m) and turning (rad) of a line support, global. */
export const lineSettlementLoad = z.strictObject({
  ...loadBase,
  type: z.literal('lineSettlement'),
  lineSupport: lineSupportId,
  displacement: vector.describe('imposed movement, global, m'),
  rotation: vector.describe('imposed rotation, global, rad'),
});

/** A load of any kind. */
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
  spotLoad,
  panelTemperatureLoad,
  lineSettlementLoad,
]);

/** What is done with loads by declaration. */
export const loadKind = kind({
  prefix: 'l',
  noun: 'load',
  schema: load,
  refers: [
    { at: 'case', to: 'cases', whenGone: 'goes' },
    { at: 'node', to: 'nodes', whenGone: 'goes' },
    { at: 'member', to: 'members', whenGone: 'goes' },
    { at: 'region.corners[]', to: 'nodes', whenGone: 'outline' },
    { at: 'region.openings[][]', to: 'nodes', whenGone: 'outline' },
    { at: 'slab', to: 'slabs', whenGone: 'goes' },
    { at: 'wall', to: 'walls', whenGone: 'goes' },
    { at: 'lineSupport', to: 'lineSupports', whenGone: 'goes' },
    { at: 'region.storey', to: 'storeys', whenGone: 'goes' },
    { at: 'region.slabs[]', to: 'slabs', whenGone: 'leaves', together: 'region' },
    { at: 'region.walls[]', to: 'walls', whenGone: 'leaves', together: 'region' },
  ],
});

/** One of `nodeLoad`, as it stands in a model. */
export type NodeLoad = z.infer<typeof nodeLoad>;
/** One of `uniformLoad`, as it stands in a model. */
export type UniformLoad = z.infer<typeof uniformLoad>;
/** One of `pointLoad`, as it stands in a model. */
export type PointLoad = z.infer<typeof pointLoad>;
/** One of `trapezoidLoad`, as it stands in a model. */
export type TrapezoidLoad = z.infer<typeof trapezoidLoad>;
/** One of `momentLoad`, as it stands in a model. */
export type MomentLoad = z.infer<typeof momentLoad>;
/** One of `temperatureLoad`, as it stands in a model. */
export type TemperatureLoad = z.infer<typeof temperatureLoad>;
/** One of `strainLoad`, as it stands in a model. */
export type StrainLoad = z.infer<typeof strainLoad>;
/** One of `settlementLoad`, as it stands in a model. */
export type SettlementLoad = z.infer<typeof settlementLoad>;
/** Loads at places along a member. */
export type PlacedLoad = UniformLoad | PointLoad | TrapezoidLoad | MomentLoad;
/** A load on a member. */
export type MemberLoad = PlacedLoad | TemperatureLoad | StrainLoad;
/** A load of any kind. */
export type Load = z.infer<typeof load>;
/** Loads on a node or a member. */
export type DirectLoad = NodeLoad | SettlementLoad | MemberLoad;
/** One of `spotLoad`, as it stands in a model. */
export type SpotLoad = z.infer<typeof spotLoad>;
/** One of `panelTemperatureLoad`, as it stands in a model. */
export type PanelTemperatureLoad = z.infer<typeof panelTemperatureLoad>;
/** One of `lineSettlementLoad`, as it stands in a model. */
export type LineSettlementLoad = z.infer<typeof lineSettlementLoad>;
/** Loads on slabs, walls and line supports themselves. */
export type FloorLoad = SpotLoad | PanelTemperatureLoad | LineSettlementLoad;
/** One of `areaLoad`, as it stands in a model. */
export type AreaLoad = z.infer<typeof areaLoad>;
/** One of `lineLoad`, as it stands in a model. */
export type LineLoad = z.infer<typeof lineLoad>;
/** One of `pressure`, as it stands in a model. */
export type Pressure = z.infer<typeof pressure>;
/** One of `loadRegion`, as it stands in a model. */
export type LoadRegion = z.infer<typeof loadRegion>;
/** One of `loadSpread`, as it stands in a model. */
export type LoadSpread = z.infer<typeof loadSpread>;

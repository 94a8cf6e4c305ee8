import { z } from 'zod';
import { reinforcingBars } from '../catalog';

/**
 * What an engineer describes. Every record is `{ id, …fields }`; lengths m, forces N, moments N·m, loads N/m, stresses Pa,
 * densities kg/m³, angles rad. The published JSON Schema is made from these definitions, so every field says what it is.
 */

const idOf = (prefix: string, noun: string) => z.string().regex(new RegExp(`^${prefix}\\d+$`), `a ${noun} id looks like ${prefix}12`).describe(`${noun} id`);
export const nodeId = idOf('n', 'node');
export const memberId = idOf('m', 'member');
export const sectionId = idOf('s', 'section');
export const materialId = idOf('t', 'material');
export const caseId = idOf('c', 'load case');
export const loadId = idOf('l', 'load');
export const combinationId = idOf('u', 'combination');
export const gridLineId = idOf('g', 'grid line');
export const storeyId = idOf('h', 'storey');

/** Farther than this from the origin (m) a coordinate is taken for a mistake in units. */
const farthest = 1e5;
const coordinate = z.number().min(-farthest).max(farthest);
const positiveLength = z.number().positive().max(farthest);
const label = z.string().trim().min(1).max(60);
const vector = z.tuple([z.number(), z.number(), z.number()]);

export const gridLine = z.strictObject({
  id: gridLineId,
  label: label.describe('what stands in the grid bubble'),
  axis: z.enum(['x', 'y']).describe('the coordinate that is constant on the line'),
  position: coordinate.describe('that coordinate, m'),
});

export const storey = z.strictObject({ id: storeyId, label, elevation: coordinate.describe('height above the origin, m') });

export const material = z.strictObject({
  id: materialId,
  name: label,
  kind: z.enum(['steel', 'concrete']),
  standard: z.string().max(120),
  elasticModulus: z.number().positive().describe('Pa'),
  poissonRatio: z.number().min(0).max(0.499),
  density: z.number().nonnegative().describe('kg/m³'),
  expansion: z.number().nonnegative().describe('coefficient of thermal expansion, 1/K'),
  yieldStress: z.number().positive().optional().describe('steel: yield stress, Pa'),
  tensileStrength: z.number().positive().optional().describe('steel: tensile strength, Pa'),
  concreteStrength: z.number().positive().optional().describe('concrete: specified cylinder strength, Pa'),
});

const iShape = z.strictObject({
  type: z.literal('i'),
  depth: positiveLength.describe('m'),
  width: positiveLength.describe('m'),
  webThickness: positiveLength.describe('m'),
  flangeThickness: positiveLength.describe('m; the mean thickness when the flange tapers'),
  rootRadius: z.number().nonnegative().describe('m'),
  flangeSlope: z.number().positive().optional().describe('slope of the inner flange face'),
  toeRadius: z.number().nonnegative().optional().describe('m'),
});
const rectangle = z.strictObject({ type: z.literal('rectangle'), depth: positiveLength.describe('along local z, m'), width: positiveLength.describe('along local y, m') });
const circle = z.strictObject({ type: z.literal('circle'), diameter: positiveLength.describe('m') });

export const section = z.strictObject({ id: sectionId, name: label, shape: z.discriminatedUnion('type', [iShape, rectangle, circle]) });

export const support = z
  .strictObject({ ux: z.boolean(), uy: z.boolean(), uz: z.boolean(), rx: z.boolean(), ry: z.boolean(), rz: z.boolean() })
  .describe('directions in which the node is held: translations and rotations in global axes');

export const node = z.strictObject({
  id: nodeId,
  position: z.tuple([coordinate, coordinate, coordinate]).describe('x, y, z in m'),
  support: support.optional(),
});

const barName = z.enum(reinforcingBars.map((bar) => bar.name) as [string, ...string[]], { error: 'not a bar of the table; use for example #5 or D16' });
const bars = z.strictObject({ bar: barName, count: z.number().int().min(2).max(40) });

/** Reinforcement of a rectangular concrete beam; a part that is left out is proposed by the check. */
export const reinforcement = z.strictObject({
  top: bars.optional(),
  bottom: bars.optional(),
  stirrups: z.strictObject({ bar: barName, legs: z.number().int().min(2).max(12), spacing: positiveLength.describe('m') }).optional(),
});

/** What a steel member's stability depends on beside its own length; parts left out take the member's length and K = 1. */
export const steelDesign = z.strictObject({
  unbracedLengthMajor: positiveLength.optional().describe('buckling about local y, m'),
  unbracedLengthMinor: positiveLength.optional().describe('buckling about local z, m'),
  unbracedLengthTorsion: positiveLength.optional().describe('lateral-torsional buckling, m'),
  factorMajor: z.number().positive().max(10).optional().describe('effective length factor about local y'),
  factorMinor: z.number().positive().max(10).optional().describe('effective length factor about local z'),
});

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
});

export const natures = ['dead', 'superimposedDead', 'live', 'roofLive', 'snow', 'wind', 'seismic', 'other'] as const;
/** Use categories of EN 1990 Table A1.1, which choose ψ factors of live load. */
export const liveCategories = ['A', 'B', 'C', 'D', 'E', 'F', 'G', 'H'] as const;

export const loadCase = z.strictObject({
  id: caseId,
  label: z.string().trim().min(1).max(8).describe('short name used in combinations'),
  name: label,
  nature: z.enum(natures),
  selfWeight: z.boolean().describe('whether the members’ own weight acts in this case'),
  category: z.enum(liveCategories).optional().describe('use category of live load, EN 1990 Table A1.1'),
});

const loadBase = { id: loadId, case: caseId };
const onMember = {
  ...loadBase,
  member: memberId,
  axes: z.enum(['global', 'local']),
  direction: z.enum(['x', 'y', 'z']),
};
const distance = z.number().nonnegative().max(farthest);

export const nodeLoad = z.strictObject({ ...loadBase, type: z.literal('node'), node: nodeId, force: vector.describe('N, global'), moment: vector.describe('N·m, global') });
export const uniformLoad = z.strictObject({
  ...onMember,
  type: z.literal('uniform'),
  value: z.number().describe('N/m of member length'),
  from: distance.describe('distance from the start, m'),
  to: distance.nullable().describe('distance from the start, m; null: to the end'),
});
export const pointLoad = z.strictObject({ ...onMember, type: z.literal('point'), value: z.number().describe('N'), at: distance.describe('distance from the start, m') });
export const load = z.discriminatedUnion('type', [nodeLoad, uniformLoad, pointLoad]);

export const combination = z.strictObject({
  id: combinationId,
  label: z.string().trim().min(1).max(8),
  purpose: z.enum(['strength', 'service']),
  rule: z.string().max(120).describe('the clause it comes from, or what it is for'),
  factors: z.array(z.strictObject({ case: caseId, factor: z.number().min(-100).max(100) })),
  origin: z.enum(['generated', 'own']),
  changed: z.boolean().describe('whether a factor of a generated combination was changed by hand'),
});

export const settings = z.strictObject({
  name: label,
  units: z.enum(['si', 'us']),
  code: z.enum(['us', 'eurocode']),
  shearDeformation: z.boolean().describe('whether members deform in shear (Timoshenko)'),
  bars: z
    .strictObject({
      steel: label,
      yieldStress: z.number().positive().describe('Pa'),
      cover: z.number().nonnegative().max(1).describe('clear cover to the stirrup, m'),
      longitudinal: z.array(barName).min(1).describe('bar sizes that may be chosen'),
      stirrup: barName,
    })
    .describe('bar rules of concrete members'),
});

/** The schema of each table's records, by the table's name. */
export const recordSchemas = {
  gridLines: gridLine,
  storeys: storey,
  materials: material,
  sections: section,
  nodes: node,
  members: member,
  cases: loadCase,
  loads: load,
  combinations: combination,
} as const;

export type GridLine = z.infer<typeof gridLine>;
export type Storey = z.infer<typeof storey>;
export type Material = z.infer<typeof material>;
export type Section = z.infer<typeof section>;
export type Support = z.infer<typeof support>;
export type Node = z.infer<typeof node>;
export type Member = z.infer<typeof member>;
export type LoadCase = z.infer<typeof loadCase>;
export type Nature = (typeof natures)[number];
export type NodeLoad = z.infer<typeof nodeLoad>;
export type UniformLoad = z.infer<typeof uniformLoad>;
export type PointLoad = z.infer<typeof pointLoad>;
export type MemberLoad = UniformLoad | PointLoad;
export type Load = z.infer<typeof load>;
export type Combination = z.infer<typeof combination>;
export type Settings = z.infer<typeof settings>;
export type Reinforcement = z.infer<typeof reinforcement>;
export type SteelDesign = z.infer<typeof steelDesign>;

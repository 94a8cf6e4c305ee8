import { z } from 'zod';
import { ownUnitChoices, type OwnKind } from '../units';
import { impossibleShape, reinforcingBars } from '../catalog';
import { combination, combining, envelope, load, loadCase, loadRule } from './load-schema';
import {
  acceptanceId,
  analysisId,
  caseFactors,
  columnHeadId,
  coordinate,
  diaphragmId,
  gridLineId,
  groupId,
  helperLineId,
  label,
  lineSupportId,
  materialId,
  memberId,
  nodeId,
  planeId,
  point,
  positiveLength,
  sectionId,
  slabId,
  stiffnessSetId,
  storeyId,
  turn,
  vector,
  viewId,
  wallId,
  farthest,
} from './schema-base';

export * from './load-schema';

/**
 * What an engineer describes. Every record is `{ id, …fields }`; lengths m, forces N, moments N·m, loads N/m, stresses Pa,
 * densities kg/m³, angles rad. The published JSON Schema is made from these definitions, so every field says what it is.
 */

export const gridLine = z.strictObject({
  id: gridLineId,
  label: label.describe('what stands in the grid bubble'),
  axis: z.enum(['x', 'y']).describe('the coordinate that is constant on the line'),
  position: coordinate.describe('that coordinate, m'),
  from: coordinate
    .optional()
    .describe('where the line begins along the other coordinate, m; left out: at the edge of the drawing'),
  to: coordinate.optional().describe('where it ends, m'),
});

/** A line to draw along; it carries nothing. */
export const helperLine = z.strictObject({ id: helperLineId, label: label.optional(), start: point, end: point });

/** A plane to work in, through three points. */
export const workingPlane = z.strictObject({
  id: planeId,
  label,
  points: z
    .tuple([point, point, point])
    .describe('the first is the origin, the second lies along the plane’s u direction'),
});

export const storey = z.strictObject({
  id: storeyId,
  label,
  elevation: coordinate.describe('height above the origin, m'),
});

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
const rectangle = z.strictObject({
  type: z.literal('rectangle'),
  depth: positiveLength.describe('along local z, m'),
  width: positiveLength.describe('along local y, m'),
});
const circle = z.strictObject({ type: z.literal('circle'), diameter: positiveLength.describe('m') });

const radius = z.number().nonnegative().max(farthest).describe('m');
const length = positiveLength.describe('m');
const channel = z.strictObject({
  type: z.literal('channel'),
  depth: length,
  width: length,
  webThickness: length,
  flangeThickness: positiveLength.describe('m, in the middle of the outstand'),
  rootRadius: radius,
  flangeSlope: z.number().nonnegative().max(1).optional(),
  toeRadius: radius.optional(),
});
const legs = { depth: length, width: length, thickness: length, rootRadius: radius, toeRadius: radius };
const angle = z.strictObject({ type: z.literal('angle'), ...legs });
const doubleAngle = z.strictObject({
  type: z.literal('doubleAngle'),
  ...legs,
  gap: z.number().nonnegative().max(1).describe('between the backs, m'),
});
const tee = z.strictObject({
  type: z.literal('tee'),
  depth: length,
  width: length,
  webThickness: length,
  flangeThickness: length,
  rootRadius: radius,
});
const rectangularHollow = z.strictObject({
  type: z.literal('rectangularHollow'),
  depth: length,
  width: length,
  thickness: length,
  outerRadius: radius,
  innerRadius: radius,
});
const circularHollow = z.strictObject({ type: z.literal('circularHollow'), diameter: length, thickness: length });
const coldFormed = { depth: length, width: length, lip: length, thickness: length, innerRadius: radius };
const coldC = z.strictObject({ type: z.literal('coldC'), ...coldFormed });
const coldZ = z.strictObject({ type: z.literal('coldZ'), ...coldFormed });
const builtUpI = z.strictObject({
  type: z.literal('builtUpI'),
  depth: length,
  webThickness: length,
  topWidth: length,
  topThickness: length,
  bottomWidth: length,
  bottomThickness: length,
});
const builtUpBox = z.strictObject({
  type: z.literal('builtUpBox'),
  depth: length,
  width: length,
  webThickness: length,
  flangeThickness: length,
});
const slabBeam = { depth: length, webWidth: length, flangeWidth: length, flangeThickness: length };
const concreteTee = z.strictObject({ type: z.literal('concreteTee'), ...slabBeam });
const concreteEll = z.strictObject({ type: z.literal('concreteEll'), ...slabBeam });

const sectionShape = z
  .discriminatedUnion('type', [
    iShape,
    rectangle,
    circle,
    channel,
    angle,
    doubleAngle,
    tee,
    rectangularHollow,
    circularHollow,
    coldC,
    coldZ,
    builtUpI,
    builtUpBox,
    concreteTee,
    concreteEll,
  ])
  .superRefine((shape, context) => {
    const why = impossibleShape(shape);
    if (why) context.addIssue({ code: 'custom', message: `there can be no such section: ${why}` });
  });

export const section = z.strictObject({ id: sectionId, name: label, shape: sectionShape });

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
const sixStiffnesses = {
  ux: stiffness.optional(),
  uy: stiffness.optional(),
  uz: stiffness.optional(),
  rx: stiffness.optional(),
  ry: stiffness.optional(),
  rz: stiffness.optional(),
};

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

/** Nodes that move as one rigid body in their horizontal plane. */
export const diaphragm = z.strictObject({
  id: diaphragmId,
  label,
  nodes: z.array(nodeId).describe('nodes at one height'),
  stiffness: z
    .enum(['rigid', 'semiRigid'])
    .optional()
    .describe(
      'left out: rigid. semiRigid: the slab’s own stiffness ties them, which is nothing until slabs are analysed',
    ),
});

/** Members (and nodes) under one name. */
export const group = z.strictObject({
  id: groupId,
  label,
  members: z.array(memberId),
  nodes: z.array(nodeId).optional(),
});

const corners = z.array(nodeId).min(3).describe('corners in order');
const panel = {
  label: label.optional(),
  corners,
  openings: z.array(corners).optional(),
  thickness: positiveLength.describe('m'),
  material: materialId.nullable(),
};
/** Described so far, not analysed. */
export const slab = z.strictObject({ id: slabId, ...panel });
export const wall = z.strictObject({ id: wallId, ...panel });
/** An edge of a slab that is held along its length. */
export const lineSupport = z.strictObject({
  id: lineSupportId,
  label: label.optional(),
  start: nodeId,
  end: nodeId,
  support,
});
/** A widening of a column below its slab. */
export const columnHead = z.strictObject({
  id: columnHeadId,
  node: nodeId,
  widthX: positiveLength.describe('m'),
  widthY: positiveLength.describe('m'),
  depth: positiveLength.describe('below the slab, m'),
});

/** What was looked at, under a name: plane, eye, and what is hidden or alone in view. */
export const savedView = z.strictObject({
  id: viewId,
  label,
  plane: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('3d') }),
    z.strictObject({ kind: z.literal('plan'), storey: storeyId }),
    z.strictObject({ kind: z.literal('elevation'), gridLine: gridLineId }),
    z.strictObject({ kind: z.literal('plane'), plane: planeId }),
  ]),
  camera: z
    .strictObject({
      target: point,
      azimuth: z.number().describe('rad'),
      elevation: z.number().describe('rad'),
      distance: z.number().positive().describe('m'),
      parallel: z.boolean(),
    })
    .nullable(),
  form: z.enum(['line', 'solid', 'axes']),
  isolated: z.array(memberId).nullable(),
  hidden: z.array(memberId),
});

/** A finding that someone looked at and lets stand. */
export const acceptance = z.strictObject({
  id: acceptanceId,
  finding: z.string().min(1).max(5000).describe('the finding’s key'),
  reason: z.string().trim().min(1).max(300),
});

const factor = z.number().positive().max(100);
const factors = z.strictObject({
  area: factor.optional(),
  inertiaY: factor.optional().describe('about local y'),
  inertiaZ: factor.optional().describe('about local z'),
  torsion: factor.optional(),
  shearY: factor.optional(),
  shearZ: factor.optional(),
});

/** Factors on the stiffness of members, by material and role, for one purpose: cracked concrete, or the reduced stiffness of a stability analysis. */
export const stiffnessSet = z.strictObject({
  id: stiffnessSetId,
  label,
  source: z.string().max(120).describe('the clause the factors come from'),
  rules: z
    .array(
      z.strictObject({
        material: z.enum(['steel', 'concrete', 'any']),
        role: z.enum(['column', 'beam', 'brace', 'any']),
        factors,
      }),
    )
    .describe('the first rule that fits a member counts'),
});

const barName = z.enum(reinforcingBars.map((bar) => bar.name) as [string, ...string[]], {
  error: 'not a bar of the table; use for example #5 or D16',
});
const bars = z.strictObject({ bar: barName, count: z.number().int().min(2).max(40) });

/** Reinforcement of a rectangular concrete beam; a part that is left out is proposed by the check. */
export const reinforcement = z.strictObject({
  top: bars.optional(),
  bottom: bars.optional(),
  stirrups: z
    .strictObject({ bar: barName, legs: z.number().int().min(2).max(12), spacing: positiveLength.describe('m') })
    .optional(),
});

/** What a steel member's stability depends on beside its own length; parts left out take the member's length and K = 1. */
export const steelDesign = z.strictObject({
  unbracedLengthMajor: positiveLength.optional().describe('buckling about local y, m'),
  unbracedLengthMinor: positiveLength.optional().describe('buckling about local z, m'),
  unbracedLengthTorsion: positiveLength.optional().describe('lateral-torsional buckling, m'),
  factorMajor: z.number().positive().max(10).optional().describe('effective length factor about local y'),
  factorMinor: z.number().positive().max(10).optional().describe('effective length factor about local z'),
});

export const behaviours = ['frame', 'axial', 'tension', 'compression'] as const;
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
  drawnShift: z
    .tuple([z.number().min(-100).max(100), z.number().min(-100).max(100)])
    .optional()
    .describe('shift of the drawn section along local y and z, m; it changes nothing in the analysis'),
});

const analysisBase = { id: analysisId, label };
const positive = z.number().positive();

export const bucklingAnalysis = z.strictObject({
  ...analysisBase,
  type: z.literal('buckling'),
  factors: caseFactors.describe('the load whose critical multiples are sought'),
  count: z.number().int().min(1).max(50),
  stiffnessSet: stiffnessSetId.optional(),
});
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
export const analysis = z.discriminatedUnion('type', [
  bucklingAnalysis,
  modalAnalysis,
  spectrumAnalysis,
  historyAnalysis,
]);

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
  combining: combining.optional().describe('left out: recommended values'),
  titleBlock: z
    .strictObject({
      number: z.string().trim().max(60).optional(),
      client: z.string().trim().max(80).optional(),
      engineer: z.string().trim().max(80).optional(),
      checker: z.string().trim().max(80).optional(),
    })
    .optional()
    .describe('what stands at the head of a report'),
  structure: z
    .enum(['space', 'xz', 'yz', 'grid'])
    .optional()
    .describe(
      'what the structure is: a space frame (when left out), a plane frame in x–z or y–z, a grid in x–y; freedoms out of it are held at every node',
    ),
  limits: z
    .strictObject({
      drift: z.number().min(20).max(10000).optional().describe('of a storey: its height over this number'),
      deflection: z
        .number()
        .min(20)
        .max(10000)
        .optional()
        .describe('of a beam from its chord: its length over this number'),
    })
    .optional()
    .describe('limits of service combinations; left out: what is usual, h/300 and L/250'),
  directions: z
    .strictObject({
      north: z.number().optional().describe('turn from +y to north about z, counter-clockwise, rad'),
      x: z.string().trim().max(30).optional().describe('what the direction x is called'),
      y: z.string().trim().max(30).optional(),
    })
    .optional()
    .describe('how the building lies and what its directions are called'),
  ownUnits: z
    .partialRecord(z.enum(Object.keys(ownUnitChoices) as [OwnKind, ...OwnKind[]]), z.string().max(12))
    .refine(
      (units) =>
        Object.entries(units).every(([kind, unit]) =>
          (ownUnitChoices[kind as OwnKind] as readonly string[]).includes(unit),
        ),
      'a unit of its own must be one that is offered for its quantity, such as force in kN, N, MN, kip or lbf',
    )
    .optional()
    .describe('units in which quantities are shown and read, where they are not those of the system'),
  locked: z
    .array(z.union([memberId, nodeId]))
    .max(100000)
    .optional()
    .describe('members and nodes that cannot be changed, moved or deleted'),
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
  diaphragms: diaphragm,
  stiffnessSets: stiffnessSet,
  analyses: analysis,
  helperLines: helperLine,
  planes: workingPlane,
  groups: group,
  slabs: slab,
  walls: wall,
  lineSupports: lineSupport,
  columnHeads: columnHead,
  views: savedView,
  acceptances: acceptance,
  envelopes: envelope,
  loadRules: loadRule,
} as const;

export type GridLine = z.infer<typeof gridLine>;
export type Storey = z.infer<typeof storey>;
export type Material = z.infer<typeof material>;
export type Section = z.infer<typeof section>;
export type Support = z.infer<typeof support>;
export type Node = z.infer<typeof node>;
export type Member = z.infer<typeof member>;
export type Connection = z.infer<typeof connection>;
export type StiffnessFactors = z.infer<typeof factors>;
export type Diaphragm = z.infer<typeof diaphragm>;
export type HelperLine = z.infer<typeof helperLine>;
export type WorkingPlane = z.infer<typeof workingPlane>;
export type Group = z.infer<typeof group>;
export type Slab = z.infer<typeof slab>;
export type Wall = z.infer<typeof wall>;
export type LineSupport = z.infer<typeof lineSupport>;
export type ColumnHead = z.infer<typeof columnHead>;
export type SavedView = z.infer<typeof savedView>;
export type Acceptance = z.infer<typeof acceptance>;
export type AxisPosition = (typeof axisPositions)[number];
export type Behaviour = (typeof behaviours)[number];
export type StiffnessSet = z.infer<typeof stiffnessSet>;
export type Analysis = z.infer<typeof analysis>;
export type BucklingAnalysis = z.infer<typeof bucklingAnalysis>;
export type ModalAnalysis = z.infer<typeof modalAnalysis>;
export type SpectrumAnalysis = z.infer<typeof spectrumAnalysis>;
export type SpectrumShape = z.infer<typeof spectrumShape>;
export type HistoryAnalysis = z.infer<typeof historyAnalysis>;
export type Settings = z.infer<typeof settings>;
export type Reinforcement = z.infer<typeof reinforcement>;
export type SteelDesign = z.infer<typeof steelDesign>;

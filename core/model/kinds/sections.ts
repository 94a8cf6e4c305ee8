import { z } from 'zod';
import { impossibleShape } from '../../catalog';
import { kind } from './kind';
import { farthest, positiveLength, label, idOf } from '../schema-base';

/** Ids of sections: `s12`. */
export const sectionId = idOf('s', 'section');

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

/** A cross-section by its shape, m. */
export const section = z.strictObject({ id: sectionId, name: label, shape: sectionShape });

/** What is done with sections by declaration. */
export const sectionKind = kind({
  prefix: 's',
  noun: 'section',
  schema: section,
  refers: [],
});

/** One of `section`, as it stands in a model. */
export type Section = z.infer<typeof section>;

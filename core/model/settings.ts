import { z } from 'zod';
import { codeFamilyKeys } from '../codes/families';
import { ownUnitChoices, type OwnKind } from '../units';
import { memberId } from './kinds/members';
import { nodeId } from './kinds/nodes';
import { concreteRules } from './kinds/design-rules';
import { label } from './schema-base';

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

/** What is said of a project as a whole. */
export const settings = z.strictObject({
  name: label,
  units: z.enum(['si', 'us']),
  code: z.enum(codeFamilyKeys),
  shearDeformation: z.boolean().describe('whether members deform in shear (Timoshenko)'),
  bars: z.strictObject(concreteRules).describe('rules for concrete members that name no set of their own'),
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

/** Settings of a project. */
export type Settings = z.infer<typeof settings>;
/** What the generation of combinations is asked for, by standard. */
export type Combining = z.infer<typeof combining>;

import type { Material } from '../model';
import { aci318 } from './aci318-19/checks';
import { aisc360 } from './aisc360-22/checks';
import { en1992 } from './en1992-1-1/checks';
import { tableLimits } from './aci318-19/checks/check-deflection';
import { tableFactors } from './aci318-19/checks/reduction';
import { tableWidth } from './en1992-1-1/checks/check-crack-width';
import { spanLimits } from './en1992-1-1/checks/check-deflection';
import { recommended } from './en1992-1-1/checks/material';
import { usual } from './en1992-1-1/checks/time';
import type { DesignCode } from './doors/checks/design-code';
import type { RegisterPart } from './doors/checks/register';
import { codeFamilies, codeFamilyKeys, type CodeFamilyKey } from './families';

export { requiredOf, type BeamAreas, type FaceAreas } from './doors/checks/beam-areas';
export type {
  AreasAlong,
  AreasThere,
  BeamElevation,
  CrossSection,
  ElevationCurve,
} from './doors/checks/beam-elevation';
export type { BeamLayout } from './doors/checks/beam-layout';
export type { BeamReinforcement, Chosen } from './doors/checks/beam-reinforcement';
export type {
  ColumnBars,
  ColumnInteraction,
  ColumnReinforcement,
  ColumnTies,
  ComparedLayout,
  InteractionDemand,
  InteractionPoint,
} from './doors/checks/column-reinforcement';
export { isAround, isRing } from './doors/checks/column-reinforcement';
export type { CheckedWall, PierActions, WallPoint, WallResult } from './doors/checks/checked-wall';
export type { SpacedBars, WallBars, WallReinforcement } from './doors/checks/wall-reinforcement';
export type { MemberStiffness } from './doors/checks/member-stiffness';
export type { ColumnPlace, LiftMoments, LiftWay, StoreySway } from './doors/checks/column-place';
export { barCount, cageWords } from './doors/checks/columns/cage';
export {
  governing,
  missing,
  openReasons,
  verdictOf,
  verdicts,
  verdictWords,
  type Check,
  type MadeCheck,
  type SkippedCheck,
  type Verdict,
} from './doors/checks/check';
export { reachWords, type Reach, type Registered, type RegisterPart } from './doors/checks/register';
export type {
  Basis,
  CheckedMember,
  CombinedLine,
  DesignCode,
  MomentsAround,
  SlabPlace,
} from './doors/checks/design-code';

export type { ServiceDemand, ServicePlace, ServiceSpan, ServiceState } from './doors/checks/service-span';

/** The codes of design members are checked by; the first that fits a member is its own. */
export const designCodes: readonly DesignCode[] = [aisc360, aci318, en1992];

/** Strength reduction factors of ACI 318-19 as its tables say. */
export const aci318Reduction = tableFactors;

/** National values of EN 1992-1-1 as it recommends them. */
export const en1992Recommended = recommended;

/** Limits of beams in service where none are typed, by family of codes: spans over these, m, humidity, days. */
export const usualService = {
  us: { live: tableLimits.live, lasting: tableLimits.lasting },
  eurocode: { ...spanLimits, crackWidth: tableWidth, ...usual },
} as const;

/** The code a material is designed by under a family of combinations; undefined: none is there yet. */
export const designCodeFor = (kind: Material['kind'], family: CodeFamilyKey): DesignCode | undefined =>
  designCodes.find((code) => code.materials.includes(kind) && code.families.includes(family));

/** One code in the register of what is checked and what is not. */
export interface CodeRegister {
  /** with its method: `AISC 360-22, LRFD` */
  readonly title: string;
  /** families of combinations it may be used with, as they are called */
  readonly families: readonly string[];
  readonly parts: readonly RegisterPart[];
}

/** What Elbow checks by every code that a family names, and what it does not; codes that are not there yet have no parts. */
export function checkRegister(): CodeRegister[] {
  return codeFamilyKeys.flatMap((key) =>
    (['steel', 'concrete'] as const).map((kind): CodeRegister => {
      const code = designCodeFor(kind, key);
      return {
        title: code ? designCodeWords(code.title) : codeFamilies[key].designedBy[kind],
        families: [codeFamilies[key].called],
        parts: code?.register ?? [],
      };
    }),
  );
}

/** A code of design by its title, with its method: `AISC 360-22, LRFD`. */
export function designCodeWords(title: string): string {
  const method = designCodes.find((code) => code.title === title)?.method;
  return method === undefined ? title : `${title}, ${method}`;
}

/** Why members of a material have no code under a family, and what would help, in sentences. */
export function noDesignCode(kind: Material['kind'], family: CodeFamilyKey): string {
  const code = designCodes.find(({ materials }) => materials.includes(kind));
  const help = code
    ? ` Forces and combinations are; set the project’s code family to ${codeFamilies[code.families[0]].title} to check by ${code.title}.`
    : '';
  return `The check of ${kind} members by ${codeFamilies[family].designedBy[kind]} is not there yet.${help}`;
}

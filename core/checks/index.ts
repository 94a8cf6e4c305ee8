export { governing, type Check, type MadeCheck, type SkippedCheck } from './check';
export { stabilityRemark, MemberChecker, type MemberChecks } from './check-member';
export type { BeamReinforcement } from './aci318/check-concrete-beam';

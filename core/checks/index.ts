export {
  governing,
  openReasons,
  verdictOf,
  verdicts,
  verdictWords,
  type Verdict,
  type Check,
  type MadeCheck,
  type SkippedCheck,
} from './check';
export { MemberChecker, type MemberChecks } from './check-member';
export type { BeamReinforcement } from './aci318/check-concrete-beam';
export { secondOrderState, stabilityRemark } from './aisc360/stability';

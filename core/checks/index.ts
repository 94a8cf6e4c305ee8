export {
  designCodeWords,
  governing,
  openReasons,
  verdictOf,
  verdicts,
  verdictWords,
  type BeamReinforcement,
  type Check,
  type MadeCheck,
  type SkippedCheck,
  type Verdict,
} from '../codes/checks';
export { basisOf } from './basis';
export { MemberChecker, type MemberChecks } from './check-member';

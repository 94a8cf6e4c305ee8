export {
  checkRegister,
  designCodeWords,
  governing,
  openReasons,
  reachWords,
  verdictOf,
  verdicts,
  verdictWords,
  type BeamReinforcement,
  type Check,
  type CodeRegister,
  type MadeCheck,
  type Registered,
  type SkippedCheck,
  type Verdict,
} from '../codes/checks';
export { basisOf } from './basis';
export { registerText } from './register-text';
export { MemberChecker, type MemberChecks } from './check-member';

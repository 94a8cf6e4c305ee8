export {
  checkRegister,
  designCodeWords,
  governing,
  openReasons,
  reachWords,
  requiredOf,
  verdictOf,
  verdicts,
  verdictWords,
  type BeamAreas,
  type BeamReinforcement,
  type ColumnInteraction,
  type ColumnReinforcement,
  type Check,
  type FaceAreas,
  type MadeCheck,
  type SkippedCheck,
  type Verdict,
} from '../codes/checks';
export { basisOf } from './basis';
export { registerText } from './register-text';
export { MemberChecker, type MemberChecks } from './check-member';
export { liftNeeds, type LiftNeed, type LiftNeeds } from './lift-needs';
export { layoutRows, layoutWords, type LayoutRow } from './layout-rows';
export { barSchedule, wholeBars } from './bar-schedule';
export {
  throughBars,
  type LineAreas,
  type LineBar,
  type LineBars,
  type LineCurve,
  type LineDemand,
  type LineSection,
  type LineStirrups,
} from './line-bars';
export { layOutLine, type LaidOut } from './lay-out';
export { closeLoop, type Loop, type LoopChoice, type LoopProgress, type LoopRound, type LoopRow } from './loop';
export { findMends, type Mend, type Mends } from './mends';
export { barWords, type BarWords } from './bar-words';
export { hasProposals, usedBars } from './used-bars';
export { wallBarsFor, wallText, type WallText } from './used-wall';
export { cageText, proposesCage, usedCage, type CageText } from './used-cage';

export { parseSection, type SectionChoice } from './section-choice';
export { buildFrame, fixedSupport, pinnedSupport, type BuiltFrame, type FrameSpec } from './frame-builder';
export { drawMember } from './draw-member';
export { RecordCollector } from './records';

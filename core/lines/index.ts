export { designLines, linesOf, type DesignLine, type DesignLines } from './design-lines';
export type { LineNode, LinePiece } from './line';
export { carries, type BeamSupport, type Carrier } from './supports';
export { unheldAround, type LineHold, type Unheld } from './holds';
export type { Span } from './spans';
export type { Lift } from './lifts';
export { decideSupport, joinLines, letGo, lookedAt, nameLine, splitLine, type LineAct } from './line-edits';
export { lineFindings } from './line-findings';
export { linePicture } from './line-picture';

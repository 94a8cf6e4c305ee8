export { drawQuantity } from './diagrams';
export type { DiagramDrawing, DiagramSource } from './drawing';
export { plainlyDrawn, type Drawn } from './drawn';
export { deflectedShape } from './movements';
export { pictureSvg } from './paper';
export type { PictureRequest } from './picture-request';
export { interpolated, isForce } from './ribbons';
export { inPlane, positionsOf, scopeOf, type OnEnd, type Scope } from './scope';

import type { Vector } from '~core/model';
import { colors } from '../../theme/tokens';
import { path, segmentDistance } from '../projection/outline';
import { lineReach, type Sight } from './kind-marks';

/** How a line looks when it is not chosen: colour, width and dashes in pixels. */
export interface LineLook {
  readonly color: string;
  readonly width: number;
  readonly dashes: readonly number[];
}

/** Draws a dashed line in space; a chosen one in the colour of choice. */
export function drawLine(
  context: CanvasRenderingContext2D,
  { projector }: Sight,
  ends: readonly [Vector, Vector],
  { color, width, dashes }: LineLook,
  chosen: boolean,
): void {
  if (!path(context, projector, ends)) return;
  context.strokeStyle = chosen ? colors.brand : color;
  context.lineWidth = chosen ? width + 1 : width;
  context.setLineDash([...dashes]);
  context.stroke();
  context.setLineDash([]);
}

/** How far behind the eye a line lies where the pointer is near it. */
export function hitLine(
  { projector }: Sight,
  ends: readonly [Vector, Vector],
  x: number,
  y: number,
): number | undefined {
  const [[ax, ay, az], [bx, by, bz]] = ends.map((end) => projector.point(end));
  const { distance, share } = segmentDistance(x, y, ax, ay, bx, by);
  return distance < lineReach ? az + (bz - az) * share : undefined;
}

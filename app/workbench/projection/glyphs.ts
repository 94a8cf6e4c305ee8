import type { Support } from '~core/model';
import { colors } from '../../theme/tokens';

type Point = readonly [number, number];

/** A line with a head at its end: filled for loads, open for reactions. */
export function drawArrow(context: CanvasRenderingContext2D, from: Point, to: Point, filled: boolean): void {
  const angle = Math.atan2(to[1] - from[1], to[0] - from[0]);
  const wing = (turn: number): Point => [to[0] - 7 * Math.cos(angle + turn), to[1] - 7 * Math.sin(angle + turn)];
  context.beginPath();
  context.moveTo(...from);
  context.lineTo(...to);
  context.stroke();
  context.beginPath();
  context.moveTo(...wing(0.38));
  context.lineTo(...to);
  context.lineTo(...wing(-0.38));
  if (filled) context.fill();
  else context.stroke();
}

/** A support under its node: trapezium when nothing moves or turns, triangle when it may turn, triangle on a bar when it may slide too. */
export function drawSupport(context: CanvasRenderingContext2D, x: number, y: number, support: Support): void {
  const slides = !(support.ux && support.uy && support.uz);
  const turns = !(support.rx && support.ry && support.rz);
  context.fillStyle = colors.ink;
  context.strokeStyle = colors.ink;
  context.lineWidth = 1.2;
  context.beginPath();
  if (!slides && !turns) {
    context.moveTo(x - 4, y);
    context.lineTo(x + 4, y);
    context.lineTo(x + 7, y + 6);
    context.lineTo(x - 7, y + 6);
  } else {
    context.moveTo(x, y);
    context.lineTo(x + 6, y + 9);
    context.lineTo(x - 6, y + 9);
  }
  context.closePath();
  if (!slides && !turns) context.fill();
  else {
    context.fillStyle = '#ffffff';
    context.fill();
    context.stroke();
  }
  if (slides) {
    context.beginPath();
    context.moveTo(x - 8, y + 12);
    context.lineTo(x + 8, y + 12);
    context.stroke();
  }
}

/** The mark of a finding at its place: octagon when it stops, ring with a dot when it remarks. */
export function drawFinding(
  context: CanvasRenderingContext2D,
  x: number,
  y: number,
  severity: 'stop' | 'remark',
): void {
  context.beginPath();
  if (severity === 'stop') {
    for (let i = 0; i < 8; i++) {
      const angle = Math.PI / 8 + (i * Math.PI) / 4;
      context.lineTo(x + 6.5 * Math.cos(angle), y + 6.5 * Math.sin(angle));
    }
    context.closePath();
    context.fillStyle = colors.over;
    context.fill();
    return;
  }
  context.arc(x, y, 5, 0, 2 * Math.PI);
  context.fillStyle = '#ffffff';
  context.fill();
  context.strokeStyle = context.fillStyle = colors.ink;
  context.lineWidth = 1.5;
  context.stroke();
  context.beginPath();
  context.arc(x, y, 1.8, 0, 2 * Math.PI);
  context.fill();
}

/** A grid bubble; the active one is filled. */
export function drawBubble(
  context: CanvasRenderingContext2D,
  x: number,
  y: number,
  label: string,
  active: boolean,
): void {
  context.beginPath();
  context.arc(x, y, 9, 0, 2 * Math.PI);
  context.fillStyle = active ? colors.ink : '#ffffff';
  context.fill();
  context.strokeStyle = active ? colors.ink : '#8894A0';
  context.lineWidth = 1;
  context.stroke();
  context.fillStyle = active ? '#ffffff' : colors.ink;
  context.font = `${active ? 600 : 500} 11px 'Commissioner Variable', sans-serif`;
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  context.fillText(label, x, y + 0.5);
}

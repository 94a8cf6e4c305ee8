import { gridLinesAlong, storeysUpward, type GridLine, type Model } from '~core/model';
import { formatValue, type UnitSystem } from '~core/units';
import type { ViewPlane } from '../../state/view-slice';
import { colors } from '../../theme/tokens';
import type { Projector } from '../projection/eye';
import { drawBubble } from '../projection/glyphs';
import { drawText, labelFont } from '../projection/labels';

const overhang = 1.6;

interface Extent {
  readonly low: [number, number, number];
  readonly high: [number, number, number];
}

/** How far grid lines, storeys and nodes reach, m; undefined for an empty drawing. */
export function extentOf(model: Model): Extent | undefined {
  const low: [number, number, number] = [Infinity, Infinity, Infinity];
  const high: [number, number, number] = [-Infinity, -Infinity, -Infinity];
  const take = (axis: number, value: number) => {
    low[axis] = Math.min(low[axis], value);
    high[axis] = Math.max(high[axis], value);
  };
  for (const { position } of Object.values(model.nodes)) position.forEach((value, axis) => take(axis, value));
  for (const line of Object.values(model.gridLines)) take(line.axis === 'x' ? 0 : 1, line.position);
  for (const storey of Object.values(model.storeys)) take(2, storey.elevation);
  for (let axis = 0; axis < 3; axis++) if (!Number.isFinite(low[axis])) [low[axis], high[axis]] = [0, 0];
  return Object.keys(model.nodes).length + Object.keys(model.gridLines).length > 0 ? { low, high } : undefined;
}

/** Draws grid lines with bubbles, storey marks and, in plans and elevations, the distances between grid lines. */
export function drawSettingOut(
  context: CanvasRenderingContext2D,
  projector: Projector,
  model: Model,
  plane: ViewPlane,
  units: UnitSystem,
): void {
  const extent = extentOf(model);
  if (!extent) return;
  if (plane.kind === '3d') drawInSpace(context, projector, model, extent, units);
  else if (plane.kind === 'plan')
    drawPlan(context, projector, model, extent, model.storeys[plane.storey].elevation, units);
  else if (plane.kind === 'elevation')
    drawElevation(context, projector, model, extent, model.gridLines[plane.gridLine], units);
  else drawInSpace(context, projector, model, extent, units);
}

function dashDot(context: CanvasRenderingContext2D, a: readonly number[], b: readonly number[]): void {
  context.setLineDash([9, 3, 2, 3]);
  context.strokeStyle = '#AEB9C3';
  context.lineWidth = 0.8;
  context.beginPath();
  context.moveTo(a[0], a[1]);
  context.lineTo(b[0], b[1]);
  context.stroke();
  context.setLineDash([]);
}

function drawInSpace(
  context: CanvasRenderingContext2D,
  projector: Projector,
  model: Model,
  { low, high }: Extent,
  units: UnitSystem,
): void {
  const z = low[2];
  for (const line of gridLinesAlong(model, 'x')) {
    const [a, b] = [
      projector.at(line.position, line.from ?? low[1] - overhang, z),
      projector.at(line.position, line.to ?? high[1], z),
    ];
    dashDot(context, a, b);
    drawBubble(context, a[0], a[1] + 6, line.label, false);
  }
  for (const line of gridLinesAlong(model, 'y')) {
    const [a, b] = [
      projector.at(line.to ?? high[0] + overhang, line.position, z),
      projector.at(line.from ?? low[0], line.position, z),
    ];
    dashDot(context, a, b);
    drawBubble(context, a[0] + 4, a[1] + 4, line.label, false);
  }
  // storey marks stand at the corner of the plan that is leftmost on the screen
  const corners = [
    [low[0], low[1]],
    [low[0], high[1]],
    [high[0], low[1]],
    [high[0], high[1]],
  ].map(([x, y]) => ({ x, y, at: projector.at(x, y, z)[0] }));
  const corner = corners.reduce((a, b) => (b.at < a.at ? b : a));
  for (const storey of storeysUpward(model)) {
    const [x, y] = projector.at(corner.x, corner.y, storey.elevation);
    storeyMark(context, x - 8, y, storey.label, storey.elevation, units, 26);
  }
}

function storeyMark(
  context: CanvasRenderingContext2D,
  x: number,
  y: number,
  label: string,
  elevation: number,
  units: UnitSystem,
  length: number,
): void {
  context.strokeStyle = '#8894A0';
  context.lineWidth = 0.8;
  context.beginPath();
  context.moveTo(x, y);
  context.lineTo(x - length, y);
  context.stroke();
  context.font = labelFont(false);
  context.textAlign = 'right';
  context.textBaseline = 'middle';
  drawText(context, `${label}  ${formatValue(elevation, 'length', units, 2)}`, x - length - 4, y, colors.ink2);
}

/** Bubbles at one end of lines that all run the same way on the screen, and the distances between neighbours. */
function bubblesAndDimensions(
  context: CanvasRenderingContext2D,
  places: readonly { line: GridLine; x: number; y: number }[],
  along: 'x' | 'y',
  units: UnitSystem,
): void {
  context.font = labelFont(false);
  places.forEach(({ line, x, y }, i) => {
    drawBubble(context, x, y, line.label, false);
    const next = places[i + 1];
    if (!next) return;
    context.font = labelFont(false);
    context.textAlign = 'center';
    context.textBaseline = 'middle';
    const distance = formatValue(next.line.position - line.position, 'length', units, 2);
    const gap = along === 'x' ? Math.abs(next.x - x) : Math.abs(next.y - y);
    if (gap < 46) return;
    drawText(context, distance, (x + next.x) / 2, (y + next.y) / 2, colors.ink3);
  });
}

function drawPlan(
  context: CanvasRenderingContext2D,
  projector: Projector,
  model: Model,
  { low, high }: Extent,
  z: number,
  units: UnitSystem,
): void {
  const alongX = gridLinesAlong(model, 'x').map((line) => {
    const [a, b] = [
      projector.at(line.position, line.from ?? low[1] - overhang, z),
      projector.at(line.position, line.to ?? high[1] + overhang, z),
    ];
    dashDot(context, a, b);
    return { line, x: a[0], y: a[1] + 9 };
  });
  const alongY = gridLinesAlong(model, 'y').map((line) => {
    const [a, b] = [
      projector.at(line.from ?? low[0] - overhang, line.position, z),
      projector.at(line.to ?? high[0] + overhang, line.position, z),
    ];
    dashDot(context, a, b);
    return { line, x: a[0] - 9, y: a[1] };
  });
  bubblesAndDimensions(context, alongX, 'x', units);
  bubblesAndDimensions(context, alongY, 'y', units);
}

function drawElevation(
  context: CanvasRenderingContext2D,
  projector: Projector,
  model: Model,
  { low, high }: Extent,
  shown: GridLine,
  units: UnitSystem,
): void {
  const across = shown.axis === 'x' ? 'y' : 'x';
  const at = (position: number, z: number) =>
    shown.axis === 'x' ? projector.at(shown.position, position, z) : projector.at(position, shown.position, z);
  const places = gridLinesAlong(model, across).map((line) => {
    const [a, b] = [at(line.position, low[2]), at(line.position, high[2])];
    dashDot(context, [a[0], a[1] + 46], [b[0], b[1] - 10]);
    // below the supports and their reactions
    return { line, x: a[0], y: a[1] + 56 };
  });
  bubblesAndDimensions(context, places, 'x', units);
  const left = low[across === 'x' ? 0 : 1];
  for (const storey of storeysUpward(model)) {
    const [x, y] = at(left, storey.elevation);
    storeyMark(context, x - 14, y, storey.label, storey.elevation, units, 30);
  }
}

/** A small picture of the global axes. */
export function drawAxes(
  context: CanvasRenderingContext2D,
  projector: Projector,
  target: readonly number[],
  x: number,
  y: number,
  directions: Model['settings']['directions'] = {},
): void {
  const origin = projector.point(target);
  context.font = labelFont(false);
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  ['x', 'y', 'z'].forEach((name, axis) => {
    const tip = projector.point(target.map((part, i) => part + (i === axis ? 0.01 : 0)));
    const [dx, dy] = [tip[0] - origin[0], tip[1] - origin[1]];
    const unit = Math.hypot(
      ...['x', 'y', 'z'].map((_, i) =>
        Math.max(
          ...projector
            .point(target.map((part, k) => part + (k === i ? 0.01 : 0)))
            .slice(0, 2)
            .map((value, k) => Math.abs(value - origin[k])),
        ),
      ),
    );
    const [u, v] = [(dx / unit) * 34, (dy / unit) * 34];
    if (Math.hypot(u, v) < 4) return;
    context.strokeStyle = colors.ink2;
    context.lineWidth = 1.2;
    context.beginPath();
    context.moveTo(x, y);
    context.lineTo(x + u, y + v);
    context.stroke();
    drawText(context, name, x + u * 1.32, y + v * 1.32, colors.ink2);
    const called = name === 'z' ? undefined : directions[name as 'x' | 'y'];
    if (called) {
      context.textAlign = 'left';
      drawText(context, called, x + u * 1.32 + 8, y + v * 1.32, colors.ink3);
      context.textAlign = 'center';
    }
  });
  if (directions.north !== undefined) drawNorth(context, projector, target, x - 6, y - 64, directions.north);
}

/** An arrow to the north as the ground lies in the picture, named. @param turn from +y about z, counter-clockwise, rad */
function drawNorth(
  context: CanvasRenderingContext2D,
  projector: Projector,
  target: readonly number[],
  x: number,
  y: number,
  turn: number,
): void {
  const origin = projector.point(target);
  const tip = projector.point([target[0] - 0.01 * Math.sin(turn), target[1] + 0.01 * Math.cos(turn), target[2]]);
  const [dx, dy] = [tip[0] - origin[0], tip[1] - origin[1]];
  const size = Math.hypot(dx, dy);
  // seen along the ground, north points at the eye or away from it
  if (!(size > 1e-6)) return;
  const [u, v] = [dx / size, dy / size];
  context.strokeStyle = context.fillStyle = colors.ink;
  context.lineWidth = 1.2;
  context.beginPath();
  context.moveTo(x - u * 14, y - v * 14);
  context.lineTo(x + u * 14, y + v * 14);
  context.stroke();
  context.beginPath();
  context.moveTo(x + u * 18, y + v * 18);
  context.lineTo(x + u * 8 - v * 4, y + v * 8 + u * 4);
  context.lineTo(x + u * 8 + v * 4, y + v * 8 - u * 4);
  context.closePath();
  context.fill();
  drawText(context, 'N', x + u * 27, y + v * 27, colors.ink);
}

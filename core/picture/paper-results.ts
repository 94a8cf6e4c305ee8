import type { Solution } from '../fem';
import type { Member, Model } from '../model';
import { isEnvelope, isMovement, isOfPanels, resultQuantities, type Quantity } from '../results';
import { formatNumber, formatValue, unitLabel, unitSize } from '../units';
import { bandsOf, panelContours } from './contours';
import { drawQuantity } from './diagrams';
import { plainlyDrawn } from './drawn';
import { paperColors } from './paper-colors';
import { placed, type Label } from './paper-labels';
import type { Project } from './paper-written';
import type { PictureRequest } from './picture-request';
import { legendRange, legendSteps, valueColor } from './value-colors';

/** Extremes below this share of the largest are not written on paper. */
const notWritten = 0.1;

/**
 * Diagrams along members or the deflected shape on the sheet: what the screen draws, projected.
 * @param panels slabs and walls in view, by id
 * @param reach  largest ordinate wished, m
 * @param facing unit vector towards the eye
 */
export function resultParts(
  model: Model,
  solution: Solution,
  members: readonly Member[],
  panels: readonly string[],
  request: PictureRequest,
  quantity: Quantity,
  project: Project,
  reach: number,
  facing: readonly [number, number, number],
): { drawn: string; scale: string } | undefined {
  const { units } = model.settings;
  const numbers = new Map(solution.memberIds.map((id, m) => [id, m]));
  const own = members.flatMap((member) => numbers.get(member.id) ?? []);
  if (isOfPanels(quantity)) return contourParts(model, solution, panels, request, quantity, project);
  const { shown, width, height } = request;
  const moves = isMovement(quantity);
  if (moves && isEnvelope(shown)) return { drawn: '', scale: 'an envelope has no deflected shape' };
  const drawing = drawQuantity({ model, solution, shown, facing, panels }, own, quantity, reach / 0.075, {
    ...plainlyDrawn,
    threshold: notWritten,
  });
  if (!drawing || (own.length === 0 && !(moves && panels.length > 0))) return undefined;
  if (drawing.scale === 0) return { drawn: '', scale: moves ? 'nothing moves' : 'nothing to draw' };
  const { title: _, unit, bends, role } = resultQuantities[quantity];
  const labels = drawing.values.map(({ at, value, weight }): Label => ({
    at: project(...at),
    text: formatValue(value, unit, units, !moves && Math.abs(value / unitSize(unit, units)) >= 100 ? 0 : 1),
    weight,
  }));
  const lines = chains(drawing.outline).map(
    (points) =>
      `M${points
        .map((at) => project(...at))
        .map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`)
        .join('L')}`,
  );
  const color = paperColors[role];
  const elements = chains(drawing.mesh)
    .map((points) => points.map((at) => project(...at)))
    .map((points) => `<path d="M${points.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join('L')}"/>`);
  const fills = moves ? [] : lines.map((line) => `<path d="${line}Z"/>`);
  const scale = moves
    ? `drawn ${formatNumber(drawing.scale, drawing.scale < 10 ? 1 : 0)} times, movements in ${unitLabel(unit, units)}`
    : `1 ${unitLabel('length', units)} = ${formatNumber(unitSize('length', units) / drawing.scale / unitSize(unit, units), 0)} ${unitLabel(unit, units)}${bends ? ', on the tension side' : ''}; values in ${unitLabel(unit, units)}`;
  return {
    drawn: `<g fill="${color}" fill-opacity="0.16">${fills.join('')}</g><g fill="none" stroke="${color}" stroke-width="0.3">${elements.join('')}</g><g fill="none" stroke="${color}" stroke-width="1.1">${lines.map((line) => `<path d="${line}"/>`).join('')}</g>${placed(labels, width, height, color)}`,
    scale,
  };
}

/** A quantity over slabs and walls by colour, with its legend at the right. */
function contourParts(
  model: Model,
  solution: Solution,
  panels: readonly string[],
  { shown, width, height }: PictureRequest,
  quantity: Quantity,
  project: Project,
): { drawn: string; scale: string } {
  const { units } = model.settings;
  const { unit, role } = resultQuantities[quantity];
  const drawing = panelContours({ model, solution, shown, panels }, quantity, {
    ...plainlyDrawn,
    threshold: notWritten,
  });
  if (drawing.areas.length === 0) return { drawn: '', scale: 'no slab or wall in view is meshed' };
  const range = legendRange(drawing.smallest, drawing.largest);
  const point = (list: Float32Array, at: number) =>
    project(list[at], list[at + 1], list[at + 2])
      .map((value) => value.toFixed(1))
      .join(',');
  const bands = bandsOf(drawing, range, legendSteps).map((triangles, step) => {
    let d = '';
    for (let at = 0; at < triangles.length; at += 9)
      d += `M${point(triangles, at)}L${point(triangles, at + 3)}L${point(triangles, at + 6)}Z`;
    // a thin line of its own colour closes the seams between triangles
    const color = valueColor(step, range);
    return d === '' ? '' : `<path d="${d}" fill="${color}" stroke="${color}" stroke-width="0.4"/>`;
  });
  const show = (value: number) =>
    formatValue(value, unit, units, Math.abs(value / unitSize(unit, units)) >= 100 ? 0 : 1);
  const labels = drawing.values.map(({ at, value, weight }): Label => ({
    at: project(...at),
    text: show(value),
    weight,
  }));
  const [left, top, step] = [width - 46, 14, 7];
  const legend = Array.from(
    { length: legendSteps },
    (_, i) =>
      `<rect x="${left}" y="${top + step * (legendSteps - 1 - i)}" width="9" height="${step}" fill="${valueColor(i, range)}"/>`,
  );
  const end = (value: number, y: number) =>
    `<text x="${left + 12}" y="${y}" font-size="7" fill="${paperColors.plain}">${show(value)}</text>`;
  return {
    drawn: `<g>${bands.join('')}</g>${placed(labels, width, height, paperColors.plain)}<g>${legend.join('')}${end(range[1], top + 6)}${end(range[0], top + step * legendSteps)}</g>`,
    scale: `by colour, ${unitLabel(unit, units)}${role === 'bending' ? ', + tension at bottom' : ''}${isEnvelope(shown) ? ', of an envelope the value of larger size' : ''}`,
  };
}

/** Segments joined where one begins at the end of the one before. @param outline x, y, z of both ends of each, m */
function chains(outline: Float32Array): [number, number, number][][] {
  const found: [number, number, number][][] = [];
  const place = (at: number): [number, number, number] => [outline[at], outline[at + 1], outline[at + 2]];
  for (let at = 0; at < outline.length; at += 6) {
    const joined = at > 0 && [0, 1, 2].every((k) => outline[at + k] === outline[at - 3 + k]);
    if (joined) found[found.length - 1].push(place(at + 3));
    else found.push([place(at), place(at + 3)]);
  }
  return found;
}

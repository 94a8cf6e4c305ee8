import type { Solution } from '../fem';
import type { Member, Model } from '../model';
import { isEnvelope, isMovement, resultQuantities, type Quantity } from '../results';
import { formatNumber, formatValue, unitLabel, unitSize } from '../units';
import { drawQuantity } from './diagrams';
import { plainlyDrawn } from './drawn';
import { paperColors } from './paper-colors';
import { placed, type Label } from './paper-labels';
import type { Project } from './paper-written';
import type { PictureRequest } from './picture-request';

/** Extremes below this share of the largest are not written on paper. */
const notWritten = 0.1;

/**
 * Diagrams along members or the deflected shape on the sheet: what the screen draws, projected.
 * @param reach  largest ordinate wished, m
 * @param facing unit vector towards the eye
 */
export function resultParts(
  model: Model,
  solution: Solution,
  members: readonly Member[],
  { shown, width, height }: PictureRequest,
  quantity: Quantity,
  project: Project,
  reach: number,
  facing: readonly [number, number, number],
): { drawn: string; scale: string } | undefined {
  const { units } = model.settings;
  const numbers = new Map(solution.memberIds.map((id, m) => [id, m]));
  const own = members.flatMap((member) => numbers.get(member.id) ?? []);
  const moves = isMovement(quantity);
  if (moves && isEnvelope(shown)) return { drawn: '', scale: 'an envelope has no deflected shape' };
  const drawing = drawQuantity({ model, solution, shown, facing }, own, quantity, reach / 0.075, {
    ...plainlyDrawn,
    threshold: notWritten,
  });
  if (!drawing || own.length === 0) return undefined;
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
  const fills = moves ? [] : lines.map((line) => `<path d="${line}Z"/>`);
  const scale = moves
    ? `drawn ${formatNumber(drawing.scale, drawing.scale < 10 ? 1 : 0)} times, movements in ${unitLabel(unit, units)}`
    : `1 ${unitLabel('length', units)} = ${formatNumber(unitSize('length', units) / drawing.scale / unitSize(unit, units), 0)} ${unitLabel(unit, units)}${bends ? ', on the tension side' : ''}; values in ${unitLabel(unit, units)}`;
  return {
    drawn: `<g fill="${color}" fill-opacity="0.16">${fills.join('')}</g><g fill="none" stroke="${color}" stroke-width="1.1">${lines.map((line) => `<path d="${line}"/>`).join('')}</g>${placed(labels, width, height, color)}`,
    scale,
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

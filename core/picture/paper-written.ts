import type { Solution } from '../fem';
import { onLevel, type Member, type Model } from '../model';
import { shownParts, storeyBook } from '../results';
import { formatNumber, formatValue, unitLabel, unitSize } from '../units';
import { paperColors } from './paper-colors';
import { placed, type Label } from './paper-labels';
import type { PictureRequest } from './picture-request';

/** Reactions and utilisations are all meant to be read. */
const mostWritten = 400;

/** A place in space on the sheet. */
export type Project = (x: number, y: number, z: number) => readonly [number, number];

/** Quantities that are written where they are: reactions at supports, drift at storeys, utilisations on members. */
export function writtenParts(
  model: Model,
  solution: Solution,
  members: readonly Member[],
  { quantity, shown, utilisations, width, height }: PictureRequest,
  project: Project,
): { drawn: string; scale: string } {
  const { units } = model.settings;
  const parts = shownParts(model, solution, shown);
  const labels: Label[] = [];
  if (quantity === 'utilisation') {
    if (!utilisations || utilisations.size === 0) return { drawn: '', scale: 'no member was checked' };
    const lines = members.flatMap((member) => {
      const found = utilisations.get(member.id);
      if (!found) return [];
      const [a, b] = [project(...model.nodes[member.start].position), project(...model.nodes[member.end].position)];
      labels.push({
        at: [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2],
        text: `${formatNumber(found.value, 2)}${found.open ? ' open' : ''}`,
        weight: found.value,
      });
      return [
        `<path d="M${a[0].toFixed(1)},${a[1].toFixed(1)}L${b[0].toFixed(1)},${b[1].toFixed(1)}" stroke="${found.value > 1 ? '#B3261E' : '#161C23'}" stroke-width="${(1 + 4 * Math.min(1, found.value)).toFixed(1)}"${found.open ? ' stroke-dasharray="5 4"' : ''} stroke-opacity="${(0.25 + 0.75 * Math.min(1, found.value)).toFixed(2)}"/>`,
      ];
    });
    return {
      drawn: `<g fill="none">${lines.join('')}</g>${placed(labels, width, height, paperColors.plain, mostWritten)}`,
      scale: 'thicker and darker: nearer to 1.00; broken lines: the verdict is open; worst of strength and service',
    };
  }
  if (parts.length === 0) return { drawn: '', scale: 'no results' };
  if (quantity === 'reactions') {
    const ends = new Set(members.flatMap((member) => [member.start, member.end]));
    const show = (value: number) =>
      formatValue(value, 'force', units, Math.abs(value / unitSize('force', units)) >= 100 ? 0 : 1);
    const arrows = solution.nodeIds.flatMap((id, i) => {
      const node = model.nodes[id];
      if ((!node?.support && !node?.springs) || !ends.has(id)) return [];
      const [x, y] = project(...node.position);
      const values = parts.map(({ state }) => [0, 1, 2].map((k) => state.reactions[6 * i + k]));
      const up = values.map((value) => value[2]);
      const text =
        parts.length === 1
          ? values[0]
              .map((value, k) =>
                Math.abs(value) > 1e-4 * Math.hypot(...values[0]) ? `${'xyz'[k]} ${show(value)}` : '',
              )
              .filter((part) => part !== '')
              .join('  ')
          : `z ${show(Math.min(...up))} to ${show(Math.max(...up))}`;
      labels.push({ at: [x, y + 34], text, weight: Math.max(...up.map(Math.abs)) });
      return [`<path d="M${x.toFixed(1)},${(y + 28).toFixed(1)}V${(y + 9).toFixed(1)}m-3,5l3,-5l3,5"/>`];
    });
    return {
      drawn: `<g fill="none" stroke="#161C23" stroke-width="1.2">${arrows.join('')}</g>${placed(labels, width, height, paperColors.plain, mostWritten)}`,
      scale: `reactions in ${unitLabel('force', units)}, as they act on the structure`,
    };
  }
  const book = storeyBook(model, solution);
  const worst = new Map<string, { drift: number; height: number; axis: string; by: string; elevation: number }>();
  for (const { label, state } of parts)
    for (const one of book.results(state))
      one.drift.forEach((drift, axis) => {
        const known = worst.get(one.storey.id);
        if (!known || Math.abs(drift) > Math.abs(known.drift))
          worst.set(one.storey.id, {
            drift,
            height: one.height,
            axis: 'xy'[axis],
            by: label,
            elevation: one.storey.elevation,
          });
      });
  const nodes = [...new Set(members.flatMap((member) => [member.start, member.end]))].map(
    (id) => model.nodes[id].position,
  );
  for (const { drift, height: h, axis, by, elevation } of worst.values()) {
    const level = nodes.filter((at) => Math.abs(at[2] - elevation) < onLevel).map((at) => project(...at));
    if (level.length === 0) continue;
    const right = level.reduce((most, at) => (at[0] > most[0] ? at : most));
    labels.push({
      at: [Math.min(right[0] + 60, width - 90), right[1]],
      text: `${formatValue(drift, 'deflection', units, 1)} in ${axis}, ${Math.abs(drift) < 1e-9 ? 'h/∞' : `h/${Math.round(h / Math.abs(drift))}`} (${by})`,
      weight: Math.abs(drift),
    });
  }
  return {
    drawn: placed(labels, width, height, paperColors.movement, mostWritten),
    scale:
      labels.length === 0
        ? 'no storey of this view drifts against another'
        : `drift of each storey against the one below, ${unitLabel('deflection', units)}, and its share of the height`,
  };
}

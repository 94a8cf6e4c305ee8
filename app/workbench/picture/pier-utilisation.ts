import { wallParts, type Model, type Pier, type Vector } from '~core/model';
import { formatNumber } from '~core/units';
import type { PierRow } from '../../workers/messages';
import { colors, utilisationColor } from '../../theme/tokens';
import type { SpaceLabel } from './space-label';
import type { FillBatch, LineBatch } from './scene';

/** What is drawn of the utilisation of piers. */
export interface PierPicture {
  readonly fills: FillBatch[];
  readonly lines: LineBatch[];
  readonly labels: SpaceLabel[];
}

/** The corners of a pier around: its foot, then its head. */
const cornersOf = ({ foot, head }: Pier): [Vector, Vector, Vector, Vector] => [foot.from, foot.to, head.to, head.from];

/** Piers of walls by the colour of their utilisation, with their number: whole where a verdict was reached, as an outline alone where it is open. */
export function pierUtilisation(
  model: Model,
  panels: readonly string[],
  rows: ReadonlyMap<string, PierRow>,
): PierPicture {
  const shown = new Set(panels);
  const picture: PierPicture = { fills: [], lines: [], labels: [] };
  if (rows.size === 0) return picture;
  for (const pier of wallParts(model).piers) {
    const row = rows.get(pier.key);
    if (!row || row.utilisation === null || !shown.has(pier.wall.id)) continue;
    const { utilisation, verdict } = row;
    const [a, b, c, d] = cornersOf(pier);
    const color = utilisation > 1 ? colors.over : utilisationColor(utilisation);
    const isOpen = verdict === 'open';
    if (!isOpen)
      picture.fills.push({
        triangles: Float32Array.from([...a, ...b, ...c, ...a, ...c, ...d]),
        color,
        opacity: 0.45,
      });
    picture.lines.push({
      segments: Float32Array.from([...a, ...b, ...b, ...c, ...c, ...d, ...d, ...a]),
      color,
      width: isOpen ? 1 : 1.6,
    });
    picture.labels.push({
      at: [0, 1, 2].map((i) => (a[i] + b[i] + c[i] + d[i]) / 4) as [number, number, number],
      text: `${formatNumber(utilisation, 2)}${isOpen ? ' open' : ''}`,
      color: utilisation > 1 ? colors.over : isOpen ? colors.ink3 : colors.ink,
      weight: utilisation,
      bold: utilisation > 0.8 && !isOpen,
      gap: 6,
    });
  }
  return picture;
}

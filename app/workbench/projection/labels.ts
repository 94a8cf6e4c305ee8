/** A text at a place of the canvas, in pixels. */
export interface Label {
  /** by which a dragged label keeps its place */
  readonly key?: string;
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly color: string;
  readonly bold?: boolean;
  /** the larger, the sooner it gets its place */
  readonly weight: number;
  /** where the text may not go beside its own point, pixels around it */
  readonly gap?: number;
}

/** Where a label came to stand. */
export interface LabelBox extends Box {
  readonly key?: string;
}

interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

const lineHeight = 13;
const mostLabels = 160;

/** Unit offsets of the eight places tried for a label, the preferred first. */
const places: readonly [number, number][] = [
  [0, -1],
  [0, 1],
  [1, 0],
  [-1, 0],
  [1, -1],
  [-1, -1],
  [1, 1],
  [-1, 1],
];

export const labelFont = (bold: boolean | undefined) =>
  `${bold ? 700 : 500} 11.5px 'Commissioner Variable', sans-serif`;

/**
 * Draws labels, the weightiest first; each tries eight places around its point and is left out when all are taken.
 * @param taken  boxes that are drawn on already
 * @param shifts how far labels were dragged, by their keys; those are drawn wherever that is, with a line to what they tell of
 * @param boxes  filled with where labels came to stand; what stands in it already is kept clear
 */
export function drawLabels(
  context: CanvasRenderingContext2D,
  labels: readonly Label[],
  taken: Box[] = [],
  shifts: Readonly<Record<string, readonly [number, number]>> = {},
  boxes: LabelBox[] = [],
): void {
  taken.push(...boxes);
  const bounds = { width: context.canvas.clientWidth, height: context.canvas.clientHeight };
  let drawn = 0;
  context.textBaseline = 'middle';
  context.textAlign = 'center';
  context.lineJoin = 'round';
  // dragged ones stand where they were put; the others make room
  const isShifted = (label: Label) => Number(label.key !== undefined && label.key in shifts);
  for (const label of [...labels].sort((a, b) => isShifted(b) - isShifted(a) || b.weight - a.weight)) {
    if (drawn >= mostLabels) break;
    if (!(label.x > 0 && label.y > 0 && label.x < bounds.width && label.y < bounds.height)) continue;
    context.font = labelFont(label.bold);
    const half = context.measureText(label.text).width / 2;
    const gap = label.gap ?? 4;
    const shift = label.key === undefined ? undefined : shifts[label.key];
    if (shift) {
      const [x, y] = [label.x + shift[0], label.y - lineHeight + shift[1]];
      const box = { left: x - half - 1, right: x + half + 1, top: y - lineHeight / 2, bottom: y + lineHeight / 2 };
      taken.push(box);
      boxes.push({ ...box, key: label.key! });
      context.strokeStyle = label.color;
      context.lineWidth = 0.7;
      context.beginPath();
      context.moveTo(label.x, label.y);
      context.lineTo(x, y + (y < label.y ? lineHeight / 2 : -lineHeight / 2));
      context.stroke();
      drawText(context, label.text, x, y, label.color);
      drawn++;
      continue;
    }
    for (const [ux, uy] of places) {
      const x = label.x + ux * (half + gap);
      const y = label.y + uy * (lineHeight / 2 + gap);
      const box = { left: x - half - 1, right: x + half + 1, top: y - lineHeight / 2, bottom: y + lineHeight / 2 };
      if (
        taken.some(
          (other) =>
            box.left < other.right && box.right > other.left && box.top < other.bottom && box.bottom > other.top,
        )
      )
        continue;
      taken.push(box);
      boxes.push({ ...box, ...(label.key === undefined ? {} : { key: label.key }) });
      drawText(context, label.text, x, y, label.color);
      drawn++;
      break;
    }
  }
}

/** Text with an outline in the colour of the ground, so that lines behind it do not cross it. */
export function drawText(context: CanvasRenderingContext2D, text: string, x: number, y: number, color: string): void {
  context.strokeStyle = 'rgba(246, 248, 250, 0.92)';
  context.lineWidth = 3;
  context.strokeText(text, x, y);
  context.fillStyle = color;
  context.fillText(text, x, y);
}

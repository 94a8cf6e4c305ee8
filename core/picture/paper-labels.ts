/** Text as it may stand in SVG. */
export const escaped = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

const mostLabels = 28;

/** Something to write at a place on the sheet; weightier things first. */
export interface Label {
  readonly at: readonly [number, number];
  readonly text: string;
  readonly weight: number;
}

/** The weightiest labels that find room, with the ground's colour around them. */
export function placed(
  labels: readonly Label[],
  width: number,
  height: number,
  color: string,
  most = mostLabels,
): string {
  const boxes: [number, number, number, number][] = [];
  const found: string[] = [];
  for (const {
    at: [x, y],
    text,
  } of [...labels].sort((a, b) => b.weight - a.weight)) {
    if (found.length >= most) break;
    const half = text.length * 2.3 + 1;
    const spot = [
      [0, -6],
      [0, 9],
      [half + 4, 2],
      [-half - 4, 2],
    ]
      .map(([a, b]): [number, number, number, number] => [x + a - half, y + b - 6, x + a + half, y + b + 2])
      .find(
        (box) =>
          box[0] > 0 &&
          box[1] > 0 &&
          box[2] < width &&
          box[3] < height - 26 &&
          !boxes.some((other) => box[0] < other[2] && box[2] > other[0] && box[1] < other[3] && box[3] > other[1]),
      );
    if (!spot) continue;
    boxes.push(spot);
    const [cx, by] = [((spot[0] + spot[2]) / 2).toFixed(1), (spot[3] - 1).toFixed(1)];
    const words = escaped(text);
    found.push(
      `<text x="${cx}" y="${by}" font-size="7.5" text-anchor="middle" stroke="#ffffff" stroke-width="2">${words}</text><text x="${cx}" y="${by}" font-size="7.5" text-anchor="middle" fill="${color}">${words}</text>`,
    );
  }
  return found.join('');
}

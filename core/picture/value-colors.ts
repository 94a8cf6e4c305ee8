/** Steps of the colours by value. */
export const legendSteps = 11;

/** Dark blue for what is most negative, pale in the middle, dark brown for what is most positive; told apart by lightness too, and never without the legend. */
const toCold: readonly [number, number, number] = [0x1f, 0x4e, 0x8c];
const middle: readonly [number, number, number] = [0xc9, 0xd0, 0xd7];
const toWarm: readonly [number, number, number] = [0x7a, 0x3e, 0x0c];

/** Which step a value falls in; what lies beyond an end of the range falls in the last one. */
export function binOf(value: number, [low, high]: readonly [number, number]): number {
  if (!(high > low)) return Math.floor(legendSteps / 2);
  return Math.max(0, Math.min(legendSteps - 1, Math.floor(((value - low) / (high - low)) * legendSteps)));
}

/** Colour of a step: by its sign where the range has both, else from pale to dark. */
export function valueColor(bin: number, [low, high]: readonly [number, number]): string {
  const value = low + ((bin + 0.5) / legendSteps) * (high - low);
  const reach = Math.max(Math.abs(low), Math.abs(high)) || 1;
  const share = Math.min(1, Math.abs(value) / reach);
  const end = value < 0 ? toCold : toWarm;
  return `rgb(${middle.map((channel, c) => Math.round(channel + (end[c] - channel) * share)).join(', ')})`;
}

/** Ends of the colours for values from smallest to largest: where these have both signs, such that nought is where two steps meet. */
export function legendRange(smallest: number, largest: number): readonly [number, number] {
  if (!(smallest < 0 && largest > 0)) return [smallest, largest];
  let [step, below] = [Infinity, 1];
  for (let k = 1; k < legendSteps; k++) {
    const wide = Math.max(-smallest / k, largest / (legendSteps - k));
    if (wide < step) [step, below] = [wide, k];
  }
  return [-below * step, (legendSteps - below) * step];
}

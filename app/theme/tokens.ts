/** The look's colours, each with one meaning; the style sheet has the same values as custom properties. */
export const colors = {
  canvas: '#F6F8FA',
  ink: '#161C23',
  ink2: '#434E59',
  ink3: '#5B6672',
  line: '#DCE2E8',
  line2: '#EDF0F3',
  brand: '#9C1458',
  brandDark: '#7A0C43',
  brandTint: '#F8E9F0',
  moment: '#00717B',
  momentText: '#00616A',
  shear: '#8A5A00',
  axial: '#5F4BB0',
  torsion: '#4F6B12',
  load: '#2259A8',
  over: '#C22F0A',
  concrete: '#CAD2DA',
  steel: '#5A6673',
  faint: '#BAC4CD',
} as const;

/** Stops of the utilisation ramp: one hue, lightness only. */
const ramp: readonly [number, readonly [number, number, number]][] = [
  [0, [0xd8, 0xde, 0xea]],
  [0.35, [0xa5, 0xaf, 0xc8]],
  [0.7, [0x5d, 0x69, 0x94]],
  [1, [0x1d, 0x24, 0x4a]],
];

/** Colour of a utilisation as `rgb(…)`; above 1.00 the colour that says so. */
export function utilisationColor(utilisation: number): string {
  if (utilisation > 1) return colors.over;
  const u = Math.max(0, utilisation);
  const i = Math.max(
    1,
    ramp.findIndex(([stop]) => stop >= u),
  );
  const [[from, a], [to, b]] = [ramp[i - 1], ramp[i]];
  const share = (u - from) / (to - from);
  return `rgb(${a.map((channel, c) => Math.round(channel + (b[c] - channel) * share)).join(', ')})`;
}

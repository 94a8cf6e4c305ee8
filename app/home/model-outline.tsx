import { colors, utilisationColor } from '../theme/tokens';

/** Size on the page, px; drawn in quarters of that, so that whole numbers do. */
const size = { width: 140, height: 84 };
const [width, height, margin] = [4 * size.width, 4 * size.height, 20];
/** Utilisations are drawn in steps of this many hundredths: members of one step are one line in the page. */
const step = 5;

/**
 * A project's small drawing, members coloured by utilisation where it is known.
 * @param outline `x1 y1 x2 y2 u` of each member, with commas between (see ProjectRow)
 */
export function ModelOutline({ outline }: { outline: string }) {
  if (outline === '') return <span className="caption">nothing drawn yet</span>;
  const segments = outline.split(',').map((one) => one.split(' ').map(Number));
  const [left, right, top, bottom] = segments.reduce(
    ([a, b, c, d], [x1, y1, x2, y2]) => [
      Math.min(a, x1, x2),
      Math.max(b, x1, x2),
      Math.min(c, y1, y2),
      Math.max(d, y1, y2),
    ],
    [Infinity, -Infinity, Infinity, -Infinity],
  );
  const scale = Math.min((width - 2 * margin) / (right - left || 1), (height - 2 * margin) / (bottom - top || 1));
  const x = (value: number) => Math.round(width / 2 + (value - (left + right) / 2) * scale);
  const y = (value: number) => Math.round(height / 2 + (value - (top + bottom) / 2) * scale);
  const paths = new Map<number, string>();
  for (const [x1, y1, x2, y2, hundredths] of segments) {
    // above 1.00 is above 1.00, however little
    const level = hundredths < 0 ? -1 : hundredths > 100 ? 101 : Math.min(100, Math.round(hundredths / step) * step);
    paths.set(level, `${paths.get(level) ?? ''}M${x(x1)} ${y(y1)}L${x(x2)} ${y(y2)}`);
  }
  return (
    <svg width={size.width} height={size.height} viewBox={`0 0 ${width} ${height}`} fill="none" aria-hidden="true">
      {[...paths]
        .sort(([a], [b]) => a - b)
        .map(([level, d]) => (
          <path
            key={level}
            d={d}
            stroke={level < 0 ? colors.faint : utilisationColor(level / 100)}
            strokeWidth={level < 0 ? 3.2 : 3.6 + 3.6 * Math.min(1, level / 100)}
          />
        ))}
    </svg>
  );
}

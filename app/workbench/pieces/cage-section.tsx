import type { ColumnInteraction } from '~core/checks';
import { formatQuantity, formatValue, type UnitSystem } from '~core/units';

/** Height that the larger side takes, and room around it, px. */
const [tall, around] = [170, 44];

/** A column's cage to scale with its dimensions; local z up, local y to the left as one looks along the member. */
export function CageSection({
  cut,
  words,
  units,
}: {
  cut: ColumnInteraction['cut'];
  words: string;
  units: UnitSystem;
}) {
  const { width, depth, cover, stirrup } = cut;
  const scale = tall / Math.max(width, depth);
  const [wide, high] = [width * scale + 2 * around, depth * scale + 2 * around];
  const x = (y: number) => wide / 2 - y * scale;
  const y = (z: number) => high / 2 - z * scale;
  const inner = cover + stirrup / 2;
  const isRound = cut.concrete.some(({ isDisc }) => isDisc);
  const decimals = units === 'us' ? 1 : 0;
  const length = (value: number) => formatValue(value, 'sectionLength', units, decimals);
  /** through the middles of the bars of a ring */
  const ring = 2 * Math.max(0, ...cut.bars.map((bar) => Math.hypot(bar.y, bar.z)));
  const outer = (axis: 'y' | 'z') => {
    const places = cut.bars.map((bar) => bar[axis]);
    return Math.max(...places) - Math.min(...places);
  };
  return (
    <figure className="bar-section">
      <svg
        width={wide}
        height={high}
        viewBox={`0 0 ${wide.toFixed(0)} ${high.toFixed(0)}`}
        role="img"
        aria-label={`Section ${isRound ? 'of diameter' : `${length(width)} by`} ${formatQuantity(depth, 'sectionLength', units, decimals)} with ${words}`}
        className="line-sketch"
      >
        {isRound ? (
          <>
            <circle className="bar-concrete" cx={wide / 2} cy={high / 2} r={(width / 2) * scale} />
            <circle
              className="bar-stirrup"
              cx={wide / 2}
              cy={high / 2}
              r={(width / 2 - inner) * scale}
              strokeWidth={Math.max(1, stirrup * scale)}
            />
          </>
        ) : (
          <>
            <rect
              className="bar-concrete"
              x={x(width / 2)}
              y={y(depth / 2)}
              width={width * scale}
              height={depth * scale}
            />
            <rect
              className="bar-stirrup"
              x={x(width / 2 - inner)}
              width={(width - 2 * inner) * scale}
              y={y(depth / 2 - inner)}
              height={(depth - 2 * inner) * scale}
              rx={2 * stirrup * scale}
              strokeWidth={Math.max(1, stirrup * scale)}
            />
          </>
        )}
        {cut.bars.map((bar, i) => (
          <circle
            key={i}
            className="bar-round"
            cx={x(bar.y)}
            cy={y(bar.z)}
            r={Math.max(1.8, (bar.diameter / 2) * scale)}
          />
        ))}
        <text x={wide / 2} y={y(-depth / 2) + 16} textAnchor="middle">
          {isRound
            ? `Ø ${formatQuantity(width, 'sectionLength', units, decimals)}`
            : formatQuantity(width, 'sectionLength', units, decimals)}
        </text>
        <text x={wide / 2} y={y(-depth / 2) + 31} textAnchor="middle" className="caption">
          {isRound ? `ring Ø ${length(ring)}` : `${length(outer('y'))} between bars`}
        </text>
        {!isRound && (
          <>
            <text x={x(width / 2) - 6} y={high / 2} textAnchor="end">
              {length(depth)}
            </text>
            <text x={x(-width / 2) + 6} y={high / 2 - 6} className="axis-mark">
              z ↑
            </text>
            <text x={x(-width / 2) + 6} y={high / 2 + 10} className="axis-mark">
              y ←
            </text>
          </>
        )}
      </svg>
    </figure>
  );
}

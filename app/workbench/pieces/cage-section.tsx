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
  const decimals = units === 'us' ? 1 : 0;
  const length = (value: number) => formatValue(value, 'sectionLength', units, decimals);
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
        aria-label={`Section ${length(width)} by ${formatQuantity(depth, 'sectionLength', units, decimals)} with ${words}`}
        className="line-sketch"
      >
        <rect className="bar-concrete" x={x(width / 2)} y={y(depth / 2)} width={width * scale} height={depth * scale} />
        <rect
          className="bar-stirrup"
          x={x(width / 2 - inner)}
          width={(width - 2 * inner) * scale}
          y={y(depth / 2 - inner)}
          height={(depth - 2 * inner) * scale}
          rx={2 * stirrup * scale}
          strokeWidth={Math.max(1, stirrup * scale)}
        />
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
          {length(width)}
        </text>
        <text x={wide / 2} y={y(-depth / 2) + 31} textAnchor="middle" className="caption">
          {length(outer('y'))} between bars
        </text>
        <text x={x(width / 2) - 6} y={high / 2} textAnchor="end">
          {length(depth)}
        </text>
        <text x={x(-width / 2) + 6} y={high / 2 - 6} className="axis-mark">
          z ↑
        </text>
        <text x={x(-width / 2) + 6} y={high / 2 + 10} className="axis-mark">
          y ←
        </text>
      </svg>
    </figure>
  );
}

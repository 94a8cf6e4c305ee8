import { formatValue, unitLabel, type QuantityKind, type UnitSystem } from '~core/units';

/** What one part of a stack carries of a quantity at its foot and head, in each state that is shown, base units. */
export interface StackPart {
  readonly name: string;
  /** heights, m */
  readonly from: number;
  readonly to: number;
  readonly foot: readonly number[];
  readonly head: readonly number[];
  /** whether it is the one the page is about */
  readonly isOwn: boolean;
}

const [width, height, margin] = [176, 250, 4];

/** A quantity up the height of parts that stand on each other: a line for one state, the band between extremes for several. */
export function StackDiagram({
  title,
  kind,
  color,
  units,
  parts,
}: {
  readonly title: string;
  readonly kind: QuantityKind;
  readonly color: string;
  readonly units: UnitSystem;
  readonly parts: readonly StackPart[];
}) {
  const values = parts.flatMap(({ foot, head }) => [...foot, ...head]);
  const [least, most] = [Math.min(0, ...values), Math.max(0, ...values)];
  const [bottom, top] = [Math.min(...parts.map(({ from }) => from)), Math.max(...parts.map(({ to }) => to))];
  const x = (value: number) => margin + ((value - least) / (most - least || 1)) * (width - 2 * margin);
  const y = (level: number) => height - margin - ((level - bottom) / (top - bottom || 1)) * (height - 2 * margin);
  const at = (value: number, level: number) => `${x(value).toFixed(1)},${y(level).toFixed(1)}`;
  const range = `${formatValue(Math.min(...values), kind, units)} to ${formatValue(Math.max(...values), kind, units)}`;
  return (
    <figure style={{ margin: 0 }}>
      <figcaption>
        <b style={{ color }}>{title}</b> <span className="caption">{unitLabel(kind, units)}</span>
        <br />
        <span className="caption">{range}</span>
      </figcaption>
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`${title} up the height: ${range} ${unitLabel(kind, units)}`}
      >
        {parts.map(({ name, from, to, foot, head, isOwn }) => {
          const low = [Math.min(...foot), Math.min(...head)];
          const high = [Math.max(...foot), Math.max(...head)];
          // a single state is filled from nothing to its line
          const [a, b] = foot.length === 1 ? [[0, 0], foot.concat(head)] : [low, high];
          return (
            <g key={name}>
              {isOwn && <rect x={0} width={width} y={y(to)} height={y(from) - y(to)} fill="var(--brand-tint)" />}
              <polygon
                points={`${at(a[0], from)} ${at(a[1], to)} ${at(b[1], to)} ${at(b[0], from)}`}
                fill={color}
                fillOpacity={0.18}
              />
              <polyline
                points={`${at(high[0], from)} ${at(high[1], to)}`}
                stroke={color}
                strokeWidth={1.6}
                fill="none"
              />
              <polyline points={`${at(low[0], from)} ${at(low[1], to)}`} stroke={color} strokeWidth={1.6} fill="none" />
            </g>
          );
        })}
        <line x1={x(0)} x2={x(0)} y1={0} y2={height} stroke="var(--ink-3)" strokeWidth={1} />
      </svg>
    </figure>
  );
}

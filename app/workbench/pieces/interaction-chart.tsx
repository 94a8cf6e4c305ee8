import {
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { formatNumber, unitLabel, unitSize, type UnitSystem } from '~core/units';
import { colors } from '../../theme/tokens';

/** A demand in a chart: in the units shown. */
export interface ChartDemand {
  readonly x: number;
  readonly y: number;
  readonly words: string;
}

interface Props {
  readonly title: string;
  readonly xTitle: string;
  readonly yTitle: string;
  readonly xUnit: string;
  readonly yUnit: string;
  /** what counts, and the nominal strength beside it */
  readonly design: readonly { readonly x: number; readonly y: number }[];
  readonly nominal?: readonly { readonly x: number; readonly y: number }[];
  /** what would count with other bars, and whose it is */
  readonly over?:
    { readonly name: string; readonly points: readonly { readonly x: number; readonly y: number }[] } | undefined;
  readonly demands: readonly ChartDemand[];
  readonly governing: ChartDemand | undefined;
  /** the largest pressure that counts, in the unit of y */
  readonly most?: number;
}

const decimalsOf = (largest: number): number => (largest >= 100 ? 0 : 1);

/** Strength with what is asked: a line of what counts, a thin one of what is nominal, a dot for each demand, the governing one named. */
export function InteractionChart({
  title,
  xTitle,
  yTitle,
  xUnit,
  yUnit,
  design,
  nominal = [],
  over,
  demands,
  governing,
  most,
}: Props) {
  const all = [...design, ...nominal, ...(over?.points ?? []), ...demands];
  const largest = (axis: 'x' | 'y') => Math.max(1e-9, ...all.map((point) => Math.abs(point[axis])));
  // moments that are nothing but for rounding do not open the side of the other sign
  const isOneSided = Math.min(...all.map(({ x }) => x)) > -1e-6 * largest('x');
  const tick = (axis: 'x' | 'y') => (value: number) => formatNumber(value, decimalsOf(largest(axis)));
  const axisText = { fontSize: 11.5, fill: colors.ink3 };
  return (
    <figure
      style={{ margin: '10px 0 0' }}
      aria-label={`${title}. ${governing ? `Governing: ${governing.words}, ${xTitle} ${tick('x')(governing.x)} ${xUnit}, ${yTitle} ${tick('y')(governing.y)} ${yUnit}.` : ''}`}
    >
      <figcaption className="strong">{title}</figcaption>
      <ResponsiveContainer width="100%" height={290}>
        <ComposedChart margin={{ top: 12, right: 14, bottom: 18, left: 6 }}>
          <CartesianGrid stroke={colors.line2} />
          <XAxis
            type="number"
            dataKey="x"
            tick={axisText}
            tickLine={false}
            tickFormatter={tick('x')}
            domain={[isOneSided ? 0 : 'auto', 'auto']}
            allowDataOverflow={isOneSided}
            label={{
              value: `${xTitle}, ${xUnit}`,
              position: 'insideBottom',
              offset: -12,
              fontSize: 11.5,
              fill: colors.ink2,
            }}
          />
          <YAxis
            type="number"
            dataKey="y"
            tick={axisText}
            tickLine={false}
            width={58}
            tickFormatter={tick('y')}
            domain={['auto', 'auto']}
            label={{
              value: `${yTitle}, ${yUnit}`,
              angle: -90,
              position: 'insideLeft',
              fontSize: 11.5,
              fill: colors.ink2,
              style: { textAnchor: 'middle' },
            }}
          />
          <ReferenceLine y={0} stroke={colors.line} />
          <ReferenceLine x={0} stroke={colors.line} />
          {most !== undefined && <ReferenceLine y={most} stroke={colors.ink2} strokeDasharray="4 3" />}
          <Tooltip
            isAnimationActive={false}
            cursor={false}
            content={({ active, payload }) => {
              const words = (payload?.at(-1)?.payload as ChartDemand | undefined)?.words;
              return active && words ? (
                <div className="card" style={{ padding: '4px 8px', fontSize: 12 }}>
                  {words}
                </div>
              ) : null;
            }}
          />
          {nominal.length > 0 && (
            <Line
              data={[...nominal]}
              dataKey="y"
              dot={false}
              activeDot={false}
              stroke={colors.faint}
              strokeWidth={1}
              isAnimationActive={false}
            />
          )}
          <Line
            data={[...design]}
            dataKey="y"
            dot={false}
            activeDot={false}
            stroke={colors.ink}
            strokeWidth={1.6}
            isAnimationActive={false}
          />
          {over && (
            <Line
              data={[...over.points]}
              dataKey="y"
              name={over.name}
              dot={false}
              activeDot={false}
              stroke={colors.brand}
              strokeWidth={1.6}
              strokeDasharray="6 3"
              isAnimationActive={false}
            />
          )}
          <Scatter
            data={[...demands]}
            isAnimationActive={false}
            shape={({ cx, cy }: { cx?: number; cy?: number }) => (
              <circle cx={cx} cy={cy} r={2} fill={colors.load} fillOpacity={0.55} />
            )}
          />
          {governing && (
            <Scatter
              data={[governing]}
              isAnimationActive={false}
              shape={({ cx, cy }: { cx?: number; cy?: number }) => (
                <circle cx={cx} cy={cy} r={5} fill={colors.brand} stroke="#fff" strokeWidth={1} />
              )}
            />
          )}
        </ComposedChart>
      </ResponsiveContainer>
    </figure>
  );
}

/** A value in the unit it is shown in. */
export const inUnit = (value: number, kind: 'force' | 'moment', units: UnitSystem): number =>
  value / unitSize(kind, units);

export const unitOf = (kind: 'force' | 'moment', units: UnitSystem): string => unitLabel(kind, units);

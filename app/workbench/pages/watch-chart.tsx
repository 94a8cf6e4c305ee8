import {
  Bar,
  BarChart,
  CartesianGrid,
  Cell,
  LabelList,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { formatNumber } from '~core/units';
import { colors } from '../../theme/tokens';

/** One quantity over the variants as bars from zero, each with its number; that of the open variant darker. */
export function WatchChart({
  title,
  unit,
  bars,
}: {
  title: string;
  unit: string;
  bars: readonly { name: string; value: number; current: boolean }[];
}) {
  if (bars.length === 0) return null;
  const largest = Math.max(...bars.map((bar) => Math.abs(bar.value)));
  const decimals = largest >= 100 ? 0 : largest >= 10 ? 1 : 2;
  return (
    <figure
      aria-label={`${title}: ${bars.map((bar) => `${bar.name} ${formatNumber(bar.value, decimals)} ${unit}`).join(', ')}`}
      style={{ margin: '10px 0 0' }}
    >
      <figcaption className="strong">
        {title}
        {unit === '' ? '' : <span className="caption"> {unit}</span>}
      </figcaption>
      <ResponsiveContainer width="100%" height={170}>
        <BarChart data={[...bars]} margin={{ top: 18, right: 8, bottom: 0, left: 0 }}>
          <CartesianGrid vertical={false} stroke={colors.line2} />
          <XAxis
            dataKey="name"
            tick={{ fontSize: 11.5, fill: colors.ink2 }}
            tickLine={false}
            axisLine={{ stroke: colors.line }}
            interval={0}
          />
          <YAxis
            tick={{ fontSize: 11.5, fill: colors.ink3 }}
            tickLine={false}
            axisLine={false}
            width={56}
            domain={[(low: number) => Math.min(0, low), (high: number) => Math.max(0, high)]}
            tickFormatter={(value: number) => formatNumber(value, decimals)}
          />
          <ReferenceLine y={0} stroke={colors.ink} />
          <Bar dataKey="value" maxBarSize={54} isAnimationActive={false}>
            {bars.map((bar) => (
              <Cell key={bar.name} fill={bar.current ? colors.ink2 : '#A5AFC8'} />
            ))}
            <LabelList
              dataKey="value"
              position="top"
              formatter={(value: unknown) => formatNumber(Number(value), decimals)}
              style={{ fontSize: 11.5, fontWeight: 600, fill: colors.ink }}
            />
          </Bar>
        </BarChart>
      </ResponsiveContainer>
    </figure>
  );
}

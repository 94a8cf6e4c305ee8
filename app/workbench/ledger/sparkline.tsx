import type { Band } from '~core/results';

const [width, height] = [92, 20];

/** A quantity along a member in a cell; all cells of a column share one scale. Moments hang on the tension side. */
export function Sparkline({
  band,
  length,
  largest,
  color,
  tensionDown,
}: {
  band: Band;
  length: number;
  largest: number;
  color: string;
  tensionDown: boolean;
}) {
  const scale = (height / 2 - 1) / (largest || 1);
  const y = (value: number) => height / 2 + (tensionDown ? 1 : -1) * value * scale;
  const points = (values: Float64Array) =>
    band.stations.map(({ x }, s) => `${((x / length) * width).toFixed(1)},${y(values[s]).toFixed(1)}`).join(' ');
  const same = band.max.every((value, s) => value === band.min[s]);
  return (
    <svg width={width} height={height} style={{ display: 'block' }} aria-hidden="true">
      {(same ? [band.max] : [band.max, band.min]).map((values, i) => (
        <g key={i}>
          <polygon
            points={`0,${height / 2} ${points(values)} ${width},${height / 2}`}
            fill={color}
            fillOpacity="0.18"
          />
          <polyline points={points(values)} fill="none" stroke={color} strokeWidth="1.2" />
        </g>
      ))}
      <line x1="0" x2={width} y1={height / 2} y2={height / 2} stroke="#161C23" strokeWidth="0.9" />
    </svg>
  );
}

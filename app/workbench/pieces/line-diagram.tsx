import { useMemo, type PointerEvent } from 'react';
import type { StationTable } from '~core/results';
import { formatValue, unitLabel, unitSize, type QuantityKind, type UnitSystem } from '~core/units';
import { quantityColor } from '../../theme/quantity-color';
import { Symbolic } from './symbolic';

export type LineQuantity = 'N' | 'Vy' | 'Vz' | 'T' | 'My' | 'Mz' | 'w';

export const lineNames: Readonly<
  Record<LineQuantity, { name: string; kind: QuantityKind; color: string; tensionDown: boolean }>
> = {
  My: { name: 'Moment My', kind: 'moment', color: quantityColor('My'), tensionDown: true },
  Vz: { name: 'Shear Vz', kind: 'force', color: quantityColor('Vz'), tensionDown: false },
  N: { name: 'Axial force N', kind: 'force', color: quantityColor('N'), tensionDown: false },
  Mz: { name: 'Moment Mz', kind: 'moment', color: quantityColor('Mz'), tensionDown: true },
  Vy: { name: 'Shear Vy', kind: 'force', color: quantityColor('Vy'), tensionDown: false },
  T: { name: 'Torsion T', kind: 'moment', color: quantityColor('T'), tensionDown: false },
  w: { name: 'Deflection w', kind: 'deflection', color: '#434E59', tensionDown: false },
};

interface Props {
  readonly table: StationTable;
  readonly member: number;
  /** one set of case weights for a single state, several for an envelope */
  readonly weights: readonly Float64Array[];
  readonly quantity: LineQuantity;
  readonly units: UnitSystem;
  readonly width: number;
  readonly height: number;
  /** place under the cursor, m from the start */
  readonly cursor: number | undefined;
  readonly onCursor: (x: number | undefined) => void;
  /** whether every value of the quantity is negligible, when the diagram is replaced by a line of words */
  readonly hideWhenZero?: boolean;
  /** weights of one state to be drawn as a line of its own inside the band */
  readonly chosen?: Float64Array;
}

/** One quantity along a member: its diagram (moments on the tension side), its ends and extremes in the heading, a common cursor. */
export function LineDiagram({
  table,
  member,
  weights,
  quantity,
  units,
  width,
  height,
  cursor,
  onCursor,
  hideWhenZero = false,
  chosen,
}: Props) {
  const { name, kind, color, tensionDown } = lineNames[quantity];
  const band = useMemo(() => table.band(member, weights, quantity), [table, member, weights, quantity]);
  const { stations, max, min } = band;
  const own = useMemo(
    () => (chosen ? table.band(member, [chosen], quantity).max : undefined),
    [table, member, chosen, quantity],
  );
  const length = table.solution.lengths[member];
  const top = Math.max(0, ...max);
  const bottom = Math.min(0, ...min);
  const negligible = Math.max(top, -bottom) < 5e-2 * (kind === 'deflection' ? 1e-5 : unitSize(kind, units));
  const down = tensionDown ? 1 : -1;
  const span = top - bottom || 1;
  const y = (value: number) => {
    const share = down > 0 ? (value - bottom) / span : (top - value) / span;
    return 3 + share * (height - 6);
  };
  const x = (at: number) => 1 + (at / length) * (width - 2);
  const curve = (values: Float64Array) =>
    stations.map(({ x: at }, s) => `${x(at).toFixed(1)},${y(values[s]).toFixed(1)}`).join(' ');
  const single = weights.length === 1;
  const show = (value: number) => formatValue(value, kind, units, kind === 'deflection' ? 2 : 1);
  const at =
    cursor === undefined
      ? undefined
      : { max: interpolate(stations, max, cursor), min: interpolate(stations, min, cursor) };
  const move = (event: PointerEvent<SVGSVGElement>) => {
    const bounds = event.currentTarget.getBoundingClientRect();
    onCursor(Math.max(0, Math.min(length, ((event.clientX - bounds.left - 1) / (bounds.width - 2)) * length)));
  };
  const last = max.length - 1;
  const exact = useMemo(
    () => (quantity === 'w' ? undefined : table.extremes(member, weights, quantity)),
    [table, member, weights, quantity],
  );
  const range = `${show(exact?.min.value ?? Math.min(...min))} to ${show(exact?.max.value ?? Math.max(...max))}`;
  const heading = single ? `${show(max[0])} … ${show(max[last])}` : range;
  if (hideWhenZero && negligible) {
    return (
      <div className="row" style={{ justifyContent: 'space-between', padding: '2px 0' }}>
        <span style={{ color, fontWeight: 600 }}>
          <Symbolic text={name} />
        </span>
        <span className="caption">none</span>
      </div>
    );
  }
  return (
    <figure style={{ margin: '0 0 6px' }}>
      <figcaption className="row" style={{ justifyContent: 'space-between', flexWrap: 'nowrap' }}>
        <span>
          <b style={{ color }}>
            <Symbolic text={name} />
          </b>{' '}
          <span className="caption">{unitLabel(kind, units)}</span>
        </span>
        <span className="caption" style={{ color: 'var(--ink)' }}>
          {at ? (
            <b style={{ color: 'var(--brand-dark)' }}>{single ? show(at.max) : `${show(at.min)} to ${show(at.max)}`}</b>
          ) : (
            heading
          )}
        </span>
      </figcaption>
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`${name} along the member: ${range} ${unitLabel(kind, units)}`}
        onPointerMove={move}
        onPointerLeave={() => onCursor(undefined)}
        style={{ display: 'block', background: '#fafbfc' }}
      >
        {(single ? [max] : [max, min]).map((values, i) => (
          <g key={i}>
            <polygon
              points={`${x(0)},${y(0)} ${curve(values)} ${x(length)},${y(0)}`}
              fill={color}
              fillOpacity={single ? 0.18 : 0.12}
            />
            <polyline points={curve(values)} fill="none" stroke={color} strokeWidth="1.4" />
          </g>
        ))}
        {own && <polyline points={curve(own)} fill="none" stroke="#161C23" strokeWidth="1.6" strokeDasharray="5 2" />}
        <line x1={x(0)} x2={x(length)} y1={y(0)} y2={y(0)} stroke="#161C23" strokeWidth="1" />
        {cursor !== undefined && at && (
          <>
            <line
              x1={x(cursor)}
              x2={x(cursor)}
              y1="0"
              y2={height}
              stroke="#9C1458"
              strokeWidth="1"
              strokeDasharray="2 2"
            />
            {(single ? [at.max] : [at.max, at.min]).map((value, i) => (
              <circle key={i} cx={x(cursor)} cy={y(value)} r="3" fill="#fff" stroke="#9C1458" strokeWidth="1.4" />
            ))}
          </>
        )}
      </svg>
    </figure>
  );
}

/** Between stations the drawn curve is straight; the exact values stand in the extremes and under the canvas cursor. */
function interpolate(stations: readonly { x: number }[], values: Float64Array, at: number): number {
  const after = stations.findIndex((station) => station.x >= at);
  if (after <= 0) return values[Math.max(0, after)];
  const [a, b] = [stations[after - 1].x, stations[after].x];
  return b === a ? values[after] : values[after - 1] + ((values[after] - values[after - 1]) * (at - a)) / (b - a);
}

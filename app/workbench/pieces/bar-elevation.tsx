import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { throughBars, type LineBars, type LineDemand } from '~core/checks';
import type { BarsOnLine, DesignLine, ZoneOnLine } from '~core/lines';
import { formatQuantity, formatValue, unitLabel, type UnitSystem } from '~core/units';

const [width, margin] = [610, 42];
/** Heights in the drawing, px. */
const [beamTop, beamBottom] = [48, 108];
const [diagramTop, diagramBottom] = [150, 270];
const rowGap = 6;

interface Props {
  readonly line: DesignLine;
  readonly bars: LineBars;
  readonly added: readonly BarsOnLine[];
  readonly zones: readonly ZoneOnLine[];
  readonly units: UnitSystem;
  /** ends snap to multiples of it, m */
  readonly grid: number;
  readonly onBars: (index: number, from: number, to: number) => void;
  readonly onZone: (index: number, from: number, to: number) => void;
}

type Moved = { readonly of: 'bars' | 'zone'; readonly index: number; readonly from: number; readonly to: number };

/** A beam from the side: its bars and stirrups, and below what bends it with what its bars carry. Ends of added bars and of zones are dragged, or moved by the arrow keys. */
export function BarElevation({ line, bars, added, zones, units, grid, onBars, onZone }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const [moved, setMoved] = useState<Moved>();
  const scale = (width - 2 * margin) / line.length;
  const x = (at: number) => margin + at * scale;
  const place = (event: PointerEvent) => {
    const box = svg.current!.getBoundingClientRect();
    const at = ((event.clientX - box.left) * (width / box.width) - margin) / scale;
    return Math.min(line.length, Math.max(0, Math.round(at / grid) * grid));
  };
  const done = ({ of, index, from, to }: Moved) => (of === 'bars' ? onBars : onZone)(index, from, to);
  const handle = (one: Moved, side: 'from' | 'to', y: number, words: string) => {
    const held = moved?.of === one.of && moved.index === one.index ? moved : one;
    const put = (at: number): Moved | undefined => {
      const next = { ...one, [side]: Math.min(line.length, Math.max(0, at)) };
      return next.to - next.from > grid / 2 ? next : undefined;
    };
    const onKeyDown = (event: KeyboardEvent) => {
      const by = { ArrowLeft: -grid, ArrowRight: grid }[event.key];
      if (by === undefined) return;
      event.preventDefault();
      const next = put(Math.round((one[side] + by) / grid) * grid);
      if (next) done(next);
    };
    return (
      <circle
        key={`${one.of} ${one.index} ${side}`}
        className="bar-handle"
        cx={x(held[side])}
        cy={y}
        r={4.5}
        tabIndex={0}
        role="slider"
        aria-label={words}
        aria-valuemin={0}
        aria-valuemax={Number(formatValue(line.length, 'length', units, 2))}
        aria-valuenow={Number(formatValue(held[side], 'length', units, 2))}
        aria-valuetext={formatQuantity(held[side], 'length', units, 2)}
        onKeyDown={onKeyDown}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          setMoved(one);
        }}
        onPointerMove={(event) => {
          if (moved?.of !== one.of || moved.index !== one.index) return;
          const next = put(place(event));
          if (next) setMoved(next);
        }}
        onPointerUp={() => {
          if (moved && (moved.from !== one.from || moved.to !== one.to)) done(moved);
          setMoved(undefined);
        }}
        onPointerCancel={() => setMoved(undefined)}
      />
    );
  };
  const rows = rowsOf(added);
  const yOf = (face: 'top' | 'bottom', row: number) =>
    face === 'top' ? beamTop + 7 + row * rowGap : beamBottom - 7 - row * rowGap;
  const shown = (of: Moved['of'], index: number, from: number, to: number) =>
    moved?.of === of && moved.index === index ? moved : { of, index, from, to };
  return (
    <svg
      ref={svg}
      width="100%"
      viewBox={`0 0 ${width} 320`}
      role="group"
      aria-label={`Bars of ${line.name} from the side`}
      className="line-sketch bar-elevation"
    >
      {line.supports.map(({ node, at, face, as }) =>
        as === 'none' ? null : (
          <rect
            key={node}
            x={x(at - face.before) - (face.before + face.after === 0 ? 2 : 0)}
            width={Math.max(4, (face.before + face.after) * scale)}
            y={beamTop - 8}
            height={beamBottom - beamTop + 16}
            className="sketch-part"
          />
        ),
      )}
      <rect
        x={x(0)}
        width={line.length * scale}
        y={beamTop}
        height={beamBottom - beamTop}
        className="sketch-beam"
        fillOpacity={0.45}
      />
      {bars.stirrups.map(({ from, to, spacing }, i) => (
        <path key={i} className="bar-stirrups" d={stirrupPath(x, from, to, spacing, scale)} />
      ))}
      {bars.bars.map((one, i) =>
        one.added === undefined ? (
          <path
            key={i}
            className="bar-line"
            d={barPath(x(one.from), x(one.to), yOf(one.face, 0), one.face, one.hooked)}
          />
        ) : null,
      )}
      {added.map(({ face, bar, count, from, to }, index) => {
        const held = shown('bars', index, from, to);
        const y = yOf(face, rows[index]);
        const own = bars.bars.filter(({ added: is }) => is !== undefined && face === face);
        const ends = {
          from: own.some(
            (one) => one.face === face && Math.abs(one.from - from) < 0.6 && one.hooked.from && from < 1e-3,
          ),
          to: own.some(
            (one) => one.face === face && Math.abs(one.to - to) < 0.6 && one.hooked.to && to > line.length - 1e-3,
          ),
        };
        return (
          <g key={index}>
            <path className="bar-line added" d={barPath(x(held.from), x(held.to), y, face, ends)} />
            <text
              x={(x(held.from) + x(held.to)) / 2}
              y={face === 'top' ? beamTop - 12 - 11 * (rows[index] - 1) : beamBottom + 20 + 11 * (rows[index] - 1)}
              textAnchor="middle"
            >
              {count} {bar}
            </text>
          </g>
        );
      })}
      {throughBars(bars.bars).map(({ face, words, from, to }, _, all) =>
        all.length === 2 ? (
          <text key={face} x={2} y={yOf(face, 0) + 4}>
            {words}
          </text>
        ) : (
          <text
            key={`${face} ${from}`}
            x={x((from + to) / 2)}
            y={face === 'top' ? beamTop + 21 : beamBottom - 14}
            textAnchor="middle"
            className="sketch-quiet halo"
          >
            {words}
          </text>
        ),
      )}
      {stirrupLabels(bars, units).map(({ long, short, at, room }) => {
        const words = [long, short].find((one) => room * scale > 9 + 5.2 * one.length);
        return (
          words !== undefined && (
            <text
              key={at}
              x={x(at)}
              y={(beamTop + beamBottom) / 2 + 4}
              textAnchor="middle"
              className="sketch-quiet halo"
            >
              {words}
            </text>
          )
        );
      })}
      <Moments line={line} bars={bars} units={units} x={x} />
      {zones.map(({ from, to }, index) => {
        const held = shown('zone', index, from, to);
        const y = (beamTop + beamBottom) / 2;
        return (
          <g key={index}>
            <path className="bar-zone" d={`M${x(held.from)} ${y - 9}V${y + 9}M${x(held.to)} ${y - 9}V${y + 9}`} />
            {handle({ of: 'zone', index, from, to }, 'from', y, `Start of zone ${index + 1} of stirrups`)}
            {handle({ of: 'zone', index, from, to }, 'to', y, `End of zone ${index + 1} of stirrups`)}
          </g>
        );
      })}
      {added.map(({ face, bar, count, from, to }, index) => (
        <g key={index}>
          {handle({ of: 'bars', index, from, to }, 'from', yOf(face, rows[index]), `Start of ${count} ${bar}, ${face}`)}
          {handle({ of: 'bars', index, from, to }, 'to', yOf(face, rows[index]), `End of ${count} ${bar}, ${face}`)}
        </g>
      ))}
      {moved && (
        <text x={x(moved.from)} y={12} className="strong">
          {formatQuantity(moved.from, 'length', units, 2)} to {formatQuantity(moved.to, 'length', units, 2)}
        </text>
      )}
    </svg>
  );
}

/** Rows that added bars are drawn in, so that those of a face do not cover each other; 1 lies beside those all along. */
function rowsOf(added: readonly BarsOnLine[]): number[] {
  const rows: number[] = [];
  added.forEach((one, i) => {
    let row = 1;
    while (
      added.some(
        (other, k) => k < i && rows[k] === row && other.face === one.face && other.from < one.to && other.to > one.from,
      )
    )
      row++;
    rows.push(row);
  });
  return rows;
}

/** A bar with its hooks. */
function barPath(
  from: number,
  to: number,
  y: number,
  face: 'top' | 'bottom',
  hooked: { readonly from: boolean; readonly to: boolean },
): string {
  const leg = face === 'top' ? 12 : -12;
  return `M${from.toFixed(1)} ${y + (hooked.from ? leg : 0)}V${y}H${to.toFixed(1)}${hooked.to ? `v${leg}` : ''}`;
}

/** Stirrups at their spacing; where these would run together only some of them. */
function stirrupPath(x: (at: number) => number, from: number, to: number, spacing: number, scale: number): string {
  const every = Math.max(1, Math.ceil(2.5 / (spacing * scale)));
  let path = '';
  for (let i = 0; from + spacing / 2 + i * spacing < to; i += every)
    path += `M${x(from + spacing / 2 + i * spacing).toFixed(1)} ${beamTop + 5}V${beamBottom - 5}`;
  return path;
}

/** Stirrups in words, long and short. */
function stirrupLabels(
  { stirrups }: LineBars,
  units: UnitSystem,
): { long: string; short: string; at: number; room: number }[] {
  return stirrups.map(({ from, to, legs, bar, spacing }) => ({
    long: `${legs === 2 ? '' : `${legs} legs `}${bar} / ${formatQuantity(spacing, 'sectionLength', units, units === 'us' ? 1 : 0)}`,
    short: formatValue(spacing, 'sectionLength', units, units === 'us' ? 1 : 0),
    at: (from + to) / 2,
    room: to - from,
  }));
}

/** What bends the beam and what its bars carry, sagging downwards. */
function Moments({
  line,
  bars,
  units,
  x,
}: {
  line: DesignLine;
  bars: LineBars;
  units: UnitSystem;
  x: (at: number) => number;
}) {
  const { demands } = bars;
  const [up, down] = (['Hogging', 'Sagging'] as const).map((side) =>
    Math.max(
      1,
      ...demands.map((one) => one[`strength${side}`]),
      ...demands.map((one) => (side === 'Hogging' ? one.hogging : one.sagging) ?? 0),
    ),
  );
  const unit = (diagramBottom - diagramTop) / (up + down);
  const zero = diagramTop + up * unit;
  const y = (moment: number) => (zero + moment * unit).toFixed(1);
  const path = (of: (one: LineDemand) => number | undefined) =>
    demands
      .flatMap((one) => {
        const value = of(one);
        return value === undefined ? [] : [`${x(one.at).toFixed(1)} ${y(value)}`];
      })
      .join('L');
  const area = (of: (one: LineDemand) => number | undefined) => {
    const inner = path(of);
    return inner === ''
      ? ''
      : `M${x(demands[0].at).toFixed(1)} ${zero}L${inner}L${x(demands[demands.length - 1].at).toFixed(1)} ${zero}Z`;
  };
  const most = (sign: 1 | -1) =>
    demands.reduce((sum, one) => Math.max(sum, (sign > 0 ? one.sagging : one.hogging) ?? 0), 0);
  const show = (value: number) => formatValue(value, 'moment', units);
  return (
    <g>
      <path className="bar-demand" d={area(({ sagging }) => sagging)} />
      <path className="bar-demand" d={area(({ hogging }) => (hogging === undefined ? undefined : -hogging))} />
      <path className="sketch-thin" d={`M${x(0)} ${zero}H${x(line.length)}`} />
      {demands.length > 0 && (
        <>
          <path className="bar-strength" d={`M${path(({ strengthSagging }) => strengthSagging)}`} />
          <path className="bar-strength" d={`M${path(({ strengthHogging }) => -strengthHogging)}`} />
        </>
      )}
      <text x={margin} y={diagramBottom + 16}>
        <tspan className="sketch-quiet">
          Filled: moments of all combinations, to {show(most(-1))} hogging and {show(most(1))} sagging{' '}
          {unitLabel('moment', units)}, at faces.
        </tspan>
      </text>
      <text x={margin} y={diagramBottom + 30}>
        <tspan className="sketch-quiet">
          Line: what the bars carry, as far as they are anchored. Lengths are to scale, depths are not.
        </tspan>
      </text>
      <text x={margin} y={diagramBottom + 44}>
        <tspan className="sketch-quiet">
          Against bars that end moments count {formatQuantity(bars.shift, 'length', units, 2)} aside of where they are.
        </tspan>
      </text>
    </g>
  );
}

import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { throughBars, type LineBars, type LineCurve, type LineDemand } from '~core/checks';
import type { BarsOnLine, DesignLine, ZoneOnLine } from '~core/lines';
import { formatQuantity, formatValue, unitLabel, type UnitSystem } from '~core/units';

const [width, margin] = [610, 42];
/** Heights in the drawing, px. */
const [beamTop, beamBottom] = [48, 108];
const [diagramTop, diagramBottom] = [150, 250];
const [areasTop, areasBottom] = [284, 364];
const [hangTop, hangBottom] = [402, 442];
const rowGap = 6;

interface Props {
  readonly line: DesignLine;
  readonly bars: LineBars;
  readonly added: readonly BarsOnLine[];
  readonly zones: readonly ZoneOnLine[];
  readonly units: UnitSystem;
  /** ends snap to multiples of it, m */
  readonly grid: number;
  /** the place that is cut, m from the start of the line */
  readonly cut: number;
  readonly onCut: (at: number) => void;
  readonly onBars: (index: number, from: number, to: number) => void;
  readonly onZone: (index: number, from: number, to: number) => void;
}

type Moved = { readonly of: 'bars' | 'zone'; readonly index: number; readonly from: number; readonly to: number };

/** A beam from the side: its bars and stirrups, and below what bends it with what its bars carry. Ends of added bars and of zones are dragged, or moved by the arrow keys. */
export function BarElevation({ line, bars, added, zones, units, grid, cut, onCut, onBars, onZone }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const [moved, setMoved] = useState<Moved>();
  const [isCutting, setIsCutting] = useState(false);
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
      viewBox={`0 0 ${width} ${bars.curves.length > 0 ? hangBottom + 24 : areasBottom + 18}`}
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
      <Areas line={line} bars={bars} units={units} x={x} />
      {bars.curves.length > 0 && <Hanging line={line} bars={bars} units={units} x={x} />}
      <path className="bar-cut" d={`M${x(cut).toFixed(1)} 24V${bars.curves.length > 0 ? hangBottom : areasBottom}`} />
      <path
        className="bar-cut-handle"
        d={`M${(x(cut) - 7).toFixed(1)} 12h14v7l-7 8l-7 -8z`}
        tabIndex={0}
        role="slider"
        aria-label="Place of the cut"
        aria-valuemin={0}
        aria-valuemax={Number(formatValue(line.length, 'length', units, 2))}
        aria-valuenow={Number(formatValue(cut, 'length', units, 2))}
        aria-valuetext={formatQuantity(cut, 'length', units, 2)}
        onKeyDown={(event) => {
          const to = { ArrowLeft: cut - grid, ArrowRight: cut + grid, Home: 0, End: line.length }[event.key];
          if (to === undefined) return;
          event.preventDefault();
          onCut(Math.min(line.length, Math.max(0, Math.round(to / grid) * grid)));
        }}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          setIsCutting(true);
        }}
        onPointerMove={(event) => isCutting && onCut(place(event))}
        onPointerUp={() => setIsCutting(false)}
        onPointerCancel={() => setIsCutting(false)}
      />
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
        <text x={x(moved.from)} y={10} className="strong">
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
      <text x={margin} y={diagramTop - 8}>
        <tspan className="sketch-quiet">
          Moments, {unitLabel('moment', units)}: to {show(most(-1))} hogging, {show(most(1))} sagging; line: carried by
          the bars, as far as they are anchored
        </tspan>
      </text>
    </g>
  );
}

/** Areas of bars that bending asks for, the least of the code, and those that are there as far as they are anchored; top bars upwards. */
function Areas({ line, bars, units, x }: Pick<Props, 'line' | 'bars' | 'units'> & { x: (at: number) => number }) {
  const { areas, minimums } = bars;
  const faces = ['top', 'bottom'] as const;
  const [up, down] = faces.map((face) =>
    Math.max(
      1e-6,
      ...minimums.map((one) => one[face]),
      ...areas.flatMap((one) => [one[face].counting, finite(one[face].asked)]),
    ),
  );
  const unit = (areasBottom - areasTop) / (up + down);
  const zero = areasTop + up * unit;
  const y = (area: number, face: 'top' | 'bottom') => (zero + (face === 'top' ? -area : area) * unit).toFixed(1);
  const show = (area: number) => formatValue(area, 'barArea', units);
  const most = faces.map((face) => Math.max(0, ...areas.map((one) => finite(one[face].asked))));
  const without = areas.filter((one) => faces.some((face) => one[face].asked === Infinity));
  return (
    <g>
      <text x={margin} y={areasTop - 8}>
        <tspan className="sketch-quiet">
          Areas of bars, {unitLabel('barArea', units)}: asked for to {show(most[0])} top, {show(most[1])} bottom;
          dashed: the least; line: provided
        </tspan>
      </text>
      {faces.map((face) => {
        const read = areas.filter((one) => one[face].asked !== undefined && one[face].asked !== Infinity);
        return (
          <g key={face}>
            {read.length > 1 && (
              <path
                className="bar-asked"
                d={`M${x(read[0].at).toFixed(1)} ${zero}L${read
                  .map((one) => `${x(one.at).toFixed(1)} ${y(one[face].asked!, face)}`)
                  .join('L')}L${x(read[read.length - 1].at).toFixed(1)} ${zero}Z`}
              />
            )}
            {minimums.map(({ from, to, [face]: least }) =>
              least > 0 ? (
                <path
                  key={from}
                  className="bar-least"
                  d={`M${x(from).toFixed(1)} ${y(least, face)}H${x(to).toFixed(1)}`}
                />
              ) : null,
            )}
            {areas.length > 1 && (
              <path
                className="bar-strength"
                d={`M${areas.map((one) => `${x(one.at).toFixed(1)} ${y(one[face].counting, face)}`).join('L')}`}
              />
            )}
          </g>
        );
      })}
      <path className="sketch-thin" d={`M${x(0)} ${zero}H${x(line.length)}`} />
      {without.length > 0 && (
        <text x={x(without[0].at)} y={zero - 4} className="over halo">
          no area of bars does
        </text>
      )}
    </g>
  );
}

const finite = (area: number | undefined): number => (area === undefined || area === Infinity ? 0 : area);

/** How the beam hangs where each deflection governs, with what it may; drawn so that the limit is seen. */
function Hanging({ line, bars, units, x }: Pick<Props, 'line' | 'bars' | 'units'> & { x: (at: number) => number }) {
  const { curves } = bars;
  const most = Math.max(1e-9, ...curves.flatMap(({ limit, points }) => [limit, ...points.map(({ value }) => value)]));
  const least = Math.min(0, ...curves.flatMap(({ points }) => points.map(({ value }) => value)));
  const unit = (hangBottom - hangTop) / (most - least);
  const zero = hangTop - least * unit;
  const titles = [...new Set(curves.map(({ title }) => title))];
  const worst = (of: readonly LineCurve[]) =>
    of.reduce<{ curve: LineCurve; value: number } | undefined>((best, curve) => {
      const value = curve.points.reduce((sum, one) => (Math.abs(one.value) > Math.abs(sum) ? one.value : sum), 0);
      return !best || Math.abs(value) / curve.limit > Math.abs(best.value) / best.curve.limit ? { curve, value } : best;
    }, undefined);
  const words = titles.map((title) => {
    const { curve, value } = worst(curves.filter((one) => one.title === title))!;
    const show = (length: number) => formatValue(length, 'deflection', units);
    return `${title} ${show(value)} of ${show(curve.limit)} ${unitLabel('deflection', units)}`;
  });
  return (
    <g>
      <text x={margin} y={hangTop - 8}>
        {words.map((text, i) => (
          <tspan key={text} className={i === 0 ? 'sketch-quiet' : 'bar-lasting-words'}>
            {i === 0 ? '' : '  ·  '}
            {text}
          </tspan>
        ))}
      </text>
      <path className="sketch-thin" d={`M${x(0)} ${zero.toFixed(1)}H${x(line.length)}`} />
      {curves.map(({ title, member, limit, points }) =>
        points.length > 1 ? (
          <g key={`${title} ${member}`}>
            <path
              className={titles.indexOf(title) === 0 ? 'bar-hang' : 'bar-hang lasting'}
              d={`M${points.map((one) => `${x(one.at).toFixed(1)} ${(zero + one.value * unit).toFixed(1)}`).join('L')}`}
            />
            <path
              className={titles.indexOf(title) === 0 ? 'bar-least' : 'bar-least lasting'}
              d={`M${x(points[0].at).toFixed(1)} ${(zero + limit * unit).toFixed(1)}H${x(points[points.length - 1].at).toFixed(1)}`}
            />
          </g>
        ) : null,
      )}
    </g>
  );
}

import type { LineAreas, LineBars } from '~core/checks';
import type { DesignLine } from '~core/lines';
import { formatQuantity, formatValue, unitLabel, type UnitSystem } from '~core/units';

/** Height that the depth of the web takes, and room around it, px. */
const [tall, around] = [130, 46];
/** What stands out beside a web is drawn so far, in widths of the web. */
const reach = 0.8;

interface Props {
  readonly line: DesignLine;
  readonly bars: LineBars;
  /** m from the start of the line */
  readonly at: number;
  readonly units: UnitSystem;
}

/** A cut across a beam at a place, to scale with every bar, and what is asked of it there. */
export function BarSection({ line, bars, at, units }: Props) {
  const cut = bars.sections.find(({ from, to }) => at > from - 1e-6 && at < to + 1e-6) ?? bars.sections[0];
  if (!cut) return null;
  const { width, depth, cover, stirrup, concrete } = cut;
  const scale = tall / depth;
  const half = Math.min(Math.max(...concrete.flatMap(({ from, to }) => [-from.y, to.y])), width / 2 + reach * width);
  const [wide, high] = [2 * half * scale + 2 * around, tall + 2 * around - 20];
  const x = (y: number) => wide / 2 - Math.max(-half, Math.min(half, y)) * scale;
  const y = (z: number) => around - 10 + (depth / 2 - z) * scale;
  const length = (value: number) => formatValue(value, 'sectionLength', units, units === 'us' ? 1 : 0);
  const inner = cover + stirrup / 2;
  return (
    <figure className="bar-section">
      <svg
        width={wide}
        height={high}
        viewBox={`0 0 ${wide.toFixed(0)} ${high}`}
        role="img"
        aria-label={`Cut across ${cut.member} ${formatQuantity(at, 'length', units, 2)} from the start of the line`}
        className="line-sketch"
      >
        {concrete.map(({ from, to }, i) => (
          <rect
            key={i}
            className="bar-concrete"
            x={x(to.y)}
            width={Math.max(0, x(from.y) - x(to.y))}
            y={y(to.z)}
            height={(to.z - from.z) * scale}
          />
        ))}
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
        <text x={x(width / 2) - 6} y={high / 2 - 4} textAnchor="end">
          {length(depth)}
        </text>
      </svg>
      <figcaption>
        <Values line={line} bars={bars} at={at} units={units} member={cut.member} />
      </figcaption>
    </figure>
  );
}

/** What bends the place, what its bars carry, and their areas, read at the nearest place that is known. */
function Values({ line, bars, at, units, member }: Props & { member: string }) {
  const nearest = <T extends { readonly at: number; readonly member: string }>(all: readonly T[]): T | undefined => {
    const near = (one: T) => Math.abs(one.at - at) + (one.member === member ? 0 : 1e-3);
    return all.reduce<T | undefined>((best, one) => (!best || near(one) < near(best) ? one : best), undefined);
  };
  const demand = nearest(bars.demands.filter(({ sagging, hogging }) => sagging !== undefined && hogging !== undefined));
  const areas = nearest(bars.areas.filter(({ top, bottom }) => top.asked !== undefined && bottom.asked !== undefined));
  const least = bars.minimums.find(({ from, to }) => at > from - 1e-6 && at < to + 1e-6);
  const stirrups = bars.stirrups.find(({ from, to }) => at > from - 1e-6 && at < to + 1e-6);
  const place = areas?.at ?? demand?.at ?? at;
  const inFace = line.supports.some(
    ({ at: middle, face, as }) => as !== 'none' && at > middle - face.before && at < middle + face.after,
  );
  const moment = (value: number) => formatValue(value, 'moment', units);
  return (
    <>
      <table className="plain-table numbers">
        <thead>
          <tr>
            <th>at {formatQuantity(place, 'length', units, 2)}</th>
            <th>Top</th>
            <th>Bottom</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td>bars</td>
            <td>{barsThere(bars, 'top', at)}</td>
            <td>{barsThere(bars, 'bottom', at)}</td>
          </tr>
          {demand && (
            <>
              <tr>
                <td>moment, {unitLabel('moment', units)}</td>
                <td>{moment(demand.hogging!)}</td>
                <td>{moment(demand.sagging!)}</td>
              </tr>
              <tr>
                <td>bars carry</td>
                <td>{moment(demand.strengthHogging)}</td>
                <td>{moment(demand.strengthSagging)}</td>
              </tr>
            </>
          )}
          {areas && (
            <>
              <tr>
                <td>area asked, {unitLabel('barArea', units)}</td>
                <td>{askedWords(areas, 'top', units)}</td>
                <td>{askedWords(areas, 'bottom', units)}</td>
              </tr>
              <tr>
                <td>least, where bent</td>
                <td>{leastWords(least?.top, units)}</td>
                <td>{leastWords(least?.bottom, units)}</td>
              </tr>
              <tr>
                <td>provided</td>
                <td>{providedWords(areas, 'top', units)}</td>
                <td>{providedWords(areas, 'bottom', units)}</td>
              </tr>
            </>
          )}
        </tbody>
      </table>
      <p className="caption" style={{ margin: '4px 0 0' }}>
        {stirrups
          ? `Stirrups of ${stirrups.legs} legs ${stirrups.bar} every ${formatQuantity(stirrups.spacing, 'sectionLength', units, units === 'us' ? 1 : 0)}.`
          : 'Within a support.'}
        {inFace && stirrups ? ' Within a support.' : ''}
      </p>
    </>
  );
}

/** Bars of a face that lie at a place, in words. */
function barsThere({ bars }: LineBars, face: 'top' | 'bottom', at: number): string {
  const there = bars.filter((one) => one.face === face && at > one.from - 1e-6 && at < one.to + 1e-6);
  return there.map(({ count, bar }) => `${count} ${bar}`).join(' + ') || 'none';
}

/** An area that bending asks for in words. */
function askedWords(areas: LineAreas, face: 'top' | 'bottom', units: UnitSystem): string {
  const { asked } = areas[face];
  if (asked === undefined) return '';
  return asked === Infinity ? 'no area does' : asked === 0 ? '–' : formatValue(asked, 'barArea', units);
}

const leastWords = (least: number | undefined, units: UnitSystem): string =>
  least ? formatValue(least, 'barArea', units) : '–';

/** Bars that lie there, and how much of them is anchored where it is not all. */
function providedWords(areas: LineAreas, face: 'top' | 'bottom', units: UnitSystem): string {
  const { lying, counting } = areas[face];
  const show = (value: number) => formatValue(value, 'barArea', units);
  return counting < lying * 0.999 ? `${show(counting)} of ${show(lying)}` : show(lying);
}

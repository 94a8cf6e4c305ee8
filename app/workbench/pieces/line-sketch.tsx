import { carries, type DesignLine } from '~core/lines';
import { formatValue, type UnitSystem } from '~core/units';

const [width, margin] = [610, 22];
const [beamTop, beamDepth] = [40, 10];
const floor = beamTop + beamDepth;

/** A beam from the side: what it runs over or frames into, to the scale of its length, its spans and clear spans, and where it is held sideways. */
export function BeamSketch({ line, units }: { line: DesignLine; units: UnitSystem }) {
  const x = (at: number) => margin + (at / line.length) * (width - 2 * margin);
  const words = line.spans.map(({ from, to }) => formatValue(to - from, 'length', units, 2)).join(', ');
  return (
    <svg
      width={width}
      height={138}
      role="img"
      aria-label={`${line.name} from the side, spans ${words}`}
      className="line-sketch"
    >
      {line.supports.map(({ node, at, as, by, face }) => {
        const kind = by.at(0)?.kind ?? 'ground';
        const [left, right] = [x(at - face.before), x(at + face.after)];
        const wide = Math.max(4, right - left);
        const from = face.before + face.after > 0 ? left : x(at) - 2;
        if (as === 'none')
          return <line key={node} x1={x(at)} x2={x(at)} y1={beamTop - 8} y2={floor + 4} className="sketch-thin" />;
        if (kind === 'ground')
          return (
            <polygon
              key={node}
              points={`${x(at)},${floor} ${x(at) - 8},${floor + 14} ${x(at) + 8},${floor + 14}`}
              className="sketch-part"
            />
          );
        if (kind === 'beam' || kind === 'joint')
          return (
            <rect key={node} x={from} width={wide} y={beamTop - 2} height={beamDepth + 12} className="sketch-part" />
          );
        return (
          <rect
            key={node}
            x={from}
            width={wide}
            y={as === 'side' ? beamTop - 22 : floor}
            height={as === 'side' ? beamDepth + 52 : 30}
            className="sketch-part"
          />
        );
      })}
      <rect x={x(0)} width={x(line.length) - x(0)} y={beamTop} height={beamDepth} className="sketch-beam" />
      {line.supports.filter(carries).map(({ node, at }) => (
        <text key={node} x={x(at)} y={8} textAnchor="middle" className="sketch-quiet">
          {node}
        </text>
      ))}
      {line.holds
        .filter(({ y }) => y.length > 0)
        .map(({ node, at }) => (
          <path key={node} d={`M${x(at) - 3} ${beamTop + 2} l6 6 m0 -6 l-6 6`} className="sketch-held" />
        ))}
      {line.spans.map(({ kind, from, to, clearFrom, clearTo }) => (
        <g key={from} className="sketch-dimension">
          <line x1={x(from)} x2={x(to)} y1={100} y2={100} />
          {[from, to].map((end) => (
            <line key={end} x1={x(end)} x2={x(end)} y1={94} y2={106} />
          ))}
          {x(to) - x(from) > 30 && (
            <>
              <text x={(x(from) + x(to)) / 2} y={96} textAnchor="middle">
                {formatValue(to - from, 'length', units, 2)}
              </text>
              <text x={(x(from) + x(to)) / 2} y={116} textAnchor="middle" className="sketch-quiet">
                {kind === 'unsupported' ? 'no support' : formatValue(clearTo - clearFrom, 'length', units, 2)}
              </text>
            </>
          )}
        </g>
      ))}
      <text x={margin} y={133} className="sketch-quiet">
        {line.supports.some(carries) ? 'between axes, and below it between faces' : ''}
        {line.holds.some(({ y }) => y.length > 0) ? '; × held sideways' : ''}
      </text>
    </svg>
  );
}

const tall = 230;

/** A column from its foot: its lifts, and where something holds it along local y (left) and z (right). */
export function ColumnSketch({ line, units }: { line: DesignLine; units: UnitSystem }) {
  const y = (at: number) => tall - 14 - (at / line.length) * (tall - 28);
  const words = line.lifts.map(({ from, to }) => formatValue(to - from, 'length', units, 2)).join(', ');
  return (
    <svg
      width={190}
      height={tall}
      role="img"
      aria-label={`${line.name} from its foot, lifts ${words}`}
      className="line-sketch"
    >
      <rect x={91} width={8} y={y(line.length)} height={y(0) - y(line.length)} className="sketch-beam" />
      {line.holds.map(({ node, at, y: left, z: right }) => (
        <g key={node}>
          {left.length > 0 && <line x1={66} x2={90} y1={y(at)} y2={y(at)} className="sketch-held" />}
          {right.length > 0 && <line x1={100} x2={124} y1={y(at)} y2={y(at)} className="sketch-held" />}
        </g>
      ))}
      {line.lifts.map(({ from, to }) => (
        <g key={from} className="sketch-dimension">
          <line x1={40} x2={40} y1={y(from)} y2={y(to)} />
          <line x1={34} x2={46} y1={y(from)} y2={y(from)} />
          <line x1={34} x2={46} y1={y(to)} y2={y(to)} />
          <text x={30} y={(y(from) + y(to)) / 2 + 4} textAnchor="end">
            {formatValue(to - from, 'length', units, 2)}
          </text>
        </g>
      ))}
      <text x={78} y={tall - 1} textAnchor="middle" className="sketch-quiet">
        y
      </text>
      <text x={112} y={tall - 1} textAnchor="middle" className="sketch-quiet">
        z
      </text>
    </svg>
  );
}

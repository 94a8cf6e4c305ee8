import { colors } from '../../theme/tokens';

const ink = colors.ink;

/** An arrow from one point to another. */
function Arrow({
  from,
  to,
  color = ink,
}: {
  from: readonly [number, number];
  to: readonly [number, number];
  color?: string;
}) {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const length = Math.hypot(dx, dy);
  const [ux, uy] = [dx / length, dy / length];
  const [bx, by] = [to[0] - 5 * ux, to[1] - 5 * uy];
  return (
    <g stroke={color} fill={color}>
      <path d={`M${from[0]} ${from[1]}L${bx} ${by}`} strokeWidth="1.4" fill="none" />
      <path
        d={`M${to[0]} ${to[1]}L${bx - 2.4 * uy} ${by + 2.4 * ux}L${bx + 2.4 * uy} ${by - 2.4 * ux}Z`}
        stroke="none"
      />
    </g>
  );
}

const slabFill = '#dfe5ea';
const text = { fontSize: 11, fill: ink, stroke: 'none' } as const;

/**
 * How results of slabs and walls are counted: axes with x along the bars and z out of the slab; a moment mx, its tension on the −z face; the forces nx and vx
 * on the face towards x; and mxy, by the shear on the −z face.
 */
export function SlabSigns({ wall }: { wall: boolean }) {
  const low = wall ? 'the side away from z' : 'the bottom';
  return (
    <svg
      className="slab-signs"
      viewBox="0 0 262 138"
      width="262"
      height="138"
      role="img"
      aria-label={`Signs: x along the bars, z ${wall ? 'out of the wall' : 'up'}. mx is positive with tension on ${low}; nx positive in tension; vx positive when it pushes the face towards x to ${low}; mxy positive when the shear on ${low} of the face towards x points to y.`}
    >
      <g>
        <path d="M8 40L40 54L76 40L44 27Z" fill={slabFill} stroke={ink} />
        <path d="M8 40V46L40 60L76 46V40L40 54Z" fill="#c5ced6" stroke={ink} strokeLinejoin="round" />
        <path
          d="M16 40.5L47 54M24 37L55 50.5M32 34L63 47"
          stroke={ink}
          strokeWidth="0.7"
          strokeDasharray="3 2"
          fill="none"
        />
        <Arrow from={[40, 54]} to={[62, 64]} color={colors.brand} />
        <Arrow from={[40, 54]} to={[88, 35]} color={colors.brand} />
        <Arrow from={[40, 54]} to={[40, 14]} color={colors.brand} />
        <text x="66" y="70" {...text}>
          x, bars
        </text>
        <text x="90" y="36" {...text}>
          y
        </text>
        <text x="31" y="17" {...text}>
          z
        </text>
      </g>
      <g transform="translate(136 0)">
        <path d="M20 26H100V46H20Z" fill={slabFill} stroke={ink} />
        <path d="M20 43H100" stroke={colors.brand} strokeWidth="2.4" />
        <Arrow from={[16, 29]} to={[28, 29]} />
        <Arrow from={[104, 29]} to={[92, 29]} />
        <Arrow from={[18, 43]} to={[2, 43]} color={colors.brand} />
        <Arrow from={[102, 43]} to={[118, 43]} color={colors.brand} />
        <text x="60" y="20" textAnchor="middle" {...text}>
          mx &gt; 0
        </text>
        <text x="60" y="59" textAnchor="middle" {...text}>
          tension {wall ? 'away from z' : 'at the bottom'}
        </text>
      </g>
      <g transform="translate(0 74)">
        <path d="M10 18H70V38H10Z" fill={slabFill} stroke={ink} />
        <Arrow from={[72, 28]} to={[92, 28]} />
        <Arrow from={[75, 16]} to={[75, 42]} color={colors.brand} />
        <text x="95" y="32" {...text}>
          nx
        </text>
        <text x="72" y="55" {...text}>
          vx
        </text>
      </g>
      <g transform="translate(136 74)">
        <path d="M30 14H90V40H30Z" fill={slabFill} stroke={ink} />
        <Arrow from={[46, 18]} to={[30, 18]} />
        <Arrow from={[70, 36]} to={[90, 36]} color={colors.brand} />
        <text x="60" y="30" textAnchor="middle" {...text}>
          face to x
        </text>
        <text x="94" y="40" {...text}>
          y
        </text>
        <text x="60" y="55" textAnchor="middle" {...text}>
          mxy &gt; 0
        </text>
      </g>
    </svg>
  );
}

import type { OutlineSegment } from '../server/projects';
import { colors, utilisationColor } from '../theme/tokens';

const [width, height, margin] = [140, 84, 5];

/** A project's small drawing, members coloured by utilisation where it is known. */
export function ModelOutline({ segments }: { segments: readonly OutlineSegment[] }) {
  if (segments.length === 0) return <span className="caption">nothing drawn yet</span>;
  const xs = segments.flatMap((segment) => [segment.from[0], segment.to[0]]);
  const ys = segments.flatMap((segment) => [segment.from[1], segment.to[1]]);
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const scale = Math.min((width - 2 * margin) / (right - left || 1), (height - 2 * margin) / (bottom - top || 1));
  const x = (value: number) => width / 2 + (value - (left + right) / 2) * scale;
  const y = (value: number) => height / 2 + (value - (top + bottom) / 2) * scale;
  const drawn = [...segments].sort((a, b) => (a.utilisation ?? -1) - (b.utilisation ?? -1));
  return (
    <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} aria-hidden="true">
      {drawn.map(({ from, to, utilisation }, i) => (
        <line key={i} x1={x(from[0])} y1={y(from[1])} x2={x(to[0])} y2={y(to[1])} stroke={utilisation === null ? colors.faint : utilisationColor(utilisation)} strokeWidth={utilisation === null ? 0.8 : 0.9 + 0.9 * Math.min(1, utilisation)} />
      ))}
    </svg>
  );
}

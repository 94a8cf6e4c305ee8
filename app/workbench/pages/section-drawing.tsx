import { contoursOf, sectionProperties, type SectionShape } from '~core/catalog';
import { formatQuantity, type UnitSystem } from '~core/units';
import { colors } from '../../theme/tokens';

const margin = 26;

/** A section to scale with its outer measures; y to the left, z up, as a cut seen along the member. @param size px */
export function SectionDrawing({
  shape,
  units,
  size,
  name,
}: {
  shape: SectionShape;
  units: UnitSystem;
  size: number;
  name: string;
}) {
  const { depth, width, principalAngle } = sectionProperties(shape);
  const { solids, holes } = contoursOf(shape, 6);
  const [c, s] = [Math.cos(principalAngle), Math.sin(principalAngle)];
  const turned = (ring: readonly (readonly [number, number])[]) =>
    ring.map(([y, z]): [number, number] => [-(y * c - z * s), -(y * s + z * c)]);
  const rings = [...solids, ...holes].map((ring) => turned(ring as [number, number][]));
  const all = rings.flat();
  const [left, right] = [Math.min(...all.map(([x]) => x)), Math.max(...all.map(([x]) => x))];
  const [top, bottom] = [Math.min(...all.map(([, y]) => y)), Math.max(...all.map(([, y]) => y))];
  const scale = (size - 2 * margin) / Math.max(right - left, bottom - top);
  const at = ([x, y]: readonly [number, number]) =>
    `${(size / 2 + (x - (left + right) / 2) * scale).toFixed(1)},${(size / 2 + (y - (top + bottom) / 2) * scale).toFixed(1)}`;
  const [axisX, axisY] = at([0, 0]).split(',').map(Number);
  const show = (value: number) => formatQuantity(value, 'sectionLength', units, units === 'us' ? 2 : 0);
  return (
    <svg
      width={size}
      height={size}
      viewBox={`0 0 ${size} ${size}`}
      role="img"
      aria-label={`${name}: ${show(depth)} deep, ${show(width)} wide`}
    >
      <path
        d={rings.map((ring) => `M${ring.map(at).join('L')}Z`).join('')}
        fill="#D8DEE4"
        fillRule="evenodd"
        stroke={colors.ink2}
        strokeWidth="1"
      />
      <path d={`M${axisX - 8} ${axisY}h16M${axisX} ${axisY - 8}v16`} stroke={colors.ink} strokeWidth="1" />
      <text x={size / 2} y={size - 7} textAnchor="middle" fontSize="12" fill={colors.ink2}>
        b {show(width)}
      </text>
      <text
        x={12}
        y={size / 2}
        textAnchor="middle"
        fontSize="12"
        fill={colors.ink2}
        transform={`rotate(-90 12 ${size / 2})`}
      >
        h {show(depth)}
      </text>
    </svg>
  );
}

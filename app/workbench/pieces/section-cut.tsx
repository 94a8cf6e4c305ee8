import { axisPoint, type AxisPosition, type Member, type Model } from '~core/model';
import { contoursOf, sectionProperties, type SectionShape } from '~core/catalog';
import { formatQuantity } from '~core/units';
import { colors } from '../../theme/tokens';

const size = 120;

/** A cut through a member, seen along it: its section, its axis (ring), and the line between its nodes (cross). */
export function SectionCut({ model, member }: { model: Model; member: Member }) {
  const shape = member.section === null ? undefined : (model.sections[member.section].shape as SectionShape);
  if (!shape) return null;
  const properties = sectionProperties(shape);
  const { solids, holes } = contoursOf(shape, 6);
  // seen against local x, y to the left; local axes of an angle stand askew, the box upright
  const turn = (y: number, z: number): [number, number] => {
    const [c, s] = [Math.cos(properties.principalAngle), Math.sin(properties.principalAngle)];
    return [y * c - z * s, y * s + z * c];
  };
  const [py, pz] = axisPoint((member.axisPosition ?? 'centroid') as AxisPosition, properties);
  const offset = member.startOffset ?? [0, 0, 0];
  const line: [number, number] = [py - offset[1], pz - offset[2]];
  const [shiftY, shiftZ] = member.drawnShift ?? [0, 0];
  const reach = Math.max(properties.width, properties.depth, 2 * Math.abs(line[0]), 2 * Math.abs(line[1])) * 0.66;
  const at = (y: number, z: number): string =>
    `${(size / 2 - (y / reach) * (size / 2)).toFixed(1)},${(size / 2 - (z / reach) * (size / 2)).toFixed(1)}`;
  const path = [...solids, ...holes]
    .map((ring) => `M${ring.map(([y, z]) => at(...turn(y + shiftY, z + shiftZ))).join('L')}Z`)
    .join('');
  const [lineX, lineY] = at(...line)
    .split(',')
    .map(Number);
  const [axisX, axisY] = at(0, 0).split(',').map(Number);
  const apart = Math.hypot(...line);
  return (
    <figure style={{ margin: '4px 0 8px', display: 'flex', gap: 10, alignItems: 'center' }}>
      <svg
        width={size}
        height={size}
        viewBox={`0 0 ${size} ${size}`}
        role="img"
        aria-label={`Cut across the member: the line between the nodes lies ${apart < 1e-6 ? 'on the centroid' : `${formatQuantity(apart, 'sectionLength', model.settings.units, 0)} from the centroid`}`}
      >
        <path d={path} fill="#D8DEE4" fillRule="evenodd" stroke={colors.ink2} strokeWidth="1" />
        <circle cx={axisX} cy={axisY} r="3.5" fill="#fff" stroke={colors.ink} strokeWidth="1.4" />
        <path
          d={`M${lineX - 7} ${lineY}h14M${lineX} ${lineY - 7}v14`}
          stroke={colors.brand}
          strokeWidth="1.6"
          fill="none"
        />
      </svg>
      <figcaption className="caption">
        ring: the axis (centroid)
        <br />
        cross: line between the nodes
        {apart > 1e-6 && (
          <>
            <br />
            apart: {formatQuantity(apart, 'sectionLength', model.settings.units, 0)}
          </>
        )}
        {properties.principalAngle !== 0 && (
          <>
            <br />
            y, z: principal axes, turned by{' '}
            {formatQuantity(properties.principalAngle, 'angle', model.settings.units, 1)}
          </>
        )}
      </figcaption>
    </figure>
  );
}

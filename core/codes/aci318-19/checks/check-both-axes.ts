import { force, plain } from '../../../sheet';
import { formatQuantity } from '../../../units';
import { compareAs } from '../../doors/checks/beams/bending';
import { bothAxesCheck } from '../../doors/checks/beams/both-axes';
import type { BeamCheck } from '../../doors/checks/beams/concrete-beam';
import type { DemandPoint } from '../../doors/checks/beams/demands';
import { madeAt, worstPlace } from '../../doors/checks/beams/faces';
import { skipped, utilisationOf } from '../../doors/checks/check';
import { incidental } from './beam-code';
import { ruptureModulus } from './beam-section';
import { atFaces } from './check-flexure';
import { traceStrength } from './flexure';
import { shearStrength } from './shear';

/** 22.4. */
export const aciBothAxes = bothAxesCheck({
  clause: '22.4',
  limit: ({ section }) => (incidental * ruptureModulus(section) * section.depth * section.width ** 2) / 6,
  why: 'less than 1% of what cracks the section (19.2.3)',
  atFaces,
  trace: (sheet, { section, reinforced, units }, { point, N, bars }, bent) =>
    traceStrength(sheet, section, reinforced(point.shape, bars), { N, My: point.My, Mz: point.Mz }, bent, units),
});

/** 22.5.1.10, 22.5.1.11: shear across the beam, beside that along its depth. */
export const acrossShearCheck: BeamCheck = ({ section, shear, stirrupsAt, units, d, tensionSteel }) => {
  const [id, title, clause] = ['shear-across', 'Shear across the beam', '22.5.1.11'] as const;
  const value = worstPlace(shear, ({ Vy }) => Math.abs(Vy))?.value ?? 0;
  const turned = { ...section, width: section.depth, depth: section.width };
  const across = Math.max(0, section.width - section.cover - 2 * section.stirrup.diameter);
  const legsAt = (x: number) => ({ ...stirrupsAt(x), legs: 2 });
  const uses = (point: DemandPoint) => [
    utilisationOf(Math.abs(point.Vz), shearStrength(section, d, stirrupsAt(point.x), tensionSteel, point.N).strength),
    utilisationOf(Math.abs(point.Vy), shearStrength(turned, across, legsAt(point.x), tensionSteel, point.N).strength),
  ];
  // by both rules: alone each way, and together where each takes more than half
  const use = (point: DemandPoint): number => {
    const [along, aside] = uses(point);
    return Math.max(aside, along > 0.5 && aside > 0.5 ? (along + aside) / 1.5 : 0);
  };
  const found = worstPlace(shear, use);
  const worst = found?.value ?? 0;
  if (!found || worst <= 0.05)
    return [
      skipped(
        id,
        title,
        clause,
        value > 1
          ? `Vu across reaches ${formatQuantity(value, 'force', units)}, at most ${Math.max(1, Math.ceil(100 * worst))}% of its strength that way, and may be neglected (22.5.1.10).`
          : 'No shear across the beam in any combination.',
      ),
    ];
  const { point } = found;
  return [
    {
      ...madeAt(point),
      id,
      title,
      clause,
      utilisation: worst,
      trace: (sheet) => {
        const [along, aside] = uses(point);
        sheet.remark('Across the beam two legs of each stirrup count, and all of its depth as width.');
        const { strength } = shearStrength(turned, across, legsAt(point.x), tensionSteel, point.N, sheet);
        if (worst === aside)
          compareAs(sheet, '22.5.1.10', 'V_u / V_d', { V_u: force(Math.abs(point.Vy)), V_d: force(strength) }, worst);
        else {
          sheet.remark('Each way takes more than half of its strength: both together are at most 1.5 (22.5.1.11).');
          compareAs(sheet, '22.5.1.11', '(u_z + u_y) / 1.5', { u_z: plain(along), u_y: plain(aside) }, worst);
        }
      },
    },
  ];
};

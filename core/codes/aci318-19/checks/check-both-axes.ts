import { formatQuantity } from '../../../units';
import { impossible, skipped, utilisationOf } from '../../doors/checks/check';
import { force, plain } from '../../../sheet';
import { compareAs, countsAxially, incidental, type BeamCheck, type ConcreteBeam } from './concrete-beam';
import { ruptureModulus } from './beam-section';
import type { DemandPoint } from './demands';
import { bend, traceBending, type Bent } from './flexure';
import { shearStrength } from './shear';

/** Largest of what is read at places, with its place. */
function most(
  points: readonly DemandPoint[],
  read: (point: DemandPoint) => number,
): { value: number; point: DemandPoint | undefined } {
  let [value, point]: [number, DemandPoint | undefined] = [0, undefined];
  for (const one of points) {
    const size = read(one);
    if (size > value) [value, point] = [size, one];
  }
  return { value, point };
}

/** 22.4: bending about both axes at once, with the axial force that counts. */
export const bothAxesCheck: BeamCheck = (beam) => {
  const { section, bending, units, bars } = beam;
  const [id, title, clause] = ['minor', 'Bending about both axes', '22.4'] as const;
  const limit = (incidental * ruptureModulus(section) * section.depth * section.width ** 2) / 6;
  const { value } = most(bending, ({ Mz }) => Math.abs(Mz));
  const shown = formatQuantity(value, 'moment', units);
  const isHeld = bending.some(({ shape }) => shape !== undefined);
  if (value <= limit)
    return [
      skipped(
        id,
        title,
        clause,
        value > 1
          ? `Mu about the weak axis reaches ${shown}, less than 1% of what cracks the section (19.2.3), and is left out.`
          : isHeld
            ? 'The slab beside it carries what bends it sideways.'
            : 'No bending about the weak axis in any combination.',
      ),
    ];
  if (!bars.top && !bars.bottom) return [];
  const worst = worstTowards(beam, limit);
  const { point, N, bent } = worst;
  return [
    {
      made: true,
      combination: point.label,
      x: point.x,
      id,
      title,
      clause,
      utilisation: bent ? Math.min(impossible, bent.utilisation) : impossible,
      trace: (sheet) => {
        if (beam.atFaces)
          sheet.remark('Moments are read between the faces of the supports it is built in one with (9.4.2.1).');
        if (bent)
          traceBending(sheet, section, beam.reinforced(point.shape), { N, My: point.My, Mz: point.Mz }, bent, units);
        else sheet.remark('The section has no strength that way.');
      },
    },
  ];
};

interface Towards {
  readonly point: DemandPoint;
  readonly N: number;
  readonly bent: Bent | undefined;
}

/** The place where bending about both axes uses the section most. */
function worstTowards({ section, bending, reinforced }: ConcreteBeam, limit: number): Towards {
  const own = reinforced(undefined);
  const alone = (N: number, My: number, Mz: number) => bend(section, own, { N, My, Mz }, true)?.utilisation ?? Infinity;
  // strengths alone bound those together
  const units = {
    tension: alone(1, 0, 0),
    compression: alone(-1, 0, 0),
    sagging: alone(0, 1, 0),
    hogging: alone(0, -1, 0),
    aside: Math.max(alone(0, 0, 1), alone(0, 0, -1)),
  };
  const ranked = bending
    .filter(({ Mz, shape }) => Math.abs(Mz) > limit && !shape)
    .map((point) => {
      const N = countsAxially(section, point.N) ? point.N : 0;
      const bound =
        Math.abs(N) * (N > 0 ? units.tension : units.compression) +
        Math.abs(point.My) * (point.My > 0 ? units.sagging : units.hogging) +
        Math.abs(point.Mz) * units.aside;
      return { point, N, bound: Number.isNaN(bound) ? Infinity : bound };
    })
    .sort((a, b) => b.bound - a.bound);
  let worst: (Towards & { use: number }) | undefined;
  for (const { point, N, bound } of ranked) {
    if (worst && worst.use >= bound) break;
    const bent = bend(section, own, { N, My: point.My, Mz: point.Mz }, true);
    const use = bent?.utilisation ?? Infinity;
    if (!worst || use > worst.use) worst = { point, N, bent, use };
  }
  return worst!;
}

/** 22.5.1.10, 22.5.1.11: shear across the beam, beside that along its depth. */
export const acrossShearCheck: BeamCheck = ({ section, shear, stirrups, units, d, tensionSteel }) => {
  const [id, title, clause] = ['shear-across', 'Shear across the beam', '22.5.1.11'] as const;
  const { value } = most(shear, ({ Vy }) => Math.abs(Vy));
  const turned = { ...section, width: section.depth, depth: section.width };
  const across = Math.max(0, section.width - section.cover - 2 * section.stirrup.diameter);
  const legs = { ...stirrups.value, legs: 2 };
  const uses = (point: DemandPoint) => [
    utilisationOf(Math.abs(point.Vz), shearStrength(section, d, stirrups.value, tensionSteel, point.N).strength),
    utilisationOf(Math.abs(point.Vy), shearStrength(turned, across, legs, tensionSteel, point.N).strength),
  ];
  // by both rules: alone each way, and together where each takes more than half
  const use = (point: DemandPoint): number => {
    const [along, aside] = uses(point);
    return Math.max(aside, along > 0.5 && aside > 0.5 ? (along + aside) / 1.5 : 0);
  };
  const { value: worst, point } = most(shear, use);
  if (!point || worst <= 0.05)
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
  return [
    {
      made: true,
      combination: point.label,
      x: point.x,
      id,
      title,
      clause,
      utilisation: worst,
      trace: (sheet) => {
        const [along, aside] = uses(point);
        sheet.remark('Across the beam two legs of each stirrup count, and all of its depth as width.');
        const { strength } = shearStrength(turned, across, legs, tensionSteel, point.N, sheet);
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

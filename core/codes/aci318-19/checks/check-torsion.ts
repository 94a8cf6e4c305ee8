import { sectionLength } from '../../../sheet';
import { formatQuantity } from '../../../units';
import { skipped, utilisationOf } from '../../doors/checks/check';
import { sideGap } from '../../doors/checks/beams/beam-bars';
import { deepBeam, inch, largestSideGap } from './beam-section';
import { compareAs } from '../../doors/checks/beams/bending';
import type { BeamCheck, ConcreteBeam } from '../../doors/checks/beams/concrete-beam';
import type { DemandPoint } from '../../doors/checks/beams/demands';
import { madeAt, worstPlace } from '../../doors/checks/beams/faces';
import { largestTorsionSpacing, shearOfStirrups, shearStrength } from './shear';
import { crushingUse, legUse, thresholdTorsion } from './torsion';

/** What torsion is designed for, in sentences. */
const basis = ({ rules }: ConcreteBeam): string =>
  `${
    rules.forces?.torsion === 'compatibility'
      ? 'By the design rules others can take it over (22.7.3.2): it is what the beam would carry with all of its torsional stiffness, but no more than φ Tcr.'
      : 'Torsion is taken in full, as of equilibrium: where others can take it over, the design rules may say so (22.7.3.2).'
  } The threshold is that of the beam without flanges.`;

/** 22.7: stirrups for torsion with shear, and what the concrete may bear of both. */
export const torsionCheck: BeamCheck = (beam) => {
  const { section, shear, stirrupsAt, d, tensionSteel, units } = beam;
  const threshold = thresholdTorsion(section);
  const show = (value: number) => formatQuantity(value, 'moment', units);
  const twisted = shear.filter((point) => beam.code.twist(point) > 0);
  if (twisted.length === 0) {
    const most = shear.reduce((sum, { T }) => Math.max(sum, Math.abs(T)), 0);
    return [
      skipped(
        'torsion',
        'Torsion with shear',
        '22.7.1.1',
        `Tu = ${show(most)} is below φ Tth = ${show(threshold)} and may be neglected.`,
      ),
    ];
  }
  const left = ({ Vz, N }: DemandPoint) => shearOfStirrups(section, d, { V: Math.abs(Vz), N });
  const legs = worstPlace(twisted, (point) =>
    legUse(section, d, stirrupsAt(point.x), left(point), beam.code.twist(point)),
  )!;
  const concrete = ({ x, N }: DemandPoint) => shearStrength(section, d, stirrupsAt(x), tensionSteel, N).concrete;
  const crushed = worstPlace(twisted, (point) =>
    crushingUse(section, d, Math.abs(point.Vz), beam.code.twist(point), concrete(point)),
  )!;
  return [
    {
      ...madeAt(legs.point),
      id: 'torsion',
      title: 'Torsion with shear',
      clause: '22.7.6',
      utilisation: legs.value,
      trace: (sheet) => {
        const { point } = legs;
        sheet.remark(basis(beam));
        sheet.remark(
          `Tu = ${show(beam.code.twist(point))} exceeds φ Tth = ${show(threshold)}; Vu = ${formatQuantity(Math.abs(point.Vz), 'force', units)} acts with it. Stirrups are closed; those bars along the beam that torsion asks for are part of bending.`,
        );
        legUse(section, d, stirrupsAt(point.x), left(point), beam.code.twist(point), sheet);
      },
    },
    {
      ...madeAt(crushed.point),
      id: 'torsion-section',
      title: 'Crushing by torsion with shear',
      clause: '22.7.7.1',
      utilisation: crushed.value,
      trace: (sheet) => {
        const { point } = crushed;
        sheet.remark(basis(beam));
        crushingUse(section, d, Math.abs(point.Vz), beam.code.twist(point), concrete(point), sheet);
      },
    },
  ];
};

/** 9.7.6.3.3: spacing of closed stirrups for torsion. */
export const torsionSpacingCheck: BeamCheck = (beam) => {
  const { section, shear, stirrupsAt } = beam;
  const worst = worstPlace(shear, (point) => (beam.code.twist(point) > 0 ? stirrupsAt(point.x).spacing : 0));
  if (!worst) return [];
  const widest = largestTorsionSpacing(section);
  const spacing = worst.value;
  return [
    {
      ...madeAt(worst.point),
      isRule: true,
      id: 'torsion-spacing',
      title: 'Spacing of stirrups for torsion',
      clause: '9.7.6.3.3',
      utilisation: utilisationOf(spacing, widest),
      trace: (sheet) => {
        sheet.step({
          clause: '9.7.6.3.3',
          title: 'Largest spacing',
          symbol: 's_max',
          expression: 'min(2 * ((b - 2 * c_c - d_s) + (h - 2 * c_c - d_s)) / 8, s_0)',
          inputs: {
            b: sectionLength(section.width),
            h: sectionLength(section.depth),
            c_c: sectionLength(section.cover),
            d_s: sectionLength(section.stirrup.diameter),
            s_0: sectionLength(12 * inch),
          },
          value: sectionLength(widest),
        });
        compareAs(
          sheet,
          '9.7.6.3.3',
          's / s_max',
          { s: sectionLength(spacing), s_max: sectionLength(widest) },
          utilisationOf(spacing, widest),
        );
      },
    },
  ];
};

/** 9.7.5.1, 9.7.2.3: bars around the stirrups for torsion, and skin bars of deep beams. */
export const sideBarsCheck: BeamCheck = (beam) => {
  const { section, bars, bending, shear } = beam;
  const [id, title, clause] = ['side-bars', 'Bars along the sides', '9.7.5.1'] as const;
  const twisted = worstPlace(bending, beam.code.twist);
  const isDeep = section.depth > deepBeam;
  const asked = twisted ?? (isDeep ? worstPlace(shear, ({ Vz }) => Math.abs(Vz)) : undefined);
  if (!asked)
    return [
      skipped(
        id,
        title,
        clause,
        'Torsion may be neglected, and the beam is not deeper than 36 in (9.7.2.3): none are asked for.',
      ),
    ];
  const gap = sideGap(section, bars);
  const widest = largestSideGap(section);
  const utilisation = utilisationOf(gap, widest);
  return [
    {
      ...madeAt(asked.point),
      isRule: true,
      id,
      title,
      clause,
      utilisation,
      trace: (sheet) => {
        if (twisted)
          sheet.remark(
            `Torsion Tu up to ${formatQuantity(twisted.value, 'moment', beam.units)} asks for bars all around the stirrups, not more than 12 in apart (9.7.5.1).`,
          );
        if (isDeep)
          sheet.remark(
            'A beam deeper than 36 in asks for skin bars (9.7.2.3), as near to each other as 24.3.2 says for their cover; they are counted over all of its depth.',
          );
        compareAs(sheet, clause, 's / s_max', { s: sectionLength(gap), s_max: sectionLength(widest) }, utilisation);
      },
    },
  ];
};

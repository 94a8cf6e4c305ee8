import { sectionLength } from '../../../sheet';
import { formatQuantity } from '../../../units';
import { sideGap } from '../../doors/checks/beams/beam-bars';
import { compareAs } from '../../doors/checks/beams/bending';
import type { BeamCheck } from '../../doors/checks/beams/concrete-beam';
import { madeAt, worstPlace } from '../../doors/checks/beams/faces';
import { skipped, utilisationOf } from '../../doors/checks/check';
import { mostSideGap } from './beam-code';
import type { EnMaterial } from './material';
import { legUse, strutShear } from './shear';
import { crackingTorsion, strutTorsion, torsionSpacing, traceCrushing, traceLegs } from './torsion';

const inFull =
  'Torsion is taken in full, as of equilibrium; where others can take it over, the design rules may say so (6.3.1(2)).';

/** 6.3.2: stirrups for torsion with shear, and struts that bear both. */
export const torsionCheck =
  (material: EnMaterial): BeamCheck =>
  ({ section, code, shear, stirrupsAt, d, units }) => {
    const [id, title] = ['torsion', 'Torsion with shear'] as const;
    const twisted = shear.filter((point) => code.twist(point) > 0);
    if (twisted.length === 0) {
      const most = worstPlace(shear, ({ T }) => Math.abs(T))?.value ?? 0;
      const show = (value: number) => formatQuantity(value, 'moment', units);
      return [
        skipped(
          id,
          title,
          '6.3.2(5)',
          most > 1
            ? `TEd reaches ${show(most)} of TRd,c = ${show(crackingTorsion(section, material))}; with the shear beside it the section does not crack by both, or it is below 1% of TRd,c: the least stirrups do.`
            : 'No torsion in any combination.',
        ),
      ];
    }
    const legs = worstPlace(twisted, ({ x, Vz, T }) =>
      legUse(section, material, d, stirrupsAt(x), Math.abs(Vz), Math.abs(T)),
    )!;
    const limit = strutShear(section, material, d, 1);
    const crushed = worstPlace(
      twisted,
      ({ Vz, T }) => Math.abs(T) / strutTorsion(section, material) + Math.abs(Vz) / limit,
    )!;
    return [
      {
        ...madeAt(legs.point),
        id,
        title,
        clause: '6.3.2',
        utilisation: legs.value,
        trace: (sheet) => {
          sheet.remark(inFull);
          const { x, Vz, T } = legs.point;
          traceLegs(sheet, section, material, d, stirrupsAt(x), Math.abs(Vz), Math.abs(T), legs.value);
        },
      },
      {
        ...madeAt(crushed.point),
        id: 'torsion-section',
        title: 'Struts by torsion with shear',
        clause: '6.3.2(4)',
        utilisation: crushed.value,
        trace: (sheet) => {
          sheet.remark(inFull);
          const { Vz, T } = crushed.point;
          traceCrushing(sheet, section, material, Math.abs(Vz), Math.abs(T), limit, crushed.value);
        },
      },
    ];
  };

/** 9.2.3(3): spacing of closed stirrups for torsion. */
export const torsionSpacingCheck: BeamCheck = ({ section, code, shear, stirrupsAt, d }) => {
  const worst = worstPlace(shear, (point) => (code.twist(point) > 0 ? stirrupsAt(point.x).spacing : 0));
  if (!worst) return [];
  const [spacing, widest] = [worst.value, torsionSpacing(section, d)];
  return [
    {
      ...madeAt(worst.point),
      isRule: true,
      id: 'torsion-spacing',
      title: 'Spacing of stirrups for torsion',
      clause: '9.2.3(3)',
      utilisation: utilisationOf(spacing, widest),
      trace: (sheet) => {
        sheet.step({
          clause: '9.2.3(3)',
          title: 'Largest spacing',
          symbol: 's_max',
          expression: 'min(2 * (b + h) / 8, 0.75 * d, b, h)',
          inputs: { b: sectionLength(section.width), h: sectionLength(section.depth), d: sectionLength(d) },
          value: sectionLength(widest),
        });
        compareAs(
          sheet,
          '9.2.3(3)',
          's / s_max',
          { s: sectionLength(spacing), s_max: sectionLength(widest) },
          utilisationOf(spacing, widest),
        );
      },
    },
  ];
};

/** 9.2.3(4): bars around the stirrups for torsion. */
export const sideBarsCheck: BeamCheck = ({ section, code, bars, bending, units }) => {
  const [id, title, clause] = ['side-bars', 'Bars along the sides', '9.2.3(4)'] as const;
  const twisted = worstPlace(bending, code.twist);
  if (!twisted) return [skipped(id, title, clause, 'Torsion asks for none.')];
  const gap = sideGap(section, bars);
  const utilisation = utilisationOf(gap, mostSideGap);
  return [
    {
      ...madeAt(twisted.point),
      isRule: true,
      id,
      title,
      clause,
      utilisation,
      trace: (sheet) => {
        sheet.remark(
          `Torsion TEd up to ${formatQuantity(twisted.value, 'moment', units)} asks for bars all around the stirrups, not more than 350 mm apart.`,
        );
        compareAs(
          sheet,
          clause,
          's / s_max',
          { s: sectionLength(gap), s_max: sectionLength(mostSideGap) },
          utilisation,
        );
      },
    },
  ];
};

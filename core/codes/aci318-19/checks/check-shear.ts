import { formatQuantity } from '../../../units';
import { barArea, force, sectionLength } from '../../../sheet';
import { skipped, utilisationOf } from '../../doors/checks/check';
import { compareAs, type BeamCheck } from './concrete-beam';
import { largestStirrupSpacing, minimumStirrups, needsStirrups, shearStrength } from './shear';

/** 22.5: design strength in shear. */
export const shearCheck: BeamCheck = ({ section, units, demand, stirrups, d, tensionSteel, shearWords }) => {
  const { value, label, x } = demand.shear;
  if (label === '') return [skipped('shear', 'Shear', '22.5', 'No shear in any combination.')];
  return [
    {
      made: true,
      combination: label,
      x,
      id: 'shear',
      title: 'Shear',
      clause: '22.5',
      utilisation: utilisationOf(value, shearStrength(section, d, stirrups.value, tensionSteel).strength),
      trace: (sheet) => {
        const { legs, bar, spacing } = stirrups.value;
        if (stirrups.proposed)
          sheet.remark(
            `The stirrups are proposed: ${legs} legs ${bar.name} at ${formatQuantity(spacing, 'sectionLength', units, 0)}, the same over the whole beam.`,
          );
        if (shearWords.length === 0)
          sheet.remark('Vu is taken at the axis of the support rather than at d from its face, on the safe side.');
        for (const words of shearWords) sheet.remark(`${words} (9.4.3.2).`);
        const { strength } = shearStrength(section, d, stirrups.value, tensionSteel, sheet);
        compareAs(sheet, '9.5.1.1', 'V_u / V_d', { V_u: force(value), V_d: force(strength) }, value / strength);
      },
    },
  ];
};

/** 9.7.6.2.2: largest spacing of stirrups. */
export const stirrupSpacingCheck: BeamCheck = ({ section, demand, stirrups, d, tensionSteel }) => {
  const { value, label, x } = demand.shear;
  if (label === '') return [];
  const { spacing } = stirrups.value;
  const { concrete } = shearStrength(section, d, stirrups.value, tensionSteel);
  const widest = largestStirrupSpacing(section, d, Math.max(0, value / 0.75 - concrete));
  return [
    {
      made: true,
      combination: label,
      x,
      isRule: true,
      id: 'shear-spacing',
      title: 'Spacing of stirrups',
      clause: '9.7.6.2.2',
      utilisation: spacing / widest,
      trace: (sheet) => {
        const close = widest < Math.min(d / 2, 0.6096) - 1e-9;
        sheet.step({
          clause: '9.7.6.2.2',
          title: 'Largest spacing',
          symbol: 's_max',
          expression: close ? 'min(d / 4, s_0)' : 'min(d / 2, s_0)',
          inputs: { d: sectionLength(d), s_0: sectionLength(close ? 0.3048 : 0.6096) },
          value: sectionLength(widest),
        });
        compareAs(
          sheet,
          '9.7.6.2.2',
          's / s_max',
          { s: sectionLength(spacing), s_max: sectionLength(widest) },
          spacing / widest,
        );
      },
    },
  ];
};

/** 9.6.3: least stirrups, where Vu asks for any. */
export const leastStirrupsCheck: BeamCheck = ({ section, demand, stirrups, d }) => {
  const { value, label, x } = demand.shear;
  if (label === '') return [];
  const [id, title, clause] = ['shear-minimum', 'Minimum stirrups', '9.6.3'] as const;
  if (!needsStirrups(section, d, value))
    return [skipped(id, title, clause, 'Vu does not exceed φ λ √f′c b d, so 9.6.3.1 asks for none.')];
  const given = stirrups.value.legs * stirrups.value.bar.area;
  return [
    {
      made: true,
      combination: label,
      x,
      isRule: true,
      id,
      title,
      clause,
      utilisation: minimumStirrups(section, stirrups.value) / given,
      trace: (sheet) => {
        const least = minimumStirrups(section, stirrups.value, sheet);
        compareAs(sheet, '9.6.3.4', 'A_vmin / A_v', { A_vmin: barArea(least), A_v: barArea(given) }, least / given);
      },
    },
  ];
};

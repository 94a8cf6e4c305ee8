import { formatQuantity } from '../../../units';
import { barArea, force, sectionLength } from '../../../sheet';
import { skipped, utilisationOf } from '../../doors/checks/check';
import { compareAs } from '../../doors/checks/beams/bending';
import type { BeamCheck, ConcreteBeam } from '../../doors/checks/beams/concrete-beam';
import { madeAt, worstPlace } from '../../doors/checks/beams/faces';
import {
  largestLegSpacing,
  largestStirrupSpacing,
  legSpacing,
  minimumStirrups,
  needsStirrups,
  shearOfStirrups,
  shearStrength,
} from './shear';

/** Shear that is left to the stirrups, where it is most, N. */
const mostOfStirrups = ({ section, d, shear }: ConcreteBeam) =>
  worstPlace(shear, ({ Vz, N }) => shearOfStirrups(section, d, { V: Math.abs(Vz), N })) ??
  worstPlace(shear, ({ Vz }) => Math.abs(Vz));

/** 22.5: design strength in shear. */
export const shearCheck: BeamCheck = ({ section, units, shear, stirrups, d, tensionSteel, shearWords, slabWords }) => {
  const strengthAt = (N: number) => shearStrength(section, d, stirrups.value, tensionSteel, N).strength;
  const worst = worstPlace(shear, ({ Vz, N }) => utilisationOf(Math.abs(Vz), strengthAt(N)));
  if (!worst) return [skipped('shear', 'Shear', '22.5', 'No shear in any combination.')];
  const { point, value } = worst;
  return [
    {
      ...madeAt(point),
      id: 'shear',
      title: 'Shear',
      clause: '22.5',
      utilisation: value,
      trace: (sheet) => {
        const { legs, bar, spacing } = stirrups.value;
        if (stirrups.proposed)
          sheet.remark(
            `The stirrups are proposed: ${legs} legs ${bar.name} at ${formatQuantity(spacing, 'sectionLength', units, 0)}, the same over the whole beam.`,
          );
        if (shearWords.length === 0)
          sheet.remark('Vu is taken at the axis of the support rather than at d from its face, on the safe side.');
        for (const words of shearWords) sheet.remark(`${words} (9.4.3.2).`);
        for (const words of slabWords) sheet.remark(`${words}.`);
        const { strength } = shearStrength(section, d, stirrups.value, tensionSteel, point.N, sheet);
        compareAs(sheet, '9.5.1.1', 'V_u / V_d', { V_u: force(Math.abs(point.Vz)), V_d: force(strength) }, value);
      },
    },
  ];
};

/** 9.7.6.2.2: largest spacing of stirrups along the beam, and of their legs across it. */
export const stirrupSpacingCheck: BeamCheck = (beam) => {
  const { section, stirrups, d } = beam;
  const worst = mostOfStirrups(beam);
  if (!worst) return [];
  const { spacing, legs } = stirrups.value;
  const { Vz, N } = worst.point;
  const left = shearOfStirrups(section, d, { V: Math.abs(Vz), N });
  const [widest, widestLegs] = [largestStirrupSpacing(section, d, left), largestLegSpacing(section, d, left)];
  const across = legSpacing(section, legs);
  const isLegs = across / widestLegs > spacing / widest;
  const utilisation = isLegs ? utilisationOf(across, widestLegs) : utilisationOf(spacing, widest);
  return [
    {
      ...madeAt(worst.point),
      isRule: true,
      id: 'shear-spacing',
      title: 'Spacing of stirrups',
      clause: '9.7.6.2.2',
      utilisation,
      trace: (sheet) => {
        const close = widest < Math.min(d / 2, 0.6096) - 1e-9;
        const limit = isLegs ? widestLegs : widest;
        sheet.step({
          clause: '9.7.6.2.2',
          title: isLegs ? 'Largest distance of legs across the beam' : 'Largest spacing',
          symbol: 's_max',
          expression: `min(d${isLegs ? (close ? ' / 2' : '') : close ? ' / 4' : ' / 2'}, s_0)`,
          inputs: { d: sectionLength(d), s_0: sectionLength(close ? 0.3048 : 0.6096) },
          value: sectionLength(limit),
        });
        compareAs(
          sheet,
          '9.7.6.2.2',
          's / s_max',
          { s: sectionLength(isLegs ? across : spacing), s_max: sectionLength(limit) },
          utilisation,
        );
      },
    },
  ];
};

/** 9.6.3, 9.6.4.2: least stirrups, where shear or torsion asks for any. */
export const leastStirrupsCheck: BeamCheck = ({ section, shear, stirrups, d, code }) => {
  const worst = worstPlace(shear, ({ Vz }) => Math.abs(Vz));
  const twisted = worstPlace(shear, code.twist);
  const asked = twisted ?? worst;
  if (!asked) return [];
  const [id, title, clause] = ['shear-minimum', 'Minimum stirrups', '9.6.3'] as const;
  if (!twisted && !needsStirrups(section, d, asked.value))
    return [skipped(id, title, clause, 'Vu does not exceed φ λ √f′c b d, so 9.6.3.1 asks for none.')];
  const given = stirrups.value.legs * stirrups.value.bar.area;
  return [
    {
      ...madeAt(asked.point),
      isRule: true,
      id,
      title,
      clause,
      utilisation: minimumStirrups(section, stirrups.value) / given,
      trace: (sheet) => {
        if (twisted) sheet.remark('Torsion asks for them, Av + 2 At (9.6.4.2).');
        const least = minimumStirrups(section, stirrups.value, sheet);
        compareAs(sheet, '9.6.3.4', 'A_vmin / A_v', { A_vmin: barArea(least), A_v: barArea(given) }, least / given);
      },
    },
  ];
};

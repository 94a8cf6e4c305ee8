import { barArea, force, sectionLength } from '../../../sheet';
import { skipped, utilisationOf } from '../../doors/checks/check';
import { compareAs } from '../../doors/checks/beams/bending';
import type { BeamCheck } from '../../doors/checks/beams/concrete-beam';
import type { DemandPoint } from '../../doors/checks/beams/demands';
import { stirrupWords } from '../../doors/checks/beams/stirrup-words';
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

/** 22.5: design strength in shear. */
export const shearCheck: BeamCheck = (beam) => {
  const { section, shear, stirrupsAt, d, tensionSteel, shearWords, slabWords } = beam;
  const worst = worstPlace(shear, ({ x, Vz, N }) =>
    utilisationOf(Math.abs(Vz), shearStrength(section, d, stirrupsAt(x), tensionSteel, N).strength),
  );
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
        for (const words of stirrupWords(beam)) sheet.remark(words);
        if (shearWords.length === 0)
          sheet.remark('Vu is taken at the axis of the support rather than at d from its face, on the safe side.');
        for (const words of shearWords) sheet.remark(`${words} (9.4.3.2).`);
        for (const words of slabWords) sheet.remark(`${words}.`);
        const { strength } = shearStrength(section, d, stirrupsAt(point.x), tensionSteel, point.N, sheet);
        compareAs(sheet, '9.5.1.1', 'V_u / V_d', { V_u: force(Math.abs(point.Vz)), V_d: force(strength) }, value);
      },
    },
  ];
};

/** 9.7.6.2.2: largest spacing of stirrups along the beam, and of their legs across it. */
export const stirrupSpacingCheck: BeamCheck = (beam) => {
  const { section, shear, stirrupsAt, d } = beam;
  const at = ({ x, Vz, N }: DemandPoint) => {
    const { spacing, legs } = stirrupsAt(x);
    const left = shearOfStirrups(section, d, { V: Math.abs(Vz), N });
    const [widest, widestLegs] = [largestStirrupSpacing(section, d, left), largestLegSpacing(section, d, left)];
    return { spacing, widest, across: legSpacing(section, legs), widestLegs, left };
  };
  // where all is used alike the place with most shear speaks
  const most = shear.reduce((sum, point) => Math.max(sum, at(point).left), 1);
  const worst = worstPlace(shear, (point) => {
    const { spacing, widest, across, widestLegs, left } = at(point);
    return Math.max(spacing / widest, across / widestLegs) * (1 + (1e-9 * left) / most);
  });
  if (!worst) return [];
  const { spacing, widest, across, widestLegs } = at(worst.point);
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
export const leastStirrupsCheck: BeamCheck = ({ section, shear, stirrupsAt, d, code }) => {
  const worst = worstPlace(shear, ({ Vz }) => Math.abs(Vz));
  const twisted = worstPlace(shear, code.twist);
  const asked = twisted ?? worst;
  if (!asked) return [];
  const [id, title, clause] = ['shear-minimum', 'Minimum stirrups', '9.6.3'] as const;
  if (!twisted && !needsStirrups(section, d, asked.value))
    return [skipped(id, title, clause, 'Vu does not exceed φ λ √f′c b d, so 9.6.3.1 asks for none.')];
  const shareAt = (x: number) => {
    const there = stirrupsAt(x);
    return minimumStirrups(section, there) / (there.legs * there.bar.area);
  };
  // every place that asks for stirrups asks for the least of them
  const { point } = worstPlace(shear, (one) =>
    code.twist(one) > 0 || needsStirrups(section, d, Math.abs(one.Vz)) ? shareAt(one.x) : 0,
  ) ?? { point: asked.point };
  const there = stirrupsAt(point.x);
  const given = there.legs * there.bar.area;
  return [
    {
      ...madeAt(point),
      isRule: true,
      id,
      title,
      clause,
      utilisation: shareAt(point.x),
      trace: (sheet) => {
        if (twisted) sheet.remark('Torsion asks for them, Av + 2 At (9.6.4.2).');
        const least = minimumStirrups(section, there, sheet);
        compareAs(sheet, '9.6.3.4', 'A_vmin / A_v', { A_vmin: barArea(least), A_v: barArea(given) }, least / given);
      },
    },
  ];
};

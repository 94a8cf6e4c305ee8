import { force, sectionLength, type Quantity } from '../../../sheet';
import { formatQuantity } from '../../../units';
import { compareAs } from '../../doors/checks/beams/bending';
import type { BeamCheck } from '../../doors/checks/beams/concrete-beam';
import type { DemandPoint } from '../../doors/checks/beams/demands';
import { stirrupWords } from '../../doors/checks/beams/stirrup-words';
import { madeAt, worstPlace } from '../../doors/checks/beams/faces';
import { skipped, utilisationOf } from '../../doors/checks/check';
import type { EnMaterial } from './material';
import {
  concreteShear,
  largestLegSpacing,
  largestSpacing,
  leastLegs,
  shearResistance,
  stirrupShear,
  strutShear,
} from './shear';

const perLength = (value: number): Quantity => ({ value, kind: 'sectionLength', decimals: 4 });

/** 6.2.2, 6.2.3: resistance in shear. */
export const shearCheck =
  (material: EnMaterial): BeamCheck =>
  (beam) => {
    const { section, shear, stirrupsAt, d, tensionSteel, shearWords, slabWords } = beam;
    const at = (point: DemandPoint) => shearResistance(section, material, d, stirrupsAt(point.x), tensionSteel, point);
    const worst = worstPlace(shear, (one) => utilisationOf(Math.abs(one.Vz), at(one).strength));
    if (!worst) return [skipped('shear', 'Shear', '6.2', 'No shear in any combination.')];
    const { point, value } = worst;
    const { isConcrete } = at(point);
    return [
      {
        ...madeAt(point),
        id: 'shear',
        title: 'Shear',
        clause: isConcrete ? '6.2.2' : '6.2.3',
        utilisation: value,
        trace: (sheet) => {
          for (const words of stirrupWords(beam)) sheet.remark(words);
          if (shearWords.length === 0)
            sheet.remark('VEd is taken at the axis of the support rather than at d from its face, on the safe side.');
          for (const words of shearWords) sheet.remark(`${words} (6.2.1(8)).`);
          for (const words of slabWords) sheet.remark(`${words}.`);
          const concrete = concreteShear(section, material, d, tensionSteel, point.N, sheet);
          const strength = isConcrete
            ? concrete
            : stirrupShear(section, material, d, stirrupsAt(point.x), point, sheet).strength;
          if (isConcrete)
            sheet.remark('The concrete carries it without stirrups; the least of them are asked for (6.2.1(4)).');
          compareAs(
            sheet,
            isConcrete ? '6.2.2(1)' : '6.2.3(3)',
            'V_Ed / V_Rd',
            { V_Ed: force(Math.abs(point.Vz)), V_Rd: force(strength) },
            value,
          );
        },
      },
    ];
  };

/** 6.2.1(8): struts at the face of a support bear all of the shear there. */
export const strutCheck =
  (material: EnMaterial): BeamCheck =>
  ({ section, bending, stirrupsAt, d, atFaces }) => {
    const limitAt = (one: DemandPoint) =>
      strutShear(section, material, d, stirrupShear(section, material, d, stirrupsAt(one.x), one).cot);
    const worst = worstPlace(bending, (one) => utilisationOf(Math.abs(one.Vz), limitAt(one)));
    if (!worst || !atFaces) return [];
    const { point, value } = worst;
    return [
      {
        ...madeAt(point),
        id: 'shear-struts',
        title: 'Struts at the support',
        clause: '6.2.1(8)',
        utilisation: value,
        trace: (sheet) => {
          stirrupShear(section, material, d, stirrupsAt(point.x), point, sheet);
          compareAs(
            sheet,
            '6.2.1(8)',
            'V_Ed / V_Rdmax',
            { V_Ed: force(Math.abs(point.Vz)), V_Rdmax: force(limitAt(point)) },
            value,
          );
        },
      },
    ];
  };

/** 9.2.2(6), 9.2.2(8): spacing of stirrups and of their legs. */
export const stirrupSpacingCheck: BeamCheck = ({ section, shear, stirrupsAt, d }) => {
  const acrossOf = (legs: number) => (section.width - 2 * section.cover - section.stirrup.diameter) / (legs - 1);
  const most = shear.reduce((sum, { Vz }) => Math.max(sum, Math.abs(Vz)), 0);
  // where all is used alike the place with most shear speaks
  const worst = worstPlace(shear, ({ x, Vz }) => {
    const { spacing, legs } = stirrupsAt(x);
    if (Vz === 0) return 0;
    const use = Math.max(spacing / largestSpacing(d), acrossOf(legs) / largestLegSpacing(d));
    return use * (1 + (1e-9 * Math.abs(Vz)) / most);
  });
  if (!worst) return [];
  const { spacing, legs } = stirrupsAt(worst.point.x);
  const across = acrossOf(legs);
  const uses = [utilisationOf(spacing, largestSpacing(d)), utilisationOf(across, largestLegSpacing(d))];
  const isLegs = uses[1] > uses[0];
  const utilisation = Math.max(...uses);
  return [
    {
      ...madeAt(worst.point),
      isRule: true,
      id: 'shear-spacing',
      title: 'Spacing of stirrups',
      clause: isLegs ? '9.2.2(8)' : '9.2.2(6)',
      utilisation,
      trace: (sheet) => {
        const most = isLegs ? largestLegSpacing(d) : largestSpacing(d);
        sheet.step({
          clause: isLegs ? '9.2.2(8)' : '9.2.2(6)',
          title: isLegs ? 'Largest distance of legs across the beam' : 'Largest spacing',
          symbol: 's_max',
          expression: isLegs ? 'min(0.75 * d, s_0)' : '0.75 * d',
          inputs: { d: sectionLength(d), ...(isLegs ? { s_0: sectionLength(0.6) } : {}) } as Record<string, Quantity>,
          value: sectionLength(most),
        });
        compareAs(
          sheet,
          isLegs ? '9.2.2(8)' : '9.2.2(6)',
          's / s_max',
          { s: sectionLength(isLegs ? across : spacing), s_max: sectionLength(most) },
          utilisation,
        );
      },
    },
  ];
};

/** 9.2.2(5): least stirrups. */
export const leastStirrupsCheck =
  (material: EnMaterial): BeamCheck =>
  ({ section, shear, stirrupsAt }) => {
    const givenAt = (x: number) => {
      const { legs, bar, spacing } = stirrupsAt(x);
      return (legs * bar.area) / spacing;
    };
    const most = shear.reduce((sum, { Vz }) => Math.max(sum, Math.abs(Vz)), 0);
    const worst = worstPlace(shear, ({ x, Vz }) => (Vz === 0 ? 0 : (1 + (1e-9 * Math.abs(Vz)) / most) / givenAt(x)));
    if (!worst) return [];
    const given = givenAt(worst.point.x);
    const utilisation = utilisationOf(leastLegs(section, material), given);
    return [
      {
        ...madeAt(worst.point),
        isRule: true,
        id: 'shear-minimum',
        title: 'Minimum stirrups',
        clause: '9.2.2(5)',
        utilisation,
        trace: (sheet) => {
          const least = leastLegs(section, material, sheet);
          compareAs(
            sheet,
            '9.2.2(5)',
            'a_swmin / a_sw',
            { a_swmin: perLength(least), a_sw: perLength(given) },
            utilisation,
          );
        },
      },
    ];
  };

/** 6.2, across the beam: shear both ways is added, on the safe side. */
export const acrossShearCheck =
  (material: EnMaterial): BeamCheck =>
  ({ section, shear, stirrupsAt, d, tensionSteel, units }) => {
    const [id, title, clause] = ['shear-across', 'Shear across the beam', '6.2'] as const;
    const turned = { ...section, width: section.depth, depth: section.width };
    const across = Math.max(1e-3, section.width - section.cover - 2 * section.stirrup.diameter);
    const legsAt = (x: number) => ({ ...stirrupsAt(x), legs: 2 });
    const uses = ({ x, Vy, Vz, N, My, Mz }: DemandPoint) => [
      utilisationOf(
        Math.abs(Vz),
        shearResistance(section, material, d, stirrupsAt(x), tensionSteel, { N, My }).strength,
      ),
      utilisationOf(
        Math.abs(Vy),
        shearResistance(turned, material, across, legsAt(x), tensionSteel, { N, My: Mz }).strength,
      ),
    ];
    const aside = worstPlace(shear, (point) => uses(point)[1]);
    if (!aside || aside.value <= 0.01)
      return [
        skipped(
          id,
          title,
          clause,
          aside && Math.abs(aside.point.Vy) > 1
            ? `VEd across reaches ${formatQuantity(Math.abs(aside.point.Vy), 'force', units)}, less than 1% of its resistance that way, and is left out.`
            : 'No shear across the beam in any combination.',
        ),
      ];
    // where there is none across the check along the depth speaks
    const { point, value } = worstPlace(shear, (one) => {
      const [along, beside] = uses(one);
      return beside > 0.01 ? along + beside : 0;
    })!;
    return [
      {
        ...madeAt(point),
        id,
        title,
        clause,
        utilisation: value,
        trace: (sheet) => {
          const [along, beside] = uses(point);
          sheet.remark(
            'The code does not say how shear both ways acts together: what each takes of its resistance is added, on the safe side. Across the beam two legs of each stirrup count, and all of its depth as width.',
          );
          concreteShear(turned, material, across, tensionSteel, point.N, sheet);
          stirrupShear(turned, material, across, legsAt(point.x), { N: point.N, My: point.Mz }, sheet);
          compareAs(
            sheet,
            '6.2',
            'u_z + u_y',
            { u_z: { value: along, kind: 'number', decimals: 3 }, u_y: { value: beside, kind: 'number', decimals: 3 } },
            value,
          );
        },
      },
    ];
  };

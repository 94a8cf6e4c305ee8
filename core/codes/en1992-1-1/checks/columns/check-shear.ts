import { force } from '../../../../sheet';
import { formatQuantity } from '../../../../units';
import { missing, skipped, utilisationOf, type Check } from '../../../doors/checks/check';
import { compareAs } from '../../../doors/checks/beams/bending';
import type { ColumnCheck, ColumnPoint } from '../../../doors/checks/columns/concrete-column';
import type { EnMaterial } from '../material';
import { concreteShear, shearResistance, stirrupShear } from '../shear';
import { crackingTorsion } from '../torsion';
import { grossArea } from '../../../doors/checks/columns/cage';
import { shearAlong, shearNames, shearWays } from '../../../doors/checks/columns/sheared';
import { besideOf, countedLegs, pulledSteel, shearDepth, shearSection } from './column-code';

/** 6.2: shear along both axes with axial force, each by itself. */
export const shearChecks =
  (material: EnMaterial): ColumnCheck =>
  ({ section, bars, ties, points }): Check[] =>
    shearWays(section).map((along): Check => {
      const { id, title } = shearNames(along);
      const turned = { ...shearSection(section, bars?.value, along), stirrup: ties.value.bar };
      const d = shearDepth(section, bars?.value, along);
      const steel = pulledSteel(section, bars?.value, along);
      const { bar, spacing } = ties.value;
      const legs = { bar, spacing, legs: countedLegs(ties.value, along) };
      const resistance = (point: ColumnPoint) =>
        shearResistance(turned, material, d, legs, steel, besideOf(point, along));
      const share = (point: ColumnPoint) => utilisationOf(shearAlong(point, along), resistance(point).strength);
      const worst = points.reduce((most, point) => (share(point) > share(most) ? point : most));
      if (shearAlong(worst, along) < 1) return skipped(id, title, '6.2', 'No shear that way in any combination.');
      const { isConcrete } = resistance(worst);
      return {
        made: true,
        id,
        title,
        clause: isConcrete ? '6.2.2' : '6.2.3',
        combination: worst.label,
        x: worst.x,
        utilisation: share(worst),
        trace: (sheet) => {
          if (section.isRound)
            sheet.remark(
              'VEd,y and VEd,z act together. The code says nothing of round sections: d is to the middle of the bars of the pulled half, bw the mean width of what lies above it, Asl the bars farther than two thirds of the diameter from the pressed side, and the two cuts of a round tie count with the mean π/4 of their force along the shear.',
            );
          const concrete = concreteShear(turned, material, d, steel, worst.N, sheet);
          const strength = isConcrete
            ? concrete
            : stirrupShear(turned, material, d, legs, besideOf(worst, along), sheet).strength;
          if (isConcrete) sheet.remark('The concrete carries it without ties.');
          compareAs(
            sheet,
            isConcrete ? '6.2.2(1)' : '6.2.3(3)',
            'V_Ed / V_Rd',
            { V_Ed: force(shearAlong(worst, along)), V_Rd: force(strength) },
            share(worst),
          );
        },
      };
    });

/** Torsion below this share of what cracks the section is incidental. */
const incidental = 0.01;

/** 6.3.2(5): torsion that with shear cracks the section is not designed for. */
export const torsionStatement =
  (material: EnMaterial): ColumnCheck =>
  ({ section, bars, points, units }) => {
    const [id, title, clause] = ['torsion', 'Torsion', '6.3.2(5)'] as const;
    // a round section as the square of the same area, which bears less
    const square = Math.sqrt(grossArea(section));
    const cracking = crackingTorsion(
      { ...shearSection(section, bars?.value, 'z'), ...(section.isRound ? { width: square, depth: square } : {}) },
      material,
    );
    const share = (point: ColumnPoint): number => {
      const twisted = Math.abs(point.T) / cracking;
      if (twisted <= incidental) return twisted;
      const sheared = shearWays(section).map((along) => {
        const turned = shearSection(section, bars?.value, along);
        const d = shearDepth(section, bars?.value, along);
        return utilisationOf(
          shearAlong(point, along),
          concreteShear(turned, material, d, pulledSteel(section, bars?.value, along), point.N),
        );
      });
      return twisted + Math.max(...sheared);
    };
    const worst = points.reduce((most, point) => (share(point) > share(most) ? point : most));
    const show = (value: number) => formatQuantity(value, 'moment', units);
    const most = points.reduce((sum, { T }) => Math.max(sum, Math.abs(T)), 0);
    if (share(worst) <= 1)
      return [
        skipped(
          id,
          title,
          clause,
          most < 1
            ? 'No torsion in any combination.'
            : `TEd reaches ${show(most)} of TRd,c = ${show(cracking)}: with the shear beside it the section does not crack by both, or it is below 1% of TRd,c.`,
        ),
      ];
    return [
      missing(
        id,
        title,
        clause,
        `TEd is ${show(Math.abs(worst.T))} of TRd,c = ${show(cracking)} in ${worst.label} and with the shear beside it cracks the section. Torsion of columns is not designed for yet: lower its torsional stiffness where others can take it over.`,
      ),
    ];
  };

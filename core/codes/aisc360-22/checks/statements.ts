import { missing, skipped } from '../../doors/checks/check';
import { noise, type SteelStatement } from './steel-check';

/** Torsion whose shear stress in the thickest part stays below this share of 0.6 F_y is rounding and incidental stiffness, not demand. */
const incidentalTorsion = 0.01;

/** C2: whether the forces are those of second order. */
export const secondOrderStatement: SteelStatement = (_member, _torsion, { met, remark }) =>
  (met ? skipped : missing)('second-order', 'Second-order effects', 'C2', remark);

/** D2(b). */
export const ruptureStatement: SteelStatement = () =>
  skipped('rupture', 'Rupture of the net section', 'D2-2', 'Holes and connections are not part of the model.');

/** H3. */
export const torsionStatement: SteelStatement = ({ section }, torsion) => {
  const thickest = Math.max(section.shape.flangeThickness, section.shape.webThickness);
  const share = (torsion * thickest) / section.torsion / (0.6 * section.fy);
  return share > incidentalTorsion
    ? missing(
        'torsion',
        'Torsion',
        'H3',
        'The member is twisted in some combination (its T in Results); torsion of open sections is not checked.',
      )
    : skipped(
        'torsion',
        'Torsion',
        'H3',
        torsion > noise
          ? `The torsion stays below ${100 * incidentalTorsion}% of the yield stress in shear and is left out.`
          : 'No torsion in any combination.',
      );
};

/** Chapter L. */
export const deflectionStatement: SteelStatement = () =>
  skipped('deflection', 'Deflection', 'L3', 'No limit is set in the model. Read the deflections in Results.');

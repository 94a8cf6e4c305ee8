import { acceptedStatement } from '../../doors/checks/beams/accepted-statement';
import { concreteBeam, type BeamCheck } from '../../doors/checks/beams/concrete-beam';
import { checkedForService } from '../../doors/checks/beams/for-service';
import { deepStatement } from '../../doors/checks/beams/deep-statement';
import { leftOutStatement } from '../../doors/checks/beams/left-out-statement';
import { ownFlangeCheck } from '../../doors/checks/beams/own-flange-check';
import { slabStatement } from '../../doors/checks/beams/slab-statement';
import { takenOverStatement } from '../../doors/checks/beams/taken-over-statement';
import { strengthDesignOnly, type DesignCode } from '../../doors/checks/design-code';
import { aciBeam } from './beam-code';
import { aciSpacing } from './beam-section';
import { aciAnchorageChecks } from './check-anchorage';
import { crackWidthCheck } from './check-crack-width';
import { deflectionChecks } from './check-deflection';
import { faceChecks } from './check-flexure';
import { integrityCheck } from './check-integrity';
import { checkColumn } from './columns';
import { checkWall } from './walls';
import { aciDeep } from './deep';
import { aciFlange } from './flange';
import { webOf } from '../../../catalog';
import { leastStirrupsCheck, shearCheck, stirrupSpacingCheck } from './check-shear';
import { aciBothAxes, acrossShearCheck } from './check-both-axes';
import { sideBarsCheck, torsionCheck, torsionSpacingCheck } from './check-torsion';

import { beamRegister, columnRegister, concreteWithout, wallRegister } from './register';
import { axialStatement } from './statements';

/** What is checked of a beam, in the order it is listed. */
const beamChecks: readonly BeamCheck[] = [
  ...faceChecks('bottom'),
  ...faceChecks('top'),
  ...aciAnchorageChecks,
  integrityCheck,
  shearCheck,
  stirrupSpacingCheck,
  leastStirrupsCheck,
  torsionCheck,
  torsionSpacingCheck,
  sideBarsCheck,
  aciBothAxes,
  acrossShearCheck,
  axialStatement,
  slabStatement('6.3.2'),
  ownFlangeCheck(aciFlange),
  deepStatement(aciDeep),
  deflectionChecks,
  crackWidthCheck,
  takenOverStatement(
    '22.7.3.2',
    'It is designed for what it would carry with all of its torsional stiffness, but for no more than that.',
  ),
  leftOutStatement,
  acceptedStatement,
];

/** ACI 318-19: rectangular, T and L beams, rectangular and round columns. */
export const aci318: DesignCode = {
  title: 'ACI 318-19',
  materials: ['concrete'],
  families: ['us'],
  knowsSlabs: true,
  register: [beamRegister, columnRegister, wallRegister, concreteWithout],
  refuses: strengthDesignOnly,
  excludes: ({ role }, { shape }, { name, concreteStrength }) => {
    if (role === 'column' && shape.type !== 'rectangle' && shape.type !== 'circle')
      return 'Only rectangular and round columns are checked so far; this section is none.';
    if (role === 'brace')
      return 'Concrete braces are not checked: they carry axial force, and only bending and shear of beams are there so far.';
    if (role !== 'column' && !webOf(shape))
      return 'Only rectangular, T and L beams of concrete are checked so far; this section is none.';
    return concreteStrength === undefined ? `The material ${name} has no concrete strength.` : undefined;
  },
  check: (checked) => {
    const { concreteStrength } = checked.material;
    if (concreteStrength === undefined) throw new Error(`${checked.member.id} is a member ACI 318-19 excludes.`);
    if (checked.member.role === 'column') return checkColumn(checked, concreteStrength);
    const { units } = checked.model.settings;
    return checkedForService(
      checked.member.startRigid ?? 0,
      (asked) =>
        concreteBeam(
          concreteStrength,
          checked,
          aciSpacing,
          (section) => aciBeam(section, { free: checked.free, forces: checked.rules.forces, units }),
          asked,
        ),
      () => beamChecks,
    );
  },
  checkWall: (checked) => {
    const { name, concreteStrength } = checked.material;
    if (concreteStrength === undefined) throw new Error(`${name} of a wall has no concrete strength.`);
    return checkWall(checked, concreteStrength);
  },
};

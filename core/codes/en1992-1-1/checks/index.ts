import { acceptedStatement } from '../../doors/checks/beams/accepted-statement';
import { concreteBeam, type BeamCheck } from '../../doors/checks/beams/concrete-beam';
import { checkedForService } from '../../doors/checks/beams/for-service';
import { deepStatement } from '../../doors/checks/beams/deep-statement';
import { leftOutStatement } from '../../doors/checks/beams/left-out-statement';
import { ownFlangeCheck } from '../../doors/checks/beams/own-flange-check';
import { slabStatement } from '../../doors/checks/beams/slab-statement';
import { takenOverStatement } from '../../doors/checks/beams/taken-over-statement';
import type { DesignCode } from '../../doors/checks/design-code';
import { enBeam } from './beam-code';
import { enAnchorageChecks } from './check-anchorage';
import { enBothAxes, faceChecks } from './check-faces';
import { crackWidthCheck } from './check-crack-width';
import { deflectionChecks } from './check-deflection';
import { checkColumn } from './columns';
import { checkWall } from './walls';
import { enDeep } from './deep';
import { enFlange } from './flange';
import { webOf } from '../../../catalog';
import { acrossShearCheck, leastStirrupsCheck, shearCheck, stirrupSpacingCheck, strutCheck } from './check-shear';
import { sideBarsCheck, torsionCheck, torsionSpacingCheck } from './check-torsion';
import { enSpacing, factorsOf, materialOf, type EnMaterial } from './material';
import { beamRegister, columnRegister, concreteWithout, wallRegister } from './register';
import { axialStatement } from './statements';

/** What is checked of a beam, in the order it is listed. */
const beamChecks = (material: EnMaterial): readonly BeamCheck[] => [
  ...faceChecks('bottom', material),
  ...faceChecks('top', material),
  ...enAnchorageChecks(material),
  shearCheck(material),
  strutCheck(material),
  stirrupSpacingCheck,
  leastStirrupsCheck(material),
  torsionCheck(material),
  torsionSpacingCheck,
  sideBarsCheck,
  enBothAxes(material),
  acrossShearCheck(material),
  axialStatement(material),
  slabStatement('5.3.2.1'),
  ownFlangeCheck(enFlange),
  deepStatement(enDeep),
  crackWidthCheck(material),
  deflectionChecks(material),
  takenOverStatement('6.3.1(2)', 'It is left to them.'),
  leftOutStatement,
  acceptedStatement,
];

/** EN 1992-1-1:2004 with A1: rectangular, T and L beams, rectangular and round columns. */
export const en1992: DesignCode = {
  title: 'EN 1992-1-1',
  method: '2004 + A1',
  materials: ['concrete'],
  families: ['eurocode'],
  knowsSlabs: true,
  register: [beamRegister, columnRegister, wallRegister, concreteWithout],
  refuses: () => undefined,
  excludes: ({ role }, { shape }, { name, concreteStrength }) => {
    if (role === 'column' && shape.type !== 'rectangle' && shape.type !== 'circle')
      return 'Only rectangular and round columns are checked so far; this section is none.';
    if (role === 'brace')
      return 'Concrete braces are not checked: they carry axial force, and only bending and shear of beams are there so far.';
    if (role !== 'column' && !webOf(shape))
      return 'Only rectangular, T and L beams of concrete are checked so far; this section is none.';
    if (concreteStrength === undefined) return `The material ${name} has no concrete strength.`;
    return concreteStrength > 90e6
      ? `The concrete of ${name} is stronger than C90/105, the strongest of Table 3.1.`
      : undefined;
  },
  check: (checked) => {
    const { concreteStrength } = checked.material;
    if (concreteStrength === undefined) throw new Error(`${checked.member.id} is a member EN 1992-1-1 excludes.`);
    if (checked.member.role === 'column') return checkColumn(checked, concreteStrength);
    const { settings } = checked.model;
    const factors = factorsOf(checked.rules);
    return checkedForService(
      checked.member.startRigid ?? 0,
      (asked) =>
        concreteBeam(
          concreteStrength,
          checked,
          enSpacing,
          (section) => enBeam(section, factors, settings.units, checked.rules.forces),
          asked,
        ),
      ({ section }) => beamChecks(materialOf(section, factors)),
    );
  },
  checkWall: (checked) => {
    const { name, concreteStrength } = checked.material;
    if (concreteStrength === undefined) throw new Error(`${name} of a wall has no concrete strength.`);
    return checkWall(checked, concreteStrength);
  },
};

import { formatQuantity } from '../../../units';
import { missing } from '../../doors/checks/check';
import { strengthDesignOnly, type DesignCode } from '../../doors/checks/design-code';
import { faceChecks } from './check-flexure';
import { leastStirrupsCheck, shearCheck, stirrupSpacingCheck } from './check-shear';
import { concreteBeam, type BeamCheck, type ConcreteBeam } from './concrete-beam';
import { beamRegister, concreteWithout } from './register';
import {
  anchorageStatement,
  axialStatement,
  deflectionStatement,
  minorBendingStatement,
  torsionStatement,
} from './statements';

/** What is checked of a rectangular beam, in the order it is listed. */
const beamChecks: readonly BeamCheck[] = [
  ...faceChecks('bottom'),
  ...faceChecks('top'),
  shearCheck,
  stirrupSpacingCheck,
  leastStirrupsCheck,
  torsionStatement,
  minorBendingStatement,
  axialStatement,
  deflectionStatement,
  anchorageStatement,
];

/** Why a member must be designed as a column (9.5.2.2), in a sentence; undefined: its compression may be left out. */
function actsAsColumn({ section, demand, units }: ConcreteBeam): string | undefined {
  const limit = 0.1 * section.fc * section.width * section.depth;
  const show = (value: number) => formatQuantity(value, 'force', units);
  return demand.compression.value > limit
    ? `The compression of ${show(demand.compression.value)} exceeds 0.10 f′c Ag = ${show(limit)}; the member must be designed as a column, which is not there yet.`
    : undefined;
}

/** ACI 318-19: rectangular beams. */
export const aci318: DesignCode = {
  title: 'ACI 318-19',
  materials: ['concrete'],
  families: ['us'],
  register: [beamRegister, concreteWithout],
  refuses: strengthDesignOnly,
  excludes: ({ role }, { shape }, { name, concreteStrength }) => {
    if (role === 'column') return 'The check of concrete columns (10, 22.4) is not there yet.';
    if (role === 'brace')
      return 'Concrete braces are not checked: they carry axial force, and only bending and shear of beams are there so far.';
    if (shape.type !== 'rectangle')
      return 'Only rectangular concrete beams are checked so far; this section is not one.';
    return concreteStrength === undefined ? `The material ${name} has no concrete strength.` : undefined;
  },
  check: (checked) => {
    const { shape } = checked.section;
    const { concreteStrength } = checked.material;
    if (shape.type !== 'rectangle' || concreteStrength === undefined)
      throw new Error(`${checked.member.id} is a member ACI 318-19 excludes.`);
    const beam = concreteBeam(shape, concreteStrength, checked);
    const column = actsAsColumn(beam);
    if (column !== undefined)
      return { checks: [missing('axial', 'Bending and shear', '9.5', column)], reinforcement: {} };
    return {
      checks: beamChecks.flatMap((check) => check(beam)),
      reinforcement: { ...beam.layers, stirrups: beam.stirrups },
    };
  },
};

import { lineIndex, lineWidth } from '../../../results';
import { missing, skipped, type Check } from '../../doors/checks/check';
import { strengthDesignOnly, type Basis, type CheckedMember, type DesignCode } from '../../doors/checks/design-code';
import { compressionCheck, tensionCheck } from './check-axial';
import { combinedCheck } from './check-combined';
import { majorFlexureCheck, minorFlexureCheck } from './check-flexure';
import { flangeShearCheck, webShearCheck } from './check-shear';
import { iMemberRegister, steelWithout } from './register';
import { secondOrderState } from './stability';
import { deflectionStatement, ruptureStatement, secondOrderStatement, torsionStatement } from './statements';
import type { Demand, Place, SteelCheck, SteelStatement } from './steel-check';
import { majorStrengths, readAlong, steelMember, weakestAt } from './steel-member';
import { steelSection, type SteelSection } from './steel-section';

/** The comparisons made of a doubly symmetric I member, in the order of the code. */
const steelChecks: readonly SteelCheck[] = [
  tensionCheck,
  compressionCheck,
  majorFlexureCheck,
  minorFlexureCheck,
  webShearCheck,
  flangeShearCheck,
  combinedCheck,
];

const statements: readonly SteelStatement[] = [
  secondOrderStatement,
  ruptureStatement,
  torsionStatement,
  deflectionStatement,
];

/** Checks a doubly symmetric rolled I member by LRFD, at every place under every combination. */
function checkSteelMember(section: SteelSection, checked: CheckedMember, basis: Basis): Check[] {
  const member = steelMember(section, checked);
  const made = steelChecks.map((check) => ({ check, because: check.excludes?.(member) }));
  const worst = made.map(() => ({ value: 0, at: undefined as Place | undefined }));
  let torsion = 0;
  const demand: Demand = { N: 0, Vy: 0, Vz: 0, T: 0, My: 0, Mz: 0, majorStrength: NaN };
  for (const under of checked.lines) {
    const { line } = under;
    const read = readAlong(line, checked.stations);
    const { places, values } = read;
    const strengths = member.majorExclusion === undefined ? majorStrengths(member, under, read) : undefined;
    for (let p = 0; p < places.length; p++) {
      const { x } = places[p];
      const from = lineWidth * p;
      demand.N = values[from + lineIndex.N];
      demand.Vy = Math.abs(values[from + lineIndex.Vy]);
      demand.Vz = Math.abs(values[from + lineIndex.Vz]);
      demand.T = Math.abs(values[from + lineIndex.T]);
      demand.My = Math.abs(values[from + lineIndex.My]);
      demand.Mz = Math.abs(values[from + lineIndex.Mz]);
      demand.majorStrength = strengths ? weakestAt(member, strengths, x) : NaN;
      torsion = Math.max(torsion, demand.T);
      for (let i = 0; i < made.length; i++) {
        if (made[i].because !== undefined) continue;
        const ratio = made[i].check.ratio(member, demand);
        if (ratio > worst[i].value) worst[i] = { value: ratio, at: { ...under, x } };
      }
    }
  }
  return [
    ...made.map(({ check, because }, i): Check => {
      const { id, title, clause } = check;
      if (because !== undefined) return missing(id, title, clause, because);
      const { value, at } = worst[i];
      return at === undefined
        ? skipped(id, title, clause, check.noDemand)
        : {
            made: true,
            id,
            title,
            clause,
            utilisation: value,
            combination: at.label,
            x: at.x,
            trace: (sheet) => check.trace(member, at, sheet),
          };
    }),
    ...statements.map((state) => state(member, torsion, basis)),
  ];
}

/** AISC 360-22 by load and resistance factor design. */
export const aisc360: DesignCode = {
  title: 'AISC 360-22',
  method: 'LRFD',
  materials: ['steel'],
  families: ['us'],
  register: [iMemberRegister, steelWithout],
  refuses: strengthDesignOnly,
  excludes: (_member, { shape }, { name, yieldStress }) =>
    shape.type !== 'i'
      ? 'Only doubly symmetric I sections are checked so far; this section is not one.'
      : yieldStress === undefined
        ? `The material ${name} has no yield stress.`
        : undefined,
  basis: secondOrderState,
  check: (checked, basis = secondOrderState(checked.model)) => {
    const { section, material } = checked;
    const { yieldStress } = material;
    if (section.shape.type !== 'i' || yieldStress === undefined)
      throw new Error(`${checked.member.id} is a member AISC 360-22 excludes.`);
    return { checks: checkSteelMember(steelSection(section.shape, { ...material, yieldStress }), checked, basis) };
  },
};

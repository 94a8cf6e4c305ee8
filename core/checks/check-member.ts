import type { Solution } from '../fem';
import { inOrder, type Combination, type Member, type Model } from '../model';
import { combinationStates, MemberLine, stationsOf } from '../results';
import { checkConcreteBeam, type BeamReinforcement } from './aci318/check-concrete-beam';
import { checkSteelMember, type CombinedLine } from './aisc360/check-steel-member';
import { steelSection } from './aisc360/steel-section';
import { governing, skipped, type Check, type MadeCheck } from './check';

/** What must stand beside every list of steel utilisations: how far the forces are those AISC 360-22 C2 asks for. */
export function stabilityRemark(model: Model): string {
  const strength = Object.values(model.combinations).filter((combination) => combination.purpose === 'strength');
  const all = (has: (combination: Combination) => boolean) => strength.length > 0 && strength.every(has);
  const second = all((combination) => combination.order === 'second');
  const reduced = all((combination) => combination.stiffnessSet !== undefined);
  const swaying = strength.filter((combination) => combination.factors.some((one) => one.factor !== 0 && model.cases[one.case]?.nature === 'notional')).length;
  const sway = swaying === 0 ? 'No strength combination has notional loads (C2.2b).' : `Notional loads (C2.2b) act in ${swaying} of ${strength.length} strength combinations.`;
  if (!second) return `Steel is checked with first-order forces${strength.some((combination) => combination.order === 'second') ? ' in some combinations' : ''}. AISC 360-22 C2 asks for second-order effects and reduced stiffness, chosen in the Analysis stage, and for notional loads, made in the Loads stage. ${sway}`;
  return `Steel is checked with second-order forces${reduced ? ' of the reduced stiffness chosen for the combinations' : '; AISC 360-22 C2.3 asks for reduced stiffness too'}. ${sway}`;
}

/** All checks of one member, made and not made. */
export interface MemberChecks {
  readonly memberId: string;
  /** the code by whose clauses the checks are named */
  readonly code: 'AISC 360-22' | 'ACI 318-19' | '';
  readonly checks: readonly Check[];
  readonly governing: MadeCheck | undefined;
  readonly reinforcement?: BeamReinforcement | undefined;
}

/** Checks members of one model and solution; what all members share is computed once. */
export class MemberChecker {
  private readonly strength: { combination: Combination; state: ReturnType<typeof combinationStates>[number]['state'] }[];

  constructor(
    private readonly model: Model,
    private readonly solution: Solution,
  ) {
    this.strength = combinationStates(model, solution, inOrder(model.combinations).filter((combination) => combination.purpose === 'strength'));
  }

  /** Checks the member of that id by the project's code, over all strength combinations. */
  check(memberId: string): MemberChecks {
    const { model, solution } = this;
    const member = model.members[memberId];
    const number = solution.memberIds.indexOf(memberId);
    const { code, reason } = checkable(model, member);
    const whole = (why: string): MemberChecks => ({ memberId, code, checks: [skipped('member', 'Strength', code === '' ? model.settings.code : code, why)], governing: undefined });
    if (reason) return whole(reason);
    if (this.strength.length === 0) return whole('There is no strength combination. Generate the combinations in the Loads stage.');
    const lines: CombinedLine[] = this.strength.map(({ combination, state }) => ({ label: combination.label, line: new MemberLine(solution, state, number) }));
    const stations = stationsOf(solution, number);
    const { shape } = model.sections[member.section!];
    const material = model.materials[member.material!];
    if (code === 'AISC 360-22' && shape.type === 'i') {
      const checks = checkSteelMember(steelSection(shape, { ...material, yieldStress: material.yieldStress! }), member.steelDesign, lines, stations, stabilityRemark(model));
      return { memberId, code, checks, governing: governing(checks) };
    }
    if (shape.type !== 'rectangle') return whole('This section is not checked.');
    const { checks, reinforcement } = checkConcreteBeam(shape, { ...material, concreteStrength: material.concreteStrength! }, model.settings, member.reinforcement, lines, stations);
    return { memberId, code, checks, governing: governing(checks), reinforcement };
  }
}

/** Which code checks a member, or why none does. */
function checkable(model: Model, member: Member): { code: MemberChecks['code']; reason?: string } {
  const section = member.section === null ? undefined : model.sections[member.section];
  const material = member.material === null ? undefined : model.materials[member.material];
  if (!section || !material) return { code: '', reason: 'The member has no section or no material.' };
  if (model.settings.code === 'eurocode') {
    return { code: '', reason: `The check of ${material.kind} members by ${material.kind === 'steel' ? 'EN 1993-1-1' : 'EN 1992-1-1'} is not there yet. Forces and combinations are; set the project's code family to US to check by AISC 360 and ACI 318.` };
  }
  if (material.kind === 'steel') {
    const code = 'AISC 360-22';
    if (section.shape.type !== 'i') return { code, reason: 'Only doubly symmetric I sections are checked so far; this section is not one.' };
    return material.yieldStress === undefined ? { code, reason: `The material ${material.name} has no yield stress.` } : { code };
  }
  const code = 'ACI 318-19';
  if (member.role === 'column') return { code, reason: 'The check of concrete columns (10, 22.4) is not there yet.' };
  if (member.role === 'brace') return { code, reason: 'Concrete braces are not checked: they carry axial force, and only bending and shear of beams are there so far.' };
  if (section.shape.type !== 'rectangle') return { code, reason: 'Only rectangular concrete beams are checked so far; this section is not one.' };
  return material.concreteStrength === undefined ? { code, reason: `The material ${material.name} has no concrete strength.` } : { code };
}

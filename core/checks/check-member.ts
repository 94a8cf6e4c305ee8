import type { Solution } from '../fem';
import { inOrder, type Combination, type Member, type Model, type Reinforcement } from '../model';
import { combinationStates, MemberLine, stationsOf } from '../results';
import { checkConcreteBeam, type BeamReinforcement } from './aci318/check-concrete-beam';
import { checkSteelMember, type CombinedLine } from './aisc360/check-steel-member';
import { steelSection } from './aisc360/steel-section';
import { secondOrderState, type SecondOrderState } from './aisc360/stability';
import { governing, missing, verdictOf, type Check, type MadeCheck, type Verdict } from './check';

/** All checks of one member, made and not made. */
export interface MemberChecks {
  readonly memberId: string;
  /** the code by whose clauses the checks are named */
  readonly code: 'AISC 360-22' | 'ACI 318-19' | '';
  readonly checks: readonly Check[];
  readonly governing: MadeCheck | undefined;
  readonly verdict: Verdict;
  readonly reinforcement?: BeamReinforcement | undefined;
}

/** Checks members of one model and solution; what all members share is computed once. */
export class MemberChecker {
  private readonly secondOrder: SecondOrderState;
  private readonly connected: ReadonlyMap<string, number>;
  private readonly strength: {
    combination: Combination;
    state: ReturnType<typeof combinationStates>[number]['state'];
  }[];

  constructor(
    private readonly model: Model,
    private readonly solution: Solution,
  ) {
    this.strength = combinationStates(
      model,
      solution,
      inOrder(model.combinations).filter((combination) => combination.purpose === 'strength'),
    );
    this.secondOrder = secondOrderState(model);
    const connected = new Map<string, number>();
    for (const { start, end } of Object.values(model.members))
      for (const node of [start, end]) connected.set(node, (connected.get(node) ?? 0) + 1);
    this.connected = connected;
  }

  /** Whether nothing but its own member holds a node. */
  private isFree(node: string): boolean {
    const { support, springs } = this.model.nodes[node];
    const held =
      (support && Object.values(support).some(Boolean)) ||
      springs !== undefined ||
      Object.values(this.model.diaphragms).some(({ nodes }) => nodes.includes(node));
    return this.connected.get(node) === 1 && !held;
  }

  /**
   * The largest utilisation of the checks that are made of a member, by strength combination, with the reinforcement all of them together ask for;
   * null where none is made.
   */
  byCombination(memberId: string): { readonly combination: string; readonly utilisation: number | null }[] {
    const { reinforcement: used } = this.check(memberId);
    const bars = used && {
      ...(used.top ? { top: { bar: used.top.value.bar.name, count: used.top.value.count } } : {}),
      ...(used.bottom ? { bottom: { bar: used.bottom.value.bar.name, count: used.bottom.value.count } } : {}),
      ...(used.stirrups
        ? {
            stirrups: {
              bar: used.stirrups.value.bar.name,
              legs: used.stirrups.value.legs,
              spacing: used.stirrups.value.spacing,
            },
          }
        : {}),
    };
    return this.strength.map((one) => ({
      combination: one.combination.id,
      utilisation: this.check(memberId, [one], bars).governing?.utilisation ?? null,
    }));
  }

  /**
   * Checks the member of that id by the project's code, over all strength combinations.
   * @param over those it is checked for, when not all
   * @param bars reinforcement in place of the member's own
   */
  check(memberId: string, over: typeof this.strength = this.strength, bars?: Reinforcement): MemberChecks {
    const { model, solution } = this;
    const member = model.members[memberId];
    const number = solution.memberIds.indexOf(memberId);
    const { code, reason } = checkable(model, member);
    const whole = (why: string): MemberChecks => ({
      memberId,
      code,
      checks: [missing('member', 'Strength', code === '' ? model.settings.code : code, why)],
      governing: undefined,
      verdict: 'open',
    });
    if (reason) return whole(reason);
    if (this.strength.length === 0)
      return whole('There is no strength combination. Generate the combinations in the Loads stage.');
    if (this.strength.some(({ combination }) => combination.alpha !== undefined))
      return whole(
        'The strength combinations are those of allowable stress design (ASCE 7 2.4). The checks that are there, AISC 360 by LRFD and ACI 318, go with the combinations of 2.3 only.',
      );
    const lines: CombinedLine[] = over.map(({ combination, state }) => ({
      label: combination.label,
      line: new MemberLine(solution, state, number),
    }));
    const stations = stationsOf(solution, number);
    const { shape } = model.sections[member.section!];
    const material = model.materials[member.material!];
    if (code === 'AISC 360-22' && shape.type === 'i') {
      const free = { start: this.isFree(member.start), end: this.isFree(member.end) };
      const checks = checkSteelMember(
        steelSection(shape, { ...material, yieldStress: material.yieldStress! }),
        member.steelDesign,
        lines,
        stations,
        free,
        this.secondOrder,
      );
      return { memberId, code, checks, governing: governing(checks), verdict: verdictOf(checks) };
    }
    if (shape.type !== 'rectangle') return whole('This section is not checked.');
    const { checks, reinforcement } = checkConcreteBeam(
      shape,
      { ...material, concreteStrength: material.concreteStrength! },
      model.settings,
      bars ?? member.reinforcement,
      lines,
      stations,
    );
    return { memberId, code, checks, governing: governing(checks), verdict: verdictOf(checks), reinforcement };
  }
}

/** Which code checks a member, or why none does. */
function checkable(model: Model, member: Member): { code: MemberChecks['code']; reason?: string } {
  const section = member.section === null ? undefined : model.sections[member.section];
  const material = member.material === null ? undefined : model.materials[member.material];
  if (!section || !material) return { code: '', reason: 'The member has no section or no material.' };
  if (model.settings.code === 'eurocode') {
    return {
      code: '',
      reason: `The check of ${material.kind} members by ${material.kind === 'steel' ? 'EN 1993-1-1' : 'EN 1992-1-1'} is not there yet. Forces and combinations are; set the project's code family to US to check by AISC 360 and ACI 318.`,
    };
  }
  if (material.kind === 'steel') {
    const code = 'AISC 360-22';
    if (section.shape.type !== 'i')
      return { code, reason: 'Only doubly symmetric I sections are checked so far; this section is not one.' };
    return material.yieldStress === undefined
      ? { code, reason: `The material ${material.name} has no yield stress.` }
      : { code };
  }
  const code = 'ACI 318-19';
  if (member.role === 'column') return { code, reason: 'The check of concrete columns (10, 22.4) is not there yet.' };
  if (member.role === 'brace')
    return {
      code,
      reason:
        'Concrete braces are not checked: they carry axial force, and only bending and shear of beams are there so far.',
    };
  if (section.shape.type !== 'rectangle')
    return { code, reason: 'Only rectangular concrete beams are checked so far; this section is not one.' };
  return material.concreteStrength === undefined
    ? { code, reason: `The material ${material.name} has no concrete strength.` }
    : { code };
}

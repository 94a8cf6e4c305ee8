import { inOrder, type Combination, type Model, type StiffnessSet } from '../../../model';
import type { Basis } from '../../doors/checks/design-code';

/** Whether a set reduces flexural and axial stiffness of all steel by 0.8 at least, as C2.3 asks (τ_b is not part of this). */
export function reducesSteel(set: StiffnessSet | undefined): boolean {
  const rule = set?.rules.find((one) => (one.material === 'steel' || one.material === 'any') && one.role === 'any');
  const roles = set?.rules.filter((one) => one.material === 'steel' || one.material === 'any') ?? [];
  const enough = (factors: StiffnessSet['rules'][number]['factors']) =>
    [factors.area, factors.inertiaY, factors.inertiaZ].every((factor) => (factor ?? 1) <= 0.8 + 1e-9);
  return rule !== undefined && roles.every((one) => enough(one.factors));
}

const lateral = new Set(['wind', 'seismic', 'notional']);

/**
 * How far the forces of steel members are those AISC 360-22 C2 asks for: every strength combination of second order, with reduced stiffness and
 * notional loads where C2.2b asks for them.
 */
export function secondOrderState(model: Model): Basis {
  const strength = inOrder(model.combinations).filter((combination) => combination.purpose === 'strength');
  const count = (has: (combination: Combination) => boolean) => strength.filter(has).length;
  const loaded = (combination: Combination, natures: ReadonlySet<string>) =>
    combination.factors.some((one) => one.factor !== 0 && natures.has(model.cases[one.case]?.nature ?? ''));
  const second = count((one) => one.order === 'second');
  const reduced = count((one) => one.stiffnessSet !== undefined && reducesSteel(model.stiffnessSets[one.stiffnessSet]));
  const swaying = count((one) => loaded(one, new Set(['notional'])));
  // vertical loads alone stand beside the same with notional loads; only those that never meet any are wanting
  const without = (one: Combination) =>
    one.factors
      .filter((part) => part.factor !== 0 && model.cases[part.case]?.nature !== 'notional')
      .map((part) => `${part.case}×${part.factor}`)
      .sort()
      .join(' ');
  const pushed = new Set(strength.filter((one) => loaded(one, new Set(['notional']))).map(without));
  const upright = count((one) => !loaded(one, lateral) && !pushed.has(without(one)));
  const [all, met] = [
    strength.length,
    strength.length > 0 && second === strength.length && reduced === strength.length && upright === 0,
  ];
  const sway =
    swaying === 0
      ? 'No strength combination has notional loads (C2.2b).'
      : `Notional loads (C2.2b) act in ${swaying} of ${all} strength combinations.`;
  const gravity =
    upright === 0
      ? ''
      : ` ${upright} combine vertical loads that meet no notional ones, which C2.2b(d) always asks for.`;
  const stiffness =
    reduced === all
      ? 'with the stiffness of all steel reduced by 0.8 or more (C2.3; τ_b is for the engineer to include)'
      : `with the stiffness of steel reduced as C2.3 asks in ${reduced} of them`;
  if (second < all || all === 0)
    return {
      met: false,
      remark: `Steel is checked with first-order forces${second > 0 ? ` in ${all - second} of ${all} strength combinations` : ''}. AISC 360-22 C2 asks for second-order effects and reduced stiffness, chosen in the Analysis stage, and for notional loads, made in the Loads stage. ${sway}${gravity}`,
    };
  return {
    met,
    remark: `Steel is checked with second-order forces of all ${all} strength combinations, ${stiffness}. ${sway}${gravity}`,
  };
}

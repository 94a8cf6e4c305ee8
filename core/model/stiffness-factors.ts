import type { Material, Member, StiffnessFactors, StiffnessSet } from './kinds';

/**
 * What shares of its stiffness a member is analysed with: its own factors times those of a set.
 * @param kind of its material
 * @param set  none: its own factors alone
 * @returns the factor of a part of its stiffness, without dimension
 */
export function stiffnessFactors(
  { role, stiffness }: Pick<Member, 'role' | 'stiffness'>,
  kind: Material['kind'],
  set?: StiffnessSet,
): (of: keyof StiffnessFactors) => number {
  const rule = set?.rules.find(
    (one) => (one.material === 'any' || one.material === kind) && (one.role === 'any' || one.role === role),
  );
  return (of) => (stiffness?.[of] ?? 1) * (rule?.factors[of] ?? 1);
}

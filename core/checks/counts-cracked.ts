import { stiffnessFactors, type Model } from '../model';

/** Whether all concrete columns and beams bend with less than their whole stiffness. @param set id of a stiffness set; undefined: none */
export function countsCracked({ members, materials, stiffnessSets }: Model, set: string | undefined): boolean {
  return Object.values(members).every((member) => {
    if (member.role === 'brace' || member.material === null || materials[member.material].kind !== 'concrete')
      return true;
    const factor = stiffnessFactors(member, 'concrete', set === undefined ? undefined : stiffnessSets[set]);
    return factor('inertiaY') < 1 && factor('inertiaZ') < 1;
  });
}

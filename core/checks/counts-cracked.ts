import { inOrder, isMeshed, stiffnessFactors, type Model } from '../model';

/**
 * Whether all concrete columns, beams and analysed walls bend with less than their whole stiffness.
 * @param set id of a stiffness set; undefined: none
 */
export function countsCracked(model: Model, set: string | undefined): boolean {
  const { members, materials, stiffnessSets } = model;
  const chosen = set === undefined ? undefined : stiffnessSets[set];
  const isConcrete = (material: string | null) => material !== null && materials[material].kind === 'concrete';
  const ofWalls = chosen?.panels?.find((rule) => rule.of !== 'slabs')?.factors;
  return (
    Object.values(members).every((member) => {
      if (member.role === 'brace' || !isConcrete(member.material)) return true;
      const factor = stiffnessFactors(member, 'concrete', chosen);
      return factor('inertiaY') < 1 && factor('inertiaZ') < 1;
    }) &&
    // a wall bends in its plane by what is stretched and pressed upright
    inOrder(model.walls).every(
      (wall) =>
        !isMeshed(wall) ||
        !isConcrete(wall.material) ||
        (['membraneX', 'membraneY'] as const).some((way) => (wall.factors?.[way] ?? 1) * (ofWalls?.[way] ?? 1) < 1),
    )
  );
}

import { findMaterial, likelyMaterialKind, type CatalogueMaterial, type SectionShape } from '../catalog';
import { familyOf } from '../codes/families';
import type { Model } from '../model';

/** The name under which a material field lets the material follow the section. */
export const bySection = 'by section';

/** The steel, or concrete, most members of the project have, else the usual one of its codes; by name. */
export function usualMaterial(model: Model, kind: 'steel' | 'concrete'): string {
  const counts = new Map<string, number>();
  for (const member of Object.values(model.members))
    if (member.material) counts.set(member.material, (counts.get(member.material) ?? 0) + 1);
  const [most] = [...counts].filter(([id]) => model.materials[id].kind === kind).sort((a, b) => b[1] - a[1]);
  if (most) return model.materials[most[0]].name;
  return familyOf(model).materials[kind];
}

/** The material a section gets where none was chosen: a rolled shape the project's steel, 400 × 400 its concrete. */
export const materialFor = (model: Model, shape: SectionShape): string =>
  usualMaterial(model, likelyMaterialKind(shape));

/** The same as an entry of the catalogue, for a model that does not have it yet. @throws RangeError when neither knows the name */
export function catalogueMaterialFor(model: Model, shape: SectionShape): CatalogueMaterial {
  const name = materialFor(model, shape);
  const own = Object.values(model.materials).find((material) => material.name === name);
  const listed = findMaterial(name);
  if (listed) return listed;
  if (!own) throw new RangeError(`There is no material “${name}”.`);
  const { id: _id, ...properties } = own;
  return properties as CatalogueMaterial;
}

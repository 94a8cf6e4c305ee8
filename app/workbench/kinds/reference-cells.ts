import { catalogueMaterials, findMaterial } from '~core/catalog';
import type { Batch, CellRead } from '../cells/cells';
import { bad, good } from '../cells/columns';

/** Reads a node by its number. @param field what it sets */
export const nodeCell =
  (field: 'start' | 'end') =>
  (text: string, { model }: Batch): CellRead =>
    text.toLowerCase() in model.nodes
      ? good({ [field]: text.toLowerCase() })
      : bad(`There is no node “${text}”. Type its number, such as n4.`);

/** Reads a material by its name: one of the project, or of the catalogue, which is then taken into it. */
export function materialCell(text: string, { model, collector }: Batch): CellRead {
  if (text === '' || text === 'none') return good({ material: null });
  const own = Object.values(model.materials).find((material) => material.name.toLowerCase() === text.toLowerCase());
  if (own) return good({ material: own.id });
  const listed = findMaterial(text);
  return listed
    ? good({ material: collector.material(listed) })
    : bad(`“${text}” is no material of the project or the catalogue, such as ${catalogueMaterials[0].name}.`);
}

/** Reads the corners of an outline: nodes in order. */
export function cornersCell(text: string, { model }: Batch): CellRead {
  const ids = text
    .toLowerCase()
    .split(/[\s,;]+/)
    .filter((id) => id !== '');
  const unknown = ids.find((id) => !(id in model.nodes));
  if (unknown !== undefined)
    return bad(`There is no node “${unknown}”. Type the corners in order, such as n1 n2 n6 n5.`);
  if (ids.length < 3) return bad('An outline has three corners or more. Type them in order, such as n1 n2 n6 n5.');
  if (new Set(ids).size < ids.length) return bad('A node stands twice in the outline.');
  return good({ corners: ids });
}

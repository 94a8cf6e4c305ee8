import { findMaterial } from '~core/catalog';
import type { Material, Model } from '~core/model';
import type { RowLayout } from '../../cells/cells';
import { bad, quantity, words, oneOf, nameCell } from '../../cells/columns';
import { unusedOnly } from '../unused-only';

/** Materials in rows. */
export function materialLayout(model: Model): RowLayout<Material> {
  const users = new Map<string, number>();
  for (const member of Object.values(model.members))
    if (member.material) users.set(member.material, (users.get(member.material) ?? 0) + 1);
  const optional = (title: string, field: 'yieldStress' | 'tensileStrength' | 'concreteStrength') =>
    quantity(
      model,
      title,
      'stress',
      (material: Material) => material[field],
      (value) => ({ [field]: value }),
      { positive: true, optional: true },
    );
  return {
    table: 'materials',
    noun: 'material',
    remove: unusedOnly('materials', (material) => material.name, users),
    columns: [
      words(
        'Material',
        130,
        (material) => material.name,
        (text, { model: current }, row) => {
          if (
            Object.values(current.materials).some(
              (material) => material.id !== row?.id && material.name.toLowerCase() === text.toLowerCase(),
            )
          )
            return bad(`There is a material “${text}” already. Choose another name.`);
          return nameCell('name')(text);
        },
      ),
      words('Kind', 80, (material) => material.kind, oneOf(['steel', 'concrete'], 'kind'), ['steel', 'concrete']),
      quantity(
        model,
        'E',
        'modulus',
        (material: Material) => material.elasticModulus,
        (elasticModulus) => ({ elasticModulus }),
        { positive: true },
      ),
      quantity(
        model,
        'ν',
        'number',
        (material: Material) => material.poissonRatio,
        (poissonRatio) => ({ poissonRatio }),
        { width: 60 },
      ),
      quantity(
        model,
        'Density',
        'density',
        (material: Material) => material.density,
        (density) => ({ density }),
      ),
      optional('fy', 'yieldStress'),
      optional('fu', 'tensileStrength'),
      optional('f′c', 'concreteStrength'),
      {
        title: 'Used by',
        width: 70,
        numeric: true,
        text: (material) => String(users.get(material.id) ?? 0),
        order: (material) => users.get(material.id) ?? 0,
      },
    ],
    create: (fields, { collector }) => {
      const listed = findMaterial(String(fields.name ?? ''));
      if (!fields.name) return { ok: false, error: 'A material needs a name.' };
      if (listed) {
        const { thicknessLimit: _limit, ...properties } = listed;
        return {
          ok: true,
          record: {
            ...Object.fromEntries(Object.entries(properties).filter(([, value]) => value !== undefined)),
            ...fields,
            id: collector.nextId('materials'),
          } as Material,
        };
      }
      if (!fields.elasticModulus)
        return { ok: false, error: 'A material that is not in the catalogue needs E, and more for its checks.' };
      const concrete = fields.kind === 'concrete';
      return {
        ok: true,
        record: {
          kind: 'steel',
          standard: 'own',
          poissonRatio: concrete ? 0.2 : 0.3,
          density: concrete ? 2500 : 7850,
          expansion: concrete ? 1e-5 : 1.2e-5,
          ...fields,
          id: collector.nextId('materials'),
        } as Material,
      };
    },
  };
}

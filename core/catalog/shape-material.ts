import type { SectionShape } from './section-shape';

/** What a section is made of by its nature: rolled, hollow, welded and cold-formed ones of steel, slab beams of concrete; solid bars can be either. */
export function materialKindOf(shape: SectionShape): 'steel' | 'concrete' | undefined {
  switch (shape.type) {
    case 'concreteTee':
    case 'concreteEll':
      return 'concrete';
    case 'rectangle':
    case 'circle':
      return undefined;
    default:
      return 'steel';
  }
}

/** Solid bars up to this size (m) are taken for steel rods and plates, larger ones for concrete, where nothing else is said. */
const largestBar = 0.15;

/** What a section is most likely made of, where nobody says. */
export function likelyMaterialKind(shape: SectionShape): 'steel' | 'concrete' {
  const size =
    shape.type === 'rectangle' ? Math.min(shape.width, shape.depth) : shape.type === 'circle' ? shape.diameter : 0;
  return materialKindOf(shape) ?? (size > largestBar ? 'concrete' : 'steel');
}

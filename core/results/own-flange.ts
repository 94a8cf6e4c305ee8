import { webOf, type SectionShape } from '../catalog';
import type { FlangedShape } from './flanged-beam';

const known = new WeakMap<SectionShape, FlangedShape>();

/** The flange that a T or L section has of its own, from the centroid of the whole; undefined: it has none. The same shape gives the same object. */
export function ownFlange(shape: SectionShape): FlangedShape | undefined {
  if (shape.type !== 'concreteTee' && shape.type !== 'concreteEll') return undefined;
  let found = known.get(shape);
  if (!found) {
    const { depth, webWidth, flangeWidth, flangeThickness } = shape;
    const { middle: beam } = webOf(shape)!;
    const left = shape.type === 'concreteTee' ? -flangeWidth / 2 : -webWidth / 2;
    const top = beam.z + depth / 2;
    found = {
      beam,
      slabs: [
        {
          panel: '',
          from: { y: beam.y + left, z: top - flangeThickness },
          to: { y: beam.y + left + flangeWidth, z: top },
        },
      ],
      isOwn: true,
    };
    known.set(shape, found);
  }
  return found;
}

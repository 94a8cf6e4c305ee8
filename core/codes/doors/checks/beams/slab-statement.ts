import { formatQuantity } from '../../../../units';
import { missing, skipped } from '../check';
import type { BeamCheck } from './concrete-beam';

/** Slab and beam nearer to each other than this touch, m. */
const touching = 2e-3;

/** A slab that touches the beam is part of its section. @param clause of effective widths */
export const slabStatement =
  (clause: string): BeamCheck =>
  ({ section, bending, units }) => {
    const shapes = new Set(bending.flatMap(({ shape }) => (shape && !shape.isOwn ? shape : [])));
    if (shapes.size === 0) return [];
    const gap = Math.max(
      ...[...shapes].flatMap(({ beam, slabs }) =>
        slabs.map(({ from, to }) => Math.max(from.z - beam.z - section.depth / 2, beam.z - section.depth / 2 - to.z)),
      ),
    );
    const [id, title] = ['flange', 'Together with its slab'] as const;
    return [
      gap > touching
        ? missing(
            id,
            title,
            clause,
            `The slab does not touch the beam, ${formatQuantity(gap, 'sectionLength', units, units === 'us' ? 2 : 0)} lie between them. What joins them is not in the model; let the beam’s axis and the slab’s plane lie so that they touch.`,
          )
        : skipped(id, title, clause, 'The slab beside it is part of its section in bending and shear.'),
    ];
  };

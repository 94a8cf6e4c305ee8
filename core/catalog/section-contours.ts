import { inAxes, type Contours } from './polygon-integrals';
import { sectionProperties } from './section-properties';
import type { SectionShape } from './section-shape';
import { shapeOutlines } from './shape-outlines';

/** A shape's outlines about its centroid in the member's local axes, m, for drawing: rounded corners as arcs of `parts` chords. */
export function contoursOf(shape: SectionShape, parts: number): Contours {
  const drawn = shapeOutlines(shape, parts);
  const points = drawn.solids.flat();
  const middle = [0, 1].map(
    (axis) => (Math.min(...points.map((point) => point[axis])) + Math.max(...points.map((point) => point[axis]))) / 2,
  );
  const { centroid, principalAngle } = sectionProperties(shape);
  return inAxes(drawn, -middle[0] - centroid[0], -middle[1] - centroid[1], principalAngle);
}

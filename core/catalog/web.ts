import type { SectionShape } from './section-shape';

/** The web of a beam of concrete, over its whole depth, m. */
export interface Web {
  readonly width: number;
  readonly depth: number;
  /** its middle, from the centroid of the section */
  readonly middle: { readonly y: number; readonly z: number };
}

/** A beam of concrete as its web: a rectangle is all web, a T or an L what lies below its flange and in it; undefined: the shape is none of these. */
export function webOf(shape: SectionShape): Web | undefined {
  if (shape.type === 'rectangle') return { width: shape.width, depth: shape.depth, middle: { y: 0, z: 0 } };
  if (shape.type !== 'concreteTee' && shape.type !== 'concreteEll') return undefined;
  const { depth, webWidth, flangeWidth, flangeThickness } = shape;
  const beside = (flangeWidth - webWidth) * flangeThickness;
  const share = beside / (depth * webWidth + beside);
  // the middle of what stands out, from that of the web
  const [y, z] = [shape.type === 'concreteTee' ? 0 : flangeWidth / 2, (depth - flangeThickness) / 2];
  return { width: webWidth, depth, middle: { y: -share * y, z: -share * z } };
}

import type { SectionShape } from '../../../../catalog';

/** The flange that a T or L section has of its own, m. */
export interface OwnFlange {
  /** what stands out beside the web, on each side it does */
  readonly overhang: number;
  readonly thickness: number;
  readonly sides: 1 | 2;
}

/** The flange of a section; undefined: it has none of its own. */
export function flangeOf(shape: SectionShape): OwnFlange | undefined {
  if (shape.type !== 'concreteTee' && shape.type !== 'concreteEll') return undefined;
  const sides = shape.type === 'concreteTee' ? 2 : 1;
  return { overhang: (shape.flangeWidth - shape.webWidth) / sides, thickness: shape.flangeThickness, sides };
}

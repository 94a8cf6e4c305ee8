import type { SectionShape } from './section-shape';

/** Why there can be no section of these dimensions, as the end of a sentence; undefined when there can. */
export function impossibleShape(shape: SectionShape): string | undefined {
  const needs = (fits: boolean, why: string) => (fits ? undefined : why);
  switch (shape.type) {
    case 'rectangle':
    case 'circle':
      return undefined;
    case 'i':
    case 'channel':
      return needs(
        2 * shape.flangeThickness < shape.depth && shape.webThickness < shape.width,
        'its plates are thicker than the section',
      );
    case 'tee':
      return needs(
        shape.flangeThickness < shape.depth && shape.webThickness < shape.width,
        'its plates are thicker than the section',
      );
    case 'angle':
    case 'doubleAngle':
      return needs(shape.thickness < Math.min(shape.depth, shape.width), 'its legs are thicker than they are long');
    case 'rectangularHollow':
      return needs(
        2 * shape.thickness < Math.min(shape.depth, shape.width) &&
          2 * shape.outerRadius <= Math.min(shape.depth, shape.width),
        'its walls leave no room inside',
      );
    case 'circularHollow':
      return needs(2 * shape.thickness < shape.diameter, 'its walls leave no room inside');
    case 'coldC':
    case 'coldZ':
      return needs(
        shape.depth > 2 * (shape.innerRadius + shape.thickness) &&
          shape.width > 2 * (shape.innerRadius + shape.thickness) &&
          shape.lip > shape.innerRadius + shape.thickness &&
          2 * shape.lip <= shape.depth,
        'its bends do not fit',
      );
    case 'builtUpI':
      return needs(
        shape.topThickness + shape.bottomThickness < shape.depth &&
          shape.webThickness <= Math.min(shape.topWidth, shape.bottomWidth),
        'its plates are thicker than the section',
      );
    case 'builtUpBox':
      return needs(
        2 * shape.flangeThickness < shape.depth && 2 * shape.webThickness < shape.width,
        'its plates leave no room inside',
      );
    case 'concreteTee':
    case 'concreteEll':
      return needs(
        shape.flangeThickness < shape.depth && shape.webWidth < shape.flangeWidth,
        'its flange must be wider than its web and thinner than its depth',
      );
  }
}

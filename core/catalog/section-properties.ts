import { parallelFlangeI, taperedFlangeI, type IntegratedI } from './i-shape-integrals';
import { outlinedProperties, plateTorsion } from './outlined-properties';
import type { CircleShape, IShape, RectangleShape, SectionProperties, SectionShape } from './section-shape';

/** Where the centroid, the middle of the box and the shear centre are one, and the box's directions principal. */
const symmetric = { principalAngle: 0, centroid: [0, 0], shearCentre: [0, 0] } as const;

const known = new WeakMap<SectionShape, SectionProperties>();

/** Properties of a shape from its dimensions (m in, SI out). The same shape object is computed once. */
export function sectionProperties(shape: SectionShape): SectionProperties {
  let properties = known.get(shape);
  if (!properties) {
    properties = compute(shape);
    known.set(shape, properties);
  }
  return properties;
}

function compute(shape: SectionShape): SectionProperties {
  switch (shape.type) {
    case 'i':
      return iProperties(shape);
    case 'rectangle':
      return rectangleProperties(shape);
    case 'circle':
      return circleProperties(shape);
    default:
      return outlinedProperties(shape);
  }
}

/** Shear areas: the web over the full depth for strong-axis shear; 5/6 of the two flanges for weak-axis shear. */
function iProperties(shape: IShape): SectionProperties {
  const { depth, width, webThickness, flangeThickness } = shape;
  const integrated: IntegratedI = shape.flangeSlope ? taperedFlangeI(shape) : parallelFlangeI(shape);
  const { area, inertiaY, inertiaZ } = integrated;
  return {
    depth,
    width,
    ...integrated,
    shearAreaY: (5 / 3) * width * flangeThickness,
    shearAreaZ: depth * webThickness,
    elasticModulusY: (2 * inertiaY) / depth,
    elasticModulusZ: (2 * inertiaZ) / width,
    radiusY: Math.sqrt(inertiaY / area),
    radiusZ: Math.sqrt(inertiaZ / area),
    ...symmetric,
  };
}

function rectangleProperties({ depth, width }: RectangleShape): SectionProperties {
  const area = depth * width;
  return {
    depth,
    width,
    area,
    shearAreaY: (5 / 6) * area,
    shearAreaZ: (5 / 6) * area,
    inertiaY: (width * depth ** 3) / 12,
    inertiaZ: (depth * width ** 3) / 12,
    torsion: plateTorsion(depth, width),
    warping: 0,
    elasticModulusY: (width * depth ** 2) / 6,
    elasticModulusZ: (depth * width ** 2) / 6,
    plasticModulusY: (width * depth ** 2) / 4,
    plasticModulusZ: (depth * width ** 2) / 4,
    radiusY: depth / Math.sqrt(12),
    radiusZ: width / Math.sqrt(12),
    ...symmetric,
  };
}

/** Shear area 0.9 A (Cook et al., solid circle). */
function circleProperties({ diameter }: CircleShape): SectionProperties {
  const area = (Math.PI * diameter ** 2) / 4;
  const inertia = (Math.PI * diameter ** 4) / 64;
  return {
    depth: diameter,
    width: diameter,
    area,
    shearAreaY: 0.9 * area,
    shearAreaZ: 0.9 * area,
    inertiaY: inertia,
    inertiaZ: inertia,
    torsion: 2 * inertia,
    warping: 0,
    elasticModulusY: (2 * inertia) / diameter,
    elasticModulusZ: (2 * inertia) / diameter,
    plasticModulusY: diameter ** 3 / 6,
    plasticModulusZ: diameter ** 3 / 6,
    radiusY: diameter / 4,
    radiusZ: diameter / 4,
    ...symmetric,
  };
}

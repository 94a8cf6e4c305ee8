import { openThinWalled, type MidLine } from './open-thin-walled';
import { areaIntegrals, inAxes, plasticModulus, type Point } from './polygon-integrals';
import type {
  AngleShape,
  BuiltUpIShape,
  ChannelShape,
  ColdFormedShape,
  RectangularHollowShape,
  SectionProperties,
  SectionShape,
  TeeShape,
} from './section-shape';
import { shapeOutlines } from './shape-outlines';

/** Chords an arc of an outline is cut into for its integrals: the area of a fillet is then true to 0.03%. */
const arcParts = 48;

/** What the outline does not tell: torsion (m⁴), warping (m⁶), areas that carry shear (m²) and the shear centre seen from the centroid (m). */
interface BeyondOutline {
  readonly torsion: number;
  readonly warping: number;
  readonly shearAreaY: number;
  readonly shearAreaZ: number;
  readonly shearCentre: Point;
}

/**
 * Properties integrated over a shape's outline. Angles and Zs are given about their principal axes; y is the one with the larger
 * second moment.
 */
export function outlinedProperties(shape: SectionShape): SectionProperties {
  const drawn = shapeOutlines(shape, arcParts);
  const points = drawn.solids.flat();
  const [left, right] = [Math.min(...points.map(([y]) => y)), Math.max(...points.map(([y]) => y))];
  const [bottom, top] = [Math.min(...points.map(([, z]) => z)), Math.max(...points.map(([, z]) => z))];
  const { area, firstY, firstZ } = areaIntegrals(drawn);
  const [y, z] = [firstZ / area, firstY / area];
  const central = inAxes(drawn, -y, -z, 0);
  const { secondY, secondZ, product } = areaIntegrals(central);
  // the slab keeps a concrete edge beam from bending sideways, so its product of inertia plays no part
  const skew = Math.abs(product) > 1e-9 * (secondY + secondZ) && shape.type !== 'concreteEll';
  const principalAngle = skew ? principal(secondY, secondZ, product) : 0;
  const own = skew ? inAxes(central, 0, 0, principalAngle) : central;
  const about = areaIntegrals(own);
  const corners = own.solids.flat();
  const farthest = (axis: 0 | 1) => corners.reduce((most, point) => Math.max(most, Math.abs(point[axis])), 0);
  return {
    depth: top - bottom,
    width: right - left,
    area,
    inertiaY: about.secondY,
    inertiaZ: about.secondZ,
    elasticModulusY: about.secondY / farthest(1),
    elasticModulusZ: about.secondZ / farthest(0),
    plasticModulusY: plasticModulus(own),
    plasticModulusZ: plasticModulus(inAxes(own, 0, 0, Math.PI / 2)),
    radiusY: Math.sqrt(about.secondY / area),
    radiusZ: Math.sqrt(about.secondZ / area),
    principalAngle,
    centroid: [y - (left + right) / 2, z - (bottom + top) / 2],
    ...beyondOutline(shape, area, [y, z], top),
  };
}

/** Turn (rad, within a quarter) to the axis y with the larger second moment. */
function principal(secondY: number, secondZ: number, product: number): number {
  return Math.atan2(-2 * product, secondY - secondZ) / 2;
}

const atCentroid: Point = [0, 0];

/**
 * Torsion of open rolled shapes after El Darwish and Johnston (ASCE J. Struct. Div. 91, 1965), of closed ones after Bredt; shear areas
 * as the webs over the full depth and 5/6 of flanges.
 */
function beyondOutline(shape: SectionShape, area: number, centroid: Point, top: number): BeyondOutline {
  switch (shape.type) {
    case 'channel':
      return channel(shape);
    case 'angle': {
      const { depth, width, thickness: t } = shape;
      // both legs' mid-lines meet in the shear centre
      return {
        ...angleTorsion(shape),
        shearAreaY: (5 / 6) * width * t,
        shearAreaZ: (5 / 6) * depth * t,
        shearCentre: [t / 2 - centroid[0], t / 2 - centroid[1]],
      };
    }
    case 'doubleAngle': {
      const one = angleTorsion(shape);
      return {
        torsion: 2 * one.torsion,
        warping: 2 * one.warping,
        shearAreaY: (5 / 3) * shape.width * shape.thickness,
        shearAreaZ: (5 / 3) * shape.depth * shape.thickness,
        shearCentre: [0, top - shape.thickness / 2 - centroid[1]],
      };
    }
    case 'tee':
      return {
        ...teeTorsion(shape),
        shearAreaY: (5 / 6) * shape.width * shape.flangeThickness,
        shearAreaZ: shape.depth * shape.webThickness,
        shearCentre: [0, top - shape.flangeThickness / 2 - centroid[1]],
      };
    case 'rectangularHollow':
      return {
        torsion: hollowTorsion(shape),
        warping: 0,
        shearAreaY: 2 * shape.width * shape.thickness,
        shearAreaZ: 2 * shape.depth * shape.thickness,
        shearCentre: atCentroid,
      };
    case 'circularHollow': {
      const inner = shape.diameter - 2 * shape.thickness;
      return {
        torsion: (Math.PI * (shape.diameter ** 4 - inner ** 4)) / 32,
        warping: 0,
        shearAreaY: area / 2,
        shearAreaZ: area / 2,
        shearCentre: atCentroid,
      };
    }
    case 'builtUpBox': {
      const [b, h] = [shape.width - shape.webThickness, shape.depth - shape.flangeThickness];
      const torsion = (4 * (b * h) ** 2) / ((2 * b) / shape.flangeThickness + (2 * h) / shape.webThickness);
      return {
        torsion,
        warping: 0,
        shearAreaY: 2 * shape.width * shape.flangeThickness,
        shearAreaZ: 2 * shape.depth * shape.webThickness,
        shearCentre: atCentroid,
      };
    }
    case 'builtUpI':
      return builtUpI(shape, centroid[1]);
    case 'coldC':
    case 'coldZ':
      return coldFormed(shape);
    case 'concreteTee':
    case 'concreteEll': {
      const web = plateTorsion(shape.depth, shape.webWidth);
      const flange = plateTorsion(shape.flangeWidth - shape.webWidth, shape.flangeThickness);
      return {
        torsion: web + flange,
        warping: 0,
        shearAreaY: (5 / 6) * shape.flangeWidth * shape.flangeThickness,
        shearAreaZ: (5 / 6) * shape.webWidth * shape.depth,
        shearCentre: atCentroid,
      };
    }
    case 'i':
    case 'rectangle':
    case 'circle':
      throw new Error(`The ${shape.type} has closed forms of its own.`);
  }
}

/** Torsion constant of a rectangle (Roark's Formulas for Stress and Strain, table 10.1, case 4), m⁴. */
export function plateTorsion(one: number, other: number): number {
  const long = Math.max(one, other);
  const short = Math.min(one, other);
  return long * short ** 3 * (1 / 3 - 0.21 * (short / long) * (1 - (short / long) ** 4 / 12));
}

/** Factor and inscribed circle of an L-shaped junction of a web tw and a flange tf with fillet r. */
function cornerJunction(tw: number, tf: number, r: number): number {
  const factor =
    -0.0908 + (0.2621 * tw) / tf + (0.1231 * r) / tf - (0.0752 * tw * r) / tf ** 2 - 0.0945 * (tw / tf) ** 2;
  const inscribed = 2 * (3 * r + tw + tf - Math.sqrt(2 * (2 * r + tw) * (2 * r + tf)));
  return factor * inscribed ** 4;
}

function channel(shape: ChannelShape): BeyondOutline {
  const { depth, width, webThickness: tw, flangeThickness: tf, rootRadius: r } = shape;
  const [b, h] = [width - tw / 2, (depth - tf) / 2];
  const line: MidLine = {
    corners: [
      [b, -h],
      [0, -h],
      [0, h],
      [b, h],
    ],
    thicknesses: [tf, tw, tf],
  };
  return {
    torsion:
      (2 / 3) * width * tf ** 3 + ((depth - 2 * tf) * tw ** 3) / 3 + 2 * cornerJunction(tw, tf, r) - 0.42 * tf ** 4,
    ...openThinWalled(line),
    shearAreaY: (5 / 3) * width * tf,
    shearAreaZ: depth * tw,
  };
}

function angleTorsion({ depth, width, thickness: t, rootRadius }: Omit<AngleShape, 'type'>): {
  torsion: number;
  warping: number;
} {
  return {
    torsion: (width * t ** 3) / 3 + ((depth - t) * t ** 3) / 3 + cornerJunction(t, t, rootRadius) - 0.21 * t ** 4,
    warping: (t ** 3 * ((depth - t / 2) ** 3 + (width - t / 2) ** 3)) / 36,
  };
}

function teeTorsion({ depth, width, webThickness: tw, flangeThickness: tf, rootRadius: r }: TeeShape): {
  torsion: number;
  warping: number;
} {
  const factor =
    -0.042 + (0.2204 * tw) / tf + (0.1355 * r) / tf - (0.0865 * tw * r) / tf ** 2 - 0.0725 * (tw / tf) ** 2;
  const inscribed = ((tf + r) ** 2 + tw * (r + tw / 4)) / (2 * r + tf);
  return {
    torsion:
      (width * tf ** 3) / 3 + ((depth - tf) * tw ** 3) / 3 + factor * inscribed ** 4 - 0.21 * tf ** 4 - 0.105 * tw ** 4,
    warping: (tf ** 3 * width ** 3) / 144 + ((depth - tf / 2) ** 3 * tw ** 3) / 36,
  };
}

/** EN 10210-2, annex B. */
function hollowTorsion({ depth: h, width: b, thickness: t, outerRadius, innerRadius }: RectangularHollowShape): number {
  const radius = (outerRadius + innerRadius) / 2;
  const perimeter = 2 * (b + h - 2 * t) - 2 * radius * (4 - Math.PI);
  const enclosed = (b - t) * (h - t) - radius ** 2 * (4 - Math.PI);
  return (t ** 3 * perimeter) / 3 + (4 * enclosed ** 2 * t) / perimeter;
}

function builtUpI(shape: BuiltUpIShape, centroid: number): BeyondOutline {
  const { depth, webThickness: tw, topWidth, topThickness, bottomWidth, bottomThickness } = shape;
  const apart = depth - (topThickness + bottomThickness) / 2;
  const [top, bottom] = [(topThickness * topWidth ** 3) / 12, (bottomThickness * bottomWidth ** 3) / 12];
  const lever = (apart * top) / (top + bottom);
  return {
    torsion:
      (topWidth * topThickness ** 3 +
        bottomWidth * bottomThickness ** 3 +
        (depth - topThickness - bottomThickness) * tw ** 3) /
      3,
    warping: (apart ** 2 * top * bottom) / (top + bottom),
    shearAreaY: (5 / 6) * (topWidth * topThickness + bottomWidth * bottomThickness),
    shearAreaZ: depth * tw,
    shearCentre: [0, bottomThickness / 2 + lever - centroid],
  };
}

/** Corners are taken square at the mid-line; thin-walled theory with the shape's own thickness. */
function coldFormed({ type, depth, width, lip, thickness: t }: ColdFormedShape): BeyondOutline {
  const [b, h, c] = [width - t, (depth - t) / 2, lip - t / 2];
  const upper: Point[] = [
    [0, h],
    [b, h],
    [b, h - c],
  ];
  const lower: Point[] =
    type === 'coldC'
      ? [
          [b, c - h],
          [b, -h],
          [0, -h],
        ]
      : [
          [-b, c - h],
          [-b, -h],
          [0, -h],
        ];
  const { shearCentre, warping } = openThinWalled({ corners: [...lower, ...upper], thicknesses: [t, t, t, t, t] });
  const length = 2 * (b + c + h);
  return {
    torsion: (length * t ** 3) / 3,
    warping,
    shearCentre: type === 'coldC' ? shearCentre : atCentroid,
    shearAreaY: (5 / 3) * width * t,
    shearAreaZ: depth * t,
  };
}

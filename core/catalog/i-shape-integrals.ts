import type { IShape, SectionProperties } from './section-shape';

export type IntegratedI = Pick<
  SectionProperties,
  'area' | 'inertiaY' | 'inertiaZ' | 'plasticModulusY' | 'plasticModulusZ' | 'torsion' | 'warping'
>;

/**
 * I section with parallel flanges and root fillets, dimensions in m.
 * A fillet is a square of side r less a quarter circle: area (1 − π/4) r², centroid c from the two faces it touches.
 * Torsion after El Darwish and Johnston (ASCE J. Struct. Div. 91, 1965).
 */
export function parallelFlangeI({
  depth,
  width,
  webThickness: tw,
  flangeThickness: tf,
  rootRadius: r,
}: IShape): IntegratedI {
  const web = depth - 2 * tf;
  const fillet = (1 - Math.PI / 4) * r * r;
  const centroid = (r * (10 - 3 * Math.PI)) / (12 - 3 * Math.PI);
  const own = r ** 4 * (1 / 3 - Math.PI / 16 - 1 / (9 * (4 - Math.PI)));
  const inscribed = ((tf + r) ** 2 + tw * (r + tw / 4)) / (2 * r + tf);
  const junction =
    -0.042 + (0.2204 * tw) / tf + (0.1355 * r) / tf - (0.0865 * tw * r) / tf ** 2 - (0.0725 * tw * tw) / tf ** 2;
  return {
    area: 2 * width * tf + web * tw + 4 * fillet,
    inertiaY:
      (width * depth ** 3) / 12 - ((width - tw) * web ** 3) / 12 + 4 * (own + fillet * (web / 2 - centroid) ** 2),
    inertiaZ: (tf * width ** 3) / 6 + (web * tw ** 3) / 12 + 4 * (own + fillet * (tw / 2 + centroid) ** 2),
    plasticModulusY: width * tf * (depth - tf) + (tw * web * web) / 4 + 4 * fillet * (web / 2 - centroid),
    plasticModulusZ: (width * width * tf) / 2 + (web * tw * tw) / 4 + 4 * fillet * (tw / 2 + centroid),
    torsion: (2 / 3) * width * tf ** 3 + (web * tw ** 3) / 3 + 2 * junction * inscribed ** 4 - 0.42 * tf ** 4,
    warping: (tf * width ** 3 * (depth - tf) ** 2) / 24,
  };
}

const stripCount = 600;

/**
 * I section whose inner flange faces slope (S shapes), with root fillet and toe radius, dimensions in m; integrated in
 * strips across one flange outstand. Torsion after El Darwish and Johnston for tapered flanges.
 */
export function taperedFlangeI(shape: IShape): IntegratedI {
  const { depth, width, webThickness: tw, flangeThickness: mean, rootRadius: root } = shape;
  const slope = shape.flangeSlope ?? 0;
  const toe = shape.toeRadius ?? 0;
  const outstand = (width - tw) / 2;
  const atWeb = mean + (slope * outstand) / 2;
  const atToe = mean - (slope * outstand) / 2;
  const hypotenuse = Math.sqrt(1 + slope * slope);
  const face = (x: number) => atWeb - slope * x;
  const rootCentre = face(root) + root * hypotenuse;
  const rootEnd = root - (root * slope) / hypotenuse;
  const toeCentre = face(outstand - toe) - toe * hypotenuse;
  const toeStart = outstand - toe + (toe * slope) / hypotenuse;
  const dx = outstand / stripCount;
  let area = 0,
    firstZ = 0,
    secondZ = 0,
    secondY = 0,
    plasticY = 0;
  for (let strip = 0; strip < stripCount; strip++) {
    const x = dx * (strip + 0.5);
    let thickness = face(x);
    if (x < rootEnd) thickness = rootCentre - Math.sqrt(root * root - (x - root) ** 2);
    if (x > toeStart) thickness = toeCentre + Math.sqrt(Math.max(0, toe * toe - (x - outstand + toe) ** 2));
    const y = x + tw / 2;
    area += thickness * dx;
    firstZ += thickness * dx * y;
    secondZ += thickness * dx * y * y;
    secondY += ((depth ** 3 / 8 - (depth / 2 - thickness) ** 3) / 3) * dx;
    plasticY += (thickness * dx * (depth - thickness)) / 2;
  }
  const inertiaZ = 4 * secondZ + (depth * tw ** 3) / 12;
  return {
    area: 4 * area + depth * tw,
    inertiaY: 4 * secondY + (tw * depth ** 3) / 12,
    inertiaZ,
    plasticModulusY: 4 * plasticY + (tw * depth * depth) / 4,
    plasticModulusZ: 4 * firstZ + (depth * tw * tw) / 4,
    torsion: taperedTorsion(depth, width, tw, atWeb, atToe, root, slope),
    warping: (inertiaZ * (depth - mean) ** 2) / 4,
  };
}

function taperedTorsion(
  depth: number,
  width: number,
  tw: number,
  atWeb: number,
  atToe: number,
  root: number,
  slope: number,
): number {
  const rise = Math.max(0, root * slope * (Math.sqrt(1 / slope ** 2 + 1) - 1 - tw / (2 * root)));
  const junction =
    -0.0836 +
    (0.2536 * tw) / atWeb +
    (0.1268 * root) / atWeb -
    (0.0806 * tw * root) / atWeb ** 2 -
    (0.0858 * tw * tw) / atWeb ** 2;
  const inscribed = ((rise + atWeb) ** 2 + tw * (root + tw / 4)) / (rise + root + atWeb);
  const toeLoss = 0.10504 + 0.1 * slope + 0.0848 * slope ** 2 + 0.06746 * slope ** 3 + 0.05153 * slope ** 4;
  const flanges = ((width - tw) / 6) * (atToe + atWeb) * (atToe ** 2 + atWeb ** 2) + (2 / 3) * tw * atWeb ** 3;
  return flanges + ((depth - 2 * atWeb) * tw ** 3) / 3 + 2 * junction * inscribed ** 4 - 4 * toeLoss * atToe ** 4;
}

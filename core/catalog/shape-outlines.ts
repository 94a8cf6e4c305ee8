import type { Contours, Point } from './polygon-integrals';
import type { AngleShape, SectionShape } from './section-shape';

/** A corner of an outline: y, z and the radius that rounds it, m. */
type Corner = readonly [number, number, number?];

/** Replaces rounded corners by arcs of `parts` chords. A radius that does not fit is made as large as fits. */
export function roundedOutline(corners: readonly Corner[], parts: number): Point[] {
  const outline: Point[] = [];
  corners.forEach(([y, z, radius = 0], i) => {
    const [ya, za] = corners[(i + corners.length - 1) % corners.length];
    const [yb, zb] = corners[(i + 1) % corners.length];
    const [la, lb] = [Math.hypot(ya - y, za - z), Math.hypot(yb - y, zb - z)];
    if (radius <= 0 || la === 0 || lb === 0) {
      outline.push([y, z]);
      return;
    }
    const [ua, ub] = [
      [(ya - y) / la, (za - z) / la],
      [(yb - y) / lb, (zb - z) / lb],
    ];
    const half = Math.acos(Math.max(-1, Math.min(1, ua[0] * ub[0] + ua[1] * ub[1]))) / 2;
    const reach = Math.min(radius / Math.tan(half), la, lb);
    const r = reach * Math.tan(half);
    const [by, bz] = [ua[0] + ub[0], ua[1] + ub[1]];
    const scale = r / Math.sin(half) / Math.hypot(by, bz);
    const [cy, cz] = [y + by * scale, z + bz * scale];
    const from = Math.atan2(z + ua[1] * reach - cz, y + ua[0] * reach - cy);
    const to = Math.atan2(z + ub[1] * reach - cz, y + ub[0] * reach - cy);
    const sweep = ((((to - from + Math.PI) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI)) - Math.PI;
    for (let k = 0; k <= parts; k++)
      outline.push([cy + r * Math.cos(from + (sweep * k) / parts), cz + r * Math.sin(from + (sweep * k) / parts)]);
  });
  return outline;
}

const rectangle = (width: number, depth: number, radius = 0): Corner[] => [
  [-width / 2, -depth / 2, radius],
  [width / 2, -depth / 2, radius],
  [width / 2, depth / 2, radius],
  [-width / 2, depth / 2, radius],
];

const angleCorners = ({ depth, width, thickness: t, rootRadius, toeRadius }: Omit<AngleShape, 'type'>): Corner[] => [
  [0, 0],
  [width, 0],
  [width, t, toeRadius],
  [t, t, rootRadius],
  [t, depth, toeRadius],
  [0, depth],
];

const mirroredUpDown = (corners: readonly Corner[]): Corner[] =>
  corners.map(([y, z, r]): Corner => [y, -z, r]).reverse();
const mirroredLeftRight = (corners: readonly Corner[]): Corner[] =>
  corners.map(([y, z, r]): Corner => [-y, z, r]).reverse();

/**
 * Outlines of a shape as (y, z) in m, z up, about any origin; rounded corners as arcs of `parts` chords.
 * Round shapes become polygons of 4 × parts sides.
 */
export function shapeOutlines(shape: SectionShape, parts: number): Contours {
  const solid = (...outlines: Corner[][]): Contours => ({
    solids: outlines.map((corners) => roundedOutline(corners, parts)),
    holes: [],
  });
  const ring = (diameter: number): Point[] =>
    Array.from({ length: 4 * parts }, (_, i) => [
      (diameter / 2) * Math.cos((i * Math.PI) / (2 * parts)),
      (diameter / 2) * Math.sin((i * Math.PI) / (2 * parts)),
    ]);
  switch (shape.type) {
    case 'rectangle':
      return solid(rectangle(shape.width, shape.depth));
    case 'circle':
      return { solids: [ring(shape.diameter)], holes: [] };
    case 'circularHollow':
      return { solids: [ring(shape.diameter)], holes: [ring(shape.diameter - 2 * shape.thickness)] };
    case 'rectangularHollow':
      return {
        ...solid(rectangle(shape.width, shape.depth, shape.outerRadius)),
        holes: [
          roundedOutline(
            rectangle(shape.width - 2 * shape.thickness, shape.depth - 2 * shape.thickness, shape.innerRadius),
            parts,
          ),
        ],
      };
    case 'builtUpBox':
      return {
        ...solid(rectangle(shape.width, shape.depth)),
        holes: [
          roundedOutline(
            rectangle(shape.width - 2 * shape.webThickness, shape.depth - 2 * shape.flangeThickness),
            parts,
          ),
        ],
      };
    case 'i': {
      const [b, h, w] = [shape.width / 2, shape.depth / 2, shape.webThickness / 2];
      const rise = ((shape.flangeSlope ?? 0) * (b - w)) / 2;
      const [atToe, atWeb] = [h - shape.flangeThickness + rise, h - shape.flangeThickness - rise];
      const right: Corner[] = [
        [b, -h],
        [b, -atToe, shape.toeRadius],
        [w, -atWeb, shape.rootRadius],
        [w, atWeb, shape.rootRadius],
        [b, atToe, shape.toeRadius],
        [b, h],
      ];
      return solid([...right, ...mirroredLeftRight(right)]);
    }
    case 'channel': {
      const [b, h, w] = [shape.width, shape.depth / 2, shape.webThickness];
      const rise = ((shape.flangeSlope ?? 0) * (b - w)) / 2;
      const upper: Corner[] = [
        [w, h - shape.flangeThickness - rise, shape.rootRadius],
        [b, h - shape.flangeThickness + rise, shape.toeRadius],
        [b, h],
        [0, h],
      ];
      return solid([...mirroredUpDown(upper), ...upper]);
    }
    case 'angle':
      return solid(angleCorners(shape));
    case 'doubleAngle': {
      const right = mirroredUpDown(angleCorners(shape)).map(([y, z, r]): Corner => [y + shape.gap / 2, z, r]);
      return solid(right, mirroredLeftRight(right));
    }
    case 'tee': {
      const right: Corner[] = [
        [shape.webThickness / 2, -shape.depth],
        [shape.webThickness / 2, -shape.flangeThickness, shape.rootRadius],
        [shape.width / 2, -shape.flangeThickness],
        [shape.width / 2, 0],
      ];
      return solid([...right, ...mirroredLeftRight(right)]);
    }
    case 'builtUpI': {
      const [w, h] = [shape.webThickness / 2, shape.depth];
      const right: Corner[] = [
        [shape.bottomWidth / 2, 0],
        [shape.bottomWidth / 2, shape.bottomThickness],
        [w, shape.bottomThickness],
        [w, h - shape.topThickness],
        [shape.topWidth / 2, h - shape.topThickness],
        [shape.topWidth / 2, h],
      ];
      return solid([...right, ...mirroredLeftRight(right)]);
    }
    case 'concreteTee': {
      const right: Corner[] = [
        [shape.webWidth / 2, -shape.depth],
        [shape.webWidth / 2, -shape.flangeThickness],
        [shape.flangeWidth / 2, -shape.flangeThickness],
        [shape.flangeWidth / 2, 0],
      ];
      return solid([...right, ...mirroredLeftRight(right)]);
    }
    case 'concreteEll':
      return solid([
        [0, -shape.depth],
        [shape.webWidth, -shape.depth],
        [shape.webWidth, -shape.flangeThickness],
        [shape.flangeWidth, -shape.flangeThickness],
        [shape.flangeWidth, 0],
        [0, 0],
      ]);
    case 'coldC':
    case 'coldZ': {
      const { depth, width, lip, thickness: t, innerRadius: r } = shape;
      const [h, outer] = [depth / 2, r + t];
      const inside: Corner[] = [
        [t, h - t, r],
        [width - t, h - t, r],
        [width - t, h - lip],
      ];
      const outside: Corner[] = [
        [width, h - lip],
        [width, h, outer],
        [0, h, outer],
      ];
      if (shape.type === 'coldC')
        return solid([...inside, ...outside, ...mirroredUpDown(outside), ...mirroredUpDown(inside)]);
      // the lower half is the upper one turned by half a turn about the middle of the web
      const half = (corners: readonly Corner[]): Corner[] =>
        corners.map(([y, z, radius]): Corner => [t - y, -z, radius]);
      return solid([...inside, ...outside, ...half(inside), ...half(outside)]);
    }
  }
}

import { sectionProperties, webOf } from '../catalog';
import { add, dot, localAxes, memberAxis, scale, subtract, type Member, type Model, type Vector } from '../model';

/** The box of a member's section at one of its nodes: a point of the axis, unit vectors along it and of its width and depth, the middle of the box from the axis and half its sizes, m. */
interface Box {
  readonly at: Vector;
  readonly along: Vector;
  readonly sides: readonly [Vector, Vector];
  readonly middle: readonly [number, number];
  readonly half: readonly [number, number];
  readonly isRound: boolean;
}

/** Cosine from which on two members run along each other. */
const alongside = 0.87;

function boxAt(model: Model, member: Member, node: string): Box | undefined {
  const shape = member.section === null ? undefined : model.sections[member.section].shape;
  const axis = shape && memberAxis(model, member);
  if (!axis) return undefined;
  const properties = sectionProperties(shape);
  // what meets a beam with a flange meets its web
  const { width, depth, middle } = webOf(shape) ?? {
    ...properties,
    middle: { y: -properties.centroid[0], z: -properties.centroid[1] },
  };
  const { x, y, z } = localAxes(axis.start, axis.end, member.angle);
  return {
    at: node === member.start ? axis.start : axis.end,
    along: x,
    sides: [y, z],
    middle: [middle.y, middle.z],
    half: [width / 2, depth / 2],
    isRound: shape.type === 'circle' || shape.type === 'circularHollow',
  };
}

/**
 * How far a member's section reaches along a way from a node of it, before and after, m: to the faces of a column for a beam that meets it there. Both
 * are 0 where the way passes beside it, or where it has no section.
 * @param point where the way passes, m @param way unit vector
 */
export function facesOf(
  model: Model,
  member: Member,
  node: string,
  point: Vector,
  way: Vector,
): { before: number; after: number } {
  const box = boxAt(model, member, node);
  if (!box) return { before: 0, after: 0 };
  // what runs along the way has no face across it
  if (Math.abs(dot(box.along, way)) > alongside) return { before: 0, after: 0 };
  const from = subtract(point, box.at);
  const [p, d] = [0, 1].map((step) => [0, 1].map((k) => dot(step === 0 ? from : way, box.sides[k])));
  let [low, high] = [-Infinity, Infinity];
  if (box.isRound) {
    const [y, z] = [p[0] - box.middle[0], p[1] - box.middle[1]];
    const [a, b, c] = [d[0] ** 2 + d[1] ** 2, y * d[0] + z * d[1], y ** 2 + z ** 2 - box.half[0] ** 2];
    const root = b ** 2 - a * c;
    if (a < 1e-12 || root <= 0) return { before: 0, after: 0 };
    [low, high] = [(-b - Math.sqrt(root)) / a, (-b + Math.sqrt(root)) / a];
  } else
    for (let k = 0; k < 2; k++) {
      if (Math.abs(d[k]) < 1e-6) {
        // a beam is met whatever the height; a column only by what does not pass beside it
        if (Math.abs(box.sides[k][2]) < 0.7 && Math.abs(p[k] - box.middle[k]) > box.half[k])
          return { before: 0, after: 0 };
        continue;
      }
      const [a, b] = [-1, 1].map((sign) => (box.middle[k] + sign * box.half[k] - p[k]) / d[k]);
      [low, high] = [Math.max(low, Math.min(a, b)), Math.min(high, Math.max(a, b))];
    }
  return high > low && Number.isFinite(high - low)
    ? { before: Math.max(0, -low), after: Math.max(0, high) }
    : { before: 0, after: 0 };
}

/** How far the box of a member's section reaches above and below one of its nodes, m. */
export function heightsOf(model: Model, member: Member, node: string): { up: number; down: number } {
  const box = boxAt(model, member, node);
  if (!box) return { up: 0, down: 0 };
  const heights = [-1, 1].flatMap((a) =>
    [-1, 1].map(
      (b) =>
        add(
          box.at,
          add(
            scale(box.sides[0], box.middle[0] + a * box.half[0]),
            scale(box.sides[1], box.middle[1] + b * box.half[1]),
          ),
        )[2] - model.nodes[node].position[2],
    ),
  );
  return { up: Math.max(...heights), down: -Math.min(...heights) };
}

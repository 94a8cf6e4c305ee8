import { BufferAttribute, BufferGeometry, ShapeUtils, Vector2 } from 'three';
import { contoursOf, type SectionShape } from '~core/catalog';
import { memberAxis, type Member, type Model } from '~core/model';

/** Chords of a quarter circle: enough for a fillet on the screen. */
const arcParts = 3;
const roundParts = 5;

interface Outline {
  readonly solids: readonly (readonly (readonly [number, number])[])[];
  readonly holes: readonly (readonly (readonly [number, number])[])[];
  /** corner numbers of triangles that fill the section, by solid: its own corners, then those of the holes */
  readonly caps: readonly (readonly number[])[][];
}

/** With more members than this in view fillets and edges are left out: they would be smaller than a pixel and most of the work. */
const manyMembers = 800;

const known = [new WeakMap<SectionShape, Outline>(), new WeakMap<SectionShape, Outline>()];

/** Outline of a section about its centroid in local axes (y, z in m) with the triangles of its ends; made once a shape. */
export function sectionOutline(shape: SectionShape, coarse = false): Outline {
  const cache = known[coarse ? 1 : 0];
  let outline = cache.get(shape);
  if (!outline) {
    const round = shape.type === 'circle' || shape.type === 'circularHollow';
    const { solids, holes } = contoursOf(
      coarse ? withoutFillets(shape) : shape,
      round ? (coarse ? 2 : roundParts) : arcParts,
    );
    const vectors = (points: readonly (readonly [number, number])[]) => points.map(([y, z]) => new Vector2(y, z));
    outline = {
      solids,
      holes,
      caps: solids.map((solid) => ShapeUtils.triangulateShape(vectors(solid), holes.map(vectors))),
    };
    cache.set(shape, outline);
  }
  return outline;
}

/** A rolled shape with square corners; its box stays. */
function withoutFillets(shape: SectionShape): SectionShape {
  if ('rootRadius' in shape) return { ...shape, rootRadius: 0, ...('toeRadius' in shape ? { toeRadius: 0 } : {}) };
  return shape.type === 'rectangularHollow' ? { ...shape, outerRadius: 0, innerRadius: 0 } : shape;
}

/** Triangles and sharp edges of members as solids, in one buffer; each member's tone is a colour a vertex. */
export function solidGeometry(
  model: Model,
  members: readonly Member[],
  colorOf: (member: Member) => [number, number, number],
): { faces: BufferGeometry; edges: Float32Array } {
  const positions: number[] = [];
  const normals: number[] = [];
  const colors: number[] = [];
  const edges: number[] = [];
  const coarse = members.length > manyMembers;
  for (const member of members) {
    const axis = memberAxis(model, member);
    const shape = member.section === null ? undefined : model.sections[member.section].shape;
    if (!axis || !shape) continue;
    const { axes } = axis;
    const [shiftY, shiftZ] = member.drawnShift ?? [0, 0];
    const { solids, holes, caps } = sectionOutline(shape, coarse);
    const place = (origin: readonly number[], [y, z]: readonly [number, number]) =>
      [0, 1, 2].map((i) => origin[i] + (y + shiftY) * axes.y[i] + (z + shiftZ) * axes.z[i]);
    const color = colorOf(member);
    const triangle = (normal: readonly number[], ...corners: number[][]) => {
      for (const corner of corners) {
        positions.push(...corner);
        normals.push(...normal);
        colors.push(...color);
      }
    };
    // the outer face of a solid looks away from it, that of a hole into it
    const skin = (outline: readonly (readonly [number, number])[]) => {
      const near = outline.map((point) => place(axis.start, point));
      const far = outline.map((point) => place(axis.end, point));
      const edge = (i: number) => {
        const [a, b] = [outline[i], outline[(i + 1) % outline.length]];
        return [b[0] - a[0], b[1] - a[1]] as const;
      };
      outline.forEach((_, i) => {
        const j = (i + 1) % outline.length;
        const [dy, dz] = edge(i);
        const [by, bz] = edge((i + outline.length - 1) % outline.length);
        const length = Math.hypot(dy, dz) || 1;
        const normal = [0, 1, 2].map((k) => (dz * axes.y[k] - dy * axes.z[k]) / length);
        triangle(normal, near[i], near[j], far[j]);
        triangle(normal, near[i], far[j], far[i]);
        if (coarse) return;
        edges.push(...near[i], ...near[j], ...far[i], ...far[j]);
        // lines along the member stand at its sharp corners only
        if (dy * by + dz * bz < 0.8 * length * Math.hypot(by, bz)) edges.push(...near[i], ...far[i]);
      });
      return { near, far };
    };
    const inner = holes.map((hole) => skin([...hole].reverse()));
    solids.forEach((solid, k) => {
      const outer = skin(solid);
      // the triangles count the corners of a hole in its own order
      const near = [...outer.near, ...inner.flatMap((hole) => [...hole.near].reverse())];
      const far = [...outer.far, ...inner.flatMap((hole) => [...hole.far].reverse())];
      for (const [a, b, c] of caps[k]) {
        triangle(
          axes.x.map((part) => -part),
          near[a],
          near[c],
          near[b],
        );
        triangle([...axes.x], far[a], far[b], far[c]);
      }
    });
  }
  const faces = new BufferGeometry();
  faces.setAttribute('position', new BufferAttribute(Float32Array.from(positions), 3));
  faces.setAttribute('normal', new BufferAttribute(Float32Array.from(normals), 3));
  faces.setAttribute('color', new BufferAttribute(Float32Array.from(colors), 3));
  return { faces, edges: Float32Array.from(edges) };
}

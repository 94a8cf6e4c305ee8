import { BufferAttribute, BufferGeometry, ShapeUtils, Vector2 } from 'three';
import type { SectionShape } from '~core/catalog';
import { localAxes, memberEnds, type Member, type Model } from '~core/model';

const circleParts = 20;

/** Outline of a section in its own plane, counter-clockwise, as (y, z) in m about the centroid. */
export function sectionOutline(shape: SectionShape): [number, number][] {
  if (shape.type === 'circle') {
    return Array.from({ length: circleParts }, (_, i) => {
      const angle = (2 * Math.PI * i) / circleParts;
      return [(shape.diameter / 2) * Math.cos(angle), (shape.diameter / 2) * Math.sin(angle)];
    });
  }
  const [b, h] = [shape.width / 2, shape.depth / 2];
  if (shape.type === 'rectangle') return [[-b, -h], [b, -h], [b, h], [-b, h]];
  const [w, f] = [shape.webThickness / 2, shape.depth / 2 - shape.flangeThickness];
  return [[-b, -h], [b, -h], [b, -f], [w, -f], [w, f], [b, f], [b, h], [-b, h], [-b, f], [-w, f], [-w, -f], [-b, -f]];
}

/** Triangles and sharp edges of members as solids, in one buffer; each member's tone is a colour a vertex. */
export function solidGeometry(model: Model, members: readonly Member[], colorOf: (member: Member) => [number, number, number]): { faces: BufferGeometry; edges: Float32Array } {
  const positions: number[] = [];
  const normals: number[] = [];
  const colors: number[] = [];
  const edges: number[] = [];
  for (const member of members) {
    const ends = memberEnds(model, member);
    const shape = member.section === null ? undefined : model.sections[member.section].shape;
    if (!ends || !shape) continue;
    const [from, to] = [ends.start.position, ends.end.position];
    const axes = localAxes(from, to, member.angle);
    const outline = sectionOutline(shape);
    const place = (origin: readonly number[], [y, z]: [number, number]) => [0, 1, 2].map((i) => origin[i] + y * axes.y[i] + z * axes.z[i]);
    const near = outline.map((point) => place(from, point));
    const far = outline.map((point) => place(to, point));
    const color = colorOf(member);
    const triangle = (normal: readonly number[], ...corners: number[][]) => {
      for (const corner of corners) {
        positions.push(...corner);
        normals.push(...normal);
        colors.push(...color);
      }
    };
    outline.forEach((point, i) => {
      const j = (i + 1) % outline.length;
      const [dy, dz] = [outline[j][0] - point[0], outline[j][1] - point[1]];
      const length = Math.hypot(dy, dz);
      const normal = [0, 1, 2].map((k) => (dz * axes.y[k] - dy * axes.z[k]) / length);
      triangle(normal, near[i], near[j], far[j]);
      triangle(normal, near[i], far[j], far[i]);
      edges.push(...near[i], ...near[j], ...far[i], ...far[j]);
      if (shape.type !== 'circle') edges.push(...near[i], ...far[i]);
    });
    for (const [a, b, c] of ShapeUtils.triangulateShape(outline.map(([y, z]) => new Vector2(y, z)), [])) {
      triangle(axes.x.map((part) => -part), near[a], near[c], near[b]);
      triangle([...axes.x], far[a], far[b], far[c]);
    }
  }
  const faces = new BufferGeometry();
  faces.setAttribute('position', new BufferAttribute(Float32Array.from(positions), 3));
  faces.setAttribute('normal', new BufferAttribute(Float32Array.from(normals), 3));
  faces.setAttribute('color', new BufferAttribute(Float32Array.from(colors), 3));
  return { faces, edges: Float32Array.from(edges) };
}

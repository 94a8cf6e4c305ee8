import { add, memberAxis, scale, type Model, type Vector } from '../model';
import type { DesignLine } from './design-lines';
import { wayAt } from './line';
import { carries } from './supports';

/** Half of the size of a sign at a support, m, and of what shows that a place is held sideways. */
const [sign, tick] = [0.25, 0.2];

/**
 * A line as it lies in the structure, in straight pieces, m: its members, a foot below every support, strokes at the faces, and strokes to both sides
 * where it is held sideways.
 */
export function linePicture(model: Model, line: DesignLine): (readonly [Vector, Vector])[] {
  const place = (at: number): Vector => {
    const piece = line.pieces.find(({ to }) => at <= to + 1e-9) ?? line.pieces[line.pieces.length - 1];
    const { start, end } = model.members[piece.member];
    const begin = model.nodes[piece.reversed ? end : start].position;
    return add(begin, scale(wayAt(model, line, at), at - piece.from));
  };
  const stroke = (at: Vector, along: Vector, half: number): readonly [Vector, Vector] => [
    add(at, scale(along, -half)),
    add(at, scale(along, half)),
  ];
  const members = line.nodes.slice(1).map((node, i) => [place(line.nodes[i].at), place(node.at)] as const);
  const feet = line.supports.filter(carries).flatMap(({ at, face }) => {
    const [point, along] = [place(at), wayAt(model, line, at)];
    const down = add(point, [0, 0, -2 * sign]);
    const [left, right] = [add(down, scale(along, -sign)), add(down, scale(along, sign))];
    const faces = [at - face.before, at + face.after].filter((x) => x > 1e-6 && x < line.length - 1e-6 && x !== at);
    return [
      [point, left] as const,
      [left, right] as const,
      [right, point] as const,
      ...faces.map((x) => stroke(place(x), [0, 0, 1], sign)),
    ];
  });
  const held = line.holds.flatMap(({ at, y, z }) => {
    const piece = line.pieces.find(({ to }) => at <= to + 1e-9) ?? line.pieces[line.pieces.length - 1];
    const { axes } = memberAxis(model, model.members[piece.member])!;
    return [
      ...(y.length > 0 ? [stroke(place(at), axes.y, tick)] : []),
      ...(z.length > 0 && line.role !== 'beam' ? [stroke(place(at), axes.z, tick)] : []),
    ];
  });
  return [...members, ...feet, ...held];
}

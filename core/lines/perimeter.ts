import { memberAxis, type Model, type Slab } from '../model';
import { isInside, type Point2 } from '../plane';
import { designLines } from './design-lines';
import { meetings, type MemberEnd } from './meeting';

/** A slab whose corners lie no further above or below a beam than this is beside it, m. */
const near = 0.6;
/** Beside a beam is so far from its axis, m. */
const aside = 0.3;
/** Members that rise by more than this share of their length are no floor, and those that leave a beam by less are in line with it. */
const steep = 0.3;

/**
 * Beams on the perimeter of a structure: those that on one side have neither a slab beside them nor beams that leave them at both ends of their span, or
 * between.
 */
export class Perimeter {
  private meeting: ReadonlyMap<string, readonly MemberEnd[]> | undefined;

  constructor(private readonly model: Model) {}

  /** Whether a beam lies on it; one that is not level does, as nothing can be told of it. */
  has(id: string): boolean {
    const { model } = this;
    const line = designLines(model).of.get(id);
    const own = line?.pieces.find(({ member }) => member === id);
    const axis = memberAxis(model, model.members[id]);
    if (!line || !own || !axis) return true;
    const [x, y, z] = axis.end.map((value, i) => value - axis.start[i]);
    const long = Math.hypot(x, y);
    if (long < 1e-9 || Math.abs(z) > steep * long) return true;
    const across = [-y / long, x / long] as const;
    const middle = axis.start.map((value, i) => (value + axis.end[i]) / 2);
    const spans = line.spans.filter(({ from, to }) => to > own.from + 1e-6 && from < own.to - 1e-6);
    const [from, to] = [Math.min(...spans.map((span) => span.from)), Math.max(...spans.map((span) => span.to))];
    const isOccupied = (side: 1 | -1): boolean => {
      const beside: Point2 = [middle[0] + side * aside * across[0], middle[1] + side * aside * across[1]];
      if (Object.values(model.slabs).some((slab) => this.covers(slab, beside, middle[2]))) return true;
      const leaves = (node: string) =>
        this.ends(node).some(
          ({ way }) => Math.abs(way[2]) < steep && side * (way[0] * across[0] + way[1] * across[1]) > steep,
        );
      const within = line.nodes.filter(({ at }) => at > from - 1e-6 && at < to + 1e-6);
      return (
        within.some(({ node, at }) => at > from + 1e-6 && at < to - 1e-6 && leaves(node)) ||
        (within.length > 1 && leaves(within[0].node) && leaves(within[within.length - 1].node))
      );
    };
    return !isOccupied(1) || !isOccupied(-1);
  }

  private ends(node: string): readonly MemberEnd[] {
    this.meeting ??= meetings(this.model);
    return this.meeting.get(node) ?? [];
  }

  private covers({ corners, openings }: Slab, at: Point2, height: number): boolean {
    const ring = (nodes: readonly string[]) => nodes.map((node) => this.model.nodes[node].position);
    const outline = ring(corners);
    const flat = (points: readonly (readonly number[])[]): Point2[] => points.map(([x, y]) => [x, y]);
    return (
      outline.every(([, , z]) => Math.abs(z - height) < near) &&
      isInside(flat(outline), at) &&
      !(openings ?? []).some((opening) => isInside(flat(ring(opening)), at))
    );
  }
}

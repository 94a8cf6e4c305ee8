import { isInside } from '../plane';
import { arrange, type Arrangement, type RegionInput } from './arrangement';
import { divisionOf } from './divide';
import { fillNodes } from './fill';
import { latticeOf, levelsOf, type GradedLattice } from './lattice';
import { quadrilaterals, type Elements } from './quadrilaterals';
import { recut } from './recut';
import { sizeField, type FinerPlace, type SizeField } from './size-field';
import { smooth } from './smooth';
import { triangulate } from './triangulate';

/** Moving nodes and cutting poor elements anew take turns so often. */
const rounds = 3;

/** A region ready to be meshed: what must be met, cut where it crosses, and how its edges would be divided. */
export interface Region extends Arrangement {
  readonly input: RegionInput;
  readonly lattice: GradedLattice;
  readonly size: number;
  readonly field: SizeField;
}

/** A mesh of quadrilaterals and triangles in a plane. The vertices of the region are its first nodes. */
export interface Mesh extends Elements {
  readonly xs: Float64Array;
  readonly ys: Float64Array;
  /** nodes along each edge of the region, from its a to its b */
  readonly edgeNodes: readonly Int32Array[];
  /** nodes from this one on lie inside, on no edge and at no point that had to be met */
  readonly inside: number;
}

/**
 * Prepares a region for meshing.
 * @param size  wished size of elements, m
 * @param finer places about which it is smaller
 */
export function regionOf(input: RegionInput, size: number, finer: readonly FinerPlace[] = []): Region {
  const arrangement = arrange(input);
  const field = sizeField(size, finer);
  const lattice = latticeOf(arrangement, size);
  return { ...arrangement, input, size, field, lattice: { ...lattice, levels: levelsOf(lattice, field) } };
}

/** How the region itself would divide an edge: shares of its length between its ends, ascending. */
export const proposedDivision = (region: Region, edge: number): number[] =>
  divisionOf(region, region.edges[edge], region.lattice, region.size, region.field);

/**
 * The mesh of a region: deterministic, the same for the same input.
 * @param divided how edges are divided where they are shared with others, by number of the edge
 */
export function meshRegion(region: Region, divided?: (edge: number) => readonly number[] | undefined): Mesh {
  const { edges, input, lattice } = region;
  const xs = [...region.xs];
  const ys = [...region.ys];
  const pieces: number[] = [];
  const bounds: number[] = [];
  const onPiece = new Set<number>();
  const edgeNodes = edges.map((edge, e) => {
    const { a, b, origins } = edge;
    // a line of its own that lies along the outline once, or an opening's edge: an even number of them bounds nothing
    const bounding = origins.filter((origin) => origin.of !== 'line').length % 2;
    const list = [a];
    for (const share of divided?.(e) ?? proposedDivision(region, e)) {
      list.push(xs.length);
      xs.push(region.xs[a] + share * (region.xs[b] - region.xs[a]));
      ys.push(region.ys[a] + share * (region.ys[b] - region.ys[a]));
    }
    list.push(b);
    for (let i = 1; i < list.length; i++) {
      pieces.push(list[i - 1], list[i]);
      bounds.push(bounding);
    }
    for (const node of list) onPiece.add(node);
    return Int32Array.from(list);
  });
  const skeleton = {
    xs,
    ys,
    pieces: Int32Array.from(pieces),
    bounds: Uint8Array.from(bounds),
    single: region.points.filter((node) => !onPiece.has(node)),
  };
  const fixedNodes = xs.length;
  const filled = fillNodes(skeleton, lattice);
  const allX = Float64Array.from([...xs, ...filled.xs]);
  const allY = Float64Array.from([...ys, ...filled.ys]);
  const triangulation = triangulate(
    allX,
    allY,
    skeleton.pieces,
    skeleton.bounds,
    (x, y) => isInside(input.outline, [x, y]) && !input.openings.some((opening) => isInside(opening, [x, y])),
  );
  let elements = quadrilaterals(allX, allY, triangulation);
  const free = new Uint8Array(allX.length).fill(1, fixedNodes);
  const fixed = new Set<number>();
  for (let p = 0; p < pieces.length; p += 2)
    fixed.add(Math.min(pieces[p], pieces[p + 1]) * allX.length + Math.max(pieces[p], pieces[p + 1]));
  const isFixed = (a: number, b: number) =>
    a < fixedNodes && b < fixedNodes && fixed.has(Math.min(a, b) * allX.length + Math.max(a, b));
  for (let round = 0; round < rounds; round++) {
    smooth(allX, allY, elements, free);
    const again = recut(allX, allY, elements, isFixed);
    if (again === elements) break;
    elements = again;
  }
  smooth(allX, allY, elements, free);
  return { ...elements, xs: allX, ys: allY, edgeNodes, inside: fixedNodes };
}

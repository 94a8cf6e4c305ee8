import { contoursOf, sectionProperties } from '../catalog';
import type { Model } from '../model';
import { lineIndex } from './member-line';
import type { Band, StationTable } from './station-table';

/** Chords to a quarter circle: rounded outlines are told to a thousandth. */
const chords = 8;

const corners = new WeakMap<object, readonly (readonly [number, number])[]>();

/**
 * Largest tension and compression over the section at each station of a member, Pa, over sets of weights: σ = N/A − M_y z/I_y − M_z y/I_z at the
 * corners of the outline (moments positive when they put the negative local side in tension). Gross section, linear elastic.
 * @returns nothing when the member has no section
 */
export function stressBand(
  table: StationTable,
  model: Model,
  memberId: string,
  member: number,
  weights: readonly Float64Array[],
): Band | undefined {
  const section = model.members[memberId]?.section;
  if (section === null || section === undefined) return undefined;
  const { shape } = model.sections[section];
  const { area, inertiaY, inertiaZ } = sectionProperties(shape);
  let outline = corners.get(shape);
  if (!outline) {
    outline = contoursOf(shape, chords)
      .solids.flat()
      .map(([y, z]) => [y, z] as const);
    corners.set(shape, outline);
  }
  const stations = table.stations(member);
  const max = new Float64Array(stations.length).fill(-Infinity);
  const min = new Float64Array(stations.length).fill(Infinity);
  for (const set of weights) {
    const values = table.values(member, set);
    for (let s = 0; s < stations.length; s++) {
      const of = (quantity: number) => values[quantity * stations.length + s];
      const axial = of(lineIndex.N) / area;
      const [byZ, byY] = [of(lineIndex.My) / inertiaY, of(lineIndex.Mz) / inertiaZ];
      for (const [y, z] of outline) {
        const stress = axial - byZ * z - byY * y;
        if (stress > max[s]) max[s] = stress;
        if (stress < min[s]) min[s] = stress;
      }
    }
  }
  return { stations, max, min };
}

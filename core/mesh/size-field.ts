/** A place about which a mesh is finer: `size` (m) within `radius` (m), from there on growing. */
export interface FinerPlace {
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly radius: number;
}

/** How fast sizes grow away from a finer place, m per m. */
const growth = 0.5;

/** The wished size at a place, m. */
export type SizeField = (x: number, y: number) => number;

/** @param size wished away from finer places, m */
export function sizeField(size: number, finer: readonly FinerPlace[]): SizeField {
  if (finer.length === 0) return () => size;
  return (x, y) => {
    let least = size;
    for (const place of finer) {
      const grown = place.size + growth * Math.max(0, Math.hypot(x - place.x, y - place.y) - place.radius);
      if (grown < least) least = grown;
    }
    return least;
  };
}

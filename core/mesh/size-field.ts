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
  // beyond this from its middle a place has no say, m
  const reaches = finer.map((place) => place.radius + Math.max(0, size - place.size) / growth);
  return (x, y) => {
    let least = size;
    for (let i = 0; i < finer.length; i++) {
      const place = finer[i];
      const dx = x - place.x;
      const dy = y - place.y;
      const reach = reaches[i];
      if (dx > reach || dx < -reach || dy > reach || dy < -reach) continue;
      const beyond = Math.sqrt(dx * dx + dy * dy) - place.radius;
      const grown = place.size + (beyond > 0 ? growth * beyond : 0);
      if (grown < least) least = grown;
    }
    return least;
  };
}

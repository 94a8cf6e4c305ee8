import { squeeze, type CatalogueShape } from './catalogue-shape';
import { rolledIShapes } from './i-shapes';
import { otherShapes } from './other-shapes';
import type { SectionShape } from './section-shape';

/** Every section Elbow ships: I shapes first, then channels, angles, hollow sections, tees and cold-formed ones, in the order of the standards' tables. */
export const catalogueShapes: readonly CatalogueShape[] = [...rolledIShapes, ...otherShapes];

const byName = new Map(catalogueShapes.map((entry) => [squeeze(entry.name), entry]));

/** The shape of that name, however it is spaced or cased (`ipe330`, `W16x40`), or undefined. Two angles (`2L100x100x10`) come with a gap of 10 mm, US ones of 3/8 in. */
export function findCatalogueShape(name: string): CatalogueShape | undefined {
  const wanted = squeeze(name);
  return byName.get(wanted) ?? (wanted.startsWith('2L') ? doubled(byName.get(wanted.slice(1))) : undefined);
}

/** Two of an angle, back to back with a gap (m). */
export function doubled(angle: CatalogueShape | undefined, gap?: number): CatalogueShape | undefined {
  if (angle?.shape.type !== 'angle') return undefined;
  const american = angle.standard === 'ASTM A6';
  const shape: SectionShape = { ...angle.shape, type: 'doubleAngle', gap: gap ?? (american ? 0.375 * 0.0254 : 0.01) };
  return { name: `2${american ? '' : ' '}${angle.name}`, family: '2L', standard: angle.standard, shape };
}

/** Up to `limit` shapes whose names begin with or hold what was typed, those that begin with it first. */
export function searchCatalogueShapes(typed: string, limit = 12): CatalogueShape[] {
  const wanted = squeeze(typed);
  if (wanted === '') return [];
  if (wanted.startsWith('2L'))
    return searchCatalogueShapes(wanted.slice(1), limit).flatMap((entry) => doubled(entry) ?? []);
  const starts = catalogueShapes.filter((entry) => squeeze(entry.name).startsWith(wanted));
  const holds = catalogueShapes.filter((entry) => !starts.includes(entry) && squeeze(entry.name).includes(wanted));
  return [...starts, ...holds].slice(0, limit);
}

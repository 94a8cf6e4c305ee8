import { findCatalogueShape, searchCatalogueShapes, type SectionShape } from '../catalog';
import { formatNumber, parseQuantity, unitSize, type Parsed, type UnitSystem } from '../units';

/** A section by name and dimensions, before it is a record of a model. */
export interface SectionChoice {
  readonly name: string;
  readonly shape: SectionShape;
}

/**
 * Reads a section as an engineer types it: a rolled section by name (`IPE 330`, `w16x40`), a rectangle as width × depth
 * (`350 × 600`, `14 x 24 in`), a circle by its diameter (`Ø 400`, `D 18 in`). Bare dimensions are in mm or inches.
 */
export function parseSection(text: string, system: UnitSystem): Parsed<SectionChoice> {
  const typed = text.trim();
  const rolled = findCatalogueShape(typed);
  if (rolled) return { ok: true, value: { name: rolled.name, shape: rolled.shape }, understood: `${rolled.name}, ${rolled.standard}` };
  const circle = /^(?:Ø|⌀|D(?=[\s\d]))\s*(.+)$/i.exec(typed);
  if (circle) {
    const diameter = dimension(circle[1], system);
    if (!diameter.ok) return diameter;
    return { ok: true, value: { name: `Ø ${show(diameter.value, system)}`, shape: { type: 'circle', diameter: diameter.value } }, understood: `circle of ${diameter.understood}` };
  }
  const rectangle = /^([\d.]+\s*[a-z"]*)\s*[x×*]\s*([\d.]+\s*[a-z"]*)$/i.exec(typed);
  if (rectangle) {
    // "14 x 24 in": the unit at the end is meant for both
    const unit = /[a-z"]+$/i.exec(rectangle[2])?.[0] ?? '';
    const width = dimension(/[a-z"]$/i.test(rectangle[1].trim()) ? rectangle[1] : rectangle[1] + unit, system);
    const depth = dimension(rectangle[2], system);
    if (!width.ok) return width;
    if (!depth.ok) return depth;
    const name = `${show(width.value, system)} × ${show(depth.value, system)}`;
    return { ok: true, value: { name, shape: { type: 'rectangle', width: width.value, depth: depth.value } }, understood: `rectangle ${width.understood} wide, ${depth.understood} deep` };
  }
  const similar = searchCatalogueShapes(typed.replace(/\d*$/, ''), 3).map((entry) => entry.name);
  const hint = similar.length > 0 ? ` The catalogue has ${similar.join(', ')} and others like them.` : '';
  return { ok: false, error: `“${typed}” is not a section Elbow knows. Type a rolled I section by name, 350 × 600 for a rectangle or Ø 400 for a circle.${hint}` };
}

function dimension(text: string, system: UnitSystem): Parsed<number> {
  const parsed = parseQuantity(text, 'sectionLength', system);
  if (parsed.ok && parsed.value <= 0) return { ok: false, error: `A dimension of a section must be above zero; “${text.trim()}” is not.` };
  if (parsed.ok && parsed.value > 10) return { ok: false, error: `A section dimension of ${parsed.understood} is larger than any member. Was another unit meant?` };
  return parsed;
}

function show(value: number, system: UnitSystem): string {
  const inUnit = value / unitSize('sectionLength', system);
  return formatNumber(inUnit, Math.abs(inUnit - Math.round(inUnit)) < 1e-6 ? 0 : 2);
}

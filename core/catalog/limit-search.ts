import { parseQuantity, type Parsed, type QuantityKind, type UnitSystem } from '../units';
import { catalogueShapes } from './catalogue';
import type { CatalogueShape } from './catalogue-shape';
import { sectionProperties } from './section-properties';
import type { SectionProperties } from './section-shape';

/** Quantities a search may limit, by the names engineers type. */
const quantities: Readonly<
  Record<string, { read: (properties: SectionProperties, shape: CatalogueShape) => number; kind: QuantityKind }>
> = {
  depth: { read: ({ depth }) => depth, kind: 'sectionLength' },
  width: { read: ({ width }) => width, kind: 'sectionLength' },
  a: { read: ({ area }) => area, kind: 'area' },
  iy: { read: ({ inertiaY }) => inertiaY, kind: 'secondMoment' },
  iz: { read: ({ inertiaZ }) => inertiaZ, kind: 'secondMoment' },
  j: { read: ({ torsion }) => torsion, kind: 'secondMoment' },
  wel: { read: ({ elasticModulusY }) => elasticModulusY, kind: 'sectionModulus' },
  wpl: { read: ({ plasticModulusY }) => plasticModulusY, kind: 'sectionModulus' },
  iyr: { read: ({ radiusY }) => radiusY, kind: 'sectionLength' },
  izr: { read: ({ radiusZ }) => radiusZ, kind: 'sectionLength' },
};
const otherNames: Readonly<Record<string, string>> = {
  h: 'depth',
  d: 'depth',
  b: 'width',
  area: 'a',
  ix: 'iy',
  wely: 'wel',
  wply: 'wpl',
  s: 'wel',
  sx: 'wel',
  z: 'wpl',
  zx: 'wpl',
  ry: 'izr',
  rx: 'iyr',
  rz: 'izr',
};

/** Words for groups of families, beside the families' own names. */
const groups: Readonly<Record<string, (entry: CatalogueShape) => boolean>> = {
  i: ({ shape }) => shape.type === 'i',
  h: ({ shape }) => shape.type === 'i',
  channel: ({ shape }) => shape.type === 'channel',
  angle: ({ shape }) => shape.type === 'angle',
  hollow: ({ shape }) => shape.type === 'rectangularHollow' || shape.type === 'circularHollow',
  tube: ({ shape }) => shape.type === 'rectangularHollow' || shape.type === 'circularHollow',
  tee: ({ shape }) => shape.type === 'tee',
  cold: ({ shape }) => shape.type === 'coldC' || shape.type === 'coldZ',
  us: ({ standard }) => standard.startsWith('ASTM'),
  eu: ({ standard }) => standard.startsWith('EN'),
};

export interface LimitSearch {
  readonly shapes: CatalogueShape[];
  readonly understood: string;
}

/** Whether text is meant as limits rather than as a name. */
export const speaksOfLimits = (text: string): boolean => /[<>≤≥=]/.test(text);

/**
 * Finds sections by limits: `I, depth ≤ 410, Wpl ≥ 800 cm³`. Parts are set apart by commas: a family or a group (I, channel, angle,
 * hollow, tee, cold, us, eu), or a quantity (depth, width, A, Iy, Iz, J, Wel, Wpl) with ≤ or ≥ and a value. The lightest come first.
 * @param system the units of bare numbers
 */
export function searchByLimits(text: string, system: UnitSystem): Parsed<LimitSearch> {
  const tests: ((entry: CatalogueShape) => boolean)[] = [];
  const words: string[] = [];
  for (const part of text
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '')) {
    const limit = /^([A-Za-z_,]+)\s*(<=|>=|≤|≥|<|>|=)\s*(.+)$/.exec(part);
    if (!limit) {
      const family = part.toLowerCase();
      const known =
        groups[family] ??
        (catalogueShapes.some((entry) => entry.family.toLowerCase() === family)
          ? (entry: CatalogueShape) => entry.family.toLowerCase() === family
          : undefined);
      if (!known)
        return {
          ok: false,
          error: `“${part}” is neither a family of sections nor a limit. Type for example: I, depth ≤ 410, Wpl ≥ 800.`,
        };
      tests.push(known);
      words.push(part);
      continue;
    }
    const typed = limit[1].toLowerCase().replace(/_/g, '');
    const name = otherNames[typed] ?? typed;
    const quantity = quantities[name];
    if (!quantity)
      return {
        ok: false,
        error: `“${limit[1]}” is no quantity of a section here. Use depth, width, A, Iy, Iz, J, Wel or Wpl.`,
      };
    const value = parseQuantity(limit[3], quantity.kind, system);
    if (!value.ok) return value;
    const below = limit[2].startsWith('<') || limit[2] === '≤';
    const equal = limit[2] === '=';
    const slack = 1e-9 * Math.abs(value.value);
    tests.push((entry) => {
      const own = quantity.read(sectionProperties(entry.shape), entry);
      return equal
        ? Math.abs(own - value.value) <= Math.max(slack, 0.005 * value.value)
        : below
          ? own <= value.value + slack
          : own >= value.value - slack;
    });
    words.push(`${limit[1]} ${equal ? '=' : below ? '≤' : '≥'} ${value.understood}`);
  }
  if (tests.length === 0) return { ok: false, error: 'Type limits such as: I, depth ≤ 410, Wpl ≥ 800.' };
  const shapes = catalogueShapes
    .filter((entry) => tests.every((passes) => passes(entry)))
    .sort((a, b) => sectionProperties(a.shape).area - sectionProperties(b.shape).area);
  return { ok: true, value: { shapes, understood: words.join(', ') }, understood: words.join(', ') };
}

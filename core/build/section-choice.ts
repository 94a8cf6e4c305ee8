import { doubled, findCatalogueShape, searchCatalogueShapes, type SectionShape } from '../catalog';
import { formatInput, formatNumber, parseQuantity, unitSize, type Parsed, type UnitSystem } from '../units';

/** A section by name and dimensions, before it is a record of a model. */
export interface SectionChoice {
  readonly name: string;
  readonly shape: SectionShape;
}

type Numbers = readonly number[];

/** Sections that are typed as a word and dimensions: how many there are, what each is, and the shape they make. */
const typedShapes: readonly {
  word: RegExp;
  name: string;
  form: string;
  parts: number;
  make: (numbers: Numbers) => SectionShape;
  refuse?: (numbers: Numbers) => string | undefined;
}[] = [
  {
    word: /^(?:tee beam|t beam|t)\s+/i,
    name: 'T',
    form: 'T depth × web width × flange width × flange thickness',
    parts: 4,
    make: ([depth, webWidth, flangeWidth, flangeThickness]) => ({
      type: 'concreteTee',
      depth,
      webWidth,
      flangeWidth,
      flangeThickness,
    }),
    refuse: slabBeam,
  },
  {
    word: /^(?:edge beam|l beam|ell)\s+/i,
    name: 'Edge',
    form: 'edge beam depth × web width × flange width × flange thickness',
    parts: 4,
    make: ([depth, webWidth, flangeWidth, flangeThickness]) => ({
      type: 'concreteEll',
      depth,
      webWidth,
      flangeWidth,
      flangeThickness,
    }),
    refuse: slabBeam,
  },
  {
    word: /^(?:welded i|plate girder)\s+/i,
    name: 'Welded I',
    form: 'welded I depth × web × top width × top thickness × bottom width × bottom thickness (or one width and thickness for both)',
    parts: 6,
    make: ([depth, webThickness, topWidth, topThickness, bottomWidth, bottomThickness]) => ({
      type: 'builtUpI',
      depth,
      webThickness,
      topWidth,
      topThickness,
      bottomWidth,
      bottomThickness,
    }),
    refuse: ([depth, web, width, top, , bottom]) =>
      top + bottom >= depth
        ? 'its flanges are thicker than its depth'
        : web >= width
          ? 'its web is wider than its flange'
          : undefined,
  },
  {
    word: /^(?:welded box|box)\s+/i,
    name: 'Welded box',
    form: 'welded box depth × width × web × flange',
    parts: 4,
    make: ([depth, width, webThickness, flangeThickness]) => ({
      type: 'builtUpBox',
      depth,
      width,
      webThickness,
      flangeThickness,
    }),
    refuse: ([depth, width, web, flange]) =>
      2 * flange >= depth || 2 * web >= width ? 'its plates leave no room inside' : undefined,
  },
];

function slabBeam([depth, web, flange, thickness]: Numbers): string | undefined {
  return thickness >= depth
    ? 'its flange is as thick as it is deep'
    : flange <= web
      ? 'its flange is no wider than its web'
      : undefined;
}

/**
 * Reads a section as an engineer types it: a section of the catalogue by name (`IPE 330`, `w16x40`, `2L 100x100x10 gap 12`), a rectangle
 * as width × depth (`350 × 600`, `14 x 24 in`), a circle or rod by its diameter (`Ø 400`, `rod 20`), and with a word before their
 * dimensions T and edge beams and welded sections. Bare dimensions are in mm or inches.
 */
export function parseSection(text: string, system: UnitSystem): Parsed<SectionChoice> {
  const typed = text.trim();
  const listed = findCatalogueShape(typed);
  if (listed)
    return {
      ok: true,
      value: { name: listed.name, shape: listed.shape },
      understood: `${listed.name}, ${listed.standard}`,
    };
  const gapped = /^2\s*(L.+?)\s*(?:gap|,)\s*(.+)$/i.exec(typed);
  if (gapped) return twoAngles(gapped[1], gapped[2], system);
  const round = /^(Ø|⌀|rod|D(?=[\s\d]))\s*(.+)$/i.exec(typed);
  if (round) {
    const diameter = dimension(round[2], system);
    if (!diameter.ok) return diameter;
    const rod = /rod/i.test(round[1]);
    return {
      ok: true,
      value: {
        name: `${rod ? 'Rod' : 'Ø'} ${show(diameter.value, system)}`,
        shape: { type: 'circle', diameter: diameter.value },
      },
      understood: `${rod ? 'rod' : 'circle'} of ${diameter.understood}`,
    };
  }
  for (const shape of typedShapes)
    if (shape.word.test(typed)) return fromNumbers(shape, typed.replace(shape.word, ''), system);
  const rectangle = /^([\d.]+\s*[a-z"]*)\s*[x×*]\s*([\d.]+\s*[a-z"]*)$/i.exec(typed);
  if (rectangle) {
    const sides = dimensions(typed, system);
    if (!sides.ok) return sides;
    const [width, depth] = sides.value;
    const name = `${show(width, system)} × ${show(depth, system)}`;
    return {
      ok: true,
      value: { name, shape: { type: 'rectangle', width, depth } },
      understood: `rectangle ${sides.understood}, width × depth`,
    };
  }
  const similar = searchCatalogueShapes(typed.replace(/\d*$/, ''), 3).map((entry) => entry.name);
  const hint = similar.length > 0 ? ` The catalogue has ${similar.join(', ')} and others like them.` : '';
  return {
    ok: false,
    error: `“${typed}” is not a section Elbow knows. Type one of the catalogue by name, 350 × 600 for a rectangle, Ø 400 for a circle or rod 20.${hint}`,
  };
}

/** The name dimensions give a section in a system of units; none for shapes that are named by a catalogue. */
export function nameOfShape(shape: SectionShape, units: UnitSystem): string | undefined {
  const typed = (...values: number[]) => values.map((value) => formatInput(value, 'sectionLength', units)).join(' x ');
  const text = textOf(shape, typed);
  const parsed = text === undefined ? undefined : parseSection(text, units);
  return parsed?.ok ? parsed.value.name : undefined;
}

function textOf(shape: SectionShape, typed: (...values: number[]) => string): string | undefined {
  switch (shape.type) {
    case 'rectangle':
      return typed(shape.width, shape.depth);
    case 'circle':
      return `Ø ${typed(shape.diameter)}`;
    case 'concreteTee':
    case 'concreteEll':
      return `${shape.type === 'concreteTee' ? 'T' : 'Edge beam'} ${typed(shape.depth, shape.webWidth, shape.flangeWidth, shape.flangeThickness)}`;
    default:
      return undefined;
  }
}

function twoAngles(name: string, gapText: string, system: UnitSystem): Parsed<SectionChoice> {
  const gap = parseQuantity(gapText, 'sectionLength', system);
  if (!gap.ok) return gap;
  const made = gap.value >= 0 && gap.value < 0.2 ? doubled(findCatalogueShape(name), gap.value) : undefined;
  if (!made)
    return {
      ok: false,
      error:
        gap.value >= 0 && gap.value < 0.2
          ? `“${name}” is not an angle of the catalogue.`
          : `A gap of ${gap.understood} cannot be; it must lie between 0 and 200 mm.`,
    };
  return {
    ok: true,
    value: { name: `${made.name} gap ${show(gap.value, system)}`, shape: made.shape },
    understood: `two ${name}, ${gap.understood} apart`,
  };
}

function fromNumbers(shape: (typeof typedShapes)[number], text: string, system: UnitSystem): Parsed<SectionChoice> {
  const read = dimensions(text, system);
  if (!read.ok) return read;
  let numbers = read.value;
  // both flanges alike
  if (shape.parts === 6 && numbers.length === 4) numbers = [...numbers, numbers[2], numbers[3]];
  if (numbers.length !== shape.parts)
    return { ok: false, error: `“${text.trim()}” gives ${numbers.length} dimensions. Type ${shape.form}.` };
  const refusal = shape.refuse?.(numbers);
  if (refusal) return { ok: false, error: `That section cannot be: ${refusal}. Type ${shape.form}.` };
  return {
    ok: true,
    value: {
      name: `${shape.name} ${read.value.map((value) => show(value, system)).join(' × ')}`,
      shape: shape.make(numbers),
    },
    understood: `${shape.form}: ${read.understood}`,
  };
}

/** Dimensions between × signs; a unit at the end is meant for all that have none. */
function dimensions(text: string, system: UnitSystem): Parsed<number[]> {
  const parts = text.split(/[x×*]/i).map((part) => part.trim());
  const unit = /[a-z"]+$/i.exec(parts[parts.length - 1])?.[0] ?? '';
  const values: number[] = [];
  const understood: string[] = [];
  for (const part of parts) {
    const read = dimension(/[a-z"]$/i.test(part) ? part : part + unit, system);
    if (!read.ok) return read;
    values.push(read.value);
    understood.push(read.understood);
  }
  return { ok: true, value: values, understood: understood.join(' × ') };
}

function dimension(text: string, system: UnitSystem): Parsed<number> {
  const parsed = parseQuantity(text, 'sectionLength', system);
  if (parsed.ok && parsed.value <= 0)
    return { ok: false, error: `A dimension of a section must be above zero; “${text.trim()}” is not.` };
  if (parsed.ok && parsed.value > 10)
    return {
      ok: false,
      error: `A section dimension of ${parsed.understood} is larger than any member. Was another unit meant?`,
    };
  return parsed;
}

function show(value: number, system: UnitSystem): string {
  const inUnit = value / unitSize('sectionLength', system);
  return formatNumber(inUnit, Math.abs(inUnit - Math.round(inUnit)) < 1e-6 ? 0 : 2);
}

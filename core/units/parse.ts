import { doubtOf } from './doubt';
import { formatQuantity } from './format';
import { kinds, unitSize, type QuantityKind, type UnitSystem } from './quantity';

export type Parsed<T> = { ok: true; value: T; understood: string } | { ok: false; error: string };

/** A number with the power of "one typed unit" it carries: a bare number, or a value already in base SI. */
interface Term {
  value: number;
  hasUnit: boolean;
  /** Size of the unit in base SI when the term is one number with a unit. */
  size?: number;
}

class ParseError extends Error {}

/**
 * Reads what a person typed into a field: a number, a number with a unit, feet and inches, or plain arithmetic of these
 * (`6.4`, `23 ft`, `12'6 1/2"`, `3*7.2`, `(2.4+1.2)/2 m`). A bare result is taken in the project's own unit.
 * @param kind   what the field holds; a unit of another kind is an error that names both
 * @param system the project's units
 * A bare number beyond what buildings have is questioned: with its unit typed it is taken.
 * @returns the value in base SI with the text of what was understood, or a sentence saying what is wrong and what to type
 */
export function parseQuantity(text: string, kind: QuantityKind, system: UnitSystem): Parsed<number> {
  const trimmed = text.trim();
  if (trimmed.length > longestText)
    return { ok: false, error: `A value has at most ${longestText} letters; ${trimmed.length} were typed.` };
  const example = formatQuantity(kind === 'number' ? 2.5 : 2.5 * unitSize(kind, system), kind, system, 1);
  if (trimmed === '')
    return { ok: false, error: `Nothing was typed. Type ${kinds[kind].name}, for example ${example}.` };
  try {
    const reader = new Reader(trimmed, kind);
    const term = reader.sum();
    reader.end();
    const value = term.hasUnit || kind === 'number' ? term.value : term.value * unitSize(kind, system);
    if (!Number.isFinite(value))
      throw new ParseError(`“${trimmed}” does not give a finite number. Check the division.`);
    const doubt = term.hasUnit ? undefined : doubtOf(term.value, value, kind, system);
    if (doubt !== undefined) throw new ParseError(doubt);
    return { ok: true, value, understood: formatQuantity(value, kind, system) };
  } catch (error) {
    if (error instanceof ParseError) return { ok: false, error: error.message };
    throw error;
  }
}

/** letters of a value, and brackets within each other: more is a mistake, and must not hold anything up */
const longestText = 400;
const deepestBrackets = 40;

const unitPattern = /^(?:['"]|1\/°?[KCF]|[A-Za-z°][A-Za-z°]*(?:[·-][A-Za-z]+)*(?:[2346²³⁴⁶])?(?:\/[A-Za-z]+[23²³]?)?)/;
const plainDigits: Readonly<Record<string, string>> = { '²': '2', '³': '3', '⁴': '4', '⁶': '6' };

/** Recursive descent over `sum = product {± product}`, `product = signed {×÷ signed}`. */
class Reader {
  private at = 0;
  private depth = 0;

  constructor(
    private readonly text: string,
    private readonly kind: QuantityKind,
  ) {}

  sum(): Term {
    let left = this.product();
    for (;;) {
      const sign = this.take(/^[+\-−]/);
      if (!sign) return left;
      const right = this.product();
      if (left.hasUnit !== right.hasUnit)
        throw new ParseError(`“${this.text}” adds a number with a unit to one without. Give both a unit or neither.`);
      left = { value: left.value + (sign === '+' ? right.value : -right.value), hasUnit: left.hasUnit };
    }
  }

  end(): void {
    this.skip();
    const rest = this.text.slice(this.at);
    if (rest !== '')
      throw new ParseError(
        `“${rest}” in “${this.text}” was not understood. Type ${kinds[this.kind].name}, a sum or a product.`,
      );
  }

  private product(): Term {
    let left = this.signed();
    for (;;) {
      const operator = this.take(/^[*×/]/);
      if (!operator) return left;
      const right = this.signed();
      if (operator === '/' && right.size !== undefined && !left.hasUnit) {
        // "(2.4+1.2)/2 m": the unit belongs to the quotient
        left = { value: (left.value * right.size ** 2) / right.value, hasUnit: true };
        continue;
      }
      if (operator === '/' && right.hasUnit)
        throw new ParseError(`“${this.text}” divides by a number with a unit, which is not ${kinds[this.kind].name}.`);
      if (operator !== '/' && left.hasUnit && right.hasUnit)
        throw new ParseError(
          `“${this.text}” multiplies two numbers with units, which is not ${kinds[this.kind].name}.`,
        );
      left = {
        value: operator === '/' ? left.value / right.value : left.value * right.value,
        hasUnit: left.hasUnit || right.hasUnit,
      };
    }
  }

  private signed(): Term {
    const sign = this.take(/^[+\-−]/);
    const term = this.amount();
    return sign && sign !== '+' ? { ...term, value: -term.value } : term;
  }

  private amount(): Term {
    let term: Term;
    if (this.take(/^\(/)) {
      if (++this.depth > deepestBrackets)
        throw new ParseError(`There are more than ${deepestBrackets} brackets within each other.`);
      term = this.sum();
      this.depth--;
      if (!this.take(/^\)/)) throw new ParseError(`A closing bracket is missing in “${this.text}”.`);
    } else {
      const digits = this.take(/^(?:\d+(?:\.\d*)?|\.\d+)(?:e[+-]?\d+)?/i);
      if (!digits)
        throw new ParseError(
          `“${this.text.slice(this.at) || this.text}” is not a number. Type ${kinds[this.kind].name}.`,
        );
      term = { value: Number(digits), hasUnit: false };
    }
    const unit = term.hasUnit ? undefined : this.take(unitPattern);
    if (unit === undefined) return term;
    const size = this.sizeOf(unit);
    const sized = { value: term.value * size, hasUnit: true, size };
    return unit === "'" || unit === 'ft' ? this.inchesAfter(sized) : sized;
  }

  /** After feet: `6"`, `6 1/2"` or `-6"` belong to the same length. */
  private inchesAfter(feet: Term): Term {
    const inches = this.take(/^-?\s*(?:\d+\s+\d+\/\d+|\d+\/\d+|\d+(?:\.\d*)?|\.\d+)\s*(?:"|in\b)/);
    if (!inches) return feet;
    const parts = inches
      .replace(/["-]|in/g, ' ')
      .trim()
      .split(/\s+/);
    const total = parts.reduce((sum, part) => {
      const [top, bottom] = part.split('/').map(Number);
      return sum + (bottom ? top / bottom : top);
    }, 0);
    return { value: feet.value + total * kinds.length.units.in, hasUnit: true };
  }

  private sizeOf(unit: string): number {
    const plain = unit.replace(/[²³⁴⁶]/g, (digit) => plainDigits[digit]);
    const { units } = kinds[this.kind];
    if (Object.hasOwn(units, plain)) return units[plain];
    const other = Object.values(kinds).find((candidate) => Object.hasOwn(candidate.units, plain));
    const wanted = Object.keys(kinds[this.kind].units).slice(0, 6).join(', ');
    const remedy = wanted === '' ? 'Type a bare number.' : `Use ${wanted}.`;
    throw new ParseError(
      other
        ? `“${unit}” is a unit of ${other.name.replace(/^an? /, '')}; here ${kinds[this.kind].name} is needed. ${remedy}`
        : `“${unit}” is not a unit Elbow knows for ${kinds[this.kind].name}. ${remedy}`,
    );
  }

  private skip(): void {
    while (/\s/.test(this.text[this.at] ?? '')) this.at++;
  }

  private take(pattern: RegExp): string | undefined {
    this.skip();
    const match = pattern.exec(this.text.slice(this.at));
    if (!match) return undefined;
    this.at += match[0].length;
    return match[0];
  }
}

/**
 * Reads a list of spacings such as `3*7.2`, `7.2, 6.4, 7.2`, `2 × 20 ft, 15 ft`. `n*x` with a whole n stands for n equal spacings.
 * @returns spacings in m, each above zero, or a sentence saying what is wrong
 */
export function parseSpacings(text: string, system: UnitSystem): Parsed<number[]> {
  const parts = text
    .split(/[,;]/)
    .map((part) => part.trim())
    .filter((part) => part !== '');
  if (parts.length === 0) return { ok: false, error: 'No spacing was typed. Type for example 3*7.2 or 7.2, 6.4, 7.2.' };
  const spacings: number[] = [];
  for (const part of parts) {
    const repeat = /^(\d+)\s*[*×x]\s*(.+)$/.exec(part);
    const times = repeat ? Number(repeat[1]) : 1;
    const each = parseQuantity(repeat ? repeat[2] : part, 'length', system);
    if (!each.ok) return each;
    if (each.value <= 0)
      return { ok: false, error: `The spacing “${part}” is ${each.understood}. A spacing must be above zero.` };
    if (times < 1 || spacings.length + times > 200)
      return { ok: false, error: `“${part}” asks for ${times} spacings. Between 1 and 200 can be made.` };
    for (let i = 0; i < times; i++) spacings.push(each.value);
  }
  const total = spacings.reduce((sum, spacing) => sum + spacing, 0);
  return { ok: true, value: spacings, understood: formatQuantity(total, 'length', system) };
}

import type { Model } from '~core/model';
import { formatInput, formatSignificant, formatValue, parseQuantity, unitLabel, type QuantityKind } from '~core/units';
import type { CellColumn, CellRead } from './cells';

/** A cell that cannot be read, and why. */
export const bad = (error: string): CellRead => ({ ok: false, error });
/** A cell that was read: fields of its record. */
export const good = (fields: Readonly<Record<string, unknown>>): CellRead => ({ ok: true, fields });

/** A column of a quantity: shown and read in the project’s units, kept in base SI. @param fields what a typed value sets; none: it cannot be typed */
export function quantity<Row>(
  model: Model,
  title: string,
  kind: QuantityKind,
  value: (row: Row) => number | undefined,
  fields: ((value: number | null) => Record<string, unknown>) | undefined,
  options: {
    width?: number;
    decimals?: number;
    positive?: boolean;
    optional?: boolean;
    /** four digits that count instead of a number of decimals */ significant?: boolean;
  } = {},
): CellColumn<Row> {
  const { units } = model.settings;
  return {
    title,
    unit: unitLabel(kind, units),
    width: options.width ?? 84,
    numeric: true,
    text: (row) => {
      const own = value(row);
      return own === undefined
        ? ''
        : options.significant || options.decimals === undefined
          ? formatInput(own, kind, units)
          : formatValue(own, kind, units, options.decimals);
    },
    show: (row) => {
      const own = value(row);
      return own === undefined
        ? ''
        : options.significant
          ? formatSignificant(own, kind, units)
          : formatValue(own, kind, units, options.decimals);
    },
    order: (row) => value(row) ?? -Infinity,
    ...(fields
      ? {
          read: (text: string): CellRead => {
            if (text === '' && options.optional) return good(fields(null));
            const parsed = parseQuantity(text, kind, units);
            if (!parsed.ok) return bad(parsed.error);
            return options.positive && parsed.value <= 0 ? bad('This must be above zero.') : good(fields(parsed.value));
          },
        }
      : {}),
  };
}

/** A column of text. */
export const words = <Row>(
  title: string,
  width: number,
  text: (row: Row) => string,
  read?: CellColumn<Row>['read'],
  choices?: readonly string[],
): CellColumn<Row> => ({ title, width, text, ...(read ? { read } : {}), ...(choices ? { choices } : {}) });

/** Reads one of several words. @param clear the word that stands for nothing */
export const oneOf =
  (choices: readonly string[], field: string, clear?: string) =>
  (text: string): CellRead => {
    const found = choices.find((choice) => choice.toLowerCase() === text.toLowerCase());
    return found
      ? good({ [field]: found === clear ? null : found })
      : bad(`“${text}” is none of ${choices.join(', ')}.`);
  };

/** Reads a name that may be left out. */
export const labelCell = (text: string): CellRead => good({ label: text === '' ? null : text });
/** Reads a name that must be there. */
export const nameCell =
  (field: 'label' | 'name') =>
  (text: string): CellRead =>
    text === ''
      ? bad('A name is missing.')
      : text.length > 60
        ? bad('A name has at most 60 letters.')
        : good({ [field]: text });

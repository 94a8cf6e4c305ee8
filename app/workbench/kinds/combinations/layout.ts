import { combinationFormula, purposeLetters, purposeNames } from '~core/combine';
import { idSource, purposes, type Combination, type LoadCase, type Model, type Purpose } from '~core/model';
import { parseQuantity } from '~core/units';
import type { CellColumn, RowLayout } from '../../cells/cells';
import { bad, good } from '../../cells/columns';

/** A factor as it is shown: 1.0, 0.75, −0.3; a dash for a case that takes no part. */
const shownFactor = (factor: number): string =>
  factor === 0 ? '–' : (Number.isInteger(factor) ? factor.toFixed(1) : factorText(factor)).replace('-', '−');

const factorText = (factor: number): string => (factor === 0 ? '' : String(Number(factor.toFixed(4))));

/** The combinations as the code's own table: a row a combination, a column a case. */
export function combinationLayout(model: Model, cases: readonly LoadCase[]): RowLayout<Combination> {
  const factorOf = (row: Combination, id: string) => row.factors.find((one) => one.case === id)?.factor ?? 0;
  const purposeOf = (text: string) =>
    purposes.find(
      (purpose) =>
        purposeNames[purpose] === text.trim().toLowerCase() || purpose.toLowerCase() === text.trim().toLowerCase(),
    );
  return {
    table: 'combinations',
    noun: 'combination',
    columns: [
      {
        title: 'Name',
        width: 54,
        text: (row) => row.label,
        read: (text, { model: current }, row) =>
          text === '' || text.length > 8
            ? bad('A short name has 1 to 8 letters.')
            : Object.values(current.combinations).some((one) => one.label === text && one.id !== row?.id)
              ? bad(`There is a combination ${text} already.`)
              : good({ label: text }),
      },
      {
        title: 'For',
        width: 76,
        text: (row) => purposeNames[row.purpose],
        read: (text) =>
          purposeOf(text)
            ? good({ purpose: purposeOf(text) })
            : bad(`“${text}” is none of ${purposes.map((purpose) => purposeNames[purpose]).join(', ')}.`),
        choices: purposes.map((purpose) => purposeNames[purpose]),
      },
      {
        title: 'Rule',
        width: 150,
        text: (row) =>
          row.origin === 'own'
            ? row.rule === 'own' || row.rule === ''
              ? 'own'
              : `own: ${row.rule}`
            : row.changed
              ? `${row.rule}, changed`
              : row.rule,
      },
      ...cases.map((loadCase): CellColumn<Combination> => ({
        title: loadCase.label,
        width: 44,
        numeric: true,
        text: (row) => factorText(factorOf(row, loadCase.id)),
        show: (row) => shownFactor(factorOf(row, loadCase.id)),
        order: (row) => factorOf(row, loadCase.id),
        marked: (row) => row.changed,
        read: (text) => {
          if (text === '' || text === '–' || text === '-') return good({ [`factor ${loadCase.id}`]: 0 });
          const read = parseQuantity(text.replace('−', '-'), 'number', 'si');
          return !read.ok
            ? bad(read.error)
            : Math.abs(read.value) > 100
              ? bad(`A factor of ${text} is beyond 100.`)
              : good({ [`factor ${loadCase.id}`]: read.value });
        },
      })),
      {
        title: 'Order',
        width: 62,
        text: (row) => row.order ?? 'first',
        read: (text) =>
          text === 'first' || text === 'second'
            ? good({ order: text === 'first' ? null : text })
            : bad('The order is first or second.'),
        choices: ['first', 'second'],
      },
      {
        title: 'Stiffness',
        width: 84,
        text: (row) => (row.stiffnessSet ? model.stiffnessSets[row.stiffnessSet].label : 'full'),
      },
      { title: 'Written out', width: 240, text: (row) => combinationFormula(model, row) },
    ],
    // several cells set factors of one list
    fold: (fields, row) => {
      const entries = Object.entries(fields);
      const typedFactors = entries.flatMap(([key, value]) =>
        key.startsWith('factor ') ? [{ case: key.slice(7), factor: value as number }] : [],
      );
      const rest = Object.fromEntries(entries.filter(([key]) => !key.startsWith('factor ')));
      // what was moved into another set by hand is not made again where it was
      const moved = row?.origin === 'generated' && rest.purpose !== undefined ? { changed: true } : {};
      if (typedFactors.length === 0) return { ...rest, ...moved };
      const before = row?.factors ?? [];
      const kept = before.map((one) => typedFactors.find((other) => other.case === one.case) ?? one);
      const added = typedFactors.filter((one) => !before.some((other) => other.case === one.case));
      return {
        ...rest,
        factors: [...kept, ...added].filter((one) => one.factor !== 0),
        ...(row?.origin === 'generated' ? { changed: true } : {}),
      };
    },
    create: (fields, { model: current, collector }) => {
      const purpose = (fields.purpose as Purpose | undefined) ?? 'strength';
      const taken = new Set(Object.values(current.combinations).map((one) => one.label));
      const id = collector.nextId('combinations');
      const label =
        (fields.label as string | undefined) ??
        Array.from(
          { length: 5000 },
          (_, i) =>
            `${purposeLetters[purpose]}${i + 1 + Number(id.slice(1)) - Number(idSource(current)('combinations').slice(1))}`,
        ).find((one) => !taken.has(one))!;
      const factors = (fields.factors as Combination['factors'] | undefined) ?? [];
      return factors.length === 0
        ? { ok: false, error: 'A new combination needs one factor at least.' }
        : {
            ok: true,
            record: {
              id,
              label,
              purpose,
              rule: 'own',
              factors,
              origin: 'own',
              changed: false,
              ...(fields.order === 'second' ? { order: 'second' as const } : {}),
            },
          };
    },
  };
}

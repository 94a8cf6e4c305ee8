import type { ModalResult, Solution } from '../../fem';
import type { Model } from '../../model';
import { balance } from '../balance';
import { shownParts, shownWords, type Shown } from '../shown';
import { StoreyBook, supportLines } from '../storeys';
import type { ResultTable, TableColumn, TableRow } from './table';

const words = (title: string): TableColumn => ({ title, kind: 'words' });
const books = new WeakMap<Solution, { model: Model; book: StoreyBook }>();

/** The storeys of a solution, made once for the model they are asked of. */
export function storeyBook(model: Model, solution: Solution): StoreyBook {
  const known = books.get(solution);
  if (known && known.model === model) return known.book;
  const book = new StoreyBook(model, solution);
  books.set(solution, { model, book });
  return book;
}

/** Drift, shear, weight, overturning and stability coefficient of each storey, from the top down, for every state that is shown. */
export function storeyTable(model: Model, solution: Solution, shown: Shown): ResultTable {
  const parts = shownParts(model, solution, shown);
  const book = storeyBook(model, solution);
  const columns: TableColumn[] = [
    words('Storey'),
    words('By'),
    { title: 'height', kind: 'length', decimals: 2 },
    { title: 'drift x', kind: 'deflection' },
    { title: 'drift y', kind: 'deflection' },
    words('ratio x'),
    words('ratio y'),
    { title: 'shear x', kind: 'force' },
    { title: 'shear y', kind: 'force' },
    { title: 'gravity', kind: 'force' },
    { title: 'overturning y', kind: 'moment' },
    { title: 'overturning x', kind: 'moment' },
    { title: 'PΔ/Vh x', kind: 'number' },
    { title: 'PΔ/Vh y', kind: 'number' },
  ];
  const perHeight = (height: number, drift: number) =>
    Math.abs(drift) < 1e-5 * height ? '–' : `h/${Math.round(height / Math.abs(drift))}`;
  const rows = parts.flatMap((part) =>
    book
      .results(part.state)
      .reverse()
      .map((one): TableRow => ({
        key: `${one.storey.id} ${part.id}`,
        storey: one.storey.id,
        size: Math.max(Math.abs(one.ratio[0]), Math.abs(one.ratio[1])),
        cells: [
          one.storey.label,
          part.label,
          one.height,
          one.drift[0],
          one.drift[1],
          perHeight(one.height, one.drift[0]),
          perHeight(one.height, one.drift[1]),
          one.shear[0],
          one.shear[1],
          one.gravity,
          one.overturning[0],
          one.overturning[1],
          one.stability[0],
          one.stability[1],
        ],
      })),
  );
  return {
    id: 'storeys',
    title: 'Storeys',
    note: `${shownWords(model, shown).name}; drift is the largest of any line of nodes, shear and gravity what acts at and above the storey, overturning about its foot`,
    columns,
    rows,
  };
}

/** Reactions summed along each row of supports, case by case; moments of forces about the line's middle are left to the nodes' table. */
export function supportLineTable(model: Model, solution: Solution, shown: Shown): ResultTable {
  const parts = shownParts(model, solution, shown);
  const numbers = new Map(solution.nodeIds.map((id, i) => [id, i]));
  const rows = supportLines(model).flatMap(({ key, name, nodes }) =>
    parts.map((part): TableRow => {
      const sum = (k: number) =>
        nodes.reduce((total, id) => total + (numbers.has(id) ? part.state.reactions[6 * numbers.get(id)! + k] : 0), 0);
      const vertical = nodes.map((id) => (numbers.has(id) ? part.state.reactions[6 * numbers.get(id)! + 2] : 0));
      return {
        key: `${key} ${part.id}`,
        size: Math.abs(sum(2)),
        cells: [
          name,
          part.label,
          String(nodes.length),
          sum(0),
          sum(1),
          sum(2),
          Math.min(...vertical),
          Math.max(...vertical),
        ],
      };
    }),
  );
  const force = (title: string): TableColumn => ({ title, kind: 'force' });
  return {
    id: 'supportLines',
    title: 'Rows of supports',
    note: `${shownWords(model, shown).name}; sums along each grid line; a support at a crossing counts on both`,
    columns: [
      words('Row'),
      words('By'),
      words('supports'),
      force('ΣRx'),
      force('ΣRy'),
      force('ΣRz'),
      force('smallest Rz'),
      force('largest Rz'),
    ],
    rows,
  };
}

/** Modes of vibration: period, frequency and the share of mass each takes. */
export function modeTable(modal: ModalResult | undefined): ResultTable {
  const share = (mass: number, participation: number) => (mass > 0 ? (100 * participation ** 2) / mass : 0);
  const columns: TableColumn[] = [
    words('Mode'),
    { title: 'period', kind: 'time', decimals: 3 },
    { title: 'frequency', kind: 'frequency', decimals: 2 },
    ...['x', 'y', 'z'].map((axis): TableColumn => ({ title: `mass ${axis}, %`, kind: 'number', decimals: 1 })),
    ...['x', 'y'].map((axis): TableColumn => ({ title: `sum ${axis}, %`, kind: 'number', decimals: 1 })),
  ];
  const sums = [0, 0];
  const rows = (modal?.modes ?? []).map((mode, i): TableRow => {
    const shares = ([0, 1, 2] as const).map((axis) => share(modal!.mass[axis], mode.participation[axis]));
    sums[0] += shares[0];
    sums[1] += shares[1];
    return {
      key: String(i + 1),
      size: mode.period,
      cells: [String(i + 1), mode.period, 1 / mode.period, ...shares, sums[0], sums[1]],
    };
  });
  return { id: 'modes', title: 'Modes', note: 'shares of the mass that can move', columns, rows };
}

/** Applied loads against reactions, case by case, with what is out of balance. */
export function equilibriumTable(model: Model, solution: Solution): ResultTable {
  const six = ['ΣX', 'ΣY', 'ΣZ', 'ΣMx', 'ΣMy', 'ΣMz'].map((title, i): TableColumn => ({
    title,
    kind: i < 3 ? 'force' : 'moment',
  }));
  const rows = balance(solution).flatMap((row): TableRow[] => {
    const { label } = model.cases[row.caseId] ?? model.combinations[row.caseId] ?? { label: row.caseId };
    return [
      { key: `${row.caseId} loads`, size: row.error, cells: [label, 'loads', ...row.applied, ''] },
      {
        key: `${row.caseId} reactions`,
        size: row.error,
        cells: [label, 'reactions', ...row.reacted, row.error.toExponential(1)],
      },
    ];
  });
  return {
    id: 'equilibrium',
    title: 'Equilibrium',
    note: 'moments about the origin; “off by” is the largest share of the load that is out of balance',
    columns: [words('Case'), words(''), ...six, words('off by')],
    rows,
  };
}

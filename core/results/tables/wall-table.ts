import type { Solution } from '../../fem';
import type { Model } from '../../model';
import { shownParts, shownWords, type Shown } from '../shown';
import { wallStoreyForces, wallStoreys } from '../wall-storeys';
import { storeyBook } from './other-tables';
import type { ResultTable, TableColumn, TableRow } from './table';

/** A storey's shear below this share of its gravity load is none to be shared. */
const leastShear = 1e-4;

/** What every upright wall carries through its foot in each storey, and its share of the storey's shear, for every state that is shown. */
export function wallTable(model: Model, solution: Solution, shown: Shown): ResultTable {
  const parts = shownParts(model, solution, shown);
  const book = storeyBook(model, solution);
  const storeys = parts.map(({ state }) => new Map(book.results(state).map((one) => [one.storey.id, one])));
  const rows = wallStoreys(model, solution).flatMap((one): TableRow[] =>
    parts.map((part, i): TableRow => {
      const { N, Vt, Mz, Vz, M, T, shear } = wallStoreyForces(model, solution, one, part.weights);
      const storey = storeys[i].get(one.storey.id);
      const share = (axis: 0 | 1) =>
        storey && Math.abs(storey.shear[axis]) > leastShear * Math.abs(storey.gravity)
          ? (100 * shear[axis]) / storey.shear[axis]
          : null;
      return {
        key: `${one.wall.id} ${one.storey.id} ${part.id}`,
        storey: one.storey.id,
        size: Math.abs(Mz),
        cells: [
          one.wall.label ?? one.wall.id,
          one.storey.label,
          part.label,
          one.section.length,
          N,
          Vt,
          Mz,
          Vz,
          M,
          T,
          shear[0],
          share(0),
          shear[1],
          share(1),
        ],
      };
    }),
  );
  const column = (title: string, kind: TableColumn['kind'], decimals?: number): TableColumn => ({
    title,
    kind,
    ...(decimals === undefined ? {} : { decimals }),
  });
  return {
    id: 'wallStoreys',
    title: 'Walls by storey',
    note: `${shownWords(model, shown).name}; through the foot of each wall in a storey, all its piers together, about their centroid: N + tension, Vt along the wall, Mz in its plane, Vz and M across it; shear x and y is what it takes of the storey’s shear, with its share`,
    columns: [
      column('Wall', 'words'),
      column('Storey', 'words'),
      column('By', 'words'),
      column('length', 'length'),
      column('N', 'force'),
      column('Vt', 'force'),
      column('Mz', 'moment'),
      column('Vz', 'force'),
      column('M', 'moment'),
      column('T', 'moment'),
      column('shear x', 'force'),
      column('share x, %', 'number', 0),
      column('shear y', 'force'),
      column('share y, %', 'number', 0),
    ],
    rows,
  };
}

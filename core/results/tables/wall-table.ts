import type { Solution } from '../../fem';
import { wallParts, type Model } from '../../model';
import type { StoreyResult } from '../storeys';
import { shownParts, shownWords, type Shown } from '../shown';
import { wallStoreyForces, wallStoreys } from '../wall-storeys';
import { couplingForces, pierForces } from '../wall-part-forces';
import { storeyBook } from './other-tables';
import type { ResultTable, TableColumn, TableRow } from './table';

const column = (title: string, kind: TableColumn['kind'], decimals?: number): TableColumn => ({
  title,
  kind,
  ...(decimals === undefined ? {} : { decimals }),
});

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
      const share = (axis: 0 | 1) => shareOf(storeys[i].get(one.storey.id), axis, shear[axis]);
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

/** Share of a storey’s shear, %; null where there is none to be shared. */
function shareOf(storey: StoreyResult | undefined, axis: 0 | 1, shear: number): number | null {
  return storey && Math.abs(storey.shear[axis]) > leastShear * Math.abs(storey.gravity)
    ? (100 * shear) / storey.shear[axis]
    : null;
}

/** What every pier carries at its foot and head, for every state that is shown, and the share of its storey’s shear that it takes. */
export function pierTable(model: Model, solution: Solution, shown: Shown): ResultTable {
  const parts = shownParts(model, solution, shown);
  const book = storeyBook(model, solution);
  const storeys = parts.map(({ state }) => new Map(book.results(state).map((one) => [one.storey.id, one])));
  const rows = wallParts(model).piers.flatMap((pier) =>
    parts.flatMap((part, i) =>
      (['foot', 'head'] as const).flatMap((at): TableRow[] => {
        const found = pierForces(model, solution, pier, at, part.weights);
        if (!found) return [];
        const { N, V, M, Vz, Mz, T, shear } = found;
        const storey = pier.storey && storeys[i].get(pier.storey.id);
        return [
          {
            key: `${pier.key} ${at} ${part.id}`,
            part: pier.key,
            ...(pier.storey ? { storey: pier.storey.id } : {}),
            size: Math.abs(M),
            cells: [
              pier.name,
              pier.storey?.label ?? '–',
              part.label,
              at,
              pier.length,
              N,
              V,
              M,
              Vz,
              Mz,
              T,
              shear[0],
              shareOf(storey, 0, shear[0]),
              shear[1],
              shareOf(storey, 1, shear[1]),
            ],
          },
        ];
      }),
    ),
  );
  return {
    id: 'piers',
    title: 'Piers',
    note: `${shownWords(model, shown).name}; at the foot and head of what stands free between openings, about the centroid there: N + tension, V along the wall, M in its plane, + tension at the end where x (or y) is least; Vz and Mz across it; shear x and y is what it takes of the storey’s shear, with its share`,
    columns: [
      column('Pier', 'words'),
      column('Storey', 'words'),
      column('By', 'words'),
      column('at', 'words'),
      column('length', 'length'),
      column('N', 'force'),
      column('V', 'force'),
      column('M', 'moment'),
      column('Vz', 'force'),
      column('Mz', 'moment'),
      column('T', 'moment'),
      column('shear x', 'force'),
      column('share x, %', 'number', 0),
      column('shear y', 'force'),
      column('share y, %', 'number', 0),
    ],
    rows,
  };
}

/** What every coupling beam carries at the faces of its piers and half-way, for every state that is shown. */
export function couplingTable(model: Model, solution: Solution, shown: Shown): ResultTable {
  const rows = wallParts(model).beams.flatMap((beam) =>
    shownParts(model, solution, shown).flatMap((part) =>
      (['start', 'middle', 'end'] as const).flatMap((at): TableRow[] => {
        const found = couplingForces(model, solution, beam, at, part.weights);
        if (!found) return [];
        const { N, V, M, Vz, Mz, T } = found;
        return [
          {
            key: `${beam.key} ${at} ${part.id}`,
            part: beam.key,
            ...(beam.storey ? { storey: beam.storey.id } : {}),
            size: Math.abs(V),
            cells: [beam.name, beam.storey?.label ?? '–', part.label, at, beam.span, beam.depth, N, V, M, Vz, Mz, T],
          },
        ];
      }),
    ),
  );
  return {
    id: 'couplingBeams',
    title: 'Coupling beams',
    note: `${shownWords(model, shown).name}; cut at the faces of the piers and half-way, about the centroid there, signs as those of a beam that runs the way x (or y) grows: N + tension, V = dM/dx, M + tension below`,
    columns: [
      column('Coupling beam', 'words'),
      column('Storey', 'words'),
      column('By', 'words'),
      column('at', 'words'),
      column('span', 'length'),
      column('depth', 'length'),
      column('N', 'force'),
      column('V', 'force'),
      column('M', 'moment'),
      column('Vz', 'force'),
      column('Mz', 'moment'),
      column('T', 'moment'),
    ],
    rows,
  };
}

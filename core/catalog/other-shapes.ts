import type { CatalogueShape } from './catalogue-shape';
import { coldFormedShapes } from './data/cold-formed-shapes';
import { europeanAngles } from './data/european-angles';
import { europeanChannels } from './data/european-channels';
import { europeanHollowShapes } from './data/european-hollow-shapes';
import { usAngles } from './data/us-angles';
import { usChannels } from './data/us-channels';
import { usHollowShapes } from './data/us-hollow-shapes';
import { rolledIShapes } from './i-shapes';
import { areaIntegrals } from './polygon-integrals';
import type { ChannelShape } from './section-shape';
import { shapeOutlines } from './shape-outlines';
import { readTable } from './table';

const millimetre = 1e-3;
const inch = 0.0254;

type Row = Record<string, string>;
const lengths = (row: Row, unit: number, ...columns: string[]) => columns.map((column) => Number(row[column]) * unit);

/** UPN flanges taper by 8%, by 5% above 300 mm; their thickness is given at half the width from the toe, above 300 mm at half the outstand. */
function europeanChannelShapes(): CatalogueShape[] {
  return readTable(europeanChannels).map((row) => {
    const [depth, width, webThickness, flange, rootRadius, toeRadius] = lengths(
      row,
      millimetre,
      'h',
      'b',
      'tw',
      'tf',
      'r1',
      'r2',
    );
    const parallel = row.family === 'UPE';
    const flangeSlope = depth > 0.3 ? 0.05 : 0.08;
    const shape: ChannelShape = parallel
      ? { type: 'channel', depth, width, webThickness, flangeThickness: flange, rootRadius }
      : {
          type: 'channel',
          depth,
          width,
          webThickness,
          flangeThickness: depth > 0.3 ? flange : flange - (flangeSlope * webThickness) / 2,
          rootRadius,
          flangeSlope,
          toeRadius,
        };
    return { name: row.name, family: row.family, standard: 'EN 10365', shape };
  });
}

/** C flanges slope by 1:6; fillet and toe follow the lightest web of the rolling group. The slope of MC flanges is not tabulated: it is the one that gives the tabulated I_y. */
function usChannelShapes(): CatalogueShape[] {
  const rows = readTable(usChannels);
  const group = (row: Row) => `${row.type} ${row.d} ${row.tf}`;
  const lightestWeb = new Map<string, number>();
  for (const row of rows)
    lightestWeb.set(group(row), Math.min(Number(row.tw), lightestWeb.get(group(row)) ?? Infinity));
  return rows.map((row) => {
    const [depth, width, webThickness, flangeThickness, toFilletEnd] = lengths(
      row,
      inch,
      'd',
      'bf',
      'tw',
      'tf',
      'kdes',
    );
    const web = lightestWeb.get(group(row))! * inch;
    const base = {
      type: 'channel' as const,
      depth,
      width,
      webThickness,
      flangeThickness,
      rootRadius: Math.min(web + 0.1 * inch, toFilletEnd - flangeThickness),
    };
    const shape: ChannelShape =
      row.type === 'C'
        ? { ...base, flangeSlope: 1 / 6, toeRadius: 0.6 * web }
        : { ...base, flangeSlope: fittedSlope(base, Number(row.Iy) * inch ** 4) };
    return { name: row.name, family: row.type, standard: 'ASTM A6', shape };
  });
}

function fittedSlope(shape: ChannelShape, secondZ: number): number {
  let [low, high] = [0, 0.25];
  for (let round = 0; round < 24; round++) {
    const flangeSlope = (low + high) / 2;
    const { area, firstZ, secondZ: about } = areaIntegrals(shapeOutlines({ ...shape, flangeSlope }, 6));
    if (about - firstZ ** 2 / area > secondZ) low = flangeSlope;
    else high = flangeSlope;
  }
  return Math.round(low * 1e4) / 1e4;
}

function europeanAngleShapes(): CatalogueShape[] {
  return readTable(europeanAngles).map((row) => {
    const [depth, width, thickness, rootRadius, toeRadius] = lengths(row, millimetre, 'h', 'b', 't', 'r1', 'r2');
    return {
      name: row.name,
      family: 'L',
      standard: 'EN 10056-1',
      shape: { type: 'angle', depth, width, thickness, rootRadius, toeRadius },
    };
  });
}

/** Fillets of US angles are not tabulated; their areas follow t (a + b − t) without any. */
function usAngleShapes(): CatalogueShape[] {
  return readTable(usAngles).map((row) => {
    const [depth, width, thickness] = lengths(row, inch, 'leg1', 'leg2', 't');
    return {
      name: row.name,
      family: 'L',
      standard: 'ASTM A6',
      shape: { type: 'angle', depth, width, thickness, rootRadius: 0, toeRadius: 0 },
    };
  });
}

function europeanHollows(): CatalogueShape[] {
  return readTable(europeanHollowShapes).map((row) => {
    const [depth, width, thickness, outerRadius, innerRadius] = lengths(row, millimetre, 'h', 'b', 't', 'ro', 'ri');
    const shape =
      row.family === 'CHS'
        ? ({ type: 'circularHollow', diameter: depth, thickness } as const)
        : ({ type: 'rectangularHollow', depth, width, thickness, outerRadius, innerRadius } as const);
    return { name: row.name, family: row.family, standard: 'EN 10210-2', shape };
  });
}

/** With the design wall, 0.93 of the nominal one (AISC 360-22 B4.2); corner radii 2t outside and t inside. */
function usHollows(): CatalogueShape[] {
  return readTable(usHollowShapes).map((row) => {
    const [depth, width, diameter, thickness] = lengths(row, inch, 'H', 'B', 'OD', 't_des');
    const round = row.OD !== '';
    const shape = round
      ? ({ type: 'circularHollow', diameter, thickness } as const)
      : ({
          type: 'rectangularHollow',
          depth,
          width,
          thickness,
          outerRadius: 2 * thickness,
          innerRadius: thickness,
        } as const);
    return {
      name: row.name,
      family: row.type === 'pipe' ? 'Pipe' : 'HSS',
      standard: row.type === 'pipe' ? 'ASTM A53' : 'ASTM A500',
      shape,
    };
  });
}

function coldFormed(): CatalogueShape[] {
  return readTable(coldFormedShapes).map((row) => {
    const [depth, width, lip, thickness, innerRadius] = lengths(row, millimetre, 'h', 'b', 'lip', 't', 'rInside');
    return {
      name: row.name,
      family: row.kind === 'C' ? 'Cold C' : 'Cold Z',
      standard: 'cold-formed, generic',
      shape: { type: row.kind === 'C' ? 'coldC' : 'coldZ', depth, width, lip, thickness, innerRadius },
    };
  });
}

/** Tees cut at mid-depth: WT8X20 from W16X40 with half its weight, ½ IPE 300 from IPE 300. */
function tees(): CatalogueShape[] {
  return rolledIShapes.flatMap((entry): CatalogueShape[] => {
    if (entry.shape.type !== 'i' || entry.shape.flangeSlope) return [];
    const { depth, width, webThickness, flangeThickness, rootRadius } = entry.shape;
    const shape = { type: 'tee', depth: depth / 2, width, webThickness, flangeThickness, rootRadius } as const;
    const american = /^W([\d.]+)X([\d.]+)$/.exec(entry.name);
    if (american)
      return [
        { name: `WT${Number(american[1]) / 2}X${Number(american[2]) / 2}`, family: 'WT', standard: 'ASTM A6', shape },
      ];
    return entry.standard === 'EN 10365'
      ? [{ name: `½ ${entry.name}`, family: 'Tee', standard: 'EN 10365', shape }]
      : [];
  });
}

/** Everything of the catalogue that is not an I. */
export const otherShapes: readonly CatalogueShape[] = [
  ...europeanChannelShapes(),
  ...europeanAngleShapes(),
  ...europeanHollows(),
  ...usChannelShapes(),
  ...usAngleShapes(),
  ...usHollows(),
  ...tees(),
  ...coldFormed(),
];

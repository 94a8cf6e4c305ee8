import { europeanIShapes } from './data/european-i-shapes';
import { usHpSShapes } from './data/us-hp-s-shapes';
import { usWShapes } from './data/us-w-shapes';
import type { CatalogueShape } from './catalogue-shape';
import { readTable } from './table';

const millimetre = 1e-3;
const inch = 0.0254;

function european(): CatalogueShape[] {
  return readTable(europeanIShapes).map((row) => ({
    name: row.name,
    family: row.family,
    standard: 'EN 10365',
    shape: {
      type: 'i',
      depth: Number(row.h) * millimetre,
      width: Number(row.b) * millimetre,
      webThickness: Number(row.tw) * millimetre,
      flangeThickness: Number(row.tf) * millimetre,
      rootRadius: Number(row.r) * millimetre,
    },
  }));
}

/** The root radius follows from `kdes`, the distance from the outer face to the end of the fillet. */
function american(): CatalogueShape[] {
  const lightestWeb = new Map<string, number>();
  const standardRows = readTable(usHpSShapes);
  const group = (row: Record<string, string>) => `${row.type} ${row.d} ${row.tf}`;
  for (const row of standardRows)
    lightestWeb.set(group(row), Math.min(Number(row.tw), lightestWeb.get(group(row)) ?? Infinity));
  return [...readTable(usWShapes).map((row): Record<string, string> => ({ ...row, type: 'W' })), ...standardRows].map(
    (row) => {
      const shape = {
        type: 'i' as const,
        depth: Number(row.d) * inch,
        width: Number(row.bf) * inch,
        webThickness: Number(row.tw) * inch,
        flangeThickness: Number(row.tf) * inch,
      };
      const web = lightestWeb.get(group(row)) ?? 0;
      return {
        name: row.name,
        family: row.type,
        standard: 'ASTM A6',
        // S shapes: slope 1:6; root fillet and toe radius follow the lightest web of the rolling group
        shape:
          row.type === 'S'
            ? { ...shape, rootRadius: (web + 0.1) * inch, flangeSlope: 1 / 6, toeRadius: 0.6 * web * inch }
            : { ...shape, rootRadius: (Number(row.kdes) - Number(row.tf)) * inch },
      };
    },
  );
}

/** Every rolled I shape Elbow ships, European first, in the order of the standards' tables. */
export const rolledIShapes: readonly CatalogueShape[] = [...european(), ...american()];

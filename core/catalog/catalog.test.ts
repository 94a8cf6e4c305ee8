import { publishedEuropean } from './data/published-european';
import { usHpSShapes } from './data/us-hp-s-shapes';
import { usWShapes } from './data/us-w-shapes';
import {
  catalogueMaterials,
  catalogueShapes,
  findBar,
  findCatalogueShape,
  findMaterial,
  searchCatalogueShapes,
  sectionProperties,
  type SectionProperties,
} from './index';
import { readTable } from './table';

const inch = 0.0254;
const usColumns: [string, keyof SectionProperties, number][] = [
  ['A', 'area', 2],
  ['Ix', 'inertiaY', 4],
  ['Zx', 'plasticModulusY', 3],
  ['Sx', 'elasticModulusY', 3],
  ['rx', 'radiusY', 1],
  ['Iy', 'inertiaZ', 4],
  ['Zy', 'plasticModulusZ', 3],
  ['Sy', 'elasticModulusZ', 3],
  ['ry', 'radiusZ', 1],
  ['J', 'torsion', 4],
  ['Cw', 'warping', 6],
];
/** Tables are rounded to three figures and fillets are not tabulated exactly; torsion is the loosest. */
const tolerance: Partial<Record<string, number>> = { J: 0.1, Cw: 0.03, Iy: 0.03, Zy: 0.03, Sy: 0.03 };

const usRows = [...readTable(usWShapes), ...readTable(usHpSShapes)];

test.each(usRows)('$name: properties from dimensions agree with the tabulated columns', (row) => {
  const properties = sectionProperties(findCatalogueShape(row.name)!.shape);
  for (const [column, key, power] of usColumns) {
    if (row[column] === '' || row[column] === undefined) continue;
    const published = Number(row[column]) * inch ** power;
    const halfDigit = 0.5 / 10 ** (row[column].split('.')[1]?.length ?? 0) / Number(row[column]);
    expect(Math.abs((properties[key] as number) / published - 1)).toBeLessThan((tolerance[column] ?? 0.02) + halfDigit);
  }
});

const europeanKeys: Record<string, [keyof SectionProperties, number]> = {
  A: ['area', 1e-4],
  Iy: ['inertiaY', 1e-8],
  Iz: ['inertiaZ', 1e-8],
  Wely: ['elasticModulusY', 1e-6],
  Wply: ['plasticModulusY', 1e-6],
  Wplz: ['plasticModulusZ', 1e-6],
  It: ['torsion', 1e-8],
  Iw: ['warping', 1e-12],
};
const europeanRows = readTable(publishedEuropean).filter(
  (row) => /^(IPE|HE)/.test(row.name) && row.quantity in europeanKeys,
);

test.each(europeanRows)('$name: $quantity agrees with the handbook', (row) => {
  const [key, unit] = europeanKeys[row.quantity];
  // the torsion constant is an approximation whose published variants differ by a few percent
  const allowed = row.quantity === 'It' ? 0.03 : 0.006;
  expect(
    Math.abs((sectionProperties(findCatalogueShape(row.name)!.shape)[key] as number) / (Number(row.value) * unit) - 1),
  ).toBeLessThan(allowed);
});

test('every shape of the tables is there once, found however it is typed', () => {
  expect(catalogueShapes.length).toBe(90 + 276 + 49 + (30 + 91 + 289) + (68 + 127 + 515) + (276 + 90) + 30); // I; EN channels, angles, hollow; US ones; tees; cold-formed;
  expect(new Set(catalogueShapes.map((entry) => entry.name)).size).toBe(catalogueShapes.length);
  expect(findCatalogueShape('ipe330')?.name).toBe('IPE 330');
  expect(findCatalogueShape('w16×40')?.name).toBe('W16X40');
  expect(findCatalogueShape('IPE 333')).toBeUndefined();
  expect(searchCatalogueShapes('hea 2').map((entry) => entry.name)).toContain('HEA 200');
});

test('a rectangle and a circle by their formulas', () => {
  const square = sectionProperties({ type: 'rectangle', depth: 0.4, width: 0.4 });
  expect(square.inertiaY).toBeCloseTo(0.4 ** 4 / 12, 12);
  expect(square.torsion / (0.1406 * 0.4 ** 4)).toBeCloseTo(1, 2); // Timoshenko & Goodier, table for a square
  const deep = sectionProperties({ type: 'rectangle', depth: 0.6, width: 0.35 });
  expect(deep.inertiaY).toBeCloseTo((0.35 * 0.6 ** 3) / 12, 12);
  expect(deep.inertiaZ).toBeCloseTo((0.6 * 0.35 ** 3) / 12, 12);
  const round = sectionProperties({ type: 'circle', diameter: 0.5 });
  expect(round.torsion).toBeCloseTo((Math.PI * 0.5 ** 4) / 32, 12);
  expect(round.plasticModulusY).toBeCloseTo(0.5 ** 3 / 6, 12);
});

test('materials and bars are found by name, in SI', () => {
  expect(findMaterial('A992')).toMatchObject({ kind: 'steel', yieldStress: 344.7e6, density: 7850 });
  expect(findMaterial('c30/37')).toMatchObject({ kind: 'concrete', concreteStrength: 30e6 });
  expect(catalogueMaterials.filter((material) => material.name === 'S355')).toHaveLength(1);
  expect(findBar('#8')!.area).toBeCloseTo(0.79 * inch ** 2, 6);
  expect(findBar('D20')!.area).toBeCloseTo((Math.PI / 4) * 0.02 ** 2, 7);
});

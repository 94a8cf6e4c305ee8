import { publishedEuropean } from './data/published-european';
import { usAngles } from './data/us-angles';
import { usChannels } from './data/us-channels';
import { usHollowShapes } from './data/us-hollow-shapes';
import { europeanAngles } from './data/european-angles';
import { europeanChannels } from './data/european-channels';
import { europeanHollowShapes } from './data/european-hollow-shapes';
import {
  catalogueShapes,
  contoursOf,
  findCatalogueShape,
  searchByLimits,
  searchCatalogueShapes,
  sectionProperties,
  type SectionProperties,
  type SectionShape,
} from './index';
import { outlinedProperties } from './outlined-properties';
import { areaIntegrals } from './polygon-integrals';
import { readTable } from './table';

const inch = 0.0254;
const of = (name: string): SectionProperties => sectionProperties(findCatalogueShape(name)!.shape);
/** half a unit of a table's last digit, as a share */
const rounding = (cell: string) => (0.5 * 10 ** -(cell.split('.')[1]?.length ?? 0)) / Number(cell);

const keys: Record<string, [keyof SectionProperties, number]> = {
  A: ['area', 1e-4],
  Iy: ['inertiaY', 1e-8],
  Iz: ['inertiaZ', 1e-8],
  It: ['torsion', 1e-8],
};

test.each(readTable(publishedEuropean).filter(({ name }) => /^(U|[SRC]HS)/.test(name)))(
  '$name: $quantity agrees with the handbook',
  ({ name, quantity, value, unit }) => {
    const [key, size] = keys[quantity];
    expect(unit).toBe(quantity === 'A' ? 'cm2' : 'cm4');
    expect(Math.abs((of(name)[key] as number) / (Number(value) * size) - 1)).toBeLessThan(0.01);
  },
);

test('an angle’s handbook values are about axes along its legs; its principal values have the same sum', () => {
  for (const [name, area, inertia] of [
    ['L 100x100x10', 19.2, 177],
    ['L 150x100x12', 28.7, 650],
  ] as const) {
    const { inertiaY, inertiaZ, principalAngle, area: own } = of(name);
    const alongLegs = inertiaY * Math.cos(principalAngle) ** 2 + inertiaZ * Math.sin(principalAngle) ** 2;
    expect(own / (area * 1e-4)).toBeCloseTo(1, 2);
    expect(alongLegs / (inertia * 1e-8)).toBeCloseTo(1, 2);
  }
  // equal legs: turned by 45°; EN 10056 tables give I_u 280 and I_v 73.0 cm⁴
  const equal = of('L 100x100x10');
  expect(equal.principalAngle).toBeCloseTo(Math.PI / 4, 9);
  expect(equal.inertiaY / 280e-8).toBeCloseTo(1, 2);
  expect(equal.inertiaZ / 73e-8).toBeCloseTo(1, 2);
});

test.each(readTable(europeanChannels).concat(readTable(europeanAngles)))(
  '$name weighs what its standard says',
  ({ name, mass }) => {
    expect(Math.abs((of(name).area * 7850) / Number(mass) - 1)).toBeLessThan(0.015);
  },
);

test.each(readTable(europeanHollowShapes))('$name weighs what its standard says', ({ name, mass }) => {
  expect(Math.abs((of(name).area * 7850) / Number(mass) - 1)).toBeLessThan(0.002);
});

test.each(readTable(usChannels))('$name: area, second moments and moduli agree with the tabulated columns', (row) => {
  const properties = of(row.name);
  const columns: [string, keyof SectionProperties, number, number][] = [
    ['A', 'area', 2, 0.03],
    ['Ix', 'inertiaY', 4, 0.03],
    ['Zx', 'plasticModulusY', 3, 0.03],
    ['rx', 'radiusY', 1, 0.02],
    ['Iy', 'inertiaZ', 4, 0.05],
    ['ry', 'radiusZ', 1, 0.03],
  ];
  for (const [column, key, power, allowed] of columns) {
    if (row[column] === '') continue;
    expect(Math.abs((properties[key] as number) / (Number(row[column]) * inch ** power) - 1)).toBeLessThan(
      allowed + rounding(row[column]),
    );
  }
  // the centroid from the back of the web
  expect(Math.abs((properties.width / 2 + properties.centroid[0]) / (Number(row.xbar) * inch) - 1)).toBeLessThan(
    0.04 + rounding(row.xbar),
  );
});

test.each(readTable(usAngles))('$name: area agrees with the table', (row) => {
  expect(Math.abs(of(row.name).area / (Number(row.A) * inch ** 2) - 1)).toBeLessThan(0.03 + rounding(row.A));
});

test.each(readTable(usHollowShapes))('$name: area of the design wall agrees with the table', (row) => {
  expect(Math.abs(of(row.name).area / (Number(row.A_calc) * inch ** 2) - 1)).toBeLessThan(0.006 + rounding(row.A_calc));
});

test('a channel’s shear centre, warping and torsion', () => {
  // closed forms of the mid-line: e = 3 b² tf/(6 b tf + h tw), C_w = tf b³ h²/12 · (3 b tf + 2 h tw)/(6 b tf + h tw)
  const {
    depth,
    width,
    webThickness: tw,
    flangeThickness: tf,
  } = { depth: 0.2, width: 0.08, webThickness: 0.006, flangeThickness: 0.011 };
  const [b, h] = [width - tw / 2, depth - tf];
  const properties = of('UPE 200');
  const e = (3 * b * b * tf) / (6 * b * tf + h * tw);
  const centroidFromMidline = (b * b * tf) / (2 * b * tf + h * tw);
  expect(-properties.shearCentre[0]).toBeCloseTo(e + centroidFromMidline, 6);
  expect(properties.shearCentre[1]).toBeCloseTo(0, 9);
  expect(
    properties.warping / (((tf * b ** 3 * h * h) / 12) * ((3 * b * tf + 2 * h * tw) / (6 * b * tf + h * tw))),
  ).toBeCloseTo(1, 6);
  expect(properties.torsion / 8.89e-8).toBeCloseTo(1, 2); // EN handbook: I_T 8.89 cm⁴
});

test('an I by its outline is the I by its formulas', () => {
  const { shape } = findCatalogueShape('IPE 330')!;
  if (shape.type !== 'i') throw new Error('IPE 330 is an I');
  const halves: SectionShape = {
    type: 'builtUpI',
    depth: shape.depth,
    webThickness: shape.webThickness,
    topWidth: shape.width,
    topThickness: shape.flangeThickness,
    bottomWidth: shape.width,
    bottomThickness: shape.flangeThickness,
  };
  const [formulas, outline] = [sectionProperties({ ...shape, rootRadius: 0 }), sectionProperties(halves)];
  for (const key of [
    'area',
    'inertiaY',
    'inertiaZ',
    'plasticModulusY',
    'plasticModulusZ',
    'elasticModulusY',
    'elasticModulusZ',
    'warping',
    'radiusZ',
  ] as const)
    expect(outline[key] / formulas[key]).toBeCloseTo(1, 9);
  expect(outline.shearCentre[1]).toBeCloseTo(0, 12);
});

test('unequal flanges, a welded box, T and edge beams by hand', () => {
  // flanges 300 × 20 above, 200 × 20 below, web 460 × 10, depth 500 mm
  const girder = sectionProperties({
    type: 'builtUpI',
    depth: 0.5,
    webThickness: 0.01,
    topWidth: 0.3,
    topThickness: 0.02,
    bottomWidth: 0.2,
    bottomThickness: 0.02,
  });
  const area = 0.006 + 0.004 + 0.0046;
  const height = (0.006 * 0.49 + 0.004 * 0.01 + 0.0046 * 0.25) / area;
  expect(girder.area).toBeCloseTo(area, 12);
  expect(girder.centroid[1]).toBeCloseTo(height - 0.25, 9);
  const [top, bottom] = [(0.02 * 0.3 ** 3) / 12, (0.02 * 0.2 ** 3) / 12];
  expect(girder.shearCentre[1]).toBeCloseTo(0.01 + (0.48 * top) / (top + bottom) - height, 9);
  const box = sectionProperties({
    type: 'builtUpBox',
    depth: 0.4,
    width: 0.3,
    webThickness: 0.01,
    flangeThickness: 0.02,
  });
  expect(box.inertiaY).toBeCloseTo((0.3 * 0.4 ** 3 - 0.28 * 0.36 ** 3) / 12, 12);
  expect(box.torsion).toBeCloseTo((4 * (0.29 * 0.38) ** 2) / ((2 * 0.29) / 0.02 + (2 * 0.38) / 0.01), 12);
  const tee = sectionProperties({
    type: 'concreteTee',
    depth: 0.6,
    webWidth: 0.3,
    flangeWidth: 1.5,
    flangeThickness: 0.15,
  });
  const below = (1.5 * 0.15 * 0.525 + 0.3 * 0.45 * 0.225) / (1.5 * 0.15 + 0.3 * 0.45);
  expect(tee.centroid[1] + 0.3).toBeCloseTo(below, 9);
  expect(tee.inertiaY).toBeCloseTo(
    (1.5 * 0.15 ** 3) / 12 +
      1.5 * 0.15 * (0.525 - below) ** 2 +
      (0.3 * 0.45 ** 3) / 12 +
      0.3 * 0.45 * (0.225 - below) ** 2,
    12,
  );
  // the slab holds an edge beam: it bends about its horizontal axis
  expect(
    sectionProperties({ type: 'concreteEll', depth: 0.6, webWidth: 0.3, flangeWidth: 0.9, flangeThickness: 0.15 })
      .principalAngle,
  ).toBe(0);
});

test('a Z keeps its centroid and shear centre in the middle of its web and is turned to its principal axes', () => {
  const z = of('Z 200x75x20x2.5');
  expect(z.centroid[0]).toBeCloseTo(0, 9);
  expect(z.centroid[1]).toBeCloseTo(0, 9);
  expect(z.shearCentre).toEqual([0, 0]);
  expect(Math.abs(z.principalAngle)).toBeGreaterThan(0.1);
  // length of the mid-line with its rounded corners times the thickness
  const straight = 200 - 2 * 6.25 + 2 * (75 - 2 * 6.25) + 2 * (20 - 6.25);
  expect(z.area).toBeCloseTo((straight + 4 * (Math.PI / 2) * 5) * 2.5e-6, 7);
  const c = of('C 200x75x20x2.5');
  expect(c.area).toBeCloseTo(z.area, 12);
  expect(c.principalAngle).toBe(0);
  expect(c.shearCentre[0]).toBeLessThan(-c.width / 2); // beyond the back of the web
});

test('every shape has sound properties, and its drawing has its area about its own centroid and principal axes', () => {
  for (const { name, shape } of catalogueShapes) {
    const properties = sectionProperties(shape);
    for (const key of [
      'area',
      'inertiaY',
      'inertiaZ',
      'torsion',
      'plasticModulusY',
      'plasticModulusZ',
      'shearAreaY',
      'shearAreaZ',
    ] as const)
      if (!(properties[key] > 0)) throw new Error(`${name}: ${key} is ${properties[key]}`);
    expect(properties.plasticModulusY).toBeGreaterThan(properties.elasticModulusY);
    expect(properties.warping).toBeGreaterThanOrEqual(0);
  }
  for (const name of [
    'UPN 200',
    'L 150x100x12',
    'RHS 200x100x8.0',
    'CHS 219.1x8.0',
    'WT8X20',
    'Z 200x75x20x2.5',
    '2L 100x100x10',
    'IPE 330',
  ]) {
    const { shape } = findCatalogueShape(name)!;
    const drawn = areaIntegrals(contoursOf(shape, 24));
    expect(drawn.area / of(name).area).toBeCloseTo(1, 2);
    for (const moment of [drawn.firstY, drawn.firstZ, drawn.product]) expect(Math.abs(moment)).toBeLessThan(1e-7);
  }
});

test('two angles are twice one about the axis along the gap', () => {
  const [two, one] = [of('2L 100x100x10'), of('L 100x100x10')];
  expect(two.area).toBeCloseTo(2 * one.area, 12);
  const alongLeg = (one.inertiaY + one.inertiaZ) / 2; // equal legs
  expect(two.inertiaY).toBeCloseTo(2 * alongLeg, 12);
  const fromBack = one.width / 2 + one.centroid[0];
  expect(two.inertiaZ).toBeCloseTo(2 * (alongLeg + one.area * (fromBack + 0.005) ** 2), 12);
});

test('a tee is half an I', () => {
  expect(of('WT8X20').area * 2).toBeCloseTo(of('W16X40').area, 5);
  expect(of('½ IPE 300').area * 2).toBeCloseTo(of('IPE 300').area, 6);
  expect(findCatalogueShape('1/2 ipe 300')?.name).toBe('½ IPE 300');
});

test('the catalogue is complete and searched by name', () => {
  expect(new Set(catalogueShapes.map((entry) => entry.name)).size).toBe(catalogueShapes.length);
  expect(searchCatalogueShapes('upn 2').map((entry) => entry.name)).toContain('UPN 200');
  expect(searchCatalogueShapes('2l100x100', 3).every((entry) => entry.shape.type === 'doubleAngle')).toBe(true);
  expect(() => outlinedProperties({ type: 'circle', diameter: 1 })).toThrow('closed forms');
});

test('sections are found by limits, the lightest first', () => {
  const found = searchByLimits('I, eu, depth ≤ 410, Wpl ≥ 800 cm³', 'si');
  if (!found.ok) throw new Error(found.error);
  const { shapes } = found.value;
  expect(shapes[0].name).toBe('IPE 330'); // W_pl 804 cm³, 49.1 kg/m; the next lighter I, HEA 240, has 745
  for (const { shape } of shapes) {
    expect(sectionProperties(shape).depth).toBeLessThanOrEqual(0.41 + 1e-9);
    expect(sectionProperties(shape).plasticModulusY).toBeGreaterThanOrEqual(800e-6);
  }
  expect(searchByLimits('hollow, b = 100, depth >= 8 in', 'si')).toMatchObject({
    ok: true,
    understood: expect.stringContaining('203.2'),
  });
  expect(searchByLimits('I, colour > 3', 'si')).toMatchObject({ ok: false, error: expect.stringContaining('colour') });
  expect(searchByLimits('I, depth > 3 kN', 'si')).toMatchObject({ ok: false });
  expect(searchByLimits('wood', 'si')).toMatchObject({ ok: false, error: expect.stringContaining('wood') });
});

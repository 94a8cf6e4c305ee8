import {
  count,
  formatNumber,
  formatQuantity,
  formatSignificant,
  kinds,
  ownUnitChoices,
  parseQuantity,
  parseSpacings,
  positionInOtherUnit,
  unitLabel,
  withUnits,
  type QuantityKind,
  type UnitSystem,
} from './index';

const read = (text: string, kind: QuantityKind = 'length', system: UnitSystem = 'si') => {
  const parsed = parseQuantity(text, kind, system);
  if (!parsed.ok) throw new Error(parsed.error);
  return parsed.value;
};
const refusal = (text: string, kind: QuantityKind = 'length') => {
  const parsed = parseQuantity(text, kind, 'si');
  return parsed.ok ? `read as ${parsed.value}` : parsed.error;
};

test.each([
  ['6.4', 6.4],
  ['6400 mm', 6.4],
  ['23 ft', 7.0104],
  [`12'6"`, 3.81],
  [`12' 6 1/2"`, 3.8227],
  ['12ft 6in', 3.81],
  ['3*7.2', 21.6],
  ['(2.4+1.2)/2 m', 1.8],
  ['(2.4+1.2) m / 2', 1.8],
  ['1 m + 20 cm', 1.2],
  ['−0.5', -0.5],
  ['1e-3', 0.001],
])('the length %s is understood', (text, metres) => {
  expect(read(text)).toBeCloseTo(metres, 12);
});

test('a bare number is in the unit of the project', () => {
  expect(read('10', 'length', 'us')).toBeCloseTo(3.048, 12);
  expect(read('10', 'force', 'us')).toBeCloseTo(44482.216152605, 6);
  expect(read('10', 'lineLoad', 'si')).toBe(10000);
});

test('units of many kinds', () => {
  expect(read('0.035 ksf', 'stress')).toBeCloseTo(1675.81, 1); // 35 psf × 47.8803 Pa
  expect(read('3.5 kN/m2', 'stress')).toBe(3500);
  expect(read('50 ksi', 'stress')).toBeCloseTo(344.738e6, -3);
  expect(read('100 kip·ft', 'moment')).toBeCloseTo(135581.8, 1);
  expect(read('30 deg', 'angle')).toBeCloseTo(Math.PI / 6, 12);
});

test('a unit of another kind is named together with what is wanted', () => {
  expect(refusal('5 kN')).toBe('“kN” is a unit of force; here a length is needed. Use m, mm, cm, km, ft, in.');
  expect(refusal('5 m', 'force')).toMatch(/unit of length; here a force is needed/);
  expect(refusal('5 furlong')).toMatch(/not a unit Elbow knows/);
  expect(refusal('2 m + 3')).toMatch(/adds a number with a unit to one without/);
  expect(refusal('4 m / 2 m')).toMatch(/divides by a number with a unit/);
  expect(refusal('1/0')).toMatch(/finite/);
  expect(refusal('(1+2')).toMatch(/closing bracket/);
  expect(refusal('')).toMatch(/Nothing was typed/);
  expect(refusal('four')).toMatch(/not a number/);
});

test('spacings are lists, repeats, or both', () => {
  expect(parseSpacings('3*7.2', 'si')).toEqual({ ok: true, value: [7.2, 7.2, 7.2], understood: '21.600 m' });
  expect(parseSpacings('7.2, 6.4, 7.2', 'si')).toMatchObject({ value: [7.2, 6.4, 7.2] });
  expect(parseSpacings(`2 × 20', 15 ft`, 'us')).toMatchObject({ value: [6.096, 6.096, 4.572] });
  expect(parseSpacings('3*-2', 'si')).toMatchObject({ ok: false, error: expect.stringContaining('above zero') });
  expect(parseSpacings('5000*1', 'si')).toMatchObject({ ok: false });
});

test('numbers are shown with a true minus, thin spaces and never as minus zero', () => {
  expect(formatNumber(-12345.67, 1)).toBe('−12\u2009345.7');
  expect(formatNumber(1234.5, 1)).toBe('1234.5');
  expect(formatNumber(-0.01, 1)).toBe('0.0');
  expect(formatQuantity(152100, 'moment', 'si')).toBe('152.1 kN·m');
  expect(formatQuantity(0.0254, 'sectionLength', 'us', 1)).toBe('1.0 in');
  expect([count(1, 'storey'), count(4, 'storey'), count(2, 'support'), count(2, 'property')]).toEqual([
    '1 storey',
    '4 storeys',
    '2 supports',
    '2 properties',
  ]);
});

describe('numbers that were meant in another unit', () => {
  const error = (text: string, kind: Parameters<typeof parseQuantity>[1], system: 'si' | 'us' = 'si') => {
    const read = parseQuantity(text, kind, system);
    return read.ok ? '' : read.error;
  };
  test('a bare number beyond any building is questioned, with its unit it is taken', () => {
    expect(error('6000', 'length')).toMatch(/was it mm, 6\.000 m\? Type 6000 mm, or type 6000 m if it is meant/);
    expect(parseQuantity('6000 m', 'length', 'si')).toMatchObject({ ok: true, value: 6000 });
    expect(error('50000', 'force')).toMatch(/was it N, 50\.0 kN/);
    expect(error('10000', 'lineLoad')).toMatch(/was it N\/m, 10\.00 kN\/m/);
    expect(error('5000', 'pressure')).toMatch(/was it Pa, 5\.00 kPa/);
    expect(error('210000', 'modulus')).toMatch(/was it MPa, 210/);
    expect(error('4000', 'stress', 'us')).toMatch(/was it psi, 4/);
    expect(error('600000', 'sectionLength')).toMatch(/beyond any building/);
    for (const [text, kind] of [
      ['7.2', 'length'],
      ['200', 'sectionLength'],
      ['450', 'force'],
      ['35', 'lineLoad'],
      ['4.8', 'pressure'],
      ['355', 'stress'],
      ['210', 'modulus'],
    ] as const)
      expect(error(text, kind)).toBe('');
  });

  test('spacings of a frame are questioned too', () => {
    expect(parseSpacings('3*6000', 'si')).toMatchObject({
      ok: false,
      error: expect.stringContaining('was it mm, 6.000 m'),
    });
    expect(parseSpacings('3*6000 mm', 'si')).toMatchObject({ ok: true, value: [6, 6, 6] });
  });

  test('a position past the end is guessed in the unit that fits: 126 on a 24 ft beam is 10.5 ft in inches, 2500 on a 6 m beam 2.5 m in mm', () => {
    expect(positionInOtherUnit(126 * 0.3048, 24 * 0.3048, 'us')).toBe(' 10.50 ft would fit: was it meant in in?');
    expect(positionInOtherUnit(2500, 6, 'si')).toBe(' 2.500 m would fit: was it meant in mm?');
    expect(positionInOtherUnit(1e6, 6, 'si')).toBe('');
  });
});

test.each([
  [0.21, 'area', 'si', '2100'],
  [0.2025, 'area', 'si', '2025'],
  [62.64e-4, 'area', 'si', '62.64'],
  [9.1e-4, 'area', 'us', '1.411'],
  [22.1 * 0.0254 ** 4, 'secondMoment', 'us', '22.1'],
  [0.63e-2, 'secondMoment', 'si', '630\u2009000'],
  [0, 'area', 'si', '0'],
  [-12.5e-4, 'area', 'si', '−12.5'],
] as const)('%p (%s, %s) in four digits that count is %s', (value, kind, system, text) =>
  expect(formatSignificant(value, kind, system)).toBe(text),
);

test.each([
  ['-100 lb/ft', 'lineLoad', (-100 * 4.4482216152605) / 0.3048],
  ['2 kips/ft', 'lineLoad', (2000 * 4.4482216152605) / 0.3048],
  ['50 lb/ft2', 'pressure', (50 * 4.4482216152605) / 0.3048 ** 2],
  ['5 lbs', 'force', 5 * 4.4482216152605],
  ['12 k-ft', 'moment', 12000 * 4.4482216152605 * 0.3048],
] as const)('“%s” is read as engineers type it', (text, kind, value) => {
  const read = parseQuantity(text, kind, 'us');
  expect(read.ok && read.value).toBeCloseTo(value, 6);
});

describe('units of a project’s own', () => {
  test('quantities are shown and bare numbers read in them, with as many digits as before; typed units are read as typed', () => {
    withUnits({ length: 'mm', pressure: 'psf', force: 'kip' }, () => {
      expect(formatQuantity(7.2, 'length', 'si', 2)).toBe('7200 mm');
      expect(formatQuantity(7.2, 'length', 'si')).toBe('7200 mm');
      expect(unitLabel('length', 'si')).toBe('mm');
      expect(parseQuantity('7200', 'length', 'si')).toMatchObject({ ok: true, value: 7.2 });
      expect(parseQuantity('7.2 m', 'length', 'si')).toMatchObject({ ok: true, value: 7.2 });
      const spacings = parseSpacings('3*7200, 6 m', 'si');
      expect(spacings.ok && spacings.value).toEqual([7.2, 7.2, 7.2, 6]);
      // 1 psf = 47.880258980336 Pa
      expect(formatQuantity(4788.0258980336, 'pressure', 'si')).toBe('100.0 psf');
      expect(formatQuantity(4448.2216152605, 'force', 'si')).toBe('1.00 kip');
      // 1 kN = 0.2248 kip: what the project does not choose stays with its system
      expect(formatQuantity(1000, 'lineLoad', 'si')).toBe('1.00 kN/m');
    });
    expect(formatQuantity(7.2, 'length', 'si', 2)).toBe('7.20 m');
  });
  test('they end with what was made in them, even when it fails', () => {
    expect(() =>
      withUnits({ length: 'ft' }, () => {
        throw new Error('stopped');
      }),
    ).toThrow('stopped');
    expect(unitLabel('length', 'si')).toBe('m');
  });
  test('every unit that may be chosen is one of its kind, and the unit of both systems is among those or differs from all', () => {
    for (const [kind, offered] of Object.entries(ownUnitChoices))
      for (const unit of offered) expect(kinds[kind as QuantityKind].units[unit]).toBeGreaterThan(0);
  });
});

test('brackets without end, endless texts and names every object has are refused with a sentence', () => {
  const refused = (text: string) => {
    const read = parseQuantity(text, 'length', 'si');
    return read.ok ? 'taken' : read.error;
  };
  expect(refused(`${'('.repeat(60)}1${')'.repeat(60)}`)).toMatch(/more than 40 brackets within each other/);
  expect(parseQuantity(`${'('.repeat(30)}1${')'.repeat(30)} m`, 'length', 'si')).toMatchObject({ ok: true, value: 1 });
  expect(refused('('.repeat(10_000))).toMatch(/at most 400 letters/);
  for (const name of ['constructor', 'toString', '__proto__', 'hasOwnProperty'])
    expect(refused(`3 ${name}`)).toMatch(/is not a unit|not understood/);
});

import { findBar, findCatalogueShape, findMaterial, reinforcingSteels } from '../catalog';
import { designCodeFor, designCodes, designCodeWords, noDesignCode } from './checks';
import { codeFamilies, codeFamilyKeys, familyOptions } from './families';

describe.each(codeFamilyKeys)('the family %s', (key) => {
  const family = codeFamilies[key];

  test('names sections, materials and bars that the catalogue has', () => {
    for (const name of Object.values(family.sections))
      expect([name, findCatalogueShape(name)?.name]).toEqual([name, name]);
    expect(findMaterial(family.materials.steel)).toMatchObject({ kind: 'steel' });
    expect(findMaterial(family.materials.concrete)).toMatchObject({ kind: 'concrete' });
    for (const bar of [...family.bars.longitudinal, family.bars.stirrup]) expect(findBar(bar)?.name).toBe(bar);
    expect(reinforcingSteels.map(({ name }) => name)).toContain(family.bars.steel);
  });

  test('begins with a case that holds the self-weight, and only one', () => {
    expect(family.cases.map(({ selfWeight }) => selfWeight)).toEqual([true, ...family.cases.slice(1).map(() => false)]);
  });

  test.each(['steel', 'concrete'] as const)('has a code for %s, or says why not', (kind) => {
    const code = designCodeFor(kind, key);
    if (code) expect(code.title).toBe(family.designedBy[kind]);
    else expect(noDesignCode(kind, key)).toContain(`by ${family.designedBy[kind]} is not there yet`);
  });
});

test.each(codeFamilyKeys)('%s names every code that members are checked by', (key) => {
  for (const { title } of designCodes.filter(({ families }) => families.includes(key)))
    expect(codeFamilies[key].checks).toContain(title);
});

test('a material that a family does not check yet is told which family has some', () => {
  expect(noDesignCode('steel', 'eurocode')).toBe(
    'The check of steel members by EN 1993-1-1 is not there yet. Forces and combinations are; set the project’s code family to US to check by AISC 360-22.',
  );
});

test('titles of codes are unique and are said with their method', () => {
  expect(new Set(designCodes.map(({ title }) => title)).size).toBe(designCodes.length);
  expect(designCodeWords('AISC 360-22')).toBe('AISC 360-22, LRFD');
  expect(designCodeWords('ACI 318-19')).toBe('ACI 318-19');
  expect(familyOptions(({ title }) => title)).toEqual([
    { value: 'us', label: 'US' },
    { value: 'eurocode', label: 'Eurocode' },
  ]);
});

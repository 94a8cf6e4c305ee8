import { z } from 'zod';
import { kinds, tableNames, type TableName } from './index';

interface JsonSchema {
  pattern?: string;
  properties?: Record<string, JsonSchema>;
  items?: JsonSchema;
  prefixItems?: JsonSchema[];
  anyOf?: JsonSchema[];
  oneOf?: JsonSchema[];
}

/** Every place of a schema that takes an id, with the pattern of it. */
function idPlaces(schema: JsonSchema, at = ''): { at: string; pattern: string }[] {
  const { pattern, properties = {}, items, prefixItems = [], anyOf = [], oneOf = [] } = schema;
  return [
    ...(pattern?.includes('\\d{1,') ? [{ at, pattern }] : []),
    ...Object.entries(properties).flatMap(([field, inner]) => idPlaces(inner, at === '' ? field : `${at}.${field}`)),
    ...(items ? idPlaces(items, `${at}[]`) : []),
    ...prefixItems.flatMap((inner) => idPlaces(inner, `${at}[]`)),
    ...[...anyOf, ...oneOf].flatMap((inner) => idPlaces(inner, at)),
  ];
}

/** The table whose ids a pattern takes. */
const tableOf = (pattern: string): TableName =>
  tableNames.find((table) => new RegExp(pattern).test(`${kinds[table].prefix}1`))!;

describe.each(tableNames)('%s', (table) => {
  const places = idPlaces(z.toJSONSchema(kinds[table].schema, { io: 'input' }) as JsonSchema);

  test('have ids of their own letters', () => {
    expect([...new Set(places.filter(({ at }) => at === 'id').map(({ pattern }) => tableOf(pattern)))]).toEqual([
      table,
    ]);
  });

  test('declare every reference to another record, and none that is not there', () => {
    const taken = places.filter(({ at }) => at !== 'id').map(({ at, pattern }) => `${at} to ${tableOf(pattern)}`);
    expect(kinds[table].refers.map(({ at, to }) => `${at} to ${to}`).sort()).toEqual([...new Set(taken)].sort());
  });
});

test('letters and nouns are one kind’s alone', () => {
  expect(new Set(tableNames.map((table) => kinds[table].prefix)).size).toBe(tableNames.length);
  expect(new Set(tableNames.map((table) => kinds[table].noun)).size).toBe(tableNames.length);
});

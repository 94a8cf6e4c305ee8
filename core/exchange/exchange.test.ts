import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildTernHide } from '../../demo/tern-hide';
import { applyAct } from '../model';
import { formatVersion, modelJsonSchema, readModelFile, writeModelFile } from './index';

test('what is written is read back as the same model', () => {
  const model = buildTernHide();
  const removed = applyAct(model, { edits: [{ kind: 'remove', table: 'members', ids: ['m5'] }] });
  for (const one of [model, removed.ok ? removed.model : model]) {
    const read = readModelFile(writeModelFile(one));
    expect(read).toMatchObject({ ok: true });
    expect(read.ok && read.model).toEqual(one);
  }
});

test('a deleted id does not come back after a file was written and read', () => {
  const removed = applyAct(buildTernHide(), { edits: [{ kind: 'remove', table: 'members', ids: ['m5'] }] });
  const read = readModelFile(writeModelFile(removed.ok ? removed.model : buildTernHide()));
  expect(read.ok && read.model.counters.members).toBe(5);
});

test.each(Array.from({ length: formatVersion }, (_, i) => i + 1))(
  'the kept sample of version %i can still be read',
  (version) => {
    const read = readModelFile(
      readFileSync(join(process.cwd(), 'core/exchange/samples', `version-${version}.json`), 'utf8'),
    );
    expect(read.ok ? [] : read.problems).toEqual([]);
  },
);

test('the published schema in docs is the one the code makes', () => {
  const published: unknown = JSON.parse(readFileSync(join(process.cwd(), 'docs/model.schema.json'), 'utf8'));
  expect(published).toEqual(JSON.parse(JSON.stringify(modelJsonSchema())));
});

test('a file that is nested without end, counts too high, or holds what cannot be printed is refused with the place', () => {
  const text = writeModelFile(buildTernHide());
  const problems = (changed: string) => {
    const read = readModelFile(changed);
    return read.ok ? [] : read.problems;
  };
  expect(problems('['.repeat(200_000))).toEqual([expect.stringContaining('more than 60 deep')]);
  expect(problems(text.replaceAll('"n5"', '"n12345678901234567890"'))[0]).toMatch(
    /a node id looks like n12, with at most 9 digits/,
  );
  expect(problems(text.replaceAll('"n5"', '"n999999999"'))[0]).toMatch(/too high a number: at most 99999999/);
  for (const id of ['constructor', '__proto__', 'toString'])
    expect(problems(text.replaceAll('"n5"', `"${id}"`))[0]).toMatch(/a node id looks like n12/);
  expect(problems(text.replace('"Tern Hide"', '"Tern \\u0007 Hide"'))).toEqual([
    'The text at “settings name” holds a control character or half of a character. Type it anew.',
  ]);
  expect(problems(text.replace('"Tern Hide"', '"Tern \\ud83d Hide"'))[0]).toMatch(/settings name/);
  expect(problems(text.replace('"Tern Hide"', '"Tern 🏠 Hide"'))).toEqual([]);
  const many = JSON.stringify({
    ...(JSON.parse(text) as object),
    groups: Array.from({ length: 100_001 }, (_, i) => ({ id: `q${i + 1}`, label: 'x', members: [] })),
  });
  expect(problems(many)[0]).toMatch(/too many groups: at most 100000/);
  // what was stored before there was this rule is still read
  expect(readModelFile(text.replace('"Tern Hide"', '"Tern \\u0007 Hide"'), true).ok).toBe(true);
});

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

test.each(Array.from({ length: formatVersion }, (_, i) => i + 1))('the kept sample of version %i can still be read', (version) => {
  const read = readModelFile(readFileSync(join(process.cwd(), 'core/exchange/samples', `version-${version}.json`), 'utf8'));
  expect(read.ok ? [] : read.problems).toEqual([]);
});

test('the published schema in docs is the one the code makes', () => {
  const published: unknown = JSON.parse(readFileSync(join(process.cwd(), 'docs/model.schema.json'), 'utf8'));
  expect(published).toEqual(JSON.parse(JSON.stringify(modelJsonSchema())));
});

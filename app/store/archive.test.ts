import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { gzipSync } from 'node:zlib';
import { readModelFile } from '~core/exchange';
import type { Act } from '~core/model';
import { buildTernHide } from '~demo/tern-hide';
import { makeDocument } from '../jobs/documents';
import { openDatabase } from './database';
import { Projects } from './projects';
import { RecordedRuns } from './recorded-runs';

const move = (x: number): Act => ({ edits: [{ kind: 'nodes.move', ids: ['n1'], by: [x, 0, 0] }] });
const maker = (key: string) => ({ key, window: 'window-one', author: 'you', others: new Set<string>() });

/** The parts of a zip as text. */
const parts = (zip: Uint8Array) => Object.entries(unzipSync(zip)).map(([path, bytes]) => [path, strFromU8(bytes)]);

/** A project with everything in it: edits, undo, variants (one in the bin), watches, kept runs with blocks, a summary, an accepted finding. */
function withEverything() {
  const database = openDatabase(':memory:');
  const projects = new Projects(database);
  const runs = new RecordedRuns(database);
  // a project before it, so that its numbers are not those of the archive
  projects.create(buildTernHide(), 'Made');
  const id = projects.create(buildTernHide(), 'Made');
  const head = (variant?: number) => projects.revisions.head(id, variant)!;
  const edit = (act: Act, variant?: number) =>
    projects.revisions.append(
      id,
      head(variant).revisionId,
      { kind: 'edit', act },
      variant,
      maker(`key-${head(variant).revisionId}`),
    );
  for (let i = 0; i < 120; i++) edit(move(0.125));
  projects.revisions.append(id, head().revisionId, { kind: 'undo' });
  edit({
    edits: [
      { kind: 'add', records: { acceptances: [{ id: 'f1', finding: 'long m2', reason: 'as the old one was' }] } },
    ],
  });
  const main = head().variantId;
  const branch = projects.variants.change(id, { kind: 'branch', from: main, name: 'Wider' });
  const other = projects.variants.change(id, { kind: 'branch', from: main, name: 'Left' });
  if (!branch.ok || !other.ok) throw new Error('no branch');
  edit(move(1), branch.id);
  projects.variants.change(id, { kind: 'bin', id: other.id });
  projects.watches.change(id, { kind: 'add', watch: { kind: 'utilisation', member: null } });
  projects.keepRun(id, head().revisionId, {
    status: 'solved',
    stops: 0,
    remarks: 1,
    worst: { utilisation: 0.31, member: 'm2', title: 'Bending' },
    utilisations: { m2: 0.31 },
  });
  runs.keep(head().revisionId, 'As submitted', {
    status: 'done',
    seconds: 0.5,
    settings: { code: 'US codes' },
    findings: [],
    checks: [],
    blocks: [
      { kind: 'outline', id: '', packed: gzipSync('outline') },
      { kind: 'case', id: 'c1', packed: gzipSync('case') },
    ],
  });
  projects.setBinned(id, false);
  return { database, projects, runs, id, branch: branch.id };
}

test('an archive taken in and out again is the same, byte by byte, and so is everything in it', async () => {
  const from = withEverything();
  const out = await makeDocument(from.database, 'archive', { projectIds: [from.id] });
  const read = await makeDocument(from.database, 'readArchive', { bytes: out });
  if (!read.ok) throw new Error(read.problems.join());
  const database = openDatabase(':memory:');
  const projects = new Projects(database);
  const [id] = projects.takeIn(read.projects);
  const again = await makeDocument(database, 'archive', { projectIds: [id] });
  expect(parts(again)).toEqual(parts(out));
  expect(Buffer.from(again).equals(Buffer.from(out))).toBe(true);
  expect(projects.revisions.open(id)!.model).toEqual(from.projects.revisions.open(from.id)!.model);
  expect(projects.revisions.open(id)!.model.acceptances.f1.reason).toBe('as the old one was');
  expect(projects.revisions.open(id)!.history.map(({ kind, sentence, at }) => [kind, sentence, at])).toEqual(
    from.projects.revisions.open(from.id)!.history.map(({ kind, sentence, at }) => [kind, sentence, at]),
  );
  expect(
    projects.variants
      .list(id)
      .map((variant) => [variant.name, variant.revisions, variant.binnedAt === null, variant.parent?.name]),
  ).toEqual([
    ['Main', 123, true, undefined],
    ['Wider', 2, true, 'Main'],
    ['Left', 1, false, 'Main'],
  ]);
  expect(projects.watches.list(id).map(({ watch }) => watch)).toEqual([{ kind: 'utilisation', member: null }]);
  const [run] = new RecordedRuns(database).list(id);
  expect(run).toMatchObject({ name: 'As submitted', number: 123, variantName: 'Main' });
  expect(Buffer.from(new RecordedRuns(database).block(run.id, 'case', 'c1')!).toString()).toBe('case');
  expect(projects.list.page().rows).toMatchObject([
    { id, card: { members: 4 }, run: { worst: { utilisation: 0.31 } } },
  ]);
  // it lives on: undo reaches back into what was taken in
  const { revision } = projects.revisions.open(id)!;
  expect(projects.revisions.append(id, revision, { kind: 'undo' })).toMatchObject({
    status: 'done',
    steps: [{ sentence: 'Undid: Added 1 accepted finding' }],
  });
});

test('several projects go into one archive, and all or none are taken in', async () => {
  const { database, projects } = withEverything();
  const out = await makeDocument(database, 'archive', { projectIds: projects.ids() });
  const files = unzipSync(out);
  expect(Object.keys(files).filter((path) => path.endsWith('project.json'))).toEqual([
    'projects/1/project.json',
    'projects/2/project.json',
  ]);
  const spoiled = zipSync({
    ...files,
    'projects/2/revisions.jsonl': strToU8(
      strFromU8(files['projects/2/revisions.jsonl']).replace('"by":[0.125,0,0]', '"by":[0.125,0]'),
    ),
  });
  expect(await makeDocument(database, 'readArchive', { bytes: spoiled })).toEqual({
    ok: false,
    problems: [expect.stringMatching(/projects\/2\/revisions\.jsonl, line 2, cannot be read/)],
  });
});

test.each([
  ['no zip', () => strToU8('PK nothing'), /not a zip file/],
  ['another zip', () => zipSync({ 'a.txt': strToU8('a') }), /not an Elbow archive/],
  [
    'a newer one',
    (files: Record<string, Uint8Array>) =>
      zipSync({ ...files, 'elbow-archive.json': strToU8('{"format": "elbow-archive", "version": 9, "projects": []}') }),
    /version 9; this Elbow reads version 1/,
  ],
  [
    'a part that is missing',
    ({ 'projects/1/run-1/1.gz': _, ...files }: Record<string, Uint8Array>) => zipSync(files),
    /no part projects\/1\/run-1\/1\.gz/,
  ],
  [
    'a log that does not follow',
    (files: Record<string, Uint8Array>) =>
      zipSync({
        ...files,
        'projects/1/revisions.jsonl': strToU8(
          strFromU8(files['projects/1/revisions.jsonl'])
            .split('\n')
            .filter((_, i) => i !== 5)
            .join('\n'),
        ),
      }),
    /Revision 7 of Tern Hide cannot be taken in: it is out of order/,
  ],
  [
    'a path that leads elsewhere',
    (files: Record<string, Uint8Array>) =>
      zipSync({
        ...files,
        'elbow-archive.json': strToU8(
          '{"format": "elbow-archive", "version": 1, "projects": [{"folder": "../../etc", "name": "x"}]}',
        ),
      }),
    /cannot be read/,
  ],
])('%s is refused with a reason', async (_, spoil, reason) => {
  const { database, id } = withEverything();
  const files = unzipSync(await makeDocument(database, 'archive', { projectIds: [id] }));
  const read = await makeDocument(database, 'readArchive', { bytes: spoil(files) });
  expect(read).toMatchObject({ ok: false, problems: [expect.stringMatching(reason)] });
});

test('of a damaged project what can be read is written, with what cannot be said', async () => {
  const { database, id } = withEverything();
  const { edits } = database
    .prepare("SELECT id, edits FROM revision WHERE kind = 'edit' ORDER BY id LIMIT 1 OFFSET 30")
    .get() as { edits: string };
  database
    .prepare(
      "UPDATE revision SET edits = '[{' WHERE id = (SELECT id FROM revision WHERE kind = 'edit' ORDER BY id LIMIT 1 OFFSET 30)",
    )
    .run();
  expect(edits).toContain('0.125');
  const files = unzipSync(await makeDocument(database, 'archive', { projectIds: [id] }));
  const { damage } = JSON.parse(strFromU8(files['projects/1/project.json'])) as { damage: string[] };
  expect(damage.join(' ')).toMatch(
    /edits of revision 32 .* are damaged.*last model that can be read is in last-readable\.json/,
  );
  const last = readModelFile(strFromU8(files['projects/1/variant-1/last-readable.json']));
  expect(last.ok && last.model.nodes.n1.position[0]).toBe(30 * 0.125);
});

import { jest } from '@jest/globals';
import { zipSync, strToU8 } from 'fflate';
import { readFormula } from '~core/combine';
import { readModelFile, readRecordCsv, writeModelFile } from '~core/exchange';
import { parseQuantity, parseSpacings } from '~core/units';
import { buildTernHide } from '~demo/tern-hide';
import { action as archiveAction } from '../routes/archive';
import { action as importAction } from '../routes/import';
import { action as projectsAction } from '../routes/projects';
import { loader as reportLoader } from '../routes/report';
import { action as revisionsAction } from '../routes/revisions';
import { action as runAction } from '../routes/run';
import { action as runsAction } from '../routes/runs';
import { action as variantsAction } from '../routes/variants';
import { action as watchesAction } from '../routes/watches';
import { openDatabase } from '../store/database';
import { inPlace, type Documents } from './documents';
import { Jobs } from './jobs';
import { Projects } from '../store/projects';
import { RecordedRuns } from '../store/recorded-runs';

/**
 * Malformed input at every door: what comes back is an answer below 500 with a sentence, never a stack, never a hang, and what is stored can be read.
 * `npm run test:long` asks for more of it.
 */
const inputs = Number(process.env.ELBOW_FUZZ ?? 4800);
const longest = 2000;

const held = globalThis as {
  elbowProjects?: Projects;
  elbowRuns?: RecordedRuns;
  elbowJobs?: Jobs;
  elbowDocuments?: Documents;
};
const model = buildTernHide();
const file = writeModelFile(model);

/** Mulberry32: the same inputs each time. */
let state = 20261129;
const random = (): number => {
  state = (state + 0x6d2b79f5) | 0;
  let t = Math.imul(state ^ (state >>> 15), 1 | state);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
};
const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)];

const odd: readonly (() => unknown)[] = [
  () => null,
  () => '',
  () => 0,
  () => -1,
  () => 1e308,
  () => -1e-320,
  () => 4.5,
  () => 1e21,
  () => true,
  () => [],
  () => ({}),
  () => '__proto__',
  () => 'constructor',
  () => 'toString',
  () => 'n12345678901234567890',
  () => 'x'.repeat(5000),
  () => '\ud83d',
  () => '\u0000',
  () => '=1+1',
  () => '<img src=x onerror=alert(1)>',
  () => "'; DROP TABLE project; --",
  () => '../../etc/passwd',
  () => Array.from({ length: 300 }, () => 'n1'),
  () => JSON.parse(`${'['.repeat(50)}${']'.repeat(50)}`) as unknown,
  () => Array.from({ length: 40 }, (_, i) => ({ id: `n${i}` })),
  () => ({ toString: 1, valueOf: 2, __proto__: 3 }),
  () => 'NaN',
  () => 'Infinity',
  () => 'n1',
  () => 'm1',
  () => 'c1',
];

/** A copy in which one value, somewhere, is another, or is missing. */
function spoiled(value: unknown): unknown {
  if (value === null || typeof value !== 'object' || random() < 0.12) return pick(odd)();
  const copy = (Array.isArray(value) ? [...(value as unknown[])] : { ...value }) as Record<string, unknown>;
  const keys = Object.keys(copy);
  if (keys.length === 0) return pick(odd)();
  const key = pick(keys);
  const how = random();
  if (how < 0.1) delete copy[key];
  else if (how < 0.18) copy[pick(['extra', '__proto__x', 'constructor', 'id'])] = pick(odd)();
  else copy[key] = spoiled(copy[key]);
  return copy;
}

/** A text that is cut, has a piece twice, or letters that do not belong. */
function spoiledText(text: string): string {
  const at = Math.floor(random() * text.length);
  const how = random();
  if (how < 0.25) return text.slice(0, at);
  if (how < 0.5)
    return (
      text.slice(0, at) +
      pick(['"', '{', '[', ',', '\u0000', '\ud800', '1e999', '-', '(', ' ', '\\']) +
      text.slice(at + 1)
    );
  if (how < 0.75) return text.slice(0, at) + text.slice(at, at + 40).repeat(3) + text.slice(at);
  return pick([
    '((((',
    '1e999',
    '--5',
    '3\' 99"',
    '5*',
    '*',
    '7,2',
    '= 3',
    '٣',
    '5 m m',
    '1/0',
    '0/0',
    '9'.repeat(600),
    `${'('.repeat(500)}1`,
    '1.2 D + + L',
    '−−1 D',
    '',
    ' ',
  ]);
}

const adds = {
  kind: 'edit',
  act: {
    edits: [
      {
        kind: 'add',
        records: {
          nodes: [{ id: 'n40', position: [1, 2, 3] }],
          members: [{ id: 'm40', role: 'beam', start: 'n1', end: 'n40', section: 's1', material: 't1', angle: 0 }],
        },
      },
    ],
    sentence: 'Added',
  },
};
const changes = {
  kind: 'edit',
  act: {
    edits: [
      { kind: 'change', table: 'members', changes: [{ id: 'm1', fields: { angle: 0.1, label: 'A' } }] },
      { kind: 'settings.change', fields: { name: 'Hide', units: 'us' } },
    ],
  },
};
const removes = {
  kind: 'edit',
  act: {
    edits: [
      { kind: 'remove', table: 'loads', ids: ['l1'] },
      { kind: 'nodes.move', ids: ['n1'], by: [0.1, 0, 0] },
    ],
  },
};

beforeAll(() => void jest.spyOn(console, 'error').mockImplementation(() => undefined));
afterAll(() => jest.restoreAllMocks());

function place() {
  const database = openDatabase(':memory:');
  held.elbowProjects = new Projects(database);
  held.elbowRuns = new RecordedRuns(database);
  held.elbowJobs = new Jobs(held.elbowRuns, held.elbowProjects.revisions, () => Promise.reject(new Error('not here')));
  held.elbowDocuments = inPlace(database);
  const id = held.elbowProjects.create(model, 'Made');
  return { id, head: () => held.elbowProjects!.revisions.head(id)! };
}

type Door = (projectId: string, head: { revisionId: number; variantId: number }) => unknown;
const post = (route: (args: never) => unknown, body: BodyInit, projectId: string, type = 'application/json') =>
  route({
    request: new Request('http://127.0.0.1/x', { method: 'POST', body, headers: { 'Content-Type': type } }),
    params: { projectId },
  } as never);
/** JSON with a value that is too large for a number now and then. */
const json = (value: unknown) =>
  JSON.stringify(value)?.replace(/1e\+308/g, () => (random() < 0.5 ? '1e999' : '1e308')) ?? 'null';

const doors: Readonly<Record<string, Door>> = {
  'a quantity': () =>
    parseQuantity(
      spoiledText(pick(['6.4', '23 ft', '12\'6 1/2"', '(2.4+1.2)/2 m', '-100 lb/ft'])),
      pick(['length', 'force', 'number', 'stress']),
      pick(['si', 'us']),
    ),
  spacings: () => parseSpacings(spoiledText('3*7.2, 6.4'), 'si'),
  'a combination': () => readFormula(model, spoiledText('1.2 D + 1.6 S − 0.5 W')),
  'a record': () => readRecordCsv(spoiledText('dt = 0.01\n0\n1\n-1\n0\n'), undefined),
  'a model file': () => readModelFile(random() < 0.5 ? spoiledText(file) : json(spoiled(JSON.parse(file)))),
  'an import': (id) => post(importAction, random() < 0.5 ? spoiledText(file) : json(spoiled(JSON.parse(file))), id),
  'an edit': (id, { revisionId }) =>
    post(revisionsAction, json({ base: revisionId, change: spoiled(pick([adds, changes, removes])) }), id),
  'an edit’s envelope': (id, { revisionId }) =>
    post(revisionsAction, json(spoiled({ base: revisionId, change: pick([{ kind: 'undo' }, adds]) })), id),
  'a variant': (id, { variantId, revisionId }) =>
    post(
      variantsAction,
      json(
        spoiled(
          pick([
            { kind: 'branch', from: variantId, revision: revisionId, name: `B${Math.floor(random() * 1e6)}` },
            { kind: 'rename', id: variantId, name: 'Main' },
          ]),
        ),
      ),
      id,
    ),
  'a watch': (id) =>
    post(watchesAction, json(spoiled({ kind: 'add', watch: { kind: 'utilisation', member: 'm1' } })), id),
  'a solve': (id, { revisionId }) =>
    post(
      runAction,
      json(
        spoiled({
          revision: revisionId,
          summary: {
            status: 'solved',
            stops: 0,
            remarks: 0,
            worst: { utilisation: 0.3, member: 'm2', title: 'Bending' },
            utilisations: { m2: 0.3 },
          },
        }),
      ),
      id,
    ),
  'a run': (id, { revisionId }) =>
    post(runsAction, json(spoiled({ kind: 'start', revision: revisionId, name: 'A' })), id),
  'kept results': (id) =>
    post(
      runsAction,
      strToU8(spoiledText('EB\u0001\u0002abcdef').padEnd(40, 'x')) as Uint8Array<ArrayBuffer>,
      id,
      'application/octet-stream',
    ),
  'a project': (id) =>
    post(
      projectsAction,
      json(
        spoiled(
          pick([
            { kind: 'create', name: 'A', units: 'si', code: 'us' },
            { kind: 'rename', id, name: 'B' },
            { kind: 'duplicate', id },
          ]),
        ),
      ),
      id,
    ),
  'an archive': (id) =>
    post(
      archiveAction,
      zipSync({
        'elbow-archive.json': strToU8(
          json(spoiled({ format: 'elbow-archive', version: 1, projects: [{ folder: 'projects/1', name: 'x' }] })),
        ),
        'projects/1/project.json': strToU8(
          spoiledText(
            '{"name":"x","createdAt":"","binnedAt":null,"variants":[],"watches":[],"summaries":[],"runs":[]}',
          ),
        ),
      }).slice(0, random() < 0.3 ? 60 : undefined) as Uint8Array<ArrayBuffer>,
      id,
      'application/zip',
    ),
  'a report’s address': (id) =>
    reportLoader({
      request: new Request(
        `http://127.0.0.1/projects/${id}/report.json?${new URLSearchParams({ chapters: 'nothing', members: spoiledText('m1,m2'), detail: spoiledText('normal'), views: spoiledText('[]'), worst: spoiledText('3') })}`,
      ),
      params: { projectId: id },
    } as never),
};

test(
  `${inputs} malformed inputs at ${Object.keys(doors).length} doors: no stack, no hang, nothing stored that cannot be read`,
  async () => {
    let { id, head } = place();
    const names = Object.keys(doors);
    for (let i = 0; i < inputs; i++) {
      const name = names[i % names.length];
      const began = performance.now();
      let answer: unknown;
      try {
        answer = await doors[name](id, head());
      } catch (error) {
        answer = error;
      }
      expect([name, i, performance.now() - began < longest]).toEqual([name, i, true]);
      if (answer instanceof Response) expect([name, i, answer.status < 500]).toEqual([name, i, true]);
      else if (answer instanceof Error) throw new Error(`${name}, input ${i}: ${answer.stack}`);
      else if (answer !== null && typeof answer === 'object' && 'init' in answer)
        expect((answer as { init: { status: number } }).init.status).toBeLessThan(500);
      else expect(answer).toHaveProperty('ok');
      if (i % 50 === 49 || name === 'an edit') {
        // whatever was taken in can be written, read and listed
        const opened = held.elbowProjects!.revisions.open(id);
        expect(opened && readModelFile(writeModelFile(opened.model))).toMatchObject({ ok: true });
      }
      if (i % 400 === 399) {
        expect(held.elbowProjects!.list.page().rows.filter((row) => row.broken !== undefined)).toEqual([]);
        ({ id, head } = place());
      }
    }
  },
  60_000 + 40 * inputs,
);

import { writeModelFile } from '~core/exchange';
import { buildTernHide } from '~demo/tern-hide';
import { openDatabase } from '../store/database';
import { inPlace, type Documents } from '../server/documents';
import { Projects } from '../store/projects';
import { largestBody } from '../server/requests';
import { securityHeaders } from '../server/security-headers';
import { action as archiveAction, loader as archiveOut } from './archive';
import { action as importAction } from './import';
import { loader as modelFile } from './model-file';
import { action as projectsAction } from './projects';
import { action as append, loader as since } from './revisions';
import { action as keepRun } from './run';
import { action as variantsAction } from './variants';
import { action as watchesAction } from './watches';

const held = globalThis as { elbowProjects?: Projects; elbowDocuments?: Documents };
beforeEach(() => {
  const database = openDatabase(':memory:');
  held.elbowProjects = new Projects(database);
  held.elbowDocuments = inPlace(database);
});

type Arguments = Parameters<typeof append>[0];
const send = (body: unknown, projectId = '', url = 'http://127.0.0.1/') =>
  ({
    request: new Request(url, { method: 'POST', body: typeof body === 'string' ? body : JSON.stringify(body) }),
    params: { projectId },
  }) as unknown as Arguments;
const get = (url: string, projectId: string) =>
  ({ request: new Request(url), params: { projectId } }) as unknown as Arguments;
/** What a route throws to answer with an error. */
async function thrown(work: () => unknown): Promise<{ data: unknown; init: { status: number } }> {
  try {
    await work();
  } catch (error) {
    return error as { data: unknown; init: { status: number } };
  }
  throw new Error('nothing was thrown');
}

test('a model file goes out and comes in as the same project', async () => {
  const id = held.elbowProjects!.create(buildTernHide(), 'Made');
  const file = await modelFile(get('http://127.0.0.1/', id) as never);
  expect(file.headers.get('Content-Disposition')).toContain('Tern%20Hide.json');
  const answer = await importAction(send(await file.text()) as never);
  const { id: copy } = (await answer.json()) as { id: string };
  expect(held.elbowProjects!.revisions.open(copy)!.model).toEqual(held.elbowProjects!.revisions.open(id)!.model);
});

test.each([
  ['a truncated file', writeModelFile(buildTernHide()).slice(0, 900), 422, /cut off/],
  ['a newer version', writeModelFile(buildTernHide()).replace(/"version": \d+/, '"version": 99'), 422, /newer Elbow/],
  ['another JSON file', '{"name": "x"}', 422, /not an Elbow model file/],
  [
    'a negative length',
    writeModelFile(buildTernHide()).replace('"depth": 0.', '"depth": -0.'),
    422,
    /sections\[0\] \(s1\) shape depth/,
  ],
])('%s is refused with a reason and makes no project', async (_, text, status, reason) => {
  const answer = await importAction(send(text) as never);
  expect(answer.status).toBe(status);
  expect(JSON.stringify(await answer.json())).toMatch(reason);
  expect(held.elbowProjects!.list.page().rows).toEqual([]);
});

test('a body of 50 MB is refused, whether or not it says its length', async () => {
  const declared = new Request('http://127.0.0.1/', {
    method: 'POST',
    body: 'x',
    headers: { 'content-length': String(50e6) },
  });
  expect((await thrown(() => importAction({ request: declared, params: {} } as never))).init.status).toBe(413);
  const chunk = new Uint8Array(5e6);
  let sent = 0;
  const stream = new ReadableStream({
    pull: (controller) => (sent++ < 10 ? controller.enqueue(chunk) : controller.close()),
  });
  const streamed = new Request('http://127.0.0.1/', { method: 'POST', body: stream, duplex: 'half' } as RequestInit);
  const { init, data } = await thrown(() => importAction({ request: streamed, params: {} } as never));
  expect(init.status).toBe(413);
  expect(String(data)).toContain(`${largestBody / 1e6} MB`);
});

test('edits are appended, refused or answered with what came between, with the fitting status', async () => {
  const id = held.elbowProjects!.create(buildTernHide(), 'Made');
  const base = held.elbowProjects!.revisions.head(id)!.revisionId;
  const change = { kind: 'edit', act: { edits: [{ kind: 'nodes.move', ids: ['n1'], by: [1, 0, 0] }] } };
  expect((await append(send({ base, change }, id))).status).toBe(200);
  const behind = await append(send({ base, change }, id));
  expect(behind.status).toBe(409);
  expect(await behind.json()).toMatchObject({ status: 'behind', steps: [{ edits: change.act.edits }] });
  const missing = { kind: 'edit', act: { edits: [{ kind: 'nodes.move', ids: ['n77'], by: [1, 0, 0] }] } };
  expect((await append(send({ base: base + 1, change: missing }, id))).status).toBe(422);
  expect(await (await since(get(`http://127.0.0.1/?since=${base}`, id))).json()).toMatchObject({
    steps: [{ kind: 'edit' }],
  });
});

test('what cannot be understood or does not exist is answered with a sentence', async () => {
  const id = held.elbowProjects!.create(buildTernHide(), 'Made');
  expect((await thrown(() => append(send('{', id)))).init.status).toBe(400);
  expect((await thrown(() => append(send({ base: 1, change: { kind: 'format-disk' } }, id)))).init.status).toBe(400);
  expect(String((await thrown(() => append(send({ base: 1, change: { kind: 'undo' } }, 'nowhere')))).data)).toBe(
    'There is no project “nowhere”.',
  );
  expect(
    (await thrown(() => keepRun(send({ revision: 1, summary: { status: 'perfect' } }, id) as never))).init.status,
  ).toBe(400);
  expect((await since(get('http://127.0.0.1/?since=x', id))).status).toBe(400);
});

test('documents may load scripts only from this server or with the nonce, and nothing from elsewhere', () => {
  const policy = Object.fromEntries(securityHeaders('abc'))['Content-Security-Policy'];
  expect(policy).toContain("script-src 'self' 'nonce-abc'");
  expect(policy).not.toMatch(/https?:|\*/);
  expect(policy).toContain("object-src 'none'");
});

test('what is sent again under its key is answered again and not done again: projects, imports, archives, variants, watches', async () => {
  const id = held.elbowProjects!.create(buildTernHide(), 'Made');
  const [main] = held.elbowProjects!.variants.list(id);
  const archive = (await (
    await archiveOut(get('http://127.0.0.1/', id) as never)
  ).arrayBuffer()) as unknown as BodyInit;
  const twice = async (route: (args: never) => Promise<Response>, body: BodyInit, key: string) => {
    const answers = [];
    for (let i = 0; i < 2; i++)
      answers.push(
        await (
          await route({
            request: new Request('http://127.0.0.1/', { method: 'POST', body, headers: { 'Idempotency-Key': key } }),
            params: { projectId: id },
          } as never)
        ).json(),
      );
    return answers as [Record<string, unknown>, Record<string, unknown>];
  };
  for (const [route, body] of [
    [projectsAction, JSON.stringify({ kind: 'create', name: 'New', units: 'si', code: 'us' })],
    [projectsAction, JSON.stringify({ kind: 'duplicate', id })],
    [importAction, writeModelFile(buildTernHide())],
    [archiveAction, archive],
    [variantsAction, JSON.stringify({ kind: 'branch', from: main.id, name: 'Deeper' })],
    [watchesAction, JSON.stringify({ kind: 'add', watch: { kind: 'weight' } })],
  ] as [(args: never) => Promise<Response>, BodyInit][]) {
    const [first, second] = await twice(route, body, `key-number-${Math.random().toString(36).slice(2)}`);
    expect(second).toEqual(first);
  }
  expect(held.elbowProjects!.list.page().found).toBe(5);
  expect(held.elbowProjects!.variants.list(id)).toHaveLength(2);
  expect(held.elbowProjects!.watches.list(id)).toHaveLength(1);
  expect(
    (
      await thrown(() =>
        projectsAction({
          request: new Request('http://127.0.0.1/', {
            method: 'POST',
            body: '{}',
            headers: { 'Idempotency-Key': 'a b' },
          }),
          params: {},
        } as never),
      )
    ).init.status,
  ).toBe(400);
});

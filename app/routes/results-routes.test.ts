import { gunzipSync } from 'node:zlib';
import { packBinary, solutionBlocks, unpackBinary } from '~core/exchange';
import { MemberChecker } from '~core/checks';
import { solveNow } from '~core/fem';
import { buildDunlinStudios } from '~demo/dunlin-studios';
import { buildTernHide } from '~demo/tern-hide';
import { openDatabase } from '../store/database';
import { inPlace, type Documents } from '../server/documents';
import { Jobs } from '../server/jobs';
import { Projects } from '../store/projects';
import { RecordedRuns } from '../store/recorded-runs';
import { solveModel } from '../jobs/solve-model';
import { toCheckRow } from '../workers/check-row';
import { loader as modelFile } from './model-file';
import { loader as report } from './report';
import { loader as runResults } from './run-results';
import { action as runs, loader as listRuns } from './runs';
import { action as variants, loader as listVariants } from './variants';
import { action as watches } from './watches';

const held = globalThis as {
  elbowProjects?: Projects;
  elbowDocuments?: Documents;
  elbowRuns?: RecordedRuns;
  elbowJobs?: Jobs;
};
let id = '';
beforeEach(() => {
  const database = openDatabase(':memory:');
  held.elbowProjects = new Projects(database);
  held.elbowDocuments = inPlace(database);
  held.elbowRuns = new RecordedRuns(database);
  held.elbowJobs = new Jobs(held.elbowRuns, held.elbowProjects.revisions, ({ projectId, revision }) =>
    solveModel(held.elbowProjects!.revisions.at(projectId, revision)!),
  );
  id = held.elbowProjects.create(buildTernHide(), 'Made');
});

const address = 'http://127.0.0.1/';
const request = (body: unknown, headers: Record<string, string> = {}) =>
  new Request(address, {
    method: 'POST',
    headers,
    body: body instanceof Uint8Array ? (body as Uint8Array<ArrayBuffer>) : JSON.stringify(body),
  });
const send = async (action: (args: never) => Promise<Response>, body: unknown, headers?: Record<string, string>) =>
  action({ request: request(body, headers), params: { projectId: id } } as never);
const get = async (
  loader: (args: never) => Response | Promise<Response>,
  path = '',
  params: Record<string, string> = {},
) => loader({ request: new Request(`${address}${path}`), params: { projectId: id, ...params } } as never);
/** What a route throws to answer with an error: its status and its words. */
async function refused(work: () => Promise<unknown>): Promise<[number, string]> {
  try {
    await work();
  } catch (error) {
    const { init, data } = error as { init: { status: number }; data: unknown };
    return [init.status, String(data)];
  }
  throw new Error('nothing was thrown');
}

test('a variant is branched, renamed and refused a name that is taken', async () => {
  const [main] = held.elbowProjects!.variants.list(id);
  const made = (await (await send(variants, { kind: 'branch', from: main.id, name: 'Deeper' })).json()) as {
    id: number;
    variants: { name: string }[];
  };
  expect(made.variants.map((one) => one.name)).toEqual(['Main', 'Deeper']);
  const again = await send(variants, { kind: 'branch', from: main.id, name: 'Deeper' });
  expect([again.status, ((await again.json()) as { error: string }).error]).toEqual([
    422,
    'There is a variant “Deeper” already. Give it another name.',
  ]);
  expect((await refused(() => send(variants, { kind: 'branch', from: main.id, name: ' ' })))[1]).toMatch(
    /needs a name/,
  );
  expect(((await (await get(listVariants)).json()) as { variants: unknown[] }).variants).toHaveLength(2);
  const file = await (await get(modelFile, `?variant=${made.id}`)).text();
  expect(JSON.parse(file)).toMatchObject({ format: 'elbow-model' });
  expect(await refused(() => get(modelFile, '?variant=99'))).toEqual([404, 'This project has no variant 99.']);
  expect((await refused(() => get(modelFile, '?revision=x')))[0]).toBe(400);
  expect((await refused(() => get(modelFile, '?revision=4711')))[0]).toBe(404);
});

test('a watch that makes no sense is refused and names what is wrong', async () => {
  const [status, words] = await refused(() =>
    send(watches, { kind: 'add', watch: { kind: 'utilisation', member: 'beam 3' } }),
  );
  expect([status, words]).toEqual([400, expect.stringContaining('a member looks like m12')]);
  const kept = (await (await send(watches, { kind: 'add', watch: { kind: 'weight' } })).json()) as {
    watches: { id: number }[];
  };
  expect(kept.watches).toHaveLength(1);
});

test('results a browser came to are kept and come back block by block', async () => {
  const model = buildTernHide();
  const solution = solveNow(model).solution!;
  const revision = held.elbowProjects!.revisions.head(id)!.revisionId;
  const studios = buildDunlinStudios();
  const concrete = new MemberChecker(studios, solveNow(studios).solution!);
  const checks = [
    toCheckRow(new MemberChecker(model, solution).check('m4'), 'us'),
    ...['m12', 'm18'].map((member) => toCheckRow(concrete.check(member), 'si')),
  ];
  expect(checks[2].bars?.areas.bottom?.bending).toBeGreaterThan(0);
  const body = packBinary({
    revision,
    name: 'As submitted',
    seconds: 0.1,
    status: 'done',
    settings: { code: 'US codes' },
    findings: [],
    // of steel, and of concrete with its bars
    checks,
    blocks: solutionBlocks(solution),
  });
  const binary = { 'Content-Type': 'application/octet-stream' };
  const kept = (await (await send(runs, body, binary)).json()) as { id: number };
  const outcome = (await (await get(runResults, '', { runId: String(kept.id) })).json()) as {
    run: { name: string };
    blocks: { kind: string; id: string }[];
  };
  expect([outcome.run.name, outcome.blocks.map((block) => block.id)]).toEqual([
    'As submitted',
    ['', ...solution.cases.map((one) => one.id)],
  ]);
  // the block is sent as it is stored; a browser unpacks it on its way
  const block = await get(runResults, '?kind=case&case=c2', { runId: String(kept.id) });
  expect(block.headers.get('Content-Encoding')).toBe('gzip');
  const bytes = new Uint8Array(gunzipSync(await block.arrayBuffer()));
  expect((unpackBinary(bytes) as { displacements: Float64Array }).displacements).toEqual(
    solution.cases.find((one) => one.id === 'c2')!.displacements,
  );
  expect((await refused(() => get(runResults, '?kind=case&case=c99', { runId: String(kept.id) })))[1]).toMatch(
    /no block case c99/,
  );
  expect((await refused(() => get(runResults, '', { runId: '99' })))[0]).toBe(404);
  expect((await refused(() => send(runs, body.subarray(0, 40), binary)))[0]).toBe(400);
  expect((await refused(() => send(runs, packBinary({ revision: 'one' }), binary)))[1]).toMatch(/cannot be kept/);
  expect(
    (
      await refused(() =>
        send(
          runs,
          packBinary({
            revision: 999,
            name: null,
            seconds: 0,
            status: 'done',
            settings: {},
            findings: [],
            checks: [],
            blocks: [],
          }),
          binary,
        ),
      )
    )[1],
  ).toBe('This project has no revision 999.');
});

test('a run on the server is started, renamed, removed; what is gone is told', async () => {
  const revision = held.elbowProjects!.revisions.head(id)!.revisionId;
  const started = (await (await send(runs, { kind: 'start', revision, name: 'Overnight' })).json()) as { id: number };
  for (let i = 0; i < 100 && held.elbowRuns!.unfinished().length > 0; i++)
    await new Promise((resolve) => setTimeout(resolve, 5));
  await send(runs, { kind: 'rename', id: started.id, name: 'By night' });
  expect((await (await get(listRuns)).json()) as unknown).toMatchObject({
    runs: [{ name: 'By night', status: 'done', madeBy: 'server' }],
  });
  await send(runs, { kind: 'remove', id: started.id });
  expect(await refused(() => send(runs, { kind: 'cancel', id: started.id }))).toEqual([
    404,
    'This run is not there any more.',
  ]);
  expect((await refused(() => send(runs, { kind: 'start', revision: 999, name: null })))[1]).toBe(
    'This project has no revision 999.',
  );
});

test('a report comes as content or as a workbook, and says what of its choice cannot be read', async () => {
  const json = (await (await get(report, 'projects/x/report.json?chapters=results&worst=2')).json()) as {
    chapters: { title: string }[];
  };
  expect(json.chapters.map((chapter) => chapter.title)).toEqual(['Governing results']);
  const book = await get(report, 'projects/x/report.xlsx?worst=2');
  expect(book.headers.get('Content-Disposition')).toContain('Tern%20Hide.xlsx');
  expect(new Uint8Array(await book.arrayBuffer()).subarray(0, 2)).toEqual(new Uint8Array([0x50, 0x4b]));
  expect((await refused(() => get(report, 'report.json?views=[')))[1]).toMatch(/not written as JSON/);
  expect((await refused(() => get(report, 'report.json?detail=all')))[0]).toBe(400);
});

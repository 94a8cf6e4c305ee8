import { join } from 'node:path';
import type { Act } from '~core/model';
import { buildTernHide } from '~demo/tern-hide';
import { openDatabase } from '~app/store/database';
import { Projects } from '~app/store/projects';
import { createWorkbench, type Workbench } from '~app/state/store';
import { memoryStore } from '~app/state/unsent';
import { startApp, type RunningApp } from './harness';

/** Kills of the server and answers lost on their way; `npm run test:long` asks for more. */
const kills = Number(process.env.ELBOW_KILLS ?? 20);
const lost = Number(process.env.ELBOW_LOST_ANSWERS ?? 100);

let app: RunningApp;
const realFetch = globalThis.fetch;
/** Loses the answer to what is being sent, after the server gave it. */
let loseNext = 0;
let answersLost = 0;

beforeAll(async () => {
  app = await startApp(false);
  globalThis.fetch = (async (address: string, init?: RequestInit) => {
    const answer = await realFetch(new URL(address, app.address), init);
    if (init?.method === 'POST' && loseNext > 0) {
      loseNext--;
      answersLost++;
      await answer.arrayBuffer();
      throw new TypeError('Failed to fetch');
    }
    return answer;
  }) as typeof fetch;
});
afterAll(async () => {
  globalThis.fetch = realFetch;
  await app.stop();
});

/** What is stored, read from the file itself by somebody else than the server. */
function stored<T>(read: (projects: Projects) => T): T {
  const database = openDatabase(join(app.folder, 'elbow.sqlite'));
  try {
    return read(new Projects(database));
  } finally {
    database.close();
  }
}

async function openNew(window: string): Promise<{ id: string; workbench: Workbench }> {
  const id = stored((projects) => projects.create(buildTernHide(), 'Made'));
  const opened = stored((projects) => ({
    projectId: id,
    variants: projects.variants.list(id),
    watches: [],
    ...projects.revisions.open(id)!,
  }));
  return { id, workbench: createWorkbench(opened, window, memoryStore()) };
}

/** A node that can be told from every other: one act, one place. */
const place = (model: { counters: { nodes: number } }, n: number): Act => ({
  edits: [{ kind: 'add', records: { nodes: [{ id: `n${model.counters.nodes + 1}`, position: [n, 50, 1] }] } }],
});

async function allSent(workbench: Workbench): Promise<void> {
  for (
    let i = 0;
    i < 2000 && (workbench.getState().saving !== 'saved' || workbench.getState().pending.length > 0);
    i++
  ) {
    if (workbench.getState().saving === 'waiting') void workbench.getState().sendNow();
    await new Promise((resolve) => setTimeout(resolve, 5));
  }
  expect(workbench.getState()).toMatchObject({ saving: 'saved', pending: [], aside: [] });
}

function expectOnce(id: string, workbench: Workbench, acts: number): void {
  const { model, history } = stored((projects) => projects.revisions.open(id)!);
  const places = Object.values(model.nodes)
    .filter(({ position }) => position[1] === 50)
    .map(({ position }) => position[0])
    .sort((a, b) => a - b);
  expect(places).toEqual(Array.from({ length: acts }, (_, n) => n));
  expect(history.filter(({ kind }) => kind === 'edit')).toHaveLength(acts);
  expect(workbench.getState().model).toEqual(model);
}

test(
  `${lost} lost answers double nothing and lose nothing`,
  async () => {
    const { id, workbench } = await openNew('window-of-lost-answers');
    let acts = 0;
    for (answersLost = 0; answersLost < lost;) {
      loseNext = 1 + (acts % 2);
      for (let i = 0; i < 3; i++) workbench.getState().commit(place(workbench.getState().model, acts++));
      await allSent(workbench);
    }
    expect(answersLost).toBeGreaterThanOrEqual(lost);
    expectOnce(id, workbench, acts);
  },
  60_000 + 200 * lost,
);

test(
  `${kills} kills of the server just after an edit lose nothing that was acknowledged and double nothing`,
  async () => {
    const { id, workbench } = await openNew('window-of-kills');
    let acts = 0;
    for (let kill = 0; kill < kills; kill++) {
      const burst = 1 + (kill % 4);
      for (let i = 0; i < burst; i++) workbench.getState().commit(place(workbench.getState().model, acts++));
      // from before the first is sent to after the last is answered
      await new Promise((resolve) => setTimeout(resolve, (kill * 7) % 40));
      await app.kill();
      const acknowledged = acts - workbench.getState().pending.length;
      expect(
        stored((projects) => projects.revisions.open(id)!.history.filter(({ kind }) => kind === 'edit').length),
      ).toBeGreaterThanOrEqual(acknowledged);
      await app.start();
      await allSent(workbench);
    }
    expectOnce(id, workbench, acts);
  },
  60_000 + 10_000 * kills,
);

test('a server that is asked to stop finishes what it began and leaves its port', async () => {
  const { id, workbench } = await openNew('window-of-stop');
  for (let i = 0; i < 5; i++) workbench.getState().commit(place(workbench.getState().model, i));
  await app.end();
  await expect(realFetch(app.address)).rejects.toThrow();
  await app.start();
  await allSent(workbench);
  expectOnce(id, workbench, 5);
  expect(((await (await realFetch(`${app.address}/health`)).json()) as { status: string }).status).toBe('ok');
});

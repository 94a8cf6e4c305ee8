import { jest } from '@jest/globals';
import fc from 'fast-check';
import type { Act, Edit } from '~core/model';
import { buildTernHide } from '~demo/tern-hide';
import { openDatabase } from '../server/database';
import { Projects } from '../server/projects';
import type { Change } from '../server/revisions';
import { createWorkbench, type Workbench } from './store';

/** The server in memory, behind the same addresses the client asks. */
class MemoryServer {
  readonly projects = new Projects(openDatabase(':memory:'));
  readonly id = this.projects.create(buildTernHide(), 'Made');
  reachable = true;
  answers = 0;

  open(): Workbench {
    return createWorkbench({ projectId: this.id, variants: this.projects.variants.list(this.id), watches: [], ...this.projects.revisions.open(this.id)! });
  }

  readonly fetch = async (address: string | URL | Request, init?: RequestInit): Promise<Response> => {
    await Promise.resolve();
    if (!this.reachable) throw new TypeError('Failed to fetch');
    this.answers++;
    const url = new URL(String(address), 'http://127.0.0.1');
    if (!init?.body) return Response.json({ steps: this.projects.revisions.since(this.id, Number(url.searchParams.get('since'))) });
    const { base, change } = JSON.parse(String(init.body)) as { base: number; change: Change };
    const appended = this.projects.revisions.append(this.id, base, change);
    return Response.json(appended, { status: appended.status === 'done' ? 200 : appended.status === 'behind' ? 409 : 422 });
  };
}

let server: MemoryServer;
const realFetch = globalThis.fetch;
const newServer = () => {
  server = new MemoryServer();
  globalThis.fetch = server.fetch as typeof fetch;
};
beforeEach(newServer);
afterEach(() => {
  globalThis.fetch = realFetch;
});

const move = (id: string, x: number): Act => ({ edits: [{ kind: 'nodes.move', ids: [id], by: [x, 0, 0] }] });
const addNode = (id: string, x: number): Act => ({ edits: [{ kind: 'add', records: { nodes: [{ id, position: [x, 9, 0] }] } }] });
const settled = async (...workbenches: Workbench[]) => {
  for (let i = 0; i < 400; i++) {
    await new Promise((resolve) => setImmediate(resolve));
    if (workbenches.every((one) => one.getState().saving === 'saved' && one.getState().pending.length === 0)) return;
  }
  throw new Error('edits were not saved');
};
const serverModel = () => server.projects.revisions.open(server.id)!.model;

test('an act shows at once and is saved behind it', async () => {
  const one = server.open();
  expect(one.getState().commit(move('n1', 1))).toBe(true);
  expect(one.getState().model.nodes.n1.position[0]).toBe(1);
  expect(serverModel().nodes.n1.position[0]).toBe(0);
  await settled(one);
  expect(serverModel()).toEqual(one.getState().model);
  expect(one.getState().history.at(-1)).toMatchObject({ kind: 'edit', sentence: 'Moved node n1 by (1.000, 0.000, 0.000) m' });
});

test('an act that cannot be done changes nothing and says why', () => {
  const one = server.open();
  expect(one.getState().commit(move('n99', 1))).toBe(false);
  expect(one.getState().notices.at(-1)).toMatchObject({ tone: 'error', text: expect.stringContaining('n99') });
  expect(one.getState().pending).toEqual([]);
});

test('two windows add a node each under the same number: both are kept, the second with a new one, and it is told', async () => {
  const [one, two] = [server.open(), server.open()];
  one.getState().commit(addNode('n6', 1));
  await settled(one);
  two.getState().commit(addNode('n6', 2));
  await settled(two);
  expect(serverModel().nodes.n6.position[0]).toBe(1);
  expect(serverModel().nodes.n7.position[0]).toBe(2);
  expect(two.getState().model).toEqual(serverModel());
  expect(two.getState().notices.map((notice) => notice.text).join()).toMatch(/changed in another window/);
  await one.getState().catchUp();
  expect(one.getState().model).toEqual(serverModel());
});

test('an edit of something the other window deleted is dropped with a reason; the rest is carried over', async () => {
  const [one, two] = [server.open(), server.open()];
  one.getState().commit({ edits: [{ kind: 'remove', table: 'members', ids: ['m5'] }] });
  await settled(one);
  two.getState().commit({ edits: [{ kind: 'change', table: 'members', changes: [{ id: 'm5', fields: { label: 'Gone' } }] }] });
  two.getState().commit(move('n1', 4));
  await settled(two);
  expect(serverModel().members.m5).toBeUndefined();
  expect(serverModel().nodes.n1.position[0]).toBe(4);
  expect(two.getState().notices.map((notice) => notice.text).join()).toMatch(/could not be carried over: Member m5 is not in the model/);
});

test('undo and redo follow the project’s history and keep the view on what is there', async () => {
  const one = server.open();
  one.getState().commit(addNode('n6', 1));
  one.getState().select({ nodes: ['n6'] });
  await one.getState().undo();
  expect(one.getState().model.nodes.n6).toBeUndefined();
  expect(one.getState().selection.nodes).toEqual([]);
  await one.getState().redo();
  expect(one.getState().model.nodes.n6.position[0]).toBe(1);
  for (let i = 0; i < 3; i++) one.getState().commit(move('n6', 1));
  await settled(one);
  const first = one.getState().history.find((entry) => entry.sentence.startsWith('Moved'))!;
  await one.getState().undoTo(first.id);
  expect(one.getState().model.nodes.n6.position[0]).toBe(2);
  expect(serverModel()).toEqual(one.getState().model);
});

test('while the server cannot be reached edits wait, and are saved when it is back', async () => {
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'performance'] });
  const one = server.open();
  server.reachable = false;
  one.getState().commit(move('n1', 1));
  one.getState().commit(move('n1', 1));
  for (let i = 0; i < 20; i++) await new Promise((resolve) => setImmediate(resolve));
  expect(one.getState()).toMatchObject({ saving: 'unreachable' });
  expect(one.getState().pending).toHaveLength(2);
  server.reachable = true;
  jest.advanceTimersByTime(4000);
  jest.useRealTimers();
  await settled(one);
  expect(serverModel().nodes.n1.position[0]).toBe(2);
});

test('whatever two windows do in whatever order, both end with the server’s model and nothing saved is lost', async () => {
  const what = fc.record({ who: fc.constantFrom(0, 1), act: fc.constantFrom('move', 'add', 'label', 'delete', 'undo'), wait: fc.boolean() });
  await fc.assert(
    fc.asyncProperty(fc.array(what, { minLength: 1, maxLength: 14 }), async (steps) => {
      newServer();
      const windows = [server.open(), server.open()];
      for (const { who, act, wait } of steps) {
        const { commit, undo, model } = windows[who].getState();
        const edits: Record<string, Edit[]> = {
          move: [{ kind: 'nodes.move', ids: ['n1'], by: [0.5, 0, 0] }],
          add: [{ kind: 'add', records: { nodes: [{ id: `n${model.counters.nodes + 1}`, position: [0, 5, 1] }] } }],
          label: [{ kind: 'change', table: 'members', changes: [{ id: 'm4', fields: { label: `Rafter ${who}` } }] }],
          delete: [{ kind: 'remove', table: 'nodes', ids: [Object.keys(model.nodes).at(-1)!] }],
        };
        if (act === 'undo') await undo();
        else if (!(act === 'label' && !model.members.m4) && Object.keys(model.nodes).length > 2) commit({ edits: edits[act] });
        if (wait) await settled(...windows);
      }
      await settled(...windows);
      for (const one of windows) await one.getState().catchUp();
      for (const one of windows) {
        expect(one.getState().model).toEqual(serverModel());
        expect(one.getState().confirmed).toEqual(one.getState().model);
      }
      const revisions = server.projects.revisions.open(server.id)!.history;
      expect(windows[0].getState().history).toEqual(revisions);
    }),
    { numRuns: 25 },
  );
});

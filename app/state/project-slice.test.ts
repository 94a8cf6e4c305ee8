import { jest } from '@jest/globals';
import fc from 'fast-check';
import { writeModelFile } from '~core/exchange';
import { applyAct, type Act, type Edit } from '~core/model';
import { buildTernHide } from '~demo/tern-hide';
import { openDatabase } from '../store/database';
import { Projects } from '../store/projects';
import type { Change } from '../store/revisions';
import { createWorkbench, type Workbench } from './store';
import { memoryStore, type UnsentStore } from './unsent';

/** The server in memory, behind the same addresses the client asks. */
class MemoryServer {
  readonly projects = new Projects(openDatabase(':memory:'));
  readonly id = this.projects.create(buildTernHide(), 'Made');
  reachable = true;
  /** the answers to this many requests that write are lost on their way, though they were carried out */
  lose = 0;
  answers = 0;
  private readonly windows = new Set<string>();

  open(unsent: UnsentStore = memoryStore(), window = `window-${this.windows.size + 1}`): Workbench {
    this.windows.add(window);
    const made = createWorkbench(
      {
        projectId: this.id,
        variants: this.projects.variants.list(this.id),
        watches: [],
        ...this.projects.revisions.open(this.id)!,
      },
      window,
      unsent,
    );
    made.getState().receiveWindows([...this.windows].map((id, i) => ({ id, number: i + 1 })));
    return made;
  }

  readonly fetch = async (address: string | URL | Request, init?: RequestInit): Promise<Response> => {
    await Promise.resolve();
    if (!this.reachable) throw new TypeError('Failed to fetch');
    this.answers++;
    const url = new URL(String(address), 'http://127.0.0.1');
    if (url.pathname.endsWith('model.json'))
      return new Response(
        writeModelFile(this.projects.revisions.at(this.id, Number(url.searchParams.get('revision')))!),
      );
    if (!init?.body)
      return Response.json({ steps: this.projects.revisions.since(this.id, Number(url.searchParams.get('since'))) });
    const { base, change } = JSON.parse(String(init.body)) as { base: number; change: Change };
    const { 'Idempotency-Key': key, 'Elbow-Window': window } = init.headers as Record<string, string>;
    const appended = this.projects.revisions.append(this.id, base, change, undefined, {
      key,
      window,
      author: 'you',
      others: new Set([...this.windows].filter((id) => id !== window)),
    });
    if (this.lose > 0) {
      this.lose--;
      throw new TypeError('Failed to fetch');
    }
    return Response.json(appended, {
      status: appended.status === 'done' ? 200 : appended.status === 'behind' ? 409 : 422,
    });
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
const addNode = (id: string, x: number): Act => ({
  edits: [{ kind: 'add', records: { nodes: [{ id, position: [x, 9, 0] }] } }],
});
const settled = async (...workbenches: Workbench[]) => {
  for (let i = 0; i < 400; i++) {
    await new Promise((resolve) => setImmediate(resolve));
    for (const one of workbenches)
      if (one.getState().saving === 'waiting' && server.reachable) void one.getState().sendNow();
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
  expect(one.getState().history.at(-1)).toMatchObject({
    kind: 'edit',
    sentence: 'Moved node n1 by (1.000, 0.000, 0.000) m',
  });
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
  expect(
    two
      .getState()
      .notices.map((notice) => notice.text)
      .join(),
  ).toMatch(/Window 1 changed this project: Added 1 node\. Your work was carried over/);
  await one.getState().catchUp();
  expect(one.getState().model).toEqual(serverModel());
});

test('an edit of something the other window deleted is set aside with a reason; the rest is carried over', async () => {
  const [one, two] = [server.open(), server.open()];
  one.getState().commit({ edits: [{ kind: 'remove', table: 'members', ids: ['m5'] }] });
  await settled(one);
  two
    .getState()
    .commit({ edits: [{ kind: 'change', table: 'members', changes: [{ id: 'm5', fields: { label: 'Gone' } }] }] });
  two.getState().commit(move('n1', 4));
  await settled(two);
  expect(serverModel().members.m5).toBeUndefined();
  expect(serverModel().nodes.n1.position[0]).toBe(4);
  expect(two.getState().aside).toMatchObject([
    {
      aside: {
        sentence: 'Changed label of member m5 to Gone',
        reason: 'Beam m5 was deleted meanwhile in another window.',
      },
    },
  ]);
  // it cannot be made any more; it can be let go
  const [{ key }] = two.getState().aside;
  expect(two.getState().makeAside(key)).toBe(false);
  expect(two.getState().aside).toHaveLength(1);
  two.getState().dropAside(key);
  expect(two.getState().aside).toEqual([]);
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

test('the solver is given the edits of an undo and of another window, which lead it to the model on screen', async () => {
  const [one, two] = [server.open(), server.open()];
  let solvers = one.getState().model;
  const restarts = jest.fn();
  one.setState({
    restartSolver: restarts,
    editSolver: (act) => {
      const applied = applyAct(solvers, act);
      if (!applied.ok) throw new Error(applied.error);
      solvers = applied.model;
    },
  });
  one.getState().commit(move('n1', 1));
  one.getState().commit(addNode('n6', 1));
  await settled(one);
  const { members } = solvers;
  await one.getState().undo();
  expect(one.getState().model.nodes.n6).toBeUndefined();
  expect(solvers).toEqual(one.getState().model);
  two.getState().commit(move('n2', 3));
  await settled(two);
  await one.getState().catchUp();
  expect(solvers).toEqual(one.getState().model);
  expect(restarts).not.toHaveBeenCalled();
  // what no edit touched is the same object: the solver need not look into it
  expect(solvers.members).toBe(members);
});

test('while the server cannot be reached edits wait, and are saved when it is back', async () => {
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'performance'] });
  const one = server.open();
  server.reachable = false;
  one.getState().commit(move('n1', 1));
  one.getState().commit(move('n1', 1));
  for (let i = 0; i < 20; i++) await new Promise((resolve) => setImmediate(resolve));
  expect(one.getState()).toMatchObject({ saving: 'waiting', trouble: { trouble: 'unreachable' } });
  expect(one.getState().pending).toHaveLength(2);
  server.reachable = true;
  jest.advanceTimersByTime(4000);
  jest.useRealTimers();
  await settled(one);
  expect(serverModel().nodes.n1.position[0]).toBe(2);
});

test('an answer that is lost doubles nothing: not an edit, not an undo, not one of several edits on their way', async () => {
  const one = server.open();
  const load: Act = {
    edits: [
      {
        kind: 'add',
        records: {
          loads: [{ id: 'l90', case: 'c1', type: 'uniform', member: 'm2', direction: 'z', value: -15000 }],
        } as never,
      },
    ],
  };
  server.lose = 1;
  expect(one.getState().commit(load)).toBe(true);
  one.getState().commit(move('n1', 1));
  await settled(one);
  expect(Object.keys(serverModel().loads)).toEqual(Object.keys(one.getState().model.loads));
  expect(
    Object.values(serverModel().loads).filter((record) => 'value' in record && record.value === -15000),
  ).toHaveLength(1);
  expect(one.getState().notices).toEqual([]);
  expect(server.projects.revisions.open(server.id)!.history.filter(({ kind }) => kind === 'edit')).toHaveLength(2);
  expect(serverModel()).toEqual(one.getState().model);
  server.lose = 1;
  await one.getState().undo();
  expect(one.getState().notices.at(-1)!.text).toMatch(/Nothing was undone\. The server cannot be reached/);
  await one.getState().undo();
  expect([
    serverModel().nodes.n1.position[0],
    one.getState().model.nodes.n1.position[0],
    Object.keys(serverModel().loads).length,
  ]).toEqual([0, 0, Object.keys(one.getState().model.loads).length]);
});

test('what a closed tab had not sent is sent by the next one, once; what it had sent without hearing of it is not sent again', async () => {
  const unsent = memoryStore();
  const one = server.open(unsent, 'closed-tab');
  server.lose = 1;
  one.getState().commit(addNode('n6', 1));
  // the server is gone before it could be asked again, however slow the machine is
  while (server.lose > 0) await new Promise((resolve) => setImmediate(resolve));
  server.reachable = false;
  one.getState().commit(move('n6', 1));
  expect(await unsent.list()).toHaveLength(2);
  // the tab is gone; another window works on, and takes the next number
  server.reachable = true;
  const two = server.open();
  two.getState().commit(addNode('n7', 5));
  await settled(two);
  const three = server.open(unsent);
  await three.getState().takeUpUnsent();
  await settled(three);
  expect(Object.keys(serverModel().nodes)).toEqual(['n1', 'n2', 'n3', 'n4', 'n5', 'n6', 'n7']);
  expect(serverModel().nodes.n6.position[0]).toBe(2);
  expect(three.getState().model).toEqual(serverModel());
  expect(await unsent.list()).toEqual([]);
});

test('two windows in one field: the second is asked, with both values, and what it chooses is done', async () => {
  const [one, two] = [server.open(), server.open()];
  const width = (value: string): Act => ({
    edits: [{ kind: 'change', table: 'members', changes: [{ id: 'm2', fields: { label: value } }] }],
  });
  one.getState().commit(width('Left'));
  await settled(one);
  two.getState().commit(width('Right'));
  await settled(two);
  expect(serverModel().members.m2.label).toBe('Left');
  expect(two.getState().model.members.m2.label).toBe('Left');
  expect(two.getState().aside).toMatchObject([{ aside: { clashes: [{ mine: 'Right', theirs: 'Left' }] } }]);
  expect(two.getState().makeAside(two.getState().aside[0].key)).toBe(true);
  await settled(two);
  expect([serverModel().members.m2.label, two.getState().aside]).toEqual(['Right', []]);
  // the same value is no question, another field of the same record neither
  await one.getState().catchUp();
  one.getState().commit(width('Both'));
  two.getState().commit(width('Both'));
  await settled(one, two);
  one
    .getState()
    .commit({ edits: [{ kind: 'change', table: 'members', changes: [{ id: 'm2', fields: { angle: 0.5 } }] }] });
  await settled(one);
  two.getState().commit(width('Left'));
  await settled(two);
  expect([two.getState().aside, serverModel().members.m2.label, serverModel().members.m2.angle]).toEqual([
    [],
    'Left',
    0.5,
  ]);
});

test('a node two windows moved by an amount ends where neither put it, so the second is asked', async () => {
  const [one, two] = [server.open(), server.open()];
  one.getState().commit(move('n1', 0.5));
  await settled(one);
  two.getState().commit(move('n1', 0.5));
  await settled(two);
  expect(serverModel().nodes.n1.position[0]).toBe(0.5);
  expect(two.getState().aside).toHaveLength(1);
});

test('undo takes back the window’s own last act, and says when another window has built on it', async () => {
  const [one, two] = [server.open(), server.open()];
  one.getState().commit(addNode('n6', 1));
  await settled(one);
  await two.getState().catchUp();
  two.getState().commit(move('n2', 1));
  await settled(two);
  await one.getState().catchUp();
  // the last act of all is window 2’s: window 1 takes back its own
  await one.getState().undo();
  expect([serverModel().nodes.n6, serverModel().nodes.n2.position[0]]).toEqual([
    undefined,
    two.getState().model.nodes.n2.position[0],
  ]);
  await one.getState().redo();
  expect(serverModel().nodes.n6).toBeDefined();
  await two.getState().catchUp();
  two.getState().commit(move('n6', 1));
  await settled(two);
  await one.getState().undo();
  expect(one.getState().notices.at(-1)!.text).toBe(
    '“Added 1 node” cannot be undone any more: node n6 was changed since, in another window. Change it by hand, or undo there first.',
  );
  expect(serverModel().nodes.n6).toBeDefined();
  // there is nothing else in window 1
  await two.getState().undo();
  await one.getState().catchUp();
  await one.getState().undo();
  expect(serverModel().nodes.n6).toBeUndefined();
});

test('whatever two windows do in whatever order, both end with the server’s model and nothing saved is lost', async () => {
  const what = fc.record({
    who: fc.constantFrom(0, 1),
    act: fc.constantFrom('move', 'add', 'label', 'delete', 'undo'),
    lose: fc.boolean(),
    wait: fc.boolean(),
  });
  await fc.assert(
    fc.asyncProperty(fc.array(what, { minLength: 1, maxLength: 14 }), async (steps) => {
      newServer();
      const windows = [server.open(), server.open()];
      for (const { who, act, wait, lose } of steps) {
        if (lose) server.lose = 1;
        const { commit, undo, model } = windows[who].getState();
        const edits: Record<string, Edit[]> = {
          move: [{ kind: 'nodes.move', ids: ['n1'], by: [0.5, 0, 0] }],
          add: [{ kind: 'add', records: { nodes: [{ id: `n${model.counters.nodes + 1}`, position: [0, 5, 1] }] } }],
          label: [{ kind: 'change', table: 'members', changes: [{ id: 'm4', fields: { label: `Rafter ${who}` } }] }],
          delete: [{ kind: 'remove', table: 'nodes', ids: [Object.keys(model.nodes).at(-1)!] }],
        };
        if (act === 'undo') await undo();
        else if (!(act === 'label' && !model.members.m4) && Object.keys(model.nodes).length > 2)
          commit({ edits: edits[act] });
        if (wait) await settled(...windows);
      }
      await settled(...windows);
      for (const one of windows) await one.getState().catchUp();
      for (const one of windows) {
        expect(one.getState().model).toEqual(serverModel());
        expect(one.getState().confirmed).toEqual(one.getState().model);
        // what was not made is kept, with a reason
        for (const act of one.getState().aside) expect(act.aside!.reason.length).toBeGreaterThan(10);
      }
      const revisions = server.projects.revisions.open(server.id)!.history;
      expect(windows[0].getState().history).toEqual(revisions);
    }),
    { numRuns: 25 },
  );
});

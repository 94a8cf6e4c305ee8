import { buildTernHide } from '~demo/tern-hide';
import { buildQuillhavenLibrary } from '~demo/quillhaven-library';
import type { SolverMessage } from './messages';
import { SolveLoop } from './solve-loop';

/** A whole building is solved and checked, some times over: milliseconds a slow machine may take. */
const wholeBuilding = 240000;

const pause = () => new Promise<void>((resolve) => setImmediate(resolve));

function listen() {
  const messages: SolverMessage[] = [];
  const waiting: { wanted: (message: SolverMessage) => boolean; resolve: (message: SolverMessage) => void }[] = [];
  const loop = new SolveLoop((message) => {
    messages.push(message);
    waiting.filter(({ wanted }) => wanted(message)).forEach(({ resolve }) => resolve(message));
  }, pause);
  const next = (kind: SolverMessage['kind'], version: number) =>
    new Promise<SolverMessage>((resolve) => {
      const wanted = (message: SolverMessage) => message.kind === kind && message.version === version;
      const there = messages.find(wanted);
      if (there) resolve(there);
      else waiting.push({ wanted, resolve });
    });
  return { loop, messages, next };
}

test('a loaded model is solved and then checked, and its sheets can be asked for', async () => {
  const { loop, next } = listen();
  loop.load(buildTernHide(), 1);
  expect(await next('solved', 1)).toMatchObject({ solution: expect.anything(), findings: [] });
  const checked = await next('checked', 1);
  expect(checked.kind === 'checked' && checked.rows).toHaveLength(4);
  const index = loop.index('m2')!;
  const made = index.items.find((item) => item.made)!;
  expect(loop.sheet('m2', made.id)!.steps.length).toBeGreaterThan(2);
  expect(index.items.filter((item) => !item.made).every((item) => item.reason !== '')).toBe(true);
  expect(loop.sheet('m2', 'rupture')).toBeUndefined();
  expect(loop.index('m77')).toBeUndefined();
});

test(
  'a newer edit abandons an older solve: the last version is always told, none is told after it',
  async () => {
    const { loop, messages, next } = listen();
    loop.load(buildQuillhavenLibrary(), 1);
    for (let version = 2; version <= 5; version++) {
      await pause();
      loop.edit({ edits: [{ kind: 'nodes.move', ids: ['n30'], by: [0.01, 0, 0] }] }, version);
    }
    await next('checked', 5);
    const finished = messages.filter((message) => message.kind === 'checked').map((message) => message.version);
    expect(finished.at(-1)).toBe(5);
    expect(finished.length).toBeLessThan(5);
  },
  wholeBuilding,
);

test('an edit of a load uses the factor again', async () => {
  const { loop, next } = listen();
  loop.load(buildTernHide(), 1);
  await next('checked', 1);
  loop.edit({ edits: [{ kind: 'change', table: 'loads', changes: [{ id: 'l1', fields: { value: -3000 } }] }] }, 2);
  const solved = await next('solved', 2);
  expect(solved.kind === 'solved' && solved.solution!.log.factorReused).toBe(true);
});

test('a model that stops is told with its findings, and an edit that cannot be is told as such', async () => {
  const { loop, next } = listen();
  loop.load(buildTernHide(), 1);
  await next('checked', 1);
  loop.edit({ edits: [{ kind: 'change', table: 'members', changes: [{ id: 'm1', fields: { section: null } }] }] }, 2);
  expect(await next('solved', 2)).toMatchObject({
    solution: undefined,
    findings: [expect.objectContaining({ rule: 'no-section' })],
  });
  loop.edit({ edits: [{ kind: 'remove', table: 'members', ids: ['m99'] }] }, 3);
  expect(await next('failed', 3)).toMatchObject({ error: expect.stringContaining('m99') });
});

test(
  'an analysis is run when asked and told; an edit abandons it',
  async () => {
    const { loop, messages, next } = listen();
    const library = buildQuillhavenLibrary();
    loop.load(library, 1);
    await next('solved', 1);
    await loop.analyse('a1');
    const told = messages.find((message) => message.kind === 'analysed');
    expect(told).toMatchObject({ version: 1, outcome: { id: 'a1', outcome: { type: 'modal' } } });
    const running = loop.analyse('a2');
    await next('analysing', 1);
    loop.edit({ edits: [{ kind: 'nodes.move', ids: ['n30'], by: [0.01, 0, 0] }] }, 2);
    await running;
    expect(messages.filter((message) => message.kind === 'analysed')).toHaveLength(1);
    await next('solved', 2);
    await loop.analyse('a99');
    expect(messages.filter((message) => message.kind === 'analysed')).toHaveLength(1);
    loop.load(buildTernHide(), 3);
    await next('checked', 3);
  },
  wholeBuilding,
);

test(
  'a combination set to second order is solved as a whole, and its moments exceed those of first order',
  async () => {
    const { loop, next } = listen();
    const library = buildQuillhavenLibrary();
    loop.load(library, 1);
    const first = await next('solved', 1);
    const windy = Object.values(library.combinations).find((one) =>
      one.factors.some((factor) => library.cases[factor.case].label === 'W+x' && factor.factor > 0),
    )!;
    loop.edit(
      { edits: [{ kind: 'change', table: 'combinations', changes: [{ id: windy.id, fields: { order: 'second' } }] }] },
      2,
    );
    const second = await next('solved', 2);
    if (first.kind !== 'solved' || second.kind !== 'solved') throw new Error('not solved');
    const state = second.solution!.cases.find((one) => one.id === windy.id)!;
    expect(state.iterations).toMatchObject({ order: 'second', settled: true });
    // the building leans with the wind and its weight pushes it on: every storey drifts farther
    for (const { ratio } of state.iterations!.driftRatios.slice(0, 3)) expect(ratio).toBeGreaterThan(1.01);
    expect(second.solution!.log.factorReused).toBe(true);
    expect(first.solution!.cases).toHaveLength(second.solution!.cases.length - 1);
  },
  wholeBuilding,
);

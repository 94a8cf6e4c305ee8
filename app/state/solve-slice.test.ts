import { jest } from '@jest/globals';
import { buildTernHide } from '~demo/tern-hide';
import { createWorkbench } from './store';

/** A solver's thread that takes what it is sent and never answers. */
class DeafWorker extends EventTarget {
  static readonly made: DeafWorker[] = [];
  readonly sent: { path?: string[] }[] = [];
  ended = false;
  constructor() {
    super();
    DeafWorker.made.push(this);
  }
  postMessage(message: { path?: string[] }, handedOver: readonly MessagePort[] = []): void {
    this.sent.push(message);
    for (const port of handedOver) port.close();
  }
  terminate(): void {
    this.ended = true;
  }
  /** what it was asked to do */
  get asked(): string[] {
    return this.sent.flatMap(({ path }) => (path ? [path.join('.')] : []));
  }
}

const original = globalThis.Worker;
beforeEach(() => {
  jest.useFakeTimers();
  DeafWorker.made.length = 0;
  globalThis.Worker = DeafWorker as unknown as typeof Worker;
});
afterEach(() => {
  jest.useRealTimers();
  globalThis.Worker = original;
});

const started = () => {
  const workbench = createWorkbench({
    projectId: 'p',
    variantId: 1,
    variants: [],
    watches: [],
    revision: 1,
    model: buildTernHide(),
    history: [],
  });
  const stop = workbench.getState().startSolver();
  return { workbench, stop, state: workbench.getState };
};

test('a solver that says nothing for two minutes is ended and said to be; another takes the next edit from the whole model', () => {
  const { workbench, stop, state } = started();
  expect(DeafWorker.made[0].asked).toEqual(['listen', 'load']);
  jest.advanceTimersByTime(110_000);
  expect(state().solveStatus).toBe('solving');
  jest.advanceTimersByTime(15_000);
  expect(state()).toMatchObject({
    solveStatus: 'failed',
    solveError: expect.stringContaining('said nothing for 2 minutes'),
    solved: undefined,
  });
  expect(DeafWorker.made.map((worker) => worker.ended)).toEqual([true, false]);
  expect(DeafWorker.made[1].asked).toEqual(['listen']);
  workbench.getState().editSolver({ edits: [] });
  workbench.getState().editSolver({ edits: [] });
  expect(DeafWorker.made[1].asked).toEqual(['listen', 'load', 'edit']);
  expect(state().solveStatus).toBe('solving');
  stop();
  jest.advanceTimersByTime(600_000);
  expect(DeafWorker.made).toHaveLength(2);
});

test('a solver the browser ends for want of memory is replaced at once', () => {
  const { stop, state } = started();
  DeafWorker.made[0].dispatchEvent(new Event('error'));
  expect(state()).toMatchObject({ solveStatus: 'failed', solveError: expect.stringContaining('not enough memory') });
  expect(DeafWorker.made.map((worker) => worker.ended)).toEqual([true, false]);
  stop();
});

import type { Model } from '~core/model';
import { watchedValue, type Watch, type Watched } from '~core/results';
import type { WatchRow } from '../store/watches';
import { changeWatch } from './server-door';
import type { OpenedProject, Slice, Workbench } from './store';

/** Watched values of one version of the model, by the watch's number. */
export interface WatchReading {
  readonly model: Model;
  readonly values: ReadonlyMap<number, Watched>;
}

/** The values that are kept in sight. */
export interface WatchSlice {
  readonly watches: readonly WatchRow[];
  readonly watched: WatchReading | null;
  /** the values before the last edit */
  readonly watchedBefore: WatchReading | null;
  watch(watch: Watch): Promise<void>;
  unwatch(id: number): Promise<void>;
}

/** The slice of the watch list. */
export const watchSlice =
  (opened: OpenedProject): Slice<WatchSlice> =>
  (set, get) => {
    const change = async (wanted: Parameters<typeof changeWatch>[1]): Promise<void> => {
      const answer = await changeWatch(opened.projectId, wanted);
      if (answer.ok) set({ watches: answer.value.watches });
      else get().notify(answer.error, 'error');
    };
    return {
      watches: opened.watches,
      watched: null,
      watchedBefore: null,
      watch: async (watch) => {
        await change({ kind: 'add', watch });
        get().look({ watchOpen: true });
      },
      unwatch: (id) => change({ kind: 'remove', id }),
    };
  };

/** Reads the watched quantities anew whenever a model has been solved and checked; what was read before an edit stays beside it. @returns a function that stops */
export function followWatches(workbench: Workbench): () => void {
  let [checks, watches]: unknown[] = [];
  const read = () => {
    const state = workbench.getState();
    if (state.solveStatus !== 'done' || !state.solved || (state.checks === checks && state.watches === watches)) return;
    ({ checks, watches } = state);
    const { model, solution } = state.solved;
    const values = new Map(
      state.watches.map(({ id, watch }) => [id, watchedValue(watch, model, solution, state.checks)]),
    );
    const edited = state.watched !== null && state.watched.model !== model;
    workbench.setState({ watched: { model, values }, ...(edited ? { watchedBefore: state.watched } : {}) });
  };
  read();
  return workbench.subscribe(read);
}

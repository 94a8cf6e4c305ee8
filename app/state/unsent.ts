import { createStore, del, entries, set } from 'idb-keyval';
import type { Act, Clash } from '~core/model';

/** An act of this browser that the server has not confirmed. */
export interface UnsentAct {
  readonly key: string;
  readonly act: Act;
  /** the revision on which it was made, with the unsent acts before it */
  readonly base: number;
  readonly window: string;
  /** acts of one window in their order */
  readonly order: number;
  /** set for one that is kept aside: it could not be carried over, and is neither sent nor dropped */
  readonly aside?: { readonly sentence: string; readonly reason: string; readonly clashes: readonly Clash[] };
}

/** Where unsent acts of one variant wait. */
export interface UnsentStore {
  list(): Promise<UnsentAct[]>;
  put(act: UnsentAct): void;
  remove(key: string): void;
}

/** The browser's own storage: it outlives the tab. */
export function browserStore(projectId: string, variantId: number): UnsentStore {
  const store = createStore('elbow-unsent', 'acts');
  const name = (key: string) => [projectId, variantId, key];
  // one after the other, so that an act is never put after it was removed
  let turn: Promise<unknown> = Promise.resolve();
  const then = (work: () => Promise<void>) => {
    turn = turn.then(work).catch((error: unknown) => console.warn('The browser keeps no unsent edits:', error));
  };
  return {
    list: async () => {
      await turn;
      try {
        const all = await entries<IDBValidKey, UnsentAct>(store);
        return all
          .filter(([key]) => Array.isArray(key) && key[0] === projectId && key[1] === variantId)
          .map(([, act]) => act)
          .sort((a, b) => a.order - b.order);
      } catch {
        return [];
      }
    },
    put: (act) => then(() => set(name(act.key), act, store)),
    remove: (key) => then(() => del(name(key), store)),
  };
}

/** A store that lasts as long as the page, for browsers without one and for tests. */
export function memoryStore(): UnsentStore {
  const acts = new Map<string, UnsentAct>();
  return {
    list: () => Promise.resolve([...acts.values()].sort((a, b) => a.order - b.order)),
    put: (act) => void acts.set(act.key, act),
    remove: (key) => void acts.delete(key),
  };
}

import { applyAct, renumberForModel, type Act, type Model } from '~core/model';
import { undoState, type RevisionEntry } from './history';
import { sendChange, type ChangeAnswer, type ServerStep } from './server-door';
import type { OpenedProject, Slice } from './store';
import { viewOn } from './view-slice';

export interface Notice {
  readonly id: number;
  readonly tone: 'error' | 'info';
  readonly text: string;
}

/** The project as the server knows it (`confirmed`), with the acts on their way (`pending`) carried out in `model`. */
export interface ProjectSlice {
  readonly projectId: string;
  readonly revision: number;
  readonly confirmed: Model;
  readonly model: Model;
  readonly pending: readonly Act[];
  readonly history: readonly RevisionEntry[];
  readonly saving: 'saved' | 'saving' | 'unreachable';
  readonly notices: readonly Notice[];
  /** Carries out an act at once and saves it. @returns false with a notice when it cannot be done */
  commit(act: Act): boolean;
  undo(): Promise<void>;
  redo(): Promise<void>;
  /** Undoes until the revision is the last one in force. */
  undoTo(revision: number): Promise<void>;
  /** Fetches what others did and carries pending acts over. */
  catchUp(): Promise<void>;
  notify(text: string, tone?: Notice['tone']): void;
  dismiss(id: number): void;
}

const retryDelay = 3000;
let notices = 0;

export const projectSlice =
  (opened: OpenedProject): Slice<ProjectSlice> =>
  (set, get) => {
    /** One conversation with the server at a time. */
    let turn: Promise<unknown> = Promise.resolve();
    const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
      const result = turn.then(work, work);
      turn = result.catch(() => undefined);
      return result;
    };

    /** Adds the server's revisions to what is confirmed. */
    const follow = (steps: readonly ServerStep[]): void => {
      let { confirmed, revision } = get();
      const history = [...get().history];
      for (const { edits, ...entry } of steps) {
        if (entry.id <= revision) continue;
        const applied = applyAct(confirmed, { edits });
        if (!applied.ok) throw new Error(`The server's revision ${entry.id} cannot be followed: ${applied.error}`);
        confirmed = applied.model;
        revision = entry.id;
        history.push(entry);
      }
      set({ confirmed, revision, history });
    };

    /** Carries the pending acts out again on the confirmed model; those that cannot be are dropped and told. */
    const rebase = (): void => {
      const { confirmed, pending } = get();
      let model = confirmed;
      const kept: Act[] = [];
      for (const act of renumberForModel(pending, confirmed)) {
        const applied = applyAct(model, act);
        if (applied.ok) {
          model = applied.model;
          kept.push(act);
        } else get().notify(`A change of yours could not be carried over: ${applied.error}`, 'error');
      }
      set({ model, pending: kept, ...viewOn(model, get()) });
      get().restartSolver();
    };

    const others = (steps: readonly ServerStep[]): void => {
      if (steps.length === 0) return;
      const last = steps[steps.length - 1].sentence;
      get().notify(`This project was changed in another window: ${steps.length === 1 ? last : `${steps.length} changes, the last: ${last}`}. Your work was carried over to it.`);
    };

    const settle = (answer: ChangeAnswer): 'done' | 'again' | 'stopped' => {
      if (answer.status === 'unreachable') {
        set({ saving: 'unreachable' });
        return 'stopped';
      }
      if (answer.status === 'behind') {
        follow(answer.steps);
        rebase();
        others(answer.steps);
        return 'again';
      }
      if (answer.status === 'refused') get().notify(answer.error, 'error');
      else follow(answer.steps);
      return 'done';
    };

    const flush = (): Promise<void> =>
      inTurn(async () => {
        while (get().pending.length > 0) {
          set({ saving: 'saving' });
          const [act] = get().pending;
          const answer = await sendChange(opened.projectId, opened.variantId, get().revision, { kind: 'edit', act });
          const outcome = settle(answer);
          if (outcome === 'stopped') {
            setTimeout(() => void flush(), retryDelay);
            return;
          }
          if (outcome === 'again') continue;
          // the first is settled; others may have been added while the server answered
          set({ pending: get().pending.slice(1) });
          if (answer.status === 'refused') rebase();
        }
        set({ saving: 'saved' });
      });

    const step = async (kind: 'undo' | 'redo'): Promise<boolean> => {
      await flush();
      return inTurn(async () => {
        for (;;) {
          const answer = await sendChange(opened.projectId, opened.variantId, get().revision, { kind });
          const outcome = settle(answer);
          if (outcome === 'again') continue;
          if (outcome === 'stopped') {
            get().notify('The server cannot be reached, so nothing was undone.', 'error');
            return false;
          }
          if (answer.status === 'done') {
            const model = get().confirmed;
            set({ model, saving: 'saved', ...viewOn(model, get()) });
            get().restartSolver();
            return true;
          }
          return false;
        }
      });
    };

    return {
      projectId: opened.projectId,
      revision: opened.revision,
      confirmed: opened.model,
      model: opened.model,
      pending: [],
      history: opened.history,
      saving: 'saved',
      notices: [],
      commit(act) {
        const applied = applyAct(get().model, act);
        if (!applied.ok) {
          get().notify(applied.error, 'error');
          return false;
        }
        set({ model: applied.model, pending: [...get().pending, act], ...viewOn(applied.model, get()) });
        get().editSolver(act);
        void flush();
        return true;
      },
      undo: async () => {
        if (undoState(get().history).done.length + get().pending.length > 0) await step('undo');
      },
      redo: async () => {
        if (undoState(get().history).undone.length > 0) await step('redo');
      },
      undoTo: async (revision) => {
        await flush();
        while ((undoState(get().history).done.at(-1) ?? 0) > revision) if (!(await step('undo'))) break;
      },
      catchUp: () =>
        inTurn(async () => {
          if (get().pending.length > 0) return;
          const answer = await fetch(`/projects/${opened.projectId}/revisions?variant=${opened.variantId}&since=${get().revision}`).catch(() => undefined);
          if (!answer?.ok) return;
          const { steps } = (await answer.json()) as { steps: ServerStep[] };
          if (steps.length === 0) return;
          follow(steps);
          rebase();
          others(steps);
        }),
      notify: (text, tone = 'info') => set({ notices: [...get().notices.slice(-3), { id: ++notices, tone, text }] }),
      dismiss: (id) => set({ notices: get().notices.filter((notice) => notice.id !== id) }),
    };
  };

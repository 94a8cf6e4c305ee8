import { applyAct, sendable, type Act, type Edit, type Model } from '~core/model';
import { count } from '~core/units';
import type { OpenWindow } from '../server/windows';
import { carryOver } from './carry-over';
import { undoState, type RevisionEntry } from '../protocol/history';
import {
  fetchModel,
  sendChange,
  stepsSince,
  type ChangeAnswer,
  type SavingTrouble,
  type ServerStep,
} from './server-door';
import type { OpenedProject, Slice } from './store';
import type { UnsentAct, UnsentStore } from './unsent';
import { viewOn } from './view-slice';
import { freshKey } from './window-id';

/** A sentence that is shown for a while. */
export interface Notice {
  readonly id: number;
  readonly tone: 'error' | 'info';
  readonly text: string;
}

/** The project as the server knows it (`confirmed`), with the acts on their way (`pending`) carried out in `model`. */
export interface ProjectSlice {
  readonly projectId: string;
  /** the name of this window */
  readonly window: string;
  readonly revision: number;
  readonly confirmed: Model;
  readonly model: Model;
  readonly pending: readonly UnsentAct[];
  /** acts that could not be carried over: kept until the user says what becomes of them */
  readonly aside: readonly UnsentAct[];
  readonly history: readonly RevisionEntry[];
  /** windows that have this variant open, this one too */
  readonly openWindows: readonly OpenWindow[];
  readonly saving: 'saved' | 'saving' | 'waiting';
  /** why edits wait */
  readonly trouble: SavingTrouble | null;
  readonly notices: readonly Notice[];
  /** Carries out an act at once and saves it. @returns false with a notice when it cannot be done */
  commit(act: Act): boolean;
  /** Undoes this window's last act. */
  undo(): Promise<void>;
  redo(): Promise<void>;
  /** Undoes until the revision is the last one in force, whoever made the later ones. */
  undoTo(revision: number): Promise<void>;
  /** Fetches what others did and carries pending acts over. */
  catchUp(): Promise<void>;
  /** Takes in what the server tells of its own accord. @param base the revision the steps follow on */
  receiveSteps(base: number, steps: readonly ServerStep[]): Promise<void>;
  receiveWindows(windows: readonly OpenWindow[]): void;
  /** Takes up acts an earlier tab of this browser could not send. */
  takeUpUnsent(): Promise<void>;
  /** Sends what waits now. */
  sendNow(): Promise<void>;
  /** Makes an act that was set aside after all, over what others did. */
  makeAside(key: string): boolean;
  /** Lets an act that was set aside go. */
  dropAside(key: string): void;
  notify(text: string, tone?: Notice['tone']): void;
  dismiss(id: number): void;
}

const retryDelay = 3000;
let notices = 0;
let lastOrder = 0;
const nextOrder = (): number => (lastOrder = Math.max(Date.now(), lastOrder + 1));

/** Windows of other people or tabs, whose acts are not undone here. */
export const otherWindows = ({
  openWindows,
  window,
}: Pick<ProjectSlice, 'openWindows' | 'window'>): ReadonlySet<string> =>
  new Set(openWindows.map(({ id }) => id).filter((id) => id !== window));

/** The slice of the project: its model, edits on their way, history. */
export const projectSlice =
  (opened: OpenedProject, window: string, unsent: UnsentStore): Slice<ProjectSlice> =>
  (set, get) => {
    const sender = { projectId: opened.projectId, variantId: opened.variantId, window };
    /** keys of what this window sent: its own steps are no news to it */
    const sent = new Set<string>();
    /** One conversation with the server at a time. */
    let turn: Promise<unknown> = Promise.resolve();
    const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
      const result = turn.then(work, work);
      turn = result.catch(() => undefined);
      return result;
    };
    let retry: ReturnType<typeof setTimeout> | undefined;
    let unanswered: { readonly kind: 'undo' | 'redo'; readonly key: string } | undefined;

    /** Adds the server's revisions to what is confirmed. */
    const follow = (steps: readonly ServerStep[]): void => {
      let { confirmed, revision } = get();
      const history = [...get().history];
      for (const { edits, key: _key, ...entry } of steps) {
        const applied = applyAct(confirmed, { edits });
        if (!applied.ok) throw new Error(`The server's revision ${entry.id} cannot be followed: ${applied.error}`);
        confirmed = applied.model;
        revision = entry.id;
        history.push(entry);
      }
      set({ confirmed, revision, history });
    };

    const setAside = (acts: readonly UnsentAct[]): void => {
      if (acts.length === 0) return;
      acts.forEach(unsent.put);
      set({ aside: [...get().aside, ...acts] });
    };

    /** @param edits that lead from the model shown to this one, so that the solver keeps what they do not touch; none: it begins anew */
    const show = (model: Model, edits?: readonly Edit[]): void => {
      set({ model, ...viewOn(model, get()) });
      if (edits) get().editSolver({ edits: [...edits] });
      else get().restartSolver();
    };

    /** Takes in revisions of the server: pending acts among them are done, the others are carried over. */
    const receive = (steps: readonly ServerStep[]): void => {
      const { confirmed: before, revision, pending } = get();
      const fresh = steps.filter((step) => step.id > revision);
      if (fresh.length === 0) return;
      follow(fresh);
      const keys = new Set(fresh.flatMap(({ key }) => (key === null ? [] : [key])));
      const done = pending.filter(({ key }) => keys.has(key));
      done.forEach(({ key }) => unsent.remove(key));
      const rest = pending.filter(({ key }) => !keys.has(key));
      const asExpected =
        fresh.length === done.length && done.every((act, i) => act === pending[i] && act.key === fresh[i].key);
      if (asExpected) {
        // the model shown holds them already
        const based = rest.map((act) => ({ ...act, base: get().revision }));
        based.forEach(unsent.put);
        set({ pending: based });
        return;
      }
      const { kept, model, aside } = carryOver(before, pending, get().confirmed, keys);
      const based = kept.map((act) => ({ ...act, base: get().revision }));
      based.forEach(unsent.put);
      set({ pending: based });
      setAside(aside);
      // undo and the acts of other windows: nothing of one's own is on its way
      const onlyTheirs = pending.length === 0;
      show(model, onlyTheirs ? fresh.flatMap(({ edits }) => edits) : undefined);
      tellOfOthers(
        fresh.filter(({ key }) => key === null || !sent.has(key)),
        based.length > 0,
      );
    };

    const tellOfOthers = (steps: readonly ServerStep[], carried: boolean): void => {
      const last = steps.at(-1);
      if (!last || last.window === window) return;
      const number = get().openWindows.find(({ id }) => id === last.window)?.number;
      get().notify(
        `${number === undefined ? 'Another window' : `Window ${number}`} changed this project: ${steps.length === 1 ? last.sentence : `${steps.length} changes, the last: ${last.sentence}`}.${carried ? ' Your work was carried over to it.' : ''}`,
      );
    };

    const settle = (answer: ChangeAnswer): 'done' | 'again' | 'stopped' => {
      if (answer.status === 'trouble') {
        set({ saving: 'waiting', trouble: answer.trouble });
        clearTimeout(retry);
        retry = setTimeout(() => void flush(), retryDelay);
        return 'stopped';
      }
      if (answer.status === 'behind') {
        // the server's log may be older than what is known here after a restore: then nothing follows, and nothing would change by asking again
        if (answer.steps.every((step) => step.id <= get().revision)) {
          set({
            saving: 'waiting',
            trouble: {
              trouble: 'failed',
              error:
                'The server holds an older state of this project than this window, as after a restore. Load the page again; what is not saved is kept in this browser.',
            },
          });
          return 'stopped';
        }
        receive(answer.steps);
        return 'again';
      }
      if (answer.status === 'done') receive(answer.steps);
      return 'done';
    };

    const flush = (): Promise<void> =>
      inTurn(async () => {
        while (get().pending.length > 0) {
          if (get().saving !== 'waiting') set({ saving: 'saving' });
          const [first] = get().pending;
          sent.add(first.key);
          const answer = await sendChange(sender, first.key, get().revision, { kind: 'edit', act: first.act });
          const outcome = settle(answer);
          if (outcome === 'stopped') return;
          if (outcome === 'again' || get().pending[0]?.key !== first.key) continue;
          // refused, or received before this model was opened
          const { confirmed, pending } = get();
          if (answer.status === 'refused') {
            const { kept, model, aside } = carryOver(confirmed, pending.slice(1), confirmed);
            set({ pending: kept });
            setAside([
              { ...first, aside: { sentence: first.act.sentence ?? 'A change', reason: answer.error, clashes: [] } },
              ...aside,
            ]);
            show(model);
          } else {
            unsent.remove(first.key);
            const { kept, model, aside } = carryOver(confirmed, pending, confirmed, new Set([first.key]));
            set({ pending: kept });
            setAside(aside);
            show(model);
          }
        }
        clearTimeout(retry);
        set({ saving: 'saved', trouble: null });
      });

    const step = async (kind: 'undo' | 'redo', all = false): Promise<boolean> => {
      await flush();
      return inTurn(async () => {
        // one that was not answered may have been done: asked again, it is the same one
        const key = unanswered?.kind === kind ? unanswered.key : freshKey();
        unanswered = { kind, key };
        sent.add(key);
        for (;;) {
          const answer = await sendChange(sender, key, get().revision, { kind, ...(all ? { all } : {}) });
          const outcome = settle(answer);
          if (outcome === 'again') continue;
          if (outcome === 'stopped') {
            get().notify(
              `Nothing was ${kind === 'undo' ? 'undone' : 'redone'}. ${get().trouble?.error ?? ''}`,
              'error',
            );
            return false;
          }
          unanswered = undefined;
          set({ saving: get().pending.length > 0 ? get().saving : 'saved', trouble: null });
          if (answer.status === 'refused') get().notify(answer.error, 'error');
          return answer.status === 'done';
        }
      });
    };

    /** Acts of one window, in their order, carried over from the model they were made on. */
    const takeUp = async (acts: readonly UnsentAct[]): Promise<boolean> => {
      const { base } = acts[0];
      const since = base < get().revision ? await stepsSince(sender, base) : [];
      if (since === undefined) return false;
      const already = new Set(since.flatMap(({ key }) => (key === null ? [] : [key])));
      for (const { key } of acts) if (already.has(key)) unsent.remove(key);
      if (acts.every(({ key }) => already.has(key))) return true;
      const from =
        base === get().revision
          ? { ok: true as const, value: get().confirmed }
          : await fetchModel(opened.projectId, base);
      if (!from.ok) {
        setAside(
          acts
            .filter(({ key }) => !already.has(key))
            .map((act) => ({
              ...act,
              aside: {
                sentence: act.act.sentence ?? 'A change',
                reason: `The state it was made on cannot be had any more: ${from.error}`,
                clashes: [],
              },
            })),
        );
        return true;
      }
      const { confirmed, pending } = get();
      const earlier = carryOver(from.value, acts, confirmed, already);
      const later = carryOver(confirmed, pending, earlier.model);
      const all = [...earlier.kept, ...later.kept].map((act) => ({ ...act, base: get().revision }));
      all.forEach(unsent.put);
      set({ pending: all });
      setAside([...earlier.aside, ...later.aside]);
      show(later.model);
      if (earlier.kept.length > 0)
        get().notify(
          `${count(earlier.kept.length, 'edit')} that had not reached the server ${earlier.kept.length === 1 ? 'was' : 'were'} found in this browser and carried over.`,
        );
      return true;
    };

    return {
      projectId: opened.projectId,
      window,
      revision: opened.revision,
      confirmed: opened.model,
      model: opened.model,
      pending: [],
      aside: [],
      history: opened.history,
      openWindows: [],
      saving: 'saved',
      trouble: null,
      notices: [],
      commit(wanted) {
        const act = sendable(wanted);
        const applied = applyAct(get().model, act);
        if (!applied.ok) {
          get().notify(applied.error, 'error');
          return false;
        }
        const waiting: UnsentAct = { key: freshKey(), act, base: get().revision, window, order: nextOrder() };
        unsent.put(waiting);
        set({ model: applied.model, pending: [...get().pending, waiting], ...viewOn(applied.model, get()) });
        get().editSolver(act);
        void flush();
        return true;
      },
      undo: async () => {
        if (undoState(get().history, otherWindows(get())).done.length + get().pending.length > 0) await step('undo');
      },
      redo: async () => {
        if (undoState(get().history, otherWindows(get())).undone.length > 0) await step('redo');
      },
      undoTo: async (revision) => {
        await flush();
        while ((undoState(get().history).done.at(-1) ?? 0) > revision) if (!(await step('undo', true))) break;
      },
      catchUp: () =>
        inTurn(async () => {
          const steps = await stepsSince(sender, get().revision);
          if (steps) receive(steps);
        }),
      receiveSteps: (base, steps) =>
        inTurn(async () => {
          // a gap is filled by asking
          const all = base > get().revision ? await stepsSince(sender, get().revision) : steps;
          if (all) receive(all);
        }),
      receiveWindows: (openWindows) => set({ openWindows }),
      takeUpUnsent: async () => {
        const all = await unsent.list();
        const known = new Set([...get().pending, ...get().aside].map(({ key }) => key));
        const found = all.filter(({ key }) => !known.has(key));
        if (found.length === 0) return;
        set({ aside: [...get().aside, ...found.filter((act) => act.aside !== undefined)] });
        await inTurn(async () => {
          for (const acts of groupByWindow(found)) {
            if (await takeUp(acts)) continue;
            retry = setTimeout(() => void get().takeUpUnsent(), retryDelay);
            return;
          }
        });
        await flush();
      },
      sendNow: () => flush(),
      makeAside(key) {
        const act = get().aside.find((one) => one.key === key);
        if (!act || !get().commit(act.act)) return false;
        get().dropAside(key);
        return true;
      },
      dropAside(key) {
        unsent.remove(key);
        set({ aside: get().aside.filter((act) => act.key !== key) });
      },
      notify: (text, tone = 'info') => set({ notices: [...get().notices.slice(-3), { id: ++notices, tone, text }] }),
      dismiss: (id) => set({ notices: get().notices.filter((notice) => notice.id !== id) }),
    };
  };

/** The acts that wait to be sent, window by window, each in order. */
function groupByWindow(acts: readonly UnsentAct[]): UnsentAct[][] {
  const groups = new Map<string, UnsentAct[]>();
  for (const act of acts) if (act.aside === undefined) groups.set(act.window, [...(groups.get(act.window) ?? []), act]);
  return [...groups.values()];
}

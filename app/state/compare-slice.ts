import { solutionBlocks } from '~core/exchange';
import type { Solution } from '~core/fem';
import type { Model } from '~core/model';
import { shownParts, shownWords, type Shown } from '~core/results';
import type { RecordedRun } from '../store/recorded-runs';
import type { VariantChange, VariantRow } from '../store/variants';
import type { CheckRow } from '../workers/messages';
import { settingsWords } from '../workers/solve-to-end';
import { changeRun, changeVariant, fetchModel, fetchRun, keepRun, listRuns, type RunChange } from './server-door';
import type { OpenedProject, Slice } from './store';

/** What the model on screen is compared with. */
export type Source =
  | { readonly kind: 'variant'; readonly id: number }
  | { readonly kind: 'revision'; readonly id: number }
  | { readonly kind: 'run'; readonly id: number }
  | { readonly kind: 'order'; readonly order: 'first' | 'second' }
  | { readonly kind: 'shown'; readonly shown: Shown };

/** A model with what it came to. */
export interface Results {
  readonly model: Model;
  readonly solution: Solution;
  readonly checks: ReadonlyMap<string, CheckRow>;
}

/** What the model on screen is compared with, and its results. */
export interface Other extends Results {
  readonly source: Source;
  readonly name: string;
  /** what of it is shown; null: what is shown of the model on screen */
  readonly shown: Shown | null;
}

/** What is compared, and how the other side is fetched and let go. */
export interface CompareSlice {
  readonly variantId: number;
  readonly variants: readonly VariantRow[];
  readonly runs: readonly RecordedRun[];
  readonly other: Other | null;
  /** what is being fetched or solved for a comparison, in words; '' when nothing is */
  readonly fetching: string;
  changeVariants(change: VariantChange): Promise<number | undefined>;
  /** the results of a variant's head, kept on the server once they were found */
  resultsOfVariant(id: number): Promise<Results | undefined>;
  compareWith(source: Source): Promise<boolean>;
  stopComparing(): void;
  loadRuns(): Promise<void>;
  changeRuns(change: RunChange): Promise<void>;
  /** keeps the results on screen under a name */
  keepResults(name: string): Promise<void>;
}

const resultsKept = 6;
const rowsById = (rows: readonly CheckRow[]) => new Map(rows.map((row) => [row.memberId, row]));

/** What is shown of another model when one thing is shown of this: the same by id, else by label, else the first case. */
export function shownIn(model: Model, shown: Shown, other: Model): Shown {
  if (shown.kind === 'envelope') return shown;
  const find = (table: 'cases' | 'combinations' | 'envelopes', id: string): string | undefined => {
    const label = model[table][id]?.label;
    const there: { id: string; label: string } | undefined = other[table][id];
    return there?.label === label
      ? id
      : (Object.values(other[table]) as { id: string; label: string }[]).find((one) => one.label === label)?.id;
  };
  if (shown.kind === 'set')
    return {
      kind: 'set',
      cases: shown.cases.flatMap((id) => find('cases', id) ?? []),
      combinations: shown.combinations.flatMap((id) => find('combinations', id) ?? []),
    };
  const id = find(
    shown.kind === 'case' ? 'cases' : shown.kind === 'combination' ? 'combinations' : 'envelopes',
    shown.id,
  );
  return id === undefined ? { kind: 'case', id: Object.keys(other.cases)[0] ?? '' } : { ...shown, id };
}

/** The slice of comparison. */
export const compareSlice =
  (opened: OpenedProject): Slice<CompareSlice> =>
  (set, get) => {
    /** by revision, the last used last; a revision never changes */
    const known = new Map<number, Results>();
    const remember = (revision: number, results: Results): Results => {
      known.delete(revision);
      known.set(revision, results);
      for (const oldest of known.keys()) {
        if (known.size <= resultsKept) break;
        known.delete(oldest);
      }
      return results;
    };

    const fail = (error: string): undefined => {
      get().notify(error, 'error');
      return undefined;
    };

    /** results as they stand on screen, when they are those of the newest edit */
    const here = (): Results | undefined => {
      const { solved, checks, model, solveStatus } = get();
      return solved && solved.model === model && solveStatus === 'done' ? { ...solved, checks } : undefined;
    };

    const ofRevision = async (revision: number, name: string, keep: boolean): Promise<Results | undefined> => {
      const before = known.get(revision);
      if (before) return remember(revision, before);
      set({ fetching: `fetching ${name} …` });
      const model = await fetchModel(opened.projectId, revision);
      if (!model.ok) return fail(model.error);
      await get().loadRuns();
      const run = get().runs.find((one) => one.revision === revision && one.status === 'done');
      if (run) {
        const fetched = await fetchRun(opened.projectId, run.id);
        if (fetched.ok && fetched.value.solution)
          return remember(revision, {
            model: model.value,
            solution: fetched.value.solution,
            checks: rowsById(fetched.value.checks),
          });
      }
      set({ fetching: `solving ${name} …` });
      const { solution, checks, findings, seconds } = await get().solveOther(model.value);
      if (!solution)
        return fail(
          `${name} cannot be solved: ${findings.find((finding) => finding.severity === 'stop')?.sentence ?? 'a finding stops the analysis'}`,
        );
      if (keep) {
        const kept = await keepRun(opened.projectId, revision, null, {
          status: 'done',
          seconds,
          settings: settingsWords(model.value),
          findings,
          checks,
          blocks: solutionBlocks(solution),
        });
        if (kept.ok) set({ runs: kept.value.runs });
      }
      return remember(revision, { model: model.value, solution, checks: rowsById(checks) });
    };

    const find = async (
      source: Source,
    ): Promise<{ results: Results; name: string; shown: Shown | null } | undefined> => {
      const { model, variants, history } = get();
      switch (source.kind) {
        case 'variant': {
          const results = await get().resultsOfVariant(source.id);
          return (
            results && { results, name: variants.find((one) => one.id === source.id)?.name ?? 'variant', shown: null }
          );
        }
        case 'revision': {
          const number = history.findIndex((entry) => entry.id === source.id) + 1;
          const name = `revision ${number}`;
          const results = await ofRevision(source.id, name, false);
          return results && { results, name, shown: null };
        }
        case 'run': {
          await get().loadRuns();
          const run = get().runs.find((one) => one.id === source.id);
          if (!run) return fail('This run is not there any more.');
          const name = run.name ?? `run of ${run.variantName}, revision ${run.number}`;
          const [fetched, at] = await Promise.all([
            fetchRun(opened.projectId, run.id),
            fetchModel(opened.projectId, run.revision),
          ]);
          if (!fetched.ok) return fail(fetched.error);
          if (!at.ok) return fail(at.error);
          if (!fetched.value.solution) return fail(`${name} stopped without results.`);
          return {
            results: { model: at.value, solution: fetched.value.solution, checks: rowsById(fetched.value.checks) },
            name,
            shown: null,
          };
        }
        case 'order': {
          const ordered: Model = {
            ...model,
            combinations: Object.fromEntries(
              Object.entries(model.combinations).map(([id, { order: _order, ...rest }]) => [
                id,
                { ...rest, ...(source.order === 'second' ? { order: 'second' as const } : {}) },
              ]),
            ),
          };
          const name = `${source.order} order`;
          set({ fetching: `solving in ${name} …` });
          const { solution, checks, findings } = await get().solveOther(ordered);
          if (!solution)
            return fail(
              `In ${name} the model cannot be solved: ${findings.find((finding) => finding.severity === 'stop')?.sentence ?? ''}`,
            );
          return { results: { model: ordered, solution, checks: rowsById(checks) }, name, shown: null };
        }
        case 'shown': {
          const results = here() ?? (get().solved ? { ...get().solved!, checks: get().checks } : undefined);
          if (!results || shownParts(results.model, results.solution, source.shown).length === 0)
            return fail('There are no results of this yet.');
          return { results, name: shownWords(results.model, source.shown).name, shown: source.shown };
        }
      }
    };

    return {
      variantId: opened.variantId,
      variants: opened.variants,
      runs: [],
      other: null,
      fetching: '',
      async changeVariants(change) {
        const answer = await changeVariant(opened.projectId, change);
        if (!answer.ok) return fail(answer.error);
        set({ variants: answer.value.variants });
        return answer.value.id;
      },
      async resultsOfVariant(id) {
        if (id === opened.variantId) {
          const results = here();
          if (results) return results;
        }
        const row = get().variants.find((one) => one.id === id);
        if (!row) return fail('This variant is not there any more.');
        try {
          return await ofRevision(id === opened.variantId ? get().revision : row.head, row.name, true);
        } finally {
          set({ fetching: '' });
        }
      },
      async compareWith(source) {
        try {
          const found = await find(source);
          if (!found) return false;
          set({ other: { source, name: found.name, shown: found.shown, ...found.results } });
          return true;
        } finally {
          set({ fetching: '' });
        }
      },
      stopComparing: () => set({ other: null, panes: get().panes.filter((pane) => pane.source === 'here') }),
      async loadRuns() {
        const answer = await listRuns(opened.projectId);
        if (answer.ok) set({ runs: answer.value.runs });
      },
      async changeRuns(change) {
        const answer = await changeRun(opened.projectId, change);
        if (answer.ok) set({ runs: answer.value.runs });
        else fail(answer.error);
      },
      async keepResults(name) {
        const results = here();
        const { saving, revision, seconds, findings, notify } = get();
        if (!results || saving !== 'saved') {
          notify('The results are not current or not saved yet; try again in a moment.', 'error');
          return;
        }
        const kept = await keepRun(opened.projectId, revision, name, {
          status: 'done',
          seconds: seconds.solve + seconds.check,
          settings: settingsWords(results.model),
          findings,
          checks: [...results.checks.values()],
          blocks: solutionBlocks(results.solution),
        });
        if (!kept.ok) {
          fail(kept.error);
          return;
        }
        set({ runs: kept.value.runs });
        notify(`Kept the results as “${name}”.`);
      },
    };
  };

import { createContext, useContext } from 'react';
import { showIn } from '~core/units';
import { createStore, useStore, type StoreApi } from 'zustand';
import type { Model } from '~core/model';
import type { RevisionEntry } from '../protocol/history';
import { projectSlice, type ProjectSlice } from './project-slice';
import { solveSlice, type SolveSlice } from './solve-slice';
import type { VariantRow } from '../store/variants';
import type { WatchRow } from '../store/watches';
import { compareSlice, type CompareSlice } from './compare-slice';
import { watchSlice, type WatchSlice } from './watch-slice';
import { memoryStore, type UnsentStore } from './unsent';
import { viewSlice, type ViewSlice } from './view-slice';

/** The workbench's one store: the project and its edits, the results, and what is looked at. */
export type WorkbenchState = ProjectSlice & SolveSlice & ViewSlice & CompareSlice & WatchSlice;
/** The store of one window’s workbench. */
export type Workbench = StoreApi<WorkbenchState>;

/** What the server hands over when a project is opened. */
export interface OpenedProject {
  readonly projectId: string;
  readonly variantId: number;
  readonly variants: readonly VariantRow[];
  readonly watches: readonly WatchRow[];
  readonly revision: number;
  readonly model: Model;
  readonly history: readonly RevisionEntry[];
}

/** A part of the store with its acts. */
export type Slice<T> = (set: StoreApi<WorkbenchState>['setState'], get: StoreApi<WorkbenchState>['getState']) => T;

/**
 * Makes the store of an opened project.
 * @param window the name of this window
 * @param unsent where acts wait that the server has not confirmed
 */
export function createWorkbench(opened: OpenedProject, window = '', unsent: UnsentStore = memoryStore()): Workbench {
  showIn(opened.model.settings.ownUnits);
  const workbench = createStore<WorkbenchState>((set, get) => ({
    ...projectSlice(opened, window, unsent)(set, get),
    ...solveSlice(set, get),
    ...viewSlice(opened)(set, get),
    ...compareSlice(opened)(set, get),
    ...watchSlice(opened)(set, get),
  }));
  // before anything that shows the model hears of a change
  workbench.subscribe((state, before) => {
    if (state.model !== before.model) showIn(state.model.settings.ownUnits);
  });
  return workbench;
}

/** Hands the store to the components. */
export const WorkbenchContext = createContext<Workbench | null>(null);

/** Reads from the store and follows what was read. @throws Error outside a workbench */
export function useWorkbench<T>(select: (state: WorkbenchState) => T): T {
  const workbench = useContext(WorkbenchContext);
  if (!workbench) throw new Error('useWorkbench outside a workbench');
  return useStore(workbench, select);
}

/** The store itself, for acts that read what is current when they happen. */
export function useWorkbenchApi(): Workbench {
  const workbench = useContext(WorkbenchContext);
  if (!workbench) throw new Error('useWorkbenchApi outside a workbench');
  return workbench;
}

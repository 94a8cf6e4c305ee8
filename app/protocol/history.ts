/** One line of a project's history. An undo or redo names the revision it takes back or brings back. */
export interface RevisionEntry {
  readonly id: number;
  readonly kind: 'start' | 'edit' | 'undo' | 'redo';
  readonly target: number | null;
  readonly sentence: string;
  readonly at: string;
  /** the browser window that made it; empty: none, such as an import */
  readonly window: string;
}

/** Revisions in force that can be undone, and undone ones that can be redone; the next one last. */
export interface UndoState {
  readonly done: number[];
  readonly undone: number[];
}

type Entry = Pick<RevisionEntry, 'id' | 'kind' | 'target'> & { readonly window?: string };

/**
 * Follows a history, oldest first: an edit clears what could be redone; undo and redo move a revision between the lists.
 * @param others windows that are open elsewhere: what they did is theirs to undo, so it stands in neither list
 */
export function undoState(history: readonly Entry[], others: ReadonlySet<string> = new Set()): UndoState {
  const done: number[] = [];
  const undone: number[] = [];
  const takeOut = (list: number[], id: number) => {
    const at = list.lastIndexOf(id);
    if (at >= 0) list.splice(at, 1);
  };
  for (const { id, kind, target, window } of history) {
    const mine = !others.has(window ?? '');
    if (kind === 'edit') {
      if (!mine) continue;
      done.push(id);
      undone.length = 0;
    } else if (kind === 'undo' && target !== null) {
      takeOut(done, target);
      if (mine) undone.push(target);
    } else if (kind === 'redo' && target !== null) {
      takeOut(undone, target);
      if (mine) done.push(target);
    }
  }
  return { done, undone };
}

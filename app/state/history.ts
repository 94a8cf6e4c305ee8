/** One line of a project's history. An undo or redo names the revision it takes back or brings back. */
export interface RevisionEntry {
  readonly id: number;
  readonly kind: 'start' | 'edit' | 'undo' | 'redo';
  readonly target: number | null;
  readonly sentence: string;
  readonly at: string;
}

/** Revisions in force that can be undone, and undone ones that can be redone; the next one last. */
export interface UndoState {
  readonly done: number[];
  readonly undone: number[];
}

/** Follows a history, oldest first: an edit clears what could be redone; undo and redo move a revision between the lists. */
export function undoState(history: readonly Pick<RevisionEntry, 'id' | 'kind' | 'target'>[]): UndoState {
  const done: number[] = [];
  const undone: number[] = [];
  for (const { id, kind, target } of history) {
    if (kind === 'edit') {
      done.push(id);
      undone.length = 0;
    } else if (kind === 'undo' && target !== null) {
      done.splice(done.lastIndexOf(target), 1);
      undone.push(target);
    } else if (kind === 'redo' && target !== null) {
      undone.splice(undone.lastIndexOf(target), 1);
      done.push(target);
    }
  }
  return { done, undone };
}

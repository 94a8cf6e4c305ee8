import { useMemo } from 'react';
import type { Model } from '~core/model';
import type { Shown } from '~core/results';
import { shownIn } from '../../state/compare-slice';
import type { Solved } from '../../state/solve-slice';
import { useWorkbench } from '../../state/store';
import type { Quantity, ViewPlane } from '../../state/view-slice';
import type { CheckRow, PierRow } from '../../workers/messages';
import type { DiagramSource } from '~core/picture';

/** What a view shows: the model on screen or another one, which results of it, and what is taken away from them. */
export interface PaneContent {
  readonly model: Model;
  readonly solved: Solved | undefined;
  readonly checks: ReadonlyMap<string, CheckRow>;
  readonly pierChecks: ReadonlyMap<string, PierRow>;
  readonly shown: Shown;
  readonly quantity: Quantity;
  readonly plane: ViewPlane;
  readonly less: DiagramSource['less'] | undefined;
  /** whether it is the model on screen, which can be edited */
  readonly isHere: boolean;
}

const noPiers: ReadonlyMap<string, PierRow> = new Map();

/** The content of a view by its number; the first is 0. */
export function usePane(number: number): PaneContent {
  const model = useWorkbench((state) => state.model);
  const solved = useWorkbench((state) => state.solved);
  const checks = useWorkbench((state) => state.checks);
  const pierChecks = useWorkbench((state) => state.pierChecks);
  const shown = useWorkbench((state) => state.shown);
  const quantity = useWorkbench((state) => state.quantity);
  const plane = useWorkbench((state) => state.plane);
  const pane = useWorkbench((state) => (number === 0 ? undefined : state.panes[number - 1]));
  const other = useWorkbench((state) => state.other);
  return useMemo((): PaneContent => {
    const here = {
      model,
      solved,
      checks,
      pierChecks,
      shown: pane?.shown ?? shown,
      quantity: pane?.quantity ?? quantity,
      plane: pane?.plane ?? plane,
      less: undefined,
      isHere: true,
    };
    if (!pane || pane.source === 'here' || !other) return here;
    const theirs = other.shown ?? shownIn(model, here.shown, other.model);
    if (pane.source === 'other')
      return {
        ...here,
        model: other.model,
        solved: { model: other.model, solution: other.solution },
        checks: other.checks,
        // those of another model are not kept
        pierChecks: noPiers,
        shown: theirs,
        isHere: other.model === model,
      };
    return { ...here, less: { model: other.model, solution: other.solution, shown: theirs } };
  }, [model, solved, checks, pierChecks, shown, quantity, plane, pane, other]);
}

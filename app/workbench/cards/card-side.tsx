import { Segmented } from 'antd';
import { useWorkbench } from '../../state/store';
import { stageNames, type Selection, type Stage } from '../../state/view-slice';
import { selectableTables, selectionWords, sizeOf, tablesWithResults } from '../../state/selection';

/** How many of the chosen records the cards of a stage speak of: all in the Frame stage, what has results there, else members and nodes. */
const sizeIn = (stage: Stage, selection: Selection): number =>
  stage === 'frame'
    ? sizeOf(selection)
    : stage === 'results'
      ? selectableTables.reduce((sum, table) => sum + (tablesWithResults.has(table) ? selection[table].length : 0), 0)
      : selection.members.length + selection.nodes.length;

/** Whether the card shows what is selected: it does while something is, unless the stage's own card was asked for. */
export const useShowsSelection = (): boolean =>
  useWorkbench((state) => state.cardSide === 'selection' && sizeIn(state.stage, state.selection) > 0);

/** At the head of a card while something is selected: what is selected, and the stage's own card, each one click away. */
export function CardSide() {
  const model = useWorkbench((state) => state.model);
  const selection = useWorkbench((state) => state.selection);
  const stage = useWorkbench((state) => state.stage);
  const side = useWorkbench((state) => state.cardSide);
  const look = useWorkbench((state) => state.look);
  const size = sizeIn(stage, selection);
  if (size === 0) return null;
  return (
    <Segmented
      className="card-side"
      aria-label="What this card shows"
      block
      size="small"
      value={side}
      onChange={(value) => look({ cardSide: value })}
      options={
        [
          { value: 'selection', label: `${size} selected`, title: selectionWords(model, selection) },
          { value: 'stage', label: `${stageNames[stage]} of the project` },
        ] satisfies { value: 'selection' | 'stage'; label: string; title?: string }[]
      }
    />
  );
}

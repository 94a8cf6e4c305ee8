import { useWorkbenchApi } from '../../state/store';
import { Icon } from '../../theme/icons';

/** Lets go of what is selected. */
export function SelectNothing() {
  const workbench = useWorkbenchApi();
  return (
    <button
      type="button"
      className="icon-button"
      aria-label="Select nothing"
      onClick={() => workbench.getState().select({})}
    >
      <Icon name="close" />
    </button>
  );
}

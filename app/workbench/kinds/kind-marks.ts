import type { Model, RecordOf } from '~core/model';
import type { SelectableTable } from '../../state/selection';
import type { VisibleKind } from '../../state/view-slice';
import type { Projector } from '../projection/eye';
import type { Scope } from '~core/picture';

/** What a mark is drawn on and read from. */
export interface Sight {
  readonly projector: Projector;
  readonly model: Model;
  readonly scope: Scope;
  /** whether surfaces are filled with results: marks then leave them free */
  readonly coloured?: boolean;
}

/** How records of a kind that is not a member or a node are drawn over the frame, and found under the pointer. */
export interface KindMarks<K extends SelectableTable> {
  /** the switch that hides them, where they have one */
  readonly hiddenBy?: VisibleKind;
  /** Draws one, if it is in view. */
  readonly draw: (context: CanvasRenderingContext2D, sight: Sight, record: RecordOf<K>, chosen: boolean) => void;
  /**
   * How far behind the eye one lies where the pointer (pixels) is on it; undefined: it is not. What fills a field adds `behind`, so that all that
   * is thin is met first.
   */
  readonly hit: (sight: Sight, record: RecordOf<K>, x: number, y: number) => number | undefined;
}

/** Added to the depth of what fills a field. */
export const behind = 1e9;
/** How near the pointer must be to a line, pixels. */
export const lineReach = 7;
/** The lines of outlines that are not chosen. */
export const outlineColor = '#8894A0';

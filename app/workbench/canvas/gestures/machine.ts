import type { Effect, Gesture, Point, Press } from './gesture';
import { labelDragging } from './label-dragging';
import { reshaping } from './reshaping';
import { stretching } from './stretching';
import { sliding, turning } from './turning';
import { windowing } from './window';

/** The gestures, those that need something under the pointer first. */
const gestures: readonly Gesture[] = [reshaping, stretching, labelDragging, sliding, turning, windowing];

/** Pixels the pointer must travel before a press becomes a drag. */
export const dragThreshold = 4;

/** Nothing is pressed; something is, where it was pressed; or it is dragged, and was last at a place. */
export type PointerState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'pressed'; readonly gesture: Gesture; readonly press: Press }
  | { readonly kind: 'dragged'; readonly gesture: Gesture; readonly press: Press; readonly last: Point };

/** A state and what it asks of the view. */
export interface Step {
  readonly state: PointerState;
  readonly effects: readonly Effect[];
}

/** Nothing is pressed. */
export const idle: PointerState = { kind: 'idle' };

/** A button went down. A second one while one is held changes nothing. */
export function pressed(state: PointerState, press: Press): Step {
  if (state.kind !== 'idle') return { state, effects: [] };
  const gesture = gestures.find((one) => one.begins(press));
  return { state: gesture ? { kind: 'pressed', gesture, press } : idle, effects: [] };
}

/** The pointer moved. */
export function movedTo(state: PointerState, at: Point): Step {
  if (state.kind === 'idle') return { state, effects: [] };
  const { gesture, press } = state;
  if (state.kind === 'pressed' && Math.hypot(at.x - press.x, at.y - press.y) < dragThreshold)
    return { state, effects: [] };
  // what was travelled before it was known to be a drag counts too
  const last: Point = state.kind === 'dragged' ? state.last : press;
  return { state: { kind: 'dragged', gesture, press, last: at }, effects: gesture.drags(press, last, at) };
}

/** The button came up. */
export function released(state: PointerState, at: Point): Step {
  if (state.kind === 'idle') return { state, effects: [] };
  const { gesture, press } = state;
  return { state: idle, effects: (state.kind === 'dragged' ? gesture.drops : gesture.clicks)(press, at) };
}

/** The system took the pointer: nothing is done, and nothing is left half drawn. */
export function cancelled(state: PointerState): Step {
  return { state: idle, effects: state.kind === 'idle' ? [] : state.gesture.breaks(state.press) };
}

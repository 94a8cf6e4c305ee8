import { clicked, nothing, type Gesture } from './gesture';

/** A written value is dragged from its place. */
export const labelDragging: Gesture = {
  begins: ({ button, shift, alt, label }) => button === 0 && !shift && !alt && label !== undefined,
  drags: (press, from, to) => [{ do: 'move label', label: press.label!, dx: to.x - from.x, dy: to.y - from.y }],
  drops: nothing,
  clicks: clicked,
  breaks: nothing,
};

import { clicked, type Gesture } from './gesture';

/** A chosen node is dragged to another place, and all chosen nodes with it. */
export const stretching: Gesture = {
  begins: ({ button, shift, alt, chosenNode }) => button === 0 && !shift && !alt && chosenNode !== undefined,
  drags: (press, _, { x, y }) => [{ do: 'stretch', node: press.chosenNode!, x, y }],
  drops: (press, { x, y }) => [{ do: 'put', node: press.chosenNode!, x, y }],
  clicks: clicked,
  breaks: () => [{ do: 'drop stretch' }],
};

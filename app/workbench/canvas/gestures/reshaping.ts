import { clicked, type Gesture } from './gesture';

/** A corner or an edge of the chosen slab or wall is dragged to another place. */
export const reshaping: Gesture = {
  begins: ({ button, shift, alt, onHandle }) => button === 0 && !shift && !alt && onHandle === true,
  drags: (_press, _, { x, y }) => [{ do: 'reshape', x, y }],
  drops: (_press, { x, y }) => [{ do: 'put shape', x, y }],
  clicks: clicked,
  breaks: () => [{ do: 'drop shape' }],
};

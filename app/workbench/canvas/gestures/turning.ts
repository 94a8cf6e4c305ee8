import { nothing, type Effect, type Gesture, type Press } from './gesture';

/** The right button, or the left one with Alt. */
const byTurningButton = ({ button, alt }: Press): boolean => button === 2 || (button === 0 && alt);

/** A right click opens the menu, or ends what is being drawn. */
const rightClick = ({ button, picking, x, y }: Press): readonly Effect[] =>
  button !== 2 ? [] : picking ? [{ do: 'end drawing' }] : [{ do: 'open menu', x, y }];

/** The middle button slides the view; so does the turning button with Shift, or where there is nothing to turn. */
export const sliding: Gesture = {
  begins: (press) => press.button === 1 || (byTurningButton(press) && (press.shift || press.flat)),
  drags: (_, from, to) => [{ do: 'slide', dx: to.x - from.x, dy: to.y - from.y }],
  drops: nothing,
  clicks: rightClick,
  breaks: nothing,
};

/** The turning button turns the model in space. */
export const turning: Gesture = {
  begins: byTurningButton,
  drags: (_, from, to) => [{ do: 'turn', dx: to.x - from.x, dy: to.y - from.y }],
  drops: nothing,
  clicks: rightClick,
  breaks: nothing,
};

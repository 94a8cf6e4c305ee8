import { clicked, type Gesture, type Point, type Press, type WindowOnScreen } from './gesture';

const between = (press: Press, to: Point): WindowOnScreen => ({
  left: Math.min(to.x, press.x),
  right: Math.max(to.x, press.x),
  top: Math.min(to.y, press.y),
  bottom: Math.max(to.y, press.y),
  touching: to.x < press.x,
});

/** The left button draws a window that takes what is in it, and clicks what is under it. While points are picked there is no window. */
export const windowing: Gesture = {
  begins: ({ button }) => button === 0,
  drags: (press, _, to) => (press.picking ? [] : [{ do: 'draw window', window: between(press, to) }]),
  drops: (press, at) => (press.picking ? [] : [{ do: 'take window', window: between(press, at), add: at.shift }]),
  clicks: clicked,
  breaks: () => [{ do: 'drop window' }],
};

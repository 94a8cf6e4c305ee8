import type { Rectangle } from '../../picture/pick';

/** A button that was pressed on the drawing, with all that decides what it begins. Pixels. */
export interface Press {
  readonly x: number;
  readonly y: number;
  /** 0 left, 1 middle, 2 right */
  readonly button: number;
  readonly shift: boolean;
  readonly alt: boolean;
  /** Ctrl, or the command key */
  readonly control: boolean;
  /** a plane is looked at square on: there is nothing to turn */
  readonly flat: boolean;
  /** points are being drawn, measured or picked for a tool */
  readonly picking: boolean;
  /** the chosen node under the pointer, where nodes can be dragged */
  readonly chosenNode?: string | undefined;
  /** a handle of the chosen slab or wall is under the pointer */
  readonly onHandle?: boolean | undefined;
  /** the label under the pointer, where labels can be dragged */
  readonly label?: string | undefined;
}

/** Where the pointer is, or is let go. Pixels. */
export interface Point {
  readonly x: number;
  readonly y: number;
  readonly shift: boolean;
  readonly control: boolean;
}

/** A window that is drawn over the model; one drawn to the left also takes what it touches. */
export interface WindowOnScreen extends Rectangle {
  readonly touching: boolean;
}

/** What a gesture asks of the view. Pixels. */
export type Effect =
  | { readonly do: 'turn' | 'slide'; readonly dx: number; readonly dy: number }
  | { readonly do: 'draw window'; readonly window: WindowOnScreen }
  | { readonly do: 'take window'; readonly window: WindowOnScreen; readonly add: boolean }
  | { readonly do: 'drop window' }
  | { readonly do: 'move label'; readonly label: string; readonly dx: number; readonly dy: number }
  | { readonly do: 'stretch' | 'put'; readonly node: string; readonly x: number; readonly y: number }
  | { readonly do: 'drop stretch' | 'drop shape' }
  | { readonly do: 'reshape' | 'put shape'; readonly x: number; readonly y: number }
  | { readonly do: 'click'; readonly x: number; readonly y: number; readonly add: boolean; readonly whole: boolean }
  | { readonly do: 'pick point'; readonly x: number; readonly y: number }
  | { readonly do: 'open menu'; readonly x: number; readonly y: number }
  | { readonly do: 'end drawing' };

/** One thing a hand does with the pointer: it begins with a press, is dragged or not, and ends. */
export interface Gesture {
  /** whether a press begins it */
  readonly begins: (press: Press) => boolean;
  /** the pointer went on, from one place to the next */
  readonly drags: (press: Press, from: Point, to: Point) => readonly Effect[];
  /** it was let go after it was dragged */
  readonly drops: (press: Press, at: Point) => readonly Effect[];
  /** it was let go where it was pressed */
  readonly clicks: (press: Press, at: Point) => readonly Effect[];
  /** it was taken away: the system took the pointer */
  readonly breaks: (press: Press) => readonly Effect[];
}

/** A click on what is under the pointer. */
export const clicked = (press: Press, { x, y, shift, control }: Point): readonly Effect[] => [
  press.picking ? { do: 'pick point', x, y } : { do: 'click', x, y, add: shift, whole: control },
];

/** Nothing is asked. */
export const nothing = (): readonly Effect[] => [];

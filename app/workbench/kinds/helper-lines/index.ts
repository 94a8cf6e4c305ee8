import { called, type ScreenKind } from '../kind';

/** Helper lines on the screen. */
export const helperLines: ScreenKind<'helperLines'> = {
  name: (line) => called('helper line', line),
  listed: { way: ({ id }) => ({ words: 'select', select: { helperLines: [id] } }) },
};

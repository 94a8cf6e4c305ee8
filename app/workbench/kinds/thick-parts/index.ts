import { called, type ScreenKind } from '../kind';
import { ThickPartEditor } from './editor';

/** Thick parts on the screen. */
export const thickParts: ScreenKind<'thickParts'> = {
  name: (part) => called('thick part', part),
  Editor: ThickPartEditor,
  listed: {
    way: ({ id }) => ({ words: 'select', select: { thickParts: [id] } }),
  },
  found: {
    by: ({ label = '' }) => `${label} drop panel`,
    way: (part) => ({ words: `Select ${called('thick part', part)}`, select: { thickParts: [part.id] } }),
  },
};

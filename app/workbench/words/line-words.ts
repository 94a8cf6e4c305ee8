import type { BeamSupport, LineHold } from '~core/lines';
import type { SupportAs } from '~core/model';
import { formatValue, type UnitSystem } from '~core/units';

/** What a node is to a beam, in words. */
export const supportWords: Readonly<Record<SupportAs, string>> = {
  over: 'runs over it',
  side: 'frames into its side',
  none: 'not a support',
};

/** What holds a place of a line, one word a way; `nothing` where nothing does. */
export const heldBy = ({ y, z }: Pick<LineHold, 'y' | 'z'>, way: 'y' | 'z'): string =>
  (way === 'y' ? y : z).join('; ') || 'nothing';

/** Faces of a support from the node: `0.20 + 0.20`. */
export const faceWords = ({ face }: Pick<BeamSupport, 'face'>, units: UnitSystem): string =>
  face.before + face.after === 0
    ? 'none'
    : `${formatValue(face.before, 'sectionLength', units)} + ${formatValue(face.after, 'sectionLength', units)}`;

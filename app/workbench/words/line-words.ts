import type { BeamSupport, LineHold, Span } from '~core/lines';
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

/** What a deflection is measured from. */
export const deflectionWords = (span: Span | undefined): string =>
  !span
    ? 'from the chord of its displaced ends'
    : span.kind === 'cantilever'
      ? 'from where its support moved'
      : span.kind === 'unsupported'
        ? 'from the chord of the line’s ends'
        : 'from the chord of its supports';

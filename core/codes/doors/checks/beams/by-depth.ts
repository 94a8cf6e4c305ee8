import type { Sheet } from '../../../../sheet';
import { missing, skipped, type Check, type MadeCheck } from '../check';
import type { ServiceSpan } from '../service-span';
import type { ConcreteBeam } from './concrete-beam';
import type { ServiceTitle } from './service-beam';

/** How the depth of a beam does in one of its spans. */
export interface SpanDepth {
  readonly span: ServiceSpan;
  /** what is asked over what is there */
  readonly utilisation: number;
  /** label of what governs it */
  readonly combination: string;
  /** m from the start of the span */
  readonly at: number;
  readonly trace: (sheet: Sheet) => void;
}

/** What a code calls its ratio of span and depth, and the deflections that need not be computed where it is kept. */
export interface DepthTitles {
  readonly depth: ServiceTitle;
  readonly instead: readonly ServiceTitle[];
}

/**
 * Deflection by the depth of the beam where the design rules choose so: where every span is deep enough its deflections need not be computed, and where one is
 * not they decide.
 * @param depths of all its spans; in words: why they cannot be found
 * @param computed the deflections
 */
export function byDepth(
  { rules, service }: ConcreteBeam,
  { depth, instead }: DepthTitles,
  depths: () => readonly SpanDepth[] | string,
  computed: () => Check[],
): Check[] {
  if (!service || !rules.service?.byDepth || rules.service.leftOut) return computed();
  const found = depths();
  const { id, title, clause } = depth;
  if (typeof found === 'string')
    return [skipped(id, title, clause, `${found} Deflection is computed instead.`), ...computed()];
  if (found.length === 0) return [missing(id, title, clause, 'It has no span.')];
  const worst = found.reduce((most, one) => (one.utilisation > most.utilisation ? one : most));
  if (worst.utilisation > 1)
    return [
      skipped(
        id,
        title,
        clause,
        `It would take ${worst.utilisation.toFixed(2)} times the depth. Deflection is computed instead.`,
      ),
      ...computed(),
    ];
  const made: MadeCheck = {
    ...depth,
    made: true,
    isService: true,
    utilisation: worst.utilisation,
    combination: worst.combination,
    x: worst.span.inMember(worst.at),
    trace: worst.trace,
  };
  return [
    made,
    ...instead.map((one) =>
      skipped(
        one.id,
        one.title,
        one.clause,
        `Not computed: the beam is as deep as ${clause} asks for, which the design rules choose in place of it.`,
      ),
    ),
  ];
}

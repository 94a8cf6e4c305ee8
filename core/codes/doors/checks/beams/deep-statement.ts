import { formatNumber, formatQuantity } from '../../../../units';
import { missing, skipped } from '../check';
import type { BeamSpan } from './beam-spans';
import type { BeamCheck } from './concrete-beam';

/** From where on a code takes a beam for one whose sections stay plane. */
export interface DeepRule {
  readonly clause: string;
  /** the span that is held against the depth, m, and what it is called */
  readonly spanOf: (span: BeamSpan) => number;
  readonly called: string;
  /** times the depth: a span no longer than that, or shorter, is deep */
  readonly times: number;
  readonly countsAtLimit: boolean;
  /** of cantilevers that are short as brackets */
  readonly bracketClause: string;
}

/** Whether a beam is so deep for its span, or sticks out so little, that strength by sections does not hold for it. */
export const deepStatement =
  ({ clause, spanOf, called, times, countsAtLimit, bracketClause }: DeepRule): BeamCheck =>
  ({ spans, section: { depth }, units }) => {
    const [id, title] = ['deep', 'Deep beams and brackets'] as const;
    const show = (value: number) => formatQuantity(value, 'length', units, 2);
    const isDeep = (span: BeamSpan) =>
      countsAtLimit ? spanOf(span) <= times * depth * (1 + 1e-9) : spanOf(span) < times * depth * (1 - 1e-9);
    const deep = spans.find((span) => span.kind === 'span' && isDeep(span));
    if (deep)
      return [
        missing(
          id,
          title,
          clause,
          `The ${called} of ${show(spanOf(deep))} is ${countsAtLimit ? 'no more' : 'less'} than ${formatNumber(times, 0)} times the depth: a deep beam, in which sections do not stay plane. It is to be designed by struts and ties, which is not there yet; what is checked here does not hold for it.`,
        ),
      ];
    const bracket = spans.find((span) => span.kind === 'cantilever' && span.clear < depth);
    if (bracket)
      return [
        missing(
          id,
          title,
          bracketClause,
          `It sticks out by ${show(bracket.clear)}, less than its depth: a bracket, to be designed by struts and ties, which is not there yet; what is checked here does not hold for it.`,
        ),
      ];
    return [
      skipped(
        id,
        title,
        clause,
        spans.length === 0
          ? 'Nothing that is modelled carries the beam, so that it has no span.'
          : `Its spans are longer than ${formatNumber(times, 0)} times its depth.`,
      ),
    ];
  };

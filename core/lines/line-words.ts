import type { Model } from '../model';
import { count, formatValue, type UnitSystem } from '../units';
import type { DesignLine } from './design-lines';
import type { Lift } from './lifts';
import type { Span } from './spans';
import { carries } from './supports';

const spanNames: Readonly<Record<Span['kind'], string>> = {
  span: 'span',
  cantilever: 'cantilever',
  unsupported: 'carried by nothing',
};

/** A part of a beam in words: `span 7.20`. */
export const spanWords = ({ kind, from, to }: Span, units: UnitSystem): string =>
  `${kind === 'span' ? '' : `${spanNames[kind]} `}${formatValue(to - from, 'length', units, 2)}`;

/** The spans of a beam or the lifts of a column in one line: `7.20 · 7.20 · cantilever 1.50`. */
export const partsWords = ({ spans, lifts }: Pick<DesignLine, 'spans' | 'lifts'>, units: UnitSystem): string =>
  [
    ...spans.map((span) => spanWords(span, units)),
    ...lifts.map(({ from, to }: Lift) => formatValue(to - from, 'length', units, 2)),
  ].join(' · ');

/** How a beam is carried: `4 supports`, or how many places hold another line. */
export function carriedWords({ role, supports, holds }: DesignLine): string {
  if (role === 'beam') {
    const carrying = supports.filter(carries);
    return carrying.length === 0 ? 'nothing carries it' : count(carrying.length, 'support');
  }
  const held = holds.filter(({ y, z }) => y.length > 0 || z.length > 0);
  return held.length === 0 ? 'nothing holds it' : `held at ${count(held.length, 'place')}`;
}

/** What stands of a line beside it: found by itself, or decided, or to be looked at again. */
export const decidedWords = ({ record, isChanged }: Pick<DesignLine, 'record' | 'isChanged'>): string =>
  !record ? '' : isChanged ? 'look again' : 'by hand';

/** Sections of a line in order, each named once. */
export const sectionsWords = (model: Model, { pieces }: Pick<DesignLine, 'pieces'>): string =>
  [
    ...new Set(
      pieces.map(({ member }) => {
        const { section } = model.members[member];
        return section === null ? 'no section' : model.sections[section].name;
      }),
    ),
  ].join(', ');

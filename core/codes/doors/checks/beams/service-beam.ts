import { findBar } from '../../../../catalog';
import type { ReinforcedSection } from '../../../../concrete';
import type { Reinforcement } from '../../../../model';
import type { FlangedShape } from '../../../../results';
import type { Sheet } from '../../../../sheet';
import { missing, skipped, type Check, type DeflectionCurve, type MadeCheck } from '../check';
import type { ServiceDemand, ServicePlace, ServiceSpan } from '../service-span';
import { gridOf } from './deflection';
import type { BeamBars, Face } from './beam-bars';
import { BarsAlong } from './bars-along';
import type { BeamSection } from './beam-section';
import type { ConcreteBeam } from './concrete-beam';
import { reinforcedSection } from './reinforced';

/** A beam under loads of service, with the bars of all members of its spans. */
export interface ServiceBeam {
  readonly demand: ServiceDemand;
  readonly barsAt: (place: ServicePlace) => BeamBars;
  /** concrete and bars at a place */
  readonly sectionAt: (place: ServicePlace) => ReinforcedSection;
}

/** What of service is asked for, by name. */
export interface ServiceTitle {
  readonly id: string;
  readonly title: string;
  readonly clause: string;
}

/** Where something of service is used most: a point of a span's grid. */
interface ServiceWorst {
  readonly span: ServiceSpan;
  readonly at: number;
  readonly utilisation: number;
}

/** A deflection along a span, as far as it lies in a member. @param values downward at the points of its grid, m @param over the limit is its length over this */
export const curveOf = (
  member: string,
  span: ServiceSpan,
  values: readonly number[],
  over: number,
): DeflectionCurve => ({
  limit: span.limitLength / over,
  points: gridOf(span).flatMap(({ at, place }, i) => {
    // a point between two places is named by the nearer of them
    const x = place.fromNode + (span.inMember(at) - span.inMember(place.at));
    return place.member === member ? [{ x, value: values[i] }] : [];
  }),
});

/** A check of service that was made. @param combination labels of what governs it @param curve of a deflection */
export const madeInService = (
  title: ServiceTitle,
  { span, at, utilisation }: ServiceWorst,
  combination: string,
  trace: (sheet: Sheet) => void,
  curve?: () => DeflectionCurve,
): MadeCheck => ({
  ...(curve ? { curve } : {}),
  ...title,
  made: true,
  isService: true,
  utilisation,
  combination,
  x: span.inMember(gridOf(span)[at].at),
  trace,
});

const known = new WeakMap<
  ConcreteBeam,
  ServiceBeam | { readonly why: Check['made']; readonly reason: string } | null
>();

/**
 * The beam under loads of service; or, of each thing that is asked for, why it is not checked.
 * @returns null: service is not asked for
 */
export function serviceBeam(
  beam: ConcreteBeam,
  titles: readonly ServiceTitle[],
): { readonly beam: ServiceBeam } | { readonly checks: Check[] } | null {
  let found = known.get(beam);
  if (found === undefined) known.set(beam, (found = findService(beam)));
  if (found === null) return null;
  if ('demand' in found) return { beam: found };
  const { why: isLeftOut, reason } = found;
  return {
    checks: titles.map(({ id, title, clause }) => (isLeftOut ? skipped : missing)(id, title, clause, reason)),
  };
}

function findService(beam: ConcreteBeam): ServiceBeam | { readonly why: boolean; readonly reason: string } | null {
  const { service, rules, bars: own, section, member } = beam;
  if (!service) return null;
  if (rules.service?.leftOut)
    return { why: true, reason: 'Left out by hand, in the design rules: no verdict speaks of service.' };
  const demand = service();
  const not = (reason: string) => ({ why: false, reason });
  if (demand.reason !== undefined) return not(demand.reason);
  for (const [kind, words] of [
    ['service', 'for service'],
    ['sustained', 'of sustained loads'],
  ] as const)
    if (!demand.states.some((state) => state.kind === kind))
      return not(
        `There is no combination ${words}. Generate the combinations in the Loads stage, or leave service out in the design rules.`,
      );
  if (!own.top && !own.bottom) return not('It has no bars.');
  const given = Object.assign({}, ...demand.spans.map(({ bars }) => bars)) as Record<string, Reinforcement | undefined>;
  const isAccepted = !Object.values(beam.chosen).some((part) => part?.proposed);
  const barsOf = new Map<string, (place: ServicePlace) => BeamBars>();
  const ownAt = ({ x }: ServicePlace) => beam.along.present(x);
  for (const [id, record] of Object.entries(given)) {
    if (id === member) barsOf.set(id, ownAt);
    else if (record?.top && record.bottom) {
      const along = barsOfRecord(section, record);
      barsOf.set(id, ({ fromNode }) => along.present(fromNode));
    } else if (isAccepted)
      return not(
        `The bars of ${id}, a member of the same span, are not accepted yet: the span’s deflection follows from the bars of all of it.`,
      );
    else barsOf.set(id, () => own);
  }
  const barsAt = (place: ServicePlace) => (barsOf.get(place.member) ?? ownAt)(place);
  const sections = new Map<BeamBars, Map<FlangedShape | undefined, ReinforcedSection>>();
  return {
    demand,
    barsAt,
    sectionAt: (place) => {
      const bars = barsAt(place);
      let byShape = sections.get(bars);
      if (!byShape) sections.set(bars, (byShape = new Map()));
      let found = byShape.get(place.shape);
      if (!found) byShape.set(place.shape, (found = reinforcedSection(section, bars, place.shape)));
      return found;
    },
  };
}

/** Bars of another member by their places from its start node. */
function barsOfRecord(section: BeamSection, { top, bottom, side, added = [] }: Reinforcement): BarsAlong {
  const endless = {
    from: -Infinity,
    to: Infinity,
    hooked: { from: false, to: false },
    tip: { from: false, to: false },
  };
  const all = (face: Face, layer: Reinforcement['top']) =>
    layer ? [{ face, bar: findBar(layer.bar)!, count: layer.count, ...endless }] : [];
  const runs = [
    ...all('top', top),
    ...all('bottom', bottom),
    ...added.map(({ face, bar, count, from, to }) => ({
      ...endless,
      face,
      bar: findBar(bar)!,
      count,
      from: from > 0 ? from : -Infinity,
      to: to ?? Infinity,
    })),
  ];
  return new BarsAlong(section, runs, side && { bar: findBar(side.bar)!, count: side.count }, undefined, {
    length: Infinity,
    from: 0,
    to: Infinity,
  });
}

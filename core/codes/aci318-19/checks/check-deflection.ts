import { grossSection, heightOf, type ReinforcedSection } from '../../../concrete';
import {
  force,
  inertia,
  moment,
  plain,
  sectionLength,
  stress,
  area as areaOf,
  type Sheet,
  type Step,
} from '../../../sheet';
import { formatQuantity } from '../../../units';
import { effectiveDepth, steelOf, type Face } from '../../doors/checks/beams/beam-bars';
import { compareAs } from '../../doors/checks/beams/bending';
import { byDepth } from '../../doors/checks/beams/by-depth';
import type { BeamCheck, ConcreteBeam } from '../../doors/checks/beams/concrete-beam';
import { deflectionLine, forcesAlong, gridOf } from '../../doors/checks/beams/deflection';
import {
  curveOf,
  madeInService,
  serviceBeam,
  type ServiceBeam,
  type ServiceTitle,
} from '../../doors/checks/beams/service-beam';
import { missing, skipped, utilisationOf, type Check, type DeflectionCurve } from '../../doors/checks/check';
import type { ServicePlace, ServiceSpan } from '../../doors/checks/service-span';
import { ruptureModulus } from './beam-section';
import { depthTitle, leastDepths } from './least-depth';
import {
  crackingMoment,
  crackingSection,
  effectiveInertia,
  lastingMultiplier,
  longest,
  type CrackingSection,
} from './effective-inertia';

/** Limits of Table 24.2.2: the span over these. */
export const tableLimits = { live: 360, lasting: 480 } as const;

const titles = {
  live: { id: 'deflection-live', title: 'Deflection by live load', clause: '24.2.2' },
  lasting: { id: 'deflection', title: 'Deflection after partitions stand', clause: '24.2.2, 24.2.4' },
} as const satisfies Record<string, ServiceTitle>;

/** Largest moment of the stretch of one sign around a point, N·m and the point's number. */
interface Stretch {
  readonly most: number;
  readonly at: number;
}

/** Stiffness and forces along one span under one state. */
interface BentSpan {
  readonly forces: readonly { readonly N: number; readonly My: number }[];
  readonly stretches: readonly Stretch[];
}

/** A deflection that lasts: of a span, at a point of it, under a state of sustained and one of service. */
interface Found {
  readonly span: ServiceSpan;
  readonly at: number;
  readonly value: number;
  readonly utilisation: number;
  readonly service: number;
  readonly sustained: number | undefined;
  /** all of the span, m */
  readonly values: readonly number[];
}

/** Deflection of beams with cracked sections, ACI 318-19 24.2. */
class Deflection {
  private readonly moduli: { concrete: number; bars: number };
  private readonly rupture: number;
  private readonly properties = new Map<ReinforcedSection, Map<1 | -1, CrackingSection>>();
  private readonly bent = new Map<ServiceSpan, Map<number, BentSpan>>();
  private readonly lines = new Map<ServiceSpan, Map<number, readonly number[]>>();

  constructor(
    private readonly beam: ConcreteBeam,
    private readonly service: ServiceBeam,
  ) {
    this.moduli = { concrete: beam.concreteModulus, bars: beam.section.Es };
    this.rupture = ruptureModulus(beam.section);
  }

  /** Downward along a span under a state, immediately, m. */
  down(span: ServiceSpan, state: number): readonly number[] {
    return stored(this.lines, span, state, () => {
      const law = (of: ServiceSpan) => this.curvatures(of, state);
      return deflectionLine(span, law, () => span.rootTurn(state)).down;
    });
  }

  private curvatures(span: ServiceSpan, state: number): number[] {
    const { forces, stretches } = this.bentSpan(span, state);
    return gridOf(span).map(({ place }, i) => {
      const { N, My } = forces[i];
      if (My === 0) return 0;
      const section = this.property(place, My > 0 ? 1 : -1);
      const stiff = effectiveInertia(section, crackingMoment(section, this.rupture, N), stretches[i].most);
      // without bars in tension there is no stiffness: so soft that no limit is kept
      return My / (this.moduli.concrete * Math.max(stiff, 1e-6 * section.gross));
    });
  }

  bentSpan(span: ServiceSpan, state: number): BentSpan {
    return stored(this.bent, span, state, () => {
      const forces = forcesAlong(span, state);
      const stretches: Stretch[] = [];
      let from = 0;
      let largest: Stretch = { most: 0, at: 0 };
      const close = (to: number) => {
        for (let i = from; i < to; i++) stretches.push(largest);
        from = to;
        largest = { most: 0, at: to };
      };
      forces.forEach(({ My }, i) => {
        if (i > 0 && My > 0 !== forces[i - 1].My > 0) close(i);
        if (Math.abs(My) > largest.most) largest = { most: Math.abs(My), at: i };
      });
      close(forces.length);
      return { forces, stretches };
    });
  }

  property(place: ServicePlace, sign: 1 | -1): CrackingSection {
    const section = this.service.sectionAt(place);
    return stored(this.properties, section, sign, () => crackingSection(section, this.moduli, sign));
  }

  /** Bars in compression where 24.2.4.1.2 asks for them: in the middle of a span, at the root of a cantilever. */
  compression(
    span: ServiceSpan,
    state: number,
  ): { ratio: number; face: Face; steel: number; width: number; d: number } {
    const wanted = span.kind === 'span' ? span.length / 2 : span.rootAtStart ? 0 : span.length;
    const grid = gridOf(span);
    const near = grid.reduce(
      (best, { at }, i) => (Math.abs(at - wanted) < Math.abs(grid[best].at - wanted) ? i : best),
      0,
    );
    const sags = this.bentSpan(span, state).forces[near].My >= 0;
    const { place } = grid[near];
    const bars = this.service.barsAt(place);
    const [pressed, pulled] = sags ? [bars.top, bars.bottom] : [bars.bottom, bars.top];
    const section = this.service.sectionAt(place);
    const { low, high } = heightOf(section);
    const width = section.concrete.reduce(
      (sum, { from, to }) => ((sags ? to.z > high - 1e-6 : from.z < low + 1e-6) ? sum + to.y - from.y : sum),
      0,
    );
    const d = pulled ? effectiveDepth(this.beam.section, pulled) : this.beam.d;
    const steel = steelOf(pressed);
    return { ratio: steel / (width * d), face: sags ? 'top' : 'bottom', steel, width, d };
  }

  /** The states of a kind by number. */
  statesOf(kind: 'service' | 'sustained'): number[] {
    return this.service.demand.states.flatMap((state, i) => (state.kind === kind ? [i] : []));
  }

  /** Where immediate deflection by other than permanent loads is largest beside its limit. */
  worstLive(over: number): Found | undefined {
    const { states, spans } = this.service.demand;
    return this.worst(
      spans.flatMap((span) =>
        this.statesOf('service').map((service) => {
          const whole = this.down(span, service);
          const { permanent } = states[service];
          const before = permanent === undefined ? undefined : this.down(span, permanent);
          return { span, service, sustained: undefined, values: whole.map((one, i) => one - (before?.[i] ?? 0)) };
        }),
      ),
      over,
    );
  }

  /** Where what comes after partitions stand is largest beside its limit: what lasts of sustained loads, and what live load adds to these. */
  worstLasting(over: number): Found | undefined {
    const { spans } = this.service.demand;
    return this.worst(
      spans.flatMap((span) =>
        this.statesOf('sustained').flatMap((sustained) => {
          const still = this.down(span, sustained);
          const times = lastingMultiplier(this.compression(span, sustained).ratio);
          return this.statesOf('service').map((service) => {
            const whole = this.down(span, service);
            return { span, service, sustained, values: still.map((one, i) => lasting(times, one, whole[i])) };
          });
        }),
      ),
      over,
    );
  }

  private worst(
    lines: readonly Pick<Found, 'span' | 'service' | 'sustained' | 'values'>[],
    over: number,
  ): Found | undefined {
    let worst: Found | undefined;
    for (const of of lines)
      of.values.forEach((value, at) => {
        const utilisation = utilisationOf(Math.abs(value), of.span.limitLength / over);
        if (!worst || utilisation > worst.utilisation) worst = { ...of, at, value, utilisation };
      });
    return worst;
  }
}

/** λ of what is sustained, and what live load adds on the same side. */
function lasting(times: number, sustained: number, service: number): number {
  const more = service - sustained;
  return times * sustained + (more * sustained > 0 ? more : 0);
}

/** What is known under two keys, worked out once. */
function stored<K, L, T>(known: Map<K, Map<L, T>>, key: K, other: L, make: () => T): T {
  let inner = known.get(key);
  if (!inner) known.set(key, (inner = new Map<L, T>()));
  let found = inner.get(other);
  if (found === undefined) inner.set(other, (found = make()));
  return found;
}

const deflectionValue = (value: number): Step['value'] => ({ value, kind: 'deflection', decimals: 3 });

/** Steps of the stiffness where a stretch is bent most. @param mark of symbols: s for sustained */
function traceStiffness(
  sheet: Sheet,
  deflection: Deflection,
  beam: ConcreteBeam,
  { span, at }: Found,
  state: number,
  label: string,
  mark: string,
): void {
  const { forces, stretches } = deflection.bentSpan(span, state);
  const { at: peak, most } = stretches[at];
  const { place } = gridOf(span)[peak];
  const { N, My } = forces[peak];
  const section = deflection.property(place, My > 0 ? 1 : -1);
  const rupture = ruptureModulus(beam.section);
  const cracking = crackingMoment(section, rupture, N);
  const pull = N > 0;
  sheet.step({
    clause: '24.2.3.5',
    title: `Cracking moment where ${label} bends this stretch most, ${formatQuantity(gridOf(span)[peak].at, 'length', beam.units)} from the start of the span`,
    symbol: `M_cr${mark}`,
    expression: pull ? 'max(0, f_r - N_a / A_g) * I_g / y_t' : 'f_r * I_g / y_t',
    inputs: {
      f_r: { ...stress(rupture), decimals: 3 },
      ...(pull ? { N_a: force(N), A_g: areaOf(section.area) } : {}),
      I_g: inertia(section.gross),
      y_t: sectionLength(section.toTension),
    },
    value: moment(cracking),
  });
  const isWhole = most <= (2 / 3) * cracking;
  sheet.step({
    clause: 'Table 24.2.3.5',
    title: `Effective second moment of area under ${label}`,
    symbol: `I_e${mark}`,
    expression: isWhole ? 'I_g' : 'I_cr / (1 - (2 / 3 * M_cr / M_a)^2 * (1 - I_cr / I_g))',
    inputs: isWhole
      ? { I_g: inertia(section.gross) }
      : {
          I_cr: inertia(section.cracked),
          M_cr: { ...moment(cracking), decimals: 3 },
          M_a: { ...moment(most), decimals: 3 },
          I_g: inertia(section.gross),
        },
    value: inertia(effectiveInertia(section, cracking, most)),
    note: isWhole
      ? `Ma = ${formatQuantity(most, 'moment', beam.units)} is at most ⅔ Mcr: not cracked`
      : 'Ma: the largest moment of the stretch of one sign',
  });
}

/** What stands on the sheet before its steps. */
function traceMethod(sheet: Sheet, beam: ConcreteBeam, { span }: Found): void {
  const { units } = beam;
  sheet.remark(
    `Along the ${span.kind} of ${formatQuantity(span.length, 'length', units)} curvatures M / (Ec Ie) are integrated at ${gridOf(span).length} places, Ie of each stretch of one sign by its largest moment and the bars there. Ec = ${formatQuantity(beam.concreteModulus, 'modulus', units)} is that of the material.`,
  );
  if (span.kind === 'cantilever')
    sheet.remark(
      `${span.back ? 'Its root turns as the span behind it does' : 'Its root turns as the analysis says, with the stiffness of the analysis'}. Limits are stated of twice its length.`,
    );
  else sheet.remark('Deflection is from the line between the supports.');
  for (const sentence of beam.slabWords) sheet.remark(`${sentence}.`);
  sheet.remark('Bars count as they run through; shear adds nothing to the deflection.');
}

const checkOf = (
  title: ServiceTitle,
  found: Found,
  states: readonly { label: string }[],
  trace: (sheet: Sheet) => void,
  curve: () => DeflectionCurve,
): Check =>
  madeInService(
    title,
    found,
    [found.service, ...(found.sustained === undefined ? [] : [found.sustained])].map((i) => states[i].label).join(', '),
    trace,
    curve,
  );

/** Beyond this share of the tension that cracks a section deflection is not followed; below it the cracking moment is that much less. */
const tensionShare = 0.5;

/** The largest tension of a beam in service beside what cracks its section. */
function mostTension({ section }: ConcreteBeam, { demand, sectionAt }: ServiceBeam): number {
  const rupture = ruptureModulus(section);
  let most = 0;
  for (const { places } of demand.spans)
    for (const place of places) {
      const { area } = grossSection(sectionAt(place));
      for (const state of demand.states.keys()) most = Math.max(most, place.forces(state).N / (rupture * area));
    }
  return most;
}

/** 24.2.2: immediate deflection by live load, and what comes after partitions stand; or 9.3.1, where the design rules choose so and the beam is deep enough. */
export const deflectionChecks: BeamCheck = (beam) =>
  byDepth(
    beam,
    { depth: depthTitle, instead: Object.values(titles) },
    () => leastDepths(beam),
    () => computedDeflections(beam),
  );

const computedDeflections: BeamCheck = (beam) => {
  const service = serviceBeam(beam, Object.values(titles));
  if (service === null) return [];
  if ('checks' in service) return service.checks;
  const { states } = service.beam.demand;
  const pull = mostTension(beam, service.beam);
  if (pull > tensionShare)
    return Object.values(titles).map(({ id, title, clause }) =>
      missing(
        id,
        title,
        clause,
        `Axial tension in service reaches ${Math.round(100 * pull)}% of what cracks the section: Table 24.2.3.5 is for bending, and stiffness with so much tension is not followed.`,
      ),
    );
  const deflection = new Deflection(beam, service.beam);
  const { rules } = beam;
  const [liveOver, lastingOver] = [
    rules.service?.live ?? tableLimits.live,
    rules.service?.lasting ?? tableLimits.lasting,
  ];
  const [live, lasts] = [deflection.worstLive(liveOver), deflection.worstLasting(lastingOver)];
  if (!live || !lasts)
    return Object.values(titles).map(({ id, title, clause }) =>
      skipped(id, title, clause, 'Nothing loads it in service.'),
    );
  const limit = (over: number, isTyped: boolean) =>
    isTyped ? `Limit l/${over} as typed in the design rules.` : `Limit l/${over} of Table 24.2.2.`;
  return [
    checkOf(
      titles.live,
      live,
      states,
      (sheet) => {
        traceMethod(sheet, beam, live);
        sheet.remark(limit(liveOver, rules.service?.live !== undefined));
        const { permanent, label } = states[live.service];
        const down = deflection.down(live.span, live.service)[live.at];
        const before = permanent === undefined ? 0 : deflection.down(live.span, permanent)[live.at];
        traceStiffness(sheet, deflection, beam, live, live.service, label, '');
        if (permanent === undefined)
          sheet.remark(`${label} is solved as a whole: all of its deflection is counted as that of live load.`);
        else traceStiffness(sheet, deflection, beam, live, permanent, `what is permanent of ${label}`, 'd');
        sheet.step({
          clause: '24.2.2',
          title: 'Deflection that is not by permanent loads',
          symbol: 'delta',
          expression: 'delta_a - delta_d',
          inputs: { delta_a: deflectionValue(down), delta_d: deflectionValue(before) },
          value: deflectionValue(live.value),
          note: `δa under ${label}, δd under what is permanent of it, each with its own Ie; downward is positive`,
        });
        compareLimit(sheet, live, liveOver);
      },
      () => curveOf(beam.member, live.span, live.values, liveOver),
    ),
    checkOf(
      titles.lasting,
      lasts,
      states,
      (sheet) => {
        traceMethod(sheet, beam, lasts);
        sheet.remark(limit(lastingOver, rules.service?.lasting !== undefined));
        const sustained = lasts.sustained!;
        const [whole, still] = [states[lasts.service].label, states[sustained].label];
        const [a, s] = [
          deflection.down(lasts.span, lasts.service)[lasts.at],
          deflection.down(lasts.span, sustained)[lasts.at],
        ];
        traceStiffness(sheet, deflection, beam, lasts, lasts.service, whole, '');
        traceStiffness(sheet, deflection, beam, lasts, sustained, still, 's');
        const { ratio, face, steel, width, d } = deflection.compression(lasts.span, sustained);
        sheet.step({
          clause: '24.2.4.1.1',
          title: 'Multiplier of what lasts',
          symbol: 'lambda_Delta',
          expression: 'xi / (1 + 50 * A_sc / (b * d))',
          inputs: {
            xi: plain(longest, 1),
            A_sc: { value: steel, kind: 'barArea' },
            b: sectionLength(width),
            d: sectionLength(d),
          },
          value: plain(lastingMultiplier(ratio)),
          note: `ξ for five years or more; Asc: the ${face} bars ${lasts.span.kind === 'span' ? 'in the middle of the span' : 'at its root'}, in compression`,
        });
        const adds = (a - s) * s > 0;
        sheet.step({
          clause: '24.2.2',
          title: 'Deflection after partitions stand',
          symbol: 'delta',
          expression: adds ? 'lambda_Delta * delta_s + delta_a - delta_s' : 'lambda_Delta * delta_s',
          inputs: {
            lambda_Delta: plain(lastingMultiplier(ratio)),
            delta_s: deflectionValue(s),
            ...(adds ? { delta_a: deflectionValue(a) } : {}),
          },
          value: deflectionValue(lasts.value),
          note: `δs under ${still}${adds ? `, δa under ${whole}` : ''}; partitions stand when sustained loads begin to act; downward is positive`,
        });
        compareLimit(sheet, lasts, lastingOver);
      },
      () => curveOf(beam.member, lasts.span, lasts.values, lastingOver),
    ),
  ];
};

function compareLimit(sheet: Sheet, { span, value, utilisation }: Found, over: number): void {
  compareAs(
    sheet,
    '24.2.2',
    'abs(delta) * m / l',
    { delta: deflectionValue(value), l: { value: span.limitLength, kind: 'length' }, m: plain(over, 0) },
    utilisation,
  );
}

import { grossSection, heightOf, type ReinforcedSection } from '../../../concrete';
import { elasticity, moment, plain, inertia, stress, sectionLength, type Sheet, type Step } from '../../../sheet';
import { formatQuantity } from '../../../units';
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
import { impossible, skipped, utilisationOf, type Check } from '../../doors/checks/check';
import type { ServicePlace, ServiceSpan } from '../../doors/checks/service-span';
import { curvatureOf, type EnCurvature } from './curvature';
import { tensionStep, type EnMaterial } from './material';
import { depthTitle, spanDepths } from './span-depth';
import { longTime, traceLongTime, type LongTime } from './time';

/** Limits of 7.4.1(4) and (5): the span over these. */
export const spanLimits = { total: 250, lasting: 500 } as const;

const titles = {
  total: { id: 'deflection', title: 'Deflection in the end', clause: '7.4.1(4), 7.4.3' },
  lasting: { id: 'deflection-lasting', title: 'Deflection after partitions stand', clause: '7.4.1(5), 7.4.3' },
} as const satisfies Record<string, ServiceTitle>;

/** A curvature that cannot be: such a section deflects without end. */
const endless = 1e3;

/** A deflection at a point of a span under a state of sustained loads, and the permanent loads it is counted from. */
interface Found {
  readonly span: ServiceSpan;
  readonly at: number;
  readonly value: number;
  readonly utilisation: number;
  readonly sustained: number;
  readonly permanent: number | undefined;
}

/** Deflection of beams by EN 1992-1-1 7.4.3: curvatures between those of the uncracked and the cracked section, with creep and shrinkage. */
class EnDeflection {
  readonly time: LongTime;
  private readonly lines = new Map<string, Map<ServiceSpan, readonly number[]>>();
  private readonly peaks = new Map<ServiceSpan, { readonly sag: number[]; readonly hog: number[] }>();

  constructor(
    private readonly beam: ConcreteBeam,
    private readonly material: EnMaterial,
    private readonly service: ServiceBeam,
  ) {
    this.time = longTime(beam.section, beam.rules);
  }

  /** E_c,eff of (7.20), Pa. */
  get effective(): number {
    return this.beam.concreteModulus / (1 + this.time.creep);
  }

  /** Curvature at a point of a span. @param lasts in the end, with creep and shrinkage; else at once */
  at(
    span: ServiceSpan,
    point: number,
    state: number,
    lasts: boolean,
    forces = forcesAlong(span, state),
  ): EnCurvature | undefined {
    const { N, My } = forces[point];
    const { sag, hog } = this.peaksOf(span);
    return curvatureOf(this.service.sectionAt(gridOf(span)[point].place), this.material.fctm, this.beam.section.Es, {
      N,
      My,
      most: lasts ? (My < 0 ? hog[point] : sag[point]) : 0,
      beta: lasts ? 0.5 : 1,
      concrete: lasts ? this.effective : this.beam.concreteModulus,
      shrinkage: lasts ? this.time.shrinkage : 0,
    });
  }

  /** Downward along a span, m. */
  down(span: ServiceSpan, state: number, lasts: boolean): readonly number[] {
    const key = `${state} ${lasts}`;
    let bySpan = this.lines.get(key);
    if (!bySpan) this.lines.set(key, (bySpan = new Map()));
    let found = bySpan.get(span);
    if (!found) {
      const law = (of: ServiceSpan) => {
        const forces = forcesAlong(of, state);
        return forces.map(({ My }, i) => this.at(of, i, state, lasts, forces)?.curvature ?? Math.sign(My) * endless);
      };
      const grows = lasts ? 1 + this.time.creep : 1;
      found = deflectionLine(span, law, () => grows * span.rootTurn(state)).down;
      bySpan.set(span, found);
    }
    return found;
  }

  /** Largest moments of both signs at the points of a span, of all service and sustained loads. */
  private peaksOf(span: ServiceSpan) {
    let found = this.peaks.get(span);
    if (!found) {
      const count = gridOf(span).length;
      found = { sag: new Array<number>(count).fill(0), hog: new Array<number>(count).fill(0) };
      for (const state of this.service.demand.states.keys())
        forcesAlong(span, state).forEach(({ My }, i) => {
          found!.sag[i] = Math.max(found!.sag[i], My);
          found!.hog[i] = Math.max(found!.hog[i], -My);
        });
      this.peaks.set(span, found);
    }
    return found;
  }

  /** Upward at the points of a span before any load, m: a parabola from support to support, or from the root of a cantilever. */
  camber(span: ServiceSpan): readonly number[] {
    const over = this.beam.rules.service?.camber;
    return gridOf(span).map(({ at }) => {
      if (over === undefined) return 0;
      const share = at / span.length;
      const rises = span.kind === 'span' ? 4 * share * (1 - share) : (span.rootAtStart ? share : 1 - share) ** 2;
      return (span.length / over) * rises;
    });
  }

  /** Downward in the end, less the camber, m. */
  flat(span: ServiceSpan, sustained: number): readonly number[] {
    const camber = this.camber(span);
    return this.down(span, sustained, true).map((all, i) => all - camber[i]);
  }

  sectionAt(place: ServicePlace): ReinforcedSection {
    return this.service.sectionAt(place);
  }

  /** The largest moment that ever bends a point the way a moment does, N·m. */
  largest(span: ServiceSpan, point: number, My: number): number {
    const { sag, hog } = this.peaksOf(span);
    return Math.max(Math.abs(My), My < 0 ? hog[point] : sag[point]);
  }

  statesOf(kind: 'sustained' | 'permanent'): number[] {
    return this.service.demand.states.flatMap((state, i) => (state.kind === kind ? [i] : []));
  }

  /** Where deflection is largest beside its limit. @param since whether it counts from when permanent loads acted at once */
  worst(over: number, since: boolean): Found | undefined {
    let worst: Found | undefined;
    const permanents = since ? this.statesOf('permanent') : [];
    for (const span of this.service.demand.spans)
      for (const sustained of this.statesOf('sustained')) {
        const end = since ? this.down(span, sustained, true) : this.flat(span, sustained);
        for (const permanent of permanents.length > 0 ? permanents : [undefined]) {
          const before = permanent === undefined ? undefined : this.down(span, permanent, false);
          end.forEach((all, at) => {
            const value = all - (before?.[at] ?? 0);
            const utilisation = utilisationOf(Math.abs(value), span.limitLength / over);
            if (!worst || utilisation > worst.utilisation)
              worst = { span, at, value, utilisation: Math.min(impossible, utilisation), sustained, permanent };
          });
        }
      }
    return worst;
  }
}

const deflectionValue = (value: number): Step['value'] => ({ value, kind: 'deflection', decimals: 3 });
const radius = (curvature: number): Step['value'] => ({ value: 1 / curvature, kind: 'length', decimals: 1 });

/** Repeats the curvature where the span is bent most that way, and says how deflection follows. */
function trace(
  sheet: Sheet,
  beam: ConcreteBeam,
  material: EnMaterial,
  deflection: EnDeflection,
  found: Found,
  label: string,
): void {
  const { span, sustained } = found;
  const { units, section } = beam;
  const grid = gridOf(span);
  sheet.remark(
    `Along the ${span.kind} of ${formatQuantity(span.length, 'length', units)} curvatures by 7.4.3(3) at ${grid.length} places are integrated, with the bars there. Ecm = ${formatQuantity(beam.concreteModulus, 'modulus', units)} is that of the material. Cracks are those of the largest moment of any combination for service, the share of the cracked section that of lasting loads (β = 0.5).`,
  );
  if (span.kind === 'cantilever')
    sheet.remark(
      `${span.back ? 'Its root turns as the span behind it does' : 'Its root turns as the analysis says, and creeps'}. Limits are stated of twice its length.`,
    );
  for (const sentence of beam.slabWords) sheet.remark(`${sentence}.`);
  traceLongTime(sheet, section, deflection.time);
  sheet.step({
    clause: '7.4.3(5)',
    title: 'Modulus with creep',
    symbol: 'E_ceff',
    expression: 'E_cm / (1 + phi)',
    inputs: { E_cm: elasticity(beam.concreteModulus), phi: plain(deflection.time.creep) },
    value: elasticity(deflection.effective),
  });
  const forces = forcesAlong(span, sustained);
  // of the stretch of one sign around the place
  const sign = Math.sign(forces[found.at].My);
  let peak = found.at;
  for (const way of [1, -1])
    for (let i = found.at; i in forces && Math.sign(forces[i].My) === sign; i += way)
      if (Math.abs(forces[i].My) > Math.abs(forces[peak].My)) peak = i;
  const bent = deflection.at(span, peak, sustained, true, forces);
  const { N, My } = forces[peak];
  if (!bent?.cracked) {
    sheet.remark(
      'Where the stretch is bent most the cracked section carries nothing: bars in tension are missing there.',
    );
    return;
  }
  const { place } = grid[peak];
  const concrete = deflection.sectionAt(place);
  const { inertia: gross, z, area } = grossSection(concrete);
  const { low, high } = heightOf(concrete);
  sheet.step(tensionStep(material));
  sheet.step({
    clause: '7.4.3(3)',
    title: `Cracking moment where ${label} bends this stretch most, ${formatQuantity(grid[peak].at, 'length', units)} from the start of the span`,
    symbol: 'M_cr',
    expression: N > 0 ? 'max(0, f_ctm - N_E / A_c) * I_c / y_t' : 'f_ctm * I_c / y_t',
    inputs: {
      f_ctm: { ...stress(material.fctm), decimals: 3 },
      ...(N > 0 ? { N_E: { value: N, kind: 'force' }, A_c: { value: area, kind: 'area' } } : {}),
      I_c: inertia(gross),
      y_t: sectionLength(My < 0 ? high - z : z - low),
    },
    value: moment(bent.cracking),
  });
  const ever = deflection.largest(span, peak, My);
  sheet.step({
    clause: '7.4.3(3)',
    title: 'Share of the cracked section',
    symbol: 'zeta',
    expression: bent.zeta > 0 ? '1 - 0.5 * (M_cr / M_max)^2' : '0',
    inputs:
      bent.zeta > 0 ? { M_cr: { ...moment(bent.cracking), decimals: 3 }, M_max: { ...moment(ever), decimals: 3 } } : {},
    value: plain(bent.zeta),
    note:
      bent.zeta > 0
        ? 'Mmax: the largest that ever bends it that way'
        : `Mmax = ${formatQuantity(ever, 'moment', units)} does not crack it`,
  });
  const bends = (acting: { z: number }) => My + N * acting.z;
  const stiff = (symbol: string, name: string, acting: { z: number; inertia: number }, curvature: number) =>
    sheet.step({
      clause: '7.4.3(3)',
      title: `Radius of curvature, ${name}`,
      symbol,
      expression: 'E_ceff * I / M',
      inputs: {
        E_ceff: elasticity(deflection.effective),
        I: inertia(acting.inertia),
        M: { ...moment(bends(acting)), decimals: 3 },
      },
      value: radius(curvature),
      note: 'the transformed section, about its own centroid',
    });
  stiff('r_I', 'uncracked', bent.whole, bent.wholeCurvature);
  stiff('r_II', 'cracked', bent.cracked.acting, bent.crackedCurvature);
  if (bent.wholeShrinkage !== 0 && bent.crackedShrinkage !== 0) {
    const shrink = (symbol: string, name: string, acting: { inertia: number; barMoment: number }, curvature: number) =>
      sheet.step({
        clause: '7.4.3(6)',
        title: `Radius of curvature by shrinkage, ${name}`,
        symbol,
        expression: 'E_ceff * I / (epsilon_cs / 1000 * E_s * S)',
        inputs: {
          E_ceff: elasticity(deflection.effective),
          I: inertia(acting.inertia),
          epsilon_cs: plain(deflection.time.shrinkage * 1000, 4),
          E_s: elasticity(section.Es),
          S: { value: acting.barMoment, kind: 'sectionModulus' },
        },
        value: radius(curvature),
        note: 'S: first moment of the bars about the centroid',
      });
    shrink('r_csI', 'uncracked', bent.whole, bent.wholeShrinkage);
    shrink('r_csII', 'cracked', bent.cracked.acting, bent.crackedShrinkage);
    sheet.step({
      clause: '7.4.3(3)',
      title: 'Radius of curvature there',
      symbol: 'r',
      expression: '1 / (zeta * (1 / r_II + 1 / r_csII) + (1 - zeta) * (1 / r_I + 1 / r_csI))',
      inputs: {
        zeta: plain(bent.zeta, 4),
        r_II: radius(bent.crackedCurvature),
        r_csII: radius(bent.crackedShrinkage),
        r_I: radius(bent.wholeCurvature),
        r_csI: radius(bent.wholeShrinkage),
      },
      value: radius(bent.curvature),
    });
  }
}

/** 7.4.1(4) and (5), computed by 7.4.3; or 7.4.2, where the design rules choose so and the beam is deep enough. */
export const deflectionChecks =
  (material: EnMaterial): BeamCheck =>
  (beam) => {
    const service = serviceBeam(beam, Object.values(titles));
    if (service === null) return [];
    if ('checks' in service) return service.checks;
    return byDepth(
      beam,
      { depth: depthTitle, instead: Object.values(titles) },
      () => spanDepths(beam, material, service.beam),
      () => computedDeflections(beam, material, service.beam),
    );
  };

function computedDeflections(beam: ConcreteBeam, material: EnMaterial, service: ServiceBeam): Check[] {
  const { states } = service.demand;
  const deflection = new EnDeflection(beam, material, service);
  const { rules } = beam;
  const made = (title: (typeof titles)['total' | 'lasting'], key: 'total' | 'lasting'): Check => {
    const over = rules.service?.[key] ?? spanLimits[key];
    const found = deflection.worst(over, key === 'lasting');
    if (!found) return skipped(title.id, title.title, title.clause, 'Nothing loads it in service.');
    const { span, at, value, utilisation, sustained, permanent } = found;
    const { label } = states[sustained];
    const hangs = () => {
      const end = key === 'total' ? deflection.flat(span, sustained) : deflection.down(span, sustained, true);
      const before = permanent === undefined ? undefined : deflection.down(span, permanent, false);
      return curveOf(
        beam.member,
        span,
        end.map((all, i) => all - (before?.[i] ?? 0)),
        over,
      );
    };
    const repeat = (sheet: Sheet) => {
      trace(sheet, beam, material, deflection, found, label);
      sheet.remark(
        rules.service?.[key] === undefined
          ? `Limit l/${over} of ${key === 'total' ? '7.4.1(4)' : '7.4.1(5)'}.`
          : `Limit l/${over} as typed in the design rules.`,
      );
      if (key === 'lasting') {
        const [end, before] = [
          deflection.down(span, sustained, true)[at],
          permanent === undefined ? 0 : deflection.down(span, permanent, false)[at],
        ];
        sheet.step({
          clause: '7.4.1(5)',
          title: 'Deflection after partitions stand',
          symbol: 'delta',
          expression: 'delta_e - delta_0',
          inputs: { delta_e: deflectionValue(end), delta_0: deflectionValue(before) },
          value: deflectionValue(value),
          note: `δe: in the end under ${label}, integrated; δ0: ${permanent === undefined ? 'nothing, as no permanent part can be told apart' : 'at once under permanent loads, integrated with Ecm and β = 1'}`,
        });
      } else if (rules.service?.camber !== undefined) {
        sheet.remark(
          `The beam is built with a camber of l/${rules.service.camber} as typed in the design rules, a parabola along the ${span.kind}; what sags less than it stands up.`,
        );
        sheet.step({
          clause: '7.4.1(4)',
          title: 'Deflection below the line between the supports',
          symbol: 'delta',
          expression: 'delta_e - c',
          inputs: {
            delta_e: deflectionValue(deflection.down(span, sustained, true)[at]),
            c: deflectionValue(deflection.camber(span)[at]),
          },
          value: deflectionValue(value),
          note: `${formatQuantity(gridOf(span)[at].at, 'length', beam.units)} from the start of the span; δe: what the curvatures add up to, c: the camber there`,
        });
      } else
        sheet.remark(
          `δ, downward, is what the curvatures add up to ${formatQuantity(gridOf(span)[at].at, 'length', beam.units)} from the start of the span.`,
        );
      compareAs(
        sheet,
        key === 'total' ? '7.4.1(4)' : '7.4.1(5)',
        'abs(delta) * m / l',
        { delta: deflectionValue(value), l: { value: span.limitLength, kind: 'length' }, m: plain(over, 0) },
        utilisation,
      );
    };
    return madeInService(title, found, label, repeat, hangs);
  };
  return [made(titles.total, 'total'), made(titles.lasting, 'lasting')];
}

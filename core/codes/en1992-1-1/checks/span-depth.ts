import { barStress, crackedState, heightOf } from '../../../concrete';
import { barArea, plain, sectionLength, stress } from '../../../sheet';
import { effectiveDepth, steelOf, type Face } from '../../doors/checks/beams/beam-bars';
import { compareAs } from '../../doors/checks/beams/bending';
import type { SpanDepth } from '../../doors/checks/beams/by-depth';
import type { ConcreteBeam } from '../../doors/checks/beams/concrete-beam';
import { gridOf, forcesAlong } from '../../doors/checks/beams/deflection';
import type { ServiceBeam, ServiceTitle } from '../../doors/checks/beams/service-beam';
import { utilisationOf } from '../../doors/checks/check';
import type { ServiceSpan } from '../../doors/checks/service-span';
import { megapascal, MPa, type EnMaterial } from './material';
import { longTime } from './time';

/** 7.4.2. */
export const depthTitle: ServiceTitle = { id: 'least-depth', title: 'Span over depth', clause: '7.4.2' };

/** K of Table 7.4N: spans by how many of their ends go on into another span, and cantilevers. */
const systems = { spans: [1, 1.3, 1.5], cantilever: 0.4 } as const;
const systemOf = ({ kind, continuous }: ServiceSpan): number =>
  kind === 'cantilever' ? systems.cantilever : systems.spans[continuous];

/** Stress of bars that (7.16) is made for, Pa, and how much more slender a beam may be at most where it is lower. */
const usualStress = 310 * MPa;
const mostForStress = 1.5;
/** Flanges wider than so many webs count, and what is left then; spans longer than this carry partitions that deflection may damage, m. */
const wide = 3;
const forWide = 0.8;
const longSpan = 7;

/** l / d of (7.16) for K = 1, compression bars left out. @param ratio of tension bars @param fck Pa */
export function basicSlenderness(ratio: number, fck: number): number {
  const root = Math.sqrt(fck / MPa);
  const reference = root / 1000;
  const first = 11 + (1.5 * root * reference) / ratio;
  return ratio <= reference ? first + 3.2 * root * (reference / ratio - 1) ** 1.5 : first;
}

/** What EN 1992-1-1 7.4.2 allows of the spans of a beam; in words: why it says nothing. */
export function spanDepths(beam: ConcreteBeam, material: EnMaterial, service: ServiceBeam): SpanDepth[] | string {
  const { section } = beam;
  const { demand, barsAt, sectionAt } = service;
  const moduli = {
    concrete: beam.concreteModulus / (1 + longTime(section, beam.rules).creep),
    bars: section.Es,
  };
  const depths: SpanDepth[] = [];
  for (const span of demand.spans) {
    const grid = gridOf(span);
    const at = span.kind === 'span' ? span.length / 2 : span.rootAtStart ? 0 : span.length;
    const point = grid.reduce((best, one, i) => (Math.abs(one.at - at) < Math.abs(grid[best].at - at) ? i : best), 0);
    const { place } = grid[point];
    const face: Face = span.kind === 'span' ? 'bottom' : 'top';
    const where = span.kind === 'span' ? 'in the middle of its span' : 'at the root of its cantilever';
    const layer = barsAt(place)[face];
    if (!layer) return `It has no ${face} bars ${where}.`;
    const whole = sectionAt(place);
    const { low, high } = heightOf(whole);
    const pulled = (z: number) => (face === 'bottom' ? z < (low + high) / 2 : z > (low + high) / 2);
    let worst = { stress: 0, label: '' };
    for (const [state, { kind, label }] of demand.states.entries()) {
      if (kind === 'permanent') continue;
      const { N, My } = forcesAlong(span, state)[point];
      if (face === 'bottom' ? My <= 0 : My >= 0) continue;
      const elastic = crackedState(whole, moduli, { N, My });
      if (!elastic) return `The cracked section carries nothing ${where}.`;
      const most = Math.max(...whole.bars.filter(({ z }) => pulled(z)).map((bar) => barStress(elastic, moduli, bar)));
      if (most > worst.stress || worst.label === '') worst = { stress: Math.max(most, worst.stress), label };
    }
    if (worst.label === '') return `No load of service bends it ${face === 'bottom' ? 'down' : 'up'} ${where}.`;
    depths.push(
      depthIn(beam, material, span, {
        at,
        face,
        steel: steelOf(layer),
        d: effectiveDepth(section, layer),
        pressed:
          face === 'bottom'
            ? whole.concrete.reduce((sum, { from, to }) => (to.z > high - 1e-6 ? sum + to.y - from.y : sum), 0)
            : section.width,
        stress: worst.stress,
        label: worst.label,
      }),
    );
  }
  return depths;
}

/** Where the depth of a span is asked for. */
interface Middle {
  /** m from the start of the span */
  readonly at: number;
  readonly face: Face;
  /** of the bars in tension, m² and m */
  readonly steel: number;
  readonly d: number;
  /** width of the face in compression, m */
  readonly pressed: number;
  /** of the outermost bars in service, Pa, and under what */
  readonly stress: number;
  readonly label: string;
}

function depthIn(
  { section, slabWords }: ConcreteBeam,
  { fck }: EnMaterial,
  span: ServiceSpan,
  { at, face, steel, d, pressed, stress: steelStress, label }: Middle,
): SpanDepth {
  const ratio = steel / (section.width * d);
  const basic = basicSlenderness(ratio, fck);
  const K = systemOf(span);
  const byStress = Math.min(mostForStress, usualStress / Math.max(steelStress, 1));
  const flange = pressed > wide * section.width ? forWide : 1;
  const long = span.length > longSpan ? longSpan / span.length : 1;
  const allowed = K * basic * byStress * flange * long;
  const utilisation = utilisationOf(span.length / d, allowed);
  return {
    span,
    utilisation,
    combination: label,
    at,
    trace: (sheet) => {
      sheet.remark(
        'The design rules choose the ratio of span and depth in place of computed deflections. Bars in compression are not counted, and those in tension in place of fewer that would do, both on the safe side.',
      );
      for (const sentence of slabWords) sheet.remark(`${sentence}.`);
      sheet.step({
        clause: '7.4.2(2)',
        title: `Ratio of the ${face} bars ${span.kind === 'span' ? 'in the middle of the span' : 'at the root of the cantilever'}`,
        symbol: 'rho',
        expression: 'A_s / (b_w * d)',
        inputs: { A_s: barArea(steel), b_w: sectionLength(section.width), d: sectionLength(d) },
        value: plain(ratio, 5),
      });
      sheet.step({
        clause: '7.4.2(2)',
        title: 'Reference ratio',
        symbol: 'rho_0',
        expression: 'sqrt(f_ck / MPa) / 1000',
        inputs: { f_ck: stress(fck), MPa: megapascal },
        value: plain(Math.sqrt(fck / MPa) / 1000, 5),
      });
      const isLow = ratio <= Math.sqrt(fck / MPa) / 1000;
      sheet.step({
        clause: isLow ? '(7.16.a)' : '(7.16.b)',
        title: 'Span over depth for K = 1',
        symbol: 'n_0',
        expression: `11 + 1.5 * sqrt(f_ck / MPa) * rho_0 / rho${isLow ? ' + 3.2 * sqrt(f_ck / MPa) * (rho_0 / rho - 1)^1.5' : ''}`,
        inputs: {
          f_ck: stress(fck),
          MPa: megapascal,
          rho_0: plain(Math.sqrt(fck / MPa) / 1000, 6),
          rho: plain(ratio, 6),
        },
        value: plain(basic),
      });
      sheet.step({
        clause: '7.4.2(2)',
        title: 'Factor by the stress of bars',
        symbol: 'F_s',
        expression: 'min(1.5, 310 * MPa / sigma_s)',
        inputs: { MPa: megapascal, sigma_s: stress(steelStress) },
        value: plain(byStress),
        note: `σs of the outermost bars under ${label}, cracked, with creep; no more than 1.5 is counted`,
      });
      sheet.step({
        clause: 'Table 7.4N',
        title: 'Span over depth that is allowed',
        symbol: 'n',
        expression: `K * n_0 * F_s${flange === 1 ? '' : ' * 0.8'}${long === 1 ? '' : ' * 7 * m / l'}`,
        inputs: {
          K: plain(K, 1),
          n_0: plain(basic),
          F_s: plain(byStress),
          ...(long === 1
            ? {}
            : {
                m: { value: 1, kind: 'length' as const },
                l: { value: span.length, kind: 'length' as const, decimals: 3 },
              }),
        },
        value: plain(allowed),
        note: [
          span.kind === 'cantilever'
            ? 'a cantilever'
            : ['simply supported', 'an end span', 'an interior span'][span.continuous],
          ...(flange === 1 ? [] : ['0.8: its flange is wider than three webs']),
          ...(long === 1 ? [] : ['7 m / l: partitions that deflection may damage are taken to stand on it']),
        ].join('; '),
      });
      compareAs(
        sheet,
        '7.4.2',
        'l / d / n',
        { l: { value: span.length, kind: 'length', decimals: 3 }, d: sectionLength(d), n: plain(allowed) },
        utilisation,
      );
    },
  };
}

import { heightOf } from '../../../concrete';
import { area, barArea, elasticity, plain, sectionLength, stress, type Step } from '../../../sheet';
import { formatQuantity } from '../../../units';
import { barSpacing } from '../../doors/checks/beams/beam-bars';
import { compareAs } from '../../doors/checks/beams/bending';
import type { BeamCheck, ConcreteBeam } from '../../doors/checks/beams/concrete-beam';
import { crackedFaces, type CrackedFace } from '../../doors/checks/beams/cracked-places';
import { madeInService, serviceBeam, type ServiceTitle } from '../../doors/checks/beams/service-beam';
import { skipped, utilisationOf } from '../../doors/checks/check';
import { tensionStep, type EnMaterial } from './material';
import { longTime, traceLongTime } from './time';

/** Limit of Table 7.1N for exposures that are not always dry, m. */
export const tableWidth = 0.0003;

const title: ServiceTitle = { id: 'cracks', title: 'Width of cracks', clause: '7.3.4' };
/** k₁ of bars with ribs, k₃ and k₄ as recommended, 7.3.4(3); k_t of lasting loads, 7.3.4(2). */
const [k1, k3, k4, kt] = [0.8, 3.4, 0.425, 0.4];

/** What 7.3.4 finds at a face: m, m², strain. */
interface EnCrack {
  readonly cover: number;
  readonly diameter: number;
  readonly apart: number;
  /** h_c,ef of 7.3.2(3) */
  readonly effectiveDepth: number;
  readonly effectiveArea: number;
  readonly steel: number;
  readonly k2: number;
  readonly spacing: number;
  /** whether bars lie so far apart that (7.14) holds */
  readonly isFarApart: boolean;
  readonly strain: number;
  readonly width: number;
}

function crackAt(
  { section }: ConcreteBeam,
  { fctm }: EnMaterial,
  concrete: number,
  cracked: CrackedFace,
): EnCrack | undefined {
  const { face, bars, section: whole, elastic, steelStress, toFace } = cracked;
  const layer = bars[face];
  if (!layer) return undefined;
  const { low, high } = heightOf(whole);
  const depth = high - low;
  const edge = face === 'bottom' ? low : high;
  const cover = section.cover + section.stirrup.diameter;
  // from the face to the centroid of its bars
  const near = whole.bars.filter((bar) => Math.abs(bar.z - edge) < depth / 2);
  const inLayer = near.filter((bar) => bar.diameter === layer.bar.diameter);
  const to = inLayer.reduce((sum, bar) => sum + Math.abs(bar.z - edge), 0) / inLayer.length;
  const strainAt = (z: number) => elastic.strain - elastic.curvature * z;
  const [outer, inner] = [strainAt(edge), strainAt(face === 'bottom' ? high : low)];
  const isAllPulled = inner > 0;
  const effectiveDepth = Math.min(2.5 * to, isAllPulled ? depth / 2 : toFace / 3, depth / 2);
  const [from, end] = face === 'bottom' ? [edge, edge + effectiveDepth] : [edge - effectiveDepth, edge];
  // of a slab beside the web no bars are counted, and no concrete either
  const effectiveArea = section.width * effectiveDepth;
  const steel = whole.bars.reduce(
    (sum, bar) => (bar.z >= from - 1e-9 && bar.z <= end + 1e-9 ? sum + bar.area : sum),
    0,
  );
  if (steel === 0) return undefined;
  const k2 = isAllPulled ? (outer + inner) / (2 * outer) : 0.5;
  const ratio = steel / effectiveArea;
  const apart = barSpacing(section, layer);
  const isFarApart = apart > 5 * (cover + layer.bar.diameter / 2);
  const near3 = k3 * cover + (k1 * k2 * k4 * layer.bar.diameter) / ratio;
  const spacing = isFarApart ? Math.max(near3, 1.3 * toFace) : near3;
  const strain = Math.max(
    (steelStress - (kt * fctm * (1 + (section.Es / concrete) * ratio)) / ratio) / section.Es,
    (0.6 * steelStress) / section.Es,
  );
  return {
    cover,
    diameter: layer.bar.diameter,
    apart,
    effectiveDepth,
    effectiveArea,
    steel,
    k2,
    spacing,
    isFarApart,
    strain,
    width: spacing * strain,
  };
}

/** 7.3.4, under quasi-permanent loads. */
export const crackWidthCheck =
  (material: EnMaterial): BeamCheck =>
  (beam) => {
    const service = serviceBeam(beam, [title]);
    if (service === null) return [];
    if ('checks' in service) return service.checks;
    const { section } = beam;
    const time = longTime(section, beam.rules);
    const moduli = { concrete: beam.concreteModulus / (1 + time.creep), bars: section.Es };
    let worst: { cracked: CrackedFace; crack: EnCrack } | undefined;
    for (const cracked of crackedFaces(beam, service.beam, moduli, material.fctm, 'sustained')) {
      const crack = crackAt(beam, material, beam.concreteModulus, cracked);
      if (crack && (!worst || crack.width > worst.crack.width)) worst = { cracked, crack };
    }
    if (!worst)
      return [
        skipped(
          title.id,
          title.title,
          title.clause,
          'No combination for service cracks it at a face with bars: stresses stay below fctm.',
        ),
      ];
    const { cracked, crack } = worst;
    const { span, at, state, face, steelStress, toFace, My } = cracked;
    const limit = beam.rules.service?.crackWidth ?? tableWidth;
    const utilisation = utilisationOf(crack.width, limit);
    const { label } = service.beam.demand.states[state];
    return [
      madeInService(title, { span, at, utilisation }, label, (sheet) => {
        sheet.remark(
          `The ${face} bars under ${label}, by the cracked, elastic section with creep under M = ${formatQuantity(My, 'moment', beam.units)}. ${beam.rules.service?.crackWidth === undefined ? 'Limit 0.3 mm of Table 7.1N, for all exposures but X0 and XC1; another is typed in the design rules.' : 'The limit is that of the design rules.'}`,
        );
        traceLongTime(sheet, section, time);
        const ratio = crack.steel / crack.effectiveArea;
        const lengthOf = (value: number): Step['value'] => ({ ...sectionLength(value), decimals: 2 });
        sheet.step(tensionStep(material));
        sheet.step({
          clause: '7.3.2(3)',
          title: 'Concrete in tension around the bars',
          symbol: 'A_ceff',
          expression: 'b * h_cef',
          inputs: { b: sectionLength(section.width), h_cef: lengthOf(crack.effectiveDepth) },
          value: area(crack.effectiveArea),
          note: 'hc,ef: the least of 2.5 (h − d), a third of the depth in tension, and h / 2; of the web alone',
        });
        sheet.step({
          clause: '7.3.4(2)',
          title: 'Steel in it',
          symbol: 'rho_peff',
          expression: 'A_s / A_ceff',
          inputs: { A_s: barArea(crack.steel), A_ceff: area(crack.effectiveArea) },
          value: plain(ratio, 5),
        });
        sheet.step({
          clause: '7.3.4(3)',
          title: 'Largest distance of cracks',
          symbol: 's_rmax',
          expression: crack.isFarApart
            ? 'max(3.4 * c + 0.8 * k_2 * 0.425 * phi_s / rho_peff, 1.3 * h_x)'
            : '3.4 * c + 0.8 * k_2 * 0.425 * phi_s / rho_peff',
          inputs: {
            c: lengthOf(crack.cover),
            k_2: plain(crack.k2),
            phi_s: lengthOf(crack.diameter),
            rho_peff: plain(ratio, 5),
            ...(crack.isFarApart ? { h_x: lengthOf(toFace) } : {}),
          },
          value: sectionLength(crack.spacing),
          ...(crack.isFarApart ? { note: 'bars lie further apart than 5 (c + φ / 2): (7.14) as well' } : {}),
        });
        sheet.step({
          clause: '7.3.4(2)',
          title: 'Strain of bars beyond that of concrete, in thousandths',
          symbol: 'epsilon',
          expression:
            '1000 * max((sigma_s - 0.4 * f_ctm / rho_peff * (1 + E_s / E_cm * rho_peff)) / E_s, 0.6 * sigma_s / E_s)',
          inputs: {
            sigma_s: stress(steelStress),
            f_ctm: { ...stress(material.fctm), decimals: 3 },
            rho_peff: plain(ratio, 5),
            E_s: elasticity(section.Es),
            E_cm: elasticity(beam.concreteModulus),
          },
          value: plain(crack.strain * 1000, 4),
        });
        sheet.step({
          clause: '7.3.4(1)',
          title: 'Width of cracks',
          symbol: 'w_k',
          expression: 's_rmax * epsilon / 1000',
          inputs: { s_rmax: lengthOf(crack.spacing), epsilon: plain(crack.strain * 1000, 4) },
          value: { value: crack.width, kind: 'deflection', decimals: 4 },
        });
        compareAs(
          sheet,
          '7.3.1(5)',
          'w_k / w_max',
          {
            w_k: { value: crack.width, kind: 'deflection', decimals: 4 },
            w_max: { value: limit, kind: 'deflection', decimals: 4 },
          },
          utilisation,
        );
      }),
    ];
  };

import { elasticity, sectionLength, stress } from '../../../sheet';
import { formatQuantity } from '../../../units';
import { barSpacing } from '../../doors/checks/beams/beam-bars';
import { compareAs } from '../../doors/checks/beams/bending';
import type { BeamCheck, ConcreteBeam } from '../../doors/checks/beams/concrete-beam';
import { crackedFaces, type CrackedFace } from '../../doors/checks/beams/cracked-places';
import { madeInService, serviceBeam, type ServiceTitle } from '../../doors/checks/beams/service-beam';
import { skipped, utilisationOf } from '../../doors/checks/check';
import { ruptureModulus } from './beam-section';

const title: ServiceTitle = { id: 'crack-width', title: 'Width of cracks', clause: '24.3' };

/** Centre of the nearest bars to the face, and half their distance: how far a crack is from a bar at most, m. */
function reachOf({ section }: ConcreteBeam, { bars, face }: CrackedFace): { cover: number; apart: number } {
  const layer = bars[face]!;
  return {
    cover: section.cover + section.stirrup.diameter + layer.bar.diameter / 2,
    apart: barSpacing(section, layer),
  };
}

/** Largest width of cracks at a face, m: 2 (f_s / E_s) β √(d_c² + (s / 2)²), R. J. Frosch, ACI Structural Journal 96 (1999) 437, on which 24.3.2 rests. */
function widthOf(beam: ConcreteBeam, cracked: CrackedFace): number {
  const { cover, apart } = reachOf(beam, cracked);
  return 2 * (cracked.steelStress / beam.section.Es) * (cracked.toFace / cracked.toBars) * Math.hypot(cover, apart / 2);
}

/** A computed width of cracks, where the design rules hold a limit for it. */
export const crackWidthCheck: BeamCheck = (beam) => {
  const { id, title: name, clause } = title;
  const limit = beam.rules.service?.crackWidth;
  if (limit === undefined)
    return beam.service
      ? [
          skipped(
            id,
            name,
            clause,
            'The code limits cracks by the spacing of bars (24.3.2). A width is computed where the design rules hold a limit for it; there is none.',
          ),
        ]
      : [];
  const service = serviceBeam(beam, [title]);
  if (service === null) return [];
  if ('checks' in service) return service.checks;
  const moduli = { concrete: beam.concreteModulus, bars: beam.section.Es };
  const rupture = ruptureModulus(beam.section);
  const all = crackedFaces(beam, service.beam, moduli, rupture, 'service').filter(({ bars, face }) => bars[face]);
  let worst: { cracked: CrackedFace; width: number } | undefined;
  for (const cracked of all) {
    const width = widthOf(beam, cracked);
    if (!worst || width > worst.width) worst = { cracked, width };
  }
  if (!worst) return [skipped(id, name, clause, 'No combination for service cracks it: stresses stay below fr.')];
  const { cracked, width } = worst;
  const { span, at, state, face, steelStress, toFace, toBars, My } = cracked;
  const { label } = service.beam.demand.states[state];
  const utilisation = utilisationOf(width, limit);
  return [
    madeInService(title, { span, at, utilisation }, label, (sheet) => {
      const { cover, apart } = reachOf(beam, cracked);
      sheet.remark(
        `The code asks for no width; the limit is that of the design rules. The ${face} bars under ${label}, by the cracked, elastic section (n = Es / Ec) under M = ${formatQuantity(My, 'moment', beam.units)}.`,
      );
      sheet.step({
        clause: 'Frosch 1999',
        title: 'Largest width of cracks at the face',
        symbol: 'w',
        expression: '2 * f_s / E_s * h_2 / h_1 * sqrt(d_c^2 + (s / 2)^2)',
        inputs: {
          f_s: stress(steelStress),
          E_s: elasticity(beam.section.Es),
          h_2: sectionLength(toFace),
          h_1: sectionLength(toBars),
          d_c: sectionLength(cover),
          s: sectionLength(apart),
        },
        value: { value: width, kind: 'deflection', decimals: 4 },
        note: 'h1, h2: from the neutral axis to the outermost bars and to the face; dc: the face to their centres; s: their distance',
      });
      compareAs(
        sheet,
        '24.3',
        'w / w_max',
        {
          w: { value: width, kind: 'deflection', decimals: 4 },
          w_max: { value: limit, kind: 'deflection', decimals: 4 },
        },
        utilisation,
      );
    }),
  ];
};

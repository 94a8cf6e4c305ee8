import { sectionLength, stress, type Quantity } from '../../../sheet';
import type { SpanDepth } from '../../doors/checks/beams/by-depth';
import { compareAs } from '../../doors/checks/beams/bending';
import type { ConcreteBeam } from '../../doors/checks/beams/concrete-beam';
import type { ServiceTitle } from '../../doors/checks/beams/service-beam';
import { utilisationOf } from '../../doors/checks/check';
import type { ServiceSpan } from '../../doors/checks/service-span';
import { psi, psiInput } from './beam-section';

/** 9.3.1. */
export const depthTitle: ServiceTitle = { id: 'least-depth', title: 'Least depth', clause: '9.3.1' };

/** 1 lb/ft³ in kg/m³. */
const pcf = 16.01846337396014;
const pcfInput: Quantity = { value: pcf, kind: 'density', decimals: 4 };
/** Concrete of these densities is lightweight in 9.3.1.1.2, lb/ft³; of lighter ones nothing is said. */
const lightest = 90;
const lightweight = 115;

/** The span over this is the least depth, Table 9.3.1.1: by how many of its ends go on into another span. */
const table = { spans: [16, 18.5, 21], cantilever: 8 } as const;

const overOf = ({ kind, continuous }: ServiceSpan): number =>
  kind === 'cantilever' ? table.cantilever : table.spans[continuous];

/** By the yield stress of bars, 9.3.1.1.1, and by the density of concrete, 9.3.1.1.2. */
function factorsOf({ section, concreteDensity }: ConcreteBeam): { steel: number; light: number } {
  const density = concreteDensity / pcf;
  return {
    steel: 0.4 + section.fy / (100000 * psi),
    light: density < lightweight ? Math.max(1.65 - 0.005 * density, 1.09) : 1,
  };
}

/** What ACI 318-19 Table 9.3.1.1 asks of the depth of a beam in its spans; in words: why it says nothing. */
export function leastDepths(beam: ConcreteBeam): SpanDepth[] | string {
  const { section, bending, concreteDensity } = beam;
  const { spans, reason } = beam.service!();
  if (reason !== undefined) return reason;
  if (concreteDensity / pcf < lightest)
    return 'Table 9.3.1.1 says nothing of concrete that is lighter than 90 lb/ft³ (1,440 kg/m³).';
  const { steel, light } = factorsOf(beam);
  const largest = bending.reduce((worst, one) => (Math.abs(one.My) > Math.abs(worst.My) ? one : worst), bending[0]);
  return spans.map((span): SpanDepth => {
    const least = (span.length / overOf(span)) * steel * light;
    const utilisation = utilisationOf(least, section.depth);
    return {
      span,
      utilisation,
      combination: largest.label,
      at: span.kind === 'span' ? span.length / 2 : span.rootAtStart ? 0 : span.length,
      trace: (sheet) => {
        sheet.remark(
          'The design rules choose the least depth in place of computed deflections: nothing that large deflections damage stands on the beam or is fixed to it (9.3.1.1). Loads do not enter.',
        );
        const ends =
          span.kind === 'cantilever'
            ? 'a cantilever'
            : ['simply supported', 'one end continuous', 'both ends continuous'][span.continuous];
        sheet.step({
          clause: 'Table 9.3.1.1',
          title: `Least depth, ${ends}`,
          symbol: 'h_min',
          expression: `l / ${overOf(span)} * (0.4 + f_y / (100000 * psi))${light === 1 ? '' : ' * max(1.65 - 0.005 * w_c / pcf, 1.09)'}`,
          inputs: {
            l: { value: span.length, kind: 'length', decimals: 3 },
            f_y: stress(section.fy),
            psi: psiInput,
            ...(light === 1
              ? {}
              : { w_c: { value: concreteDensity, kind: 'density' as const, decimals: 2 }, pcf: pcfInput }),
          },
          value: sectionLength(least),
          note: `${span.kind === 'cantilever' ? 'l: from the axis of its support' : 'l: between the axes of its supports; an end is continuous where the line goes on into another span'}${light === 1 ? '' : '; lightweight concrete, 9.3.1.1.2'}`,
        });
        compareAs(
          sheet,
          '9.3.1.1',
          'h_min / h',
          { h_min: sectionLength(least), h: sectionLength(section.depth) },
          utilisation,
        );
      },
    };
  });
}

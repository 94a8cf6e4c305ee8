import {
  barStress,
  crackedState,
  grossSection,
  heightOf,
  type ElasticModuli,
  type ElasticState,
  type ReinforcedSection,
} from '../../../../concrete';
import type { ServicePlace, ServiceSpan } from '../service-span';
import type { BeamBars, Face } from './beam-bars';
import type { ConcreteBeam } from './concrete-beam';
import { forcesAlong, gridOf } from './deflection';
import type { ServiceBeam } from './service-beam';

/** A face that loads of service crack, at a place of a beam under a state. */
export interface CrackedFace {
  readonly span: ServiceSpan;
  /** number of the point in the span's grid, and of the state */
  readonly at: number;
  readonly state: number;
  readonly face: Face;
  readonly N: number;
  readonly My: number;
  readonly place: ServicePlace;
  readonly bars: BeamBars;
  readonly section: ReinforcedSection;
  readonly elastic: ElasticState;
  /** of the outermost bars, Pa */
  readonly steelStress: number;
  /** from the neutral axis to the face, and to the outermost bars, m */
  readonly toFace: number;
  readonly toBars: number;
}

/**
 * Faces of a beam that are cracked, at all places of its own between the faces of its supports. What no state of service or sustained loads cracks stays whole.
 * @param rupture stress that cracks concrete, Pa
 * @param kind    whose forces count
 */
export function crackedFaces(
  beam: ConcreteBeam,
  service: ServiceBeam,
  moduli: ElasticModuli,
  rupture: number,
  kind: 'service' | 'sustained',
): CrackedFace[] {
  const { states, spans } = service.demand;
  return spans.flatMap((span) => {
    const grid = gridOf(span);
    const along = states.map((_, state) => forcesAlong(span, state));
    const inside = grid.map(({ at }) => {
      const x = span.inMember(at);
      return beam.zones.some(({ from, to }) => x > from + 1e-9 && x < to - 1e-9);
    });
    return grid.flatMap(({ place }, at) => {
      // just within a face counts for the face
      const isFace = inside[at] && (inside.at(at - 1) === false || inside[at + 1] === false);
      if (place.member !== beam.member || (inside[at] && !isFace)) return [];
      const section = service.sectionAt(place);
      const { area, z, inertia } = grossSection(section);
      const { low, high } = heightOf(section);
      const pulled = (edge: number) =>
        along.some((forces) => forces[at].N / area - (forces[at].My * (edge - z)) / inertia > rupture);
      const faces = [...(pulled(low) ? (['bottom'] as const) : []), ...(pulled(high) ? (['top'] as const) : [])];
      if (faces.length === 0) return [];
      return states.flatMap(({ kind: of }, state) => {
        if (of !== kind) return [];
        const { N, My } = along[state][at];
        const elastic = crackedState(section, moduli, { N, My });
        if (!elastic) return [];
        return faces.flatMap((face): CrackedFace[] => {
          const bars = section.bars.filter((bar) => (face === 'bottom' ? bar.z < z : bar.z > z));
          if (bars.length === 0) return [];
          const outermost = bars.reduce((best, bar) =>
            (face === 'bottom' ? bar.z < best.z : bar.z > best.z) ? bar : best,
          );
          const steelStress = barStress(elastic, moduli, outermost);
          if (steelStress <= 0) return [];
          const edge = face === 'bottom' ? low : high;
          const axis =
            Math.abs(elastic.curvature) > 1e-12 ? elastic.strain / elastic.curvature : face === 'bottom' ? high : low;
          // where all of the section is pulled, the other face stands for the axis
          const held = Math.max(low, Math.min(high, axis));
          return [
            {
              span,
              at,
              state,
              face,
              N,
              My,
              place,
              bars: service.barsAt(place),
              section,
              elastic,
              steelStress,
              toFace: Math.abs(edge - held),
              toBars: Math.abs(outermost.z - held),
            },
          ];
        });
      });
    });
  });
}

import { barArea } from '../../../sheet';
import { steelOf, type Face } from '../../doors/checks/beams/beam-bars';
import { compareAs } from '../../doors/checks/beams/bending';
import { bothAxesCheck } from '../../doors/checks/beams/both-axes';
import type { BeamCheck, ConcreteBeam } from '../../doors/checks/beams/concrete-beam';
import { bendingCheck, loadedFace, worstSet, type BendingCheckWords } from '../../doors/checks/beams/faces';
import type { FaceBars } from '../../doors/checks/beam-reinforcement';
import { spacingCheck, type SpacingWords } from '../../doors/checks/beams/spacing-check';
import { utilisationOf, type MadeCheck } from '../../doors/checks/check';
import { incidental } from './beam-code';
import { leastBars, mostBars, traceResistance } from './flexure';
import { changedWords, type EnMaterial } from './material';
import { torsionPull } from './torsion';

const atFaces = 'Moments are read between the faces of the supports it is built in one with (5.3.2.2(3)).';

/** Repeats the resistance of a face where it is used most. */
export const traceWorst =
  (material: EnMaterial): BendingCheckWords['trace'] =>
  (sheet, { section, reinforced, units }, { demand, bars }, bent) => {
    const changed = changedWords(material.factors);
    if (changed !== undefined) sheet.remark(changed);
    traceResistance(
      sheet,
      section,
      material,
      reinforced(demand.point.shape, bars),
      { N: demand.N, My: demand.point.My, Mz: 0 },
      bent,
      units,
    );
  };

/** 6.1: resistance in bending, with the axial force that counts. */
const resistanceCheck = (face: Face, material: EnMaterial): BeamCheck =>
  bendingCheck(face, {
    clause: '6.1',
    atFaces,
    axial: 'The axial force is beyond what is left out and counts in the section (6.1).',
    torsion: (sheet, { section }, torsion, shown) => {
      sheet.remark(
        `Torsion TEd = ${shown} at the same place asks for bars along the beam (6.3.2(3)): their pull counts as axial tension.`,
      );
      torsionPull(section, torsion, sheet);
    },
    trace: traceWorst(material),
  });

/** A rule of the bars of a face, where it is broken most. */
const faceRule =
  (
    face: Face,
    measure: (layer: FaceBars, beam: ConcreteBeam) => number,
    make: (
      layer: FaceBars,
      beam: ConcreteBeam,
    ) => Omit<MadeCheck, 'made' | 'isRule' | 'combination' | 'x' | 'utilisation'>,
  ): BeamCheck =>
  (beam) => {
    const loaded = loadedFace(beam, face);
    if (!loaded) return [];
    const { layer, base, value } = worstSet(loaded, (one) => measure(one, beam));
    return [{ ...base, isRule: true, utilisation: value, ...make(layer, beam) }];
  };

/** 9.2.1.1(1). */
const leastCheck = (face: Face, material: EnMaterial): BeamCheck =>
  faceRule(
    face,
    (layer, { section, minimumWidth }) =>
      utilisationOf(leastBars(section, material, layer, minimumWidth[face]), steelOf(layer)),
    (layer, { section, minimumWidth }) => {
      const [width, steel] = [minimumWidth[face], steelOf(layer)];
      return {
        id: `flexure-${face}-minimum`,
        title: `Minimum ${face} bars`,
        clause: '9.2.1.1(1)',
        trace: (sheet) => {
          if (width > section.width)
            sheet.remark(
              'A slab lies in the part in tension: its mean width over half of the depth counts, bars of the slab do not.',
            );
          const least = leastBars(section, material, layer, width, sheet);
          compareAs(
            sheet,
            '9.2.1.1(1)',
            'A_smin / A_s',
            { A_smin: barArea(least), A_s: barArea(steel) },
            utilisationOf(least, steel),
          );
        },
      };
    },
  );

/** 9.2.1.1(3). */
const mostCheck = (face: Face): BeamCheck =>
  faceRule(
    face,
    (layer, { section }) => utilisationOf(steelOf(layer), mostBars(section)),
    (layer, { section }) => ({
      id: `flexure-${face}-maximum`,
      title: `Maximum ${face} bars`,
      clause: '9.2.1.1(3)',
      trace: (sheet) => {
        const [steel, most] = [steelOf(layer), mostBars(section, sheet)];
        compareAs(
          sheet,
          '9.2.1.1(3)',
          'A_s / A_smax',
          { A_s: barArea(steel), A_smax: barArea(most) },
          utilisationOf(steel, most),
        );
      },
    }),
  );

/** 8.2(2). */
const spacingWords: SpacingWords = {
  clause: '8.2(2)',
  beside: '8.2(2)',
  rows: '8.2(2)',
  aggregate: 'Aggregate of 20 mm is assumed: bars lie at least 25 mm and their own diameter apart.',
};

/** All that is checked of the bars of one face. */
export const faceChecks = (face: Face, material: EnMaterial): BeamCheck[] => [
  resistanceCheck(face, material),
  leastCheck(face, material),
  mostCheck(face),
  spacingCheck(face, spacingWords),
];

/** 6.1, about both axes. */
export const enBothAxes = (material: EnMaterial): BeamCheck =>
  bothAxesCheck({
    clause: '6.1',
    limit: ({ section }) => (incidental * material.fctm * section.depth * section.width ** 2) / 6,
    why: 'less than 1% of what cracks the section',
    atFaces,
    trace: (sheet, { section, reinforced, units }, { point, N, bars }, bent) =>
      traceResistance(
        sheet,
        section,
        material,
        reinforced(point.shape, bars),
        { N, My: point.My, Mz: point.Mz },
        bent,
        units,
      ),
  });

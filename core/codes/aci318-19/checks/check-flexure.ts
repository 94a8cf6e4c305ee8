import { barArea, plain, sectionLength, type Sheet } from '../../../sheet';
import { barSpacing, effectiveDepth, steelOf, type Face } from '../../doors/checks/beams/beam-bars';
import { compareAs, type Bent } from '../../doors/checks/beams/bending';
import type { BeamCheck, ConcreteBeam } from '../../doors/checks/beams/concrete-beam';
import {
  bendingCheck,
  loadedFace,
  worstSet,
  type BendingCheckWords,
  type WorstOfFace,
} from '../../doors/checks/beams/faces';
import type { FaceBars } from '../../doors/checks/beam-reinforcement';
import { spacingCheck, type SpacingWords } from '../../doors/checks/beams/spacing-check';
import { skipped, utilisationOf } from '../../doors/checks/check';
import { largestBarSpacing } from './beam-section';
import { minimumFlexuralSteel, traceStrength } from './flexure';
import { reductionOf } from './reduction';
import { torsionPull } from './torsion';

/** Where the code reads moments. */
export const atFaces = 'Moments are read between the faces of the supports it is built in one with (9.4.2.1).';

/** Repeats the strength of a face where it is used most. */
export const traceWorst = (
  sheet: Sheet,
  { section, reinforced, units }: ConcreteBeam,
  { demand, bars }: WorstOfFace,
  bent: Bent,
): void =>
  traceStrength(
    sheet,
    section,
    reinforced(demand.point.shape, bars),
    { N: demand.N, My: demand.point.My, Mz: 0 },
    bent,
    units,
  );

/** 22.3, 22.4: design strength in bending, with the axial force that counts. */
const bendingWords: BendingCheckWords = {
  clause: '22.3',
  atFaces,
  axial: 'The axial force is beyond what may be left out and counts in the section (22.4).',
  torsion: (sheet, { section }, torsion, shown) => {
    sheet.remark(
      `Torsion Tu = ${shown} at the same place asks for bars along the beam (9.5.4.3): their pull Al fy counts as axial tension, times φ = ${reductionOf(section).tension.toFixed(2)}.`,
    );
    torsionPull(section, torsion, sheet);
  },
  trace: traceWorst,
};

/** 9.6.1: least bars of a face in tension. */
const leastSteelCheck =
  (face: Face): BeamCheck =>
  (beam) => {
    const loaded = loadedFace(beam, face);
    if (!loaded) return [];
    const { section } = beam;
    const width = beam.minimumWidth[face];
    const leastOf = (of: FaceBars) => minimumFlexuralSteel(section, effectiveDepth(section, of), undefined, width);
    const { layer, base, value } = worstSet(loaded, (of) => utilisationOf(leastOf(of), steelOf(of)));
    const [d, steel] = [effectiveDepth(section, layer), steelOf(layer)];
    return [
      {
        ...base,
        isRule: true,
        id: `flexure-${face}-minimum`,
        title: `Minimum ${face} bars`,
        clause: '9.6.1',
        utilisation: value,
        trace: (sheet) => {
          const least = minimumFlexuralSteel(section, d, sheet, width);
          compareAs(sheet, '9.6.1.1', 'A_min / A_s', { A_min: barArea(least), A_s: barArea(steel) }, least / steel);
        },
      },
    ];
  };

/** 9.3.3.1: the section must be tension-controlled; beyond 0.10 f′c A_g of compression it need not. */
const ductilityCheck =
  (face: Face): BeamCheck =>
  (beam) => {
    const loaded = loadedFace(beam, face);
    if (!loaded) return [];
    const { base, worst } = loaded;
    const { section } = beam;
    const { demand, bent } = worst;
    const [id, title, clause] = [`flexure-${face}-ductility`, `Tension control, ${face}`, '9.3.3.1'] as const;
    if (demand.N < 0)
      return [skipped(id, title, clause, 'Compression exceeds 0.10 f′c Ag, where 9.3.3.1 does not ask for it.')];
    const yieldStrain = section.fy / section.Es;
    const limit = yieldStrain + 0.003;
    const strain = bent?.found.at.strain ?? 0;
    const utilisation = utilisationOf(limit, strain);
    return [
      {
        ...base,
        isRule: true,
        id,
        title,
        clause,
        utilisation,
        trace: (sheet) => {
          if (!bent || !(strain > 0)) {
            sheet.remark('The bars are not pulled when the concrete crushes.');
            return;
          }
          traceWorst(sheet, beam, worst, bent);
          compareAs(
            sheet,
            '9.3.3.1',
            '(epsilon_ty + 0.003) / epsilon_t',
            { epsilon_ty: plain(yieldStrain, 4), epsilon_t: plain(strain, 5) },
            utilisation,
          );
        },
      },
    ];
  };

/** 25.2.1, 25.2.2. */
const spacingWords: SpacingWords = {
  clause: '25.2',
  beside: '25.2.1',
  rows: '25.2.2',
  aggregate: 'The size of the aggregate is not in the model; 25.2.1 may ask for more.',
};

/** 24.3.2: bars of a face in tension near enough to each other for cracks. */
const crackCheck =
  (face: Face): BeamCheck =>
  (beam) => {
    const loaded = loadedFace(beam, face);
    if (!loaded) return [];
    const { section } = beam;
    const cover = section.cover + section.stirrup.diameter;
    const { base, value: apart } = worstSet(loaded, (of) => barSpacing(section, of));
    const widest = largestBarSpacing(section, cover);
    const utilisation = apart === 0 ? 0 : utilisationOf(apart, Math.max(widest, 0));
    return [
      {
        ...base,
        isRule: true,
        id: `flexure-${face}-cracks`,
        title: `Cracks, spacing of ${face} bars`,
        clause: '24.3.2',
        utilisation,
        trace: (sheet) => {
          sheet.remark('The stress of the bars under service loads is taken as ⅔ fy (24.3.2.1).');
          sheet.step({
            clause: '24.3.2',
            title: 'Largest distance of bars',
            symbol: 's_max',
            expression: 'min(15 * in_1 * 60000 * psi / f_y - 2.5 * c_c, 12 * in_1 * 60000 * psi / f_y)',
            inputs: {
              in_1: { value: 0.0254, kind: 'sectionLength', decimals: 4 },
              psi: { value: 6894.757293168361, kind: 'stress', decimals: 6 },
              f_y: { value: section.fy, kind: 'stress' },
              c_c: sectionLength(cover),
            },
            value: sectionLength(widest),
            note: '40 000 psi over ⅔ fy; cc: clear cover of the bars',
          });
          compareAs(
            sheet,
            '24.3.2',
            's / s_max',
            { s: sectionLength(apart), s_max: sectionLength(widest) },
            utilisation,
          );
        },
      },
    ];
  };

/** All that is checked of the bars of one face. */
export const faceChecks = (face: Face): BeamCheck[] => [
  bendingCheck(face, bendingWords),
  leastSteelCheck(face),
  ductilityCheck(face),
  spacingCheck(face, spacingWords),
  crackCheck(face),
];

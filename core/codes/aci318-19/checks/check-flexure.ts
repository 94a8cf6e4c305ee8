import { barArea, plain, sectionLength } from '../../../sheet';
import { formatQuantity } from '../../../units';
import type { FaceBars } from '../../doors/checks/beam-reinforcement';
import { impossible, missing, skipped, utilisationOf, type Check } from '../../doors/checks/check';
import {
  barSpacing,
  clearSpacing,
  effectiveDepth,
  largestBarSpacing,
  leastClearSpacing,
  mostRows,
  type Face,
} from './beam-bars';
import { compareAs, countsAxially, worstOf, type BeamCheck, type ConcreteBeam } from './concrete-beam';
import { minimumFlexuralSteel, traceBending } from './flexure';
import { torsionPull } from './torsion';

type Worst = NonNullable<ReturnType<typeof worstOf>>;
const known = new WeakMap<ConcreteBeam, Partial<Record<Face, Worst>>>();

/** The place that uses a face most; undefined: nothing bends or pulls it. */
function worstOfFace(beam: ConcreteBeam, face: Face): Worst | undefined {
  let found = known.get(beam);
  if (!found) {
    const [top, bottom] = (['top', 'bottom'] as const).map((one) =>
      worstOf(beam.section, beam.faces[one], beam.reinforced),
    );
    known.set(beam, (found = { ...(top ? { top } : {}), ...(bottom ? { bottom } : {}) }));
  }
  return found[face];
}

/** What a face with bars is checked for where it is used most; undefined: nothing bends it, or no bars fit. */
function loadedFace(
  beam: ConcreteBeam,
  face: Face,
): { layer: FaceBars; steel: number; base: { made: true; combination: string; x: number }; worst: Worst } | undefined {
  const worst = worstOfFace(beam, face);
  const layer = beam.bars[face];
  if (!worst || !layer) return undefined;
  const { label, x } = worst.demand.point;
  return { layer, steel: layer.count * layer.bar.area, base: { made: true, combination: label, x }, worst };
}

/** 22.3, 22.4: design strength in bending, with the axial force that counts. */
const strengthCheck =
  (face: Face): BeamCheck =>
  (beam) => {
    const [id, title, clause] = [`flexure-${face}`, `Bending, ${face} bars`, '22.3'] as const;
    const { section, units } = beam;
    if (!worstOfFace(beam, face))
      return [skipped(id, title, clause, `No ${face === 'bottom' ? 'sagging' : 'hogging'} moment in any combination.`)];
    const loaded = loadedFace(beam, face);
    if (!loaded)
      return [
        missing(id, title, clause, 'No two allowed bars fit side by side. Widen the section or allow smaller bars.'),
      ];
    const { base, layer, worst } = loaded;
    const { demand, bent } = worst;
    return [
      {
        ...base,
        id,
        title,
        clause,
        utilisation: bent ? Math.min(impossible, bent.utilisation) : impossible,
        trace: (sheet) => {
          if (beam.chosen[face]?.proposed)
            sheet.remark(
              'The bars are proposed by the bar rules: the lightest in two rows at most that carry what is asked with the minimum steel, or the strongest that fit.',
            );
          if (layer.rows.length > 1)
            sheet.remark(
              `The ${layer.count} ${layer.bar.name} lie in ${layer.rows.length} rows, ${layer.rows.join(' + ')} from the outside.`,
            );
          if (beam.atFaces)
            sheet.remark('Moments are read between the faces of the supports it is built in one with (9.4.2.1).');
          for (const words of beam.slabWords) sheet.remark(`${words}.`);
          if (demand.point.shape) sheet.remark(shapeWords(beam, demand.point.shape));
          if (countsAxially(section, demand.point.N) && demand.N !== 0)
            sheet.remark('The axial force is beyond what may be left out and counts in the section (22.4).');
          if (demand.torsion > 0) {
            sheet.remark(
              `Torsion Tu = ${formatQuantity(demand.torsion, 'moment', units)} at the same place asks for bars along the beam (9.5.4.3): their pull Al fy counts as axial tension, times φ = 0.90.`,
            );
            torsionPull(section, demand.torsion, sheet);
          }
          if (!bent) {
            sheet.remark(
              'The bars lie outside the section, or there are none on its other face: there is no strength.',
            );
            return;
          }
          traceBending(
            sheet,
            section,
            beam.reinforced(demand.point.shape),
            { N: demand.N, My: demand.point.My, Mz: 0 },
            bent,
            units,
          );
        },
      },
    ];
  };

/** Where the slab lies in the section, in a sentence. */
function shapeWords(
  { section, units }: ConcreteBeam,
  { beam, slabs }: NonNullable<Worst['demand']['point']['shape']>,
): string {
  const show = (value: number) => formatQuantity(value, 'sectionLength', units, units === 'us' ? 1 : 0);
  const top = beam.z + section.depth / 2;
  return `Slab in the section: ${slabs
    .map(({ from, to }) => {
      const below = top - to.z;
      return `${show(to.y - from.y)} wide, ${show(to.z - from.z)} thick, its top ${Math.abs(below) < 1e-3 ? 'flush with the beam’s' : `${show(Math.abs(below))} ${below > 0 ? 'below' : 'above'} the beam’s`}`;
    })
    .join('; ')}, as drawn.`;
}

/** 9.6.1: least bars of a face in tension. */
const leastSteelCheck =
  (face: Face): BeamCheck =>
  (beam) => {
    const loaded = loadedFace(beam, face);
    if (!loaded) return [];
    const { layer, steel, base } = loaded;
    const { section } = beam;
    const [d, width] = [effectiveDepth(section, layer), beam.minimumWidth[face]];
    return [
      {
        ...base,
        isRule: true,
        id: `flexure-${face}-minimum`,
        title: `Minimum ${face} bars`,
        clause: '9.6.1',
        utilisation: utilisationOf(minimumFlexuralSteel(section, d, undefined, width), steel),
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
    const { section, units } = beam;
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
          traceBending(
            sheet,
            section,
            beam.reinforced(demand.point.shape),
            { N: demand.N, My: demand.point.My, Mz: 0 },
            bent,
            units,
          );
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

/** 25.2.1, 25.2.2: clear distance between the bars of a row, and how many rows they ask for. */
const spacingCheck =
  (face: Face): BeamCheck =>
  (beam): Check[] => {
    const loaded = loadedFace(beam, face);
    if (!loaded) return [];
    const { layer, base } = loaded;
    const { section } = beam;
    const row = { bar: layer.bar, count: layer.rows[0] };
    const clear = clearSpacing(section, row);
    if (!Number.isFinite(clear)) return [];
    const least = leastClearSpacing(layer.bar);
    const isCrowded = layer.rows.length > mostRows;
    const utilisation = isCrowded ? layer.rows.length / mostRows : clear > 0 ? least / clear : 10;
    return [
      {
        ...base,
        isRule: true,
        id: `flexure-${face}-spacing`,
        title: `Clear spacing, ${face} bars`,
        clause: '25.2',
        utilisation,
        trace: (sheet) => {
          sheet.remark('The size of the aggregate is not in the model; 25.2.1 may ask for more.');
          sheet.step({
            clause: '25.2.1',
            title: 'Clear distance between bars of a row',
            symbol: 's_c',
            expression: '(b - 2 * (c_c + d_s) - n * d_b) / (n - 1)',
            inputs: {
              b: sectionLength(section.width),
              c_c: sectionLength(section.cover),
              d_s: sectionLength(section.stirrup.diameter),
              n: plain(row.count, 0),
              d_b: sectionLength(layer.bar.diameter),
            },
            value: sectionLength(clear),
          });
          if (isCrowded) {
            sheet.remark(`So many bars fill ${layer.rows.length} rows; Elbow counts with ${mostRows} at most.`);
            compareAs(
              sheet,
              '25.2.2',
              'n_r / n_max',
              { n_r: plain(layer.rows.length, 0), n_max: plain(mostRows, 0) },
              utilisation,
            );
          } else if (clear <= 0) sheet.remark('The bars do not fit side by side at all; the utilisation is set to 10.');
          else
            compareAs(
              sheet,
              '25.2.1',
              's_min / s_c',
              { s_min: sectionLength(least), s_c: sectionLength(clear) },
              utilisation,
            );
        },
      },
    ];
  };

/** 24.3.2: bars of a face in tension near enough to each other for cracks. */
const crackCheck =
  (face: Face): BeamCheck =>
  (beam) => {
    const loaded = loadedFace(beam, face);
    if (!loaded) return [];
    const { layer, base } = loaded;
    const { section } = beam;
    const cover = section.cover + section.stirrup.diameter;
    const [apart, widest] = [barSpacing(section, layer), largestBarSpacing(section, cover)];
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
  strengthCheck(face),
  leastSteelCheck(face),
  ductilityCheck(face),
  spacingCheck(face),
  crackCheck(face),
];

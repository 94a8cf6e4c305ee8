import { barArea, moment, plain, sectionLength } from '../../../sheet';
import type { BarLayer } from '../../doors/checks/beam-reinforcement';
import { missing, skipped, utilisationOf, type Check } from '../../doors/checks/check';
import { clearSpacing, effectiveDepth, leastClearSpacing } from './beam-section';
import { compareAs, type BeamCheck, type ConcreteBeam } from './concrete-beam';
import { flexuralStrength, minimumFlexuralSteel } from './flexure';

type Face = 'top' | 'bottom';

/** What a face with bars is checked for where it is bent most; undefined: nothing bends it, or no bars fit. */
function loadedFace(
  beam: ConcreteBeam,
  face: Face,
): { layer: BarLayer; steel: number; base: { made: true; combination: string; x: number } } | undefined {
  const { value, label, x } = beam.demand[face];
  const layer = beam.layers[face]?.value;
  return label === '' || value <= beam.noise || !layer
    ? undefined
    : { layer, steel: layer.count * layer.bar.area, base: { made: true, combination: label, x } };
}

/** 22.3: design strength in bending. */
const strengthCheck =
  (face: Face): BeamCheck =>
  (beam) => {
    const [id, title, clause] = [`flexure-${face}`, `Bending, ${face} bars`, '22.3'] as const;
    const { section } = beam;
    const { value, label } = beam.demand[face];
    if (label === '' || value <= beam.noise)
      return [skipped(id, title, clause, `No ${face === 'bottom' ? 'sagging' : 'hogging'} moment in any combination.`)];
    const loaded = loadedFace(beam, face);
    if (!loaded)
      return [
        missing(id, title, clause, 'No two allowed bars fit side by side. Widen the section or allow smaller bars.'),
      ];
    const { layer, base } = loaded;
    return [
      {
        ...base,
        id,
        title,
        clause,
        utilisation: utilisationOf(value, flexuralStrength(section, layer).strength),
        trace: (sheet) => {
          if (beam.layers[face]?.proposed)
            sheet.remark(
              'The bars are proposed by the bar rules: the lightest single layer that carries the moment with the minimum steel, or the strongest that fits.',
            );
          if (beam.atFaces)
            sheet.remark('Moments are read between the faces of the supports it is built in one with (9.4.2.1).');
          sheet.remark('Bars in compression are left out, on the safe side.');
          const { strength } = flexuralStrength(section, layer, sheet);
          if (strength > 0)
            compareAs(sheet, '9.5.1.1', 'M_u / M_d', { M_u: moment(value), M_d: moment(strength) }, value / strength);
        },
      },
    ];
  };

/** 9.6.1: least bars of a face in tension. */
const leastSteelCheck =
  (face: Face): BeamCheck =>
  (beam) => {
    const loaded = loadedFace(beam, face);
    if (!loaded) return [];
    const { layer, steel, base } = loaded;
    const { section } = beam;
    const d = effectiveDepth(section, layer.bar);
    return [
      {
        ...base,
        isRule: true,
        id: `flexure-${face}-minimum`,
        title: `Minimum ${face} bars`,
        clause: '9.6.1',
        utilisation: utilisationOf(minimumFlexuralSteel(section, d), steel),
        trace: (sheet) => {
          const least = minimumFlexuralSteel(section, d, sheet);
          compareAs(sheet, '9.6.1.1', 'A_min / A_s', { A_min: barArea(least), A_s: barArea(steel) }, least / steel);
        },
      },
    ];
  };

/** 9.3.3.1: the section must be tension-controlled. */
const ductilityCheck =
  (face: Face): BeamCheck =>
  (beam) => {
    const loaded = loadedFace(beam, face);
    if (!loaded) return [];
    const { layer, base } = loaded;
    const { strain, yieldStrain } = flexuralStrength(beam.section, layer);
    const limit = yieldStrain + 0.003;
    return [
      {
        ...base,
        isRule: true,
        id: `flexure-${face}-ductility`,
        title: `Tension control, ${face}`,
        clause: '9.3.3.1',
        utilisation: utilisationOf(limit, strain),
        trace: (sheet) => {
          flexuralStrength(beam.section, layer, sheet);
          if (strain > 0)
            compareAs(
              sheet,
              '9.3.3.1',
              '(epsilon_ty + 0.003) / epsilon_t',
              { epsilon_ty: plain(yieldStrain, 4), epsilon_t: plain(strain, 5) },
              utilisationOf(limit, strain),
            );
        },
      },
    ];
  };

/** 25.2.1: clear distance between the bars of a layer. */
const spacingCheck =
  (face: Face): BeamCheck =>
  (beam): Check[] => {
    const loaded = loadedFace(beam, face);
    if (!loaded) return [];
    const { layer, base } = loaded;
    const { section } = beam;
    const clear = clearSpacing(section, layer);
    if (!Number.isFinite(clear)) return [];
    const least = leastClearSpacing(layer.bar);
    const utilisation = clear > 0 ? least / clear : 10;
    return [
      {
        ...base,
        isRule: true,
        id: `flexure-${face}-spacing`,
        title: `Clear spacing, ${face} bars`,
        clause: '25.2.1',
        utilisation,
        trace: (sheet) => {
          sheet.remark('The size of the aggregate is not in the model; 25.2.1 may ask for more.');
          sheet.step({
            clause: '25.2.1',
            title: 'Clear distance between bars',
            symbol: 's_c',
            expression: '(b - 2 * (c_c + d_s) - n * d_b) / (n - 1)',
            inputs: {
              b: sectionLength(section.width),
              c_c: sectionLength(section.cover),
              d_s: sectionLength(section.stirrup.diameter),
              n: plain(layer.count, 0),
              d_b: sectionLength(layer.bar.diameter),
            },
            value: sectionLength(clear),
          });
          if (clear <= 0) sheet.remark('The bars do not fit side by side at all; the utilisation is set to 10.');
          else
            sheet.compare({
              clause: '25.2.1',
              title: 'Comparison',
              symbol: 'u',
              expression: 's_min / s_c',
              inputs: { s_min: sectionLength(least), s_c: sectionLength(clear) },
              value: plain(utilisation, 2),
              utilisation,
            });
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
];

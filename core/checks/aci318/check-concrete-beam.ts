import { findBar, reinforcingSteels, type RectangleShape } from '../../catalog';
import { formatQuantity, type UnitSystem } from '../../units';
import type { Material, Reinforcement, Settings } from '../../model';
import { extremesOf, type Station } from '../../results';
import type { CombinedLine } from '../aisc360/check-steel-member';
import { missing, skipped, utilisationOf, type Check } from '../check';
import { barArea, force, moment, plain, sectionLength, type Sheet } from '../../sheet';
import {
  clearSpacing,
  effectiveDepth,
  leastClearSpacing,
  ruptureModulus,
  type BarLayer,
  type BeamSection,
} from './beam-section';
import { flexuralStrength, minimumFlexuralSteel, proposeBars } from './flexure';
import {
  largestStirrupSpacing,
  minimumStirrups,
  needsStirrups,
  proposeStirrups,
  shearStrength,
  thresholdTorsion,
  type Stirrups,
} from './shear';

/** A part of the reinforcement: what it is, and whether Elbow proposed it or an engineer chose it. */
interface Chosen<T> {
  readonly value: T;
  readonly proposed: boolean;
}

/** The reinforcement a beam was checked with; a part is absent when no allowed one does. */
export interface BeamReinforcement {
  readonly top?: Chosen<BarLayer> | undefined;
  readonly bottom?: Chosen<BarLayer> | undefined;
  readonly stirrups?: Chosen<Stirrups> | undefined;
}

interface Demand {
  value: number;
  label: string;
  x: number;
}

/**
 * Checks a rectangular reinforced-concrete beam by ACI 318-19: flexure top and bottom, minimum steel, one-way shear. Parts of
 * the reinforcement the engineer left open are proposed from the bar rules.
 * @param lines the beam under each strength combination
 */
export function checkConcreteBeam(
  shape: RectangleShape,
  material: Material & { concreteStrength: number },
  settings: Pick<Settings, 'bars' | 'units'>,
  reinforcement: Reinforcement | undefined,
  lines: readonly CombinedLine[],
  stations: readonly Station[],
): { checks: Check[]; reinforcement: BeamReinforcement } {
  const { bars } = settings;
  const stirrupBar = findBar(reinforcement?.stirrups?.bar ?? bars.stirrup)!; // the schema admits only bars of the table
  const section: BeamSection = {
    width: shape.width,
    depth: shape.depth,
    cover: bars.cover,
    stirrup: stirrupBar,
    fc: material.concreteStrength,
    fy: bars.yieldStress,
    Es: reinforcingSteels.find((steel) => steel.name === bars.steel)?.elasticModulus ?? 200e9,
  };

  const demand = {
    bottom: none(),
    top: none(),
    shear: none(),
    tension: none(),
    compression: none(),
    minor: none(),
    torsion: none(),
  };
  for (const { label, line } of lines) {
    const extremes = extremesOf(line, stations);
    const raise = (of: Demand, value: number, x: number) => {
      if (value > of.value) Object.assign(of, { value, label, x });
    };
    raise(demand.bottom, extremes.My.max.value, extremes.My.max.x);
    raise(demand.top, -extremes.My.min.value, extremes.My.min.x);
    raise(demand.tension, extremes.N.max.value, extremes.N.max.x);
    raise(demand.compression, -extremes.N.min.value, extremes.N.min.x);
    for (const [of, component] of [
      [demand.shear, 'Vz'],
      [demand.minor, 'Mz'],
      [demand.torsion, 'T'],
    ] as const) {
      raise(of, extremes[component].max.value, extremes[component].max.x);
      raise(of, -extremes[component].min.value, extremes[component].min.x);
    }
  }
  const axialLimit = 0.1 * section.fc * section.width * section.depth;
  if (demand.compression.value > axialLimit) {
    const show = (value: number) => formatQuantity(value, 'force', settings.units);
    return {
      checks: [
        missing(
          'axial',
          'Bending and shear',
          '9.5',
          `The compression of ${show(demand.compression.value)} exceeds 0.10 f′c Ag = ${show(axialLimit)}; the member must be designed as a column, which is not there yet.`,
        ),
      ],
      reinforcement: {},
    };
  }

  // a face whose moment is only what rounding leaves of the other's asks for nothing
  const noise = Math.max(
    1e-6 * section.fc * section.width * section.depth ** 2,
    1e-4 * Math.max(demand.top.value, demand.bottom.value),
  );
  const top = layerOf(section, reinforcement?.top, demand.top.value, bars.longitudinal);
  const bottom = layerOf(section, reinforcement?.bottom, demand.bottom.value, bars.longitudinal);
  const tensionLayer = [top?.value, bottom?.value].filter((layer) => layer !== undefined);
  const d = Math.min(
    ...(tensionLayer.length > 0 ? tensionLayer : [{ bar: stirrupBar, count: 0 }]).map((layer) =>
      effectiveDepth(section, layer.bar),
    ),
  );
  const tensionSteel = Math.min(...tensionLayer.map((layer) => layer.count * layer.bar.area), Infinity);
  const steel = Number.isFinite(tensionSteel) ? tensionSteel : 0;
  const stirrups = stirrupsOf(section, reinforcement, d, demand.shear.value, steel, settings.units);

  const checks: Check[] = [
    ...flexureChecks(section, 'bottom', bottom, demand.bottom, noise),
    ...flexureChecks(section, 'top', top, demand.top, noise),
    ...shearChecks(section, d, stirrups, demand.shear, steel, settings.units),
    ...notMade(section, demand, settings.units),
  ];
  return { checks, reinforcement: { top, bottom, stirrups } };
}

const none = (): Demand => ({ value: 0, label: '', x: 0 });

function layerOf(
  section: BeamSection,
  given: Reinforcement['top'],
  demand: number,
  sizes: readonly string[],
): Chosen<BarLayer> | undefined {
  if (given) return { value: { bar: findBar(given.bar)!, count: given.count }, proposed: false };
  const proposed = proposeBars(section, demand, sizes);
  return proposed && { value: proposed, proposed: true };
}

function stirrupsOf(
  section: BeamSection,
  reinforcement: Reinforcement | undefined,
  d: number,
  demand: number,
  steel: number,
  units: UnitSystem,
): Chosen<Stirrups> {
  const given = reinforcement?.stirrups;
  if (given) return { value: { bar: section.stirrup, legs: given.legs, spacing: given.spacing }, proposed: false };
  return { value: proposeStirrups(section, d, demand, steel, units), proposed: true };
}

function flexureChecks(
  section: BeamSection,
  face: 'top' | 'bottom',
  chosen: Chosen<BarLayer> | undefined,
  demand: Demand,
  noise: number,
): Check[] {
  const id = `flexure-${face}`;
  const title = face === 'bottom' ? 'Bending, bottom bars' : 'Bending, top bars';
  if (demand.label === '' || demand.value <= noise)
    return [
      skipped(
        id,
        title,
        '22.3',
        face === 'bottom' ? 'No sagging moment in any combination.' : 'No hogging moment in any combination.',
      ),
    ];
  if (!chosen)
    return [
      missing(id, title, '22.3', 'No two allowed bars fit side by side. Widen the section or allow smaller bars.'),
    ];
  const layer = chosen.value;
  const { strength, strain, yieldStrain } = flexuralStrength(section, layer);
  const base = { made: true as const, combination: demand.label, x: demand.x };
  const d = effectiveDepth(section, layer.bar);
  const steel = layer.count * layer.bar.area;
  const checks: Check[] = [
    {
      ...base,
      id,
      title,
      clause: '22.3',
      utilisation: utilisationOf(demand.value, strength),
      trace: (sheet: Sheet) => {
        if (chosen.proposed)
          sheet.remark(
            'The bars are proposed by the bar rules: the lightest single layer that carries the moment with the minimum steel, or the strongest that fits.',
          );
        sheet.remark('Bars in compression are left out, on the safe side.');
        const { strength: traced } = flexuralStrength(section, layer, sheet);
        if (traced > 0)
          sheet.compare({
            clause: '9.5.1.1',
            title: 'Comparison',
            symbol: 'u',
            expression: 'M_u / M_d',
            inputs: { M_u: moment(demand.value), M_d: moment(traced) },
            value: plain(demand.value / traced, 2),
            utilisation: demand.value / traced,
          });
      },
    },
    {
      ...base,
      isRule: true,
      id: `${id}-minimum`,
      title: `Minimum ${face} bars`,
      clause: '9.6.1',
      utilisation: utilisationOf(minimumFlexuralSteel(section, d), steel),
      trace: (sheet: Sheet) => {
        const least = minimumFlexuralSteel(section, d, sheet);
        sheet.compare({
          clause: '9.6.1.1',
          title: 'Comparison',
          symbol: 'u',
          expression: 'A_min / A_s',
          inputs: { A_min: barArea(least), A_s: barArea(steel) },
          value: plain(least / steel, 2),
          utilisation: least / steel,
        });
      },
    },
    {
      ...base,
      isRule: true,
      id: `${id}-ductility`,
      title: `Tension control, ${face}`,
      clause: '9.3.3.1',
      utilisation: utilisationOf(yieldStrain + 0.003, strain),
      trace: (sheet: Sheet) => {
        flexuralStrength(section, layer, sheet);
        const limit = yieldStrain + 0.003;
        if (strain > 0)
          sheet.compare({
            clause: '9.3.3.1',
            title: 'Comparison',
            symbol: 'u',
            expression: '(epsilon_ty + 0.003) / epsilon_t',
            inputs: { epsilon_ty: plain(yieldStrain, 4), epsilon_t: plain(strain, 5) },
            value: plain(utilisationOf(limit, strain), 2),
            utilisation: utilisationOf(limit, strain),
          });
      },
    },
  ];
  const clear = clearSpacing(section, layer);
  if (Number.isFinite(clear)) checks.push(spacingCheck(section, face, layer, clear, base));
  return checks;
}

function spacingCheck(
  section: BeamSection,
  face: string,
  layer: BarLayer,
  clear: number,
  base: { made: true; combination: string; x: number },
): Check {
  const least = leastClearSpacing(layer.bar);
  const utilisation = clear > 0 ? least / clear : 10;
  return {
    ...base,
    isRule: true,
    id: `flexure-${face}-spacing`,
    title: `Clear spacing, ${face} bars`,
    clause: '25.2.1',
    utilisation,
    trace: (sheet: Sheet) => {
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
  };
}

function shearChecks(
  section: BeamSection,
  d: number,
  chosen: Chosen<Stirrups>,
  demand: Demand,
  steel: number,
  units: UnitSystem,
): Check[] {
  if (demand.label === '') return [skipped('shear', 'Shear', '22.5', 'No shear in any combination.')];
  const stirrups = chosen.value;
  const base = { made: true as const, combination: demand.label, x: demand.x };
  const { strength, concrete } = shearStrength(section, d, stirrups, steel);
  const stirrupShear = Math.max(0, demand.value / 0.75 - concrete);
  const widest = largestStirrupSpacing(section, d, stirrupShear);
  const checks: Check[] = [
    {
      ...base,
      id: 'shear',
      title: 'Shear',
      clause: '22.5',
      utilisation: utilisationOf(demand.value, strength),
      trace: (sheet: Sheet) => {
        if (chosen.proposed)
          sheet.remark(
            `The stirrups are proposed: ${stirrups.legs} legs ${stirrups.bar.name} at ${formatQuantity(stirrups.spacing, 'sectionLength', units, 0)}, the same over the whole beam.`,
          );
        sheet.remark('Vu is taken at the axis of the support rather than at d from its face, on the safe side.');
        const { strength: traced } = shearStrength(section, d, stirrups, steel, sheet);
        sheet.compare({
          clause: '9.5.1.1',
          title: 'Comparison',
          symbol: 'u',
          expression: 'V_u / V_d',
          inputs: { V_u: force(demand.value), V_d: force(traced) },
          value: plain(demand.value / traced, 2),
          utilisation: demand.value / traced,
        });
      },
    },
    {
      ...base,
      isRule: true,
      id: 'shear-spacing',
      title: 'Spacing of stirrups',
      clause: '9.7.6.2.2',
      utilisation: stirrups.spacing / widest,
      trace: (sheet: Sheet) => {
        const close = widest < Math.min(d / 2, 0.6096) - 1e-9;
        sheet.step({
          clause: '9.7.6.2.2',
          title: 'Largest spacing',
          symbol: 's_max',
          expression: close ? 'min(d / 4, s_0)' : 'min(d / 2, s_0)',
          inputs: { d: sectionLength(d), s_0: sectionLength(close ? 0.3048 : 0.6096) },
          value: sectionLength(widest),
        });
        sheet.compare({
          clause: '9.7.6.2.2',
          title: 'Comparison',
          symbol: 'u',
          expression: 's / s_max',
          inputs: { s: sectionLength(stirrups.spacing), s_max: sectionLength(widest) },
          value: plain(stirrups.spacing / widest, 2),
          utilisation: stirrups.spacing / widest,
        });
      },
    },
  ];
  if (needsStirrups(section, d, demand.value)) {
    const given = stirrups.legs * stirrups.bar.area;
    checks.push({
      ...base,
      isRule: true,
      id: 'shear-minimum',
      title: 'Minimum stirrups',
      clause: '9.6.3',
      utilisation: minimumStirrups(section, stirrups) / given,
      trace: (sheet: Sheet) => {
        const least = minimumStirrups(section, stirrups, sheet);
        sheet.compare({
          clause: '9.6.3.4',
          title: 'Comparison',
          symbol: 'u',
          expression: 'A_vmin / A_v',
          inputs: { A_vmin: barArea(least), A_v: barArea(given) },
          value: plain(least / given, 2),
          utilisation: least / given,
        });
      },
    });
  } else
    checks.push(
      skipped(
        'shear-minimum',
        'Minimum stirrups',
        '9.6.3',
        'Vu does not exceed φ λ √f′c b d, so 9.6.3.1 asks for none.',
      ),
    );
  return checks;
}

/** Axial tension and weak-axis bending that crack nothing, by far: below this share of the cracking stress they are incidental. */
const incidental = 0.01;

function notMade(
  section: BeamSection,
  demand: Record<'tension' | 'minor' | 'torsion', Demand>,
  units: UnitSystem,
): Check[] {
  const threshold = thresholdTorsion(section);
  const show = (value: number) => formatQuantity(value, 'moment', units);
  const cracking = ruptureModulus(section);
  const { width, depth } = section;
  const minorLimit = (incidental * cracking * depth * width ** 2) / 6;
  const tensionLimit = incidental * cracking * width * depth;
  const tension = formatQuantity(demand.tension.value, 'force', units);
  return [
    demand.torsion.value > threshold
      ? missing(
          'torsion',
          'Torsion',
          '22.7',
          `Tu = ${show(demand.torsion.value)} exceeds φ Tth = ${show(threshold)}: torsion must be designed for, and that is not there yet.`,
        )
      : skipped(
          'torsion',
          'Torsion',
          '22.7.1.1',
          `Tu = ${show(demand.torsion.value)} is below φ Tth = ${show(threshold)} and may be neglected.`,
        ),
    demand.minor.value > minorLimit
      ? missing(
          'minor',
          'Bending about the weak axis',
          '22.3',
          `Mu about the weak axis reaches ${show(demand.minor.value)}; bending about both axes is not there yet.`,
        )
      : skipped(
          'minor',
          'Bending about the weak axis',
          '22.3',
          demand.minor.value > 1
            ? `Mu about the weak axis reaches ${show(demand.minor.value)}, less than 1% of what cracks the section (19.2.3), and is left out.`
            : 'No bending about the weak axis in any combination.',
        ),
    demand.tension.value > tensionLimit
      ? missing(
          'axial',
          'Axial tension',
          '22.4.3',
          `Tension reaches ${tension}; bending with tension is not there yet.`,
        )
      : skipped(
          'axial',
          'Axial force',
          '9.5.2.1',
          demand.tension.value > 1
            ? `Tension reaches ${tension}, less than 1% of what cracks the section (19.2.3), and is left out. Compression is below 0.10 f′c Ag.`
            : 'Compression is below 0.10 f′c Ag and is left out, as 9.5.2.1 allows.',
        ),
    skipped('deflection', 'Deflection', '24.2', 'Cracked stiffness and creep are not in this analysis.'),
    skipped(
      'development',
      'Anchorage of bars',
      '25.4',
      'Cut-off points and anchorage are not part of the model; bars are checked as running through.',
    ),
  ];
}

import { findBar, reinforcingSteels, type RectangleShape } from '../../../catalog';
import type { Reinforcement } from '../../../model';
import { extremesOf } from '../../../results';
import { plain, type Quantity, type Sheet } from '../../../sheet';
import type { UnitSystem } from '../../../units';
import type { BarLayer, Chosen, Stirrups } from '../../doors/checks/beam-reinforcement';
import type { Check } from '../../doors/checks/check';
import type { CheckedMember } from '../../doors/checks/design-code';
import { effectiveDepth, type BeamSection } from './beam-section';
import { proposeBars } from './flexure';
import { proposeStirrups } from './shear';

/** The largest of a force or moment (N, N·m, without its sign) over all combinations, and where it is, m from the start; no label: none. */
export interface BeamDemand {
  value: number;
  label: string;
  x: number;
}

/** Sagging asks for bottom bars, hogging for top bars. */
type DemandOf = 'bottom' | 'top' | 'shear' | 'tension' | 'compression' | 'minor' | 'torsion';

/** A rectangular beam with its demands and the reinforcement it is checked with. */
export interface ConcreteBeam {
  readonly section: BeamSection;
  readonly units: UnitSystem;
  readonly demand: Readonly<Record<DemandOf, Readonly<BeamDemand>>>;
  /** a moment up to this, N·m, is what rounding leaves of the other face's and asks for nothing */
  readonly noise: number;
  readonly layers: { readonly top: Chosen<BarLayer> | undefined; readonly bottom: Chosen<BarLayer> | undefined };
  readonly stirrups: Chosen<Stirrups>;
  /** effective depth and steel of the weaker layer, m and m² */
  readonly d: number;
  readonly tensionSteel: number;
}

/** One thing that is checked of a beam, or said of it. */
export type BeamCheck = (beam: ConcreteBeam) => Check[];

/** Ends a trace with what was asked over what there is. */
export const compareAs = (
  sheet: Sheet,
  clause: string,
  expression: string,
  inputs: Readonly<Record<string, Quantity>>,
  utilisation: number,
): void =>
  sheet.compare({
    clause,
    title: 'Comparison',
    symbol: 'u',
    expression,
    inputs,
    value: plain(utilisation, 2),
    utilisation,
  });

/** Section and demands of a beam; parts of the reinforcement that are open are proposed from the bar rules. */
export function concreteBeam(shape: RectangleShape, concreteStrength: number, checked: CheckedMember): ConcreteBeam {
  const { bars, units } = checked.model.settings;
  const given = checked.bars;
  const section: BeamSection = {
    width: shape.width,
    depth: shape.depth,
    cover: bars.cover,
    stirrup: findBar(given?.stirrups?.bar ?? bars.stirrup)!, // the schema admits only bars of the table
    fc: concreteStrength,
    fy: bars.yieldStress,
    Es: reinforcingSteels.find((steel) => steel.name === bars.steel)?.elasticModulus ?? 200e9,
  };
  const demand = demandsOf(checked);
  const noise = Math.max(
    1e-6 * section.fc * section.width * section.depth ** 2,
    1e-4 * Math.max(demand.top.value, demand.bottom.value),
  );
  const top = layerOf(section, given?.top, demand.top.value, bars.longitudinal);
  const bottom = layerOf(section, given?.bottom, demand.bottom.value, bars.longitudinal);
  const layers = [top?.value, bottom?.value].filter((layer) => layer !== undefined);
  const d = Math.min(
    ...(layers.length > 0 ? layers.map(({ bar }) => bar) : [section.stirrup]).map((bar) =>
      effectiveDepth(section, bar),
    ),
  );
  const tensionSteel = layers.length > 0 ? Math.min(...layers.map(({ bar, count }) => count * bar.area)) : 0;
  const stirrups = stirrupsOf(section, given, d, demand.shear.value, tensionSteel, units);
  return { section, units, demand, noise, layers: { top, bottom }, stirrups, d, tensionSteel };
}

function demandsOf({ lines, stations }: CheckedMember): Record<DemandOf, BeamDemand> {
  const none = (): BeamDemand => ({ value: 0, label: '', x: 0 });
  const demand: Record<DemandOf, BeamDemand> = {
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
    const raise = (of: DemandOf, value: number, x: number) => {
      if (value > demand[of].value) demand[of] = { value, label, x };
    };
    raise('bottom', extremes.My.max.value, extremes.My.max.x);
    raise('top', -extremes.My.min.value, extremes.My.min.x);
    raise('tension', extremes.N.max.value, extremes.N.max.x);
    raise('compression', -extremes.N.min.value, extremes.N.min.x);
    for (const [of, component] of [
      ['shear', 'Vz'],
      ['minor', 'Mz'],
      ['torsion', 'T'],
    ] as const) {
      raise(of, extremes[component].max.value, extremes[component].max.x);
      raise(of, -extremes[component].min.value, extremes[component].min.x);
    }
  }
  return demand;
}

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

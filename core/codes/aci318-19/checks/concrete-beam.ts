import { findBar, reinforcingSteels, type RectangleShape } from '../../../catalog';
import type { Reinforcement } from '../../../model';
import { extremesOf, KeptLine, lineIndex, lineWidth, type ReadLine } from '../../../results';
import { plain, type Quantity, type Sheet } from '../../../sheet';
import type { UnitSystem } from '../../../units';
import type { BarLayer, Chosen, Stirrups } from '../../doors/checks/beam-reinforcement';
import type { Check } from '../../doors/checks/check';
import { shearPlaces, stationsOutside } from '../../doors/checks/demand-places';
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
  /** whether moments are those between the faces of its supports */
  readonly atFaces: boolean;
  /** where its shear is read, in sentences; none: along the whole member, at the axes of its supports */
  readonly shearWords: readonly string[];
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
  // its shear is read again at places that others were read at
  const read = checked.lines.map(({ label, line }) => ({ label, line: new KeptLine(line) }));
  const bent = betweenFaces(checked, read);
  const noise = Math.max(
    1e-6 * section.fc * section.width * section.depth ** 2,
    1e-4 * Math.max(bent.top.value, bent.bottom.value),
  );
  const top = layerOf(section, given?.top, bent.top.value, bars.longitudinal);
  const bottom = layerOf(section, given?.bottom, bent.bottom.value, bars.longitudinal);
  const layers = [top?.value, bottom?.value].filter((layer) => layer !== undefined);
  const d = Math.min(
    ...(layers.length > 0 ? layers.map(({ bar }) => bar) : [section.stirrup]).map((bar) =>
      effectiveDepth(section, bar),
    ),
  );
  const { shear, words } =
    checked.zones.length > 0 ? shearOf(checked, read, Math.max(0, d)) : { shear: bent.shear, words: [] };
  const demand = { ...bent, shear };
  const tensionSteel = layers.length > 0 ? Math.min(...layers.map(({ bar, count }) => count * bar.area)) : 0;
  const stirrups = stirrupsOf(section, given, d, demand.shear.value, tensionSteel, units);
  return {
    section,
    units,
    demand,
    noise,
    layers: { top, bottom },
    stirrups,
    d,
    tensionSteel,
    atFaces: checked.zones.length > 0,
    shearWords: words,
  };
}

/** A member under one combination, each place read once. */
interface Read {
  readonly label: string;
  readonly line: ReadLine;
}

const none = (): BeamDemand => ({ value: 0, label: '', x: 0 });

function raise(demand: BeamDemand, value: number, label: string, x: number): void {
  if (value > demand.value) Object.assign(demand, { value, label, x });
}

/** All forces between the faces of supports (9.4.2.1). */
function betweenFaces({ stations, zones }: CheckedMember, lines: readonly Read[]): Record<DemandOf, BeamDemand> {
  const demand: Record<DemandOf, BeamDemand> = {
    bottom: none(),
    top: none(),
    shear: none(),
    tension: none(),
    compression: none(),
    minor: none(),
    torsion: none(),
  };
  for (const { label, line } of lines)
    for (const part of stationsOutside(stations, line.length, zones)) {
      const { N, Vz, T, My, Mz } = extremesOf(line, part);
      raise(demand.bottom, My.max.value, label, My.max.x);
      raise(demand.top, -My.min.value, label, My.min.x);
      raise(demand.tension, N.max.value, label, N.max.x);
      raise(demand.compression, -N.min.value, label, N.min.x);
      for (const [of, { max, min }] of [
        ['shear', Vz],
        ['minor', Mz],
        ['torsion', T],
      ] as const) {
        raise(demand[of], max.value, label, max.x);
        raise(demand[of], -min.value, label, min.x);
      }
    }
  return demand;
}

/** Shear where it is asked for: between supports, at d from their faces where that is allowed (9.4.3.2). @param d m */
function shearOf(
  { stations, zones }: CheckedMember,
  lines: readonly Read[],
  d: number,
): { shear: BeamDemand; words: readonly string[] } {
  const shear = none();
  const jumpsIn = (from: number, to: number) =>
    stations.some(
      ({ x, after }) =>
        after &&
        x > from &&
        x < to &&
        lines.some(({ line }) => {
          const [before, past] = [line.at(x)[lineIndex.Vz], line.at(x, true)[lineIndex.Vz]];
          return Math.abs(past - before) > 1e-6 * Math.max(1, Math.abs(before), Math.abs(past));
        }),
    );
  const { stretches, words } = shearPlaces(zones, d, jumpsIn);
  const values = new Float64Array(lineWidth);
  for (const { label, line } of lines)
    for (const { x, after } of stationsOutside(stations, line.length, stretches).flat())
      raise(shear, Math.abs(line.at(x, after, values)[lineIndex.Vz]), label, x);
  return { shear, words };
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

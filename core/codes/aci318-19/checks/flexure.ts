import {
  barAt,
  compressed,
  directionAt,
  strengthAbout,
  strengthTowards,
  timesInto,
  type ConcreteRectangle,
  type ReinforcedSection,
  type SectionForces,
  type SectionLaws,
  type StrengthFound,
} from '../../../concrete';
import type { FlangedShape } from '../../../results';
import {
  area,
  barArea,
  elasticity,
  force,
  moment,
  plain,
  sectionLength,
  stress,
  type Quantity,
  type Sheet,
  type Step,
} from '../../../sheet';
import { formatQuantity, type UnitSystem } from '../../../units';
import { everyBar, type BeamBars } from './beam-bars';
import { psi, psiInput, stressBlockFactor, type BeamSection } from './beam-section';

/** ACI 318-19 22.2: the stress block, and bars that are elastic and then yield. */
export const lawsOf = ({ fc, fy, Es }: BeamSection): SectionLaws => ({
  blockStress: 0.85 * fc,
  blockFactor: stressBlockFactor(fc),
  crushing: 0.003,
  yieldStress: fy,
  modulus: Es,
});

/** A section with its bars; with a slab, from the centroid of both. */
export function reinforcedSection(section: BeamSection, bars: BeamBars, shape?: FlangedShape): ReinforcedSection {
  const { y, z } = shape?.beam ?? { y: 0, z: 0 };
  const web: ConcreteRectangle = {
    from: { y: y - section.width / 2, z: z - section.depth / 2 },
    to: { y: y + section.width / 2, z: z + section.depth / 2 },
  };
  return {
    concrete: [web, ...(shape?.slabs ?? []).flatMap((slab) => beside(web, slab))],
    bars: everyBar(section, bars).map((bar) => ({ ...bar, y: bar.y + y, z: bar.z + z })),
  };
}

/** What of a slab lies beside a web, above or below it. */
function beside(web: ConcreteRectangle, slab: ConcreteRectangle): ConcreteRectangle[] {
  const part = (y0: number, y1: number, z0: number, z1: number): ConcreteRectangle[] =>
    y1 - y0 > 1e-9 && z1 - z0 > 1e-9 ? [{ from: { y: y0, z: z0 }, to: { y: y1, z: z1 } }] : [];
  const { from, to } = slab;
  const [y0, y1] = [Math.max(from.y, web.from.y), Math.min(to.y, web.to.y)];
  return [
    ...part(from.y, Math.min(to.y, web.from.y), from.z, to.z),
    ...part(Math.max(from.y, web.to.y), to.y, from.z, to.z),
    ...part(y0, y1, Math.max(from.z, web.to.z), to.z),
    ...part(y0, y1, from.z, Math.min(to.z, web.from.z)),
  ];
}

/** φ of Table 21.2.2 for members with other than spiral reinforcement. @param strain of the outermost bars in tension */
export function strengthReduction({ fy, Es }: BeamSection, strain: number): number {
  return Math.max(0.65, Math.min(0.9, 0.65 + (0.25 * (strain - fy / Es)) / 0.003));
}

/** What a section is asked for beside what it carries. */
export interface Bent {
  readonly found: StrengthFound;
  readonly phi: number;
  readonly utilisation: number;
}

/**
 * Bending with axial force, ACI 318-19 22.3 and 22.4: how far the section is used when both grow together.
 * @param across whether bending about the weak axis counts; otherwise the neutral axis is kept level
 * @returns undefined: the section has no strength that way
 */
export function bend(
  section: BeamSection,
  reinforced: ReinforcedSection,
  asked: SectionForces,
  across = false,
): Bent | undefined {
  const laws = lawsOf(section);
  const found = across ? strengthTowards(reinforced, laws, asked) : strengthAbout(reinforced, laws, asked.N, asked.My);
  if (!found) return undefined;
  const phi = strengthReduction(section, found.at.strain);
  return { found, phi, utilisation: timesInto(asked, found, phi, !across) };
}

/**
 * Design flexural strength φ M_n without axial force.
 * @param face whose bars are in tension
 * @returns strength in N·m, and the strain of the outermost tension bars
 */
export function flexuralStrength(
  section: BeamSection,
  bars: BeamBars,
  face: 'top' | 'bottom' = 'bottom',
  shape?: FlangedShape,
): { strength: number; strain: number } {
  const sign = face === 'bottom' ? 1 : -1;
  const bent = bend(section, reinforcedSection(section, bars, shape), { N: 0, My: sign, Mz: 0 });
  if (!bent) return { strength: 0, strain: 0 };
  return { strength: bent.phi * Math.abs(bent.found.at.My), strain: bent.found.at.strain };
}

/** Why φ is what it is. */
function reductionStep(section: BeamSection, strain: number, phi: number): Step {
  const yieldStrain = section.fy / section.Es;
  const limit = yieldStrain + 0.003;
  const isBetween = strain > yieldStrain && strain < limit;
  return {
    clause: '21.2.2',
    title: 'Strength reduction',
    symbol: 'phi',
    expression: isBetween ? '0.65 + 0.25 * (epsilon_t - epsilon_ty) / 0.003' : phi > 0.7 ? '0.90' : '0.65',
    inputs: isBetween ? { epsilon_t: plain(strain, 5), epsilon_ty: plain(yieldStrain, 5) } : {},
    value: plain(phi),
    note: isBetween
      ? 'transition'
      : phi > 0.7
        ? `tension-controlled, εt ≥ ${limit.toFixed(4)}`
        : `compression-controlled, εt ≤ ${yieldStrain.toFixed(4)}`,
  };
}

/** A length that small differences are made of. */
const fine = (value: number): Quantity => ({ value, kind: 'sectionLength', decimals: 3 });

/** Bars of a section at the same depth. */
function levelsOf({ bars }: ReinforcedSection, depthOf: (bar: ReinforcedSection['bars'][number]) => number) {
  const levels: { depth: number; bars: ReinforcedSection['bars'][number][] }[] = [];
  for (const bar of bars) {
    const depth = depthOf(bar);
    const same = levels.find((level) => Math.abs(level.depth - depth) < 1e-6);
    if (same) same.bars.push(bar);
    else levels.push({ depth, bars: [bar] });
  }
  return levels.sort((a, b) => b.depth - a.depth);
}

/** Repeats how a section came to its strength: the neutral axis, each level of bars, the block, the sums. */
export function traceBending(
  sheet: Sheet,
  section: BeamSection,
  reinforced: ReinforcedSection,
  asked: SectionForces,
  { found, phi, utilisation }: Bent,
  units: UnitSystem,
): void {
  const laws = lawsOf(section);
  const { angle, c, at } = found;
  const isLevel = Math.abs(Math.sin(angle)) < 1e-9;
  const direction = directionAt(reinforced, angle);
  const show = (value: number) => formatQuantity(value, 'sectionLength', units, units === 'us' ? 2 : 0);
  sheet.remark(
    `The neutral axis is found by strain compatibility (22.2): ${isLevel ? '' : `turned by ${((angle * 180) / Math.PI).toFixed(1)}° from level, `}at c = ${show(c)} below the outermost compressed fibre, where the forces of block and bars stand to each other as those that are asked.`,
  );
  const beta = laws.blockFactor;
  sheet.step({
    clause: '22.2.2.4.3',
    title: 'Factor of the stress block',
    symbol: 'beta_1',
    expression: 'max(0.65, min(0.85, 0.85 - 0.05 * (f_c / psi - 4000) / 1000))',
    inputs: { f_c: stress(section.fc), psi: psiInput },
    value: plain(beta),
  });
  const block = compressed(reinforced, direction, beta * c);
  const heightOf = (moment: number) => moment / (block.area || 1);
  const pressed = laws.blockStress * block.area;
  sheet.step({
    clause: '22.2.2.4.1',
    title: `Pressure of the block of depth β₁ c = ${show(beta * c)}`,
    symbol: 'C_c',
    expression: '0.85 * f_c * A_c',
    inputs: { f_c: stress(section.fc), A_c: area(block.area) },
    value: force(pressed),
    note: 'Ac: concrete within the block',
  });
  const names: string[] = [];
  const sums: Record<string, Quantity> = { C_c: force(pressed) };
  const arms: Record<string, Quantity> = { z_c: fine(heightOf(block.z)) };
  levelsOf(reinforced, (bar) => barAt(laws, bar, direction, c).depth).forEach(({ depth, bars }, i) => {
    const level = barAt(laws, bars[0], direction, c);
    const steel = bars.reduce((sum, bar) => sum + bar.area, 0);
    const n = String(i + 1);
    const where = `${bars.length} ${bars.length > 1 ? 'bars' : 'bar'} ${show(depth)} down`;
    sheet.step({
      clause: '22.2.1',
      title: `Stress of ${where}`,
      symbol: `f_${n}`,
      expression: 'max(-f_y, min(f_y, E_s * 0.003 * (d_i - c) / c))',
      inputs: {
        f_y: stress(section.fy),
        E_s: elasticity(section.Es),
        d_i: fine(depth),
        c: fine(c),
      },
      value: stress(level.stress),
    });
    const own = steel * (level.stress + level.displaced * laws.blockStress);
    const isIn = level.displaced > 0;
    sheet.step({
      clause: '22.2',
      title: `Force of ${where}`,
      symbol: `F_${n}`,
      expression: isIn ? `A_${n} * (f_${n} + k * 0.85 * f_c)` : `A_${n} * f_${n}`,
      inputs: {
        [`A_${n}`]: barArea(steel),
        [`f_${n}`]: stress(level.stress),
        ...(isIn ? { k: plain(level.displaced, 2), f_c: stress(section.fc) } : {}),
      },
      value: force(own),
      ...(isIn ? { note: 'k: share of the bars in the block, where they displace concrete' } : {}),
    });
    names.push(n);
    sums[`F_${n}`] = force(own);
    arms[`z_${n}`] = fine(bars.reduce((sum, bar) => sum + bar.z, 0) / bars.length);
  });
  const pull = at.N + pressed;
  sheet.step({
    clause: '22.2.1',
    title: 'Sum of the forces of bars, tension positive',
    symbol: 'F_s',
    expression: names.map((n) => `F_${n}`).join(' + '),
    inputs: Object.fromEntries(names.map((n) => [`F_${n}`, sums[`F_${n}`]])),
    value: force(pull),
    note: asked.N === 0 ? 'as much as the block presses' : 'with the pressure of the block what is left is axial force',
  });
  if (asked.N !== 0)
    sheet.step({
      clause: '22.4',
      title: 'Nominal axial strength, tension positive',
      symbol: 'N_n',
      expression: 'F_s - C_c',
      inputs: { F_s: force(pull), C_c: force(pressed) },
      value: force(at.N),
    });
  // where hardly anything bends it the axial force tells
  const isBent = Math.abs(asked.My) > 1e-3 * Math.abs(asked.N);
  if (isBent)
    sheet.step({
      clause: '22.3',
      title: 'Nominal strength in bending, about the centroid',
      symbol: 'M_n',
      expression: `abs(C_c * z_c${names.map((n) => ` - F_${n} * z_${n}`).join('')})`,
      inputs: { ...sums, ...arms },
      value: moment(Math.abs(at.My)),
      note: 'z: heights over the centroid, negative below it',
    });
  sheet.step({
    clause: '22.2.2.1',
    title: 'Strain of the outermost bars in tension',
    symbol: 'epsilon_t',
    expression: '0.003 * (d_t - c) / c',
    inputs: { d_t: fine(c * (1 + at.strain / 0.003)), c: fine(c) },
    value: plain(at.strain, 5),
  });
  sheet.step(reductionStep(section, at.strain, phi));
  if (!isLevel)
    sheet.remark(
      `About the weak axis: Mu = ${formatQuantity(asked.Mz, 'moment', units)} of φ Mn = ${formatQuantity(phi * at.Mz, 'moment', units)}.`,
    );
  if (asked.N !== 0 && isBent)
    sheet.remark(
      `With the axial force: Nu = ${formatQuantity(asked.N, 'force', units)} of φ Nn = ${formatQuantity(phi * at.N, 'force', units)}; both grow together to the strength.`,
    );
  sheet.compare({
    clause: '9.5.1.1',
    title: 'Comparison',
    symbol: 'u',
    expression: isBent ? 'M_u / (phi * M_n)' : 'N_u / (phi * N_n)',
    inputs: isBent
      ? { M_u: moment(Math.abs(asked.My)), phi: plain(phi), M_n: moment(Math.abs(at.My)) }
      : { N_u: force(asked.N), phi: plain(phi), N_n: force(at.N) },
    value: plain(utilisation, 2),
    utilisation,
  });
}

/**
 * Minimum area of tension bars, ACI 318-19 9.6.1.2, m².
 * @param width b_w, or where the flange of a statically determinate beam is in tension the lesser of b_f and 2 b_w, m
 * @param depth effective, m
 */
export function minimumFlexuralSteel(
  section: BeamSection,
  depth: number,
  sheet?: Sheet,
  width = section.width,
): number {
  const { fc, fy } = section;
  const value = (Math.max(3 * Math.sqrt(fc * psi), 200 * psi) / Math.min(fy, 80000 * psi)) * width * depth;
  sheet?.step({
    clause: '9.6.1.2',
    title: 'Minimum area of tension bars',
    symbol: 'A_min',
    expression: 'max(3 * sqrt(f_c * psi), 200 * psi) / f_y * b_w * d',
    inputs: {
      f_c: stress(fc),
      psi: psiInput,
      f_y: stress(Math.min(fy, 80000 * psi)),
      b_w: sectionLength(width),
      d: sectionLength(depth),
    },
    value: barArea(value),
    ...(width > section.width ? { note: 'bw: the lesser of bf and 2 bw, its flange being in tension' } : {}),
  });
  return value;
}

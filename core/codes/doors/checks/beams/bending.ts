import {
  barAt,
  crushingAt,
  compressed,
  directionAt,
  strengthAbout,
  strengthTowards,
  timesInto,
  type ReinforcedSection,
  type SectionForces,
  type SectionLaws,
  type StrengthFound,
} from '../../../../concrete';
import {
  area,
  barArea,
  elasticity,
  force,
  moment,
  plain,
  stress,
  type Quantity,
  type Sheet,
  type Step,
} from '../../../../sheet';
import { formatQuantity, type UnitSystem } from '../../../../units';

/** How a code counts the strength of a section. */
export interface BendingLaws {
  readonly laws: SectionLaws;
  /** share of the strength that may be counted by the strain of the outermost bars: φ; 1 where materials have their own factors */
  readonly share: (strain: number) => number;
}

/** A section at its strength, and how far it is used. */
export interface Bent {
  readonly found: StrengthFound;
  readonly phi: number;
  readonly utilisation: number;
}

/**
 * Bending with axial force: how far a section is used when both grow together.
 * @param across whether bending about the weak axis counts; otherwise the neutral axis is kept level
 * @param between angles that the neutral axis most likely lies between, rad
 * @returns undefined: the section has no strength that way
 */
export function bendBy(
  { laws, share }: BendingLaws,
  reinforced: ReinforcedSection,
  asked: SectionForces,
  across = false,
  between?: readonly [number, number],
): Bent | undefined {
  const found = across
    ? strengthTowards(reinforced, laws, asked, between)
    : strengthAbout(reinforced, laws, asked.N, asked.My);
  if (!found) return undefined;
  const phi = share(found.at.strain);
  return { found, phi, utilisation: timesInto(asked, found, phi, !across) };
}

/** The words and steps of a code on a sheet of bending. */
export interface BendingWords {
  readonly compatibility: string;
  readonly block: string;
  readonly axial: string;
  readonly bending: string;
  readonly comparison: string;
  /** step of the depth of the block over that of the neutral axis */
  readonly factor: Step;
  /** 0.85 f′c, η f_cd: an expression with its inputs */
  readonly pressure: { readonly expression: string; readonly inputs: Readonly<Record<string, Quantity>> };
  /** stress at which bars yield, as it is called, and what it is */
  readonly yields: { readonly symbol: string; readonly value: Quantity };
  /** the share that may be counted; undefined: all of it */
  readonly share?: (strain: number, phi: number) => Step;
  readonly symbols: { readonly N: string; readonly M: string; readonly strength: string; readonly axial: string };
}

/** A length that small differences are made of. */
const fine = (value: number): Quantity => ({ value, kind: 'sectionLength', decimals: 3 });

/** Bars of a section at the same depth, the deepest first. */
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

/** Repeats how a section came to its strength: the neutral axis, each level of bars, the block, the sums, the comparison. */
export function traceBending(
  sheet: Sheet,
  words: BendingWords,
  { laws }: BendingLaws,
  reinforced: ReinforcedSection,
  asked: SectionForces,
  { found, phi, utilisation }: Bent,
  units: UnitSystem,
): void {
  const { angle, c, at } = found;
  const isLevel = Math.abs(Math.sin(angle)) < 1e-9;
  const direction = directionAt(reinforced, angle);
  const crushing = crushingAt(laws, direction, c);
  const isPressed = crushing !== laws.crushing;
  const strain = isPressed ? 'epsilon_c' : String(laws.crushing);
  const strained: Record<string, Quantity> = isPressed ? { epsilon_c: plain(crushing, 8) } : {};
  const show = (value: number) => formatQuantity(value, 'sectionLength', units, units === 'us' ? 2 : 0);
  sheet.remark(
    `The neutral axis is found by strain compatibility (${words.compatibility}): ${isLevel ? '' : `turned by ${((angle * 180) / Math.PI).toFixed(1)}° from level, `}at c = ${show(c)} below the outermost compressed fibre, where the forces of block and bars stand to each other as those that are asked.`,
  );
  if (isPressed)
    sheet.remark(
      `All of the section is pressed: its outermost fibre is strained by ${crushing.toFixed(5)} rather than ${laws.crushing} (${words.compatibility}).`,
    );
  sheet.step(words.factor);
  const block = compressed(reinforced, direction, laws.blockFactor * c);
  const pressed = laws.blockStress * block.area;
  sheet.step({
    clause: words.block,
    title: `Pressure of the block, ${show(laws.blockFactor * c)} deep`,
    symbol: 'C_c',
    expression: `${words.pressure.expression} * A_c`,
    inputs: { ...words.pressure.inputs, A_c: area(block.area) },
    value: force(pressed),
    note: 'Ac: concrete within the block',
  });
  const names: string[] = [];
  const sums: Record<string, Quantity> = { C_c: force(pressed) };
  // bending about the axis that is bent most
  const across = Math.abs(asked.Mz) > Math.abs(asked.My);
  const arm = across ? 'y' : 'z';
  const [bending, borne] = across ? [asked.Mz, at.Mz] : [asked.My, at.My];
  const arms: Record<string, Quantity> = { [`${arm}_c`]: fine(block[arm] / (block.area || 1)) };
  const limit = words.yields.symbol;
  levelsOf(reinforced, (bar) => barAt(laws, bar, direction, c).depth).forEach(({ depth, bars }, i) => {
    const level = barAt(laws, bars[0], direction, c);
    const steel = bars.reduce((sum, bar) => sum + bar.area, 0);
    const n = String(i + 1);
    const where = `${bars.length} ${bars.length > 1 ? 'bars' : 'bar'} ${show(depth)} down`;
    sheet.step({
      clause: words.compatibility,
      title: `Stress of ${where}`,
      symbol: `f_${n}`,
      expression: `max(-${limit}, min(${limit}, E_s * ${strain} * (d_i - c) / c))`,
      inputs: { [limit]: words.yields.value, E_s: elasticity(laws.modulus), d_i: fine(depth), c: fine(c), ...strained },
      value: stress(level.stress),
    });
    const own = steel * (level.stress + level.displaced * laws.blockStress);
    const isIn = level.displaced > 0;
    sheet.step({
      clause: words.compatibility,
      title: `Force of ${where}`,
      symbol: `F_${n}`,
      expression: isIn ? `A_${n} * (f_${n} + k * ${words.pressure.expression})` : `A_${n} * f_${n}`,
      inputs: {
        [`A_${n}`]: barArea(steel),
        [`f_${n}`]: stress(level.stress),
        ...(isIn ? { k: plain(level.displaced, 2), ...words.pressure.inputs } : {}),
      },
      value: force(own),
      ...(isIn ? { note: 'k: share of the bars in the block, where they displace concrete' } : {}),
    });
    names.push(n);
    sums[`F_${n}`] = force(own);
    arms[`${arm}_${n}`] = fine(bars.reduce((sum, bar) => sum + bar[arm], 0) / bars.length);
  });
  const pull = at.N + pressed;
  sheet.step({
    clause: words.compatibility,
    title: 'Sum of the forces of bars, tension positive',
    symbol: 'F_s',
    expression: names.map((n) => `F_${n}`).join(' + '),
    inputs: Object.fromEntries(names.map((n) => [`F_${n}`, sums[`F_${n}`]])),
    value: force(pull),
    note: asked.N === 0 ? 'as much as the block presses' : 'with the pressure of the block what is left is axial force',
  });
  const { symbols } = words;
  if (asked.N !== 0)
    sheet.step({
      clause: words.axial,
      title: 'Axial strength, tension positive',
      symbol: symbols.axial,
      expression: 'F_s - C_c',
      inputs: { F_s: force(pull), C_c: force(pressed) },
      value: force(at.N),
    });
  // where hardly anything bends it the axial force tells
  const isBent = Math.abs(bending) > 1e-3 * Math.abs(asked.N);
  if (isBent)
    sheet.step({
      clause: words.bending,
      title: across
        ? 'Strength in bending about local z, about the centroid'
        : 'Strength in bending, about the centroid',
      symbol: symbols.strength,
      expression: `abs(C_c * ${arm}_c${names.map((n) => ` - F_${n} * ${arm}_${n}`).join('')})`,
      inputs: { ...sums, ...arms },
      value: moment(Math.abs(borne)),
      note: across ? 'y: distances from the centroid' : 'z: heights over the centroid, negative below it',
    });
  sheet.step({
    clause: words.compatibility,
    title: 'Strain of the outermost bars in tension',
    symbol: 'epsilon_t',
    expression: `${strain} * (d_t - c) / c`,
    inputs: { d_t: fine(c * (1 + at.strain / crushing)), c: fine(c), ...strained },
    value: plain(at.strain, 5),
  });
  if (words.share) sheet.step(words.share(at.strain, phi));
  const show2 = (value: number, kind: 'moment' | 'force') => formatQuantity(value, kind, units);
  if (!isLevel && asked.My !== 0 && asked.Mz !== 0)
    sheet.remark(
      `About the ${across ? 'strong' : 'weak'} axis: ${show2(across ? asked.My : asked.Mz, 'moment')} of ${show2(phi * (across ? at.My : at.Mz), 'moment')} that can be borne with it.`,
    );
  if (asked.N !== 0 && isBent)
    sheet.remark(
      `With the axial force: ${show2(asked.N, 'force')} of ${show2(phi * at.N, 'force')}; both grow together to the strength.`,
    );
  const factor: Record<string, Quantity> = words.share ? { phi: plain(phi) } : {};
  const times = words.share ? 'phi * ' : '';
  const of = (name: string) => (words.share ? `(${times}${name})` : name);
  sheet.compare({
    clause: words.comparison,
    title: 'Comparison',
    symbol: 'u',
    expression: isBent ? `${symbols.M} / ${of(symbols.strength)}` : `${symbols.N} / ${of(symbols.axial)}`,
    inputs: isBent
      ? { [symbols.M]: moment(Math.abs(bending)), ...factor, [symbols.strength]: moment(Math.abs(borne)) }
      : { [symbols.N]: force(asked.N), ...factor, [symbols.axial]: force(at.N) },
    value: plain(utilisation, 2),
    utilisation,
  });
}

/** One comparison that ends a sheet. */
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

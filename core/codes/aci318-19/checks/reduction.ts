import type { ConcreteRules } from '../../../model';
import type { Sheet } from '../../../sheet';

/** Strength reduction factors φ, ACI 318-19 Tables 21.2.1 and 21.2.2. */
export interface ReductionFactors {
  /** of sections that tension controls */
  readonly tension: number;
  /** of sections that compression controls, with ties and with a spiral */
  readonly compression: number;
  readonly spiral: number;
  readonly shear: number;
  readonly torsion: number;
}

/** What Tables 21.2.1 and 21.2.2 say. */
export const tableFactors: ReductionFactors = {
  tension: 0.9,
  compression: 0.65,
  spiral: 0.75,
  shear: 0.75,
  torsion: 0.75,
};

/** Something that is designed with factors typed in the rules; left out: with those of the tables. */
export interface Reduced {
  readonly reduction?: ConcreteRules['reduction'];
}

/** Factors that hold: those of the tables where none is typed. */
export function reductionOf({ reduction }: Reduced): ReductionFactors {
  if (!reduction) return tableFactors;
  return {
    tension: reduction.tension ?? tableFactors.tension,
    compression: reduction.compression ?? tableFactors.compression,
    spiral: reduction.spiral ?? tableFactors.spiral,
    shear: reduction.shear ?? tableFactors.shear,
    torsion: reduction.torsion ?? tableFactors.torsion,
  };
}

const names: Readonly<Record<keyof ReductionFactors, string>> = {
  tension: 'tension-controlled',
  compression: 'compression-controlled',
  spiral: 'compression-controlled with a spiral',
  shear: 'shear',
  torsion: 'torsion',
};

/** Says on a sheet which of these factors are not those of the tables. */
export function remarkReduction(sheet: Sheet, reduced: Reduced, of: readonly (keyof ReductionFactors)[]): void {
  const factors = reductionOf(reduced);
  const changed = of.filter((key) => factors[key] !== tableFactors[key]);
  if (changed.length > 0)
    sheet.remark(
      `φ as typed in the design rules in place of Tables 21.2.1 and 21.2.2: ${changed.map((key) => `${names[key]} ${factors[key]} (${tableFactors[key].toFixed(2)})`).join(', ')}.`,
    );
}

import { findBar } from '../../../catalog';
import { Sheet } from '../../../sheet';
import type { BeamSection } from '../../doors/checks/beams/beam-section';
import { aciSpacing, inch, psi } from './beam-section';
import { flexuralStrength, lawsOf, leastPhi } from './flexure';
import { inRows } from '../../doors/checks/beams/beam-bars';
import { reductionOf, remarkReduction, tableFactors } from './reduction';
import { needsStirrups, shearStrength } from './shear';
import { crackingTorsion, torsionPerLeg } from './torsion';

const fy = 60000 * psi;
const Es = 29e6 * psi;
/** 12 × 20 in, cover 1.5 in, #4 stirrups, f′c 4000 psi. */
const beam: BeamSection = {
  width: 12 * inch,
  depth: 20 * inch,
  cover: 1.5 * inch,
  stirrup: findBar('#4')!,
  fc: 4000 * psi,
  fy,
  Es,
  spacing: aciSpacing,
};
const reduction = { tension: 0.8, compression: 0.5, spiral: 0.6, shear: 0.6, torsion: 0.5 };
const lowered: BeamSection = { ...beam, reduction };

test('φ between compression and tension control runs evenly from one factor to the other, by strain', () => {
  const yieldStrain = fy / Es;
  const share = (typed?: BeamSection['reduction'], isSpiral = false) =>
    lawsOf({ fc: beam.fc, fy, Es, isSpiral, reduction: typed }).share;
  for (const [strain, table, typed, spiral] of [
    [0, 0.65, 0.5, 0.6],
    [yieldStrain, 0.65, 0.5, 0.6],
    [yieldStrain + 0.0015, 0.775, 0.65, 0.7],
    [yieldStrain + 0.003, 0.9, 0.8, 0.8],
    [0.02, 0.9, 0.8, 0.8],
  ]) {
    expect(share()(strain)).toBeCloseTo(table, 9);
    expect(share(reduction)(strain)).toBeCloseTo(typed, 9);
    expect(share(reduction, true)(strain)).toBeCloseTo(spiral, 9);
  }
  // compression is never allowed more than tension
  expect(share({ tension: 0.6 })(0)).toBeCloseTo(0.6, 9);
  expect(leastPhi({ isSpiral: true })).toBe(0.75);
});

test('what is not typed stays that of the tables', () => {
  expect(reductionOf({})).toEqual({ tension: 0.9, compression: 0.65, spiral: 0.75, shear: 0.75, torsion: 0.75 });
  expect(reductionOf({ reduction: { shear: 0.7 } })).toEqual({ ...tableFactors, shear: 0.7 });
});

test('strengths are as many times lower as their factor: bending, shear, torsion', () => {
  const bars = { bottom: inRows(beam, { bar: findBar('#8')!, count: 3 }) };
  expect(flexuralStrength(lowered, bars).strength / flexuralStrength(beam, bars).strength).toBeCloseTo(0.8 / 0.9, 9);
  const stirrups = { bar: findBar('#4')!, legs: 2, spacing: 8 * inch };
  const shear = (of: BeamSection) => shearStrength(of, 17.5 * inch, stirrups, 0).strength;
  expect(shear(lowered) / shear(beam)).toBeCloseTo(0.6 / 0.75, 9);
  expect(crackingTorsion(lowered) / crackingTorsion(beam)).toBeCloseTo(0.5 / 0.75, 9);
  expect(torsionPerLeg(lowered, 1e4) / torsionPerLeg(beam, 1e4)).toBeCloseTo(0.75 / 0.5, 9);
  // φ λ √f′c b d by hand: 0.75 and 0.6 times 63.25 psi · 12 in · 17.5 in
  const root = Math.sqrt(4000) * 12 * 17.5 * 4.4482216152605;
  expect([0.74, 0.76].map((times) => needsStirrups(beam, 17.5 * inch, times * root))).toEqual([false, true]);
  expect([0.59, 0.61].map((times) => needsStirrups(lowered, 17.5 * inch, times * root))).toEqual([false, true]);
});

test('a sheet says which factors are typed, and only those that it uses', () => {
  const remarks = (of: BeamSection, ...keys: (keyof typeof tableFactors)[]) => {
    const sheet = new Sheet();
    remarkReduction(sheet, of, keys);
    return sheet.remarks;
  };
  expect(remarks(beam, 'tension', 'shear')).toEqual([]);
  expect(remarks(lowered, 'shear')).toEqual([
    'φ as typed in the design rules in place of Tables 21.2.1 and 21.2.2: shear 0.6 (0.75).',
  ]);
});

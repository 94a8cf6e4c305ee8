import { moment } from '../../../sheet';
import { minorFlexuralStrength } from './flexure';
import { comparison, noise, type SteelCheck } from './steel-check';
import { tracedMajorStrength } from './steel-member';

/** F2 and F3: yielding, lateral-torsional buckling, local buckling of the flange. */
export const majorFlexureCheck: SteelCheck = {
  id: 'flexureMajor',
  title: 'Bending, strong axis',
  clause: 'F2',
  noDemand: 'No bending about the strong axis in any combination.',
  excludes: ({ majorExclusion }) => majorExclusion,
  ratio: (_, { My, majorStrength }) => My / majorStrength,
  trace: comparison('My', moment, ['M_ux', 'M_cx'], 'F1', (member, sheet, at) => {
    for (const words of member.lengthWords) sheet.remark(words);
    return tracedMajorStrength(member, at, at.x, sheet);
  }),
};

/** F6. */
export const minorFlexureCheck: SteelCheck = {
  id: 'flexureMinor',
  title: 'Bending, weak axis',
  clause: 'F6',
  noDemand: 'No bending about the weak axis in any combination.',
  ratio: ({ strengths }, { Mz }) => (Mz > noise ? Mz / strengths.minor : 0),
  trace: comparison('Mz', moment, ['M_uy', 'M_cy'], 'F1', ({ section }, sheet) =>
    minorFlexuralStrength(section, sheet),
  ),
};

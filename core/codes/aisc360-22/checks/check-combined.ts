import { force, moment, plain } from '../../../sheet';
import { compressionStrength, tensionStrength } from './compression';
import { minorFlexuralStrength } from './flexure';
import { valueAt, type SteelCheck } from './steel-check';
import { tracedMajorStrength } from './steel-member';

/** Combined ratio of H1-1a or H1-1b; forces N, moments N·m with their strengths. */
function interaction(N: number, axial: number, Mx: number, major: number, My: number, minor: number): number {
  const ratio = Math.abs(N) / axial;
  const bending = Mx / major + My / minor;
  return ratio >= 0.2 ? ratio + (8 / 9) * bending : ratio / 2 + bending;
}

/** H1.1 and H1.2. */
export const combinedCheck: SteelCheck = {
  id: 'combined',
  title: 'Axial force and bending',
  clause: 'H1',
  noDemand: 'No axial force and no bending in any combination.',
  excludes: ({ majorExclusion }) => majorExclusion,
  ratio: ({ strengths }, { N, My, Mz, majorStrength }) =>
    interaction(N, N >= 0 ? strengths.tension : strengths.compression, My, majorStrength, Mz, strengths.minor),
  trace: (member, at, sheet) => {
    const { section, lengths } = member;
    for (const words of member.lengthWords) sheet.remark(words);
    const N = valueAt(at, 'N');
    const axial = N >= 0 ? tensionStrength(section, sheet) : compressionStrength(section, lengths, sheet);
    const major = tracedMajorStrength(member, at, at.x, sheet);
    const minor = minorFlexuralStrength(section, sheet);
    const [Pr, Mx, My] = [Math.abs(N), Math.abs(valueAt(at, 'My')), Math.abs(valueAt(at, 'Mz'))];
    const large = Pr / axial >= 0.2;
    const value = interaction(N, axial, Mx, major, My, minor);
    sheet.compare({
      clause: large ? 'H1-1a' : 'H1-1b',
      title: `Interaction, Pr / Pc = ${(Pr / axial).toFixed(2)} ${large ? '≥' : '<'} 0.2`,
      symbol: 'u',
      expression: large
        ? 'P_r / P_c + 8 / 9 * (M_rx / M_cx + M_ry / M_cy)'
        : 'P_r / (2 * P_c) + M_rx / M_cx + M_ry / M_cy',
      inputs: {
        P_r: force(Pr),
        P_c: force(axial),
        M_rx: moment(Mx),
        M_cx: moment(major),
        M_ry: moment(My),
        M_cy: moment(minor),
      },
      value: plain(value, 2),
      utilisation: value,
    });
  },
};

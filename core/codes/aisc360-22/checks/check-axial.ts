import { force } from '../../../sheet';
import { compressionStrength, tensionStrength } from './compression';
import { comparison, noise, type SteelCheck } from './steel-check';

/** Chapter D: yielding of the gross section. */
export const tensionCheck: SteelCheck = {
  id: 'tension',
  title: 'Tension',
  clause: 'D2',
  noDemand: 'No combination puts the member in tension.',
  ratio: ({ strengths }, { N }) => (N > noise ? N / strengths.tension : 0),
  trace: comparison('N', force, ['P_u', 'P_c'], 'D1', ({ section }, sheet) => tensionStrength(section, sheet)),
};

/** Chapter E: buckling in bending and in torsion, slender elements. */
export const compressionCheck: SteelCheck = {
  id: 'compression',
  title: 'Compression',
  clause: 'E3',
  noDemand: 'No combination puts the member in compression.',
  ratio: ({ strengths }, { N }) => (N < -noise ? -N / strengths.compression : 0),
  trace: comparison('N', force, ['P_u', 'P_c'], 'E1', ({ section, lengths, lengthWords }, sheet) => {
    for (const words of lengthWords) sheet.remark(words);
    return compressionStrength(section, lengths, sheet);
  }),
};

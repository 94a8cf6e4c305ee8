import { force } from '../../../sheet';
import { flangeShearStrength, webShearStrength } from './shear';
import { comparison, noise, type SteelCheck } from './steel-check';

/** G2.1. */
export const webShearCheck: SteelCheck = {
  id: 'shearWeb',
  title: 'Shear in the web',
  clause: 'G2',
  noDemand: 'No shear in the web in any combination.',
  ratio: ({ strengths }, { Vz }) => Vz / strengths.web,
  trace: comparison('Vz', force, ['V_u', 'V_c'], 'G1', ({ section }, sheet) => webShearStrength(section, sheet)),
};

/** G6. */
export const flangeShearCheck: SteelCheck = {
  id: 'shearFlange',
  title: 'Shear in the flanges',
  clause: 'G6',
  noDemand: 'No shear in the flanges in any combination.',
  ratio: ({ strengths }, { Vy }) => (Vy > noise ? Vy / strengths.flange : 0),
  trace: comparison('Vy', force, ['V_u', 'V_c'], 'G1', ({ section }, sheet) => flangeShearStrength(section, sheet)),
};

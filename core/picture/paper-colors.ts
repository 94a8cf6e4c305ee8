import type { ColorRole } from '../results';

/** Colours on paper by role. */
export const paperColors: Readonly<Record<ColorRole, string>> = {
  axial: '#5F4BB0',
  shear: '#8A5A00',
  torsion: '#4F6B12',
  bending: '#00717B',
  movement: '#161C23',
  plain: '#161C23',
};

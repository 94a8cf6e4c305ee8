import { resultQuantities, type ColorRole, type Quantity } from '~core/results';
import { colors } from './tokens';

/** Colours on screen by role. */
const roleColors: Readonly<Record<ColorRole, string>> = {
  axial: colors.axial,
  shear: colors.shear,
  torsion: colors.torsion,
  bending: colors.moment,
  movement: colors.ink2,
  plain: colors.ink,
};

/** The colour a quantity is drawn in. */
export const quantityColor = (quantity: Quantity): string => roleColors[resultQuantities[quantity].role];

import { isAround, type ColumnTies } from '../column-reinforcement';
import type { ColumnPoint } from './concrete-column';
import type { ColumnSection } from './cage';

/** What a shear of a column goes along: a local axis, or of a round column any line through its middle. */
export type ShearWay = 'y' | 'z' | 'any';

/** Ways that a column is checked for shear. */
export const shearWays = ({ isRound }: Pick<ColumnSection, 'isRound'>): readonly ShearWay[] =>
  isRound ? ['any'] : ['z', 'y'];

/** Shear at a place, without sign, N. */
export const shearAlong = ({ Vy, Vz }: ColumnPoint, way: ShearWay): number =>
  way === 'any' ? Math.hypot(Vy, Vz) : Math.abs(way === 'z' ? Vz : Vy);

/** Legs of ties that a shear cuts; a round tie or a turn of a spiral is cut twice. */
export const legsAlong = (ties: ColumnTies, way: ShearWay): number =>
  isAround(ties) ? 2 : way === 'z' ? ties.legsZ : ties.legsY;

/** Id and title of the check of a way. */
export const shearNames = (way: ShearWay): { id: string; title: string } =>
  way === 'any' ? { id: 'shear-round', title: 'Shear' } : { id: `shear-${way}`, title: `Shear along local ${way}` };

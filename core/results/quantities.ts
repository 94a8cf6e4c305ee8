import type { QuantityKind } from '../units';

/** What a drawn quantity is, for its colour: quantities of one role have one. */
export type ColorRole = 'axial' | 'shear' | 'torsion' | 'bending' | 'movement' | 'plain';

/** What there is to know of a quantity that is drawn on the structure. */
export interface ResultQuantity {
  /** in plain letters; a symbol with a letter below it stands last: “Moment My” */
  readonly title: string;
  /** what its numbers are */
  readonly unit: QuantityKind;
  /**
   * movement: the structure itself, displaced. along: a value at every place along members. area: a value at every place of slabs and walls that are
   * meshed. written: numbers where they belong, at supports, storeys or members.
   */
  readonly drawn: 'movement' | 'along' | 'area' | 'written';
  /** what gives it its colour on screen and paper */
  readonly role: ColorRole;
  /** a bending moment is drawn on the side in tension */
  readonly bends: boolean;
}

const movement = { unit: 'deflection', drawn: 'movement', bends: false, role: 'movement' } as const;
const force = { unit: 'force', drawn: 'along', bends: false } as const;
const moment = { unit: 'moment', drawn: 'along', bends: true, role: 'bending' } as const;
const perWidth = { unit: 'momentPerWidth', drawn: 'area', bends: false, role: 'bending' } as const;
const inPlane = { unit: 'lineLoad', drawn: 'area', bends: false, role: 'axial' } as const;
const across = { unit: 'lineLoad', drawn: 'area', bends: false, role: 'shear' } as const;
const slabStress = { unit: 'stress', drawn: 'area', bends: false, role: 'axial' } as const;
const written = { drawn: 'written', bends: false, role: 'plain' } as const;

/** The quantities of the Results stage, in the order in which they are offered. */
export const resultQuantities = {
  deflected: { title: 'Deflected shape', ...movement },
  N: { title: 'Axial force N', ...force, role: 'axial' },
  Vy: { title: 'Shear Vy', ...force, role: 'shear' },
  Vz: { title: 'Shear Vz', ...force, role: 'shear' },
  T: { title: 'Torsion T', ...moment, bends: false, role: 'torsion' },
  My: { title: 'Moment My', ...moment },
  Mz: { title: 'Moment Mz', ...moment },
  stress: { title: 'Normal stress σ', unit: 'stress', drawn: 'along', bends: false, role: 'axial' },
  w: { title: 'Slab movement w', unit: 'deflection', drawn: 'area', bends: false, role: 'movement' },
  p: { title: 'Soil pressure p', unit: 'pressure', drawn: 'area', bends: false, role: 'shear' },
  mx: { title: 'Slab moment mx', ...perWidth },
  my: { title: 'Slab moment my', ...perWidth },
  mxy: { title: 'Slab twisting mxy', ...perWidth },
  m1: { title: 'Slab principal moment m1', ...perWidth },
  m2: { title: 'Slab principal moment m2', ...perWidth },
  vx: { title: 'Slab shear vx', ...across },
  vy: { title: 'Slab shear vy', ...across },
  v: { title: 'Slab shear, both directions v', ...across },
  nx: { title: 'Slab axial nx', ...inPlane },
  ny: { title: 'Slab axial ny', ...inPlane },
  nxy: { title: 'Slab in-plane shear nxy', ...inPlane },
  sxt: { title: 'Slab stress, top σx', ...slabStress },
  sxb: { title: 'Slab stress, bottom σx', ...slabStress },
  syt: { title: 'Slab stress, top σy', ...slabStress },
  syb: { title: 'Slab stress, bottom σy', ...slabStress },
  txyt: { title: 'Slab shear stress, top τxy', ...slabStress },
  txyb: { title: 'Slab shear stress, bottom τxy', ...slabStress },
  s1t: { title: 'Slab principal stress, top σ1', ...slabStress },
  s2t: { title: 'Slab principal stress, top σ2', ...slabStress },
  s1b: { title: 'Slab principal stress, bottom σ1', ...slabStress },
  s2b: { title: 'Slab principal stress, bottom σ2', ...slabStress },
  reactions: { title: 'Reactions', unit: 'force', ...written },
  drift: { title: 'Storey drift', ...movement },
  utilisation: { title: 'Utilisation', unit: 'number', ...written },
} as const satisfies Readonly<Record<string, ResultQuantity>>;

export type Quantity = keyof typeof resultQuantities;

/** Their names, in order. */
export const quantities = Object.keys(resultQuantities) as Quantity[];

/** Whether what is drawn is the structure's movement. */
export const isMovement = (quantity: Quantity): boolean => resultQuantities[quantity].drawn === 'movement';

/** Whether a quantity is one of meshed slabs and walls. */
export const isOfPanels = (quantity: Quantity): boolean => resultQuantities[quantity].drawn === 'area';

/** The quantities of meshed slabs and walls, in order. */
export const panelQuantities = quantities.filter(isOfPanels);

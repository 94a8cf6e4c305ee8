import type { AxisPosition, Behaviour } from '~core/model';

/** What members carry, in words. */
export const behaviourNames: Readonly<Record<Behaviour, string>> = {
  frame: 'frame: axial, bending, torsion',
  axial: 'axial force only',
  tension: 'tension only',
  compression: 'compression only',
};

/** Where the line of the nodes stands in a section, in words. */
export const positionNames: Readonly<Record<AxisPosition, string>> = {
  topLeft: 'top left',
  top: 'top',
  topRight: 'top right',
  left: 'left',
  middle: 'middle of the box',
  right: 'right',
  bottomLeft: 'bottom left',
  bottom: 'bottom',
  bottomRight: 'bottom right',
  centroid: 'centroid',
  shearCentre: 'shear centre',
};

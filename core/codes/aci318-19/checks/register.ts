import { entry, type RegisterPart } from '../../doors/checks/register';

const faces = (['bottom', 'top'] as const).flatMap((face) => [
  entry(
    `flexure-${face}`,
    `Bending, ${face} bars`,
    '22.3',
    'compared',
    'One layer in tension by the stress block, elastic where the bars do not yield; φ by strain; moments between the faces of supports (9.4.2.1). Bars in compression and flanges are left out.',
  ),
  entry(`flexure-${face}-minimum`, `Minimum ${face} bars`, '9.6.1', 'rule', 'Least area of bars in tension.'),
  entry(`flexure-${face}-ductility`, `Tension control, ${face}`, '9.3.3.1', 'rule', 'Strain of the bars at strength.'),
  entry(
    `flexure-${face}-spacing`,
    `Clear spacing, ${face} bars`,
    '25.2.1',
    'rule',
    'Bars side by side in one layer; the size of the aggregate is not in the model.',
  ),
]);

/** What is asked of rectangular beams, in the order in which it is listed. */
export const beamRegister: RegisterPart = {
  members: 'Rectangular beams',
  entries: [
    ...faces,
    entry(
      'shear',
      'Shear',
      '22.5',
      'compared',
      'Concrete with the size effect where stirrups are few, and stirrups; at d from the face of a support that presses the beam (9.4.3.2). Axial force is left out.',
    ),
    entry('shear-spacing', 'Spacing of stirrups', '9.7.6.2.2', 'rule', 'Along the beam.'),
    entry('shear-minimum', 'Minimum stirrups', '9.6.3', 'rule', 'Where Vu asks for any.'),
    entry(
      'torsion',
      'Torsion',
      '22.7',
      'watched',
      'Below the threshold it is neglected (22.7.1.1); above it the verdict is open.',
    ),
    entry(
      'minor',
      'Bending about the weak axis',
      '22.3',
      'watched',
      'Left out below 1% of what cracks the section; above it the verdict is open.',
    ),
    entry(
      'axial',
      'Axial force',
      '9.5.2',
      'watched',
      'Compression up to 0.10 f′c Ag is left out (9.5.2.1); beyond it, and under tension that could crack the section, the verdict is open.',
    ),
    entry(
      'flange',
      'Together with its slab',
      '6.3.2',
      'watched',
      'Where a meshed slab works with the beam the section of both is not checked yet: the verdict is open.',
    ),
    entry(
      'deflection',
      'Deflection',
      '24.2',
      'out',
      'Cracked stiffness and creep are not in the analysis. No verdict speaks of it.',
    ),
    entry(
      'development',
      'Anchorage of bars',
      '25.4',
      'out',
      'Bars are checked as running through. No verdict speaks of it.',
    ),
    entry('cracks', 'Cracks', '24.3', 'out', 'Spacing of bars for cracks is not checked. No verdict speaks of it.'),
    entry('seismic', 'Seismic detailing', '18', 'out', 'Not checked. No verdict speaks of it.'),
  ],
};

/** What has no check at all. */
export const concreteWithout: RegisterPart = {
  members: 'Other concrete',
  entries: [
    entry('member', 'Columns', '10, 22.4', 'watched', 'Not there yet: their verdict is open.'),
    entry('member', 'Braces, and beams of other shapes', '9, 22', 'watched', 'Not there yet: their verdict is open.'),
    entry(
      'panels',
      'Slabs and walls',
      '8, 11',
      'out',
      'Their forces are found; bars, punching and cracks are not checked. They have no verdict.',
    ),
    entry('joints', 'Joints of beams and columns', '15', 'out', 'Not checked. No verdict speaks of it.'),
  ],
};

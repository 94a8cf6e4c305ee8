import { entry, type RegisterPart } from '../../doors/checks/register';

const faces = (['bottom', 'top'] as const).flatMap((face) => [
  entry(
    `flexure-${face}`,
    `Bending, ${face} bars`,
    '22.3, 22.4',
    'compared',
    'By strain compatibility with every bar, in tension or compression, and the stress block; φ by strain; with axial force where it counts; with the slab that is meshed beside it; moments between the faces of supports (9.4.2.1).',
  ),
  entry(
    `flexure-${face}-minimum`,
    `Minimum ${face} bars`,
    '9.6.1',
    'rule',
    'Least area of bars in tension; for twice the web where the flange of a cantilever is pulled.',
  ),
  entry(`flexure-${face}-ductility`, `Tension control, ${face}`, '9.3.3.1', 'rule', 'Strain of the bars at strength.'),
  entry(
    `flexure-${face}-spacing`,
    `Clear spacing, ${face} bars`,
    '25.2',
    'rule',
    'Bars side by side, in two rows at most; the size of the aggregate is not in the model.',
  ),
  entry(
    `flexure-${face}-cracks`,
    `Cracks, spacing of ${face} bars`,
    '24.3.2',
    'rule',
    'Distance of bars in tension, their stress taken as ⅔ fy (24.3.2.1).',
  ),
]);

/** What is asked of rectangular beams, in the order in which it is listed. */
export const beamRegister: RegisterPart = {
  members: 'Rectangular, T and L beams',
  entries: [
    ...faces,
    entry(
      'development',
      'Anchorage of bars',
      '25.4, 9.7.3',
      'compared',
      'Bars count at each place by how far they are developed (25.4.2.4 with Ktr = 0, hooks by 25.4.3.1), within supports less the cover; past where they are asked for they go on by d or 12 diameters (9.7.3.3). Into the next member of a line they are taken to go on as far as they need. Where the width of a support is not known, anchorage beyond it is assumed and said. Laps and the bars of 9.7.7 are not checked.',
    ),
    entry(
      'termination',
      'Ends of bars in tension',
      '9.7.3.5',
      'rule',
      'Bars that end where their face is in tension: shear at most two thirds of its strength, or twice the bars that are asked for go on and shear is at most three quarters of it. More stirrups there, 9.7.3.5(b), are not counted.',
    ),
    entry(
      'carried-bottom',
      'Bottom bars into the supports',
      '9.7.3.8',
      'rule',
      'A third of the bottom bars of a span, a quarter where the beam goes on or is built in, lie all along.',
    ),
    entry('carried-top', 'Top bars beyond the supports', '9.7.3.8.4', 'rule', 'A third of the top bars lie all along.'),
    entry(
      'shear',
      'Shear',
      '22.5',
      'compared',
      'Concrete with axial force, and with the size effect where stirrups are few, and stirrups; at d from the face of a support that presses the beam (9.4.3.2).',
    ),
    entry('shear-spacing', 'Spacing of stirrups', '9.7.6.2.2', 'rule', 'Along the beam, and of legs across it.'),
    entry('shear-minimum', 'Minimum stirrups', '9.6.3, 9.6.4.2', 'rule', 'Where Vu or Tu asks for any.'),
    entry(
      'torsion',
      'Torsion with shear',
      '22.7.6',
      'compared',
      'Above the threshold of the beam without flanges (22.7.1.1): legs of closed stirrups for shear and torsion; bars along the beam as a pull in bending, not less than 9.6.4.3. Struts at 45°; torsion is taken in full, what 22.7.3.2 lets others take over is not made use of.',
    ),
    entry('torsion-section', 'Crushing by torsion with shear', '22.7.7.1', 'compared', 'Solid sections.'),
    entry('torsion-spacing', 'Spacing of stirrups for torsion', '9.7.6.3.3', 'rule', 'Above the threshold.'),
    entry(
      'side-bars',
      'Bars along the sides',
      '9.7.5.1, 9.7.2.3',
      'rule',
      'For torsion above the threshold, and skin bars of beams deeper than 36 in.',
    ),
    entry(
      'minor',
      'Bending about both axes',
      '22.4',
      'compared',
      'By strain compatibility with a neutral axis that lies as it must. Below 1% of what cracks the section it is left out; beside a meshed slab the slab carries it.',
    ),
    entry(
      'shear-across',
      'Shear across the beam',
      '22.5.1.11',
      'compared',
      'Two legs of each stirrup; together with shear along the depth where each takes more than half.',
    ),
    entry(
      'axial',
      'Axial force',
      '9.5.2',
      'watched',
      'Tension is part of bending and shear; compression up to 0.10 f′c Ag is left out of bending (9.5.2.1). Beyond it the verdict is open: slenderness and ties are not checked.',
    ),
    entry(
      'flange',
      'Together with its slab',
      '6.3.2',
      'watched',
      'A meshed slab is part of the section where it touches the beam; where it does not the verdict is open. Shear between web and flange is not checked.',
    ),
    entry(
      'flange-width',
      'Width of the flange',
      '6.3.2.1',
      'rule',
      'Of T and L sections: no more stands out beside the web than Table 6.3.2.1 allows by thickness and clear span; the distance to the next web is not looked at. Shear between web and flange is not checked.',
    ),
    entry(
      'accepted',
      'Bars accepted',
      '',
      'watched',
      'Bars that Elbow proposes change with loads and rules: until they are accepted, or others chosen, the verdict is open.',
    ),
    entry(
      'deflection-live',
      'Deflection by live load',
      '24.2.2',
      'compared',
      'Immediate, by the effective second moment of Table 24.2.3.5 along the span, with the bars that are there; against l/360 or what is typed. Without combinations for service the verdict is open.',
    ),
    entry(
      'deflection',
      'Deflection after partitions stand',
      '24.2.2, 24.2.4',
      'compared',
      'What lasts of sustained loads by λΔ for five years, and what live load adds; against l/480 or what is typed. Spans of members with other sections or bars that are not accepted leave the verdict open. The least depth of 9.3.1 is not asked for: deflection is always computed.',
    ),
    entry(
      'crack-width',
      'Width of cracks',
      '24.3',
      'rule',
      'The code asks for spacing of bars alone; a width is computed where the design rules hold a limit for it.',
    ),
    entry(
      'deep',
      'Deep beams and brackets',
      '9.9, 16.5',
      'watched',
      'Clear spans of no more than four depths, and cantilevers shorter than their depth, leave the verdict open: struts and ties are not there. Concentrated loads within two depths of a face are not looked for.',
    ),
    entry(
      'integrity',
      'Structural integrity',
      '9.7.7',
      'out',
      'Bars that go on all around the perimeter and through joints are not checked, beyond what 9.7.3.8 asks of bars past the supports.',
    ),
    entry('laps', 'Lap splices', '25.5', 'out', 'Laps are counted in schedules; where they lie is not checked.'),
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

import { entry, type RegisterPart } from '../../doors/checks/register';

const faces = (['bottom', 'top'] as const).flatMap((face) => [
  entry(
    `flexure-${face}`,
    `Bending, ${face} bars`,
    '6.1',
    'compared',
    'By strain compatibility with every bar, in tension or compression, the rectangular block of 3.1.7(3) and bars with a horizontal branch; with axial force where it counts; with the slab that is meshed beside it; moments between the faces of supports (5.3.2.2(3)).',
  ),
  entry(
    `flexure-${face}-minimum`,
    `Minimum ${face} bars`,
    '9.2.1.1(1)',
    'rule',
    'Least area of bars in tension, for the mean width of what is in tension.',
  ),
  entry(`flexure-${face}-maximum`, `Maximum ${face} bars`, '9.2.1.1(3)', 'rule', 'Outside of laps.'),
  entry(
    `flexure-${face}-spacing`,
    `Clear spacing, ${face} bars`,
    '8.2(2)',
    'rule',
    'Bars side by side, in two rows at most; aggregate of 20 mm is assumed.',
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
      '8.4, 9.2.1.3',
      'compared',
      'Bars count at each place by how far they are anchored (8.4.4), within supports less the cover, against moments shifted by al with the flattest struts allowed. Into the next member of a line they are taken to go on as far as they need. Where the width of a support is not known, anchorage beyond it is assumed and said. Laps are not checked.',
    ),
    entry(
      'carried-bottom',
      'Bottom bars into the supports',
      '9.2.1.4(1)',
      'rule',
      'A quarter of the bottom bars of a span lies all along.',
    ),
    entry(
      'shear',
      'Shear',
      '6.2.2, 6.2.3',
      'compared',
      'Concrete alone, or upright stirrups with the flattest struts that bear as much (1 ≤ cot θ ≤ 2.5); at 45° where all of the section is pulled. At d from the face of a support that presses the beam (6.2.1(8)).',
    ),
    entry('shear-struts', 'Struts at the support', '6.2.1(8)', 'compared', 'All of the shear at the face.'),
    entry('shear-spacing', 'Spacing of stirrups', '9.2.2(6), (8)', 'rule', 'Along the beam, and of legs across it.'),
    entry('shear-minimum', 'Minimum stirrups', '9.2.2(5)', 'rule', 'Everywhere.'),
    entry(
      'torsion',
      'Torsion with shear',
      '6.3.2',
      'compared',
      'Where torsion and shear together crack the section (6.3.2(5)): legs of closed stirrups for both, bars along the beam as a pull in bending. Struts at 45°; all of the torsion, or none where the design rules say that others can take it over (6.3.1(2)).',
    ),
    entry('torsion-section', 'Struts by torsion with shear', '6.3.2(4)', 'compared', 'Solid sections, struts at 45°.'),
    entry('torsion-spacing', 'Spacing of stirrups for torsion', '9.2.3(3)', 'rule', 'Where torsion counts.'),
    entry('side-bars', 'Bars along the sides', '9.2.3(4)', 'rule', 'Where torsion counts.'),
    entry(
      'minor',
      'Bending about both axes',
      '6.1',
      'compared',
      'By strain compatibility with a neutral axis that lies as it must. Below 1% of what cracks the section it is left out; beside a meshed slab the slab carries it.',
    ),
    entry(
      'shear-across',
      'Shear across the beam',
      '6.2',
      'compared',
      'What each way takes of its resistance is added, on the safe side.',
    ),
    entry(
      'axial',
      'Axial force',
      '5.8, 6.1',
      'watched',
      'Tension is part of bending and shear; compression up to 0.10 fcd Ac is left out of bending. Beyond it the verdict is open: second order and ties of columns are not checked.',
    ),
    entry(
      'flange',
      'Together with its slab',
      '5.3.2.1',
      'watched',
      'A meshed slab is part of the section where it touches the beam; where it does not the verdict is open. Shear between web and flange (6.2.4) is not checked.',
    ),
    entry(
      'flange-width',
      'Width of the flange',
      '5.3.2.1',
      'rule',
      'Of T and L sections: no more stands out beside the web than 0.2 l0; the distance to the next web is not looked at. Shear between web and flange (6.2.4) is not checked.',
    ),
    entry(
      'torsion-compatibility',
      'Torsion that others take over',
      '6.3.1(2)',
      'watched',
      'Where the design rules say so: if the analysis leaves the beam more torsion than cracks it, neighbours lack what it does not carry, and the verdict is open.',
    ),
    entry(
      'left-out',
      'Forces left out',
      '',
      'watched',
      'Left out by hand in the design rules: where any acts the verdict is open and says how large it is.',
    ),
    entry(
      'accepted',
      'Bars accepted',
      '',
      'watched',
      'Bars that Elbow proposes change with loads and rules: until they are accepted, or others chosen, the verdict is open.',
    ),
    entry(
      'cracks',
      'Width of cracks',
      '7.3.4',
      'compared',
      'Under quasi-permanent loads, with creep, against 0.3 mm or what is typed. The tables of 7.3.3 and the least steel of 7.3.2 are not asked for. Without combinations for service the verdict is open.',
    ),
    entry(
      'deflection',
      'Deflection in the end',
      '7.4.1(4), 7.4.3',
      'compared',
      'Curvatures between those of the uncracked and the cracked section, with creep and shrinkage by annex B, integrated along the span with the bars that are there; against l/250 or what is typed. 7.4.2 is not asked for: deflection is always computed. Camber is not deducted.',
    ),
    entry(
      'deflection-lasting',
      'Deflection after partitions stand',
      '7.4.1(5), 7.4.3',
      'compared',
      'The same, less what permanent loads make at once; against l/500 or what is typed.',
    ),
    entry(
      'deep',
      'Deep beams and brackets',
      '5.3.1(3), J.3',
      'watched',
      'Spans of less than three depths, and cantilevers shorter than their depth, leave the verdict open: struts and ties are not there.',
    ),
    entry('laps', 'Laps', '8.7', 'out', 'Laps are counted in schedules; where they lie is not checked.'),
    entry('ties', 'Tying of the structure', '9.10', 'out', 'Not checked. No verdict speaks of it.'),
    entry('fatigue', 'Fatigue', '6.8', 'out', 'Not checked. No verdict speaks of it.'),
    entry('seismic', 'Seismic detailing', 'EN 1998-1 5', 'out', 'Not checked. No verdict speaks of it.'),
    entry('fire', 'Fire', 'EN 1992-1-2', 'out', 'Not checked. No verdict speaks of it.'),
  ],
};

/** What has no check at all. */
export const concreteWithout: RegisterPart = {
  members: 'Other concrete',
  entries: [
    entry('member', 'Columns', '5.8, 6.1, 9.5', 'watched', 'Not there yet: their verdict is open.'),
    entry('member', 'Braces, and beams of other shapes', '6', 'watched', 'Not there yet: their verdict is open.'),
    entry(
      'panels',
      'Slabs and walls',
      '6.4, 9.3, 9.6',
      'out',
      'Their forces are found; bars, punching and cracks are not checked. They have no verdict.',
    ),
  ],
};

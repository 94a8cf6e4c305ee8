import { entry, type RegisterPart } from '../../doors/checks/register';

/** What is asked of doubly symmetric I members, in the order in which it is listed. */
export const iMemberRegister: RegisterPart = {
  members: 'Rolled, doubly symmetric I members',
  entries: [
    entry('tension', 'Tension', 'D2', 'compared', 'Yielding of the gross section.'),
    entry(
      'compression',
      'Compression',
      'E3',
      'compared',
      'Buckling in bending (E3) and in torsion (E4), slender elements (E7); lengths between what holds the design line, K = 1 where no other is typed.',
    ),
    entry(
      'flexureMajor',
      'Bending, strong axis',
      'F2',
      'compared',
      'Yielding, lateral-torsional buckling with the moment gradient read along the design line, local buckling of the flange (F3). With a web that is not compact (F4, F5) the verdict is open.',
    ),
    entry('flexureMinor', 'Bending, weak axis', 'F6', 'compared', 'Yielding and local buckling of the flange.'),
    entry('shearWeb', 'Shear in the web', 'G2', 'compared', 'Without tension field action.'),
    entry('shearFlange', 'Shear in the flanges', 'G6', 'compared', 'By the coefficient of G2.2.'),
    entry(
      'combined',
      'Axial force and bending',
      'H1',
      'compared',
      'H1-1a and H1-1b, at every place with what acts there together.',
    ),
    entry(
      'second-order',
      'Second-order effects',
      'C2',
      'watched',
      'Open unless every strength combination is of second order with reduced stiffness, and notional loads act where C2.2b asks for them.',
    ),
    entry(
      'rupture',
      'Rupture of the net section',
      'D2-2',
      'out',
      'Holes and connections are not part of the model. No verdict speaks of it.',
    ),
    entry(
      'torsion',
      'Torsion',
      'H3',
      'watched',
      'Below 1% of the yield stress in shear it is left out; above it the verdict is open.',
    ),
    entry(
      'deflection',
      'Deflection',
      'L3',
      'out',
      'No verdict speaks of it; the plausibility page compares with typed limits.',
    ),
    entry(
      'flange',
      'Together with its slab',
      'I3',
      'watched',
      'Where a meshed slab works with the member the section of both is not checked: the verdict is open.',
    ),
    entry(
      'connections',
      'Connections, bearing, concentrated forces',
      'J',
      'out',
      'Not checked. No verdict speaks of it.',
    ),
  ],
};

/** What has no check at all. */
export const steelWithout: RegisterPart = {
  members: 'Other steel',
  entries: [
    entry(
      'member',
      'Other shapes: channels, tees, angles, hollow and welded sections, cold-formed ones',
      'B4, E, F',
      'watched',
      'Not there yet: their verdict is open.',
    ),
    entry(
      'asd',
      'Allowable strength design',
      'B3.2',
      'watched',
      'Under combinations of ASCE 7 2.4 the verdict is open.',
    ),
    entry('seismic', 'Seismic provisions', 'AISC 341', 'out', 'Not checked. No verdict speaks of it.'),
  ],
};

import type { Solution } from '../../fem';
import type { Model } from '../../model';
import { flangedBeam, flangedForces, flangedMembers, type FlangedForces } from '../flanged-beam';
import { lineIndex, MemberLine } from '../member-line';
import { shownParts, shownWords, type Shown } from '../shown';
import type { ResultTable, TableColumn, TableRow } from './table';

const column = (title: string, kind: TableColumn['kind']): TableColumn => ({ title, kind });
const note =
  'of the section of the beam and the width of slab that works with it, from the nodal forces of the elements cut, about their common centroid; “alone” is the part of My, and the pull N, that the beam itself has there';

/** Largest and smallest My and largest shear of every beam with the slab that works with it, over all states that are shown. */
export function flangedTable(model: Model, solution: Solution, shown: Shown, members?: readonly string[]): ResultTable {
  const parts = shownParts(model, solution, shown);
  const rows = (members ?? flangedMembers(model, solution)).flatMap((id): TableRow[] => {
    const beam = flangedBeam(model, solution, id);
    if (!beam || parts.length === 0) return [];
    const number = solution.memberIds.indexOf(id);
    const all = parts.flatMap((part) =>
      beam.sections.map((section) => ({ part, section, forces: flangedForces(model, solution, beam, section, part) })),
    );
    const most = (read: (forces: FlangedForces) => number) =>
      all.reduce((best, one) => (read(one.forces) > read(best.forces) ? one : best));
    return (
      [
        ['largest My', ({ My }) => My],
        ['smallest My', ({ My }) => -My],
        ['largest |Vz|', ({ Vz }) => Math.abs(Vz)],
      ] as const satisfies readonly (readonly [string, (forces: FlangedForces) => number])[]
    ).map(([what, read]): TableRow => {
      const { part, section, forces } = most(read);
      const own = new MemberLine(solution, part.state, number).at(section.x, !section.isBefore);
      return {
        key: `${id} ${what}`,
        member: id,
        size: Math.abs(forces.My),
        cells: [
          model.members[id].label ?? id,
          what,
          part.label,
          section.x,
          section.section ? beam.left.width + beam.right.width : 0,
          forces.My,
          forces.Vz,
          forces.N,
          own[lineIndex.My],
          own[lineIndex.N],
        ],
      };
    });
  });
  return {
    id: 'flangedBeams',
    title: 'Beams with slabs',
    note: `${shownWords(model, shown).name}; ${note}`,
    columns: [
      column('Beam', 'words'),
      column('Extreme', 'words'),
      column('By', 'words'),
      column('x', 'length'),
      column('width', 'length'),
      column('My', 'moment'),
      column('Vz', 'force'),
      column('N', 'force'),
      column('My alone', 'moment'),
      column('N alone', 'force'),
    ],
    rows,
  };
}

/** A beam with its slab at every place where it is cut, in every state that is shown. */
export function flangedCourse(model: Model, solution: Solution, shown: Shown, id: string): ResultTable {
  const beam = flangedBeam(model, solution, id);
  const number = solution.memberIds.indexOf(id);
  const rows = shownParts(model, solution, shown).flatMap((part) =>
    (beam?.sections ?? []).map((section): TableRow => {
      const forces = flangedForces(model, solution, beam!, section, part);
      const own = new MemberLine(solution, part.state, number).at(section.x, !section.isBefore);
      return {
        key: `${part.id} ${section.x}`,
        member: id,
        size: Math.abs(forces.My),
        cells: [
          part.label,
          section.x,
          section.section ? 'beam and slab' : 'beam alone',
          forces.My,
          forces.Vz,
          forces.N,
          own[lineIndex.My],
          own[lineIndex.Vz],
          own[lineIndex.N],
        ],
      };
    }),
  );
  return {
    id: 'flangedCourse',
    title: 'Along the beam with its slab',
    note,
    columns: [
      column('By', 'words'),
      column('x', 'length'),
      column('of', 'words'),
      column('My', 'moment'),
      column('Vz', 'force'),
      column('N', 'force'),
      column('My alone', 'moment'),
      column('Vz alone', 'force'),
      column('N alone', 'force'),
    ],
    rows,
  };
}

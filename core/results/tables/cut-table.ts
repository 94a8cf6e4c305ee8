import type { Solution } from '../../fem';
import { inOrder, type Model } from '../../model';
import { formatValue } from '../../units';
import { cutComponents, cutForces, cutSection, type CutForces } from '../cut';
import { shownParts, shownWords, type Shown } from '../shown';
import type { ResultTable, TableColumn, TableRow } from './table';

/** What a component of the forces through a cut is measured in. */
export const kindOfCutForce = (component: keyof CutForces): 'force' | 'moment' =>
  component === 'N' || component === 'Vt' || component === 'Vz' ? 'force' : 'moment';

/** The forces through every cut for every state that is shown; a cut that crosses nothing says so. */
export function cutTable(model: Model, solution: Solution, shown: Shown): ResultTable {
  const parts = shownParts(model, solution, shown);
  const { units } = model.settings;
  const place = (at: readonly number[]) => at.map((value) => formatValue(value, 'length', units, 2)).join(', ');
  const rows = inOrder(model.cuts).flatMap(({ id, label, from, to, members }): TableRow[] => {
    const section = cutSection(model, solution, { from, to, ...(members ? { members } : {}) });
    const where = `${place(from)} to ${place(to)}${members ? ', with members' : ''}`;
    if (!section) return [{ key: id, size: 0, cells: [label ?? id, 'crosses no meshed slab or wall', where, ...none] }];
    return parts.map((part): TableRow => {
      const forces = cutForces(model, solution, section, part.weights);
      return {
        key: `${id} ${part.id}`,
        size: Math.abs(forces.M),
        cells: [
          label ?? id,
          part.label,
          where,
          section.length,
          ...cutComponents.map((component) => forces[component]),
          ...section.centroid,
        ],
      };
    });
  });
  return {
    id: 'cuts',
    title: 'Cuts',
    note: `${shownWords(model, shown).name}; what the right of a cut does to its left, seen on its face from its beginning: N across it (+ tension), Vt along it, Vz out of the plane, M with tension on the −z face, Mz with tension where it begins, T torsion, about the centroid of what it cuts; from nodal forces, in equilibrium with the loads`,
    columns: [
      { title: 'Cut', kind: 'words' },
      { title: 'By', kind: 'words' },
      { title: 'Where', kind: 'words' },
      { title: 'length', kind: 'length' },
      ...cutComponents.map((component): TableColumn => ({ title: component, kind: kindOfCutForce(component) })),
      { title: 'centroid x', kind: 'length' },
      { title: 'y', kind: 'length' },
      { title: 'z', kind: 'length' },
    ],
    rows,
  };
}

const none = Array.from({ length: 10 }, () => null);

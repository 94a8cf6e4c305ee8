import type { Solution } from '../../fem';
import type { Model, Panel } from '../../model';
import { isWithout, panelExtremes } from '../panel-values';
import { resultQuantities, type Quantity } from '../quantities';
import { shownParts, shownWords, type Shown } from '../shown';
import type { ResultTable, TableColumn, TableRow } from './table';

const always = ['w', 'mx', 'my', 'mxy', 'vx', 'vy', 'nx', 'ny', 'nxy'] as const satisfies readonly Quantity[];

/** What a zone of a slab is called beside it. */
const partWords = (model: Model, part: string): string =>
  part in model.thickParts ? `thick part ${model.thickParts[part].label ?? part}` : `column head ${part}`;

/** The least and largest of every quantity of each meshed slab and wall, for every state that is shown. */
export function panelTable(model: Model, solution: Solution, shown: Shown): ResultTable {
  const parts = shownParts(model, solution, shown);
  const wanted: readonly Quantity[] = solution.panels?.some(({ soil }) => soil) ? [...always, 'p'] : always;
  const columns: TableColumn[] = [
    { title: 'Slab or wall', kind: 'words' },
    { title: 'By', kind: 'words' },
    ...wanted.flatMap((quantity): TableColumn[] => {
      const kind = resultQuantities[quantity].unit;
      return [
        { title: `${quantity} least`, kind },
        { title: `${quantity} most`, kind },
      ];
    }),
  ];
  const rows = (solution.panels ?? []).flatMap((panel, number) => {
    if (panel.isRigid) return [];
    const record: Panel | undefined = model.slabs[panel.id] ?? model.walls[panel.id];
    return parts.map((part): TableRow => {
      const found = panelExtremes(solution, panel, part.state, wanted);
      const moment = found[1];
      return {
        key: `${panel.id} ${number} ${part.id}`,
        size: Math.max(
          Math.abs(moment.least),
          Math.abs(moment.most),
          Math.abs(found[2].least),
          Math.abs(found[2].most),
        ),
        cells: [
          `${record?.label ?? panel.id}${panel.part === undefined ? '' : `, ${partWords(model, panel.part)}`}`,
          part.label,
          ...found.flatMap(({ least, most }, i) => (isWithout(panel, wanted[i]) ? [null, null] : [least, most])),
        ],
      };
    });
  });
  return {
    id: 'panels',
    title: 'Slabs and walls',
    note: `${shownWords(model, shown).name}; moments per width + with tension on the −z face (the bottom of a floor), x along the bars; w along the normal, up in a floor; peaks at columns and corners grow as the mesh gets finer`,
    columns,
    rows,
  };
}

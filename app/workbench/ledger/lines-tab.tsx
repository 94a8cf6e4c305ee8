import { useMemo } from 'react';
import { carriedWords, decidedWords, designLines, partsWords, sectionsWords, type DesignLine } from '~core/lines';
import { formatQuantity, unitLabel } from '~core/units';
import { useWorkbench } from '../../state/store';
import { placeWords } from '../words/selection-words';
import { Grid, type GridColumn } from './grid';
import { useCopied } from './grid-columns';

/** Every design line: of what members it is, its spans or lifts, what carries it, and what was decided by hand. */
export function LinesTab() {
  const model = useWorkbench((state) => state.model);
  const selected = useWorkbench((state) => state.selection.members);
  const select = useWorkbench((state) => state.select);
  const toggle = useWorkbench((state) => state.toggleSelected);
  const openPage = useWorkbench((state) => state.openPage);
  const copied = useCopied();
  const { units } = model.settings;
  const { all, of } = useMemo(() => designLines(model), [model]);
  const chosen = useMemo(() => new Set(selected.flatMap((member) => of.get(member)?.id ?? [])), [selected, of]);
  const text = (title: string, width: number, read: (line: DesignLine) => string): GridColumn<DesignLine> => ({
    title,
    width,
    show: read,
    copy: read,
  });
  const columns: GridColumn<DesignLine>[] = [
    text('Line', 150, ({ name }) => name),
    text('Place', 120, ({ pieces }) => placeWords(model, pieces[0].member)),
    text('Section', 90, (line) => sectionsWords(model, line)),
    {
      ...text('Length', 70, ({ length }) => formatQuantity(length, 'length', units, 2)),
      numeric: true,
    },
    { ...text('Spans or lifts', 200, (line) => partsWords(line, units)), unit: unitLabel('length', units) },
    text('Carried, held', 110, carriedWords),
    text('Decided', 76, decidedWords),
    text('Members', 360, ({ pieces }) => pieces.map(({ member }) => member).join(' ')),
  ];
  const membersOf = (ids: readonly string[]) => {
    const wanted = new Set(ids);
    return all.flatMap(({ id, pieces }) => (wanted.has(id) ? pieces.map(({ member }) => member) : []));
  };
  return (
    <Grid
      label="Design lines"
      columns={columns}
      rows={all}
      idOf={({ id }) => id}
      selected={chosen}
      onSelect={(ids, extend) => (extend ? toggle({ members: membersOf(ids) }) : select({ members: membersOf(ids) }))}
      onOpen={({ pieces }) => openPage({ kind: 'line', member: pieces[0].member })}
      empty="The model has no member that could be checked."
      onCopied={copied}
    />
  );
}

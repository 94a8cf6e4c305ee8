import { useMemo } from 'react';
import { liftNeeds, type LiftNeeds } from '~core/checks';
import { sectionsWords } from '~core/lines';
import { formatValue, unitLabel } from '~core/units';
import { useWorkbench } from '../../state/store';
import { placeWords } from '../words/selection-words';
import { Grid, type GridColumn } from './grid';
import { textColumn, useCopied } from './grid-columns';

const idOf = ({ line, lift }: LiftNeeds): string => `${line.id} ${lift.from}`;

/** Lifts of concrete columns with what is missing before they can be designed; those that lack something first. */
export function LiftsTab() {
  const model = useWorkbench((state) => state.model);
  const selected = useWorkbench((state) => state.selection.members);
  const select = useWorkbench((state) => state.select);
  const toggle = useWorkbench((state) => state.toggleSelected);
  const look = useWorkbench((state) => state.look);
  const copied = useCopied();
  const { units } = model.settings;
  const rows = useMemo(
    () => liftNeeds(model).sort((a, b) => Number(a.needs.length === 0) - Number(b.needs.length === 0)),
    [model],
  );
  const chosen = useMemo(() => {
    const members = new Set(selected);
    return new Set(rows.filter((row) => row.members.some((id) => members.has(id))).map(idOf));
  }, [rows, selected]);
  const length = (value: number) => formatValue(value, 'length', units, 2);
  const number = (title: string, read: (row: LiftNeeds) => number, width = 64): GridColumn<LiftNeeds> => ({
    title,
    unit: unitLabel('length', units),
    width,
    numeric: true,
    show: (row) => length(read(row)),
    copy: (row) => length(read(row)),
  });
  const columns: GridColumn<LiftNeeds>[] = [
    textColumn('Column', 130, ({ line }) => line.name),
    number('from', ({ lift }) => lift.from),
    number('to', ({ lift }) => lift.to),
    textColumn('Missing', 290, ({ needs }) =>
      needs.length === 0 ? 'nothing' : needs.map(({ what }) => what).join('; '),
    ),
    textColumn('What supplies it', 330, ({ needs }) => [...new Set(needs.map(({ mend }) => mend))].join(' ')),
    textColumn('Place', 110, ({ members }) => placeWords(model, members[0])),
    textColumn('Section', 96, ({ line, members }) =>
      sectionsWords(model, { pieces: line.pieces.filter(({ member }) => members.includes(member)) }),
    ),
    number('clear, about y', ({ lift }) => lift.clearMajor, 124),
    number('clear, about z', ({ lift }) => lift.clearMinor, 124),
  ];
  const membersOf = (ids: readonly string[]) => {
    const wanted = new Set(ids);
    return [...new Set(rows.flatMap((row) => (wanted.has(idOf(row)) ? row.members : [])))];
  };
  return (
    <Grid
      label="Lifts of columns"
      columns={columns}
      rows={rows}
      idOf={idOf}
      selected={chosen}
      onSelect={(ids, extend) => (extend ? toggle({ members: membersOf(ids) }) : select({ members: membersOf(ids) }))}
      onOpen={({ members }) => look({ panel: { kind: 'line', member: members[0] }, part: 'lifts' })}
      empty="The model has no column of concrete."
      onCopied={copied}
    />
  );
}

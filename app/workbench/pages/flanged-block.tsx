import { useMemo } from 'react';
import { columnsOf, flangedBeam, flangedCourse, flangedTable, isEnvelope } from '~core/results';
import { formatQuantity, formatValue } from '~core/units';
import { useWorkbench } from '../../state/store';
import { QuantityField } from '../fields/quantity-field';
import { ResultTableView } from '../pieces/result-table-view';

/** A beam with the slab that works with it: the widths and where they come from, and the forces of both together. Nothing where it lies in no meshed slab. */
export function FlangedBlock({ id }: { readonly id: string }) {
  const model = useWorkbench((state) => state.model);
  const solved = useWorkbench((state) => state.solved);
  const shown = useWorkbench((state) => state.shown);
  const commit = useWorkbench((state) => state.commit);
  const solution = solved?.model === model ? solved.solution : undefined;
  const beam = useMemo(() => (solution ? flangedBeam(model, solution, id) : undefined), [model, solution, id]);
  const table = useMemo(
    () =>
      solution && beam
        ? isEnvelope(shown)
          ? columnsOf(flangedTable(model, solution, shown, [id]), [
              'Extreme',
              'By',
              'x',
              'My',
              'Vz',
              'N',
              'My alone',
              'N alone',
            ])
          : columnsOf(flangedCourse(model, solution, shown, id), [
              'x',
              'of',
              'My',
              'Vz',
              'N',
              'My alone',
              'Vz alone',
              'N alone',
            ])
        : undefined,
    [model, solution, shown, id, beam],
  );
  if (!beam || !table) return null;
  const { units } = model.settings;
  const { flange } = model.members[id];
  const change = (side: 'left' | 'right', value: number | undefined) => {
    const left = side === 'left' ? value : flange?.left;
    const right = side === 'right' ? value : flange?.right;
    const next = { ...(left === undefined ? {} : { left }), ...(right === undefined ? {} : { right }) };
    commit({
      edits: [
        {
          kind: 'change',
          table: 'members',
          changes: [{ id, fields: { flange: Object.keys(next).length > 0 ? next : null } }],
        },
      ],
    });
  };
  return (
    <div className="block">
      <h3>
        Together with its slab{' '}
        <span className="caption">the diagrams and forces elsewhere on this page are those of the beam alone</span>
      </h3>
      <div className="fields">
        {(['left', 'right'] as const).map((side) => (
          <QuantityField
            key={side}
            label={side === 'left' ? 'Width towards local y' : 'Width away from y'}
            kind="length"
            units={units}
            value={flange?.[side]}
            placeholder={formatValue(beam[side].width, 'length', units, 2)}
            hint={beam[side].why}
            refuse={(value) => (value >= 0 && value <= 100 ? undefined : 'A width is between 0 and 100 m.')}
            onCommit={(value) => change(side, value)}
            onClear={() => change(side, undefined)}
          />
        ))}
      </div>
      <ResultTableView table={table} empty="Nothing is chosen in the strip." />
      <p className="caption">
        The section of the beam and {formatQuantity(beam.left.width + beam.right.width, 'length', units, 2)} of slab,
        about their common centroid, from the nodal forces of the elements cut. “alone” is what the beam itself has of
        it: its moment about its own axis, and its pull. Widths are counted from the beam’s axis and found half-way
        along it; empty, those of the code.
      </p>
    </div>
  );
}

import { useEffect, useState } from 'react';
import type { Combination, LoadCase } from '~core/model';
import { formatNumber, parseQuantity } from '~core/units';
import { useWorkbench } from '../../state/store';

/** A factor of a combination, typed in place. Empty and 0 mean that the case takes no part. */
export function FactorCell({ combination, loadCase }: { combination: Combination; loadCase: LoadCase }) {
  const commit = useWorkbench((state) => state.commit);
  const notify = useWorkbench((state) => state.notify);
  const factor = combination.factors.find((one) => one.case === loadCase.id)?.factor ?? 0;
  const shown = factor === 0 ? '' : formatNumber(factor, 3).replace(/0{1,2}$/, '');
  const [text, setText] = useState(shown);
  useEffect(() => setText(shown), [shown]);
  const save = () => {
    if (text === shown) return;
    const parsed = text.trim() === '' ? { ok: true as const, value: 0 } : parseQuantity(text, 'number', 'si');
    if (!parsed.ok || Math.abs(parsed.value) > 100) {
      notify(parsed.ok ? `A factor of ${text} is beyond 100; nothing was changed.` : parsed.error, 'error');
      setText(shown);
      return;
    }
    const others = combination.factors.filter((one) => one.case !== loadCase.id);
    const at = combination.factors.findIndex((one) => one.case === loadCase.id);
    const factors = parsed.value === 0 ? others : at < 0 ? [...others, { case: loadCase.id, factor: parsed.value }] : combination.factors.map((one) => (one.case === loadCase.id ? { ...one, factor: parsed.value } : one));
    commit({ edits: [{ kind: 'change', table: 'combinations', changes: [{ id: combination.id, fields: { factors, changed: combination.origin === 'generated' } }] }], sentence: `Set the factor of ${loadCase.label} in ${combination.label} to ${formatNumber(parsed.value, 2)}` });
  };
  return (
    <input
      className={`cell-input ${combination.changed ? 'changed' : ''}`}
      aria-label={`Factor of ${loadCase.label} in ${combination.label}`}
      value={text}
      placeholder="–"
      onClick={(event) => event.stopPropagation()}
      onChange={(event) => setText(event.target.value)}
      onBlur={save}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur();
        else if (event.key === 'Escape') setText(shown);
      }}
    />
  );
}

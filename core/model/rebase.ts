import type { Act, Edit } from './edit';
import { tableNames, type TableName } from './kinds';
import { idNumber, idSource, type Model } from './model';

/**
 * Gives new numbers to records that edits add under ids another person's edits took meanwhile, everywhere the acts name them.
 * @param acts   edits made on an older model, in order
 * @param model  the model on which they shall now be carried out
 */
export function renumberForModel(acts: readonly Act[], model: Model): Act[] {
  const fresh = idSource(acts.reduce(withCountersOf, model));
  const renamed = new Map<string, string>();
  for (const edit of acts.flatMap((act) => act.edits)) {
    if (edit.kind !== 'add') continue;
    for (const table of tableNames) {
      for (const record of edit.records[table] ?? [])
        if (record.id in model[table]) renamed.set(record.id, fresh(table));
    }
  }
  return renamed.size === 0 ? [...acts] : acts.map((act) => replaceStrings(act, renamed) as Act);
}

/** The model with its counters raised past every id the act adds. */
function withCountersOf(model: Model, act: Act): Model {
  const counters: Record<TableName, number> = { ...model.counters };
  const raise = (edit: Edit) => {
    if (edit.kind !== 'add') return;
    for (const table of tableNames)
      for (const { id } of edit.records[table] ?? []) counters[table] = Math.max(counters[table], idNumber(id));
  };
  act.edits.forEach(raise);
  return { ...model, counters };
}

const freeText = new Set(['label', 'name', 'sentence', 'reason', 'rule', 'alternatives']);

function replaceStrings(value: unknown, renamed: ReadonlyMap<string, string>): unknown {
  if (typeof value === 'string') return renamed.get(value) ?? value;
  if (Array.isArray(value)) return value.map((item) => replaceStrings(item, renamed));
  if (value !== null && typeof value === 'object')
    return Object.fromEntries(
      Object.entries(value).map(([key, item]) => [key, freeText.has(key) ? item : replaceStrings(item, renamed)]),
    );
  return value;
}

import { count, formatNumber } from '../units';
import type { Act, Edit } from './edit';
import { choiceWords, fieldWords } from './field-words';
import { tableNames, type TableName } from './kinds';
import { inOrder, tableWords, type Model } from './model';
import { renumberForModel } from './rebase';
import { referencesOf } from './references';

/** One record that differs between two models, with what it takes to bring the other's state over. */
export interface Difference {
  /** `members m12` */
  readonly key: string;
  readonly table: TableName | 'settings';
  readonly id: string;
  readonly kind: 'added' | 'removed' | 'changed';
  /** in words: `beam m12: section 400 × 650 → 400 × 700` */
  readonly sentence: string;
  /** fields that differ */
  readonly fields: readonly string[];
}

type Plain = Readonly<Record<string, unknown>>;
const same = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other);

/** Which records differ from one model to another, in words, table by table. What is the same object is not looked into. */
export function modelDifferences(from: Model, to: Model): Difference[] {
  const found: Difference[] = [];
  const settings = changedFields(from.settings, to.settings).filter((field) => field !== 'name');
  if (settings.length > 0)
    found.push({
      key: 'settings',
      table: 'settings',
      id: '',
      kind: 'changed',
      sentence: `project: ${settings.map((field) => `${fieldWords(field)} ${wordsOf(from, field, (from.settings as Plain)[field])} → ${wordsOf(to, field, (to.settings as Plain)[field])}`).join(', ')}`,
      fields: settings,
    });
  for (const table of tableNames) {
    if (from[table] === to[table]) continue;
    const [before, after] = [from[table], to[table]] as Readonly<Record<string, { id: string }>>[];
    for (const record of inOrder(before)) {
      if (!(record.id in after))
        found.push({
          key: `${table} ${record.id}`,
          table,
          id: record.id,
          kind: 'removed',
          sentence: `${nounOf(table, record)} taken out`,
          fields: [],
        });
      else if (record !== after[record.id]) {
        const fields = changedFields(record, after[record.id]);
        if (fields.length > 0)
          found.push({
            key: `${table} ${record.id}`,
            table,
            id: record.id,
            kind: 'changed',
            sentence: `${nounOf(table, record)}: ${fields.map((field) => `${fieldWords(field)} ${wordsOf(from, field, (record as Plain)[field])} → ${wordsOf(to, field, (after[record.id] as Plain)[field])}`).join(', ')}`,
            fields,
          });
      }
    }
    for (const record of inOrder(after))
      if (!(record.id in before))
        found.push({
          key: `${table} ${record.id}`,
          table,
          id: record.id,
          kind: 'added',
          sentence: `${nounOf(table, record)} added`,
          fields: [],
        });
  }
  return found;
}

const changedFields = (one: object, other: object): string[] =>
  [...new Set([...Object.keys(one), ...Object.keys(other)])].filter(
    (field) => !same((one as Plain)[field], (other as Plain)[field]),
  );

/** A record in words: its role or kind, and its label, name or id. */
export function nounOf(table: TableName, record: { id: string }): string {
  const { role, label, name } = record as { id: string; role?: string; label?: string; name?: string };
  return `${role ?? tableWords[table].noun} ${label ?? name ?? record.id}`;
}

/** What a field means that is left out. */
const leftOut: Readonly<Record<string, string>> = {
  axisPosition: 'centroid',
  behaviour: 'frame',
  startConnection: 'fixed',
  endConnection: 'fixed',
  order: 'first',
  stiffnessSet: 'full',
  rules: 'those of the project',
};

/** A field's value in words. */
export function wordsOf(model: Model, field: string, value: unknown): string {
  if (value === undefined || value === null) return leftOut[field] ?? 'none';
  if (field === 'section' && typeof value === 'string') return model.sections[value]?.name ?? value;
  if (field === 'rules' && typeof value === 'string') return model.designRules[value]?.label ?? value;
  if (field === 'material' && typeof value === 'string') return model.materials[value]?.name ?? value;
  if (typeof value === 'number') return formatNumber(value, Number.isInteger(value) ? 0 : Math.abs(value) < 1 ? 4 : 3);
  if (Array.isArray(value) && value.every((part) => typeof part === 'number'))
    return `(${value.map((part: number) => formatNumber(part, 3)).join(', ')})`;
  if (typeof value === 'object')
    return Array.isArray(value)
      ? count(value.length, 'entry')
      : Object.entries(value)
          .filter(([, part]) => part !== false)
          .map(([name, part]) =>
            part === true ? fieldWords(name) : `${fieldWords(name)} ${wordsOf(model, name, part)}`,
          )
          .join(' ');
  return typeof value === 'boolean'
    ? value
      ? 'yes'
      : 'no'
    : typeof value === 'string'
      ? choiceWords(field, value)
      : '';
}

/**
 * The act that takes chosen differences over: what `to` has of them comes into `into`, with the records they rest on.
 * @param into the model that is changed; where it no longer has what would be changed or removed, that difference is left out
 * @returns the act, or why nothing can be taken over
 */
export function takeOver(
  from: Model,
  to: Model,
  into: Model,
  chosen: readonly Difference[],
): { act: Act } | { error: string } {
  const adds = new Map<TableName, Map<string, unknown>>();
  // a record that was added here and there under one id is two records; the one that is brought gets a number of its own below
  const isHere = (table: TableName, id: string) =>
    id in into[table] && (id in from[table] || same(into[table][id], to[table][id]));
  const has = (table: TableName, id: string) => isHere(table, id) || adds.get(table)?.has(id) === true;
  /** adds a record and whatever it refers to that is not there yet */
  const bring = (table: TableName, id: string): void => {
    if (has(table, id)) return;
    const record = to[table][id] as { id: string } | undefined;
    if (!record) return;
    const list = adds.get(table) ?? new Map<string, unknown>();
    adds.set(table, list);
    list.set(id, record);
    for (const reference of referencesOf(table, record as never)) bring(reference.table, reference.id);
  };
  const changes: Edit[] = [];
  const removes = new Map<TableName, string[]>();
  for (const { table, id, kind, fields } of chosen) {
    if (table === 'settings') {
      changes.push({
        kind: 'settings.change',
        fields: Object.fromEntries(fields.map((field) => [field, (to.settings as Plain)[field]])),
      });
      continue;
    }
    if (kind === 'added') {
      bring(table, id);
    } else if (kind === 'removed') {
      if (id in into[table]) removes.set(table, [...(removes.get(table) ?? []), id]);
    } else if (id in into[table]) {
      const record = to[table][id] as { id: string };
      for (const reference of referencesOf(table, record as never)) bring(reference.table, reference.id);
      changes.push({
        kind: 'change',
        table,
        changes: [{ id, fields: Object.fromEntries(fields.map((field) => [field, (record as Plain)[field] ?? null])) }],
      });
    }
  }
  const edits: Edit[] = [
    ...(adds.size > 0
      ? [
          {
            kind: 'add' as const,
            records: Object.fromEntries([...adds].map(([table, list]) => [table, [...list.values()]])),
          },
        ]
      : []),
    ...changes,
    // loads before members before nodes: what depends on others goes first
    ...[...removes]
      .sort(([a], [b]) => tableNames.indexOf(b) - tableNames.indexOf(a))
      .map(([table, ids]) => ({ kind: 'remove' as const, table, ids })),
  ];
  if (edits.length === 0) return { error: 'Nothing of this can be taken over: what it changes is not here.' };
  const [act] = renumberForModel(
    [
      {
        edits,
        sentence: `Took over ${chosen.length === 1 ? chosen[0].sentence : count(chosen.length, 'change')}`.slice(
          0,
          300,
        ),
      },
    ],
    into,
  );
  return { act };
}

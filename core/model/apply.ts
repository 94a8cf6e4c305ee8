import type { z } from 'zod';
import { count, formatNumber } from '../units';
import type { Act, AddEdit, ChangeEdit, Edit, MoveEdit, RemoveEdit, SettingsEdit } from './edit';
import { choiceWords, fieldWords } from './field-words';
import { add, type Vector } from './geometry';
import { tableNames, type TableName } from './kinds';
import { idNumber, tableWords, type Model, type RecordOf } from './model';
import { dependents, holders, referencesOf, withoutReferences } from './references';
import { recordSchemas } from './kinds';
import { settings as settingsSchema } from './settings';

/** The model after an act with the edits that take it back and a sentence of what was done; or why it cannot be done. */
export type Applied = { ok: true; model: Model; inverse: Edit[]; sentence: string } | { ok: false; error: string };

const refuse = (error: string): Applied => ({ ok: false, error });

/** The first thing wrong with a record, as words: `position: expected number`. */
function firstProblem(error: z.ZodError): string {
  const issue = error.issues[0];
  const path = issue.path.map((part) => (typeof part === 'string' ? fieldWords(part) : String(part))).join(' ');
  return path === '' ? issue.message : `${path}: ${issue.message}`;
}

/**
 * Carries out one edit.
 * @returns the new model, the edits that undo it, and a sentence for the history; or why it cannot be done, in which case nothing has changed
 */
export function applyEdit(model: Model, edit: Edit): Applied {
  switch (edit.kind) {
    case 'add':
      return addRecords(model, edit);
    case 'change':
      return changeRecords(model, edit);
    case 'remove':
      return removeRecords(model, edit);
    case 'nodes.move':
      return moveNodes(model, edit);
    case 'settings.change':
      return changeSettings(model, edit);
  }
}

/** Carries out the edits of one act, all or none. */
export function applyAct(model: Model, act: Act): Applied {
  let current = model;
  const inverse: Edit[] = [];
  const sentences: string[] = [];
  for (const edit of act.edits) {
    const applied = applyEdit(current, edit);
    if (!applied.ok) return applied;
    current = applied.model;
    inverse.unshift(...applied.inverse);
    sentences.push(applied.sentence);
  }
  return { ok: true, model: current, inverse, sentence: act.sentence ?? sentences.join('; ') };
}

/** Why locked members or nodes keep an edit from being made; a node at which a locked member ends does not move either. */
function lockedProblem(model: Model, table: TableName, ids: Iterable<string>, moves = true): string | undefined {
  const { locked } = model.settings;
  if (!locked || locked.length === 0 || (table !== 'members' && table !== 'nodes')) return undefined;
  const names = new Set(locked);
  const wanted = new Set(ids);
  const own = [...wanted].find((id) => names.has(id));
  const held =
    own === undefined && table === 'nodes' && moves
      ? Object.values(model.members).find(
          (member) => names.has(member.id) && (wanted.has(member.start) || wanted.has(member.end)),
        )
      : undefined;
  const id = own ?? held?.id;
  return (
    id &&
    `${id.startsWith('m') ? 'Member' : 'Node'} ${id} is locked. Select it and unlock it first. Nothing was changed.`
  );
}

function missing(table: TableName, id: string): string {
  const { noun } = tableWords[table];
  return `${noun[0].toUpperCase()}${noun.slice(1)} ${id} is not in the model; it may have been deleted. Nothing was changed.`;
}

function brokenReference<K extends TableName>(model: Model, table: K, record: RecordOf<K>): string | undefined {
  const broken = referencesOf(table, record).find((reference) => !(reference.id in model[reference.table]));
  return (
    broken &&
    `${tableWords[table].noun} ${record.id} refers to ${tableWords[broken.table].noun} ${broken.id}, which is not in the model. Nothing was changed.`
  );
}

function addRecords(model: Model, edit: AddEdit): Applied {
  const next: Record<string, unknown> = { ...model };
  const counters = { ...model.counters };
  const inverse: Edit[] = [];
  const parts: string[] = [];
  const added: [TableName, { id: string }[]][] = tableNames.map((name) => [name, edit.records[name] ?? []]);
  for (const [name, records] of added) {
    if (records.length === 0) continue;
    const table: Record<string, unknown> = { ...model[name] };
    for (const record of records) {
      if (record.id in table)
        return refuse(`${tableWords[name].noun} ${record.id} is in the model already. Nothing was changed.`);
      table[record.id] = record;
      counters[name] = Math.max(counters[name], idNumber(record.id));
    }
    next[name] = table;
    inverse.unshift({ kind: 'remove', table: name, ids: records.map((record) => record.id) });
    parts.push(count(records.length, tableWords[name].noun));
  }
  const result = { ...next, counters } as Model;
  for (const [name, records] of added) {
    for (const record of records) {
      const broken = brokenReference(result, name, record as RecordOf<typeof name>);
      if (broken) return refuse(broken);
    }
  }
  return { ok: true, model: result, inverse, sentence: `Added ${parts.join(', ')}` };
}

function changeRecords(model: Model, edit: ChangeEdit): Applied {
  const { table: name, changes } = edit;
  const lock = lockedProblem(
    model,
    name,
    changes.map((change) => change.id),
    changes.some((change) => 'position' in change.fields),
  );
  if (lock) return refuse(lock);
  const table: Record<string, RecordOf<TableName>> = { ...model[name] };
  const before: ChangeEdit['changes'] = [];
  for (const { id, fields } of changes) {
    const record = table[id] as (RecordOf<TableName> & Record<string, unknown>) | undefined;
    if (!record) return refuse(missing(name, id));
    if ('id' in fields && fields.id !== id)
      return refuse(
        `The id of ${tableWords[name].noun} ${id} cannot be changed; give it a label instead. Nothing was changed.`,
      );
    const merged: Record<string, unknown> = { ...record, ...fields };
    let parsed = recordSchemas[name].safeParse(merged);
    if (!parsed.success) {
      // null clears a field that may be absent and cannot be null
      for (const { path } of parsed.error.issues)
        if (path.length === 1 && fields[String(path[0])] === null) delete merged[String(path[0])];
      parsed = recordSchemas[name].safeParse(merged);
    }
    if (!parsed.success)
      return refuse(
        `${tableWords[name].noun} ${id} cannot take this value. ${firstProblem(parsed.error)}. Nothing was changed.`,
      );
    const broken = brokenReference(model, name, parsed.data as RecordOf<TableName>);
    if (broken) return refuse(broken);
    before.unshift({
      id,
      fields: Object.fromEntries(Object.keys(fields).map((field) => [field, record[field] ?? null])),
    });
    table[id] = parsed.data;
  }
  const ids = new Set(changes.map((change) => change.id));
  const fields = [...new Set(changes.flatMap((change) => Object.keys(change.fields)))].map(fieldWords);
  const who =
    ids.size === 1
      ? `${tableWords[name].noun} ${nameOf(model, name, [...ids][0])}`
      : count(ids.size, tableWords[name].noun);
  return {
    ok: true,
    model: { ...model, [name]: table } as Model,
    inverse: [{ kind: 'change', table: name, changes: before }],
    sentence: `Changed ${fields.join(', ')} of ${who}${newValue(model, edit)}`,
  };
}

function nameOf(model: Model, table: TableName, id: string): string {
  const record = model[table][id] as { label?: string; name?: string };
  return record.label ?? record.name ?? id;
}

/** " to IPE 400" when one field was given one section, material or plain value. */
function newValue(model: Model, edit: ChangeEdit): string {
  const [first, ...rest] = edit.changes;
  const [entry, ...more] = Object.entries(first.fields);
  if (!entry || more.length > 0 || rest.some((change) => change.fields[entry[0]] !== entry[1])) return '';
  const [field, value] = entry;
  if (field === 'section' || field === 'material')
    return value === null
      ? ' to none'
      : ` to ${nameOf(model, field === 'section' ? 'sections' : 'materials', String(value))}`;
  return typeof value === 'string' ? ` to ${choiceWords(field, value)}` : '';
}

function removeRecords(model: Model, edit: RemoveEdit): Applied {
  const { table: name, ids } = edit;
  const absent = ids.find((id) => !(id in model[name]));
  if (absent) return refuse(missing(name, absent));
  const named = new Set(ids);
  const held = holders(model, name, named);
  if (held) {
    const { noun } = tableWords[name];
    return refuse(
      `${noun} ${nameOf(model, name, held.of)} is used by ${count(held.records.length, tableWords[held.table].noun)}. Give them another ${noun} first. Nothing was changed.`,
    );
  }
  const gone = dependents(model, name, ids);
  const lock = lockedProblem(model, 'members', gone.members ?? []) ?? lockedProblem(model, 'nodes', gone.nodes ?? []);
  if (lock) return refuse(lock);
  const next: Record<string, unknown> = { ...model };
  const restored: Record<string, unknown[]> = {};
  const parts: string[] = [];
  for (const table of tableNames) {
    const leaving = gone[table];
    if (!leaving || leaving.size === 0) continue;
    const kept: Record<string, unknown> = { ...model[table] };
    restored[table] = [...leaving].map((id) => model[table][id]);
    for (const id of leaving) delete kept[id];
    next[table] = kept;
    parts.push(count(leaving.size, tableWords[table].noun));
  }
  const inverse: Edit[] = [{ kind: 'add', records: restored } as AddEdit];
  const kept: string[] = [];
  for (const { table, id, fields } of withoutReferences(model, gone)) {
    const corners = (fields.region as { corners?: unknown } | undefined)?.corners ?? fields.corners;
    if (Array.isArray(corners))
      kept.push(`${tableWords[table].noun} ${nameOf(model, table, id)} keeps ${count(corners.length, 'corner')}`);
    const records = next[table] as Record<string, Record<string, unknown>>;
    const record = { ...records[id], ...fields };
    for (const field of Object.keys(fields)) if (record[field] === undefined) delete record[field];
    next[table] = { ...records, [id]: record };
    const before = model[table][id] as unknown as Record<string, unknown>;
    inverse.push({
      kind: 'change',
      table,
      changes: [{ id, fields: Object.fromEntries(Object.keys(fields).map((field) => [field, before[field] ?? null])) }],
    });
  }
  return {
    ok: true,
    model: next as unknown as Model,
    inverse,
    sentence: `Deleted ${[parts.join(', '), ...(kept.length > 3 ? [`${count(kept.length, 'outline')} lose corners`] : kept)].join('; ')}`,
  };
}

function moveNodes(model: Model, edit: MoveEdit): Applied {
  const lock = lockedProblem(model, 'nodes', edit.ids);
  if (lock) return refuse(lock);
  const nodes = { ...model.nodes };
  const before: { id: string; fields: { position: Vector } }[] = [];
  for (const id of edit.ids) {
    const node = nodes[id];
    if (!node) return refuse(missing('nodes', id));
    const parsed = recordSchemas.nodes.safeParse({ ...node, position: add(node.position, edit.by) });
    if (!parsed.success)
      return refuse(`Node ${id} would leave the drawing: ${firstProblem(parsed.error)}. Nothing was changed.`);
    before.unshift({ id, fields: { position: node.position } });
    nodes[id] = parsed.data;
  }
  const by = edit.by.map((part) => formatNumber(part, 3)).join(', ');
  return {
    ok: true,
    model: { ...model, nodes },
    // the old positions, not the opposite move: adding and taking away leaves rounding behind
    inverse: [{ kind: 'change', table: 'nodes', changes: before }],
    sentence: `Moved ${edit.ids.length === 1 ? `node ${edit.ids[0]}` : count(edit.ids.length, 'node')} by (${by}) m`,
  };
}

function changeSettings(model: Model, edit: SettingsEdit): Applied {
  const merged: Record<string, unknown> = { ...model.settings, ...edit.fields };
  // null takes a setting out that may be left out
  for (const [key, value] of Object.entries(edit.fields)) if (value === null || value === undefined) delete merged[key];
  const parsed = settingsSchema.safeParse(merged);
  if (!parsed.success)
    return refuse(`The project cannot take this value. ${firstProblem(parsed.error)}. Nothing was changed.`);
  const keys = Object.keys(edit.fields) as (keyof typeof edit.fields)[];
  const before = Object.fromEntries(keys.map((key) => [key, model.settings[key] ?? null]));
  return {
    ok: true,
    model: { ...model, settings: parsed.data },
    inverse: [{ kind: 'settings.change', fields: before }],
    sentence:
      typeof edit.fields.name === 'string' && keys.length === 1
        ? `Renamed the project to ${edit.fields.name}`
        : `Changed ${keys.map(fieldWords).join(', ')} of the project`,
  };
}

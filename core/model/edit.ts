import { z } from 'zod';
import { tableNames } from './kinds';
import { recordSchemas } from './kinds';
import { settings, type Settings } from './settings';
import { nodeId } from './kinds';
import { recordId } from './schema-base';

/** A small, serialisable command; the only way a model changes. `applyEdit` says what each does. */

const tableName = z.enum(tableNames);

type Addable = { [K in keyof typeof recordSchemas]: z.ZodOptional<z.ZodArray<(typeof recordSchemas)[K]>> };
const addable = Object.fromEntries(
  Object.entries(recordSchemas).map(([name, schema]) => [name, z.array(schema).optional()]),
) as unknown as Addable;

const addRecords = z.strictObject({
  kind: z.literal('add'),
  records: z.strictObject(addable),
});

/** A field set to null is taken out of the record when the record allows it to be absent. */
const changeRecords = z.strictObject({
  kind: z.literal('change'),
  table: tableName,
  changes: z.array(z.strictObject({ id: recordId, fields: z.record(z.string(), z.unknown()) })).min(1),
});

/** Takes what depends on the records along: members of a node, loads of a member, factors of a case. */
const removeRecords = z.strictObject({ kind: z.literal('remove'), table: tableName, ids: z.array(recordId).min(1) });

const moveNodes = z.strictObject({
  kind: z.literal('nodes.move'),
  ids: z.array(nodeId).min(1),
  by: z.tuple([z.number(), z.number(), z.number()]).describe('m'),
});

type Clearable = { [K in keyof Settings]?: Settings[K] | null | undefined };
const clearable = z.strictObject(
  Object.fromEntries(
    Object.entries(settings.shape).map(([name, schema]) => [name, (schema as z.ZodType).nullable().optional()]),
  ),
) as unknown as z.ZodType<Clearable>;

/** A setting set to null is left out again. */
const changeSettings = z.strictObject({ kind: z.literal('settings.change'), fields: clearable });

/** One change of a model, as it is sent and stored. */
export const edit = z.discriminatedUnion('kind', [addRecords, changeRecords, removeRecords, moveNodes, changeSettings]);

/** One change of a model. */
export type Edit = z.infer<typeof edit>;
/** Adds records. */
export type AddEdit = z.infer<typeof addRecords>;
/** Changes fields of records. */
export type ChangeEdit = z.infer<typeof changeRecords>;
/** Deletes records and what cannot be without them. */
export type RemoveEdit = z.infer<typeof removeRecords>;
/** Moves nodes, m. */
export type MoveEdit = z.infer<typeof moveNodes>;
/** Changes settings. */
export type SettingsEdit = z.infer<typeof changeSettings>;

/** Edits that make one revision, with the sentence of the act when it says more than its edits do. */
export const act = z.strictObject({
  edits: z.array(edit).min(1).max(5000),
  sentence: z.string().trim().min(1).max(300).optional(),
});
/** Edits that are one step of the history. */
export type Act = z.infer<typeof act>;

/**
 * An act as it can be sent and stored: a field that shall be cleared says null, because what is undefined is lost on its way.
 */
export function sendable(act: Act): Act {
  const cleared = (fields: object) =>
    Object.fromEntries(
      Object.entries(fields).map(([name, value]: [string, unknown]) => [name, value === undefined ? null : value]),
    );
  const edits = act.edits.map((one): Edit => {
    if (one.kind === 'settings.change') return { ...one, fields: cleared(one.fields) };
    return one.kind === 'change'
      ? { ...one, changes: one.changes.map((change) => ({ ...change, fields: cleared(change.fields) })) }
      : one;
  });
  return { ...act, edits };
}

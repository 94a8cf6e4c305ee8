import type { z } from 'zod';
import { codeFamilies } from '../codes/families';
import type { recordSchemas } from './kinds';
import { kinds, tableNames, type GridLine, type Storey, type TableName } from './kinds';
import type { Settings } from './settings';

/** Records of one kind by id. Never changed in place. */
export type Table<T> = Readonly<Record<string, T>>;

/** The tables of a model by name. */
export type Tables = { readonly [K in keyof typeof recordSchemas]: Table<z.infer<(typeof recordSchemas)[K]>> };

/** A record of a table. */
export type RecordOf<K extends TableName> = Tables[K][string];

/** The whole description of a structure. `counters` holds the highest number each table has ever given out, so that no id comes twice. */
export interface Model extends Tables {
  readonly settings: Settings;
  readonly counters: Readonly<Record<TableName, number>>;
}

/** The letter before the number in a table's ids, and what one record is called. */
export const tableWords: Readonly<Record<TableName, { readonly prefix: string; readonly noun: string }>> = kinds;

/** A model with nothing in it but its settings. */
export function emptyModel(settings: Pick<Settings, 'name' | 'units' | 'code'>): Model {
  return {
    settings: { shearDeformation: true, bars: { ...codeFamilies[settings.code].bars }, ...settings },
    ...(Object.fromEntries(tableNames.map((name) => [name, {}])) as unknown as Tables),
    counters: Object.fromEntries(tableNames.map((name) => [name, 0])) as Record<TableName, number>,
  };
}

/** The number in an id: 12 of `n12`. */
export function idNumber(id: string): number {
  return Number(/\d+$/.exec(id)?.[0]);
}

/** A source of fresh ids for a model, for whoever composes edits. */
export function idSource(model: Model): (table: TableName) => string {
  const counters = { ...model.counters };
  return (table) => `${tableWords[table].prefix}${++counters[table]}`;
}

const sorted = new WeakMap<object, readonly unknown[]>();

/** The records of a table in the order of their numbers. Tables never change, so each is sorted once. */
export function inOrder<T extends { id: string }>(table: Table<T>): readonly T[] {
  let list = sorted.get(table) as readonly T[] | undefined;
  if (!list) {
    list = Object.values(table)
      .map((record) => ({ record, number: idNumber(record.id) }))
      .sort((a, b) => a.number - b.number)
      .map(({ record }) => record);
    sorted.set(table, list);
  }
  return list;
}

/** Storeys from the lowest up. */
export function storeysUpward(model: Model): Storey[] {
  return Object.values(model.storeys).sort((a, b) => a.elevation - b.elevation);
}

/** Height of a storey, m. */
export const storeyLevel = (model: Model, id: string): number => model.storeys[id].elevation;

/** Grid lines of one axis by position. */
export function gridLinesAlong(model: Model, axis: GridLine['axis']): GridLine[] {
  return Object.values(model.gridLines)
    .filter((line) => line.axis === axis)
    .sort((a, b) => a.position - b.position);
}

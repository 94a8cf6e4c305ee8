import { nounOf, wordsOf } from './differences';
import { fieldWords } from './field-words';
import { tableNames, type TableName } from './kinds';
import { tableWords, type Model } from './model';
import { dependents } from './references';

/** A record or field that a change touches and that somebody else changed meanwhile. */
export interface Clash {
  /** `sections s3 shape`: the same clash again has the same key */
  readonly key: string;
  /** the record, in words: `section 400 × 650`; `the project` for settings */
  readonly record: string;
  /** the field, in words; none: the record as a whole */
  readonly field?: string;
  /** what the change makes of it, in words */
  readonly mine: string;
  /** how it stands now */
  readonly theirs: string;
  /** `section 400 × 650 was changed` */
  readonly sentence: string;
}

type Plain = Readonly<Record<string, unknown>>;
const same = (one: unknown, other: unknown): boolean => one === other || JSON.stringify(one) === JSON.stringify(other);

/**
 * What stands in the way of a change that was thought for another state of the model.
 * @param from the model the change starts from
 * @param to   the model it leads to; records it leaves alone are the same objects in both
 * @param now  the model as it stands
 * @returns nothing when every field the change touches stands as in `from`, or already as in `to`, and nothing new hangs on what it deletes
 */
export function clashes(from: Model, to: Model, now: Model): Clash[] {
  const found: Clash[] = [];
  if (from.settings !== to.settings) {
    for (const field of clashingFields(from.settings, to.settings, now.settings))
      found.push(ofField('settings', 'the project', '', field, to, now, to.settings, now.settings));
  }
  for (const table of tableNames) if (from[table] !== to[table]) found.push(...clashesIn(table, from, to, now));
  return found;
}

function clashesIn(table: TableName, from: Model, to: Model, now: Model): Clash[] {
  const found: Clash[] = [];
  const [before, after, present] = [from[table], to[table], now[table]] as Readonly<
    Record<string, { id: string } & Plain>
  >[];
  const leaving: string[] = [];
  for (const id of Object.keys(before)) {
    if (before[id] === after[id]) continue;
    const record = nounOf(table, before[id]);
    const key = `${table} ${id}`;
    const stays = Object.hasOwn(after, id);
    if (!Object.hasOwn(present, id)) {
      if (stays) found.push({ key, record, mine: 'changed', theirs: 'deleted', sentence: `${record} was deleted` });
    } else if (stays) {
      for (const field of clashingFields(before[id], after[id], present[id]))
        found.push(ofField(table, record, id, field, to, now, after[id], present[id]));
    } else {
      leaving.push(id);
      if (!same(before[id], present[id]))
        found.push({ key, record, mine: 'deleted', theirs: 'changed', sentence: `${record} was changed` });
    }
  }
  for (const id of Object.keys(after)) {
    if (!Object.hasOwn(before, id) && Object.hasOwn(present, id) && !same(after[id], present[id]))
      found.push({
        key: `${table} ${id}`,
        record: nounOf(table, present[id]),
        mine: 'added',
        theirs: 'another',
        sentence: `there is another ${tableWords[table].noun} ${id}`,
      });
  }
  if (leaving.length === 0) return found;
  // what was hung on a record since would be lost with it
  const [then, today] = [dependents(from, table, leaving), dependents(now, table, leaving)];
  for (const other of tableNames) {
    for (const id of today[other] ?? []) {
      if (!Object.hasOwn(from[other], id) || !(then[other]?.has(id) ?? false))
        found.push({
          key: `${other} ${id}`,
          record: nounOf(table, before[leaving[0]]),
          mine: 'deleted',
          theirs: `${tableWords[other].noun} ${id} hangs on it`,
          sentence: `${tableWords[other].noun} ${id} was put on ${nounOf(table, before[leaving[0]])}`,
        });
    }
  }
  return found;
}

/** Fields a change touches that stand neither as it found them nor as it leaves them. */
const clashingFields = (from: object, to: object, now: object): string[] =>
  Object.keys({ ...from, ...to }).filter((field) => {
    const [before, after, present] = [from, to, now].map((one) => (one as Plain)[field]);
    return !same(before, after) && !same(before, present) && !same(after, present);
  });

function ofField(
  table: string,
  record: string,
  id: string,
  field: string,
  to: Model,
  now: Model,
  mine: object,
  theirs: object,
): Clash {
  return {
    key: `${table} ${id} ${field}`,
    record,
    field: fieldWords(field),
    mine: wordsOf(to, field, (mine as Plain)[field]),
    theirs: wordsOf(now, field, (theirs as Plain)[field]),
    sentence: `${record} was changed (${fieldWords(field)})`,
  };
}

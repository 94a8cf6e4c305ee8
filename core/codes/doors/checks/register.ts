/**
 * How far something goes: `compared` demand with capacity; a `rule` of detailing that is kept or broken; `watched`: whether a member needs it is found, and
 * its verdict is open where it does; `out`: left out, and no verdict speaks of it.
 */
export type Reach = 'compared' | 'rule' | 'watched' | 'out';

/** One thing a code asks of members, and what Elbow makes of it. */
export interface Registered {
  /** as its check is called */
  readonly id: string;
  readonly title: string;
  readonly clause: string;
  readonly reach: Reach;
  /** what is covered, or why it is not, in a sentence */
  readonly words: string;
}

/** An entry of a register. */
export const entry = (id: string, title: string, clause: string, reach: Reach, words: string): Registered => ({
  id,
  title,
  clause,
  reach,
  words,
});

/** What a code is asked for of members of one kind. */
export interface RegisterPart {
  /** whom it is about: `Rolled, doubly symmetric I members` */
  readonly members: string;
  readonly entries: readonly Registered[];
}

/** What each reach is called. */
export const reachWords: Readonly<Record<Reach, string>> = {
  compared: 'checked',
  rule: 'checked, a rule',
  watched: 'open where needed',
  out: 'not checked',
};

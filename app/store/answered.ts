import type { Database } from 'better-sqlite3';

const selectAnswer = 'SELECT answer FROM answered WHERE key = ?';
const insertAnswer = 'INSERT INTO answered (key, at, answer) VALUES (?, ?, ?)';
const deleteOld = 'DELETE FROM answered WHERE at < ?';

/** How long an answer is kept for a client that asks again, days. */
const daysKept = 30;

/** Answers to acts that carry a key: an act that is sent again, because its answer was lost, is answered again and not done again. */
export class Answered {
  constructor(private readonly database: Database) {
    database.prepare(deleteOld).run(new Date(Date.now() - daysKept * 86_400_000).toISOString());
  }

  /**
   * Does an act once.
   * @param scope what kind of act it is; keys of different kinds are apart
   * @param key   the client's; none: done each time
   * @param work  writes in the transaction in which the answer is kept, so that both are stored or neither
   */
  once<T>(scope: string, key: string | undefined, work: () => T): { answer: T; again: boolean } {
    return this.database
      .transaction((): { answer: T; again: boolean } => {
        const name = `${scope} ${key ?? ''}`;
        const kept =
          key === undefined
            ? undefined
            : (this.database.prepare(selectAnswer).get(name) as { answer: string } | undefined);
        if (kept) return { answer: JSON.parse(kept.answer) as T, again: true };
        const answer = work();
        if (key !== undefined)
          this.database.prepare(insertAnswer).run(name, new Date().toISOString(), JSON.stringify(answer));
        return { answer, again: false };
      })
      .immediate();
  }
}

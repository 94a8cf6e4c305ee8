import { BrokenLog } from './revisions';

/** Why the server cannot store or read, as a client tells it apart. */
export type TroubleKind = 'full' | 'read-only' | 'locked' | 'too-new' | 'damaged' | 'broken-project';

export interface Trouble {
  readonly trouble: TroubleKind;
  /** what is the matter and what to do */
  readonly error: string;
}

/** The database was written by a newer Elbow. */
export class NewerDatabase extends Error {
  override readonly name = 'NewerDatabase';
}

export const troubleSentences: Readonly<Record<Exclude<TroubleKind, 'too-new' | 'broken-project'>, string>> = {
  full: 'The disk the projects are stored on is full. Make room there; what you do meanwhile is kept in this browser and sent when there is room.',
  'read-only':
    'The folder the projects are stored in cannot be written to. Give the server the right to write there; what you do meanwhile is kept in this browser.',
  locked:
    'Another program holds the database locked. What you do meanwhile is kept in this browser and sent when it is free.',
  damaged:
    'The database file is damaged. Stop the server and restore the last backup (elbow restore); nothing is written to it until then.',
};

/** What an error of the store means for who asked; nothing when it is not one of the store's. */
export function troubleOf(error: unknown): Trouble | undefined {
  if (error instanceof NewerDatabase) return { trouble: 'too-new', error: error.message };
  if (error instanceof BrokenLog)
    return {
      trouble: 'broken-project',
      error: `What is stored of this project is damaged. ${error.message} The list of projects offers what can be read of it.`,
    };
  const code = codeOf(error);
  if (code.startsWith('SQLITE_FULL') || code === 'ENOSPC') return { trouble: 'full', error: troubleSentences.full };
  if (code.startsWith('SQLITE_READONLY') || code === 'SQLITE_CANTOPEN' || code === 'EACCES' || code === 'EROFS')
    return { trouble: 'read-only', error: troubleSentences['read-only'] };
  if (isLocked(error)) return { trouble: 'locked', error: troubleSentences.locked };
  if (code.startsWith('SQLITE_CORRUPT') || code.startsWith('SQLITE_NOTADB') || code.startsWith('SQLITE_IOERR'))
    return { trouble: 'damaged', error: troubleSentences.damaged };
  return undefined;
}

/** The word an error carries; the database's own come from where the addon was first loaded, so they are not told by their class. */
const codeOf = (error: unknown): string =>
  typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '';
const isLocked = (error: unknown): boolean => /^SQLITE_(BUSY|LOCKED)/.test(codeOf(error));

/**
 * Does a piece of work on the database; while another program holds it locked, tries again without keeping the thread.
 * @param longest how long it is tried, milliseconds
 */
export async function whenFree<T>(work: () => T, longest = 5000): Promise<T> {
  const until = Date.now() + longest;
  for (let pause = 10; ; pause = Math.min(2 * pause, 200)) {
    try {
      return work();
    } catch (error) {
      if (!isLocked(error) || Date.now() >= until) throw error;
    }
    await new Promise((resolve) => setTimeout(resolve, pause));
  }
}

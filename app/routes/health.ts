import { statfs } from 'node:fs/promises';
import { dirname } from 'node:path';
import { database, databasePath } from '../store/database';
import { lastBackup, recordedRuns } from '../server/services';
import { troubleOf, troubleSentences, whenFree, type Trouble } from '../store/storage-trouble';

/** Less room than this counts as full, bytes. */
const leastRoom = 20e6;

class Undone extends Error {}

/** How the server stands: whether it can store, why not, how many runs wait, and what came of the last nightly backup. 200 when it can, 503 when it cannot. */
export async function loader() {
  const trouble = await standing();
  let queue: number | null = null;
  try {
    queue = recordedRuns().unfinished().length;
  } catch (error) {
    if (!troubleOf(error)) throw error;
  }
  return Response.json(
    {
      status: trouble?.trouble ?? 'ok',
      ...(trouble ? { error: trouble.error } : {}),
      queue,
      backup: lastBackup() ?? null,
    },
    { status: trouble ? 503 : 200 },
  );
}

/** Tries to begin a write, and takes it back. */
async function standing(): Promise<Trouble | undefined> {
  try {
    const store = database();
    const { bavail, bsize } = await statfs(dirname(databasePath()));
    if (bavail * bsize < leastRoom) return { trouble: 'full', error: troubleSentences.full };
    await whenFree(() => {
      try {
        store
          .transaction(() => {
            throw new Undone();
          })
          .immediate();
      } catch (error) {
        if (!(error instanceof Undone)) throw error;
      }
    }, 500);
    return undefined;
  } catch (error) {
    const trouble = troubleOf(error);
    if (!trouble) throw error;
    return trouble;
  }
}

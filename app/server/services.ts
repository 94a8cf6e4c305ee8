import { backupIfDue, nightlySettings, type BackupOutcome } from '../store/backup';
import { closeDatabase, database, databasePath } from '../store/database';
import { closePools } from './pools';
import { Jobs } from './jobs';
import { Makings } from './makings';
import { Projects } from '../store/projects';
import { troubleOf } from '../store/storage-trouble';
import { RecordedRuns } from '../store/recorded-runs';
import { Windows } from './windows';

const held = globalThis as {
  elbowProjects?: Projects;
  elbowRuns?: RecordedRuns;
  elbowJobs?: Jobs;
  elbowWindows?: Windows;
  elbowMakings?: Makings;
  elbowBackups?: ReturnType<typeof setInterval>;
  elbowBackup?: BackupOutcome & { readonly at: string };
};

/** The server's projects, made on first use. */
export function projects(): Projects {
  return (held.elbowProjects ??= new Projects(database()));
}

/** The server's recorded runs, made on first use. */
export function recordedRuns(): RecordedRuns {
  return (held.elbowRuns ??= new RecordedRuns(database()));
}

/** The server's queue of runs, made on first use; it takes up what an earlier server left. */
export function jobs(): Jobs {
  if (!held.elbowJobs) {
    held.elbowJobs = new Jobs(recordedRuns(), projects().revisions);
    held.elbowJobs.resume();
  }
  return held.elbowJobs;
}

/** Which browser windows have which variant open. */
export function windows(): Windows {
  return (held.elbowWindows ??= new Windows());
}

/** Documents being made, and for whom. */
export function makings(): Makings {
  return (held.elbowMakings ??= new Makings());
}

/** Begins what does not wait for a request: runs that an earlier server left are taken up. */
export function startServices(): void {
  try {
    jobs();
  } catch (error) {
    console.error(troubleOf(error)?.error ?? error);
  }
  startBackups();
}

const checkBackups = 10 * 60_000;

/** Makes the nightly backup when ELBOW_BACKUPS asks for it. */
function startBackups(): void {
  const settings = nightlySettings(process.env);
  if (settings === undefined) return;
  if ('error' in settings) {
    console.error(`No nightly backups are made. ${settings.error}`);
    return;
  }
  const look = () =>
    void backupIfDue(databasePath(), settings, new Date()).then((outcome) => {
      if (outcome) held.elbowBackup = { at: new Date().toISOString(), ...outcome };
      if (outcome?.ok) console.log(outcome.words);
      else if (outcome) console.error(outcome.error);
    });
  look();
  held.elbowBackups = setInterval(look, checkBackups);
}

/** What came of the last nightly backup since the server started; nothing when none was due. */
export const lastBackup = () => held.elbowBackup;

/** Puts jobs back into the queue, finishes what is being written and closes the database. */
export async function stopServices(): Promise<void> {
  clearInterval(held.elbowBackups);
  held.elbowJobs?.stop();
  await closePools();
  await held.elbowProjects?.revisions.settled();
  closeDatabase();
}

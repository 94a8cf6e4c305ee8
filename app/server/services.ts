import { database } from './database';
import { Jobs } from './jobs';
import { Projects } from './projects';
import { RecordedRuns } from './recorded-runs';

const held = globalThis as { elbowProjects?: Projects; elbowRuns?: RecordedRuns; elbowJobs?: Jobs };

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

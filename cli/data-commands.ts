import { readFileSync, writeFileSync } from 'node:fs';
import { backupDatabase, restoreDatabase, type BackupOutcome } from '~app/store/backup';
import { databasePath, openDatabase } from '~app/store/database';
import { Projects } from '~app/store/projects';
import { makeDocument } from '~app/jobs/documents';
import type { Output } from './commands';

const usage = `usage: elbow backup copy.sqlite                copies the database whole, also while the server runs, and proves the copy
       elbow restore copy.sqlite               puts a backup in the database's place; the server must be stopped
       elbow archive out.elbow.zip [project]   writes all projects, or one by its id, with history, variants and runs
       elbow take-in in.elbow.zip              takes the projects of an archive in as new ones
The folder of the data is named by ELBOW_DATA, else it is .elbow.
`;

export const dataCommands = ['backup', 'restore', 'archive', 'take-in'];

/** Runs a command about the stored projects. */
export async function runDataCommand(
  [command, file, project, ...rest]: readonly string[],
  path: string = databasePath(),
  now: Date = new Date(),
): Promise<Output> {
  if (file === undefined || rest.length > 0 || (project !== undefined && command !== 'archive'))
    return { status: 2, out: '', err: `“${command}” needs the path of one file.\n${usage}` };
  if (command === 'backup') return said(await backupDatabase(path, file));
  if (command === 'restore')
    return said(restoreDatabase(file, path, now.toISOString().slice(0, 19).replaceAll(':', '-')));
  try {
    const database = openDatabase(path);
    try {
      const projects = new Projects(database);
      if (command === 'archive') {
        const ids = project === undefined ? projects.ids() : [project];
        if (project !== undefined && projects.nameOf(project) === undefined)
          return { status: 2, out: '', err: `There is no project ${project}.\n` };
        writeFileSync(file, await makeDocument(database, 'archive', { projectIds: ids }));
        return { status: 0, out: `${ids.length} projects were written to ${file}.\n`, err: '' };
      }
      const read = await makeDocument(database, 'readArchive', { bytes: readFileSync(file) });
      if (!read.ok)
        return {
          status: 2,
          out: '',
          err: `${file} was not taken in:\n${read.problems.map((problem) => `  ${problem}\n`).join('')}`,
        };
      return { status: 0, out: `${projects.takeIn(read.projects).length} projects were taken in.\n`, err: '' };
    } finally {
      database.close();
    }
  } catch (error) {
    return { status: 2, out: '', err: `${file}: ${error instanceof Error ? error.message : String(error)}.\n` };
  }
}

const said = (outcome: BackupOutcome): Output =>
  outcome.ok ? { status: 0, out: `${outcome.words}\n`, err: '' } : { status: 2, out: '', err: `${outcome.error}\n` };

import type { Database } from 'better-sqlite3';
import { gzipSync } from 'node:zlib';
import { readModelFile, writeModelFile } from '~core/exchange';
import type { ReportChoice } from '~core/report';
import { cardOf } from '../store/project-card';
import type { PackedModel } from '../store/projects';
import { Revisions } from '../store/revisions';
import { makeReport, type MadeReport, type ReportEnding } from './make-report';
import { readArchive, type ReadArchive } from './read-archive';
import { writeArchive } from './write-archive';

/** What is made or read away from the thread that answers, and what comes of each. */
export interface DocumentTasks {
  readonly model: {
    readonly task: { readonly projectId: string; readonly revision: number };
    readonly outcome: Uint8Array;
  };
  readonly report: {
    readonly task: {
      readonly projectId: string;
      readonly revision: number;
      readonly choice: ReportChoice;
      readonly name: string;
      readonly ending: ReportEnding;
    };
    readonly outcome: MadeReport;
  };
  readonly import: {
    readonly task: { readonly text: Uint8Array };
    readonly outcome:
      { readonly ok: true; readonly model: PackedModel } | { readonly ok: false; readonly problems: readonly string[] };
  };
  readonly archive: { readonly task: { readonly projectIds: readonly string[] }; readonly outcome: Uint8Array };
  readonly readArchive: { readonly task: { readonly bytes: Uint8Array }; readonly outcome: ReadArchive };
}
export type DocumentKind = keyof DocumentTasks;
export type TaskOf<K extends DocumentKind> = DocumentTasks[K]['task'];
export type OutcomeOf<K extends DocumentKind> = DocumentTasks[K]['outcome'];

type Makers = {
  readonly [K in DocumentKind]: (
    database: Database,
    task: TaskOf<K>,
    tell: (phase: string) => void,
  ) => OutcomeOf<K> | Promise<OutcomeOf<K>>;
};

const makers: Makers = {
  model: (database, { projectId, revision }) => Buffer.from(writeModelFile(modelAt(database, projectId, revision))),
  report: (database, { projectId, revision, choice, name, ending }, tell) =>
    makeReport(String(revision), modelAt(database, projectId, revision), choice, name, ending, tell),
  import: (_, { text }, tell) => {
    tell('reading the model');
    const read = readModelFile(new TextDecoder().decode(text));
    return read.ok
      ? {
          ok: true,
          model: {
            name: read.model.settings.name,
            packed: gzipSync(writeModelFile(read.model)),
            card: cardOf(read.model),
          },
        }
      : read;
  },
  archive: (database, { projectIds }, tell) => writeArchive(database, projectIds, tell),
  readArchive: (_, { bytes }, tell) => readArchive(bytes, tell),
};

function modelAt(database: Database, projectId: string, revision: number) {
  const model = new Revisions(database).at(projectId, revision);
  if (!model) throw new Error(`There is no revision ${revision} in project ${projectId}.`);
  return model;
}

/** Makes or reads one document. @param database read only */
export async function makeDocument<K extends DocumentKind>(
  database: Database,
  kind: K,
  task: TaskOf<K>,
  tell: (phase: string) => void = () => undefined,
): Promise<OutcomeOf<K>> {
  return makers[kind](database, task, tell);
}

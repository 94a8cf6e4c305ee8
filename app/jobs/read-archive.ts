import { strFromU8, unzipSync } from 'fflate';
import { z } from 'zod';
import { readModelFile, writeModelFile } from '~core/exchange';
import { applyAct, type Model } from '~core/model';
import { gzipSync } from 'node:zlib';
import { cardOf } from '../store/project-card';
import type { PreparedProject } from '../store/take-in';
import {
  archivedProject,
  archivedRevision,
  archiveFormat,
  archiveVersion,
  manifest,
  type ArchivedProject,
  type ArchivedRevision,
} from '../store/archive-format';

export type ReadArchive =
  | { readonly ok: true; readonly projects: readonly PreparedProject[] }
  | { readonly ok: false; readonly problems: readonly string[] };

/** An archive may unpack to this much, bytes. */
const mostUnpacked = 2e9;
/** A model is stored whole after so many revisions. */
const revisionsPerSnapshot = 50;

class Unreadable extends Error {}

/** Reads an archive: every part is checked and every log replayed; it is taken in whole or not at all. @param tell told which project is being read */
export function readArchive(bytes: Uint8Array, tell: (phase: string) => void = () => undefined): ReadArchive {
  try {
    return { ok: true, projects: read(bytes, tell) };
  } catch (error) {
    if (error instanceof Unreadable) return { ok: false, problems: [error.message] };
    throw error;
  }
}

function read(bytes: Uint8Array, tell: (phase: string) => void): PreparedProject[] {
  tell('unpacking');
  let size = 0;
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      filter: ({ originalSize }) => {
        size += originalSize;
        if (size > mostUnpacked) throw new Unreadable(`The archive unpacks to more than ${mostUnpacked / 1e9} GB.`);
        return true;
      },
    });
  } catch (error) {
    if (error instanceof Unreadable) throw error;
    throw new Unreadable('This is not a zip file, or it is cut off.');
  }
  const file = (path: string): Uint8Array => {
    if (!Object.hasOwn(files, path)) throw new Unreadable(`The archive has no part ${path}.`);
    return files[path];
  };
  const parsed = <T extends z.ZodType>(path: string, schema: T): z.output<T> =>
    parse(strFromU8(file(path)), schema, path);
  if (!Object.hasOwn(files, 'elbow-archive.json'))
    throw new Unreadable('This zip file is not an Elbow archive: it has no part elbow-archive.json.');
  const head = parse(
    strFromU8(file('elbow-archive.json')),
    z.looseObject({ format: z.literal(archiveFormat), version: z.number() }),
    'elbow-archive.json',
  );
  if (head.version !== archiveVersion)
    throw new Unreadable(`The archive is of version ${head.version}; this Elbow reads version ${archiveVersion}.`);
  return parsed('elbow-archive.json', manifest).projects.map(({ folder }, i, all) => {
    tell(`project ${i + 1} of ${all.length}`);
    return prepare(folder, parsed(`${folder}/project.json`, archivedProject), file);
  });
}

function parse<T extends z.ZodType>(text: string, schema: T, place: string): z.output<T> {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    throw new Unreadable(`${place} is not JSON, or it is cut off.`);
  }
  const result = schema.safeParse(raw);
  if (!result.success) throw new Unreadable(`${place} cannot be read: ${z.prettifyError(result.error).slice(0, 500)}`);
  return result.data;
}

function prepare(folder: string, project: ArchivedProject, file: (path: string) => Uint8Array): PreparedProject {
  if (project.damage)
    throw new Unreadable(
      `${project.name} was damaged when the archive was made, so it cannot be opened again: ${project.damage[0]} Its model files can be taken in one by one.`,
    );
  const lines = strFromU8(file(`${folder}/revisions.jsonl`))
    .split('\n')
    .filter((line) => line !== '');
  const revisions = lines.map((line, i): ArchivedRevision => {
    parse(line, archivedRevision, `${folder}/revisions.jsonl, line ${i + 1},`);
    // as it was written, not as it was read: the order of a record's fields is kept
    return JSON.parse(line) as ArchivedRevision;
  });
  const models = new Map<number, { model: Model; head: number; since: number }>();
  const snapshots: { revision: number; packed: Uint8Array }[] = [];
  const wrong = (number: number, why: string) =>
    new Unreadable(`Revision ${number} of ${project.name} cannot be taken in: ${why}`);
  revisions.forEach((revision, i) => {
    const { number, variant, parent, kind, target, edits } = revision;
    if (number !== i + 1) throw wrong(number, 'it is out of order.');
    if (variant > project.variants.length) throw wrong(number, `there is no variant ${variant}.`);
    if (kind === 'start') {
      if (models.has(variant)) throw wrong(number, `variant ${variant} starts twice.`);
      const text = file(`${folder}/variant-${variant}/start.json`);
      const start = readModelFile(strFromU8(text));
      if (!start.ok) throw wrong(number, start.problems[0]);
      models.set(variant, { model: start.model, head: number, since: 0 });
      snapshots.push({ revision: number, packed: gzipSync(text) });
      return;
    }
    const at = models.get(variant);
    if (!at || parent !== at.head) throw wrong(number, 'it does not follow on the one before it.');
    if (target !== null && target >= number) throw wrong(number, 'it takes back what comes after it.');
    const applied = applyAct(at.model, { edits: [...edits] });
    if (!applied.ok) throw wrong(number, applied.error);
    const since = at.since + 1;
    models.set(variant, { model: applied.model, head: number, since: since % revisionsPerSnapshot });
    if (since === revisionsPerSnapshot)
      snapshots.push({ revision: number, packed: sound(applied.model, (why) => wrong(number, why)) });
  });
  project.variants.forEach((one, i) => {
    const at = models.get(i + 1);
    if (!at) throw new Unreadable(`Variant ${i + 1} of ${project.name} has no revisions.`);
    if ((one.parent ?? 0) > project.variants.length || (one.branchedFrom ?? 0) > revisions.length)
      throw new Unreadable(`Variant ${i + 1} of ${project.name} comes from one that is not in the archive.`);
    sound(
      at.model,
      (why) => new Unreadable(`Variant ${one.name} of ${project.name} leads to a model that cannot be read: ${why}`),
    );
  });
  for (const { revision } of [...project.runs, ...project.summaries])
    if (revision > revisions.length)
      throw new Unreadable(`A run of ${project.name} is of revision ${revision}, which is not in the archive.`);
  const shown = project.variants.findIndex((one) => one.binnedAt === null);
  const first = models.get(Math.max(0, shown) + 1)!;
  const blocks = project.runs.flatMap((run) =>
    run.blocks.map((block) => ({ file: block.file, packed: file(`${folder}/${block.file}`) })),
  );
  return { project, revisions, snapshots, card: cardOf(first.model), blocks };
}

/** A model packed, after proof that it can be read back. */
function sound(model: Model, refused: (why: string) => Error): Uint8Array {
  const text = writeModelFile(model);
  const back = readModelFile(text);
  if (!back.ok) throw refused(back.problems[0]);
  return gzipSync(text);
}

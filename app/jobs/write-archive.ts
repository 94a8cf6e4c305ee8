import type { Database } from 'better-sqlite3';
import { strToU8, zipSync, type Zippable } from 'fflate';
import { gunzipSync } from 'node:zlib';
import { readModelFile, writeModelFile } from '~core/exchange';
import { applyAct, type Edit, type Model } from '~core/model';
import { archiveFormat, archiveVersion, type ArchivedProject } from '../store/archive-format';

const selectProject = 'SELECT name, created_at AS createdAt, binned_at AS binnedAt FROM project WHERE id = ?';
const selectVariants =
  'SELECT id, name, created_at AS createdAt, binned_at AS binnedAt, parent_id AS parent, branched_from_id AS branchedFrom FROM variant WHERE project_id = ? ORDER BY id';
const selectRevisions = `
  SELECT revision.id AS id, variant_id AS variant, revision.parent_id AS parent, kind, target_id AS target, sentence, author, window_id AS window, act_key AS key, at, edits, inverse
  FROM revision JOIN variant ON variant.id = revision.variant_id WHERE variant.project_id = ? ORDER BY revision.id`;
const selectStart = 'SELECT model FROM snapshot WHERE revision_id = ?';
const selectSnapshots =
  'SELECT revision_id AS revision, model FROM snapshot JOIN revision ON revision.id = revision_id WHERE variant_id = ? ORDER BY revision_id DESC';
const selectWatches = 'SELECT definition FROM watch WHERE project_id = ? ORDER BY id';
const selectSummaries = `
  SELECT run.revision_id AS revision, run.at AS at, run.status AS status, run.summary AS summary FROM run JOIN revision ON revision.id = run.revision_id
  JOIN variant ON variant.id = revision.variant_id WHERE variant.project_id = ? ORDER BY run.revision_id`;
const selectRuns = `
  SELECT recorded_run.id AS id, revision_id AS revision, recorded_run.name AS name, recorded_run.at AS at, made_by AS madeBy, status, seconds, settings, findings, checks, error
  FROM recorded_run JOIN revision ON revision.id = revision_id JOIN variant ON variant.id = revision.variant_id
  WHERE variant.project_id = ? AND status IN ('done', 'stopped', 'failed', 'cancelled') ORDER BY recorded_run.id`;
const selectBlocks = 'SELECT kind, case_id AS "case", data FROM run_block WHERE run_id = ? ORDER BY kind, case_id';

interface StoredRevision {
  id: number;
  variant: number;
  parent: number | null;
  kind: string;
  target: number | null;
  sentence: string;
  author: string;
  window: string;
  key: string | null;
  at: string;
  edits: string;
  inverse: string;
}

/** The same project gives the same bytes whenever it is written. */
const noTime = new Date(1980, 0, 1);

/** What is packed already is stored as it is. */
const stored = { level: 0 as const, mtime: noTime };
const packed = { level: 6 as const, mtime: noTime };

/**
 * Writes projects with all they have as a zip. What is damaged is left out and said, so that the rest can be had.
 * @param projectIds in the order they shall stand
 * @param tell       told which project is being written
 */
export function writeArchive(
  database: Database,
  projectIds: readonly string[],
  tell: (phase: string) => void = () => undefined,
): Uint8Array {
  const files: Zippable = {};
  const listed: { folder: string; name: string }[] = [];
  // one moment for all parts, whatever is written meanwhile
  database
    .transaction(() => {
      projectIds.forEach((id, i) => {
        tell(`project ${i + 1} of ${projectIds.length}`);
        const folder = `projects/${i + 1}`;
        const name = writeProject(database, id, folder, files);
        if (name !== undefined) listed.push({ folder, name });
      });
    })
    .deferred();
  tell('packing');
  return zipSync({
    'elbow-archive.json': [
      strToU8(JSON.stringify({ format: archiveFormat, version: archiveVersion, projects: listed }, null, 1)),
      packed,
    ],
    ...files,
  });
}

function writeProject(database: Database, id: string, folder: string, files: Zippable): string | undefined {
  const project = database.prepare(selectProject).get(id) as
    { name: string; createdAt: string; binnedAt: string | null } | undefined;
  if (!project) return undefined;
  const damage: string[] = [];
  const text = (path: string, content: string) => (files[`${folder}/${path}`] = [strToU8(content), packed]);
  const variants = database.prepare(selectVariants).all(id) as {
    id: number;
    name: string;
    createdAt: string;
    binnedAt: string | null;
    parent: number | null;
    branchedFrom: number | null;
  }[];
  const revisions = database.prepare(selectRevisions).all(id) as StoredRevision[];
  const variantNumber = new Map(variants.map((variant, i) => [variant.id, i + 1]));
  const revisionNumber = new Map(revisions.map((revision, i) => [revision.id, i + 1]));
  const numberOf = (of: ReadonlyMap<number, number>, one: number | null) =>
    one === null ? null : (of.get(one) ?? null);
  const lines: string[] = [];
  for (const { id: revisionId, variant, parent, target, edits, inverse, ...rest } of revisions) {
    try {
      lines.push(
        JSON.stringify({
          number: revisionNumber.get(revisionId),
          variant: variantNumber.get(variant),
          parent: numberOf(revisionNumber, parent),
          target: numberOf(revisionNumber, target),
          ...rest,
          edits: JSON.parse(edits) as unknown,
          inverse: JSON.parse(inverse) as unknown,
        }),
      );
    } catch {
      damage.push(`The edits of revision ${revisionNumber.get(revisionId)} (“${rest.sentence}”) are damaged.`);
    }
    if (rest.kind !== 'start') continue;
    const path = `variant-${variantNumber.get(variant)}/start.json`;
    try {
      const start = database.prepare(selectStart).get(revisionId) as { model: Buffer } | undefined;
      if (start) text(path, gunzipSync(start.model).toString('utf8'));
      else damage.push(`The model variant ${variantNumber.get(variant)} starts from is not there.`);
    } catch {
      damage.push(`The model variant ${variantNumber.get(variant)} starts from cannot be unpacked.`);
    }
  }
  for (const { id: variantId } of variants) {
    const [model, whole] = lastReadable(
      database,
      variantId,
      revisions.filter((revision) => revision.variant === variantId),
    );
    if (whole) continue;
    damage.push(
      `Variant ${variantNumber.get(variantId)} cannot be brought to its last revision${model === undefined ? ', and no model of it can be read' : '; the last model that can be read is in last-readable.json'}.`,
    );
    if (model !== undefined) text(`variant-${variantNumber.get(variantId)}/last-readable.json`, model);
  }
  text('revisions.jsonl', lines.map((line) => `${line}\n`).join(''));
  const runs = (
    database.prepare(selectRuns).all(id) as (Omit<ArchivedProject['runs'][number], 'blocks'> & { id: number })[]
  ).map(({ id: runId, revision, ...run }, i) => {
    const blocks = (database.prepare(selectBlocks).all(runId) as { kind: string; case: string; data: Buffer }[]).map(
      ({ kind, case: caseId, data }, n) => {
        const file = `run-${i + 1}/${n + 1}.gz`;
        files[`${folder}/${file}`] = [new Uint8Array(data), stored];
        return { kind, case: caseId, file };
      },
    );
    return { revision: revisionNumber.get(revision) ?? 0, ...run, blocks };
  });
  const watches = (database.prepare(selectWatches).all(id) as { definition: string }[]).flatMap(({ definition }) => {
    try {
      return [JSON.parse(definition) as ArchivedProject['watches'][number]];
    } catch {
      damage.push('A watched quantity is damaged.');
      return [];
    }
  });
  const summaries = (database.prepare(selectSummaries).all(id) as ArchivedProject['summaries']).map(
    ({ revision, ...rest }) => ({ revision: revisionNumber.get(revision) ?? 0, ...rest }),
  );
  const whole: ArchivedProject = {
    ...project,
    variants: variants.map(({ id: _id, parent, branchedFrom, ...rest }) => ({
      ...rest,
      parent: numberOf(variantNumber, parent),
      branchedFrom: numberOf(revisionNumber, branchedFrom),
    })),
    watches,
    summaries,
    runs,
    ...(damage.length > 0 ? { damage } : {}),
  };
  text('project.json', JSON.stringify(whole, null, 1));
  return project.name;
}

/** The last model of a variant that can be read, as a model file, and whether it is the one its log ends with. */
function lastReadable(
  database: Database,
  variantId: number,
  revisions: readonly StoredRevision[],
): [string | undefined, boolean] {
  const snapshots = database.prepare(selectSnapshots).all(variantId) as { revision: number; model: Buffer }[];
  for (const snapshot of snapshots) {
    const start = unpacked(snapshot.model);
    if (!start) continue;
    let model = start;
    for (const { id, edits } of revisions) {
      if (id <= snapshot.revision) continue;
      const next = carriedOut(model, edits);
      if (!next) return [writeModelFile(model), false];
      model = next;
    }
    // an older model that is whole does not make the newest one readable
    return [writeModelFile(model), snapshot === snapshots[0]];
  }
  return [undefined, false];
}

function unpacked(blob: Buffer): Model | undefined {
  try {
    const read = readModelFile(gunzipSync(blob).toString('utf8'), true);
    return read.ok ? read.model : undefined;
  } catch {
    return undefined;
  }
}

function carriedOut(model: Model, edits: string): Model | undefined {
  try {
    const applied = applyAct(model, { edits: JSON.parse(edits) as Edit[] });
    return applied.ok ? applied.model : undefined;
  } catch {
    return undefined;
  }
}

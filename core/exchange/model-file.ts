import { z } from 'zod';
import { readForeignJson, readOwnJson } from './foreign-text';
import {
  emptyModel,
  idNumber,
  inOrder,
  recordSchemas,
  referencesOf,
  settings,
  tableNames,
  tableWords,
  type Model,
  type TableName,
  type Tables,
} from '../model';

/** Name and version of the format, in every file. */
export const formatName = 'elbow-model';
export const formatVersion = 20;

/** Records one table of a file may hold, and the highest number an id may carry: what comes later is counted on from there. */
export const mostRecords = 100_000;
const mostLoads = 300_000;
const highestId = 99_999_999;
const mostIn = (table: string) => (table === 'loads' ? mostLoads : mostRecords);

type FileTables = { [K in TableName]: z.ZodArray<(typeof recordSchemas)[K]> };
const tables = Object.fromEntries(
  Object.entries(recordSchemas).map(([name, schema]) => [
    name,
    z.array(schema).max(mostIn(name), `there are too many ${name}: at most ${mostIn(name)} can be taken in`),
  ]),
) as unknown as FileTables;

/** A model file: settings and one list a table. `lastIds` keeps deleted ids from coming back; it may be left out. */
export const modelFile = z.strictObject({
  format: z.literal(formatName),
  version: z.literal(formatVersion),
  settings,
  ...tables,
  lastIds: z
    .record(z.enum(tableNames), z.number().int().nonnegative().max(highestId))
    .optional()
    .describe('highest number ever given in each table'),
});

export type ReadModel = { ok: true; model: Model; upgradedFrom?: number } | { ok: false; problems: string[] };

/** From each old version to the next; a new one adds its step here and a sample to `samples/`. */
const upgrades: Readonly<Record<number, (file: Record<string, unknown>) => Record<string, unknown>>> = {
  // version 2 knows diaphragms, stiffness sets and analyses beside those of load cases
  1: (file) => ({
    ...file,
    version: 2,
    diaphragms: [],
    stiffnessSets: [],
    analyses: [],
    ...(file.lastIds ? { lastIds: { ...file.lastIds, diaphragms: 0, stiffnessSets: 0, analyses: 0 } } : {}),
  }),
  // version 3 knows helper lines, working planes, groups, slabs, walls and what belongs to them, saved views and accepted findings
  2: (file) => ({
    ...file,
    version: 3,
    ...allOf(newInThree, []),
    ...(file.lastIds ? { lastIds: { ...file.lastIds, ...allOf(newInThree, 0) } } : {}),
  }),
  // version 4 knows area and line loads, rules that make loads, envelopes, combinations of combinations
  // version 5 knows the title block of reports
  4: (file) => ({ ...file, version: 5 }),
  // version 6 knows the kind of structure, limits, names of directions and locked records
  5: (file) => ({ ...file, version: 6 }),
  // version 7 knows how slabs and walls take part; those of before carry loads to their edges, as they did
  6: (file) => ({ ...file, version: 7 }),
  // version 8 knows thick parts of slabs, and openings that are left out of the analysis
  7: (file) => ({
    ...file,
    version: 8,
    ...allOf(newInEight, []),
    ...(file.lastIds ? { lastIds: { ...file.lastIds, ...allOf(newInEight, 0) } } : {}),
  }),
  // version 9 knows springs along line supports, and slabs and walls in groups
  8: (file) => ({ ...file, version: 9 }),
  // version 10 knows soil below slabs, line supports that only push, and cuts
  9: (file) => ({
    ...file,
    version: 10,
    cuts: [],
    ...(file.lastIds ? { lastIds: { ...file.lastIds, cuts: 0 } } : {}),
  }),
  // version 11 knows names of piers and coupling beams, what divides a wall into them, and widths of slabs that work with a beam
  10: (file) => ({ ...file, version: 11 }),
  // version 12 knows design lines
  11: (file) => ({
    ...file,
    version: 12,
    designLines: [],
    ...(file.lastIds ? { lastIds: { ...file.lastIds, designLines: 0 } } : {}),
  }),
  // version 13 knows bars along the sides of beams
  12: (file) => ({ ...file, version: 13 }),
  // version 14 knows sets of design rules
  13: (file) => ({
    ...file,
    version: 14,
    designRules: [],
    ...(file.lastIds ? { lastIds: { ...file.lastIds, designRules: 0 } } : {}),
  }),
  // version 15 knows bars and stirrups along parts of members
  14: (file) => ({ ...file, version: 15 }),
  // version 16 knows forces that design rules leave out or to others, and members that are not checked
  15: (file) => ({ ...file, version: 16 }),
  // version 17 knows bars and ties of columns
  16: (file) => ({ ...file, version: 17 }),
  // version 18 knows rings of bars, round ties and spirals
  17: (file) => ({ ...file, version: 18 }),
  // version 19 knows bars and rules of walls
  18: (file) => ({ ...file, version: 19 }),
  // version 20 knows strength reduction factors that are typed, deflection by depth, camber and layouts of columns
  19: (file) => ({ ...file, version: 20 }),
  3: (file) => ({
    ...file,
    version: 4,
    ...allOf(newInFour, []),
    ...(file.lastIds ? { lastIds: { ...file.lastIds, ...allOf(newInFour, 0) } } : {}),
  }),
};

const newInEight = ['thickParts'];
const newInFour = ['envelopes', 'loadRules'];
const newInThree = [
  'helperLines',
  'planes',
  'groups',
  'slabs',
  'walls',
  'lineSupports',
  'columnHeads',
  'views',
  'acceptances',
];
const allOf = (names: readonly string[], value: unknown) => Object.fromEntries(names.map((name) => [name, value]));

const mostProblems = 20;

/** The model as a file's text: SI units, records in the order of their numbers. */
export function writeModelFile(model: Model): string {
  const lists = Object.fromEntries(
    tableNames.map((table) => [table, inOrder(model[table] as Readonly<Record<string, { id: string }>>)]),
  );
  return `${JSON.stringify({ format: formatName, version: formatVersion, settings: model.settings, ...lists, lastIds: model.counters }, null, 1)}\n`;
}

/**
 * Reads a model file's text.
 * @param own whether Elbow stored it itself: then what it holds is read as it is, also what is not taken in from elsewhere any more
 * @returns the model, or what is wrong with the file in sentences that name the place; nothing is guessed
 */
export function readModelFile(text: string, own = false): ReadModel {
  const json = own ? readOwnJson(text) : readForeignJson(text);
  if (!json.ok) return refused(json.problem);
  const raw = json.value;
  if (raw === null || typeof raw !== 'object' || (raw as { format?: unknown }).format !== formatName)
    return refused(`This is not an Elbow model file: it should say "format": "${formatName}" at its beginning.`);
  let file = raw as Record<string, unknown>;
  const { version } = file;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    return refused('The file does not say its version as a whole number, such as "version": 1.');
  if (version > formatVersion)
    return refused(
      `The file is of version ${version}; this Elbow reads up to version ${formatVersion}. Open it with a newer Elbow, or save it there in an older version.`,
    );
  for (let at = version; at < formatVersion; at++) file = upgrades[at](file);
  const parsed = modelFile.safeParse(file);
  if (!parsed.success)
    return { ok: false, problems: parsed.error.issues.slice(0, mostProblems).map((issue) => describe(issue, file)) };
  const problems = inconsistencies(parsed.data);
  if (problems.length > 0) return { ok: false, problems: problems.slice(0, mostProblems) };
  return { ok: true, model: toModel(parsed.data), ...(version < formatVersion ? { upgradedFrom: version } : {}) };
}

const refused = (problem: string): ReadModel => ({ ok: false, problems: [problem] });

/** `members[3] (m4) section: …` */
function describe(issue: z.core.$ZodIssue, file: Record<string, unknown>): string {
  const [table, index, ...rest] = issue.path;
  const list = file[String(table)];
  const record: unknown = Array.isArray(list) && typeof index === 'number' ? list[index] : undefined;
  const id =
    record !== null && typeof record === 'object' && 'id' in record && typeof record.id === 'string'
      ? ` (${record.id.slice(0, 40)})`
      : '';
  const place =
    issue.path.length === 0
      ? 'The file'
      : typeof index === 'number'
        ? `${String(table)}[${index}]${id} ${rest.join(' ')}`.trim()
        : issue.path.join(' ');
  return `${place}: ${issue.message}.`;
}

type FileData = z.infer<typeof modelFile>;

function inconsistencies(file: FileData): string[] {
  const problems: string[] = [];
  const ids = Object.fromEntries(tableNames.map((table) => [table, new Set<string>()])) as Record<
    TableName,
    Set<string>
  >;
  for (const table of tableNames) {
    for (const { id } of file[table]) {
      if (ids[table].has(id)) problems.push(`The id ${id} stands twice in ${table}.`);
      if (idNumber(id) > highestId)
        problems.push(
          `The id ${id} has too high a number: at most ${highestId} can be taken in. Number the ${table} anew.`,
        );
      ids[table].add(id);
    }
  }
  for (const table of tableNames) {
    for (const record of file[table]) {
      const broken = referencesOf(table, record).find((reference) => !ids[reference.table].has(reference.id));
      if (broken)
        problems.push(
          `${tableWords[table].noun} ${record.id} refers to ${tableWords[broken.table].noun} ${broken.id}, which is not in the file.`,
        );
    }
  }
  return problems;
}

function toModel(file: FileData): Model {
  const byId = <T extends { id: string }>(list: readonly T[]) =>
    Object.fromEntries(list.map((record) => [record.id, record]));
  const counters = Object.fromEntries(
    tableNames.map((table) => [
      table,
      file[table].reduce((most, { id }) => Math.max(most, idNumber(id)), file.lastIds?.[table] ?? 0),
    ]),
  ) as Record<TableName, number>;
  const tables = Object.fromEntries(
    tableNames.map((table) => [table, byId(file[table] as { id: string }[])]),
  ) as unknown as Tables;
  return { ...emptyModel(file.settings), ...tables, settings: file.settings, counters };
}

/** The format as a JSON Schema (draft 2020-12), for other programs and editors. */
export function modelJsonSchema(): unknown {
  return {
    ...z.toJSONSchema(modelFile),
    title: 'Elbow model file',
    description: `SI units throughout: m, N, Pa, kg, rad. Format version ${formatVersion}.`,
  };
}

import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { allFindings } from '~core/findings';
import { MemberChecker, verdicts, verdictWords } from '~core/checks';
import { showIn } from '~core/units';
import {
  analysesData,
  checksData,
  findingsData,
  modelJsonSchema,
  readModelFile,
  readRecordCsv,
  resultsData,
} from '~core/exchange';
import { runAnalysisNow, solveNow } from '~core/fem';
import { acceptanceOf, applyAct, inOrder, type Finding, type Model } from '~core/model';

/** What a command prints and its exit status: 0 done and nothing stops, 1 done or tried with findings that stop, 2 unusable input. */
export interface Output {
  readonly status: 0 | 1 | 2;
  readonly out: string;
  readonly err: string;
}

const usage = `usage: elbow solve model.json [--out results.json]     displacements, reactions, member stations (SI)
       elbow analyse model.json [--analysis a1] [--record motion.csv [--record-unit g]] [--out analyses.json]
                                                       buckling, modes, response spectra, time histories of the model
       elbow check model.json [--out checks.json]      checks of all members
       elbow validate model.json [--out findings.json] findings only
       elbow schema                                    JSON Schema of the model format
       elbow backup | restore | archive | take-in file the stored projects: a proven copy of the database, or an archive
Exit status: 0 done, no stopping finding; 1 stopping findings, listed; 2 unusable input.
`;

/** Larger files are refused before they are read, bytes. */
const largestFile = 200e6;

const unusable = (message: string): Output => ({ status: 2, out: '', err: `${message}\n` });

/** Runs one command line, reading and writing the files it names. */
export function runCommand(argv: readonly string[]): Output {
  let parsed;
  try {
    parsed = parseArgs({
      args: [...argv],
      allowPositionals: true,
      options: {
        out: { type: 'string', short: 'o' },
        analysis: { type: 'string' },
        record: { type: 'string' },
        'record-unit': { type: 'string' },
        help: { type: 'boolean', short: 'h' },
      },
    });
  } catch (error) {
    return unusable(`${error instanceof Error ? error.message : String(error)}\n${usage}`);
  }
  const [command, path, ...rest] = parsed.positionals;
  if (parsed.values.help || command === undefined)
    return {
      status: parsed.values.help ? 0 : 2,
      out: parsed.values.help ? usage : '',
      err: parsed.values.help ? '' : usage,
    };
  if (command === 'schema') return { status: 0, out: `${JSON.stringify(modelJsonSchema(), null, 1)}\n`, err: '' };
  if (!['solve', 'analyse', 'check', 'validate'].includes(command))
    return unusable(`“${command}” is not a command.\n${usage}`);
  if (path === undefined || rest.length > 0)
    return unusable(`“${command}” needs the path of one model file.\n${usage}`);
  const text = readInput(path);
  if (typeof text !== 'string') return text;
  const read = readModelFile(text);
  if (!read.ok)
    return unusable(`${path} cannot be used:\n${read.problems.map((problem) => `  ${problem}`).join('\n')}`);

  const { analysis, record } = parsed.values;
  if (command !== 'analyse' && (analysis ?? record) !== undefined)
    return unusable(`--analysis and --record go with “analyse”.\n${usage}`);
  const shaken = record === undefined ? read.model : withRecord(read.model, record, parsed.values['record-unit']);
  if ('err' in shaken) return shaken;
  const model = shaken;
  showIn(model.settings.ownUnits);
  if (command === 'analyse') return analyse(model, analysis, parsed.values.out);
  const { findings: analysed, solution } = solveNow(model);
  const findings = allFindings(model, analysed);
  const listed = findings.map((finding) => line(finding, acceptanceOf(model, finding)?.reason)).join('');
  const status = statusOf(findings);
  const output = (data: unknown) => deliver(data, parsed.values.out, status, listed);
  if (command === 'validate') return output({ format: 'elbow-findings', version: 1, findings: findingsData(findings) });
  if (!solution) return { status: 1, out: '', err: `${listed}The analysis stopped; nothing was written.\n` };
  if (command === 'solve') return output(resultsData(model, solution, findings));
  const checker = new MemberChecker(model, solution);
  const checks = inOrder(model.members).map((member) => checker.check(member.id));
  const piers = checker.piers.keys.map((key) => checker.piers.check(key));
  const counted = verdicts
    .map(
      (verdict) => `${[...checks, ...piers].filter((one) => one.verdict === verdict).length} ${verdictWords[verdict]}`,
    )
    .join(', ');
  return deliver(checksData(model, checks, piers), parsed.values.out, status, `${listed}Verdicts: ${counted}.\n`);
}

const statusOf = (findings: readonly Finding[]): 0 | 1 =>
  findings.some((finding) => finding.severity === 'stop') ? 1 : 0;

function deliver(data: unknown, path: string | undefined, status: 0 | 1, listed: string): Output {
  const json = `${JSON.stringify(data)}\n`;
  if (path === undefined) return { status, out: json, err: listed };
  try {
    writeFileSync(path, json);
  } catch (error) {
    return unusable(`${path} cannot be written: ${error instanceof Error ? error.message : String(error)}.`);
  }
  return { status, out: '', err: listed };
}

/** Runs the analyses beside load cases: all, or the one named by id or label. */
function analyse(model: Model, wanted: string | undefined, path: string | undefined): Output {
  const all = inOrder(model.analyses);
  const chosen = wanted === undefined ? all : all.filter((one) => one.id === wanted || one.label === wanted);
  if (chosen.length === 0)
    return unusable(
      wanted === undefined
        ? 'The model has no analyses beside its load cases; “elbow solve” computes those.'
        : `The model has no analysis “${wanted}”; it has ${all.map((one) => `${one.id} (${one.label})`).join(', ') || 'none'}.`,
    );
  const outcomes = chosen.map((one) => runAnalysisNow(model, one.id));
  const findings = outcomes.flatMap((outcome) => outcome.findings);
  return deliver(
    analysesData(model, outcomes),
    path,
    statusOf(findings),
    findings.map((finding) => line(finding)).join(''),
  );
}

/** The model with a ground motion read from a file in all its time histories. */
function withRecord(model: Model, path: string, unit: string | undefined): Model | Output {
  const text = readInput(path);
  if (typeof text !== 'string') return text;
  const read = readRecordCsv(text, unit);
  if (!read.ok) return unusable(`${path} cannot be used: ${read.problem}`);
  const histories = inOrder(model.analyses).filter((one) => one.type === 'history');
  if (histories.length === 0) return unusable('The model has no time history analysis to use the record in.');
  const applied = applyAct(model, {
    edits: [
      { kind: 'change', table: 'analyses', changes: histories.map(({ id }) => ({ id, fields: { ...read.record } })) },
    ],
  });
  return applied.ok ? applied.model : unusable(`${path} cannot be used: ${applied.error}`);
}

const line = (finding: Finding, accepted?: string): string =>
  `${finding.severity === 'stop' ? 'STOP  ' : 'remark'} ${finding.sentence} ${accepted === undefined ? finding.why : `(accepted: ${accepted})`}\n`;

function readInput(path: string): string | Output {
  try {
    const { size } = statSync(path);
    if (size > largestFile)
      return unusable(`${path} has ${Math.round(size / 1e6)} MB; at most ${largestFile / 1e6} MB can be read.`);
    return readFileSync(path, 'utf8');
  } catch (error) {
    return unusable(`${path} cannot be read: ${error instanceof Error ? error.message : String(error)}.`);
  }
}

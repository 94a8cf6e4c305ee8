import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { MemberChecker } from '~core/checks';
import { checksData, findingsData, modelJsonSchema, readModelFile, resultsData } from '~core/exchange';
import { solveNow } from '~core/fem';
import { inOrder, type Finding } from '~core/model';

/** What a command prints and its exit status: 0 done and nothing stops, 1 done or tried with findings that stop, 2 unusable input. */
export interface Output {
  readonly status: 0 | 1 | 2;
  readonly out: string;
  readonly err: string;
}

const usage = `usage: elbow solve model.json [--out results.json]     displacements, reactions, member stations (SI)
       elbow check model.json [--out checks.json]      checks of all members
       elbow validate model.json [--out findings.json] findings only
       elbow schema                                    JSON Schema of the model format
Exit status: 0 done, no stopping finding; 1 stopping findings, listed; 2 unusable input.
`;

/** Larger files are refused before they are read, bytes. */
const largestFile = 200e6;

const unusable = (message: string): Output => ({ status: 2, out: '', err: `${message}\n` });

/** Runs one command line, reading and writing the files it names. */
export function runCommand(argv: readonly string[]): Output {
  let parsed;
  try {
    parsed = parseArgs({ args: [...argv], allowPositionals: true, options: { out: { type: 'string', short: 'o' }, help: { type: 'boolean', short: 'h' } } });
  } catch (error) {
    return unusable(`${error instanceof Error ? error.message : String(error)}\n${usage}`);
  }
  const [command, path, ...rest] = parsed.positionals;
  if (parsed.values.help || command === undefined) return { status: parsed.values.help ? 0 : 2, out: parsed.values.help ? usage : '', err: parsed.values.help ? '' : usage };
  if (command === 'schema') return { status: 0, out: `${JSON.stringify(modelJsonSchema(), null, 1)}\n`, err: '' };
  if (!['solve', 'check', 'validate'].includes(command)) return unusable(`“${command}” is not a command.\n${usage}`);
  if (path === undefined || rest.length > 0) return unusable(`“${command}” needs the path of one model file.\n${usage}`);
  const text = readInput(path);
  if (typeof text !== 'string') return text;
  const read = readModelFile(text);
  if (!read.ok) return unusable(`${path} cannot be used:\n${read.problems.map((problem) => `  ${problem}`).join('\n')}`);

  const { model } = read;
  const { findings, solution } = solveNow(model);
  const listed = findings.map(line).join('');
  const status = findings.some((finding) => finding.severity === 'stop') ? 1 : 0;
  const deliver = (data: unknown): Output => {
    const json = `${JSON.stringify(data)}\n`;
    if (parsed.values.out === undefined) return { status, out: json, err: listed };
    try {
      writeFileSync(parsed.values.out, json);
    } catch (error) {
      return unusable(`${parsed.values.out} cannot be written: ${error instanceof Error ? error.message : String(error)}.`);
    }
    return { status, out: '', err: listed };
  };
  if (command === 'validate') return deliver({ format: 'elbow-findings', version: 1, findings: findingsData(findings) });
  if (!solution) return { status: 1, out: '', err: `${listed}The analysis stopped; nothing was written.\n` };
  if (command === 'solve') return deliver(resultsData(model, solution, findings));
  const checker = new MemberChecker(model, solution);
  return deliver(checksData(model, inOrder(model.members).map((member) => checker.check(member.id))));
}

const line = (finding: Finding): string => `${finding.severity === 'stop' ? 'STOP  ' : 'remark'} ${finding.sentence} ${finding.why}\n`;

function readInput(path: string): string | Output {
  try {
    const { size } = statSync(path);
    if (size > largestFile) return unusable(`${path} has ${Math.round(size / 1e6)} MB; at most ${largestFile / 1e6} MB can be read.`);
    return readFileSync(path, 'utf8');
  } catch (error) {
    return unusable(`${path} cannot be read: ${error instanceof Error ? error.message : String(error)}.`);
  }
}

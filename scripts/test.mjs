// npm test: installs what is missing, type-checks, lints, checks format and import rules, runs unit and browser tests, and
// says at its end how long each took.
import { spawn } from 'node:child_process';
import { ensureBuild, ensureChromium, ensurePackages } from './ensure.mjs';

ensurePackages();
const CHROMIUM = ensureChromium();
const started = Date.now();
const times = [];

/** Runs a command; its output is shown when it has ended if it runs beside others. */
function step(name, command, args, { env = {}, beside = false } = {}) {
  const began = Date.now();
  if (!beside) console.log(`\n— ${name}`);
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      stdio: beside ? ['ignore', 'pipe', 'pipe'] : 'inherit',
      env: { ...process.env, ...env },
    });
    let said = '';
    for (const stream of beside ? [child.stdout, child.stderr] : []) stream.on('data', (part) => (said += part));
    child.on('close', (status) => {
      if (beside) console.log(`\n— ${name}\n${said.trim()}`);
      times.push(`${name} ${Math.round((Date.now() - began) / 1000)} s`);
      resolve(status ?? 1);
    });
  });
}

/** Ends with the first status that is not 0. */
function orEnd(...statuses) {
  const bad = statuses.find((status) => status !== 0);
  if (bad === undefined) return;
  sayTimes();
  process.exit(bad);
}

function sayTimes() {
  console.log(`\n${times.join(' · ')} · together ${Math.round((Date.now() - started) / 1000)} s`);
}

const bin = (name) => `node_modules/.bin/${name}`;
const jest = (...more) => ['--experimental-vm-modules', 'node_modules/jest/bin/jest.js', ...more];
const beside = { beside: true };
orEnd(await step('route types', bin('react-router'), ['typegen'], beside));
orEnd(
  ...(await Promise.all([
    step('types', bin('tsc'), ['--noEmit'], beside),
    step('lint', bin('eslint'), ['.', '--max-warnings', '0'], beside),
    step('format', bin('prettier'), ['--check', '--log-level', 'warn', '.'], beside),
    step(
      'import rules',
      bin('depcruise'),
      ['--config', '.dependency-cruiser.cjs', 'core', 'app', 'cli', 'demo', 'bench'],
      beside,
    ),
  ])),
);
orEnd(await step('unit tests', process.execPath, jest('--maxWorkers', '100%'), { env: { NODE_NO_WARNINGS: '1' } }));
const built = Date.now();
ensureBuild();
times.push(`build ${Math.round((Date.now() - built) / 1000)} s`);
orEnd(
  await step('browser tests', process.execPath, jest('--config', 'jest.e2e.config.mjs'), {
    env: { NODE_NO_WARNINGS: '1', CHROMIUM },
  }),
);
sayTimes();

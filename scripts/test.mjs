// npm test: installs what is missing, type-checks, lints, checks the import rules, runs unit and browser tests.
import { ensureBuild, ensureChromium, ensurePackages, run } from './ensure.mjs';

ensurePackages();
const CHROMIUM = ensureChromium();
const step = (name, command, args, env) => {
  console.log(`\n— ${name}`);
  run(command, args, env);
};
const bin = (name) => `node_modules/.bin/${name}`;
const jest = (...more) => ['--experimental-vm-modules', 'node_modules/jest/bin/jest.js', ...more];
step('types', bin('react-router'), ['typegen']);
step('types', bin('tsc'), ['--noEmit']);
step('lint', bin('eslint'), ['.', '--max-warnings', '0']);
step('import rules', bin('depcruise'), ['--config', '.dependency-cruiser.cjs', 'core', 'app', 'cli', 'demo', 'bench']);
step('unit tests', process.execPath, jest(), { NODE_NO_WARNINGS: '1' });
ensureBuild();
step('browser tests', process.execPath, jest('--config', 'jest.e2e.config.mjs'), { NODE_NO_WARNINGS: '1', CHROMIUM });

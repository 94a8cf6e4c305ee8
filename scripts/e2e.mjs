// npm run e2e: browser tests against the built app.
import { ensureBuild, ensureChromium, ensurePackages, run } from './ensure.mjs';

ensurePackages();
const CHROMIUM = ensureChromium();
ensureBuild();
run(
  process.execPath,
  [
    '--experimental-vm-modules',
    'node_modules/jest/bin/jest.js',
    '--config',
    'jest.e2e.config.mjs',
    ...process.argv.slice(2),
  ],
  { CHROMIUM, NODE_NO_WARNINGS: '1' },
);

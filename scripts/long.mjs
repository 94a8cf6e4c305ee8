// npm run test:long: what npm test proves of reliability, many times over. Its result stands in docs/reliability.md.
import { ensureBuild, ensureChromium, ensurePackages, run } from './ensure.mjs';

ensurePackages();
const CHROMIUM = ensureChromium();
ensureBuild();
const env = {
  CHROMIUM,
  NODE_NO_WARNINGS: '1',
  ELBOW_KILLS: process.env.ELBOW_KILLS ?? '1000',
  ELBOW_LOST_ANSWERS: process.env.ELBOW_LOST_ANSWERS ?? '1000',
  ELBOW_FUZZ: process.env.ELBOW_FUZZ ?? '50000',
};
const jest = ['--experimental-vm-modules', 'node_modules/jest/bin/jest.js'];
run(process.execPath, [...jest, '--config', 'jest.e2e.config.mjs', 'e2e/reliability'], env);
// random structures and inputs nobody has seen yet
const seed = String(Math.floor(Math.random() * 2 ** 31));
console.log(`\nunit tests with ELBOW_SEED=${seed}`);
run(process.execPath, jest, { ...env, ELBOW_SEED: seed });

// Writes docs/verification.md: the tests of the verification book make it.
import { spawnSync } from 'node:child_process';

const { status } = spawnSync('npm', ['run', '-s', 'unit', '--', 'core/results/verification/book'], {
  stdio: 'inherit',
  env: { ...process.env, ELBOW_DOCS: '1' },
});
process.exitCode = status ?? 1;

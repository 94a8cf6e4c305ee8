// Brings a fresh machine to the point where everything else runs: packages, the interface's build, Chromium for the browser tests.
import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm';

/** Runs a command with its output shown; ends the process with its status when it fails. */
export function run(command, args, env = {}) {
  const { status, error } = spawnSync(command, args, { stdio: 'inherit', env: { ...process.env, ...env } });
  if (error) throw error;
  if (status !== 0) process.exit(status ?? 1);
}

const has = (program) => spawnSync(program, ['--version'], { stdio: 'ignore' }).status === 0;
const fingerprint = (file) => createHash('sha256').update(readFileSync(file)).digest('hex');

/** Installs packages when the lock file has changed since they were installed. */
export function ensurePackages() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    console.error(`Elbow needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
    process.exit(1);
  }
  const stamp = 'node_modules/.elbow-lock';
  const lock = fingerprint('package-lock.json');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  // one package, the database, is compiled while it is installed
  const missing = [
    ['python3', 'python3'],
    ['make', 'make'],
    ['g++', 'g++'],
  ]
    .filter(([program]) => !has(program))
    .map(([, name]) => name);
  if (missing.length > 0) ensureDebian(missing, 'to compile the database package');
  console.log('Installing packages …');
  run(npm, ['ci']);
  writeFileSync(stamp, lock);
}

/** Installs Debian packages when this is Debian and we may; else says what to install. */
function ensureDebian(packages, why) {
  if (process.getuid?.() !== 0 || !has('apt-get')) {
    console.error(
      `Missing ${why}: ${packages.join(', ')}. Install them, on Debian with: sudo apt-get install ${packages.join(' ')}`,
    );
    process.exit(1);
  }
  console.log(`Installing ${packages.join(', ')} ${why} …`);
  const env = { DEBIAN_FRONTEND: 'noninteractive' };
  run('apt-get', ['-o', 'DPkg::Lock::Timeout=300', '-q', 'update'], env);
  run('apt-get', ['-o', 'DPkg::Lock::Timeout=300', '-q', '-y', 'install', ...packages], env);
}

/** Where Chromium is; installs it from Debian when it is not there. */
export function ensureChromium() {
  const places = [process.env.CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];
  const found = () => places.find((place) => place && existsSync(place));
  if (!found()) ensureDebian(['chromium', 'fonts-liberation', 'fonts-dejavu-core'], 'for the browser tests');
  return found() ?? execFileSync('which', ['chromium'], { encoding: 'utf8' }).trim();
}

/** The newest change under some folders and files, in milliseconds. */
function newest(paths) {
  return Math.max(
    0,
    ...paths.filter(existsSync).map((path) => {
      const stat = statSync(path);
      return stat.isDirectory() ? newest(readdirSync(path).map((name) => join(path, name))) : stat.mtimeMs;
    }),
  );
}

/** Builds the app when a source is newer than the last build. */
export function ensureBuild() {
  const stamp = 'build/.elbow-built';
  const sources = newest([
    'app',
    'core',
    'public',
    'package-lock.json',
    'vite.config.ts',
    'react-router.config.ts',
    'tsconfig.json',
    'scripts/jobs.mjs',
  ]);
  if (existsSync(stamp) && existsSync('dist-jobs/serve.mjs') && statSync(stamp).mtimeMs > sources) return;
  console.log('Building the app …');
  run(npm, ['run', '--silent', 'build'], { NODE_ENV: 'production' });
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, '');
}

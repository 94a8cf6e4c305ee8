// npm run screenshots: takes the pictures of docs/screenshots from a fresh demonstration.
import { ensureBuild, ensureChromium, ensurePackages, run } from './ensure.mjs';

ensurePackages();
const CHROMIUM = ensureChromium();
ensureBuild();
run('node_modules/.bin/tsx', ['e2e/screenshots.ts'], { CHROMIUM });

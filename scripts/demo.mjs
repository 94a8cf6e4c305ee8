// npm run demo: installs what is missing, builds, fills an empty database with the demonstration, starts on 127.0.0.1.
import { ensureBuild, ensurePackages, run } from './ensure.mjs';

ensurePackages();
ensureBuild();
run('node_modules/.bin/tsx', ['demo/fill.ts']);
console.log('Elbow starts; stop it with Ctrl C.');
await import('./serve.mjs');

// Bundles what the server's worker threads run. It stands beside build/, which the app's build empties.
import { build } from 'esbuild';

await build({ entryPoints: ['app/workers/solve-job.ts'], bundle: true, platform: 'node', format: 'esm', packages: 'external', outfile: 'dist-jobs/solve-job.mjs', logLevel: 'warning' });

// Bundles what stands beside the app's own build: the server's front, and what its worker threads run. The app's build empties build/, so they are kept apart.
import { build } from 'esbuild';

const entryPoints = {
  serve: 'app/http/main.ts',
  'solve-job': 'app/jobs/solve-job.ts',
  'document-job': 'app/jobs/document-job.ts',
};
await build({
  entryPoints,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  outdir: 'dist-jobs',
  outExtension: { '.js': '.mjs' },
  logLevel: 'warning',
});

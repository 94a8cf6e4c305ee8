import v8 from 'node:v8';
import { runCommand } from './commands';

// Node keeps fused SIMD, the fastest kernel, behind a flag
v8.setFlagsFromString('--experimental-wasm-relaxed-simd');
const output = runCommand(process.argv.slice(2));
if (output.out !== '') process.stdout.write(output.out);
if (output.err !== '') process.stderr.write(output.err);
process.exitCode = output.status;

import v8 from 'node:v8';
import { runCommand } from './commands';
import { dataCommands, runDataCommand } from './data-commands';

// Node keeps fused SIMD, the fastest kernel, behind a flag
v8.setFlagsFromString('--experimental-wasm-relaxed-simd');
const asked = process.argv.slice(2);
const output = dataCommands.includes(asked[0]) ? await runDataCommand(asked) : runCommand(asked);
if (output.out !== '') process.stdout.write(output.out);
if (output.err !== '') process.stderr.write(output.err);
process.exitCode = output.status;

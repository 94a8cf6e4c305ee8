import { runCommand } from './commands';

const output = runCommand(process.argv.slice(2));
if (output.out !== '') process.stdout.write(output.out);
if (output.err !== '') process.stderr.write(output.err);
process.exitCode = output.status;

// Starts the built app. It listens on 127.0.0.1 unless HOST says otherwise.
import { spawn } from 'node:child_process';

const port = process.env.PORT ?? '4870';
const host = process.env.HOST ?? '127.0.0.1';
const server = spawn(process.execPath, ['node_modules/@react-router/serve/bin.js', 'build/server/index.js'], { stdio: 'inherit', env: { ...process.env, NODE_ENV: 'production', HOST: host, PORT: port } });
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));

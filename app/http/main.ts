import { createRequestHandler } from '@react-router/express';
import compression from 'compression';
import express from 'express';
import type { Server } from 'node:http';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { ServerBuild } from 'react-router';
import { gate } from './gate';
import { httpSettings } from './settings';

/** How long requests that are under way may take when the server is stopped, ms. */
const longestGoodbye = 10_000;

const settings = httpSettings(process.env);
if ('error' in settings) {
  console.error(settings.error);
  process.exit(1);
}
const folder = join(process.cwd(), 'build');
const build = (await import(pathToFileURL(join(folder, 'server/index.js')).href)) as ServerBuild;
const { startServices, stopServices } = build.entry.module as unknown as {
  startServices: () => void;
  stopServices: () => Promise<void>;
};

const app = express();
app.disable('x-powered-by');
app.use(gate(settings.hosts));
app.use(compression());
app.use('/assets', express.static(join(folder, 'client/assets'), { immutable: true, maxAge: '1y' }));
app.use(express.static(join(folder, 'client'), { maxAge: '1h' }));
app.all('*', createRequestHandler({ build, mode: process.env.NODE_ENV ?? 'production' }));

const server = app.listen(settings.port, settings.host, () => {
  const address = server.address();
  const port = typeof address === 'object' && address ? address.port : settings.port;
  startServices();
  console.log(`Elbow listens at http://${settings.host.includes(':') ? `[${settings.host}]` : settings.host}:${port}`);
});
server.on('error', (error: NodeJS.ErrnoException) => {
  console.error(
    error.code === 'EADDRINUSE'
      ? `Port ${settings.port} is taken by another program. Set PORT to a free one.`
      : error.code === 'EACCES'
        ? `Port ${settings.port} may not be used by this user. Set PORT to one above 1023.`
        : `The server cannot listen on ${settings.host}, port ${settings.port}: ${error.message}.`,
  );
  process.exit(1);
});
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => void stop(server));

/** Takes no new requests, finishes those under way, puts jobs back into the queue, and closes the database. */
async function stop(running: Server): Promise<void> {
  setTimeout(() => process.exit(1), longestGoodbye).unref();
  const closed = new Promise((resolve) => running.close(resolve));
  running.closeIdleConnections();
  await stopServices();
  // lines of server-sent events stay open until they are cut
  await Promise.race([closed, new Promise((resolve) => setTimeout(resolve, 500))]);
  running.closeAllConnections();
  process.exit(0);
}

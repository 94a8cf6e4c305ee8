import { reactRouter } from '@react-router/dev/vite';
import { defineConfig } from 'vite';
import { gate } from './app/http/gate';
import { httpSettings } from './app/http/settings';

const settings = httpSettings(process.env);
if ('error' in settings) throw new Error(settings.error);

export default defineConfig({
  plugins: [
    { name: 'gate', configureServer: (server) => void server.middlewares.use(gate(settings.hosts)) },
    reactRouter(),
  ],
  worker: { format: 'es' },
  resolve: { tsconfigPaths: true, dedupe: ['react', 'react-dom', 'three'] },
  server: { host: '127.0.0.1' },
  optimizeDeps: { entries: ['app/**/*.{ts,tsx}'], include: ['antd', 'three', 'comlink', 'katex', 'zustand'] },
});

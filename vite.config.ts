import { reactRouter } from '@react-router/dev/vite';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [reactRouter()],
  worker: { format: 'es' },
  resolve: { tsconfigPaths: true, dedupe: ['react', 'react-dom', 'three'] },
  server: { host: '127.0.0.1' },
  optimizeDeps: { entries: ['app/**/*.{ts,tsx}'], include: ['antd', 'three', 'comlink', 'katex', 'zustand'] },
});

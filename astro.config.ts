import node from '@astrojs/node';
import react from '@astrojs/react';
import { defineConfig } from 'astro/config';
import { workersInOnePass } from './scripts/bundle-workers';

export default defineConfig({
  output: 'server',
  // The server in src/engine/server sets the headers on files too, which the standalone mode cannot.
  adapter: node({ mode: 'middleware' }),
  integrations: [react()],
  devToolbar: { enabled: false },
  server: { host: '127.0.0.1', port: 4321 },
  // src/middleware.ts checks the origin of every request itself.
  security: { checkOrigin: false },
  vite: {
    worker: { format: 'es' },
    plugins: [workersInOnePass('src')],
    // Scripts stay files, so that the content security policy needs no exception for them.
    build: { assetsInlineLimit: 0, cssCodeSplit: false, reportCompressedSize: false },
  },
});

import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const server = `http://127.0.0.1:${process.env['PORT'] ?? '4680'}`;

export default defineConfig({
  plugins: [react()],
  html: { cspNonce: '__NONCE__' },
  worker: { format: 'es' },
  build: {
    outDir: 'dist/web',
    manifest: true,
    target: 'es2022',
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 900,
  },
  server: { proxy: { '/api': { target: server, changeOrigin: true, headers: { origin: server } } } },
});

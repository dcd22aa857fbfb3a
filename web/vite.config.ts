import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  resolve: { alias: { '@': `${import.meta.dirname}/src` } },
  server: { proxy: { '/api': { target: 'http://127.0.0.1:8080', ws: true } } },
  // Test files share a page and modules, which saves most of their time.
  test: { environment: 'jsdom', isolate: false, setupFiles: './src/testing/setup.ts', testTimeout: 30_000 },
  build: { chunkSizeWarningLimit: 1200 },
});
